#include "cli/arguments.h"

#include "base/text.h"

namespace iris {

Result<Part> parsePart(const std::string& text, const TubeSource& source)
{
    const auto colon = text.rfind(':');
    const auto whole = source.find(text);
    if (colon == std::string::npos)
        return failure(ErrorCode::BadRecipe, "\"" + text + "\" has no parts; write TUBE:PARTS, as in " + text + ":3");
    const auto parts = parseWholeNumber(text.substr(colon + 1), 1, 1000);
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
        return failure(ErrorCode::BadRecipe,
                       "parts are whole numbers from 1 to 1000, not \"" + text.substr(colon + 1) + "\"");
    return Part{*tube, static_cast<int>(*parts)};
}

Result<double> checkedWash(double wash)
{
    if (!(wash > 0 && wash <= 4))
        return failure(ErrorCode::BadNumber, "a wash is above 0 and at most 4; full is 1, middle 0.45, thin 0.2");
    return wash;
}

} // namespace iris
