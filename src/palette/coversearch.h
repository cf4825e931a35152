#pragma once

#include "palette/covering.h"

#include <algorithm>
#include <array>
#include <limits>
#include <optional>

namespace iris::coversearch {

// The search for sets of one size that solveCovering() and solveStaircase() are made of; for them alone.

using Tubes = std::vector<std::size_t>;

/// Whether every mask can be given a place of its own.
inline bool canBePlaced(const std::vector<std::uint32_t>& masks, std::size_t from = 0, std::uint32_t taken = 0)
{
    if (from == masks.size())
        return true;
    for (std::uint32_t left = masks[from] & ~taken; left != 0; left &= left - 1)
        if (canBePlaced(masks, from + 1, taken | (left & (~left + 1))))
            return true;
    return false;
}

/// What threes add to their pairs, as rows of masks no wider than the needs ask for. Where there is room for it the
/// whole cube is laid out, so that a row is read as it lies; otherwise rows are gathered.
template <std::size_t Words> class Threes {
public:
    using Mask = NeedBits<Words>;

    explicit Threes(const CoverageTable& table) : m_table(table), m_count(table.paints()), m_withTwo(m_count * m_count)
    {
        if (m_count * m_count * m_count * sizeof(Mask) <= mostBytes)
            m_cube.resize(m_count * m_count * m_count);
        for (std::size_t v = 2; v < m_count; ++v)
            for (std::size_t u = 1; u < v; ++u)
                for (std::size_t t = 0; t < u; ++t)
                    if (const Mask mask(table.extraInOrder(t, u, v)); !mask.isEmpty())
                        lay(t, u, v, mask);
    }

    /// For every other tube what the two add with one third or another.
    const Mask* withTwo(std::size_t t) const { return &m_withTwo[t * m_count]; }

    /// For every third tube what it adds to two different ones; holds until the next call with the same work space.
    const Mask* row(std::size_t t, std::size_t u, std::vector<Mask>& space) const
    {
        if (!m_cube.empty())
            return &m_cube[(t * m_count + u) * m_count];
        space.assign(m_count, Mask());
        for (std::size_t v = 0; v < m_count; ++v)
            if (v != t && v != u)
                space[v] = Mask(m_table.extra(t, u, v));
        return space.data();
    }

private:
    static constexpr std::size_t mostBytes = std::size_t{256} << 20;

    void lay(std::size_t t, std::size_t u, std::size_t v, const Mask& mask)
    {
        for (const auto& [x, y, z] : {std::array{t, u, v}, std::array{t, v, u}, std::array{u, t, v},
                                      std::array{u, v, t}, std::array{v, t, u}, std::array{v, u, t}}) {
            m_withTwo[x * m_count + y] |= mask;
            if (!m_cube.empty())
                m_cube[(x * m_count + y) * m_count + z] = mask;
        }
    }

    const CoverageTable& m_table;
    std::size_t m_count;
    std::vector<Mask> m_withTwo;
    std::vector<Mask> m_cube;
};

/// The chosen tubes, what they cover and what others would add to them.
template <typename Mask> struct State {
    Tubes chosen;
    Mask covered;
    std::vector<Mask> adds;     ///< g[t]: covered when t joins
    std::vector<Mask> pairAdds; ///< G[t * n + u]: covered when t and u join, what is not in g[t] and g[u]
};

/// What is given up on a branch.
template <typename Mask> struct Loss {
    Mask needs;
    int weight = 0;
};

template <std::size_t Words> class CoverSearch {
public:
    using Mask = NeedBits<Words>;
    using State = coversearch::State<Mask>;
    using Loss = coversearch::Loss<Mask>;

    /// The threes are of the problem's table.
    CoverSearch(const CoveringProblem& problem, const Threes<Words>& threes, const WorkOptions& work)
        : m_problem(problem),
          m_needs(problem.needs),
          m_table(*problem.table),
          m_threes(threes),
          m_work(work),
          m_count(m_table.paints()),
          m_allowed(m_count, 1)
    {
        m_needs.forEach([&](std::size_t need) { m_leastWeight = std::min(m_leastWeight, problem.weights[need]); });
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
        start(more, mostLost);
        return std::move(m_answer);
    }

    /// The same where it is known that no set loses less: nothing that is found on one branch helps on another, so they
    /// are searched on several threads. The same answer for any number of them.
    CoveringAnswer bestOfKnown(std::size_t more, int leastLost)
    {
        m_isKnown = true;
        return best(more, leastLost);
    }

    std::uint64_t looked() const { return m_looked; }

private:
    void start(std::size_t more, int mostLost)
    {
        m_answer = {};
        m_answer.lost = mostLost;
        m_answer.size = m_problem.must.size() + more;
        m_looked = 0;
        State start = empty();
        for (const std::size_t tube : m_problem.must)
            start = joined(start, tube);
        search(start, more, {}, std::vector<Mask>(m_count, ~Mask()));
        std::ranges::sort(m_answer.sets);
    }

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
            state.adds[t] = Mask(m_table.one(t));
            for (std::size_t u = 0; u < m_count; ++u)
                state.pairAdds[t * m_count + u] = Mask(m_table.two(t, u));
        }
        return state;
    }

    State joined(const State& state, std::size_t tube) const
    {
        State next = state;
        next.chosen.push_back(tube);
        next.covered |= state.adds[tube];
        const Mask* pairsOfTube = &state.pairAdds[tube * m_count];
        for (std::size_t t = 0; t < m_count; ++t) {
            next.adds[t] |= pairsOfTube[t];
            if (t == tube)
                continue;
            const Mask* extras = m_threes.row(tube, t, m_space);
            Mask* pairs = &next.pairAdds[t * m_count];
            for (std::size_t u = 0; u < m_count; ++u)
                pairs[u] |= extras[u];
        }
        return next;
    }

    /// More sets than are wanted, and none can lose less.
    bool isEnough() const { return m_answer.capped && m_answer.lost == 0; }

    int weight(const Mask& needs) const { return weightOf(needs, m_problem.weights); }
    bool tooMuch(const Mask& missing) const { return !missing.isEmpty() && weight(missing) > m_answer.lost; }
    Mask missingIn(const State& state) const { return m_needs & ~state.covered; }

    /// @param before for each tube the needs that it could help with some tubes ago: it helps with no others now
    void search(const State& state, std::size_t more, Loss loss, const std::vector<Mask>& before)
    {
        ++m_looked;
        if (m_work.stop.stop_requested() || loss.weight > m_answer.lost || isEnough())
            return;
        if (more == 0)
            keep(state.chosen, {}, missingIn(state));
        else if (more == 1)
            scanOne(state);
        else if (more == 2)
            scanTwo(state, {}, loss);
        else if (loss.needs.includes(missingIn(state)))
            fill(state, more, loss, before);
        else
            branch(state, more, loss, before);
    }

    void searchTwo(const State& state, std::size_t joining, Loss loss)
    {
        ++m_looked;
        if (!m_work.stop.stop_requested() && loss.weight <= m_answer.lost && !isEnough())
            scanTwo(state, joining, loss);
    }

    void keep(const Tubes& chosen, std::initializer_list<std::size_t> others, const Mask& missing)
    {
        const int lost = weight(missing);
        if (lost > m_answer.lost || !fits(chosen, others))
            return;
        if (lost < m_answer.lost) {
            m_answer.sets.clear();
            m_answer.capped = false;
            m_answer.lost = lost;
        }
        if (m_answer.sets.size() >= m_problem.mostSets) {
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

    Tubes candidates(const Tubes& chosen) const
    {
        Tubes tubes;
        for (std::size_t t = 0; t < m_count; ++t)
            if (m_allowed[t] && fits(chosen, {t}))
                tubes.push_back(t);
        return tubes;
    }

    void scanOne(const State& state)
    {
        const Mask missing = missingIn(state);
        for (std::size_t t = 0; t < m_count; ++t)
            if (m_allowed[t] && !tooMuch(missing & ~state.adds[t]))
                keep(state.chosen, {t}, missing & ~state.adds[t]);
    }

    /// Every pair that completes the set, with a third tube that joins before them where there is one. That third is
    /// not joined to the state for it: nine in ten sets end here, and a state is large.
    void scanTwo(const State& state, const std::optional<std::size_t>& joining, Loss loss)
    {
        Tubes chosen = state.chosen;
        std::vector<Mask> adds = state.adds;
        Mask covered = state.covered;
        if (joining) {
            chosen.push_back(*joining);
            covered |= state.adds[*joining];
            for (std::size_t t = 0; t < m_count; ++t)
                adds[t] |= state.pairAdds[*joining * m_count + t];
        }
        const Tubes tubes = candidates(chosen);
        const Mask missing = m_needs & ~covered;
        // What is given up anyway is not looked for; when nothing more may be, a pair is right or it is not.
        const int mayBeLost = m_answer.lost - loss.weight;
        const bool allOrNothing = mayBeLost < m_leastWeight;
        std::vector<Mask> barred(m_count, ~Mask());
        for (const std::size_t t : tubes)
            barred[t] = Mask();
        std::vector<Mask> row(m_count);
        for (std::size_t i = 0; i < tubes.size(); ++i) {
            const std::size_t first = tubes[i];
            const Mask left = missing & ~adds[first];
            whatIsLeft(row, first + 1, left, adds, &state.pairAdds[first * m_count],
                       joining ? m_threes.row(*joining, first, m_space) : nullptr);
            if (allOrNothing && !anyComplete(row, first + 1, barred, loss.needs))
                continue;
            for (std::size_t j = i + 1; j < tubes.size(); ++j)
                if (!tooMuch(row[tubes[j]]))
                    keep(chosen, {first, tubes[j]}, row[tubes[j]]);
        }
    }

    /// For every tube from a place on what it leaves out beside a first one.
    void whatIsLeft(std::vector<Mask>& row, std::size_t from, const Mask& left, const std::vector<Mask>& adds,
                    const Mask* pairs, const Mask* extras) const
    {
        for (std::size_t t = from; t < m_count; ++t)
            row[t] = left & ~(adds[t] | pairs[t]);
        for (std::size_t t = from; extras && t < m_count; ++t)
            row[t] &= ~extras[t];
    }

    /// Whether any tube that is not barred leaves out nothing but what is given up. Without a jump, many at a time.
    bool anyComplete(const std::vector<Mask>& row, std::size_t from, const std::vector<Mask>& barred,
                     const Mask& givenUp) const
    {
        std::uint64_t found = 0; // its highest bit: x - 1 and not x have it both for 0 alone
        for (std::size_t t = from; t < m_count; ++t) {
            std::uint64_t any = 0;
            for (std::size_t i = 0; i < Words; ++i)
                any |= (row[t].word(i) & ~givenUp.word(i)) | barred[t].word(i);
            found |= (any - 1) & ~any;
        }
        return (found >> 63) != 0;
    }

    /// Nothing is left to gain and places are left: in a school, any tubes that fit them.
    void fill(const State& state, std::size_t more, Loss loss, const std::vector<Mask>& before)
    {
        if (m_problem.slots == 0)
            keep(state.chosen, {}, missingIn(state));
        else
            tryEach(state, more, loss, candidates(state.chosen), before);
    }

    /// For each tube open needs that it may still help to cover with three or more places left: alone, with one other
    /// that does not cover it by itself, or in any three. More than it does help with at most, and quickly found.
    std::vector<Mask> mayHelp(const State& state, const Mask& open, const std::vector<Mask>& before) const
    {
        const Tubes tubes = candidates(state.chosen);
        std::vector<Mask> result(m_count);
        for (const std::size_t t : tubes) {
            const Mask atMost = open & before[t];
            if (atMost.isEmpty())
                continue;
            Mask mask = state.adds[t];
            const Mask* pairs = &state.pairAdds[t * m_count];
            const Mask* threes = m_threes.withTwo(t);
            for (const std::size_t u : tubes)
                mask |= (pairs[u] | threes[u]) & ~state.adds[u];
            result[t] = mask & atMost;
        }
        return result;
    }

    /// Whether a tube helps to cover a need alone, with one other that does not cover it by itself, or with two others
    /// that do not. Masks instead of a list of places keep the innermost loop free of jumps.
    struct Helping {
        const CoverSearch& search;
        const State& state;
        Tubes tubes;
        std::vector<Mask> isCandidate;

        Helping(const CoverSearch& owner, const State& now)
            : search(owner),
              state(now),
              tubes(owner.candidates(now.chosen)),
              isCandidate(owner.m_count)
        {
            for (const std::size_t t : tubes)
                isCandidate[t] = ~Mask();
        }

        bool helps(std::size_t t, std::size_t need) const
        {
            return state.adds[t].has(need)
                   || std::ranges::any_of(tubes,
                                          [&](std::size_t u) {
                                              return u != t && !state.adds[u].has(need)
                                                     && state.pairAdds[t * search.m_count + u].has(need);
                                          })
                   || std::ranges::any_of(tubes, [&](std::size_t u) {
                          return u != t && search.m_threes.withTwo(t)[u].has(need) && withThird(t, u).has(need);
                      });
        }

        /// What two cover together with any third that comes after the second, and the last two alone do not.
        Mask withThird(std::size_t t, std::size_t u) const
        {
            const Mask* extras = search.m_threes.row(t, u, search.m_space);
            const Mask* withoutFirst = &state.pairAdds[u * search.m_count];
            Mask mask;
            for (std::size_t v = u + 1; v < search.m_count; ++v)
                mask |= extras[v] & ~withoutFirst[v] & isCandidate[v];
            return mask;
        }
    };

    void branch(const State& state, std::size_t more, Loss loss, const std::vector<Mask>& before)
    {
        Mask open = missingIn(state) & ~loss.needs;
        std::vector<Mask> help = mayHelp(state, open, before);
        const Mask hopeless = open & ~unionOf(help);
        loss.needs |= hopeless;
        loss.weight += weight(hopeless);
        open &= ~hopeless;
        if (loss.weight > m_answer.lost)
            return;
        if (open.isEmpty()) {
            fill(state, more, loss, help);
            return;
        }
        const std::size_t hardest = hardestNeed(state, open, help);
        Tubes helpers;
        for (std::size_t t = 0; t < m_count; ++t)
            if (help[t].has(hardest))
                helpers.push_back(t);
        // Tubes that cover much first: a good answer early lets more be passed over.
        std::ranges::stable_sort(helpers, std::greater<>(), [&](std::size_t t) { return (help[t] & open).count(); });
        tryEach(state, more, loss, helpers, help, hardest);
    }

    static Mask unionOf(const std::vector<Mask>& masks)
    {
        Mask all;
        for (const Mask& mask : masks)
            all |= mask;
        return all;
    }

    /// The open need with the fewest tubes that help, out of those few that look so at first; tubes that turn out not
    /// to help with one of these are taken out.
    std::size_t hardestNeed(const State& state, const Mask& open, std::vector<Mask>& help) const
    {
        constexpr std::size_t few = 6;
        std::vector<std::pair<std::size_t, std::size_t>> byHelpers;
        open.forEach([&](std::size_t need) { byHelpers.emplace_back(helpersOf(need, help), need); });
        std::ranges::sort(byHelpers);
        byHelpers.resize(std::min(few, byHelpers.size()));
        const Helping helping(*this, state);
        for (auto& [count, need] : byHelpers) {
            for (std::size_t t = 0; t < m_count; ++t)
                if (help[t].has(need) && !helping.helps(t, need))
                    help[t] &= ~Mask(needBit(need));
            count = helpersOf(need, help);
        }
        return std::ranges::min(byHelpers).second;
    }

    static std::size_t helpersOf(std::size_t need, const std::vector<Mask>& help)
    {
        return std::size_t(std::ranges::count_if(help, [need](const Mask& mask) { return mask.has(need); }));
    }

    /// Each tube in the set, and from then on out of it; last, where there is one, the need is given up without any of
    /// them.
    void tryEach(const State& state, std::size_t more, Loss loss, const Tubes& tubes, const std::vector<Mask>& before,
                 const std::optional<std::size_t>& need = {})
    {
        if (m_isKnown && state.chosen.size() == m_problem.must.size())
            return tryAtOnce(state, more, loss, tubes, before, need);
        for (std::size_t i = 0; i < tubes.size() + 1; ++i)
            tryOne(state, more, loss, tubes, i, before, need);
        for (const std::size_t tube : tubes)
            m_allowed[tube] = 1;
    }

    /// The tube at a place with those before it left out, or behind the last what is tried without any of them.
    void tryOne(const State& state, std::size_t more, Loss loss, const Tubes& tubes, std::size_t place,
                const std::vector<Mask>& before, const std::optional<std::size_t>& need)
    {
        for (std::size_t i = 0; i < std::min(place + 1, tubes.size()); ++i)
            m_allowed[tubes[i]] = 0;
        if (place == tubes.size() && need)
            search(state, more, {loss.needs | Mask(needBit(*need)), loss.weight + m_problem.weights[*need]}, before);
        else if (place < tubes.size() && more == 3)
            searchTwo(state, tubes[place], loss);
        else if (place < tubes.size())
            search(joined(state, tubes[place]), more - 1, loss, before);
    }

    /// The first branches, each as a search of its own, and what they found one after the other.
    void tryAtOnce(const State& state, std::size_t more, Loss loss, const Tubes& tubes, const std::vector<Mask>& before,
                   const std::optional<std::size_t>& need)
    {
        std::vector<CoverSearch> branches(tubes.size() + 1, *this);
        inParallel(branches.size(), quiet(m_work), [&](std::size_t i) {
            branches[i].m_looked = 0;
            branches[i].m_isKnown = false;
            branches[i].tryOne(state, more, loss, tubes, i, before, need);
        });
        for (const CoverSearch& branch : branches) {
            m_looked += branch.m_looked;
            m_answer.capped = m_answer.capped || branch.m_answer.capped;
            for (const Tubes& set : branch.m_answer.sets) {
                if (m_answer.sets.size() < m_problem.mostSets)
                    m_answer.sets.push_back(set);
                else
                    m_answer.capped = true;
            }
        }
    }

    const CoveringProblem& m_problem;
    Mask m_needs;
    const CoverageTable& m_table;
    const Threes<Words>& m_threes;
    mutable std::vector<Mask> m_space;
    const WorkOptions& m_work;
    std::size_t m_count;
    std::vector<char> m_allowed;
    std::vector<std::uint32_t> m_mustMasks;              ///< of the must tubes that have a place in the school
    int m_leastWeight = std::numeric_limits<int>::max(); ///< of any need
    CoveringAnswer m_answer;
    std::uint64_t m_looked = 0;
    bool m_isKnown = false; ///< how little can be lost
};

} // namespace iris::coversearch
