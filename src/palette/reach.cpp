#include "palette/reach.h"

#include "colour/deltae.h"
#include "colour/observer.h"
#include "mixing/labcolumns.h"
#include "mixing/matching.h"
#include "mixing/mixkernel.h"
#include "mixing/nearbyratios.h"
#include "palette/closeness.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <unordered_map>

namespace iris {
namespace {

constexpr double reachCellWidth = 3;
constexpr double showsAColour = 4; ///< chroma
constexpr double nearlyNeutral = 6;
constexpr double aGreyOfAKind = 9; ///< a warm or a cool one
constexpr double middleValue = 50; ///< L*
constexpr double nearMiddle = 15;
constexpr double almostAGrey = 20;
constexpr std::size_t mostRefined = 24; ///< sets of three

std::size_t stretchOf(const Lch& lch)
{
    return std::min(static_cast<std::size_t>(lch.hueDegrees / 360 * hueStretches), hueStretches - 1);
}

int cellOf(const Lab& lab)
{
    constexpr int axis = 256;
    const auto at = [](double value) {
        return std::clamp(static_cast<int>(std::floor(value / reachCellWidth)) + axis / 2, 0, axis - 1);
    };
    return (at(lab.l) * axis + at(lab.a)) * axis + at(lab.b);
}

/// A colour, and which recipe made it.
struct Made {
    RecipePlace at;
    Lab colour;
};

/// Takes colours in one at a time.
class Gatherer {
public:
    explicit Gatherer(PaletteReach& reach) : m_reach(reach) { reach.darkest.fill(100); }

    void add(const Lab& lab, const RecipePlace& at)
    {
        if (m_known.try_emplace(cellOf(lab), m_reach.colours.size()).second)
            m_reach.colours.push_back(lab);
        const Lch lch = toLch(lab);
        m_reach.lowest = std::min(m_reach.lowest, lab.l);
        const bool isLaidTwice = at.place < fullWashPlace * chunkRatios;
        if (isLaidTwice && lch.chroma >= showsAColour)
            m_reach.darkest[stretchOf(lch)] = std::min(m_reach.darkest[stretchOf(lch)], lab.l);
        if (isLaidTwice) // for its depth; how clean paints are shows in one wash
            return;
        m_reach.cleanest = std::max(m_reach.cleanest, lch.chroma);
        const auto value = std::min(valueSteps - 1, static_cast<std::size_t>(std::max(0.0, lab.l) / 10));
        m_reach.chromaAtValue[value] = std::max(m_reach.chromaAtValue[value], lch.chroma);
        if (lch.chroma >= showsAColour) {
            const std::size_t stretch = stretchOf(lch);
            m_reach.highest = std::max(m_reach.highest, lab.l);
            if (lch.chroma > m_reach.chroma[stretch]) {
                m_reach.chroma[stretch] = lch.chroma;
                m_cleanest[stretch] = {at, lab};
            }
            m_reach.darkest[stretch] = std::min(m_reach.darkest[stretch], lab.l);
            m_reach.lightest[stretch] = std::max(m_reach.lightest[stretch], lab.l);
        }
        if (lab.l < middleValue && (m_greyest < 0 || lch.chroma < m_greyest))
            m_reach.greyest = m_greyest = lch.chroma;
        if (lch.chroma < nearlyNeutral && std::abs(lab.l - middleValue) < nearMiddle) {
            m_reach.warmestGrey = m_anyGrey ? std::max(m_reach.warmestGrey, lab.b) : lab.b;
            m_reach.coolestGrey = m_anyGrey ? std::min(m_reach.coolestGrey, lab.b) : lab.b;
            m_anyGrey = true;
        }
        if (std::abs(lab.l - middleValue) >= nearMiddle)
            return;
        if (at.tubes == 3 && lch.chroma < almostAGrey)
            keepAlmostGrey({at, lab}, lch.chroma);
        if (lch.chroma < aGreyOfAKind)
            if (auto& grey = m_greys[shadeOf(lab)]; isNearerMiddle(lab, grey))
                grey = {at, lab};
    }

    /// Works out the recipes of what stands out.
    void finish(const MixKernel& kernel)
    {
        const auto reached = [&](const std::optional<Made>& made) -> std::optional<Reached> {
            if (!made)
                return std::nullopt;
            return Reached{made->at.recipe(kernel), made->colour};
        };
        std::ranges::transform(m_cleanest, m_reach.cleanestAt.begin(), reached);
        std::ranges::transform(m_greys, m_reach.greys.begin(), reached);
    }

    /// Three clean tubes go past grey between two of the ratios that are tried: around those that come nearest to it
    /// every ratio that can be counted out is looked at.
    void refineGreys(const MixKernel& kernel, std::span<const Paint> paints)
    {
        std::ranges::sort(m_almostGrey, {}, &std::pair<double, Made>::first);
        m_almostGrey.resize(std::min(m_almostGrey.size(), mostRefined));
        for (const auto& [chroma, made] : m_almostGrey)
            for (const Recipe& recipe : nearbyRatios(made.at.recipe(kernel))) {
                const Lab lab = colourOf(recipe, paints);
                if (toLch(lab).chroma >= aGreyOfAKind || std::abs(lab.l - middleValue) >= nearMiddle)
                    continue;
                if (auto& grey = m_reach.greys[shadeOf(lab)]; isNearerMiddle(lab, grey))
                    grey = Reached{recipe, lab};
            }
    }

private:
    static bool isNearerMiddle(const Lab& lab, const auto& grey)
    {
        return !grey || std::abs(lab.l - middleValue) < std::abs(grey->colour.l - middleValue);
    }

    /// The best of each set of three.
    void keepAlmostGrey(const Made& made, double chroma)
    {
        if (m_almostGrey.empty() || m_almostGrey.back().second.at.set != made.at.set)
            m_almostGrey.emplace_back(chroma, made);
        else if (chroma < m_almostGrey.back().first)
            m_almostGrey.back() = {chroma, made};
    }

    /// Warm first.
    static std::size_t shadeOf(const Lab& lab)
    {
        const double along = (aGreyOfAKind - lab.b) / (2 * aGreyOfAKind);
        return std::min(greyShades - 1, static_cast<std::size_t>(along * static_cast<double>(greyShades)));
    }

    PaletteReach& m_reach;
    std::unordered_map<int, std::size_t> m_known;
    std::array<std::optional<Made>, hueStretches> m_cleanest;
    std::array<std::optional<Made>, greyShades> m_greys;
    std::vector<std::pair<double, Made>> m_almostGrey; ///< by chroma
    double m_greyest = -1;
    bool m_anyGrey = false;
};

/// The nearest of many colours.
class NearestReached {
public:
    explicit NearestReached(std::vector<Lab> colours) : m_colours(std::move(colours))
    {
        for (const Lab& lab : m_colours) {
            m_l.push_back(static_cast<float>(lab.l));
            m_a.push_back(static_cast<float>(lab.a));
            m_b.push_back(static_cast<float>(lab.b));
        }
    }

    std::size_t to(const Lab& wanted) const
    {
        const std::size_t count = m_colours.size();
        const std::vector<float> l(count, static_cast<float>(wanted.l));
        const std::vector<float> a(count, static_cast<float>(wanted.a));
        const std::vector<float> b(count, static_cast<float>(wanted.b));
        std::vector<float> apart(count);
        deltaE00({m_l, m_a, m_b}, {l, a, b}, apart);
        return static_cast<std::size_t>(std::ranges::min_element(apart) - apart.begin());
    }

    const Lab& colour(std::size_t i) const { return m_colours[i]; }

private:
    std::vector<Lab> m_colours;
    std::vector<float> m_l, m_a, m_b;
};

} // namespace

double PaletteReach::meanChroma() const
{
    double sum = 0;
    for (const double most : chroma)
        sum += most;
    return sum / static_cast<double>(chroma.size());
}

double PaletteReach::chromaBetween(double from, double to) const
{
    double most = 0;
    const double wide = normalisedDegrees(to - from);
    for (std::size_t i = 0; i < hueStretches; ++i) {
        const double middle = (static_cast<double>(i) + 0.5) * 360 / hueStretches;
        if (normalisedDegrees(middle - from) <= wide)
            most = std::max(most, chroma[i]);
    }
    return most;
}

PaletteReach reachOf(std::span<const Paint> paints, Handling handling, const WorkOptions& work)
{
    assert(!paints.empty());
    PaletteReach reach;
    reach.paper = handling.paper.white();
    Gatherer gatherer(reach);
    const MixKernel kernel(paints, handling);
    LabChunk chunk;
    forEachSet(paints.size(), 3, [&](std::span<const std::size_t> set) {
        for (std::size_t part = 0; part < MixKernel::chunkCount(set.size()) && !work.stop.stop_requested(); ++part) {
            kernel.mix(set, part, chunk);
            RecipePlace at{{}, set.size(), part};
            std::ranges::copy(set, at.set.begin());
            for (at.place = 0; at.place < chunkRecipes; ++at.place)
                gatherer.add({chunk.l[at.place], chunk.a[at.place], chunk.b[at.place]}, at);
        }
    });
    gatherer.finish(kernel);
    gatherer.refineGreys(kernel, paints);
    return reach;
}

Redrawn redrawn(const ColourCells& picture, const PaletteReach& reach, const WorkOptions& work)
{
    std::vector<Lab> colours = reach.colours;
    colours.push_back(reach.paper);
    const NearestReached nearest(std::move(colours));
    Redrawn result;
    result.cells.resize(picture.colours.size());
    result.apart.resize(picture.colours.size());
    constexpr std::size_t batch = 64;
    inParallel((picture.colours.size() + batch - 1) / batch, work, [&](std::size_t first) {
        for (std::size_t i = first * batch; i < std::min((first + 1) * batch, picture.colours.size()); ++i) {
            result.cells[i] = nearest.colour(nearest.to(picture.colours[i]));
            result.apart[i] = deltaE00(result.cells[i], picture.colours[i]);
        }
    });
    for (std::size_t i = 0; i < result.apart.size(); ++i) {
        result.meanApart += picture.shares[i] * result.apart[i];
        result.fallsShort += result.apart[i] > shortOf ? picture.shares[i] : 0;
    }
    return result;
}

} // namespace iris
