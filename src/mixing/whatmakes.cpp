#include "mixing/whatmakes.h"

#include "colour/deltae.h"
#include "colour/huefamily.h"
#include "mixing/cleanliness.h"
#include "mixing/matching.h"
#include "mixing/nearbyratios.h"
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
constexpr double blackest = 15.5; ///< L* of what shows nothing but its surface

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

bool isNeutral(MixKind kind)
{
    return kind == MixKind::Greys || kind == MixKind::Darks;
}

/// A pair that greys is a warm or a cool one by its balanced mix, not by whatever else it could be pulled to.
bool balancedFirst(MixKind kind, MixOrder order)
{
    return isNeutral(kind) && (order == MixOrder::Warm || order == MixOrder::Cool);
}

/// What a recipe is worth in an order; the higher the better. Orders that need more than the colour go by the best.
float keyOf(const Lab& colour, MixKind kind, MixOrder order)
{
    const double chroma = std::hypot(colour.a, colour.b);
    switch (balancedFirst(kind, order) ? MixOrder::Best : order) {
    case MixOrder::Muted: return static_cast<float>(-chroma);
    case MixOrder::Warm: return static_cast<float>(warmthOf(colour));
    case MixOrder::Cool: return static_cast<float>(-warmthOf(colour));
    case MixOrder::Light: return static_cast<float>(colour.l);
    case MixOrder::Dark: return static_cast<float>(-colour.l);
    default: break;
    }
    switch (kind) {
    // Water takes the colour of a grey away as it takes its depth: what counts is how much is left beside that.
    case MixKind::Greys: return static_cast<float>(-chroma * 50 / std::max(1.0, 100 - colour.l));
    case MixKind::Darks: return static_cast<float>(-std::hypot(colour.l - blackest, chroma));
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
    float toBeat = none; ///< what the pairs within are worth, and a third tube beside
    Best best;
    Best almost; ///< what would be a better grey in parts between those that are tried

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
        if (options.kind == MixKind::Darks) { // water never made anything darker
            m_first = 0;
            m_end = 1;
        }
        while (m_end < recipeWashes.size() && recipeWashes[m_end] >= options.thinnest && options.kind != MixKind::Darks)
            ++m_end;
    }

    /// @param almost of three tubes that are to be a grey, what comes nearest to one and may be none yet
    Best bestOf(std::span<const std::size_t> set, float toBeat, Best& almost)
    {
        Best best;
        best.key = toBeat;
        bool found = false;
        for (std::size_t chunk = 0; chunk < MixKernel::chunkCount(set.size()); ++chunk) {
            m_kernel.mix(set, chunk, m_chunk);
            for (std::size_t place = m_first * chunkRatios; place < m_end * chunkRatios; ++place) {
                const Lab colour{m_chunk.l[place], m_chunk.a[place], m_chunk.b[place]};
                if (m_options.kind == MixKind::Greys && set.size() == 3 && isAlmostGrey(colour))
                    if (const float grey = keyOf(colour, MixKind::Greys, MixOrder::Best); grey > almost.key)
                        almost = {grey, chunk, place};
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
    static bool isAlmostGrey(const Lab& colour)
    {
        constexpr double almost = 16; // chroma
        return colour.l >= 30 && colour.l < 75 && colour.a * colour.a + colour.b * colour.b < almost * almost;
    }

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
    std::size_t m_first = fullWashPlace; ///< the washes that are looked at
    std::size_t m_end = fullWashPlace;
    LabChunk m_chunk;
};

/// Which sets are looked at: those with the tube that was asked for, and none with a tube of black where that is no
/// find.
class Sieve {
public:
    Sieve(std::span<const Paint> paints, const WhatMakesOptions& options) : m_with(options.with)
    {
        const bool neutral = isNeutral(options.kind);
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
            candidate.toBeat = toBeat(set);
            candidate.best = searcher.bestOf(set, candidate.toBeat, candidate.almost);
            if (set.size() == 2)
                pairKeys[set[0] * count + set[1]] = candidate.best.key;
            if (wanted && std::max(candidate.best.key, candidate.almost.key) > none)
                own.push_back(candidate);
        });
        const std::scoped_lock lock(mutex);
        found.insert(found.end(), own.begin(), own.end());
    });
    return found;
}

/// A recipe and what it is worth.
struct Worth {
    float key = none;
    Recipe recipe;
};

/// Of the ratios around one, all that can be counted out, the best grey.
void refine(Worth& worth, float toBeat, const Recipe& almost, std::span<const Paint> paints)
{
    for (const Recipe& recipe : nearbyRatios(almost)) {
        const Lab colour = colourOf(recipe, paints);
        const float key = keyOf(colour, MixKind::Greys, MixOrder::Best);
        if (key > std::max(worth.key, toBeat) && isOfKind(colour, MixKind::Greys))
            worth = {key, recipe};
    }
}

/// What was found as recipes, best first. Some sets of three go past their grey between the ratios that are tried: the
/// most promising of those are looked at closely.
std::vector<Worth> inOrder(std::vector<Candidate> candidates, const MixKernel& kernel, std::span<const Paint> paints,
                           MixOrder order)
{
    constexpr std::size_t mostRefined = 24;
    const auto promise = [&](const Candidate& c) {
        const bool mayGain = order == MixOrder::Best && c.almost.key > none;
        return mayGain ? -c.almost.key : -none;
    };
    std::ranges::sort(candidates, {}, [&](const Candidate& c) { return std::tuple(promise(c), c.set); });
    std::vector<std::pair<Worth, std::array<std::size_t, 3>>> found;
    for (std::size_t i = 0; i < candidates.size(); ++i) {
        const Candidate& own = candidates[i];
        Worth worth;
        if (own.best.key > none)
            worth = {own.best.key, kernel.recipeAt(own.tubesOf(), own.best.chunk, own.best.place)};
        if (i < mostRefined && promise(own) < -none)
            refine(worth, own.toBeat, kernel.recipeAt(own.tubesOf(), own.almost.chunk, own.almost.place), paints);
        if (worth.key > none)
            found.emplace_back(std::move(worth), own.set);
    }
    // Threads finish in any order; the tubes decide between equals.
    std::ranges::sort(found, {}, [](const auto& one) {
        return std::tuple(-one.first.key, one.first.recipe.parts.size(), one.second);
    });
    std::vector<Worth> all;
    for (auto& one : found)
        all.push_back(std::move(one.first));
    return all;
}

/// What decides between findings where the colour alone does not.
int rankOf(const Finding& finding, std::span<const Paint> paints, const WhatMakesOptions& options)
{
    if (balancedFirst(options.kind, options.order))
        return -static_cast<int>(std::lround(1000 * std::abs(warmthOf(finding.colour))));
    switch (options.order) {
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

/// A dark that is laid twice, or creamy, only where that is seen to be deeper than a full wash.
Recipe laidNoThickerThanNeeded(Recipe recipe, std::span<const Paint> paints)
{
    constexpr float seenToBeDeeper = 2;
    const auto worth = [](const Lab& colour) { return keyOf(colour, MixKind::Darks, MixOrder::Best); };
    const float deepest = worth(colourOf(recipe, paints));
    for (std::size_t wash = fullWashPlace; wash > 0; --wash) {
        Recipe thinner = recipe;
        thinner.wash = std::min(recipe.wash, recipeWashes[wash]);
        const Lab colour = colourOf(thinner, paints);
        if (isOfKind(colour, MixKind::Darks) && worth(colour) > deepest - seenToBeDeeper)
            return thinner;
    }
    return recipe;
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
    const MixKernel kernel(paints, onWhitePaper(options.handling));
    std::vector<Candidate> found = candidatesOf(paints, kernel, options);
    if (options.work.stop.stop_requested())
        return {};
    std::vector<Worth> candidates = inOrder(std::move(found), kernel, paints, options.order);
    if (!needsJudging(options.order) && !balancedFirst(options.kind, options.order) && candidates.size() > options.most)
        candidates.resize(options.most);
    std::vector<Finding> findings;
    for (Worth& candidate : candidates) {
        Finding finding;
        finding.recipe = std::move(candidate.recipe);
        if (options.kind == MixKind::Darks)
            finding.recipe = laidNoThickerThanNeeded(std::move(finding.recipe), paints);
        finding.colour = colourOf(finding.recipe, paints);
        const double warmth = warmthOf(finding.colour);
        if (balancedFirst(options.kind, options.order) && (options.order == MixOrder::Warm ? warmth <= 0 : warmth >= 0))
            continue;
        finding.judgement = judge(finding.recipe, paints);
        findings.push_back(std::move(finding));
    }
    std::ranges::stable_sort(findings, {}, [&](const Finding& f) { return rankOf(f, paints, options); });
    if (findings.size() > options.most)
        findings.resize(options.most);
    for (Finding& finding : findings) {
        finding.recipe.handling = options.handling;
        finding.colour = colourOf(finding.recipe, paints);
    }
    return findings;
}

namespace {

/// Whether one of some tubes has about a hue, so that it can hardly be what is missing.
bool anyIsNear(double hueDegrees, std::span<const Paint> paints)
{
    constexpr double sameSide = 50; // degrees
    return std::ranges::any_of(paints, [&](const Paint& paint) {
        const Lch own = toLch(paint.swatch.full);
        return own.chroma >= fewestChroma && std::abs(signedDegreesBetween(own.hueDegrees, hueDegrees)) < sameSide;
    });
}

} // namespace

std::optional<NearMiss> nearestTo(std::span<const Paint> paints, const WhatMakesOptions& options)
{
    const bool dark = options.kind == MixKind::Darks;
    if (!dark && options.kind != MixKind::Greys)
        return std::nullopt;
    const Lab neutral{dark ? blackest : 50.0, 0, 0};
    const MixKernel kernel(paints, onWhitePaper(options.handling));
    const Sieve sieve(paints, options);
    std::optional<Match> nearest;
    std::mutex mutex;
    const auto mostTubes = static_cast<std::size_t>(options.mostTubes);
    const bool done = searchSets(paints.size(), 1, mostTubes, options.work, [&](const SetRange& sets) {
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
    const double opposite = std::fmod(lch.hueDegrees + 180, 360);
    if (lch.chroma >= (dark ? 10 : 6) && !anyIsNear(opposite, paints))
        miss.missing = hueFamilyOf(toLab(Lch{50, 30, opposite}));
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
    for (const Ratio& ratio : triedRatiosOf(strengths, recipe.handling)) {
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
