#pragma once

#include "base/result.h"

#include <QString>

namespace iris {

/// Makes a new notebook file out of a JSON one. Nothing is left behind when it fails.
/// @return what reading either, or writing, can end in
Result<void> notebookFromJson(const QString& json, const QString& path);

} // namespace iris
