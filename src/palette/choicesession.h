#pragma once

#include "palette/choose.h"
#include "palette/suretable.h"

#include <memory>
#include <mutex>
#include <vector>

namespace iris {

struct Candidates;

/// Many questions about the same tubes and needs: what each set of tubes covers is found once, after which a tube that
/// is locked, banned or freed again, a school, another size is a question of masks. Questions may come from any thread;
/// one waits for the one before.
class ChoiceSession {
public:
    /// @param handling every recipe can be counted out with; @param test what Limits::surely is to mean; nothing where
    /// it is not asked
    ChoiceSession(std::vector<Paint> paints, std::vector<Need> needs, Handling handling, SureTest test = {});
    ~ChoiceSession();

    const std::vector<Paint>& paints() const { return m_paints; }
    const std::vector<Need>& needs() const { return m_needs; }
    Handling handling() const { return m_handling; }

    /// As choosePalette(), and surely where that is asked; then no more than limits.mostSets sets are listed, and each
    /// need is answered by the closest recipe that passes the test. Tubes that were banned in every question so far and
    /// are allowed now are covered anew.
    Result<Choice> choose(const Limits& limits, const WorkOptions& work = {});

    /// The most importance that one tube can meet, two, three ... up to limits.mostTubes, each proven by a search to
    /// its end. BadOption for a school, whose size is fixed.
    Result<Staircase> staircase(const Limits& limits, const WorkOptions& work = {});

private:
    /// What was covered, and of which of the paints.
    struct Covered {
        std::vector<std::size_t> places; ///< in rising order
        CoverageTable table{0};
        std::uint64_t recipesInAll = 0;
    };

    Result<void> check(const Limits& limits) const;
    Closeness& closeness();
    SureRecipes& sureRecipes();
    const std::vector<NeedGrid>& grids();
    std::vector<std::size_t> chosenFrom(const Limits& limits, const WorkOptions& work) const;
    std::size_t passedOver(const Candidates& candidates, const Limits& limits) const;
    CoverageTable tableOfSome(const std::vector<std::size_t>& places) const;

    /// How many recipes had to be mixed so that every one of the places is covered; nothing when it was stopped.
    std::optional<std::uint64_t> coverAll(const std::vector<std::size_t>& places, const WorkOptions& work);

    std::vector<Paint> m_paints;
    std::vector<Need> m_needs;
    Handling m_handling;
    NeedMask m_onPaper; ///< met by bare paper
    std::mutex m_oneAtATime;
    Covered m_covered;
    std::vector<NeedGrid> m_grids;          ///< of all needs, once there was a question
    std::unique_ptr<Closeness> m_closeness; ///< of all the paints, whatever is banned
    SureTest m_test;
    std::unique_ptr<SureRecipes> m_sure; ///< what was tried so far, out of m_closeness
};

} // namespace iris
