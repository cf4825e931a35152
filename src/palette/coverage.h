#pragma once

#include "base/parallel.h"
#include "palette/needgrid.h"

#include <deque>
#include <memory>
#include <mutex>

namespace iris {

/// For every set of one to three paints, the needs that some recipe of all of them meets. Singles and pairs count what
/// the paints in them meet by themselves; threes hold only what none of their pairs meets, which is little, and in as
/// many words as there are needs for, since there are many of them.
class CoverageTable {
public:
    /// @param needs 0 for a table of singles and pairs alone
    explicit CoverageTable(std::size_t paints, std::size_t needs = NeedMask::wordBits);

    std::size_t paints() const { return m_paints; }
    const NeedMask& one(std::size_t t) const { return m_one[t]; }
    const NeedMask& two(std::size_t t, std::size_t u) const { return m_two[t * m_paints + u]; }
    /// What three different paints, in any order, meet beyond their pairs.
    NeedMask extra(std::size_t t, std::size_t u, std::size_t v) const;
    /// The same for paints in rising order.
    NeedMask extraInOrder(std::size_t t, std::size_t u, std::size_t v) const { return threeAt(placeOf(t, u, v)); }

    /// What the whole list of paints can meet.
    NeedMask everything() const;

    /// Sets what one to three paints, in rising order, meet. Sets of two and three are set after all that they hold.
    /// Different sets of one size may be set from different threads.
    void setMask(std::span<const std::size_t> set, const NeedMask& mask);

    /// What subsets of a set, in rising order, meet: of one paint nothing.
    NeedMask inside(std::span<const std::size_t> set) const;

    /// The same of some of its paints alone, counted by their place among them.
    CoverageTable within(const std::vector<std::size_t>& places) const;

    bool operator==(const CoverageTable& other) const;

    /// How many bytes the threes take, where they are lists.
    std::size_t listedBytes() const { return m_needs.size(); }

private:
    /// Threes in rising order, counted by the last first: those below v come before v.
    static std::size_t placeOf(std::size_t t, std::size_t u, std::size_t v)
    {
        return v * (v - 1) * (v - 2) / 6 + u * (u - 1) / 2 + t;
    }
    NeedMask threeAt(std::size_t place) const
    {
        NeedMask mask;
        if (!m_words.empty())
            mask.setWord(0, m_words[place]);
        else if (const std::size_t at = m_lists.empty() ? 0 : m_lists[place]; at > 0)
            for (std::size_t i = at + 2; i <= at + 2 + m_needs[at + 1]; ++i)
                mask.add(m_needs[i]);
        return mask;
    }
    void setThree(std::size_t place, const NeedMask& mask);
    std::size_t threes() const { return m_paints < 3 ? 0 : placeOf(0, 1, m_paints); }

    std::size_t m_paints;
    std::size_t m_needCount;
    std::vector<NeedMask> m_one;
    std::vector<NeedMask> m_two;
    std::vector<std::uint64_t> m_words; ///< of each three, up to 64 needs
    std::vector<std::uint32_t> m_lists; ///< of each three, beyond them: where its list begins; 0 for an empty one
    std::deque<std::uint8_t>
        m_needs; ///< the lists: how many needs beyond the first there is room for, how many there are, which
    std::shared_ptr<std::mutex> m_writing = std::make_shared<std::mutex>(); ///< of lists
};

/// How much work a coverage took.
struct CoverageSummary {
    CoverageTable table;
    std::uint64_t recipesMixed = 0; ///< colours computed
    std::uint64_t recipesInAll = 0; ///< colours a plain enumeration would compute
    bool stopped = false;           ///< the stop token ended it; the table is not complete
};

/// Tries every recipe of up to three paints against every need. A need counts as met within its tolerance, decided in
/// double precision wherever single precision comes near the limit, so that the table does not depend on the
/// processor or on the number of threads.
/// @param paints at most mostPaints; @param needs at most mostNeeds
CoverageSummary cover(std::span<const Paint> paints, std::span<const Need> needs, Handling handling,
                      const WorkOptions& work = {});

/// The same with a map of the needs that is there already, gridsOf(needs).
CoverageSummary cover(std::span<const Paint> paints, std::span<const Need> needs, const std::vector<NeedGrid>& grids,
                      Handling handling, const WorkOptions& work);

/// The same of single paints and pairs alone: a few thousandths of the work.
CoverageSummary coverPairs(std::span<const Paint> paints, std::span<const Need> needs, Handling handling,
                           const WorkOptions& work = {});

/// The most paints a palette is chosen from at once; beyond it the tables outgrow the memory and the patience.
inline constexpr std::size_t mostPaints = 512;

} // namespace iris
