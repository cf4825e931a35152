#pragma once

#include "notebook/recordfields.h"
#include "notebook/recordkinds.h"
#include "notebook/recordrows.h"
#include "notebook/statement.h"
#include "notebook/usedids.h"

#include <algorithm>

namespace iris {

// The records of one kind in its table: read, written and taken out, by the fields they tell of themselves.

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
inline QString upsert(const char* table, const QStringList& columns)
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
Result<void> write(const QSqlDatabase& database, const char* table, const std::vector<Record>& records)
{
    QSqlQuery query(database);
    if (!records.empty())
        query.prepare(upsert(table, columnsOf<Record>()));
    for (const Record& record : records) {
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

} // namespace iris
