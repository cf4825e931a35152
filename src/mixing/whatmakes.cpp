#include "mixing/whatmakes.h"

#include "colour/deltae.h"
#include "colour/huefamily.h"
#include "mixing/cleanliness.h"
#include "mixing/matching.h"
#include "mixing/setsearch.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <mutex>
#include <numbers>
#include <tuple>

namespace iris {
namespace {

constexpr float none = -std::numeric_limits<float>::infinity();
constexpr double brownFrom = 25;
constexpr double brownTo = 88;
constexpr double brownLightest = 52;
constexpr double brownMostChroma = 45;
constexpr double fewestChroma = 10;

bool isHue(const Lab& colour, double fromDegrees, double toDegrees)
{
    const Lch lch = toLch(colour);
    const double beyond = std::fmod(lch.hueDegrees - fromDegrees + 360, 360);
    return lch.chroma >= fewestChroma && beyond < toDegrees - fromDegrees && !isOfKind(colour, MixKind::Browns);
}

/// How far a colour goes towards the middle of a family.
float towards(const Lab& colour, HueFamily family)
{
    const double middle = *middleDegrees(family) * std::numbers::pi / 180;
    return static_cast<float>(colour.a * std::cos(middle) + colour.b * std::sin(middle));
}

/// What a recipe is worth in an order; the higher the better. Orders that need more than the colour go by the best.
float keyOf(const Lab& colour, MixKind kind, MixOrder order)
{
    const double chroma = std::hypot(colour.a, colour.b);
    switch (order) {
    case MixOrder::Muted: return static_cast<float>(-chroma);
    case MixOrder::Warm: return static_cast<float>(warmthOf(colour));
    case MixOrder::Cool: return static_cast<float>(-warmthOf(colour));
    case MixOrder::Light: return static_cast<float>(colour.l);
    case MixOrder::Dark: return static_cast<float>(-colour.l);
    default: break;
    }
    switch (kind) {
    case MixKind::Greys: return static_cast<float>(-chroma);
    case MixKind::Darks: return static_cast<float>(-colour.l);
    case MixKind::Browns: return static_cast<float>(chroma);
    case MixKind::Oranges: return towards(colour, HueFamily::Orange);
    case MixKind::Greens: return towards(colour, HueFamily::Green);
    case MixKind::Violets: return towards(colour, HueFamily::Violet);
    }
    return none;
}

/// How much better three tubes must be than two of them.
constexpr float worthAThirdTube = 1;

struct Best {
    float key = none;
    std::size_t chunk = 0;
    std::size_t place = 0;
};

struct Candidate {
    std::array<std::size_t, 3> set{};
    std::size_t tubes = 0;
    Best best;

    std::span<const std::size_t> tubesOf() const { return {set.data(), tubes}; }
};

constexpr double likeOneTube = 5;

/// Every tube alone at every wash of the recipes.
class TubesAlone {
public:
    explicit TubesAlone(std::span<const Paint> paints)
    {
        for (const Paint& paint : paints)
            for (const double wash : recipeWashes)
                m_colours.push_back(seenLab(paint.film, wash, whitePaper()));
    }

    bool lookLike(const Lab& colour, std::span<const std::size_t> set, std::size_t wash) const
    {
        return std::ranges::any_of(set, [&](std::size_t paint) {
            return deltaE00(colour, m_colours[paint * recipeWashes.size() + wash]) < likeOneTube;
        });
    }

private:
    std::vector<Lab> m_colours;
};

/// Looks through the recipes of one set after another. One a thread.
class Searcher {
public:
    Searcher(const MixKernel& kernel, const TubesAlone& alone, const WhatMakesOptions& options)
        : m_kernel(kernel),
          m_alone(alone),
          m_options(options)
    {
        while (m_washes < recipeWashes.size() && recipeWashes[m_washes] >= options.thinnest)
            ++m_washes;
        if (options.kind == MixKind::Darks)
            m_washes = 1; // water never made anything darker
    }

    Best bestOf(std::span<const std::size_t> set, float toBeat)
    {
        Best best;
        best.key = toBeat;
        bool found = false;
        for (std::size_t chunk = 0; chunk < MixKernel::chunkCount(set.size()); ++chunk) {
            m_kernel.mix(set, chunk, m_chunk);
            for (std::size_t place = 0; place < m_washes * chunkRatios; ++place) {
                const Lab colour{m_chunk.l[place], m_chunk.a[place], m_chunk.b[place]};
                if (!nearKind(colour))
                    continue;
                const float key = keyOf(colour, m_options.kind, m_options.order);
                if (key > best.key && isOfKind(colour, m_options.kind)
                    && !m_alone.lookLike(colour, set, place / chunkRatios)) {
                    best = {key, chunk, place};
                    found = true;
                }
            }
        }
        return found ? best : Best{};
    }

private:
    /// A quick look that lets through everything of the kind.
    bool nearKind(const Lab& colour) const
    {
        const double squared = colour.a * colour.a + colour.b * colour.b;
        switch (m_options.kind) {
        case MixKind::Greys: return squared < 36;
        case MixKind::Darks: return colour.l < 30;
        case MixKind::Browns: return colour.l < brownLightest;
        default: return squared >= fewestChroma * fewestChroma;
        }
    }

    const MixKernel& m_kernel;
    const TubesAlone& m_alone;
    const WhatMakesOptions& m_options;
    std::size_t m_washes = 0;
    LabChunk m_chunk;
};

/// Which sets are looked at: those with the tube that was asked for, and none with a tube of black where that is no
/// find.
class Sieve {
public:
    Sieve(std::span<const Paint> paints, const WhatMakesOptions& options) : m_with(options.with)
    {
        const bool neutral = options.kind == MixKind::Greys || options.kind == MixKind::Darks;
        for (const Paint& paint : paints)
            m_barred.push_back(neutral && !options.withBlacks && paint.family == HueFamily::Black);
    }

    bool lets(std::span<const std::size_t> set) const
    {
        const bool barred = std::ranges::any_of(set, [&](std::size_t paint) { return m_barred[paint]; });
        return !barred && (!m_with || std::ranges::find(set, *m_with) != set.end());
    }

private:
    std::optional<std::size_t> m_with;
    std::vector<bool> m_barred;
};

/// The paints whose pairs are worth most.
std::vector<bool> chosenForThrees(const std::vector<float>& pairKeys, std::size_t count,
                                  const std::optional<std::size_t>& with)
{
    std::vector<float> far(count, std::numeric_limits<float>::infinity());
    for (std::size_t one = 0; one < count; ++one)
        for (std::size_t other = one + 1; other < count; ++other)
            for (const std::size_t paint : {one, other})
                far[paint] = std::min(far[paint], -pairKeys[one * count + other]);
    std::vector<std::size_t> must;
    if (with)
        must.push_back(*with);
    return worthThrees(far, must);
}

/// The best of every pair and triple that was asked for. Pairs come first: a triple must be better than those inside
/// it.
std::vector<Candidate> candidatesOf(std::span<const Paint> paints, const MixKernel& kernel,
                                    const WhatMakesOptions& options)
{
    const std::size_t count = paints.size();
    const Sieve sieve(paints, options);
    const TubesAlone alone(paints);
    std::vector<Candidate> found;
    std::vector<float> pairKeys(count * count, none);
    const auto toBeat = [&](std::span<const std::size_t> set) {
        if (set.size() < 3)
            return none;
        const float inside = std::max(
            {pairKeys[set[0] * count + set[1]], pairKeys[set[0] * count + set[2]], pairKeys[set[1] * count + set[2]]});
        return inside > none ? inside + worthAThirdTube : none;
    };
    std::vector<bool> inThrees;
    std::once_flag pairsAreDone;
    const auto chooseForThrees = [&] { inThrees = chosenForThrees(pairKeys, count, options.with); };
    std::mutex mutex;
    searchSets(count, 2, static_cast<std::size_t>(options.mostTubes), options.work, [&](const SetRange& sets) {
        if (sets.size == 3)
            std::call_once(pairsAreDone, chooseForThrees);
        Searcher searcher(kernel, alone, options);
        std::vector<Candidate> own;
        sets.forEach([&](std::span<const std::size_t> set) {
            const bool wanted = sieve.lets(set);
            if (set.size() == 3
                && !(wanted && std::ranges::all_of(set, [&](std::size_t paint) { return inThrees[paint]; })))
                return;
            Candidate candidate;
            candidate.tubes = set.size();
            std::ranges::copy(set, candidate.set.begin());
            candidate.best = searcher.bestOf(set, toBeat(set));
            if (set.size() == 2)
                pairKeys[set[0] * count + set[1]] = candidate.best.key;
            if (wanted && candidate.best.key > none)
                own.push_back(candidate);
        });
        const std::scoped_lock lock(mutex);
        found.insert(found.end(), own.begin(), own.end());
    });
    return found;
}

/// What decides between findings where the colour alone does not.
int rankOf(const Finding& finding, std::span<const Paint> paints, MixOrder order)
{
    switch (order) {
    case MixOrder::Transparent:
        return static_cast<int>(std::lround(1000 * finding.judgement.transparency.opacityIndex));
    case MixOrder::Lifts: return finding.judgement.staining;
    case MixOrder::FewPigments: {
        int pigments = 0;
        for (const Part& part : finding.recipe.parts)
            pigments += static_cast<int>(paints[part.paint].codes.size());
        return pigments;
    }
    default: return 0;
    }
}

bool needsJudging(MixOrder order)
{
    return order == MixOrder::Transparent || order == MixOrder::Lifts || order == MixOrder::FewPigments;
}

} // namespace

bool isOfKind(const Lab& colour, MixKind kind)
{
    const Lch lch = toLch(colour);
    switch (kind) {
    case MixKind::Oranges: return isHue(colour, 48, 80);
    case MixKind::Greens: return isHue(colour, 102, 225);
    case MixKind::Violets: return isHue(colour, 298, 350);
    case MixKind::Browns:
        return lch.hueDegrees >= brownFrom && lch.hueDegrees <= brownTo && lch.l < brownLightest && lch.chroma >= 8
               && lch.chroma < brownMostChroma;
    case MixKind::Greys: return lch.chroma < 6 && lch.l >= 30;
    case MixKind::Darks: return lch.chroma < 10 && lch.l < 30;
    }
    return false;
}

std::vector<Finding> whatMakes(std::span<const Paint> paints, const WhatMakesOptions& options)
{
    const MixKernel kernel(paints, options.brush);
    std::vector<Candidate> candidates = candidatesOf(paints, kernel, options);
    if (options.work.stop.stop_requested())
        return {};
    // Threads finish in any order; the tubes decide between equals.
    std::ranges::sort(candidates, {}, [](const Candidate& c) { return std::tuple(-c.best.key, c.tubes, c.set); });
    if (!needsJudging(options.order) && candidates.size() > options.most)
        candidates.resize(options.most);
    std::vector<Finding> findings;
    for (const Candidate& candidate : candidates) {
        Finding finding;
        finding.recipe = kernel.recipeAt(candidate.tubesOf(), candidate.best.chunk, candidate.best.place);
        finding.colour = colourOf(finding.recipe, paints);
        finding.judgement = judge(finding.recipe, paints);
        findings.push_back(std::move(finding));
    }
    std::ranges::stable_sort(findings, {}, [&](const Finding& f) { return rankOf(f, paints, options.order); });
    if (findings.size() > options.most)
        findings.resize(options.most);
    return findings;
}

std::optional<NearMiss> nearestTo(std::span<const Paint> paints, const WhatMakesOptions& options)
{
    const bool dark = options.kind == MixKind::Darks;
    if (!dark && options.kind != MixKind::Greys)
        return std::nullopt;
    const Lab neutral{dark ? 15.5 : 50.0, 0, 0};
    const MixKernel kernel(paints, options.brush);
    const Sieve sieve(paints, options);
    std::optional<Match> nearest;
    std::mutex mutex;
    const bool done = searchSets(paints.size(), 1, 2, options.work, [&](const SetRange& sets) {
        std::optional<Match> own;
        sets.forEach([&](std::span<const std::size_t> set) {
            if (!sieve.lets(set))
                return;
            Match match = closestOfSet(neutral, set, paints, kernel);
            if (!own || match.apart < own->apart)
                own = std::move(match);
        });
        const std::scoped_lock lock(mutex);
        const auto rank = [](const Match& m) { return std::tuple(m.apart, m.recipe.parts); };
        if (own && (!nearest || rank(*own) < rank(*nearest)))
            nearest = std::move(own);
    });
    if (!done || !nearest)
        return std::nullopt;
    NearMiss miss{nearest->recipe, nearest->colour, {}, {}};
    miss.secondLayer = seenLab(mixedFilm(miss.recipe, paints), 2 * miss.recipe.wash, whitePaper());
    const Lch lch = toLch(miss.colour);
    if (lch.chroma >= (dark ? 10 : 6))
        miss.missing = hueFamilyOf(toLab(Lch{50, 30, std::fmod(lch.hueDegrees + 180, 360)}));
    return miss;
}

std::optional<Recipe> nudged(const Recipe& recipe, std::span<const Paint> paints, bool warmer)
{
    constexpr double plainly = 2;
    const Lab own = colourOf(recipe, paints);
    std::optional<Recipe> best;
    double nearest = std::numeric_limits<double>::infinity();
    std::vector<double> strengths;
    for (const Part& part : recipe.parts)
        strengths.push_back(paints[part.paint].strength);
    for (const Ratio& ratio : triedRatiosOf(strengths, recipe.brush)) {
        Recipe other = recipe;
        for (std::size_t i = 0; i < other.parts.size(); ++i)
            other.parts[i].parts = ratio[i];
        const Lab colour = colourOf(other, paints);
        const double change = warmthOf(colour) - warmthOf(own);
        if ((warmer ? change : -change) < plainly)
            continue;
        if (const double apart = deltaE00(colour, own); apart < nearest) {
            nearest = apart;
            best = std::move(other);
        }
    }
    return best;
}

std::optional<BlackVerdict> judgeBlack(std::span<const Paint> paints, const std::vector<Finding>& darks)
{
    constexpr double asDeep = 2;
    std::optional<BlackVerdict> verdict;
    for (std::size_t i = 0; i < paints.size(); ++i)
        if (paints[i].family == HueFamily::Black && (!verdict || paints[i].swatch.full.l < verdict->colour.l))
            verdict = BlackVerdict{i, paints[i].swatch.full, 0, true};
    double deepest = std::numeric_limits<double>::infinity();
    for (const Finding& dark : darks) {
        const bool withBlack = std::ranges::any_of(
            dark.recipe.parts, [&](const Part& part) { return paints[part.paint].family == HueFamily::Black; });
        if (!withBlack)
            deepest = std::min(deepest, dark.colour.l);
    }
    if (!verdict || !std::isfinite(deepest))
        return std::nullopt;
    verdict->mixedDeeper = verdict->colour.l - deepest;
    verdict->worthItsWell = verdict->mixedDeeper < -asDeep;
    return verdict;
}

} // namespace iris
