#pragma once

#include "mixing/recipe.h"

#include <vector>

namespace iris {

/// The same tubes at the same wash in every ratio that can be counted out nearby: no amount beside another more than
/// 1.6 times as far from what it is. Three clean tubes go past a grey between two of the ratios that are tried.
/// @param recipe of three tubes
std::vector<Recipe> nearbyRatios(const Recipe& recipe);

} // namespace iris
