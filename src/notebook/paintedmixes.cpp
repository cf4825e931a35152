#include "notebook/paintedmixes.h"

#include "notebook/lessons.h"

#include <algorithm>
#include <cmath>

namespace iris {
namespace {

/// The share of the first of two tubes by tinting strength.
double shareOf(const Recipe& mix, std::span<const Paint> strengths)
{
    const double first = mix.parts[0].parts * strengths[mix.parts[0].paint].strength;
    return first / (first + mix.parts[1].parts * strengths[mix.parts[1].paint].strength);
}

} // namespace

const PaintedMixes::ByTubes& PaintedMixes::byTubes() const
{
    std::call_once(m_sorted->once, [this] {
        for (std::size_t place = 0; place < m_mixes.size(); ++place) {
            if (!isPaintedDry(m_mixes[place]))
                continue;
            std::vector<TubeId> tubes;
            for (const MixPart& part : m_mixes[place].parts)
                tubes.push_back(part.tube);
            std::ranges::sort(tubes);
            m_sorted->byTubes[tubes].push_back(place);
        }
    });
    return m_sorted->byTubes;
}

const std::vector<std::size_t>* PaintedMixes::of(const Notebook& notebook, const Recipe& recipe) const
{
    std::vector<TubeId> tubes;
    for (const Part& part : recipe.parts)
        tubes.push_back(notebook.tubes[part.paint].id);
    std::ranges::sort(tubes);
    const auto found = byTubes().find(tubes);
    return found == byTubes().end() ? nullptr : &found->second;
}

const MixRecord* PaintedMixes::as(const Notebook& notebook, const Recipe& recipe) const
{
    const MixRecord* latest = nullptr;
    if (const auto* places = of(notebook, recipe))
        for (const std::size_t place : *places) {
            const MixRecord& mix = notebook.mixes[place];
            if (isMixOf(mix, recipe, notebook) && (!latest || mix.date >= latest->date))
                latest = &mix;
        }
    return latest;
}

std::optional<Recipe> PaintedMixes::near(const Notebook& notebook, const Recipe& recipe, std::span<const Paint> paints,
                                         std::span<const Paint> unlearnt) const
{
    constexpr double mostShare = 0.15;
    const auto* places = recipe.parts.size() == 2 ? of(notebook, recipe) : nullptr;
    if (!places)
        return std::nullopt;
    const double wanted = shareOf(recipe, paints);
    const TubeId firstTube = notebook.tubes[recipe.parts[0].paint].id;
    std::optional<Recipe> nearest;
    double least = mostShare;
    for (const std::size_t place : *places) {
        const MixRecord& mix = notebook.mixes[place];
        if (!isSameWash(mix.wash, recipe.wash))
            continue;
        const bool same = mix.parts[0].tube == firstTube;
        Recipe own = recipe;
        own.parts[0].parts = mix.parts[same ? 0 : 1].parts;
        own.parts[1].parts = mix.parts[same ? 1 : 0].parts;
        const double apart =
            std::min(std::abs(shareOf(own, paints) - wanted), std::abs(shareOf(own, unlearnt) - wanted));
        if (apart <= least) {
            least = apart;
            nearest = std::move(own);
        }
    }
    return nearest;
}

} // namespace iris
