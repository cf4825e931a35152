#include "cli/arguments.h"

#include "base/text.h"
#include "mixing/ratios.h"

#include <algorithm>

namespace iris {
namespace {

/// One amount as it was typed.
struct TypedPart {
    Part part;
    bool touches = false;
};

Result<TypedPart> parsePart(const std::string& text, const TubeSource& source)
{
    const auto colon = text.rfind(':');
    const auto whole = source.find(text);
    if (colon == std::string::npos)
        return failure(ErrorCode::BadRecipe, "\"" + text + "\" has no parts; write TUBE:PARTS, as in " + text + ":3");
    std::string_view amount = std::string_view(text).substr(colon + 1);
    const bool touches = amount.ends_with('t');
    amount.remove_suffix(touches ? 1 : 0);
    const auto parts = parseWholeNumber(amount, 1, 1000);
    const auto tube = source.find(text.substr(0, colon));
    if (tube && whole) {
        return failure(ErrorCode::BadRecipe,
                       "\"" + text + "\" could be a tube or a count of parts; write " + text + ":1 for the tube");
    }
    if (whole)
        return failure(ErrorCode::BadRecipe, "\"" + text + "\" has no parts; write TUBE:PARTS, as in " + text + ":3");
    if (!tube)
        return tl::unexpected(tube.error());
    if (!parts)
        return failure(ErrorCode::BadRecipe, "parts are whole numbers from 1 to 1000, or touches as in 3t, not \""
                                                 + text.substr(colon + 1) + "\"");
    return TypedPart{{*tube, static_cast<int>(*parts)}, touches};
}

} // namespace

Result<Recipe> parseRecipe(const std::vector<std::string>& texts, double wash, const TubeSource& source)
{
    const auto checked = checkedWash(wash);
    if (!checked)
        return tl::unexpected(checked.error());
    std::vector<TypedPart> typed;
    for (const std::string& text : texts) {
        const auto part = parsePart(text, source);
        if (!part)
            return tl::unexpected(part.error());
        typed.push_back(*part);
    }
    const bool anyTouches = std::ranges::any_of(typed, &TypedPart::touches);
    Recipe recipe{{}, *checked, source.handling()};
    for (const TypedPart& one : typed)
        recipe.parts.push_back(
            {one.part.paint, one.part.parts * (anyTouches && !one.touches ? recipe.handling.touchesAPart : 1)});
    return recipe;
}

Result<SourcedRecipe> sourcedRecipe(const SourceArguments& arguments, const std::vector<std::string>& parts,
                                    double wash)
{
    auto source = TubeSource::from(arguments);
    if (!source)
        return tl::unexpected(source.error());
    auto recipe = parseRecipe(parts, wash, *source);
    if (!recipe)
        return tl::unexpected(recipe.error());
    return SourcedRecipe{std::move(*source), std::move(*recipe)};
}

Result<double> checkedWash(double wash)
{
    if (!(wash > 0 && wash <= 4))
        return failure(ErrorCode::BadNumber, "a wash is above 0 and at most 4; full is 1, middle 0.45, thin 0.2");
    return wash;
}

} // namespace iris
