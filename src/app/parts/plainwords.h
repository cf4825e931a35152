#pragma once

#include <QString>
#include <string>

class QApplication;
class QFontMetrics;

namespace iris {

/// Words with a name in them, as any widget may show them: control letters, and those that turn the direction of
/// writing, as blanks, very long words with places to break, and no more than fits on a page. Line ends stay.
QString shownWords(const QString& words);

/// A name on one line of so many letters at most, cut short with three dots.
QString shortened(const QString& name, int letters);

/// Words on one line, cut short with three dots where they do not fit a width in pixels.
QString fitting(const QString& words, const QFontMetrics& metrics, qreal width);

/// A name as one of a list to choose from.
QString nameInList(const std::string& name);

/// Words for a button, menu or tab, where "&" would be taken for a key; one line of at most 80 letters.
QString buttonWords(const QString& words);

/// Shows every tooltip, wherever it comes from, as plain text; by itself the toolkit takes what looks like markup for
/// markup, and loads the pictures it names.
void keepToolTipsPlain(QApplication& application);

} // namespace iris
