#include "base/text.h"
#include "cli/json.h"
#include "cli/progress.h"
#include "cli/tubesource.h"
#include "colour/srgb.h"
#include "palette/coverage.h"
#include "palette/need.h"

#include <algorithm>

namespace iris {
namespace {

Result<Lab> wantedColour(const MatchArguments& arguments)
{
    if (arguments.lab.empty() == arguments.hex.empty())
        return failure(ErrorCode::BadColour, "say which colour: either --lab L,a,b or --hex H");
    if (!arguments.lab.empty())
        return parseLab(arguments.lab);
    return parseHex(arguments.hex).map([](const Srgb& colour) { return toLab(colour); });
}

} // namespace

Result<Output> matchCommand(const MatchArguments& arguments)
{
    const auto wanted = wantedColour(arguments);
    if (!wanted)
        return tl::unexpected(wanted.error());
    const auto tolerance = parseTolerance(arguments.tolerance);
    if (!tolerance)
        return tl::unexpected(tolerance.error());
    if (arguments.mostTubes < 1 || arguments.mostTubes > 3)
        return failure(ErrorCode::BadNumber, "a recipe has 1 to 3 tubes");
    const auto all = TubeSource::from(arguments.source);
    if (!all)
        return tl::unexpected(all.error());
    const auto source = all->usable(arguments.only);
    if (!source)
        return tl::unexpected(source.error());
    const auto& paints = source->paints();

    const MatchOptions options{*tolerance, arguments.mostTubes, static_cast<std::size_t>(std::max(1, arguments.most)),
                               watched()};
    const auto matches = matchesFor(*wanted, paints, options);

    Output output{"", Json{{"wanted", toJson(*wanted)}, {"tolerance", *tolerance}, {"matches", Json::array()}}};
    for (const Match& match : matches) {
        output.json["matches"].push_back(toJson(match, paints));
        output.text += formatNumber(match.apart, 1) + " apart  " + recipeText(match.recipe, paints) + "\n";
    }
    if (matches.empty()) {
        const auto nearest = closestMatch(*wanted, paints, arguments.mostTubes, watched());
        output.json["nearest"] = nearest ? toJson(*nearest, paints) : Json(nullptr);
        output.text = "No recipe comes within " + formatNumber(*tolerance, 1) + ".";
        if (nearest)
            output.text += " The nearest is " + formatNumber(nearest->apart, 1)
                           + " apart: " + recipeText(nearest->recipe, paints) + ".";
        output.text += "\n";
    }
    output.remarks = source->remarks();
    return output;
}

} // namespace iris
