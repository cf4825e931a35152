#include "notebook/ownmixes.h"

#include "base/text.h"
#include "colour/deltae.h"
#include "notebook/papers.h"

#include <algorithm>

namespace iris {
namespace {

std::string searchedIn(const MixRecord& mix, const Studio& studio)
{
    return lowered(mix.name + '\n' + partsText(mix.parts, studio.notebook.handling, studio.names) + '\n' + mix.tags
                   + '\n' + mix.notes + '\n' + mix.paper);
}

} // namespace

std::optional<MixColour> colourOf(const MixRecord& mix, const Studio& studio)
{
    if (const auto painted = onOwnPaper(mix, studio.notebook, studio.paints))
        return MixColour{*painted, true};
    const auto recipe = recipeOf(mix.parts, mix.wash, studio.notebook);
    return recipe ? std::optional(MixColour{colourOf(*recipe, studio.paints), false}) : std::nullopt;
}

MixSearch::MixSearch(std::string_view words) : m_all(lowered(words))
{
    for (const std::string& word : split(m_all, ' '))
        if (!word.empty())
            m_words.push_back(word);
}

const std::optional<ColourRange>& MixSearch::rangeOf(const std::string& words)
{
    const auto [known, isNew] = m_ranges.try_emplace(words);
    if (isNew)
        if (const auto range = colourMeant(words))
            known->second = *range;
    return known->second;
}

bool MixSearch::finds(const MixRecord& mix, const Studio& studio)
{
    if (m_words.empty())
        return true;
    std::string rest; // what stands nowhere in it
    const std::string searched = searchedIn(mix, studio);
    for (const std::string& word : m_words)
        if (searched.find(word) == std::string::npos)
            rest += word + ' ';
    if (rest.empty())
        return true;
    // All of it as a colour, too: "green gold", where a tube happens to be called so.
    const auto& range = rangeOf(rest);
    const auto& whole = rangeOf(m_all);
    if (!range && !whole)
        return false;
    const auto colour = colourOf(mix, studio);
    return colour && ((range && range->holds(colour->colour)) || (whole && whole->holds(colour->colour)));
}

std::vector<OwnMix> ownMixesNear(const Wanted& wanted, const Studio& studio, double within, std::size_t most)
{
    std::vector<OwnMix> near;
    for (const MixRecord& mix : studio.notebook.mixes) {
        if (mix.wet || mix.layers != 1)
            continue;
        const auto recipe = recipeOf(mix.parts, mix.wash, studio.notebook);
        const auto seen = colourOf(mix, studio);
        if (!recipe || !seen || deltaE00(seen->colour, wanted.colour) > within)
            continue;
        OwnMix own{mix.id, candidateOf(wanted, studio.paints, *recipe), seen->isPainted, mix.date};
        own.candidate.laid.colour = seen->colour;
        own.candidate.apart = apartFrom(wanted, own.candidate.laid);
        near.push_back(std::move(own));
    }
    std::ranges::stable_sort(near, [](const OwnMix& one, const OwnMix& other) {
        return std::pair(!one.isPainted, one.candidate.apart) < std::pair(!other.isPainted, other.candidate.apart);
    });
    near.resize(std::min(near.size(), most));
    return near;
}

} // namespace iris
