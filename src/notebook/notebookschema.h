#pragma once

#include <QSet>
#include <QStringList>

class QSqlDatabase;

namespace iris {

/// "Iris" in ASCII, as SQLite's application_id.
constexpr int notebookApplicationId = 0x49726973;

/// The schema that this program writes: the newest that a kind of record or one of its fields came with.
int schemaVersion();

/// The statements that make an empty notebook of the first schema.
const QStringList& firstSchema();

/// The statements that bring a notebook of schema `version` to the next one; each ends by writing its own version.
QStringList upgradeFrom(int version);

/// The tables a database has, and the columns of each as "table.column".
QSet<QString> shapeOf(const QSqlDatabase& database);

/// The same of a notebook of a schema, as the statements make it.
const QSet<QString>& shapeOfSchema(int version);

/// The schema a database has by what is in it, whatever it says of itself: the highest of which it has every table and
/// column. 0 when it has none in full, or something of a later one, which bringing it up to date would trip over.
int schemaByShape(const QSqlDatabase& database);

} // namespace iris
