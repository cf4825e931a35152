#pragma once

#include "notebook/field.h"
#include "notebook/tube.h"

#include <QStringList>
#include <algorithm>
#include <array>

namespace iris {

// What the columns of a kind's table are called, and how they are made, by the fields its records tell of themselves: a
// column each, three for a colour, nine for a swatch.

/// What follows a field's column name where a value takes several; nothing where it takes one.
template <typename Value> QStringList columnEndings()
{
    if constexpr (requires {
                      typename Value::value_type;
                      requires !std::ranges::range<Value>;
                  })
        return columnEndings<typename Value::value_type>(); // an optional one
    else if constexpr (std::is_same_v<Value, Lab>)
        return {"_l", "_a", "_b"};
    else if constexpr (std::is_same_v<Value, Swatch>)
        return {"_full_l", "_full_a", "_full_b", "_thin_l", "_thin_a", "_thin_b", "_black_l", "_black_a", "_black_b"};
    else if constexpr (std::is_same_v<Value, std::array<double, 3>>)
        return {"_r", "_g", "_b"};
    else if constexpr (std::is_same_v<Value, std::array<double, 9>>)
        return {"11", "12", "13", "21", "22", "23", "31", "32", "33"};
    else if constexpr (std::is_same_v<Value, std::vector<TubeId>>)
        return {};
    else
        return {""};
}

/// The columns of one field.
template <typename Value> QStringList columnsOf(const char* name, const Field& field)
{
    const QString own = QLatin1String(field.column ? field.column : name);
    QStringList columns;
    for (const QString& ending : columnEndings<Value>())
        columns << (own.isEmpty() ? ending.mid(1) : own + ending);
    return columns;
}

/// The columns of a record's table after its id.
template <typename Record> QStringList columnsOf()
{
    QStringList columns;
    Record record;
    Record::fields(record, [&](const char* name, auto& value, const Field& field) {
        columns << columnsOf<std::remove_reference_t<decltype(value)>>(name, field);
    });
    return columns;
}

/// How a column is made that came with a schema after the sixth.
template <typename Value> QString columnType(const Field& field)
{
    if constexpr (requires {
                      typename Value::value_type;
                      requires !std::ranges::range<Value>;
                  })
        return columnType<typename Value::value_type>(field).section(QLatin1Char(' '), 0, 0);
    else if constexpr (std::is_integral_v<Value> || RecordId<Value>)
        return QStringLiteral("INTEGER NOT NULL DEFAULT %1").arg(static_cast<int>(field.usual));
    else if constexpr (std::is_floating_point_v<Value> || std::is_same_v<Value, Lab> || std::is_same_v<Value, Swatch>)
        return QStringLiteral("REAL NOT NULL DEFAULT %1").arg(field.usual);
    else
        return QStringLiteral("TEXT NOT NULL DEFAULT ''");
}

/// Whether records of a kind hold lists of tubes: those stand in a table of their own, "palette_tube".
template <typename Record> constexpr bool listsTubes()
{
    return requires(Record record)
    {
        requires std::is_same_v<decltype(record.tubes), std::vector<TubeId>>;
    };
}

inline QString listTable(const char* table)
{
    return QLatin1String(table) + QStringLiteral("_tube");
}

/// The statements by which a table of records becomes that of a schema after the sixth; none where nothing came with
/// it.
/// @param since the schema that the kind itself came with
template <typename Record> QStringList statementsOf(const char* table, int since, int schema)
{
    const QString name = QLatin1String(table);
    QStringList columns;
    Record record;
    Record::fields(record, [&](const char* field, auto& value, const Field& told) {
        using Value = std::remove_reference_t<decltype(value)>;
        if (told.since == schema || (since == schema && told.since < schema))
            for (const QString& column : columnsOf<Value>(field, told))
                columns << column + QLatin1Char(' ') + columnType<Value>(told);
    });
    QStringList statements;
    if (since == schema) {
        columns.prepend(QStringLiteral("id INTEGER PRIMARY KEY"));
        statements << QStringLiteral("CREATE TABLE %1 (%2)").arg(name, columns.join(QStringLiteral(", ")));
        if (listsTubes<Record>())
            statements << QStringLiteral("CREATE TABLE %1 (%2 INTEGER NOT NULL REFERENCES %2(id) ON DELETE CASCADE, "
                                         "tube INTEGER NOT NULL REFERENCES tube(id) ON DELETE CASCADE, "
                                         "place INTEGER NOT NULL, PRIMARY KEY (%2, tube))")
                              .arg(listTable(table), name);
        return statements;
    }
    for (const QString& column : columns)
        statements << QStringLiteral("ALTER TABLE %1 ADD COLUMN %2").arg(name, column);
    return statements;
}

/// The highest schema that a field of a record came with.
template <typename Record> int newestFieldOf()
{
    int newest = 0;
    Record record;
    Record::fields(record, [&](const char*, auto&, const Field& field) { newest = std::max(newest, field.since); });
    return newest;
}

} // namespace iris
