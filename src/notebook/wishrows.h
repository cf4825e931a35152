#pragma once

#include "notebook/palettewishes.h"

#include <QSqlDatabase>

namespace iris {

/// The painter's wishes, which stand in tables and settings of their own.
Result<PaletteWishes> loadWishes(const QSqlDatabase& database);
Result<void> writeWishes(const QSqlDatabase& database, const PaletteWishes& wishes);

} // namespace iris
