#pragma once

#include "colour/cielab.h"

#include <string>

namespace iris {

/// What a painter sees of a colour that lies beside another, as nothing can be judged alone: "warmer, lighter and
/// duller", "cooler"; empty where no word is earned. A word is earned by 2 in warmthOf(), 2 in L*, 3 in chroma; those
/// steps are ours.
std::string seenBeside(const Lab& colour, const Lab& other);

} // namespace iris
