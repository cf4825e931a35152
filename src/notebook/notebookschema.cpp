#include "notebook/notebookschema.h"

#include "notebook/editmark.h"
#include "notebook/recordcolumns.h"
#include "notebook/recordkinds.h"
#include "notebook/statement.h"

#include <QSqlQuery>

namespace iris {
namespace {

constexpr int lastWrittenOut = 6;

QStringList statements(std::initializer_list<const char*> texts)
{
    QStringList list;
    for (const char* text : texts)
        list << QLatin1String(text);
    return list;
}

/// What notebooks of every schema hold, that of schema 0 nothing: made in memory and looked at.
std::vector<QSet<QString>> shapesOfAll()
{
    const QString connection = connectionFor({});
    std::vector<QSet<QString>> shapes(1);
    {
        QSqlDatabase memory = QSqlDatabase::addDatabase(QStringLiteral("QSQLITE"), connection);
        memory.setDatabaseName(QStringLiteral(":memory:"));
        memory.open();
        for (int version = 0; version < schemaVersion(); ++version) {
            for (const QString& statement : version == 0 ? firstSchema() : upgradeFrom(version))
                static_cast<void>(run(memory, statement));
            shapes.push_back(shapeOf(memory));
        }
    }
    QSqlDatabase::removeDatabase(connection);
    return shapes;
}

/// What came with a schema after the sixth follows from the fields that records tell of themselves.
QStringList stepTo(int schema)
{
    QStringList steps;
    forEachKind(
        [&](const auto& kind) { steps << statementsOf<RecordOf<decltype(kind)>>(kind.table, kind.since, schema); });
    return steps << QStringLiteral("PRAGMA user_version = %1").arg(schema);
}

} // namespace

int schemaVersion()
{
    static const int newest = [] {
        int highest = lastWrittenOut;
        forEachKind([&](const auto& kind) {
            highest = std::max({highest, kind.since, newestFieldOf<RecordOf<decltype(kind)>>()});
        });
        return highest;
    }();
    return newest;
}

const QStringList& firstSchema()
{
    static const QStringList list =
        statements({"CREATE TABLE tube (id INTEGER PRIMARY KEY, maker TEXT NOT NULL, name TEXT NOT NULL, "
                    "codes TEXT NOT NULL, form TEXT NOT NULL, full_l REAL, full_a REAL, full_b REAL, thin_l REAL, "
                    "thin_a REAL, thin_b REAL, black_l REAL, black_a REAL, black_b REAL, strength REAL, "
                    "staining INTEGER, granulation INTEGER, lightfastness INTEGER, notes TEXT NOT NULL)",
                    "CREATE TABLE need (id INTEGER PRIMARY KEY, name TEXT NOT NULL, l REAL NOT NULL, "
                    "a REAL NOT NULL, b REAL NOT NULL, tolerance REAL NOT NULL, importance INTEGER NOT NULL)",
                    "CREATE TABLE palette (id INTEGER PRIMARY KEY, name TEXT NOT NULL)",
                    "CREATE TABLE palette_tube (palette INTEGER NOT NULL REFERENCES palette(id) ON DELETE CASCADE, "
                    "tube INTEGER NOT NULL REFERENCES tube(id) ON DELETE CASCADE, place INTEGER NOT NULL, "
                    "PRIMARY KEY (palette, tube))",
                    "CREATE TABLE wish (id INTEGER PRIMARY KEY CHECK (id = 1), school TEXT NOT NULL, "
                    "most_tubes INTEGER NOT NULL)",
                    "CREATE TABLE wish_tube (tube INTEGER PRIMARY KEY REFERENCES tube(id) ON DELETE CASCADE, "
                    "must INTEGER NOT NULL)",
                    "INSERT INTO wish (id, school, most_tubes) VALUES (1, 'free', 12)"})
        << QStringLiteral("PRAGMA application_id = %1").arg(notebookApplicationId)
        << QStringLiteral("PRAGMA user_version = 1");
    return list;
}

QStringList upgradeFrom(int version)
{
    static const QStringList toSecond = statements(
        {"ALTER TABLE tube ADD COLUMN line TEXT NOT NULL DEFAULT ''",
         "ALTER TABLE tube ADD COLUMN transparency TEXT NOT NULL DEFAULT ''",
         "ALTER TABLE tube ADD COLUMN measured_staining INTEGER",
         "ALTER TABLE tube ADD COLUMN measured_granulation INTEGER",
         "ALTER TABLE tube ADD COLUMN container TEXT NOT NULL DEFAULT 'tube'",
         "ALTER TABLE tube ADD COLUMN size_ml REAL", "ALTER TABLE tube ADD COLUMN price REAL",
         "ALTER TABLE tube ADD COLUMN left_percent INTEGER",
         "ALTER TABLE tube ADD COLUMN whereabouts TEXT NOT NULL DEFAULT 'drawer'",
         "ALTER TABLE tube ADD COLUMN bought_on TEXT NOT NULL DEFAULT ''",
         "CREATE TABLE swatch (id INTEGER PRIMARY KEY, tube INTEGER NOT NULL REFERENCES tube(id) ON DELETE CASCADE, "
         "origin TEXT NOT NULL, wet INTEGER NOT NULL, date TEXT NOT NULL, paper TEXT NOT NULL, "
         "paper_l REAL NOT NULL, paper_a REAL NOT NULL, paper_b REAL NOT NULL, "
         "painted_full_l REAL NOT NULL, painted_full_a REAL NOT NULL, painted_full_b REAL NOT NULL, "
         "painted_thin_l REAL NOT NULL, painted_thin_a REAL NOT NULL, painted_thin_b REAL NOT NULL, "
         "painted_black_l REAL NOT NULL, painted_black_a REAL NOT NULL, painted_black_b REAL NOT NULL, "
         "full_l REAL NOT NULL, full_a REAL NOT NULL, full_b REAL NOT NULL, "
         "thin_l REAL NOT NULL, thin_a REAL NOT NULL, thin_b REAL NOT NULL, "
         "black_l REAL NOT NULL, black_a REAL NOT NULL, black_b REAL NOT NULL, "
         "uncertainty REAL NOT NULL, lifted_l REAL, lifted_a REAL, lifted_b REAL, share_left REAL, grain REAL, "
         "picture TEXT NOT NULL, notes TEXT NOT NULL)",
         "CREATE INDEX swatch_tube ON swatch (tube)",
         "CREATE TABLE picture (name TEXT PRIMARY KEY, bytes BLOB NOT NULL)",
         "CREATE TABLE paper (id INTEGER PRIMARY KEY, name TEXT NOT NULL, l REAL NOT NULL, a REAL NOT NULL, "
         "b REAL NOT NULL, notes TEXT NOT NULL)",
         "CREATE TABLE device (id INTEGER PRIMARY KEY, name TEXT NOT NULL, date TEXT NOT NULL, power_r REAL NOT NULL, "
         "power_g REAL NOT NULL, power_b REAL NOT NULL, m11 REAL NOT NULL, m12 REAL NOT NULL, m13 REAL NOT NULL, "
         "m21 REAL NOT NULL, m22 REAL NOT NULL, m23 REAL NOT NULL, m31 REAL NOT NULL, m32 REAL NOT NULL, "
         "m33 REAL NOT NULL, uncertainty REAL NOT NULL)",
         "CREATE TABLE filter (id INTEGER PRIMARY KEY, name TEXT NOT NULL, words TEXT NOT NULL, family TEXT NOT NULL, "
         "transparency TEXT NOT NULL, leans_to TEXT NOT NULL, whereabouts TEXT NOT NULL)",
         "CREATE TABLE setting (name TEXT PRIMARY KEY, value TEXT NOT NULL)", "PRAGMA user_version = 2"});
    static const QStringList toThird = statements(
        {"CREATE TABLE mix (id INTEGER PRIMARY KEY, name TEXT NOT NULL, parts TEXT NOT NULL, wash REAL NOT NULL, "
         "layers INTEGER NOT NULL, wet INTEGER NOT NULL, origin TEXT NOT NULL, date TEXT NOT NULL, "
         "paper TEXT NOT NULL, l REAL, a REAL, b REAL, black_l REAL, black_a REAL, black_b REAL, "
         "uncertainty REAL NOT NULL, picture TEXT NOT NULL, grew_from INTEGER NOT NULL, stars INTEGER NOT NULL, "
         "tags TEXT NOT NULL, notes TEXT NOT NULL, sheet INTEGER NOT NULL, cell INTEGER NOT NULL)",
         "CREATE TABLE sheet (id INTEGER PRIMARY KEY AUTOINCREMENT, title TEXT NOT NULL, date TEXT NOT NULL, "
         "format TEXT NOT NULL, cell_mm REAL NOT NULL, columns INTEGER NOT NULL, black_line INTEGER NOT NULL, "
         "cells TEXT NOT NULL, finished INTEGER NOT NULL)",
         "INSERT INTO setting (name, value) VALUES ('code', hex(randomblob(3)))", "PRAGMA user_version = 3"});
    // Numbers of tubes and mixes were given out again after removal; sheets kept count by themselves.
    static const QStringList toFourth =
        statements({"CREATE TABLE used_id (kind TEXT PRIMARY KEY, last INTEGER NOT NULL)",
                    "INSERT INTO used_id (kind, last) SELECT 'sheet', seq FROM sqlite_sequence WHERE name = 'sheet'",
                    "PRAGMA user_version = 4"});
    static const QStringList toFifth =
        statements({"ALTER TABLE need ADD COLUMN transparent INTEGER NOT NULL DEFAULT 0",
                    "ALTER TABLE need ADD COLUMN lightfast INTEGER NOT NULL DEFAULT 0",
                    "ALTER TABLE need ADD COLUMN lifts INTEGER NOT NULL DEFAULT 0",
                    "ALTER TABLE need ADD COLUMN value_first INTEGER NOT NULL DEFAULT 0",
                    "ALTER TABLE need ADD COLUMN subject INTEGER NOT NULL DEFAULT 0",
                    "CREATE TABLE subject (id INTEGER PRIMARY KEY, name TEXT NOT NULL, picture TEXT NOT NULL, "
                    "white_l REAL, white_a REAL, white_b REAL, pins TEXT NOT NULL)",
                    "PRAGMA user_version = 5"});
    static const QStringList toSixth =
        statements({"CREATE TABLE edit_mark (id INTEGER PRIMARY KEY CHECK (id = 1), text TEXT NOT NULL)"})
        << newMarkStatement() << QStringLiteral("PRAGMA user_version = 6");
    switch (version) {
    case 1: return toSecond;
    case 2: return toThird;
    case 3: return toFourth;
    case 4: return toFifth;
    case 5: return toSixth;
    default: return stepTo(version + 1);
    }
}

QSet<QString> shapeOf(const QSqlDatabase& database)
{
    QSqlQuery query(database);
    query.setForwardOnly(true);
    QSet<QString> shape;
    query.exec(QStringLiteral("SELECT t.name, c.name FROM sqlite_schema AS t, pragma_table_info(t.name) AS c "
                              "WHERE t.type = 'table'"));
    while (query.next()) {
        const QString table = query.value(0).toString();
        shape << table << table + QLatin1Char('.') + query.value(1).toString();
    }
    return shape;
}

const QSet<QString>& shapeOfSchema(int version)
{
    static const std::vector<QSet<QString>> shapes = shapesOfAll();
    return shapes[static_cast<std::size_t>(version)];
}

int schemaByShape(const QSqlDatabase& database)
{
    const QSet<QString> shape = shapeOf(database);
    int version = schemaVersion();
    while (version > 0 && !shape.contains(shapeOfSchema(version)))
        --version;
    if (version == 0)
        return 0;
    const QSet<QString> later = shapeOfSchema(schemaVersion()) - shapeOfSchema(version);
    return shape.intersects(later) ? 0 : version;
}

} // namespace iris
