#include "palette/surerecipes.h"

#include <algorithm>

namespace iris {
namespace {

WorkOptions onlyUntil(std::stop_token stop)
{
    return {.stop = std::move(stop), .progress = {}, .threads = 0};
}

} // namespace

SureRecipes::SureRecipes(std::span<const Paint> paints, std::span<const Need> needs, Closeness& closeness,
                         SureTest test)
    : m_paints(paints),
      m_needs(needs),
      m_closeness(closeness),
      m_test(std::move(test)),
      m_sure(needs.size()),
      m_seldom(needs.size())
{
}

std::optional<bool> SureRecipes::known(const Key& key) const
{
    const auto found = m_known.find(key);
    return found == m_known.end() ? std::nullopt : std::optional(found->second);
}

/// Whether a recipe meets a need as it is counted: the search looks a little beyond the tolerance.
bool SureRecipes::isMet(std::size_t need, const Closest& closest) const
{
    return meets(m_needs[need], closest.apart, nearCall, m_paints, [&] { return m_closeness.recipeOf(closest); });
}

bool SureRecipes::isSure(std::size_t need, const Closest& closest) const
{
    return isMet(need, closest) && m_test(m_closeness.recipeOf(closest), m_needs[need]);
}

/// The closest of some recipes for one need that is sure; what had to be tried goes into `tried`.
Closest SureRecipes::closestSure(std::size_t need, const std::vector<Closest>& near, std::vector<Trial>& tried,
                                 std::stop_token stop) const
{
    for (const Closest& closest : near) {
        if (stop.stop_requested())
            break;
        const Key key{closest.at.set, need};
        std::optional<bool> sure = known(key);
        if (!sure) {
            sure = isSure(need, closest);
            tried.emplace_back(key, *sure);
        }
        if (*sure)
            return closest;
    }
    return {};
}

/// How likely a need is to be found not to be met, for every recipe that has to be tried for it: a recipe is the
/// likelier to be sure the closer it comes, and the more of those for this need were.
double SureRecipes::promiseOf(std::size_t need, const std::vector<Closest>& near) const
{
    const double usual = (m_sure[need] + 1.0) / (m_sure[need] + m_seldom[need] + 2.0);
    double none = 1;
    double tries = 1;
    for (const Closest& closest : near) {
        const std::optional<bool> sure = known({closest.at.set, need});
        if (sure && *sure)
            return 0;
        if (sure)
            continue;
        // One halfway to the limit is as likely to be sure as is usual, one at the limit never.
        const double closeness = std::max(0.0, 1 - closest.apart / m_needs[need].tolerance);
        none *= 1 - std::min(1.0, 2 * usual * closeness);
        ++tries;
    }
    return none / tries;
}

void SureRecipes::remember(const std::vector<std::vector<Trial>>& tried)
{
    for (const auto& ofNeed : tried)
        for (const auto& [key, sure] : ofNeed) {
            m_known.emplace(key, sure);
            ++(sure ? m_sure : m_seldom)[key.second];
            if (!sure)
                m_unsure.push_back(key.first);
        }
}

std::vector<Closest> SureRecipes::within(const std::vector<std::size_t>& tubes, std::stop_token stop)
{
    const std::vector<std::vector<Closest>> near = m_closeness.allWithin(tubes);
    std::vector<Closest> best(m_needs.size());
    std::vector<std::vector<Trial>> tried(m_needs.size());
    inParallel(m_needs.size(), onlyUntil(stop),
               [&](std::size_t need) { best[need] = closestSure(need, near[need], tried[need], stop); });
    remember(tried);
    return best;
}

std::size_t SureRecipes::settle(std::size_t need, const std::vector<Closeness::Set>& sets, std::stop_token stop)
{
    std::vector<Closest> open;
    for (const Closeness::Set& set : sets)
        if (!known({set, need}))
            for (const Touch& touch : m_closeness.near(set))
                if (touch.need == need)
                    open.push_back(Closeness::at(set, touch));
    std::vector<std::vector<Trial>> tried(open.size());
    inParallel(open.size(), onlyUntil(stop), [&](std::size_t i) {
        tried[i].emplace_back(Key{open[i].at.set, need}, isSure(need, open[i]));
    });
    remember(tried);
    return open.size();
}

std::optional<std::size_t> SureRecipes::hardest(const NeedMask& needs) const
{
    std::optional<std::size_t> hardest;
    needs.forEach([&](std::size_t need) {
        if (m_seldom[need] > (hardest ? m_seldom[*hardest] : 0))
            hardest = need;
    });
    return hardest;
}

bool SureRecipes::losesMore(const std::vector<std::size_t>& tubes, const NeedMask& needs,
                            const std::vector<int>& weights, int lost, std::stop_token stop)
{
    const std::vector<std::vector<Closest>> near = m_closeness.allWithin(tubes);
    std::vector<std::size_t> order;
    std::vector<double> promise(m_needs.size());
    needs.forEach([&](std::size_t need) {
        order.push_back(need);
        promise[need] = promiseOf(need, near[need]);
    });
    std::ranges::stable_sort(order, std::greater<>(), [&](std::size_t need) { return promise[need]; });
    // A few at a time, as many on every machine: what is tried must not hang on which thread was first.
    constexpr std::size_t atATime = 4;
    int sum = 0;
    for (std::size_t first = 0; first < order.size() && sum <= lost && !stop.stop_requested(); first += atATime) {
        const std::span<const std::size_t> some =
            std::span(order).subspan(first, std::min(atATime, order.size() - first));
        std::vector<std::vector<Trial>> tried(some.size());
        std::vector<char> isMet(some.size());
        inParallel(some.size(), onlyUntil(stop), [&](std::size_t i) {
            isMet[i] = closestSure(some[i], near[some[i]], tried[i], stop).at.tubes > 0 ? 1 : 0;
        });
        remember(tried);
        for (std::size_t i = 0; i < some.size(); ++i)
            sum += isMet[i] != 0 ? 0 : weights[some[i]];
    }
    return sum > lost;
}

NeedMask SureRecipes::maybe(const Closeness::Set& set)
{
    NeedMask mask;
    for (const Touch& touch : m_closeness.near(set))
        if (isMet(touch.need, Closeness::at(set, touch)) && known({set, touch.need}).value_or(true))
            mask.add(touch.need);
    return mask;
}

} // namespace iris
