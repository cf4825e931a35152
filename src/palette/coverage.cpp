#include "palette/coverage.h"

#include "mixing/mixkernel.h"
#include "mixing/setsearch.h"

#include <algorithm>
#include <atomic>
#include <cassert>

namespace iris {
namespace {

/// Finds which needs one set of paints meets. One a thread.
class SetCoverer {
public:
    SetCoverer(std::span<const Paint> paints, std::span<const Need> needs, const MixKernel& kernel,
               const std::vector<NeedGrid>& grids)
        : m_paints(paints),
          m_needs(needs),
          m_kernel(kernel),
          m_finder(grids)
    {
        for (const Need& need : needs)
            m_clearly.push_back(static_cast<float>(need.tolerance) - nearEstimate);
    }

    /// The wanted needs that recipes using all of the set meet.
    NeedMask met(std::span<const std::size_t> set, const NeedMask& wanted)
    {
        const std::span<const LabChunk> chunks = m_kernel.estimate(set, m_chunks);
        m_mixed += chunks.size() * chunkRecipes;
        NeedMask found = m_finder.surelyMet(chunks, wanted);
        const std::span<const Touch> touches = m_finder.touches(chunks, wanted & ~found);
        for (const Touch& touch : touches)
            if (touch.apart <= m_clearly[touch.need])
                found.add(touch.need);
        // Last, since most needs that a near call would decide are met by another recipe.
        for (const Touch& touch : touches)
            if (!found.has(touch.need) && meets(touch, set))
                found.add(touch.need);
        return found;
    }

    std::uint64_t mixed() const { return m_mixed; }

private:
    bool meets(const Touch& touch, std::span<const std::size_t> set) const
    {
        return iris::meets(m_needs[touch.need], touch.apart, nearEstimate, m_paints,
                           [&] { return m_kernel.recipeAt(set, touch.chunk, touch.place); });
    }

    std::span<const Paint> m_paints;
    std::span<const Need> m_needs;
    const MixKernel& m_kernel;
    TouchFinder m_finder;
    std::vector<float> m_clearly; ///< how far apart an estimate may be to meet a need without a doubt
    SetChunks m_chunks{};
    std::uint64_t m_mixed = 0;
};

std::uint64_t recipesInAll(std::size_t n)
{
    const std::uint64_t pairs = n * (n - 1) / 2;
    const std::uint64_t triples = n < 3 ? 0 : pairs * (n - 2) / 3;
    return recipeWashes.size() * (n * triedRatios[0] + pairs * triedRatios[1] + triples * triedRatios[2]);
}

} // namespace

CoverageTable::CoverageTable(std::size_t paints, std::size_t needs)
    : m_paints(paints),
      m_needCount(needs),
      m_one(paints),
      m_two(paints * paints)
{
    if (needs == 0)
        return;
    if (needs <= NeedMask::wordBits) {
        m_words.resize(threes());
    } else {
        m_lists.resize(threes());
        m_needs.push_back(0); // no list begins here
    }
}

void CoverageTable::setThree(std::size_t place, const NeedMask& mask)
{
    if (!m_words.empty()) {
        m_words[place] = mask.word(0);
        return;
    }
    if (mask.isEmpty()) {
        m_lists[place] = 0;
        return;
    }
    const std::scoped_lock lock(*m_writing);
    const auto last = static_cast<std::uint8_t>(mask.count() - 1);
    std::uint32_t at = m_lists[place];
    if (at == 0 || m_needs[at] < last) { // what was there has no room for it
        at = static_cast<std::uint32_t>(m_needs.size());
        m_needs.resize(m_needs.size() + 3 + last);
        m_needs[at] = last;
    }
    m_lists[place] = at;
    m_needs[++at] = last;
    mask.forEach([&](std::size_t need) { m_needs[++at] = static_cast<std::uint8_t>(need); });
}

bool CoverageTable::operator==(const CoverageTable& other) const
{
    if (m_paints != other.m_paints || m_needCount != other.m_needCount || m_one != other.m_one || m_two != other.m_two)
        return false;
    for (std::size_t place = 0; place < threes(); ++place)
        if (threeAt(place) != other.threeAt(place))
            return false;
    return true;
}

NeedMask CoverageTable::extra(std::size_t t, std::size_t u, std::size_t v) const
{
    std::array set{t, u, v};
    std::ranges::sort(set);
    return extraInOrder(set[0], set[1], set[2]);
}

NeedMask CoverageTable::everything() const
{
    NeedMask all;
    for (const auto* masks : {&m_one, &m_two})
        for (const NeedMask& mask : *masks)
            all |= mask;
    for (std::size_t place = 0; m_needCount > 0 && place < threes(); ++place)
        all |= threeAt(place);
    return all;
}

void CoverageTable::setMask(std::span<const std::size_t> set, const NeedMask& mask)
{
    if (set.size() == 1) {
        m_one[set[0]] = mask;
        m_two[set[0] * m_paints + set[0]] = mask;
    } else if (set.size() == 2) {
        m_two[set[0] * m_paints + set[1]] = m_two[set[1] * m_paints + set[0]] = mask | inside(set);
    } else {
        setThree(placeOf(set[0], set[1], set[2]), mask & ~inside(set));
    }
}

NeedMask CoverageTable::inside(std::span<const std::size_t> set) const
{
    if (set.size() == 1)
        return {};
    return set.size() == 2 ? one(set[0]) | one(set[1])
                           : two(set[0], set[1]) | two(set[0], set[2]) | two(set[1], set[2]);
}

CoverageTable CoverageTable::within(const std::vector<std::size_t>& places) const
{
    CoverageTable part(places.size(), m_needCount);
    for (std::size_t v = 0; v < places.size(); ++v) {
        part.m_one[v] = one(places[v]);
        for (std::size_t u = 0; u < places.size(); ++u)
            part.m_two[v * part.m_paints + u] = two(places[v], places[u]);
        for (std::size_t u = 0; m_needCount > 0 && u < v; ++u)
            for (std::size_t t = 0; t < u; ++t)
                part.setThree(placeOf(t, u, v), threeAt(placeOf(places[t], places[u], places[v])));
    }
    return part;
}

namespace {

CoverageSummary coverUpTo(std::size_t most, std::span<const Paint> paints, std::span<const Need> needs,
                          const std::vector<NeedGrid>& grids, Handling handling, const WorkOptions& work)
{
    assert(paints.size() <= mostPaints && needs.size() <= mostNeeds);
    const std::size_t count = paints.size();
    CoverageSummary summary{CoverageTable(count, most > 2 ? needs.size() : 0), 0, recipesInAll(count), false};
    CoverageTable& table = summary.table;
    const MixKernel kernel(paints, handling);
    const std::vector<NeedMask> allowed = needsAllowing(paints, needs);
    std::atomic<std::uint64_t> mixed = 0;
    SpareSpaces<SetCoverer> coverers;
    const auto coverRange = [&](const SetRange& sets, SetCoverer& coverer) {
        const std::uint64_t before = coverer.mixed();
        sets.forEach([&](std::span<const std::size_t> set) {
            NeedMask wanted = ~table.inside(set);
            for (const std::size_t paint : set)
                wanted &= allowed[paint];
            if (!wanted.isEmpty())
                table.setMask(set, coverer.met(set, wanted));
            else if (set.size() == 2)
                table.setMask(set, {});
        });
        mixed += coverer.mixed() - before;
    };
    summary.stopped = !searchSets(count, 1, most, work, [&](const SetRange& sets) {
        coverers.use([&] { return std::make_unique<SetCoverer>(paints, needs, kernel, grids); },
                     [&](SetCoverer& coverer) { coverRange(sets, coverer); });
    });
    summary.recipesMixed = mixed;
    return summary;
}

} // namespace

CoverageSummary cover(std::span<const Paint> paints, std::span<const Need> needs, Handling handling,
                      const WorkOptions& work)
{
    return coverUpTo(3, paints, needs, gridsOf(needs), handling, work);
}

CoverageSummary cover(std::span<const Paint> paints, std::span<const Need> needs, const std::vector<NeedGrid>& grids,
                      Handling handling, const WorkOptions& work)
{
    return coverUpTo(3, paints, needs, grids, handling, work);
}

CoverageSummary coverPairs(std::span<const Paint> paints, std::span<const Need> needs, Handling handling,
                           const WorkOptions& work)
{
    return coverUpTo(2, paints, needs, gridsOf(needs), handling, work);
}

} // namespace iris
