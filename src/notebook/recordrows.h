#pragma once

#include "notebook/recordcolumns.h"
#include "notebook/recordjson.h"

#include <QSqlQuery>
#include <QString>
#include <QVariant>

namespace iris {

// A record as one row of its kind's table, by the fields it tells of itself: a column each, three for a colour, nine
// for a swatch. Lists of parts, squares and places are JSON in one column; lists of tubes are no column
// (notebookrows.cpp).

/// A list in one column.
template <typename Item> std::string textFrom(const std::vector<Item>& list)
{
    const Json json = valueJson(list);
    return std::is_same_v<Item, SubjectPin> ? Json{{"pins", json}}.dump() : json.dump();
}
/// The same back again; what cannot be read comes back empty.
template <typename Item> std::vector<Item> listFromText(const std::string& text)
{
    try {
        const Json json = Json::parse(text);
        const Json whole = json.is_array() ? Json{{"pins", json}} : json;
        return JsonReader(whole, wholeFile).list("pins", recordFrom<Item>);
    } catch (const Json::exception&) {
        return {};
    } catch (const Fault&) {
        return {};
    }
}

/// Values of one row, taken column by column from the left.
class Row {
public:
    explicit Row(const QSqlQuery& query) : m_query(query) {}

    std::string text() { return m_query.value(m_column++).toString().toStdString(); }
    double real() { return m_query.value(m_column++).toDouble(); }
    int whole() { return m_query.value(m_column++).toInt(); }
    std::int64_t id() { return m_query.value(m_column++).toLongLong(); }

    /// What is not what it should be is left as it usually is.
    template <typename Value> void take(Value& value)
    {
        if constexpr (requires { value.has_value(); }) {
            if (m_query.isNull(m_column))
                m_column += static_cast<int>(columnEndings<Value>().size());
            else
                takeOptional(value);
        } else if constexpr (std::is_same_v<Value, std::string>) {
            value = text();
        } else if constexpr (std::is_same_v<Value, bool>) {
            value = whole() != 0;
        } else if constexpr (std::is_same_v<Value, int>) {
            value = whole();
        } else if constexpr (std::is_same_v<Value, double>) {
            value = real();
        } else if constexpr (RecordId<Value>) {
            value = {id()};
        } else if constexpr (std::is_enum_v<Value>) {
            value = named<Value>(text()).value_or(value);
        } else if constexpr (std::is_same_v<Value, Lab>) {
            value.l = real();
            value.a = real();
            value.b = real();
        } else if constexpr (std::is_same_v<Value, Swatch>) {
            take(value.full);
            take(value.thin);
            take(value.overBlack);
        } else if constexpr (std::is_same_v<Value, std::vector<PigmentCode>>) {
            value = parsePigmentCodes(text()).value_or(Value{});
        } else if constexpr (std::is_same_v<Value, std::vector<TubeId>>) {
        } else if constexpr (requires { requires HasFields<typename Value::value_type>; }) {
            value = listFromText<typename Value::value_type>(text());
        } else {
            for (double& number : value)
                number = real();
        }
    }

private:
    template <typename Value> void takeOptional(std::optional<Value>& value)
    {
        if constexpr (std::is_enum_v<Value>)
            value = named<Value>(text());
        else
            take(value.emplace());
    }

    const QSqlQuery& m_query;
    int m_column = 0;
};

/// Binds the values of one row, column by column from the left.
class Binder {
public:
    explicit Binder(QSqlQuery& query) : m_query(query) {}

    Binder& operator<<(std::string_view value)
    {
        // A null string would be written as NULL.
        return add(value.empty() ? QStringLiteral("")
                                 : QString::fromUtf8(value.data(), static_cast<qsizetype>(value.size())));
    }
    template <typename Value> Binder& operator<<(const Value& value)
    {
        if constexpr (requires { value.has_value(); }) {
            return value ? *this << *value : open<typename Value::value_type>();
        } else if constexpr (std::is_convertible_v<Value, std::string_view>) {
            return *this << std::string_view(value);
        } else if constexpr (std::is_same_v<Value, bool>) {
            return add(value ? 1 : 0);
        } else if constexpr (std::is_arithmetic_v<Value>) {
            return add(value);
        } else if constexpr (RecordId<Value>) {
            return add(static_cast<qlonglong>(value.value));
        } else if constexpr (std::is_enum_v<Value>) {
            return *this << nameOf(value);
        } else if constexpr (std::is_same_v<Value, Lab>) {
            return *this << value.l << value.a << value.b;
        } else if constexpr (std::is_same_v<Value, Swatch>) {
            return *this << value.full << value.thin << value.overBlack;
        } else if constexpr (std::is_same_v<Value, std::vector<PigmentCode>>) {
            return *this << textOf(value);
        } else if constexpr (std::is_same_v<Value, std::vector<TubeId>>) {
            return *this;
        } else if constexpr (requires { requires HasFields<typename Value::value_type>; }) {
            return *this << textFrom(value);
        } else {
            for (const double number : value)
                add(number);
            return *this;
        }
    }

private:
    Binder& add(const QVariant& value)
    {
        m_query.addBindValue(value);
        return *this;
    }
    /// Names that are open are empty, everything else is nothing.
    template <typename Value> Binder& open()
    {
        if constexpr (std::is_enum_v<Value>)
            return *this << std::string_view();
        for (qsizetype i = 0; i < columnEndings<Value>().size(); ++i)
            m_query.addBindValue(QVariant());
        return *this;
    }

    QSqlQuery& m_query;
};

template <typename Record> Record recordFrom(Row row)
{
    Record record;
    record.id = {row.id()};
    Record::fields(record, [&](const char*, auto& value, const Field&) { row.take(value); });
    return record;
}

template <typename Record> void bind(Binder& to, const Record& record)
{
    Record::fields(record, [&](const char*, const auto& value, const Field&) { to << value; });
}

} // namespace iris
