#pragma once

#include "colour/cielab.h"

#include <string>
#include <vector>

namespace iris {

/// What so many deltaE00 look like: "not to be told apart" up to 0.7, "told only where they touch" up to 2, "the same
/// at a glance" up to close (4), "near enough for most pictures" up to workable (7), "the same kind of colour" up to
/// loose (10), and "plainly another colour". Common practice, without a source; the limits are ours.
std::string apartInWords(double apart);

/// Two colours that look so far apart (deltaE00), a muted green and what is brighter and yellower.
std::vector<Lab> colourApart(double apart);

/// What painted squares taught of a tube's strength: "as strong as thought", "about half as strong again", "about twice
/// as strong as thought", "about a third weaker than thought", "too little painted to tell" where it may be off by more
/// than it moved.
/// @param taken, found strengths, above 0
/// @param factor how far off what was found may be, 1 or more
std::string strengthInWords(double taken, double found, double factor);

/// Whether such a tube moved plainly: by a sixth at least, and by more than it may be off.
bool isPlainlyOther(double taken, double found, double factor);

} // namespace iris
