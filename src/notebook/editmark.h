#pragma once

#include <QByteArray>
#include <QString>
#include <optional>

namespace iris {

/// Which of its states a notebook is in: every edit gives it a new mark, drawn by lot, and keeps the one before. So a
/// file that another was copied over is told from the one that was read, and the journal of an edit that was cut off
/// from that of any other notebook or any older state of this one: what the journal would bring back is the mark that
/// is in the file, or the one before it.
///
/// The mark is the only row of a table of its own, "iris-mark NOW after BEFORE" with 32 hexadecimal digits each, so it
/// stands at the very end of a page that holds nothing else, in the file and in a journal alike.
/// Source: https://www.sqlite.org/fileformat.html, sections 1.6 (cells fill a page from its end) and 3 (journals).
struct EditMark {
    QByteArray now;
    QByteArray before;

    bool operator==(const EditMark&) const = default;
};

/// A mark by its text, as it stands in the table.
std::optional<EditMark> parseEditMark(const QByteArray& text);

/// The mark at the end of a page of a database; nothing for any other page.
std::optional<EditMark> markOfPage(const QByteArray& page);

/// What gives the notebook a new mark, to be run first in every edit.
const QString& newMarkStatement();

/// What answers with the text of the mark.
const QString& markQuery();

} // namespace iris
