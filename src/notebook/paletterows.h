#pragma once

#include "notebook/notebook.h"

#include <QSqlDatabase>

namespace iris {

/// Palettes and the painter's wishes, which name tubes in tables of their own.
Result<std::vector<PaletteRecord>> loadPalettes(const QSqlDatabase& database);
Result<PaletteWishes> loadWishes(const QSqlDatabase& database);

/// Fills in the id of a new palette.
Result<void> writePalette(const QSqlDatabase& database, PaletteRecord& palette);
Result<void> writeWishes(const QSqlDatabase& database, const PaletteWishes& wishes);

} // namespace iris
