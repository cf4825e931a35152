#include "base/text.h"
#include "cli/json.h"
#include "cli/progress.h"
#include "cli/wantedcolour.h"
#include "finding/candidates.h"
#include "notebook/pool.h"
#include "notebook/prices.h"
#include "paint/ratings.h"
#include "palette/need.h"
#include "words/findwords.h"
#include "words/paintwords.h"
#include "words/palettewords.h"

#include <algorithm>
#include <numeric>

namespace iris {
namespace {

Result<Sift> siftFrom(const MatchArguments& arguments, const TubeSource& source)
{
    const auto must = source.find(arguments.with);
    if (!must)
        return tl::unexpected(must.error());
    Sift sift{arguments.only, *must, {}};
    for (const std::string& tube : arguments.without) {
        const auto place = source.find(tube);
        if (!place && place.error().code != ErrorCode::NotFound)
            return tl::unexpected(place.error());
        if (place)
            sift.without.push_back(*place);
    }
    return sift;
}

/// @param miss how far off it may come out, where that is known
Json candidateJson(const Candidate& candidate, const Wanted& wanted, std::span<const Paint> paints,
                   std::optional<double> miss = {})
{
    Json object{{"parts", partsJson(candidate.recipe, paints)},
                {"wash", candidate.recipe.wash},
                {"apart", rounded(candidate.apart, 3)},
                {"colour", toJson(candidate.laid.colour)}};
    addDisplay(object, candidate.laid.colour);
    object["thin"] = toJson(candidate.laid.thin);
    object["differs"] = nearnessWords(candidate.laid.colour, wanted.colour, miss.value_or(0));
    if (miss)
        object["expected_miss"] = rounded(*miss, 2);
    object["apart_uncounted"] = rounded(candidate.apartUncounted, 3);
    object["apart_when_careless"] = rounded(candidate.apartWhenCareless, 3);
    object["transparency"] = toJson(candidate.transparency);
    object["start"] = startWords(candidate.recipe, paints);
    return object;
}

std::string candidateText(const Candidate& candidate, const Wanted& wanted, std::span<const Paint> paints, double miss)
{
    return formatNumber(candidate.apart, 1) + " apart  " + recipeText(candidate.recipe, paints) + ": "
           + nearnessWords(candidate.laid.colour, wanted.colour, miss) + "\n";
}

/// The one tube to buy that would help most; and one that is hard to get or fades, where it would help plainly more.
void addHelper(Output& output, const Wanted& wanted, const TubeSource& source, const std::vector<Candidate>& now)
{
    std::vector<Paint> paints = source.paints();
    const std::vector<std::size_t> others = addToBuy(paints, source.notebook(), source.shelf());
    const auto helper = helperFor(wanted, paints, now, others, source.handling(), watched());
    const auto tell = [&](const char* key, const std::optional<Helper>& one, const std::string& which) {
        output.json[key] = one ? candidateJson(one->candidate, wanted, paints) : Json(nullptr);
        if (one)
            output.text += which + nameAndCodes(paints[one->place]) + ", would come within "
                           + formatNumber(one->candidate.apart, 1) + ": " + recipeText(one->candidate.recipe, paints)
                           + "\n";
    };
    tell("helper", helper, "One tube more, ");
    if (source.shelf() == Shelf::Everything)
        return;
    const auto rarer = rarerHelper(wanted, paints, now, helper, source.handling(), watched());
    tell("rarer_helper", rarer,
         rarer && fades(paints[rarer->place].lightfastness) ? "One that fades, " : "One that is hard to get, ");
}

} // namespace

Result<Output> matchCommand(const MatchArguments& arguments)
{
    const auto tolerance = parseTolerance(arguments.tolerance);
    if (!tolerance)
        return tl::unexpected(tolerance.error());
    const bool byPrice = arguments.order == "price"; // which the core does not know
    const auto order = named<CandidateOrder>(byPrice ? "as tried" : arguments.order);
    if (!order)
        return failure(ErrorCode::BadOption,
                       "--order is as tried, closest, fewest tubes, forgiving, transparent or price");
    const auto all = TubeSource::from(arguments.source);
    if (!all)
        return tl::unexpected(all.error());
    const auto wanted = wantedFrom(arguments.wanted, *all);
    if (!wanted)
        return tl::unexpected(wanted.error());
    const auto source = all->usable(arguments.onlyTubes, arguments.with);
    if (!source)
        return tl::unexpected(source.error());
    const auto sift = siftFrom(arguments, *source);
    if (!sift)
        return tl::unexpected(sift.error());
    const auto& paints = source->paints();
    CandidateOptions options;
    options.mostTubes = arguments.mostTubes;
    options.most = static_cast<std::size_t>(arguments.most);
    options.sift = *sift;
    options.handling = source->handling();
    options.work = watched();
    std::vector<std::size_t> places(paints.size());
    std::iota(places.begin(), places.end(), 0U);
    if (!arguments.wanted.tube.empty()) // a tube is matched by the others
        if (const auto own = source->find(arguments.wanted.tube))
            std::erase(places, *own);
    auto found = candidatesFor(*wanted, paints, places, options);
    sortCandidates(found, *order);
    if (byPrice)
        sortByPrice(found, source->notebook());

    Output output{"", Json{{"wanted", toJson(wanted->colour)}, {"tolerance", *tolerance}, {"matches", Json::array()}}};
    output.json["wanted_thin"] = wanted->thin ? toJson(*wanted->thin) : Json(nullptr);
    const auto missOf = [&](const Candidate& candidate) {
        return candidate.recipe.parts.size() > 1 ? expectedMiss(candidate.recipe, paints, source->learned()) : 0;
    };
    for (const Candidate& candidate : found) {
        if (candidate.apart > *tolerance)
            continue;
        const double miss = missOf(candidate);
        output.json["matches"].push_back(candidateJson(candidate, *wanted, paints, miss));
        output.text += candidateText(candidate, *wanted, paints, miss);
    }
    if (output.json["matches"].empty()) {
        const auto nearest = std::ranges::min_element(found, {}, &Candidate::apart);
        const bool any = nearest != found.end();
        output.json["nearest"] = any ? candidateJson(*nearest, *wanted, paints, missOf(*nearest)) : Json(nullptr);
        output.text = any ? "No recipe comes within " + formatNumber(*tolerance, 1) + "." : "No tube is let through.";
        const BeyondPaint beyond =
            beyondPaint(wanted->colour, *tolerance, PaintRange::ofWatercolour(source->handling().paper));
        if (any)
            output.text += " The nearest is " + candidateText(*nearest, *wanted, paints, missOf(*nearest))
                           + (beyond == BeyondPaint::No ? outOfReachWords(outOfReach(*wanted, *nearest))
                                                        : "It is " + std::string(beyondWords(beyond)) + ".");
        output.text += output.text.ends_with('\n') ? "" : "\n";
    }
    if (arguments.helper)
        addHelper(output, *wanted, *source, found);
    output.remarks = source->remarks();
    if (const std::string words = threesWords(places.size()); options.mostTubes >= 3 && !words.empty())
        output.remarks.push_back(words);
    return output;
}

} // namespace iris
