#include "notebook/lessons.h"

#include "mixing/matching.h"

#include <algorithm>
#include <cmath>

namespace iris {
namespace {

constexpr double surelySet = 0.15;
constexpr double defaultUncertainty = 2;
constexpr std::size_t recipesANeed = 3;
constexpr double everyPairWeight = 0.02;
constexpr double sameWash = 0.01;

std::optional<std::size_t> placeOf(const Notebook& notebook, TubeId tube)
{
    const auto found = std::ranges::lower_bound(notebook.tubes, tube, {}, &Tube::id);
    if (found == notebook.tubes.end() || found->id != tube)
        return std::nullopt;
    return static_cast<std::size_t>(found - notebook.tubes.begin());
}

bool teaches(const MixRecord& mix)
{
    return isPaintedDry(mix) && mix.parts.size() >= 2 && mix.parts.size() <= 3;
}

} // namespace

bool isSameWash(double one, double other)
{
    return std::abs(one - other) < sameWash;
}

bool isPaintedDry(const MixRecord& mix)
{
    return mix.painted && !mix.wet && mix.layers == 1;
}

Lessons lessonsOf(const Notebook& notebook)
{
    Lessons lessons;
    for (const MixRecord& mix : notebook.mixes) {
        if (!teaches(mix))
            continue;
        const auto recipe = recipeOf(mix.parts, mix.wash, notebook);
        if (!recipe)
            continue;
        const double uncertainty = mix.uncertainty > 0 ? mix.uncertainty : defaultUncertainty;
        lessons.squares.push_back({recipe->parts, mix.wash, *mix.painted, uncertainty});
        lessons.mixes.push_back(mix.id);
    }
    return lessons;
}

LearningOptions learningOptionsOf(const Notebook& notebook)
{
    LearningOptions options;
    for (const Tube& tube : notebook.tubes)
        options.sureness.push_back(tube.strength ? surelySet : 0);
    return options;
}

std::vector<WantedMix> wantedBy(const Notebook& notebook, std::span<const Paint> paints,
                                const std::function<bool(std::size_t)>& usable, const WorkOptions& work)
{
    std::vector<std::size_t> places;
    std::vector<Paint> atHand;
    for (std::size_t i = 0; i < paints.size(); ++i)
        if (usable(i)) {
            places.push_back(i);
            atHand.push_back(paints[i]);
        }
    const auto inNotebook = [&](Recipe recipe) {
        for (Part& part : recipe.parts)
            part.paint = places[part.paint];
        return recipe;
    };
    std::vector<WantedMix> wanted;
    for (const NeedRecord& record : notebook.needs) {
        if (work.stop.stop_requested())
            return wanted;
        MatchOptions options;
        options.tolerance = record.need.tolerance + 4; // recipes that look a little off may be right once learnt
        options.mostTubes = 2;
        options.mostMatches = recipesANeed;
        options.handling = notebook.handling;
        options.work.stop = work.stop;
        for (const Match& match : matchesFor(record.need.target, atHand, options))
            if (match.recipe.parts.size() > 1)
                wanted.push_back({inNotebook(match.recipe), static_cast<double>(record.need.importance)});
    }
    for (const WantedMix& pair : everyPair(atHand, notebook.handling, wash::full, everyPairWeight))
        wanted.push_back({inNotebook(pair.recipe), pair.weight});
    return wanted;
}

std::vector<MixPart> mixPartsOf(const Recipe& recipe, const Notebook& notebook)
{
    std::vector<MixPart> parts;
    for (const Part& part : recipe.parts)
        parts.push_back({notebook.tubes[part.paint].id, notebook.tubes[part.paint].name, part.parts});
    return parts;
}

std::optional<Recipe> recipeOf(const std::vector<MixPart>& parts, double wash, const Notebook& notebook)
{
    Recipe recipe{{}, wash, onWhitePaper(notebook.handling)};
    for (const MixPart& part : parts) {
        const auto place = placeOf(notebook, part.tube);
        if (!place)
            return std::nullopt;
        recipe.parts.push_back({*place, part.parts});
    }
    return recipe.parts.empty() ? std::nullopt : std::optional(recipe);
}

std::vector<Recipe> recipesOf(const Notebook& notebook)
{
    std::vector<Recipe> recipes;
    for (const MixRecord& mix : notebook.mixes)
        if (auto recipe = recipeOf(mix.parts, mix.wash, notebook))
            recipes.push_back(std::move(*recipe));
    return recipes;
}

bool isMixOf(const MixRecord& mix, const Recipe& recipe, const Notebook& notebook)
{
    const std::size_t count = recipe.parts.size();
    if (mix.parts.size() != count || !isSameWash(mix.wash, recipe.wash))
        return false;
    for (const Part& part : recipe.parts) {
        const auto own = std::ranges::find(mix.parts, notebook.tubes[part.paint].id, &MixPart::tube);
        // The same proportion to the first: the numbers themselves may differ.
        const auto first = std::ranges::find(mix.parts, notebook.tubes[recipe.parts.front().paint].id, &MixPart::tube);
        if (own == mix.parts.end() || first == mix.parts.end()
            || std::int64_t{own->parts} * recipe.parts.front().parts != std::int64_t{first->parts} * part.parts)
            return false;
    }
    return true;
}

} // namespace iris
