#pragma once

#include "base/result.h"
#include "cli/tubesource.h"
#include "mixing/recipe.h"

namespace iris {

/// Reads a recipe of texts such as "TUBE:PARTS", or "TUBE:3t" for three touches of the brush, against the tubes there
/// are. A tube's own name may hold a colon (PB15:3), so the parts are what stands behind the last one; when the whole
/// text names a tube as well, that is asked about instead of guessed.
/// @param wash as checkedWash()
Result<Recipe> parseRecipe(const std::vector<std::string>& texts, double wash, const TubeSource& source);

/// The tubes a command works with, and a recipe of them.
struct SourcedRecipe {
    TubeSource source;
    Recipe recipe;
};
Result<SourcedRecipe> sourcedRecipe(const SourceArguments& source, const std::vector<std::string>& parts, double wash);

/// Checks a wash typed as a film thickness: above 0, at most 4.
Result<double> checkedWash(double wash);

} // namespace iris
