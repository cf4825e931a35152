#pragma once

#include "base/parallel.h"

#include <string>

namespace iris {

/// Long work tells how far it has come, on standard error, so that what is printed stays clean: on a terminal as it
/// goes, elsewhere in a line every ten seconds.
WorkOptions watched();

/// Whether somebody looks at standard error.
bool isWatched();

/// A line for who waits, of which nothing is left in what is printed; not told where nobody looks.
void tellMeanwhile(const std::string& line);

} // namespace iris
