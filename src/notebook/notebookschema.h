#pragma once

#include <QStringList>

namespace iris {

/// The statements that make an empty notebook of the first schema.
const QStringList& firstSchema();

/// The statements that bring a notebook of schema `version` to the next one; each ends by writing its own version.
const QStringList& upgradeFrom(int version);

/// The tables a notebook of a schema has.
QStringList tablesOf(int version);

} // namespace iris
