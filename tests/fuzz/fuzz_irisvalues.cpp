#include "fuzz.h"

#include "outandback.h"

#include <QSqlDatabase>
#include <QSqlQuery>
#include <QSqlRecord>
#include <QVariant>
#include <fuzzer/FuzzedDataProvider.h>

namespace {

/// A value of any kind SQLite keeps.
QVariant anyValue(FuzzedDataProvider& from)
{
    switch (from.ConsumeIntegralInRange(0, 5)) {
    case 0: return {};
    case 1: return QVariant(static_cast<qlonglong>(from.ConsumeIntegral<std::int64_t>()));
    case 2: return QVariant(from.ConsumeIntegralInRange(-3, 120));
    case 3: return QVariant(from.ConsumeFloatingPoint<double>());
    case 4: return QVariant(QString::fromUtf8(QByteArray::fromStdString(from.ConsumeRandomLengthString(60))));
    default: return QVariant(QByteArray::fromStdString(from.ConsumeRandomLengthString(60)));
    }
}

const QByteArray& sample()
{
    static const QByteArray bytes = [] {
        QFile file(QStringLiteral(IRIS_SOURCE_DIR "/tests/data/schema-4.iris"));
        fuzz::promise(file.open(QIODevice::ReadOnly), "the sample is there");
        return file.readAll();
    }();
    return bytes;
}

struct Table {
    QString name;
    QStringList columns;
};

std::vector<Table> tablesOf(const QSqlDatabase& database)
{
    std::vector<Table> tables;
    for (const QString& name : database.tables()) {
        const QSqlRecord record = database.record(name);
        Table table{name, {}};
        for (int column = 0; column < record.count(); ++column)
            table.columns << record.fieldName(column);
        tables.push_back(table);
    }
    return tables;
}

/// Sets some values of some rows to anything.
void meddle(const QString& path, FuzzedDataProvider& from)
{
    QSqlDatabase database = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), QStringLiteral("meddle"));
    database.setDatabaseName(path);
    fuzz::promise(database.open(), "the fuzzer's own notebook opens");
    static const std::vector<Table> tables = tablesOf(database);
    database.transaction();
    for (int i = 0; i < 8 && from.remaining_bytes() > 0; ++i) {
        const Table& table = tables[from.ConsumeIntegralInRange<std::size_t>(0, tables.size() - 1)];
        const QString& column = table.columns[from.ConsumeIntegralInRange<qsizetype>(0, table.columns.size() - 1)];
        QSqlQuery query(database);
        query.prepare(QStringLiteral("UPDATE %1 SET \"%2\" = ? WHERE rowid = (SELECT rowid FROM %1 LIMIT 1 OFFSET %3)")
                          .arg(table.name, column)
                          .arg(from.ConsumeIntegralInRange(0, 5)));
        query.addBindValue(anyValue(from));
        query.exec(); // what the schema forbids stays as it was
    }
    database.commit();
    database.close();
}

} // namespace

/// The values in a notebook's rows, set to anything.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    const QString path = fuzz::put("values.iris", sample());
    FuzzedDataProvider from(data, size);
    meddle(path, from);
    QSqlDatabase::removeDatabase(QStringLiteral("meddle"));
    fuzz::openAndTakeOutAndBack(path, size % 4 == 0);
    return 0;
}
