#include "palette/firstguess.h"

#include "palette/coverage.h"

#include <algorithm>
#include <bit>

namespace iris {
namespace {

/// A palette that grows tube by tube.
class Growing {
public:
    Growing(std::span<const Paint> paints, std::span<const Need> needs, const Limits& limits,
            const CoverageTable& pairs)
        : m_needs(needs),
          m_pairs(pairs),
          m_slots(slotsOf(limits.school, limits.red, limits.places)),
          m_masks(slotMasks(paints, m_slots)),
          m_free(limits.school == School::Free        ? limits.mostTubes
                 : limits.school == School::SplitPlus ? limits.mostTubes - m_slots.size()
                                                      : 0),
          m_left(m_slots.empty() ? 0 : (1ULL << m_slots.size()) - 1)
    {
    }

    /// Takes a tube in, into a place of the school where it fits one.
    void take(std::size_t tube)
    {
        if (const std::uint64_t fits = m_masks[tube] & m_left; fits != 0)
            m_left &= ~(1ULL << std::countr_zero(fits));
        else if (m_free > 0)
            --m_free;
        for (const std::size_t other : m_set)
            m_met |= m_pairs.two(other, tube);
        m_met |= m_pairs.one(tube);
        m_set.insert(std::ranges::lower_bound(m_set, tube), tube);
    }

    /// The tube that meets the most importance more; nothing when no place is left, or none of the free ones gains.
    std::optional<std::size_t> best(const std::vector<std::size_t>& allowed) const
    {
        std::optional<std::size_t> best;
        int most = m_left != 0 ? -1 : 0; // places of a school are filled, whatever that gains
        for (const std::size_t tube : allowed) {
            const bool fits = (m_masks[tube] & m_left) != 0 || (m_left == 0 && m_free > 0);
            if (!fits || std::ranges::find(m_set, tube) != m_set.end())
                continue;
            if (const int gained = gain(tube); gained > most) {
                most = gained;
                best = tube;
            }
        }
        return best;
    }

    const std::vector<std::size_t>& set() const { return m_set; }
    std::size_t met() const { return m_met.count(); }

private:
    int gain(std::size_t tube) const
    {
        NeedMask more = m_pairs.one(tube);
        for (const std::size_t other : m_set)
            more |= m_pairs.two(other, tube);
        int weight = 0;
        (more & ~m_met).forEach([&](std::size_t need) { weight += m_needs[need].importance; });
        return weight;
    }

    std::span<const Need> m_needs;
    const CoverageTable& m_pairs;
    std::vector<Slot> m_slots;
    std::vector<std::uint32_t> m_masks;
    std::size_t m_free;
    std::uint64_t m_left; ///< places of the school that are not filled
    std::vector<std::size_t> m_set;
    NeedMask m_met;
};

/// The tubes to begin with where none meets anything alone: the pair that meets most.
std::vector<std::size_t> bestPair(const CoverageTable& pairs, const std::vector<std::size_t>& allowed)
{
    std::vector<std::size_t> best;
    std::size_t most = 0;
    for (const std::size_t t : allowed)
        for (const std::size_t u : allowed)
            if (t < u && pairs.two(t, u).count() > most) {
                most = pairs.two(t, u).count();
                best = {t, u};
            }
    return best;
}

} // namespace

Result<FirstGuess> firstGuess(std::span<const Paint> paints, std::span<const Need> needs, const Limits& limits,
                              Handling handling, const WorkOptions& work)
{
    if (auto fine = limits.validate(paints); !fine)
        return tl::unexpected(fine.error());
    std::vector<Paint> own;
    std::vector<std::size_t> places;
    std::vector<std::size_t> allowed;
    std::vector<std::size_t> must;
    for (std::size_t i = 0; i < paints.size(); ++i) {
        if (std::ranges::find(limits.never, i) != limits.never.end())
            continue;
        if (std::ranges::find(limits.must, i) != limits.must.end())
            must.push_back(own.size());
        allowed.push_back(own.size());
        places.push_back(i);
        own.push_back(paints[i]);
    }
    const CoverageSummary pairs = coverPairs(own, needs, handling, quiet(work));
    FirstGuess guess;
    if (pairs.stopped)
        return guess;
    Growing growing(own, needs, limits, pairs.table);
    for (const std::size_t tube : must)
        growing.take(tube);
    if (must.empty() && limits.school == School::Free && limits.mostTubes > 1)
        for (const std::size_t tube : bestPair(pairs.table, allowed))
            growing.take(tube);
    for (auto next = growing.best(allowed); next && !work.stop.stop_requested(); next = growing.best(allowed))
        growing.take(*next);
    if (growing.set().empty())
        return guess;
    for (const std::size_t tube : growing.set())
        guess.tubes.push_back(places[tube]);
    guess.met = growing.met();
    return guess;
}

} // namespace iris
