#pragma once

#include "notebook/mixrecord.h"
#include "notebook/needrecord.h"
#include "paint/rebuild.h"

#include <QSqlQuery>
#include <QString>
#include <QVariant>
#include <optional>
#include <string_view>

namespace iris {

/// Values of one row, taken column by column from the left.
class Row {
public:
    explicit Row(const QSqlQuery& query) : m_query(query) {}

    std::string text() { return m_query.value(m_column++).toString().toStdString(); }
    double real() { return m_query.value(m_column++).toDouble(); }
    int whole() { return m_query.value(m_column++).toInt(); }
    bool flag() { return whole() != 0; }
    std::int64_t id() { return m_query.value(m_column++).toLongLong(); }
    Lab lab()
    {
        const double l = real();
        const double a = real();
        return {l, a, real()};
    }
    Swatch swatch()
    {
        const Lab full = lab();
        const Lab thin = lab();
        return {full, thin, lab()};
    }

    std::optional<double> maybeReal()
    {
        const bool open = m_query.isNull(m_column);
        const double value = real();
        return open ? std::nullopt : std::optional(value);
    }
    std::optional<int> maybeWhole()
    {
        const bool open = m_query.isNull(m_column);
        const int value = whole();
        return open ? std::nullopt : std::optional(value);
    }
    std::optional<Lab> maybeLab()
    {
        const bool open = m_query.isNull(m_column);
        const Lab value = lab();
        return open ? std::nullopt : std::optional(value);
    }
    std::optional<Swatch> maybeSwatch()
    {
        const bool open = m_query.isNull(m_column);
        const Swatch value = swatch();
        return open ? std::nullopt : std::optional(value);
    }

private:
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
    Binder& operator<<(double value) { return add(value); }
    Binder& operator<<(int value) { return add(value); }
    Binder& operator<<(TubeId value) { return add(static_cast<qlonglong>(value.value)); }
    Binder& operator<<(MixId value) { return add(static_cast<qlonglong>(value.value)); }
    Binder& operator<<(SheetId value) { return add(static_cast<qlonglong>(value.value)); }
    Binder& operator<<(SubjectId value) { return add(static_cast<qlonglong>(value.value)); }
    Binder& operator<<(const Lab& lab) { return *this << lab.l << lab.a << lab.b; }
    Binder& operator<<(const Swatch& swatch) { return *this << swatch.full << swatch.thin << swatch.overBlack; }
    Binder& operator<<(const std::optional<double>& value) { return add(value ? QVariant(*value) : QVariant()); }
    Binder& operator<<(const std::optional<int>& value) { return add(value ? QVariant(*value) : QVariant()); }
    Binder& operator<<(const std::optional<Lab>& value) { return value ? *this << *value : open(3); }
    Binder& operator<<(const std::optional<Swatch>& value) { return value ? *this << *value : open(9); }

private:
    Binder& add(const QVariant& value)
    {
        m_query.addBindValue(value);
        return *this;
    }
    Binder& open(int columns)
    {
        for (int i = 0; i < columns; ++i)
            m_query.addBindValue(QVariant());
        return *this;
    }

    QSqlQuery& m_query;
};

} // namespace iris
