#include "notebook/notebookrows.h"

#include "base/text.h"
#include "notebook/recordfields.h"
#include "notebook/recordkinds.h"
#include "notebook/recordrows.h"
#include "notebook/statement.h"
#include "notebook/usedids.h"
#include "notebook/welljson.h"
#include "notebook/wishrows.h"

#include <QSqlQuery>
#include <QStringList>
#include <QVariant>
#include <algorithm>
#include <map>

namespace iris {
namespace {

/// Whether records of a kind hold lists of tubes: those stand in a table of their own, "palette_tube".
template <typename Record> constexpr bool listsTubes()
{
    return requires(Record record)
    {
        requires std::is_same_v<decltype(record.tubes), std::vector<TubeId>>;
    };
}

QString listTable(const char* table)
{
    return QLatin1String(table) + QStringLiteral("_tube");
}

template <typename Record>
Result<void> loadLists(const QSqlDatabase& database, const char* table, std::vector<Record>& records)
{
    QSqlQuery query(database);
    query.prepare(
        QStringLiteral("SELECT %1, tube FROM %2 ORDER BY %1, place").arg(QLatin1String(table), listTable(table)));
    if (auto done = run(query, database, Doing::Reading); !done)
        return done;
    while (query.next()) {
        Row row(query);
        const auto record =
            std::ranges::lower_bound(records, row.id(), {}, [](const Record& one) { return one.id.value; });
        const TubeId tube{row.id()};
        if (record != records.end() && record->id.value == query.value(0).toLongLong())
            record->tubes.push_back(tube);
    }
    return readToTheEnd(query, database);
}

template <typename Record> Result<std::vector<Record>> load(const QSqlDatabase& database, const char* table)
{
    QSqlQuery query(database);
    query.setForwardOnly(true);
    query.prepare(QStringLiteral("SELECT id, %1 FROM %2 ORDER BY id")
                      .arg(columnsOf<Record>().join(QStringLiteral(", ")), QLatin1String(table)));
    if (auto done = run(query, database, Doing::Reading); !done)
        return tl::unexpected(done.error());
    std::vector<Record> records;
    while (query.next())
        records.push_back(recordFrom<Record>(Row(query)));
    Result<void> done = readToTheEnd(query, database);
    if constexpr (listsTubes<Record>())
        if (done)
            done = loadLists(database, table, records);
    return done.map([&] { return std::move(records); });
}

/// The numbers of other records that a record goes by; they are never given to anything new, so that what names them
/// today, even after they are gone, never means something else tomorrow.
template <typename Record> Result<void> keepNamed(const QSqlDatabase& database, const Record& record)
{
    UsedIds named;
    forEachIdIn(record, [&](const auto& id) {
        std::int64_t& highest = named[std::string(tableOf(id))];
        highest = std::max(highest, id.value);
    });
    Result<void> done;
    for (const auto& [kind, last] : named)
        if (done)
            done = keepUsed(database, kind, last);
    return done;
}

template <typename Record>
Result<void> writeLists(const QSqlDatabase& database, const char* table, const Record& record)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("DELETE FROM %1 WHERE %2 = ?").arg(listTable(table), QLatin1String(table)));
    Binder(query) << record.id;
    Result<void> done = run(query, database);
    query.prepare(QStringLiteral("INSERT INTO %1 (%2, tube, place) VALUES (?, ?, ?)")
                      .arg(listTable(table), QLatin1String(table)));
    for (std::size_t place = 0; done && place < record.tubes.size(); ++place) {
        Binder(query) << record.id << record.tubes[place] << static_cast<int>(place);
        done = run(query, database);
    }
    return done;
}

/// An upsert, not a replace: replacing would delete the row first, and with it all that hangs on it.
QString upsert(const char* table, const QStringList& columns)
{
    QStringList updates;
    for (const QString& column : columns)
        updates << column + QStringLiteral(" = excluded.") + column;
    return QStringLiteral("INSERT INTO %1 (id, %2) VALUES (?, %3) ON CONFLICT (id) DO UPDATE SET %4")
        .arg(QLatin1String(table), columns.join(QStringLiteral(", ")),
             QStringList(columns.size(), QStringLiteral("?")).join(QStringLiteral(", ")),
             updates.join(QStringLiteral(", ")));
}

template <typename Record>
Result<void> write(const QSqlDatabase& database, const char* table, std::vector<Record>& records)
{
    QSqlQuery query(database);
    if (!records.empty())
        query.prepare(upsert(table, columnsOf<Record>()));
    for (Record& record : records) {
        if (record.id.value <= 0) {
            const auto id = nextId(database, table);
            if (!id)
                return tl::unexpected(id.error());
            record.id = {*id};
        }
        Binder binder(query);
        binder << record.id;
        bind(binder, record);
        Result<void> done = run(query, database);
        if constexpr (listsTubes<Record>())
            if (done)
                done = writeLists(database, table, record);
        if (done)
            done = keepUsed(database, table, record.id.value);
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
Result<void> removeRows(const QSqlDatabase& database, const char* table, const std::vector<Id>& ids)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("DELETE FROM %1 WHERE id = ?").arg(QLatin1String(table)));
    for (const Id id : ids) {
        Binder(query) << id;
        if (auto done = run(query, database); !done)
            return done;
    }
    return {};
}

/// What a notebook has one of, each under its name.
Result<void> loadSettings(const QSqlDatabase& database, Notebook& notebook)
{
    std::map<std::string, std::string> values;
    for (const char* name : {"warm_blue", "touches_a_part", "wells", "code"}) {
        auto value = loadSetting(database, name);
        if (!value)
            return tl::unexpected(value.error());
        values[name] = std::move(*value);
    }
    notebook.warmBlue = named<WarmBlue>(values["warm_blue"]).value_or(notebook.warmBlue);
    if (const std::string& touches = values["touches_a_part"]; !touches.empty())
        notebook.touchesAPart = static_cast<int>(parseWholeNumber(touches, 1, 100).value_or(0));
    if (const std::string& wells = values["wells"]; !wells.empty())
        notebook.wells = wellsFromText(wells);
    notebook.code = values["code"];
    auto wishes = loadWishes(database);
    if (!wishes)
        return tl::unexpected(wishes.error());
    notebook.wishes = std::move(*wishes);
    return {};
}

Result<void> writeSettings(const QSqlDatabase& database, const NotebookEdit& edit)
{
    Result<void> done;
    if (edit.wishes)
        done = writeWishes(database, *edit.wishes);
    if (done && edit.warmBlue)
        done = writeSetting(database, "warm_blue", nameOf(*edit.warmBlue));
    if (done && edit.touchesAPart)
        done = writeSetting(database, "touches_a_part", std::to_string(*edit.touchesAPart));
    if (done && edit.wells)
        done = writeSetting(database, "wells", textFrom(*edit.wells));
    if (done && edit.code)
        done = writeSetting(database, "code", *edit.code);
    return done;
}

} // namespace

Result<Notebook> loadRows(const QSqlDatabase& database)
{
    Notebook notebook;
    Result<void> done;
    forEachKind([&](const auto& kind) {
        using Record = RecordOf<decltype(kind)>;
        if (!done)
            return;
        auto records = load<Record>(database, kind.table);
        if (records)
            notebook.*kind.records = std::move(*records);
        else
            done = tl::unexpected(records.error());
    });
    if (done)
        done = loadSettings(database, notebook);
    return done.map([&] { return std::move(notebook); });
}

Result<void> writeRows(const QSqlDatabase& database, NotebookEdit& edit)
{
    Result<void> done;
    forEachKind([&](const auto& kind) {
        if (done)
            done = removeRows(database, kind.table, (edit.*kind.changes).removed);
    });
    if (done)
        done = writePictures(database, edit.pictures);
    forEachKind([&](const auto& kind) {
        if (done)
            done = write(database, kind.table, (edit.*kind.changes).put);
    });
    if (done)
        done = writeSettings(database, edit);
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
    forEachKind([&](const auto& kind) {
        for (const auto& record : (edit.*kind.changes).put)
            forEachPictureIn(record, [&](const std::string& name) { named.insert(name); });
    });
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
