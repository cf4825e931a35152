#include "app/manual/manualpage.h"

#include "mixing/ladder.h"
#include "pigment/referencetable.h"
#include "words/learntwords.h"

#include <QDir>
#include <QFile>
#include <QRegularExpression>

namespace iris {
namespace {

ManualPage pageOf(const QString& markdown)
{
    static const QRegularExpression title(QStringLiteral("^# (.+)\n"));
    static const QRegularExpression notes(QStringLiteral("<!-- group: (.+); go: ([A-Za-z]*)/?(\\d*); paint: (.*) -->"));
    static const QRegularExpression picture(QStringLiteral("!\\[[^\\]]*\\]\\([^)]*\\)\n?"));
    ManualPage page;
    page.title = title.match(markdown).captured(1);
    const QRegularExpressionMatch found = notes.match(markdown);
    page.group = found.captured(1);
    page.place = found.captured(2);
    page.tab = found.captured(3).toInt();
    page.paint = found.captured(4);
    page.markdown = QString(markdown).remove(title).remove(notes).remove(picture).trimmed();
    return page;
}

std::vector<Lab> washed(const Paint& paint)
{
    constexpr int steps = 12;
    std::vector<Lab> colours;
    for (int i = 0; i < steps; ++i)
        colours.push_back(seenLab(paint.film, std::pow(0.1, i / (steps - 1.0)), Paper().reflectance()));
    return colours;
}

} // namespace

const std::vector<ManualPage>& manualPages()
{
    static const std::vector<ManualPage> pages = [] {
        std::vector<ManualPage> read;
        const QDir folder(QStringLiteral(":/iris-bianca/manual"));
        for (const QString& name : folder.entryList({QStringLiteral("*.md")}, QDir::Files, QDir::Name)) {
            QFile file(folder.filePath(name));
            if (file.open(QIODevice::ReadOnly))
                read.push_back(pageOf(QString::fromUtf8(file.readAll())));
        }
        return read;
    }();
    return pages;
}

std::vector<const ManualPage*> pagesWith(const QString& words)
{
    const QStringList each = words.split(QLatin1Char(' '), Qt::SkipEmptyParts);
    std::vector<const ManualPage*> found;
    for (const ManualPage& page : manualPages())
        if (std::ranges::all_of(each, [&](const QString& word) {
                return (page.title + page.markdown).contains(word, Qt::CaseInsensitive);
            }))
            found.push_back(&page);
    return found;
}

std::vector<Lab> coloursOf(const QString& paint)
{
    const QStringList words = paint.split(QLatin1Char(' '), Qt::SkipEmptyParts);
    if (words.value(0) == QLatin1String("touching"))
        return colourApart(words.value(1).toDouble());
    std::vector<Paint> paints;
    for (QString word : words.mid(1))
        if (const auto row =
                ReferenceTable::shipped().find(word.replace(QLatin1Char('~'), QLatin1Char(' ')).toStdString()))
            paints.push_back(paintOf(**row));
    if (words.value(0) == QLatin1String("wash") && paints.size() == 1)
        return washed(paints.front());
    std::vector<Lab> colours;
    if (words.value(0) == QLatin1String("ladder") && paints.size() == 2)
        for (const LadderStep& step : smoothLadder(paints[0], paints[1], 9).steps)
            colours.push_back(step.colour);
    return colours;
}

} // namespace iris
