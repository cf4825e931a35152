#include "finding/candidates.h"

#include "colour/deltaeterms.h"
#include "mixing/labcolumns.h"
#include "mixing/matching.h"
#include "mixing/setsearch.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <mutex>
#include <set>
#include <tuple>

namespace iris {
namespace {

constexpr float far = std::numeric_limits<float>::infinity();
/// How many sets of each size go on to be tuned.
constexpr std::size_t mostTuned = 96;
/// How many of those, by what they could do, are counted out.
constexpr std::size_t mostCounted = 40;
constexpr std::size_t mostFours = 24; ///< paints that sets of four are made of
constexpr double better = 0.1;        ///< by how much a larger set must be
/// So much farther than a smaller set inside it, tuned freely a set may still be the better one.
constexpr float worthTuning = 1;

/// A set of tubes and where its best recipe stands.
struct Promise {
    std::array<std::size_t, 3> set{};
    std::size_t tubes = 0;
    float apart = far;
    std::size_t chunk = 0;
    std::size_t place = 0;

    std::span<const std::size_t> tubesOf() const { return {set.data(), tubes}; }
};

bool operator<(const Promise& one, const Promise& other)
{
    return std::tie(one.apart, one.tubes, one.set) < std::tie(other.apart, other.tubes, other.set);
}

/// Measures the recipes of a chunk against what is wanted, in single precision. One a thread.
class Screen {
public:
    explicit Screen(const Wanted& wanted)
        : m_wanted(wanted),
          m_colour(wanted.colour),
          m_thin(wanted.thin.value_or(wanted.colour))
    {
    }

    /// The recipe of a chunk that is nearest by apartFrom(), infinitely far when none is nearer than the limit.
    ChunkTarget::Nearest nearest(const LabChunk& chunk, float limit)
    {
        if (!m_wanted.thin && !m_wanted.valueFirst)
            return m_colour.nearest(chunk, limit);
        const auto& all = apart(chunk, limit);
        const auto best = std::ranges::min_element(all);
        return *best < limit ? ChunkTarget::Nearest{*best, static_cast<std::size_t>(best - all.begin())}
                             : ChunkTarget::Nearest{};
    }

private:
    static constexpr std::size_t firstWithThin = fullWashPlace * chunkRatios; ///< of the places of a chunk
    static constexpr std::size_t endWithThin = firstWithThin + 3 * chunkRatios;

    /// How far each recipe is, infinitely for some that are farther than the limit. With a thin wash only the full wash
    /// and the two after it, whose thin ones are mixed as well; a fifth lies between two of those.
    const std::array<float, chunkRecipes>& apart(const LabChunk& chunk, float limit)
    {
        const float weight = m_wanted.thinMatters ? 2 : 1;
        // The root mean square of two is at least so much of one of them.
        const float ownLimit = m_wanted.thin ? limit * std::sqrt(1 + weight) : limit;
        measure(chunk, m_colour, m_wanted.colour, ownLimit, m_own);
        if (!m_wanted.thin)
            return m_own;
        measure(between(chunk), m_thin, *m_wanted.thin, far, m_ofThin);
        for (std::size_t i = 0; i < chunkRecipes; ++i)
            m_own[i] = i >= firstWithThin && i < endWithThin
                           ? std::sqrt((m_own[i] * m_own[i] + weight * m_ofThin[i] * m_ofThin[i]) / (1 + weight))
                           : far;
        return m_own;
    }

    void measure(const LabChunk& chunk, const ChunkTarget& target, const Lab& lab, float limit,
                 std::array<float, chunkRecipes>& apart) const
    {
        target.measure(chunk, limit, apart);
        if (!m_wanted.valueFirst)
            return;
        for (std::size_t i = 0; i < chunkRecipes; ++i) { // kL = 1/2 makes four of the square of the first term
            const double term = (chunk.l[i] - lab.l) / lightnessWeight((chunk.l[i] + lab.l) / 2 - 50);
            apart[i] = std::sqrt(apart[i] * apart[i] + static_cast<float>(3 * term * term));
        }
    }

    /// A fifth of a wash of the ladder: between the one four places on (a quarter) and the next (0.177).
    static const LabChunk& between(const LabChunk& chunk)
    {
        static thread_local LabChunk thin;
        for (std::size_t i = firstWithThin; i < endWithThin; ++i) {
            const std::size_t thicker = i + 4 * chunkRatios;
            const std::size_t thinner = thicker + chunkRatios;
            thin.l[i] = (chunk.l[thicker] + chunk.l[thinner]) / 2;
            thin.a[i] = (chunk.a[thicker] + chunk.a[thinner]) / 2;
            thin.b[i] = (chunk.b[thicker] + chunk.b[thinner]) / 2;
        }
        return thin;
    }

    const Wanted& m_wanted;
    ChunkTarget m_colour;
    ChunkTarget m_thin;
    std::array<float, chunkRecipes> m_own{};
    std::array<float, chunkRecipes> m_ofThin{};
};

/// Keeps the best so many.
void keep(std::vector<Promise>& best, const Promise& promise)
{
    if (best.size() == mostTuned && !(promise < best.front()))
        return;
    best.push_back(promise);
    std::ranges::push_heap(best, std::less<>());
    if (best.size() > mostTuned) {
        std::ranges::pop_heap(best, std::less<>());
        best.pop_back();
    }
}

/// A set of tubes and the mix it is tuned from.
struct Begun {
    std::vector<std::size_t> set;
    Tuned mix;
};

/// The search for candidates, stage by stage. Works on the paints that may be used, by their place among them.
class CandidateSearch {
public:
    CandidateSearch(const Wanted& wanted, std::vector<Paint> paints, std::vector<std::size_t> must,
                    const CandidateOptions& options)
        : m_wanted(wanted),
          m_paints(std::move(paints)),
          m_must(std::move(must)),
          m_options(options),
          m_kernel(m_paints, options.handling),
          m_tuner(wanted, m_paints, options.handling.paper, thickestWash(options.handling)),
          m_oneGoTuner(wanted, m_paints, options.handling.paper),
          m_pairs(m_paints.size() * m_paints.size(), far)
    {
    }

    std::vector<Candidate> all()
    {
        promise(1, std::min(2, m_options.mostTubes));
        std::vector<Candidate> found = made();
        const std::vector<Candidate> simple = stopped() ? std::vector<Candidate>{} : listed(found);
        if (m_options.soFar && !stopped())
            m_options.soFar(simple);
        if (cannotBeBettered(simple))
            return simple;
        if (m_options.mostTubes >= 3 && !stopped()) {
            chooseForThrees();
            promise(3, 3);
            std::ranges::move(made(), std::back_inserter(found));
        }
        if (m_options.mostTubes == 4 && !stopped())
            std::ranges::move(fours(found), std::back_inserter(found));
        return stopped() ? std::vector<Candidate>{} : listed(std::move(found));
    }

private:
    bool stopped() const { return m_options.work.stop.stop_requested(); }

    /// Whether no three tubes could come into a list of one and two: it is full of close ones, and nobody would see
    /// three to be better than the best. See CandidateOrder::AsTried.
    bool cannotBeBettered(const std::vector<Candidate>& simple) const
    {
        const bool allClose = std::ranges::all_of(simple, [](const Candidate& c) { return c.apart <= closeMatch; });
        const auto best = std::ranges::min_element(simple, {}, &Candidate::apart);
        return simple.size() >= m_options.most && allClose && best != simple.end() && best->apart < seenToBeBetter;
    }

    void chooseForThrees()
    {
        const std::size_t count = m_paints.size();
        std::vector<float> nearest(count, far);
        for (std::size_t one = 0; one < count; ++one)
            for (std::size_t other = one; other < count; ++other)
                for (const std::size_t paint : {one, other})
                    nearest[paint] = std::min(nearest[paint], m_pairs[one * count + other]);
        m_inThrees = worthThrees(nearest, m_must);
    }

    /// Finds the sets of some sizes that are worth tuning.
    void promise(int least, int most)
    {
        m_promises.clear();
        m_limit = far;
        std::mutex mutex;
        const WorkOptions work = least == 1 ? quiet(m_options.work) : m_options.work;
        searchSets(m_paints.size(), static_cast<std::size_t>(least), static_cast<std::size_t>(most), work,
                   [&](const SetRange& sets) {
                       Screen screen(m_wanted);
                       std::vector<Promise> own;
                       sets.forEach([&](std::span<const std::size_t> set) { look(set, screen, own); });
                       const std::scoped_lock lock(mutex);
                       for (const Promise& one : own)
                           keep(m_promises, one);
                       if (m_promises.size() == mostTuned)
                           m_limit = m_promises.front().apart;
                   });
    }

    void look(std::span<const std::size_t> set, Screen& screen, std::vector<Promise>& own)
    {
        const bool asked = std::ranges::includes(set, m_must);
        if (set.size() == 3 && !(asked && std::ranges::all_of(set, [&](std::size_t p) { return m_inThrees[p]; })))
            return;
        const float limit = set.size() < 3 ? far : std::min(bestInside(set) + worthTuning, m_limit.load());
        Promise promise;
        std::ranges::copy(set, promise.set.begin());
        promise.tubes = set.size();
        SetChunks room;
        const std::span<const LabChunk> chunks = m_kernel.estimate(set, room);
        for (std::size_t i = 0; i < chunks.size(); ++i)
            if (const auto one = screen.nearest(chunks[i], std::min(limit, promise.apart)); one.apart < promise.apart) {
                promise.apart = one.apart;
                promise.chunk = i;
                promise.place = one.place;
            }
        if (set.size() < 3)
            m_pairs[set.front() * m_paints.size() + set.back()] = promise.apart;
        if (asked && promise.apart < bestInside(set) + worthTuning)
            keep(own, promise);
    }

    float bestInside(std::span<const std::size_t> set) const
    {
        if (set.size() < 3)
            return far;
        const auto pair = [&](std::size_t one, std::size_t other) {
            return m_pairs[set[one] * m_paints.size() + set[other]];
        };
        return std::min({pair(0, 1), pair(0, 2), pair(1, 2)});
    }

    /// Tunes and counts out what was promised.
    std::vector<Candidate> made()
    {
        std::ranges::sort(m_promises, std::less<>());
        std::vector<Begun> begun;
        for (const Promise& promise : m_promises) {
            const Recipe start = m_kernel.recipeAt(promise.tubesOf(), promise.chunk, promise.place);
            Tuned tuned{{}, start.wash, 0};
            for (const Part& part : start.parts)
                tuned.shares.push_back(part.parts * m_paints[part.paint].strength);
            begun.push_back({{promise.tubesOf().begin(), promise.tubesOf().end()}, std::move(tuned)});
        }
        return counted(std::move(begun));
    }

    /// Tunes sets from where they begin, and counts out those that could do most.
    std::vector<Candidate> counted(std::vector<Begun> begun)
    {
        const WorkOptions work = quiet(m_options.work);
        inParallel(begun.size(), work,
                   [&](std::size_t i) { begun[i].mix = m_tuner.tuned(begun[i].set, begun[i].mix); });
        std::ranges::sort(begun, {}, [](const Begun& one) { return std::tie(one.mix.apart, one.set); });
        if (begun.size() > mostCounted)
            begun.resize(mostCounted);
        std::vector<Candidate> found(begun.size());
        inParallel(begun.size(), work, [&](std::size_t i) {
            const CountedMix mix = countedOut(begun[i]);
            found[i] = {mix.recipe, mix.laid, mix.apart, std::min(begun[i].mix.apart, mix.apart), 0, {}};
        });
        return found;
    }

    /// Laid twice only where that is seen to come nearer.
    CountedMix countedOut(const Begun& begun) const
    {
        const CountedMix mix = countedNear(m_tuner, m_wanted, begun.set, m_paints, begun.mix, m_options.handling);
        if (!isLaidTwice(mix.recipe.wash))
            return mix;
        const Tuned inOneGo = m_oneGoTuner.tuned(begun.set, begun.mix);
        const CountedMix thinner =
            countedNear(m_oneGoTuner, m_wanted, begun.set, m_paints, inOneGo, m_options.handling);
        return thinner.apart < mix.apart + worthASecondLayer ? thinner : mix;
    }

    /// Sets of four out of the paints that the best recipes so far are made of, each begun at the best three it holds.
    std::vector<Candidate> fours(const std::vector<Candidate>& threes)
    {
        std::vector<const Candidate*> starts;
        for (const Candidate& candidate : threes)
            if (candidate.recipe.parts.size() == 3)
                starts.push_back(&candidate);
        std::ranges::sort(starts, {}, [](const Candidate* c) { return c->apart; });
        std::vector<std::size_t> used = m_must;
        for (const Candidate* start : starts)
            for (const Part& part : start->recipe.parts)
                if (used.size() < mostFours && std::ranges::find(used, part.paint) == used.end())
                    used.push_back(part.paint);
        std::set<std::vector<std::size_t>> tried;
        std::vector<Begun> begun;
        for (const Candidate* start : starts)
            for (const std::size_t fourth : used)
                begin(*start, fourth, tried, begun);
        return counted(std::move(begun));
    }

    void begin(const Candidate& three, std::size_t fourth, std::set<std::vector<std::size_t>>& tried,
               std::vector<Begun>& begun) const
    {
        constexpr double little = 0.06;
        std::vector<std::size_t> set;
        Tuned start{{}, three.recipe.wash, 0};
        double whole = 0;
        for (const Part& part : three.recipe.parts) {
            if (part.paint == fourth)
                return;
            set.push_back(part.paint);
            start.shares.push_back(part.parts * m_paints[part.paint].strength);
            whole += start.shares.back();
        }
        set.push_back(fourth);
        start.shares.push_back(little * whole);
        std::vector<std::size_t> sorted = set;
        std::ranges::sort(sorted);
        if (tried.insert(std::move(sorted)).second)
            begun.push_back({std::move(set), std::move(start)});
    }

    /// In order, without those that a smaller set serves as well, and with what else there is to know of each.
    std::vector<Candidate> listed(std::vector<Candidate> found) const
    {
        Candidate paper = candidateOf(m_wanted, m_paints, {{}, wash::full, m_options.handling});
        if (m_must.empty() && paper.apart <= closeMatch)
            found.push_back(std::move(paper));
        std::ranges::sort(found, {}, [](const Candidate& c) { return c.recipe.parts.size(); });
        std::vector<Candidate> kept;
        for (Candidate& candidate : found)
            if (std::ranges::none_of(kept, [&](const Candidate& smaller) { return servesAsWell(smaller, candidate); }))
                kept.push_back(std::move(candidate));
        sortCandidates(kept, CandidateOrder::AsTried);
        if (kept.size() > m_options.most)
            kept.resize(m_options.most);
        for (Candidate& candidate : kept) {
            const double uncounted = candidate.apartUncounted;
            candidate = candidateOf(m_wanted, m_paints, candidate.recipe);
            candidate.apartUncounted = uncounted;
        }
        return kept;
    }

    static bool servesAsWell(const Candidate& smaller, const Candidate& larger)
    {
        if (smaller.recipe.parts.size() >= larger.recipe.parts.size() || smaller.apart > larger.apart + better)
            return false;
        return std::ranges::all_of(smaller.recipe.parts, [&](const Part& part) {
            return std::ranges::find(larger.recipe.parts, part.paint, &Part::paint) != larger.recipe.parts.end();
        });
    }

    const Wanted& m_wanted;
    std::vector<Paint> m_paints;
    std::vector<std::size_t> m_must; ///< sorted
    const CandidateOptions& m_options;
    MixKernel m_kernel;
    Finetuner m_tuner;
    Finetuner m_oneGoTuner;
    std::vector<float>
        m_pairs; ///< how near each pair comes; a single paint on the diagonal. Each written by one thread
    std::vector<bool> m_inThrees; ///< see worthThrees()
    std::vector<Promise> m_promises;
    std::atomic<float> m_limit = far; ///< what is farther is not among the best so many any more
};

double worstOff(const Wanted& wanted, std::span<const Paint> paints, const Recipe& recipe)
{
    constexpr double off = 0.25;
    double worst = 0;
    for (std::size_t i = 0; i < recipe.parts.size(); ++i) {
        for (const double factor : {1 - off, 1 + off}) {
            std::vector<WeightedFilm> films;
            for (std::size_t j = 0; j < recipe.parts.size(); ++j) {
                const Paint& paint = paints[recipe.parts[j].paint];
                films.push_back({&paint.film, recipe.parts[j].parts * paint.strength * (i == j ? factor : 1)});
            }
            worst = std::max(worst, apartFrom(wanted, laidOut(mixedFilm(films), recipe.wash, recipe.handling.paper)));
        }
    }
    return worst;
}

std::vector<std::size_t> paintsOf(const Candidate& candidate)
{
    std::vector<std::size_t> paints;
    for (const Part& part : candidate.recipe.parts)
        paints.push_back(part.paint);
    return paints;
}

} // namespace

void sortCandidates(std::vector<Candidate>& candidates, CandidateOrder order)
{
    const auto key = [&](const Candidate& c) -> std::tuple<double, double> {
        const auto tubes = static_cast<double>(c.recipe.parts.size());
        switch (order) {
        case CandidateOrder::AsTried: return {c.apart > closeMatch ? 1 : 0, tubes};
        case CandidateOrder::Closest: return {0, 0};
        case CandidateOrder::FewestTubes: return {tubes, 0};
        case CandidateOrder::Forgiving: return {c.apartWhenCareless, tubes};
        case CandidateOrder::Transparent: return {c.transparency.opacityIndex, tubes};
        }
        return {};
    };
    std::ranges::sort(candidates, {}, [&](const Candidate& c) { return std::tuple(key(c), c.apart, paintsOf(c)); });
    if (order != CandidateOrder::AsTried)
        return;
    double simpler = std::numeric_limits<double>::infinity();
    for (const Candidate& candidate : candidates)
        if (candidate.recipe.parts.size() < 3)
            simpler = std::min(simpler, candidate.apart);
    const auto best = std::ranges::min_element(candidates, {}, &Candidate::apart);
    if (best != candidates.end() && best->recipe.parts.size() >= 3 && best->apart <= simpler - seenToBeBetter)
        std::rotate(candidates.begin(), best, best + 1);
}

std::vector<Candidate> candidatesFor(const Wanted& wanted, std::span<const Paint> paints,
                                     std::vector<std::size_t> places, const CandidateOptions& options)
{
    const std::vector<std::size_t> used = sifted(options.sift, paints, std::move(places));
    const auto placeAmong = [&](std::size_t place) {
        return static_cast<std::size_t>(std::ranges::lower_bound(used, place) - used.begin());
    };
    std::vector<std::size_t> must;
    for (const std::size_t place : options.sift.must)
        if (std::ranges::binary_search(used, place))
            must.push_back(placeAmong(place));
    if (used.empty() || must.size() > static_cast<std::size_t>(options.mostTubes)
        || must.size() < options.sift.must.size())
        return {};
    std::ranges::sort(must);
    std::vector<Paint> own;
    for (const std::size_t place : used)
        own.push_back(paints[place]);
    const auto inPaints = [&](std::vector<Candidate> candidates) {
        for (Candidate& candidate : candidates)
            for (Part& part : candidate.recipe.parts)
                part.paint = used[part.paint];
        return candidates;
    };
    CandidateOptions ownOptions = options;
    if (options.soFar)
        ownOptions.soFar = [&](const std::vector<Candidate>& soFar) { options.soFar(inPaints(soFar)); };
    return inPaints(CandidateSearch(wanted, std::move(own), std::move(must), ownOptions).all());
}

Candidate candidateOf(const Wanted& wanted, std::span<const Paint> paints, const Recipe& recipe)
{
    const Film film = mixedFilm(recipe, paints);
    Candidate candidate{recipe, laidOut(film, recipe.wash, recipe.handling.paper), 0, 0, 0, transparencyOf(film)};
    candidate.apart = candidate.apartUncounted = apartFrom(wanted, candidate.laid);
    candidate.apartWhenCareless = recipe.parts.size() > 1 ? worstOff(wanted, paints, recipe) : candidate.apart;
    return candidate;
}

OutOfReach outOfReach(const Wanted& wanted, const Candidate& nearest)
{
    constexpr double chroma = 4;
    constexpr double lightness = 3;
    const Lch asked = toLch(wanted.colour);
    const Lch got = toLch(nearest.laid.colour);
    return {asked.chroma - got.chroma > chroma, got.l - asked.l > lightness, asked.l - got.l > lightness};
}

std::optional<Helper> helperFor(const Wanted& wanted, std::span<const Paint> paints, const std::vector<Candidate>& now,
                                const std::vector<std::size_t>& others, Handling handling, const WorkOptions& work)
{
    constexpr std::size_t mostBeside = 8;
    constexpr double helps = 0.5;
    std::vector<std::size_t> beside;
    double best = std::numeric_limits<double>::infinity();
    for (const Candidate& candidate : now) {
        best = std::min(best, candidate.apart);
        for (const Part& part : candidate.recipe.parts)
            if (beside.size() < mostBeside && std::ranges::find(beside, part.paint) == beside.end())
                beside.push_back(part.paint);
    }
    std::vector<std::optional<Helper>> found(others.size());
    inParallel(others.size(), work, [&](std::size_t i) {
        std::vector<std::size_t> places = beside;
        if (std::ranges::find(places, others[i]) == places.end())
            places.push_back(others[i]);
        CandidateOptions options;
        options.most = 1;
        options.handling = handling;
        options.sift.must = {others[i]};
        options.work = {work.stop, {}, 1};
        if (auto own = candidatesFor(wanted, paints, std::move(places), options); !own.empty())
            found[i] = Helper{others[i], std::move(own.front())};
    });
    std::optional<Helper> helper;
    for (auto& one : found)
        if (one && one->candidate.apart < best - helps && (!helper || one->candidate.apart < helper->candidate.apart))
            helper = std::move(one);
    return work.stop.stop_requested() ? std::nullopt : helper;
}

std::optional<Helper> rarerHelper(const Wanted& wanted, std::vector<Paint>& paints, const std::vector<Candidate>& now,
                                  const std::optional<Helper>& usual, Handling handling, const WorkOptions& work)
{
    constexpr double plainly = 1;
    std::vector<std::size_t> rare = addTable(paints, Shelf::Everything);
    std::erase_if(rare, [&](std::size_t place) { return standsOn(Shelf::Usual, paints[place]); });
    auto helper = helperFor(wanted, paints, now, rare, handling, work);
    const bool helpsMore = helper && (!usual || helper->candidate.apart < usual->candidate.apart - plainly);
    return helpsMore ? helper : std::nullopt;
}

} // namespace iris
