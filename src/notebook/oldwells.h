#pragma once

#include "notebook/jsonreader.h"

#include <QSqlDatabase>

namespace iris {

// Wells as notebooks had them up to schema 6, all in one text among the settings and without numbers, and JSON files of
// that time.

/// Gives the wells of a JSON file that have no numbers those of their places.
void numberOldWells(Json& file);

/// Moves a notebook's wells into their table. Those that this program cannot make out stay, in the setting
/// wells_not_read.
/// @return what there is to tell, one sentence each
Result<std::vector<std::string>> moveOldWells(const QSqlDatabase& database);

} // namespace iris
