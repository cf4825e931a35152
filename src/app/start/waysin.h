#pragma once

#include "app/document/document.h"

namespace iris {

/// How one comes to an open notebook: a new one, one that is there, one made of a JSON file, a copy of the one that is
/// shipped to look around in. Says itself what goes wrong. Remembers which were open, the last one first.
class WaysIn : public QObject {
    Q_OBJECT

public:
    /// @param window what dialogs stand before
    WaysIn(Document& document, QWidget& window);

    /// The notebooks that were open and are still there, the last one first.
    QStringList recent() const;
    /// Puts what was remembered elsewhere behind those that were open since; also what is not there just now.
    void remember(const QStringList& paths);
    /// With those that are not there just now.
    const QStringList& remembered() const { return m_remembered; }

    bool open(const QString& path);
    void openNotebook();
    void newNotebook();
    /// Makes a notebook out of a JSON file and opens it.
    void openJson(const QString& json);
    /// Begins a notebook of one's own among one's documents, under a name that no file has yet.
    bool beginOwn();
    bool hasDemo() const { return !m_demo.isEmpty(); }
    /// Opens one's own copy of the shipped notebook, which is made when there is none.
    bool lookAround();

    /// Where notebooks of one's own are kept when nobody says where.
    static QString ownFolder();
    /// The notebook that is opened where nothing was ever opened before, by older versions.
    static QString firstOwn();
    /// Other folders than the desktop's and the program's, as tests want them.
    void setPlaces(const QString& folder, const QString& demo);

Q_SIGNALS:
    /// Others were open last, or the shipped one is elsewhere.
    void changed();

private:
    void noteOpen();
    bool told(const Result<void>& done, const QString& what);

    Document& m_document;
    QWidget& m_window;
    QString m_folder;
    QString m_demo; ///< the shipped one; "" where none is
    QStringList m_remembered;
};

/// What file dialogs call notebooks.
QString notebookFiles();

} // namespace iris
