#include "cli/wantedcolour.h"

#include "base/text.h"
#include "cli/json.h"
#include "colour/srgb.h"
#include "finding/reachgrid.h"
#include "finding/simplest.h"
#include "notebook/papers.h"

#include <algorithm>

namespace iris {
namespace {

Result<Wanted> ofNeed(const std::string& name, const Notebook& notebook)
{
    for (const NeedRecord& record : notebook.needs)
        if (lowered(record.need.name) == lowered(trimmed(name)) || std::to_string(record.id.value) == name)
            return Wanted{record.need.target, {}, false, false};
    return failure(ErrorCode::NotFound, "the notebook has no need called \"" + name + "\"");
}

Result<Wanted> ofMix(const std::string& name, const TubeSource& source)
{
    const Notebook& notebook = source.notebook();
    for (const MixRecord& mix : notebook.mixes) {
        if (std::to_string(mix.id.value) != name && (mix.name.empty() || lowered(mix.name) != lowered(trimmed(name))))
            continue;
        if (!mix.painted)
            return failure(ErrorCode::BadColour,
                           "the colour of mix \"" + name + "\" is not known; it was only written down");
        return Wanted{*onOwnPaper(mix, notebook, source.paints()), {}, false, false};
    }
    return failure(ErrorCode::NotFound, "the notebook has no mix \"" + name + "\"");
}

/// Words leave room: of what they mean the tubes at hand choose.
Lab reachedWithin(const ColourRange& range, const TubeSource& source)
{
    std::vector<std::size_t> places;
    for (std::size_t i = 0; i < source.paints().size(); ++i)
        if (source.isAtHand(i))
            places.push_back(i);
    if (const auto simplest = simplestWithin(range, source.paints(), places, source.handling()))
        return colourOf(*simplest, source.paints());
    const ReachGrid reach = ReachGrid::of(source.paints(), places, source.handling());
    return reach.nearestTo(range.middle(), range).value_or(range.middle());
}

Result<Wanted> asSaid(const WantedArguments& arguments, const TubeSource& source)
{
    const std::array<const std::string*, 6> ways{&arguments.lab,  &arguments.hex,  &arguments.words,
                                                 &arguments.tube, &arguments.need, &arguments.mix};
    if (std::ranges::count_if(ways, [](const std::string* way) { return !way->empty(); }) != 1)
        return failure(ErrorCode::BadColour,
                       "say which colour: either --lab L,a,b or --hex H, or --words, --like TUBE, --need, --mix");
    const auto alone = [](const Lab& colour) { return Wanted{colour, {}, false, false}; };
    if (!arguments.lab.empty())
        return parseLab(arguments.lab).map(alone);
    if (!arguments.hex.empty())
        return parseHex(arguments.hex).map([&](const Srgb& colour) { return alone(toLab(colour)); });
    if (!arguments.words.empty())
        return colourMeant(arguments.words).map([&](const ColourRange& range) {
            return alone(reachedWithin(range, source));
        });
    if (!arguments.tube.empty())
        return source.paintCalled(arguments.tube).map([&](const Paint& paint) {
            return wantedLike(paint, source.handling().paper);
        });
    return !arguments.need.empty() ? ofNeed(arguments.need, source.notebook()) : ofMix(arguments.mix, source);
}

} // namespace

Result<Wanted> wantedFrom(const WantedArguments& arguments, const TubeSource& source)
{
    auto wanted = asSaid(arguments, source);
    if (!wanted)
        return wanted;
    if (!arguments.thin.empty()) {
        const auto thin = parseLab(arguments.thin);
        if (!thin)
            return tl::unexpected(thin.error());
        wanted->thin = *thin;
    }
    wanted->valueFirst = arguments.valueFirst;
    wanted->thinMatters = arguments.thinMatters;
    for (const std::string& name : arguments.but) {
        const auto move = named<Move>(trimmed(name));
        if (!move)
            return failure(ErrorCode::BadOption,
                           "--but is warmer, cooler, lighter, darker, cleaner or duller, not \"" + name + "\"");
        *wanted = moved(*wanted, *move);
    }
    return wanted;
}

Json toJson(const Wanted& wanted)
{
    return {{"colour", toJson(wanted.colour)}, {"thin", wanted.thin ? toJson(*wanted.thin) : Json(nullptr)}};
}

} // namespace iris
