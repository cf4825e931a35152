#include "notebook/notebookrows.h"

#include "base/text.h"
#include "notebook/mixtables.h"
#include "notebook/paletterows.h"
#include "notebook/statement.h"
#include "notebook/studiotables.h"
#include "notebook/tubetables.h"
#include "notebook/usedids.h"
#include "notebook/welljson.h"

#include <QSqlQuery>
#include <QStringList>
#include <QVariant>
#include <algorithm>

namespace iris {
namespace {

template <typename Record> QStringList columnsOf()
{
    QStringList names;
    for (const char* column : Table<Record>::columns)
        names << QLatin1String(column);
    return names;
}

template <typename Record> Result<std::vector<Record>> load(const QSqlDatabase& database)
{
    QSqlQuery query(database);
    query.setForwardOnly(true);
    query.prepare(QStringLiteral("SELECT id, %1 FROM %2 ORDER BY id")
                      .arg(columnsOf<Record>().join(QStringLiteral(", ")), QLatin1String(Table<Record>::name)));
    if (auto done = run(query, database, Doing::Reading); !done)
        return tl::unexpected(done.error());
    std::vector<Record> records;
    while (query.next()) {
        Row row(query);
        records.push_back(Table<Record>::read(row));
    }
    return readToTheEnd(query, database).map([&] { return std::move(records); });
}

/// The numbers of other records that a record goes by; they are never given to anything new, so that what names them
/// today, even after they are gone, never means something else tomorrow.
template <typename Record> Result<void> keepNamed(const QSqlDatabase&, const Record&)
{
    return {};
}

Result<void> keepTubesOf(const QSqlDatabase& database, const std::vector<MixPart>& parts)
{
    TubeId highest;
    for (const MixPart& part : parts)
        highest = std::max(highest, part.tube);
    return keepUsed(database, "tube", highest.value);
}

template <> Result<void> keepNamed(const QSqlDatabase& database, const MixRecord& mix)
{
    Result<void> done = keepTubesOf(database, mix.parts);
    if (done)
        done = keepUsed(database, "mix", mix.from.value);
    if (done)
        done = keepUsed(database, "sheet", mix.sheet.value);
    return done;
}

template <> Result<void> keepNamed(const QSqlDatabase& database, const NeedRecord& need)
{
    return keepUsed(database, "subject", need.subject.value);
}

template <> Result<void> keepNamed(const QSqlDatabase& database, const SheetRecord& sheet)
{
    Result<void> done;
    for (const SheetCell& cell : sheet.cells)
        if (done)
            done = keepTubesOf(database, cell.parts);
    return done;
}

/// An upsert, not a replace: replacing would delete the row first, and with it all that hangs on it.
template <typename Record> Result<void> write(const QSqlDatabase& database, std::vector<Record>& records)
{
    if (records.empty())
        return {};
    const QStringList columns = columnsOf<Record>();
    QStringList updates;
    for (const QString& column : columns)
        updates << column + QStringLiteral(" = excluded.") + column;
    QSqlQuery query(database);
    query.prepare(QStringLiteral("INSERT INTO %1 (id, %2) VALUES (?, %3) ON CONFLICT (id) DO UPDATE SET %4")
                      .arg(QLatin1String(Table<Record>::name), columns.join(QStringLiteral(", ")),
                           QStringList(columns.size(), QStringLiteral("?")).join(QStringLiteral(", ")),
                           updates.join(QStringLiteral(", "))));
    for (Record& record : records) {
        if (record.id.value <= 0) {
            const auto id = nextId(database, Table<Record>::name);
            if (!id)
                return tl::unexpected(id.error());
            record.id = {*id};
        }
        query.addBindValue(static_cast<qlonglong>(record.id.value));
        Binder binder(query);
        Table<Record>::bind(binder, record);
        Result<void> done = run(query, database);
        if (done)
            done = keepUsed(database, Table<Record>::name, record.id.value);
        if (done)
            done = keepNamed(database, record);
        if (!done)
            return done;
    }
    return {};
}

/// A setting's value; empty when it was never set.
Result<std::string> loadSetting(const QSqlDatabase& database, std::string_view name)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("SELECT value FROM setting WHERE name = ?"));
    Binder(query) << name;
    if (auto done = run(query, database, Doing::Reading); !done)
        return tl::unexpected(done.error());
    const std::string value = query.next() ? Row(query).text() : std::string();
    return readToTheEnd(query, database).map([&] { return value; });
}

Result<void> writeSetting(const QSqlDatabase& database, std::string_view name, std::string_view value)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("INSERT OR REPLACE INTO setting (name, value) VALUES (?, ?)"));
    Binder(query) << name << value;
    return run(query, database);
}

Result<void> writePictures(const QSqlDatabase& database, const std::vector<Picture>& pictures)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("INSERT OR IGNORE INTO picture (name, bytes) VALUES (?, ?)"));
    for (const Picture& picture : pictures) {
        query.addBindValue(QString::fromStdString(picture.name));
        query.addBindValue(QByteArray(picture.bytes.data(), static_cast<qsizetype>(picture.bytes.size())));
        if (auto done = run(query, database); !done)
            return done;
    }
    return {};
}

template <typename Id>
Result<void> removeRows(const QSqlDatabase& database, const QString& table, const std::vector<Id>& ids)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("DELETE FROM %1 WHERE id = ?").arg(table));
    for (const Id id : ids) {
        query.addBindValue(static_cast<qlonglong>(id.value));
        if (auto done = run(query, database); !done)
            return done;
    }
    return {};
}

Result<void> removeAll(const QSqlDatabase& database, const NotebookEdit& edit)
{
    Result<void> done = removeRows(database, QStringLiteral("tube"), edit.removeTubes);
    if (done)
        done = removeRows(database, QStringLiteral("swatch"), edit.removeSwatches);
    if (done)
        done = removeRows(database, QStringLiteral("paper"), edit.removePapers);
    if (done)
        done = removeRows(database, QStringLiteral("device"), edit.removeDevices);
    if (done)
        done = removeRows(database, QStringLiteral("filter"), edit.removeFilters);
    if (done)
        done = removeRows(database, QStringLiteral("need"), edit.removeNeeds);
    if (done)
        done = removeRows(database, QStringLiteral("palette"), edit.removePalettes);
    if (done)
        done = removeRows(database, QStringLiteral("mix"), edit.removeMixes);
    if (done)
        done = removeRows(database, QStringLiteral("sheet"), edit.removeSheets);
    if (done)
        done = removeRows(database, QStringLiteral("subject"), edit.removeSubjects);
    return done;
}

/// The first error of several results.
template <typename... Results> std::optional<Error> firstError(const Results&... results)
{
    std::optional<Error> error;
    ((error || results ? void() : void(error = results.error())), ...);
    return error;
}

} // namespace

Result<Notebook> loadRows(const QSqlDatabase& database)
{
    auto tubes = load<Tube>(database);
    auto swatches = load<SwatchRecord>(database);
    auto papers = load<PaperRecord>(database);
    auto devices = load<DeviceRecord>(database);
    auto filters = load<FilterRecord>(database);
    auto needs = load<NeedRecord>(database);
    auto palettes = loadPalettes(database);
    auto mixes = load<MixRecord>(database);
    auto sheets = load<SheetRecord>(database);
    auto subjects = load<SubjectRecord>(database);
    auto wishes = loadWishes(database);
    auto warmBlue = loadSetting(database, "warm_blue");
    auto touches = loadSetting(database, "touches_a_part");
    auto wells = loadSetting(database, "wells");
    auto code = loadSetting(database, "code");
    if (auto error = firstError(tubes, swatches, papers, devices, filters, needs, palettes, mixes, sheets, subjects,
                                wishes, warmBlue, touches, wells, code))
        return tl::unexpected(*error);
    return Notebook{std::move(*tubes),
                    std::move(*swatches),
                    std::move(*papers),
                    std::move(*devices),
                    std::move(*filters),
                    std::move(*needs),
                    std::move(*palettes),
                    std::move(*mixes),
                    std::move(*sheets),
                    std::move(*subjects),
                    std::move(*wishes),
                    parseWarmBlue(*warmBlue).value_or(WarmBlue::VioletSide),
                    touches->empty() ? usualTouchesAPart
                                     : static_cast<int>(parseWholeNumber(*touches, 1, 100).value_or(0)),
                    wells->empty() ? std::vector<WellRecord>{} : wellsFromText(*wells),
                    std::move(*code)};
}

Result<void> writeRows(const QSqlDatabase& database, NotebookEdit& edit)
{
    Result<void> done = removeAll(database, edit);
    if (done)
        done = writePictures(database, edit.pictures);
    if (done)
        done = write(database, edit.putTubes);
    if (done)
        done = write(database, edit.putSwatches);
    if (done)
        done = write(database, edit.putPapers);
    if (done)
        done = write(database, edit.putDevices);
    if (done)
        done = write(database, edit.putFilters);
    if (done)
        done = write(database, edit.putNeeds);
    if (done)
        done = write(database, edit.putMixes);
    if (done)
        done = write(database, edit.putSheets);
    if (done)
        done = write(database, edit.putSubjects);
    for (PaletteRecord& palette : edit.putPalettes)
        if (done)
            done = writePalette(database, palette);
    if (done && edit.wishes)
        done = writeWishes(database, *edit.wishes);
    if (done && edit.warmBlue)
        done = writeSetting(database, "warm_blue", nameOf(*edit.warmBlue));
    if (done && edit.touchesAPart)
        done = writeSetting(database, "touches_a_part", std::to_string(*edit.touchesAPart));
    if (done && edit.wells)
        done = writeSetting(database, "wells", textFrom(*edit.wells));
    if (done && edit.code)
        done = writeSetting(database, "code", *edit.code);
    for (const auto& [kind, last] : edit.usedIds)
        if (done)
            done = keepUsed(database, kind, last);
    return done;
}

Result<Picture> loadPicture(const QSqlDatabase& database, const std::string& name)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("SELECT bytes FROM picture WHERE name = ?"));
    query.addBindValue(QString::fromStdString(name));
    if (auto done = run(query, database, Doing::Reading); !done)
        return tl::unexpected(done.error());
    if (query.next())
        return Picture{name, query.value(0).toByteArray().toStdString()};
    if (auto whole = readToTheEnd(query, database); !whole)
        return tl::unexpected(whole.error());
    return failure(ErrorCode::NotFound, "the picture is not in the notebook");
}

Result<void> checkPicturesAreThere(const QSqlDatabase& database, const NotebookEdit& edit)
{
    std::set<std::string> named;
    forEachPictureOf(edit.putSwatches, edit.putMixes, edit.putSubjects,
                     [&](const std::string& name) { named.insert(name); });
    QSqlQuery query(database);
    query.prepare(QStringLiteral("SELECT count(*) FROM picture WHERE name = ?"));
    for (const std::string& name : named) {
        Binder(query) << name;
        if (auto done = run(query, database); !done)
            return done;
        if (!query.next() || query.value(0).toInt() == 0)
            return failure(ErrorCode::BadValue, "a record names a picture that is not in the notebook");
    }
    return {};
}

Result<std::set<std::string>> loadPictureNames(const QSqlDatabase& database)
{
    QSqlQuery query(database);
    query.setForwardOnly(true);
    query.prepare(QStringLiteral("SELECT name FROM picture"));
    if (auto done = run(query, database, Doing::Reading); !done)
        return tl::unexpected(done.error());
    std::set<std::string> names;
    while (query.next())
        names.insert(Row(query).text());
    return readToTheEnd(query, database).map([&] { return std::move(names); });
}

} // namespace iris
