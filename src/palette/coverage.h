#pragma once

#include "base/parallel.h"
#include "palette/needgrid.h"

namespace iris {

/// For every set of one to three paints, the needs that some recipe inside it meets: subsets count.
class CoverageTable {
public:
    explicit CoverageTable(std::size_t paints);

    std::size_t paints() const { return m_paints; }
    NeedMask one(std::size_t t) const { return m_one[t]; }
    NeedMask two(std::size_t t, std::size_t u) const { return m_two[t * m_paints + u]; }
    NeedMask three(std::size_t t, std::size_t u, std::size_t v) const { return row(t, u)[v]; }
    /// The masks of {t, u, v} for every v; v = t or u gives the mask of the pair.
    const NeedMask* row(std::size_t t, std::size_t u) const { return &m_three[(t * m_paints + u) * m_paints]; }

    /// What the whole list of paints can meet.
    NeedMask everything() const;

    /// Sets the mask of one to three paints in rising order. Of the six places of a triple it sets one; spread() fills
    /// in the others. Different sets may be set from different threads.
    void setMask(std::span<const std::size_t> set, NeedMask mask);
    void spread();

    /// The same of some of its paints alone, counted by their place among them.
    CoverageTable within(const std::vector<std::size_t>& places) const;

    bool operator==(const CoverageTable&) const = default;

private:
    std::size_t m_paints;
    std::vector<NeedMask> m_one;
    std::vector<NeedMask> m_two;
    std::vector<NeedMask> m_three;
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
CoverageSummary cover(std::span<const Paint> paints, std::span<const Need> needs, const WorkOptions& work = {});

/// The most paints a palette is chosen from at once; beyond it the tables outgrow the memory and the patience.
inline constexpr std::size_t mostPaints = 128;

} // namespace iris
