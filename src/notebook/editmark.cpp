#include "notebook/editmark.h"

#include <QRegularExpression>

namespace iris {
namespace {

constexpr qsizetype markLetters = 81; // "iris-mark " 32 " after " 32

} // namespace

std::optional<EditMark> parseEditMark(const QByteArray& text)
{
    static const QRegularExpression form(QStringLiteral("^iris-mark ([0-9a-f]{32}) after ([0-9a-f]{32})$"));
    const auto match = form.match(QString::fromLatin1(text));
    if (text.size() != markLetters || !match.hasMatch())
        return std::nullopt;
    return EditMark{match.captured(1).toLatin1(), match.captured(2).toLatin1()};
}

std::optional<EditMark> markOfPage(const QByteArray& page)
{
    return parseEditMark(page.right(markLetters));
}

const QString& newMarkStatement()
{
    static const QString statement =
        QStringLiteral("INSERT INTO edit_mark (id, text) VALUES (1, 'iris-mark ' || lower(hex(randomblob(16))) || "
                       "' after ' || lower(hex(zeroblob(16)))) ON CONFLICT (id) DO UPDATE SET "
                       "text = 'iris-mark ' || lower(hex(randomblob(16))) || ' after ' || substr(text, 11, 32)");
    return statement;
}

const QString& markQuery()
{
    static const QString query = QStringLiteral("SELECT coalesce((SELECT text FROM edit_mark WHERE id = 1), '')");
    return query;
}

} // namespace iris
