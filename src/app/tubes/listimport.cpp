#include "app/tubes/listimport.h"

#include "app/document/document.h"
#include "app/parts/words.h"
#include "base/text.h"
#include "files/textfile.h"
#include "notebook/edits.h"
#include "notebook/exports.h"
#include "notebook/tubecsv.h"
#include "notebook/tubelines.h"

#include <QFileInfo>

namespace iris {
namespace {

/// What came of reading a list, in a few lines.
QString report(const QString& file, const QString& what, const std::vector<Error>& problems)
{
    QString words = QObject::tr("%1: %2 came in.").arg(file, what);
    if (!problems.empty())
        words += QObject::tr("\nLeft out, %1:").arg(text(counted(problems.size(), "line")));
    constexpr std::size_t mostShown = 8;
    for (std::size_t i = 0; i < std::min(mostShown, problems.size()); ++i)
        words += QObject::tr("\nLine %1: %2").arg(problems[i].line).arg(text(problems[i].message));
    if (problems.size() > mostShown)
        words += QObject::tr("\nand %1 more").arg(problems.size() - mostShown);
    return words;
}

/// Readings have the white of their paper in a column; tubes do not.
bool isListOfReadings(const std::string& content)
{
    return lowered(content.substr(0, content.find('\n'))).find("paper_l") != std::string::npos;
}

QString nothingCame(const QString& file, const Error& error)
{
    const QString where = error.line > 0 ? QObject::tr(", line %1").arg(error.line) : QString();
    return QObject::tr("%1%2: %3. Nothing came in.").arg(file, where, text(error.message));
}

/// Which of the tubes that come in hold the pigments of one that is here under another name, and what can be done.
QString twinWords(const Notebook& before, const std::vector<Tube>& fresh)
{
    constexpr qsizetype mostNamed = 4;
    QStringList twins;
    for (const Tube& tube : fresh) {
        const auto twin = std::ranges::find_if(
            before.tubes, [&](const Tube& other) { return areTwins(tube, other, ReferenceTable::shipped()); });
        if (twin != before.tubes.end())
            twins << QObject::tr("%1 as %2").arg(text(tube.name), text(twin->name));
    }
    if (twins.isEmpty())
        return {};
    const QString count = text(counted(static_cast<std::size_t>(twins.size()), "tube"));
    QString words = QObject::tr("\nWith the same pigments as one you have, %1: %2")
                        .arg(count, twins.mid(0, mostNamed).join(QStringLiteral(", ")));
    if (twins.size() > mostNamed)
        words += QObject::tr(" and others");
    return words + QObject::tr(". Where it is one and the same, choose the two under Tubes and make them one (M).");
}

Result<QString> bringInTubes(Document& document, const std::string& content, const QString& file)
{
    const auto list = readTubesCsv(content, ReferenceTable::shipped());
    if (!list)
        return tl::unexpected(list.error());
    const std::vector<Tube> fresh = notYetIn(document.notebook(), list->tubes);
    const QString count = text(counted(fresh.size(), "tube"));
    const QString twins = twinWords(document.notebook(), fresh);
    document.apply(putting(fresh), QObject::tr("bring in %1").arg(count));
    QString words = report(file, count, list->problems);
    if (const std::size_t already = list->tubes.size() - fresh.size(); already > 0)
        words += QObject::tr("\nHere already and left as they are: %1").arg(already);
    words += twins;
    QStringList ignored;
    for (const std::string& column : list->ignoredColumns)
        ignored << text(column);
    if (!ignored.isEmpty())
        words += QObject::tr("\nColumns not used: %1").arg(listed(ignored));
    return words;
}

Result<QString> bringInReadings(Document& document, const std::string& content, const QString& file)
{
    const auto list = readSwatchesCsv(content, document.notebook());
    if (!list)
        return tl::unexpected(list.error());
    const QString count = text(counted(list->swatches.size(), "reading"));
    document.apply(filing(document.notebook(), list->swatches), QObject::tr("bring in %1").arg(count));
    return report(file, count, list->problems);
}

} // namespace

QString bringIn(Document& document, const QString& path)
{
    const QString name = QFileInfo(path).fileName();
    const auto file = readTextFile(path, InputKind::List);
    if (!file)
        return file.error().code == ErrorCode::BadText ? nothingCame(name, file.error()) : text(file.error().message);
    const auto came = isListOfReadings(file->text) ? bringInReadings(document, file->text, name)
                                                   : bringInTubes(document, file->text, name);
    if (!came)
        return nothingCame(name, came.error());
    if (file->encoding == TextEncoding::Utf8)
        return *came;
    return *came + QObject::tr("\nThe letters were read as %1.").arg(text(nameOf(file->encoding)));
}

std::optional<QString> plainLinesIn(const QString& path)
{
    const auto file = readTextFile(path, InputKind::List);
    if (!file || isListOfReadings(file->text) || readTubesCsv(file->text, ReferenceTable::shipped()))
        return std::nullopt;
    const auto lines = readTubeLines(file->text, Notebook());
    const bool any = std::ranges::any_of(lines, [](const TubeLine& line) { return !line.tubes.empty(); });
    return any ? std::optional(text(file->text)) : std::nullopt;
}

} // namespace iris
