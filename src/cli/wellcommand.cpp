#include "base/text.h"
#include "cli/arguments.h"
#include "cli/json.h"
#include "cli/wantedcolour.h"
#include "colour/colourname.h"
#include "finding/nexttouch.h"
#include "words/findwords.h"

#include <numeric>

namespace iris {
namespace {

PuddleContents contentsOf(const Recipe& recipe, bool touches)
{
    PuddleContents contents;
    contents.wash = recipe.wash;
    for (const Part& part : recipe.parts)
        contents.parts.emplace_back(part.paint, touches ? static_cast<double>(part.parts) / recipe.handling.touchesAPart
                                                        : part.parts);
    return contents;
}

Result<std::optional<Sight>> sightFrom(const NextTouchArguments& arguments, const Wanted& wanted)
{
    if (!arguments.seen.empty())
        return parseLab(arguments.seen).map([](const Lab& colour) { return std::optional(Sight{colour, 1}); });
    if (arguments.looks.empty())
        return std::optional<Sight>{};
    std::vector<Look> looks;
    for (const std::string& name : arguments.looks) {
        const auto look = named<Look>(trimmed(name));
        if (!look)
            return failure(ErrorCode::BadOption,
                           "--looks is too red, yellow, green, blue, light, dark, dull or clean, not \"" + name + "\"");
        looks.push_back(*look);
    }
    return sightOf(looks, wanted).map([](const Sight& sight) { return std::optional(sight); });
}

Json stepJson(const TouchStep& step, std::span<const Paint> paints, Handling handling)
{
    return {{"tube", paints[step.paint].name},
            {"parts", rounded(step.parts, 4)},
            {"amount", amountWords(step.parts, handling)},
            {"wash", rounded(step.wash, 3)},
            {"colour", toJson(step.laid.colour)},
            {"apart", rounded(step.apart, 2)},
            {"transparency", toJson(step.transparency)}};
}

} // namespace

Result<Output> nextTouchCommand(const NextTouchArguments& arguments)
{
    const auto source = TubeSource::from(arguments.source);
    if (!source)
        return tl::unexpected(source.error());
    const auto wanted = wantedFrom(arguments.wanted, *source);
    if (!wanted)
        return tl::unexpected(wanted.error());
    const auto recipe = parseRecipe(arguments.parts, arguments.wash, *source);
    if (!recipe)
        return tl::unexpected(recipe.error());
    const bool touches =
        std::ranges::any_of(arguments.parts, [](const std::string& text) { return text.ends_with('t'); });
    const PuddleContents contents = contentsOf(*recipe, touches);
    TouchOptions options{{}, arguments.tolerance, source->handling()};
    const auto only = source->find(arguments.only);
    if (!only)
        return tl::unexpected(only.error());
    options.places = *only;
    for (std::size_t place = 0; arguments.only.empty() && place < source->paints().size(); ++place)
        if (source->isAtHand(place))
            options.places.push_back(place);
    const auto sight = sightFrom(arguments, *wanted);
    if (!sight)
        return tl::unexpected(sight.error());
    const auto& paints = source->paints();
    Belief belief = firstBelief(paints.size());
    Lab off;
    if (*sight) {
        const Spectrum paper = source->handling().paper.reflectance();
        belief = corrected(belief, contents, **sight, paints, paper);
        off = unexplained(belief, contents, **sight, paints, paper);
    }
    const TouchAdvice advice = nextTouch(contents, aimedAt(*wanted, off), paints, belief, options);

    Output output{adviceWords(advice, paints, options.tolerance).whole() + "\n",
                  Json{{"apart_now", rounded(advice.apartNow, 2)},
                       {"wash_now", rounded(advice.washNow, 3)},
                       {"colour_now", toJson(advice.laidNow.colour)},
                       {"there", advice.apartNow <= options.tolerance},
                       {"at_once", advice.atOnce()},
                       {"too_much", advice.tooMuch ? Json(paints[*advice.tooMuch].name) : Json(nullptr)},
                       {"steps", Json::array()},
                       {"leans_wrong", advice.leansWrong ? Json(paints[*advice.leansWrong].name) : Json(nullptr)},
                       {"words", adviceWords(advice, paints, options.tolerance).whole()}}};
    for (const TouchStep& step : advice.steps)
        output.json["steps"].push_back(stepJson(step, paints, advice.handling));
    for (const Part& part : recipe->parts) {
        const double factor = std::exp(belief.logFactor[part.paint]);
        output.json["in_the_well"].push_back({{"tube", paints[part.paint].name}, {"counts_as", rounded(factor, 2)}});
        if (const std::string words = beliefWords(belief, part.paint, paints); !words.empty())
            output.text += shown(words) + "\n";
    }
    output.remarks = source->remarks();
    return output;
}

Result<Output> glazeCommand(const GlazeArguments& arguments)
{
    const auto asked = sourcedRecipe(arguments.source, arguments.parts, arguments.wash);
    if (!asked)
        return tl::unexpected(asked.error());
    const TubeSource& source = asked->source;
    const Recipe& recipe = asked->recipe;
    const auto below = parseRecipe(arguments.over, arguments.overWash, source);
    if (!below)
        return tl::unexpected(below.error());
    Spectrum paper = source.handling().paper.reflectance();
    if (!arguments.paper.empty()) {
        const auto white = parseLab(arguments.paper);
        if (!white)
            return tl::unexpected(white.error());
        paper = paperSeenAs(*white);
    }
    const auto& paints = source.paints();
    const auto laidOver = [&](Spectrum backing) {
        if (!below->parts.empty())
            backing = filmReflectance(mixedFilm(*below, paints), below->wash, backing);
        const Film film = mixedFilm(recipe, paints);
        std::vector<Lab> layers;
        for (int layer = 0; layer < arguments.layers; ++layer) {
            layers.push_back(seenLab(film, recipe.wash, backing));
            backing = filmReflectance(film, recipe.wash, backing);
        }
        return layers;
    };
    Output output{"", Json{{"parts", partsJson(recipe, paints)},
                           {"wash", recipe.wash},
                           {"layers", Json::array()},
                           {"over_ink", Json::array()}}};
    const auto onPaper = laidOver(paper);
    const auto onInk = laidOver(blackLine());
    for (std::size_t i = 0; i < onPaper.size(); ++i) {
        Json layer{{"colour", toJson(onPaper[i])}};
        addDisplay(layer, onPaper[i]);
        output.json["layers"].push_back(std::move(layer));
        output.json["over_ink"].push_back(toJson(onInk[i]));
        output.text += (i == 0 ? "one layer: " : std::to_string(i + 1) + " layers: ") + colourName(onPaper[i])
                       + ", Lab " + labText(onPaper[i]) + "; over a pen line L* " + formatNumber(onInk[i].l, 0) + "\n";
    }
    output.remarks = source.remarks();
    return output;
}

} // namespace iris
