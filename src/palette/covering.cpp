#include "palette/covering.h"

#include <algorithm>
#include <bit>
#include <cassert>

namespace iris {
namespace {

using Tubes = std::vector<std::size_t>;

int weightOf(NeedMask needs, const std::vector<int>& weights)
{
    int weight = 0;
    for (NeedMask left = needs; left != 0; left &= left - 1)
        weight += weights[static_cast<std::size_t>(std::countr_zero(left))];
    return weight;
}

NeedMask lowestBit(NeedMask mask)
{
    return mask & (~mask + 1);
}

/// Whether every mask can be given a place of its own.
bool canBePlaced(const std::vector<std::uint32_t>& masks, std::size_t from = 0, std::uint32_t taken = 0)
{
    if (from == masks.size())
        return true;
    for (std::uint32_t left = masks[from] & ~taken; left != 0; left &= left - 1)
        if (canBePlaced(masks, from + 1, taken | (left & (~left + 1))))
            return true;
    return false;
}

/// The chosen tubes, what they cover and what others would add to them.
struct State {
    Tubes chosen;
    NeedMask covered = 0;
    std::vector<NeedMask> adds;     ///< g[t]: covered when t joins
    std::vector<NeedMask> pairAdds; ///< G[t * n + u]: covered when t and u join, beyond g[t] and g[u]
};

/// What is given up on a branch.
struct Loss {
    NeedMask needs = 0;
    int weight = 0;
};

class Search {
public:
    Search(const CoveringProblem& problem, const WorkOptions& work)
        : m_problem(problem),
          m_table(*problem.table),
          m_work(work),
          m_count(m_table.paints()),
          m_allowed(m_count, 1)
    {
        for (const std::size_t tube : problem.must) {
            m_allowed[tube] = 0;
            if (problem.slots > 0)
                placeMust(tube);
        }
    }

    /// How many tubes a school has room for beside the must tubes.
    std::size_t openPlaces() const { return m_problem.slots - m_mustMasks.size(); }

    /// All sets of the must tubes and `more` others that lose least, but none that loses more than `mostLost`.
    CoveringAnswer best(std::size_t more, int mostLost)
    {
        m_answer = {};
        m_answer.lost = mostLost;
        m_answer.size = m_problem.must.size() + more;
        m_looked = 0;
        State start = empty();
        for (const std::size_t tube : m_problem.must)
            start = joined(start, tube);
        search(start, more, {});
        std::ranges::sort(m_answer.sets);
        return std::move(m_answer);
    }

    std::uint64_t looked() const { return m_looked; }

private:
    void placeMust(std::size_t tube)
    {
        m_mustMasks.push_back(m_problem.slotMasks[tube]);
        if (!canBePlaced(m_mustMasks))
            m_mustMasks.pop_back();
    }

    State empty() const
    {
        State state;
        state.adds.resize(m_count);
        state.pairAdds.resize(m_count * m_count);
        for (std::size_t t = 0; t < m_count; ++t) {
            state.adds[t] = m_table.one(t);
            for (std::size_t u = 0; u < m_count; ++u)
                state.pairAdds[t * m_count + u] = m_table.two(t, u);
        }
        return state;
    }

    State joined(const State& state, std::size_t tube) const
    {
        State next = state;
        next.chosen.push_back(tube);
        next.covered |= state.adds[tube];
        const NeedMask* pairsOfTube = &state.pairAdds[tube * m_count];
        for (std::size_t t = 0; t < m_count; ++t) {
            next.adds[t] |= pairsOfTube[t];
            const NeedMask* triples = m_table.row(tube, t);
            NeedMask* pairs = &next.pairAdds[t * m_count];
            for (std::size_t u = 0; u < m_count; ++u)
                pairs[u] |= triples[u];
        }
        return next;
    }

    int weight(NeedMask needs) const { return weightOf(needs, m_problem.weights); }
    bool tooMuch(NeedMask missing) const { return missing != 0 && weight(missing) > m_answer.lost; }
    NeedMask missingIn(const State& state) const { return m_problem.needs & ~state.covered; }

    void search(const State& state, std::size_t more, Loss loss)
    {
        ++m_looked;
        if (m_work.stop.stop_requested() || loss.weight > m_answer.lost)
            return;
        if (more == 0)
            keep(state.chosen, {}, missingIn(state));
        else if (more == 1)
            scanOne(state);
        else if (more == 2)
            scanTwo(state);
        else if ((missingIn(state) & ~loss.needs) == 0)
            fill(state, more, loss);
        else
            branch(state, more, loss);
    }

    void keep(const Tubes& chosen, std::initializer_list<std::size_t> others, NeedMask missing)
    {
        const int lost = weight(missing);
        if (lost > m_answer.lost || !fits(chosen, others))
            return;
        if (lost < m_answer.lost) {
            m_answer.sets.clear();
            m_answer.capped = false;
            m_answer.lost = lost;
        }
        if (m_answer.sets.size() >= mostSetsKept) {
            m_answer.capped = true;
            return;
        }
        Tubes set = chosen;
        set.insert(set.end(), others);
        std::ranges::sort(set);
        m_answer.sets.push_back(std::move(set));
    }

    /// Whether the tubes can stand in different places of the school.
    bool fits(const Tubes& chosen, std::initializer_list<std::size_t> others) const
    {
        if (m_problem.slots == 0)
            return true;
        std::vector<std::uint32_t> masks = m_mustMasks;
        for (std::size_t i = m_problem.must.size(); i < chosen.size(); ++i)
            masks.push_back(m_problem.slotMasks[chosen[i]]);
        for (const std::size_t tube : others)
            masks.push_back(m_problem.slotMasks[tube]);
        return canBePlaced(masks);
    }

    Tubes candidates(const State& state) const
    {
        Tubes tubes;
        for (std::size_t t = 0; t < m_count; ++t)
            if (m_allowed[t] && fits(state.chosen, {t}))
                tubes.push_back(t);
        return tubes;
    }

    void scanOne(const State& state)
    {
        const NeedMask missing = missingIn(state);
        for (std::size_t t = 0; t < m_count; ++t)
            if (m_allowed[t] && !tooMuch(missing & ~state.adds[t]))
                keep(state.chosen, {t}, missing & ~state.adds[t]);
    }

    void scanTwo(const State& state)
    {
        const Tubes tubes = candidates(state);
        const NeedMask missing = missingIn(state);
        for (std::size_t i = 0; i < tubes.size(); ++i) {
            const NeedMask* pairs = &state.pairAdds[tubes[i] * m_count];
            const NeedMask missingWithFirst = missing & ~state.adds[tubes[i]];
            for (std::size_t j = i + 1; j < tubes.size(); ++j) {
                const NeedMask left = missingWithFirst & ~state.adds[tubes[j]] & ~pairs[tubes[j]];
                if (!tooMuch(left))
                    keep(state.chosen, {tubes[i], tubes[j]}, left);
            }
        }
    }

    /// Nothing is left to gain and places are left: in a school, any tubes that fit them.
    void fill(const State& state, std::size_t more, Loss loss)
    {
        if (m_problem.slots == 0)
            keep(state.chosen, {}, missingIn(state));
        else
            tryEach(state, more, loss, candidates(state));
    }

    /// For each tube the open needs it could still help to cover with three or more places left: alone, with one other
    /// that does not cover it by itself, or with two others that do not.
    std::vector<NeedMask> helps(const State& state, NeedMask open) const
    {
        const Tubes tubes = candidates(state);
        // Masks instead of a list of places keep the innermost loop free of jumps.
        std::vector<NeedMask> isCandidate(m_count);
        for (const std::size_t t : tubes)
            isCandidate[t] = ~NeedMask{0};
        std::vector<NeedMask> result(m_count);
        for (const std::size_t t : tubes) {
            NeedMask mask = state.adds[t];
            const NeedMask* pairs = &state.pairAdds[t * m_count];
            for (const std::size_t u : tubes)
                mask |= pairs[u] & ~state.adds[u];
            for (auto u = tubes.begin(); u != tubes.end() && (mask & open) != open; ++u)
                mask |= helpedInThrees(m_table.row(t, *u), &state.pairAdds[*u * m_count], isCandidate, *u);
            result[t] = mask & open;
        }
        return result;
    }

    /// What a tube and another cover together with any third that comes after the other, and those two alone do not.
    NeedMask helpedInThrees(const NeedMask* triples, const NeedMask* withoutFirst,
                            const std::vector<NeedMask>& isCandidate, std::size_t other) const
    {
        NeedMask mask = 0;
        for (std::size_t v = other + 1; v < m_count; ++v)
            mask |= triples[v] & ~withoutFirst[v] & isCandidate[v];
        return mask;
    }

    void branch(const State& state, std::size_t more, Loss loss)
    {
        NeedMask open = missingIn(state) & ~loss.needs;
        const std::vector<NeedMask> help = helps(state, open);
        const NeedMask hopeless = open & ~unionOf(help);
        loss.needs |= hopeless;
        loss.weight += weight(hopeless);
        open &= ~hopeless;
        if (loss.weight > m_answer.lost)
            return;
        if (open == 0) {
            fill(state, more, loss);
            return;
        }
        const NeedMask hardest = needWithFewestHelpers(open, help);
        Tubes helpers;
        for (std::size_t t = 0; t < m_count; ++t)
            if ((help[t] & hardest) != 0)
                helpers.push_back(t);
        // Tubes that cover much first: a good answer early lets more be passed over.
        std::ranges::stable_sort(helpers, std::greater<>(),
                                 [&](std::size_t t) { return std::popcount(help[t] & open); });
        tryEach(state, more, loss, helpers, [&] {
            search(state, more, {loss.needs | hardest, loss.weight + weight(hardest)});
        });
    }

    static NeedMask unionOf(const std::vector<NeedMask>& masks)
    {
        NeedMask all = 0;
        for (const NeedMask mask : masks)
            all |= mask;
        return all;
    }

    static NeedMask needWithFewestHelpers(NeedMask open, const std::vector<NeedMask>& help)
    {
        NeedMask hardest = lowestBit(open);
        std::ptrdiff_t fewest = std::ssize(help) + 1;
        for (NeedMask left = open; left != 0; left &= left - 1) {
            const NeedMask need = lowestBit(left);
            const auto count = std::ranges::count_if(help, [need](NeedMask mask) { return (mask & need) != 0; });
            if (count < fewest) {
                fewest = count;
                hardest = need;
            }
        }
        return hardest;
    }

    /// Each tube in the set, and from then on out of it; then whatever is to be tried without any of them.
    template <typename Without = void (*)()>
    void tryEach(
        const State& state, std::size_t more, Loss loss, const Tubes& tubes, Without&& without = [] {})
    {
        for (const std::size_t tube : tubes) {
            m_allowed[tube] = 0;
            search(joined(state, tube), more - 1, loss);
        }
        without();
        for (const std::size_t tube : tubes)
            m_allowed[tube] = 1;
    }

    const CoveringProblem& m_problem;
    const CoverageTable& m_table;
    const WorkOptions& m_work;
    std::size_t m_count;
    std::vector<char> m_allowed;
    std::vector<std::uint32_t> m_mustMasks; ///< of the must tubes that have a place in the school
    CoveringAnswer m_answer;
    std::uint64_t m_looked = 0;
};

/// Sizes below `size` are searched for a set that loses no more than `lost`; the first found is the answer.
void trySmaller(const CoveringProblem& problem, const WorkOptions& work, std::size_t from, std::size_t to, int lost,
                CoveringSummary& summary)
{
    for (std::size_t size = from; size <= to && !work.stop.stop_requested(); ++size) {
        Search search(problem, work);
        CoveringAnswer answer = search.best(size - problem.must.size(), lost);
        if (!answer.sets.empty()) {
            summary.answer = std::move(answer);
            summary.looked = search.looked();
            return;
        }
        summary.smaller.push_back({size, search.looked()});
    }
}

CoveringSummary solveFree(const CoveringProblem& problem, const WorkOptions& work)
{
    const std::size_t least = std::max<std::size_t>(problem.must.size(), problem.needs != 0 ? 1 : 0);
    const std::size_t most = std::clamp(problem.mostTubes, least, std::max(least, problem.table->paints()));
    const int unreachable = weightOf(problem.needs & ~problem.table->everything(), problem.weights);
    CoveringSummary summary;
    trySmaller(problem, work, least, most, unreachable, summary);
    if (summary.answer.sets.empty() && !work.stop.stop_requested()) {
        // The limit on tubes leaves needs uncovered: first how few at the limit, then whether fewer tubes do as well.
        Search search(problem, work);
        CoveringAnswer atLimit = search.best(most - problem.must.size(), weightOf(problem.needs, problem.weights));
        summary.smaller.clear();
        if (most > least)
            trySmaller(problem, work, least, most - 1, atLimit.lost, summary);
        if (summary.answer.sets.empty()) {
            summary.answer = std::move(atLimit);
            summary.looked = search.looked();
        }
    }
    summary.stopped = work.stop.stop_requested();
    return summary;
}

CoveringSummary solveSchool(const CoveringProblem& problem, const WorkOptions& work)
{
    Search search(problem, work);
    CoveringSummary summary;
    summary.answer = search.best(search.openPlaces(), weightOf(problem.needs, problem.weights));
    summary.looked = search.looked();
    summary.stopped = work.stop.stop_requested();
    return summary;
}

} // namespace

NeedMask coveredBy(const Tubes& set, const CoverageTable& table)
{
    NeedMask covered = 0;
    for (std::size_t i = 0; i < set.size(); ++i) {
        covered |= table.one(set[i]);
        for (std::size_t j = i + 1; j < set.size(); ++j) {
            covered |= table.two(set[i], set[j]);
            for (std::size_t k = j + 1; k < set.size(); ++k)
                covered |= table.three(set[i], set[j], set[k]);
        }
    }
    return covered;
}

CoveringSummary solveCovering(const CoveringProblem& problem, const WorkOptions& work)
{
    assert(problem.table != nullptr);
    return problem.slots > 0 ? solveSchool(problem, work) : solveFree(problem, work);
}

} // namespace iris
