#include "palette/coverage.h"

#include "colour/deltae.h"
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
               const NeedGrid& grid)
        : m_paints(paints),
          m_needs(needs),
          m_kernel(kernel),
          m_finder(grid)
    {
    }

    /// The wanted needs that recipes using all of the set meet.
    NeedMask met(std::span<const std::size_t> set, NeedMask wanted)
    {
        NeedMask found = 0;
        for (std::size_t chunk = 0; chunk < MixKernel::chunkCount(set.size()) && found != wanted; ++chunk) {
            m_kernel.mix(set, chunk, m_chunk);
            m_mixed += chunkRecipes;
            found |= m_finder.surelyMet(m_chunk, wanted & ~found);
            for (const Touch& touch : m_finder.touches(m_chunk, wanted & ~found)) {
                if ((found & needBit(touch.need)) == 0 && meets(touch, set, chunk))
                    found |= needBit(touch.need);
            }
        }
        return found;
    }

    std::uint64_t mixed() const { return m_mixed; }

private:
    bool meets(const Touch& touch, std::span<const std::size_t> set, std::size_t chunk) const
    {
        const Need& need = m_needs[touch.need];
        const auto limit = static_cast<float>(need.tolerance);
        if (touch.apart <= limit - nearCall)
            return true;
        if (touch.apart > limit + nearCall)
            return false;
        const Recipe recipe = m_kernel.recipeAt(set, chunk, touch.place);
        return deltaE00(colourOf(recipe, m_paints), need.target) <= need.tolerance;
    }

    std::span<const Paint> m_paints;
    std::span<const Need> m_needs;
    const MixKernel& m_kernel;
    TouchFinder m_finder;
    LabChunk m_chunk{};
    std::uint64_t m_mixed = 0;
};

std::vector<double> tolerancesOf(std::span<const Need> needs)
{
    std::vector<double> tolerances;
    for (const Need& need : needs)
        tolerances.push_back(need.tolerance);
    return tolerances;
}

std::uint64_t recipesInAll(std::size_t n)
{
    const std::uint64_t pairs = n * (n - 1) / 2;
    const std::uint64_t triples = n < 3 ? 0 : pairs * (n - 2) / 3;
    return recipeWashes.size() * (n * triedRatios[0] + pairs * triedRatios[1] + triples * triedRatios[2]);
}

} // namespace

CoverageTable::CoverageTable(std::size_t paints)
    : m_paints(paints),
      m_one(paints),
      m_two(paints * paints),
      m_three(paints * paints * paints)
{
}

NeedMask CoverageTable::everything() const
{
    NeedMask all = 0;
    for (const auto* masks : {&m_one, &m_two, &m_three})
        for (const NeedMask mask : *masks)
            all |= mask;
    return all;
}

void CoverageTable::setMask(std::span<const std::size_t> set, NeedMask mask)
{
    if (set.size() == 3)
        m_three[(set[0] * m_paints + set[1]) * m_paints + set[2]] = mask;
    else
        m_two[set.front() * m_paints + set.back()] = m_two[set.back() * m_paints + set.front()] = mask;
    if (set.size() == 1)
        m_one[set.front()] = mask;
}

CoverageTable CoverageTable::within(const std::vector<std::size_t>& places) const
{
    CoverageTable part(places.size());
    for (std::size_t t = 0; t < places.size(); ++t) {
        part.m_one[t] = m_one[places[t]];
        for (std::size_t u = 0; u < places.size(); ++u) {
            part.m_two[t * part.m_paints + u] = two(places[t], places[u]);
            const NeedMask* all = row(places[t], places[u]);
            for (std::size_t v = 0; v < places.size(); ++v)
                part.m_three[(t * part.m_paints + u) * part.m_paints + v] = all[places[v]];
        }
    }
    return part;
}

void CoverageTable::spread()
{
    for (std::size_t t = 0; t < m_paints; ++t) {
        for (std::size_t u = 0; u < m_paints; ++u) {
            for (std::size_t v = 0; v < m_paints; ++v) {
                std::array<std::size_t, 3> set{t, u, v};
                std::ranges::sort(set);
                const NeedMask mask = set[0] == set[1] || set[1] == set[2]
                                          ? two(set[0], set[2])
                                          : m_three[(set[0] * m_paints + set[1]) * m_paints + set[2]];
                m_three[(t * m_paints + u) * m_paints + v] = mask;
            }
        }
    }
}

CoverageSummary cover(std::span<const Paint> paints, std::span<const Need> needs, const WorkOptions& work)
{
    assert(paints.size() <= mostPaints && needs.size() <= mostNeeds);
    const std::size_t count = paints.size();
    CoverageSummary summary{CoverageTable(count), 0, recipesInAll(count), false};
    CoverageTable& table = summary.table;
    const MixKernel kernel(paints);
    const std::vector<double> tolerances = tolerancesOf(needs);
    const NeedGrid grid(needs, tolerances);
    const NeedMask all = needBits(needs.size());

    const auto metInside = [&](std::span<const std::size_t> set) {
        if (set.size() == 1)
            return NeedMask{0};
        return set.size() == 2 ? table.one(set[0]) | table.one(set[1])
                               : table.two(set[0], set[1]) | table.two(set[0], set[2]) | table.two(set[1], set[2]);
    };
    std::atomic<std::uint64_t> mixed = 0;
    summary.stopped = !searchSets(count, 1, 3, work, [&](const SetRange& sets) {
        SetCoverer coverer(paints, needs, kernel, grid);
        sets.forEach([&](std::span<const std::size_t> set) {
            const NeedMask inside = metInside(set);
            table.setMask(set, inside | coverer.met(set, all & ~inside));
        });
        mixed += coverer.mixed();
    });
    summary.recipesMixed = mixed;
    if (!summary.stopped)
        table.spread();
    return summary;
}

} // namespace iris
