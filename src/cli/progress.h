#pragma once

#include "base/parallel.h"

namespace iris {

/// Long work on a terminal tells how far it has come, on standard error, so that what is printed stays clean; nothing
/// is told where nobody looks.
WorkOptions watched();

} // namespace iris
