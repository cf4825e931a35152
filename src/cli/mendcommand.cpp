#include "base/text.h"
#include "cli/arguments.h"
#include "cli/json.h"
#include "cli/progress.h"
#include "colour/colourname.h"
#include "finding/diagnosis.h"
#include "finding/mother.h"
#include "finding/replacing.h"
#include "words/findwords.h"
#include "words/mixwords.h"

#include <algorithm>

namespace iris {
namespace {

std::vector<std::size_t> placesAtHand(const TubeSource& source)
{
    std::vector<std::size_t> places;
    for (std::size_t place = 0; place < source.paints().size(); ++place)
        if (source.isAtHand(place))
            places.push_back(place);
    return places;
}

} // namespace

Result<Output> replaceCommand(const ReplaceArguments& arguments)
{
    const auto source = TubeSource::from(arguments.source);
    if (!source)
        return tl::unexpected(source.error());
    const auto tube = source->find(arguments.tube);
    if (!tube)
        return tl::unexpected(tube.error());
    const auto only = source->find(arguments.only);
    if (!only)
        return tl::unexpected(only.error());
    const auto& paints = source->paints();
    std::vector<std::size_t> places = arguments.only.empty() ? placesAtHand(*source) : *only;
    std::erase_if(places, [&](std::size_t place) { return !letsThrough(arguments.terms, paints[place]); });
    std::vector<Recipe> mixes = recipesOf(source->notebook());
    std::ranges::move(halfAndHalf(*tube, paints, places, source->handling()), std::back_inserter(mixes));
    const auto found = standInsFor(*tube, mixes, paints,
                                   {places, static_cast<std::size_t>(arguments.most), source->handling(), watched()});
    Output output{"", Json{{"tube", paints[*tube].name}, {"stand_ins", Json::array()}}};
    for (const StandIn& one : found) {
        output.json["stand_ins"].push_back({{"parts", partsJson(one.recipe, paints)},
                                            {"apart_in_mixes", rounded(one.apartInMixes, 2)},
                                            {"worst_in_mixes", rounded(std::ranges::max(one.apartOf), 2)},
                                            {"apart_alone", rounded(one.apartAlone, 2)},
                                            {"parts_for_one", rounded(one.strength, 2)}});
        output.text += formatNumber(one.apartInMixes, 1) + " apart in mixes (" + formatNumber(one.apartAlone, 1)
                       + " by itself)  " + shown(recipeWords(one.recipe, paints)) + ", " + formatNumber(one.strength, 1)
                       + " parts for one\n";
    }
    if (found.empty())
        output.text = "There is no other tube to stand in for it.\n";
    output.remarks = source->remarks();
    return output;
}

Result<Output> motherCommand(const MotherArguments& arguments)
{
    const auto source = TubeSource::from(arguments.source);
    if (!source)
        return tl::unexpected(source.error());
    const auto tube = source->find(arguments.tube);
    if (!tube)
        return tl::unexpected(tube.error());
    std::vector<Recipe> mixes;
    for (const std::string& text : arguments.mixes) {
        const auto recipe = parseRecipe(split(text, '+'), arguments.wash, *source);
        if (!recipe)
            return tl::unexpected(recipe.error());
        mixes.push_back(*recipe);
    }
    if (mixes.empty())
        mixes = recipesOf(source->notebook());
    if (mixes.empty())
        return failure(ErrorCode::NotFound,
                       "there are no mixes to stir it into; say some with --into TUBE:PARTS+TUBE:PARTS");
    const auto& paints = source->paints();
    const MotherColour tied = withMother(mixes, *tube, arguments.share, paints);
    Output output{"", Json{{"tube", paints[*tube].name},
                           {"share", arguments.share},
                           {"spread_before", rounded(tied.spreadBefore, 1)},
                           {"spread_after", rounded(tied.spreadAfter, 1)},
                           {"chroma_before", rounded(tied.chromaBefore, 1)},
                           {"chroma_after", rounded(tied.chromaAfter, 1)},
                           {"mixes", Json::array()}}};
    for (std::size_t i = 0; i < mixes.size(); ++i) {
        output.json["mixes"].push_back({{"parts", partsJson(mixes[i], paints)},
                                        {"before", toJson(tied.mixes[i].before)},
                                        {"after", toJson(tied.mixes[i].after)}});
        output.text += recipeText(mixes[i], paints) + ": " + colourName(tied.mixes[i].before) + ", then "
                       + colourName(tied.mixes[i].after) + "\n";
    }
    output.text += "Apart in hue and chroma " + formatNumber(tied.spreadBefore, 0) + " before, "
                   + formatNumber(tied.spreadAfter, 0) + " after; chroma " + formatNumber(tied.chromaBefore, 0)
                   + " before, " + formatNumber(tied.chromaAfter, 0) + " after.\n";
    output.remarks = source->remarks();
    return output;
}

Result<Output> diagnoseCommand(const DiagnoseArguments& arguments)
{
    const auto asked = sourcedRecipe(arguments.source, arguments.parts, arguments.wash);
    if (!asked)
        return tl::unexpected(asked.error());
    const TubeSource& source = asked->source;
    const Recipe& recipe = asked->recipe;
    const auto& paints = source.paints();
    const Diagnosis found = diagnose(recipe, paints, [&](std::size_t place) { return source.isAtHand(place); });
    Output output{colourName(found.before) + ". " + shown(diagnosisWords(found, paints)) + "\n",
                  Json{{"colour", toJson(found.before)},
                       {"stand_across", found.standAcross},
                       {"culprit", found.culprit ? Json(paints[*found.culprit].name) : Json(nullptr)},
                       {"leans", found.leans ? Json(nameOf(*found.leans)) : Json(nullptr)},
                       {"carries_in", found.carriesIn ? Json(nameOf(*found.carriesIn)) : Json(nullptr)},
                       {"instead", found.instead ? Json(paints[*found.instead].name) : Json(nullptr)},
                       {"mended", found.instead ? partsJson(found.mended, paints) : Json(nullptr)},
                       {"mended_wash", rounded(found.mended.wash, 3)},
                       {"mended_colour", toJson(found.after)},
                       {"words", diagnosisWords(found, paints)}}};
    output.remarks = source.remarks();
    return output;
}

} // namespace iris
