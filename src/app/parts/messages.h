#pragma once

#include <QStringList>
#include <functional>

class QWidget;

namespace iris {

/// Where the window asks and tells, so that a test can answer for the painter. Each function shows a dialog unless a
/// test has put its own in its place.
struct Messages {
    std::function<void(QWidget*, const QString& title, const QString& message)> tell;
    std::function<QString(QWidget*, const QString& title, const QString& filter)> fileToOpen;
    /// @param name the one that is proposed, see fileNameFor()
    std::function<QString(QWidget*, const QString& title, const QString& filter, const QString& name)> fileToSave;
    std::function<QString(QWidget*, const QString& title, const QString& label)> askName;
    /// @return the place of the answer that was chosen; -1 for none of them
    std::function<int(QWidget*, const QString& title, const QString& question, const QStringList& answers)> choose;
};

/// The ones in use.
Messages& messages();

/// A file's name after what is in it: what no file system likes is left out, and it is no longer than any allows.
/// @param ending ".pdf"
QString fileNameFor(const QString& title, const QString& ending);

/// The filter of dialogs that ask for a scan or photograph.
QString pictureFiles();

} // namespace iris
