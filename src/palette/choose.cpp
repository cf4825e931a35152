#include "palette/choose.h"

#include "palette/choicesession.h"
#include "palette/setwriter.h"

#include <algorithm>

namespace iris {
namespace {

bool contains(const std::vector<std::size_t>& list, std::size_t value)
{
    return std::ranges::find(list, value) != list.end();
}

} // namespace

std::vector<Stranger> strangersIn(const PaletteSet& set)
{
    constexpr std::ptrdiff_t fewestMixes = 3;
    std::vector<Stranger> strangers;
    const auto mixes = std::ranges::count_if(set.answers, [](const NeedAnswer& answer) { return answer.met; });
    if (mixes < fewestMixes)
        return strangers;
    for (const std::size_t tube : set.tubes) {
        std::vector<std::size_t> in;
        for (std::size_t n = 0; n < set.answers.size(); ++n)
            if (set.answers[n].met
                && std::ranges::find(set.answers[n].match.recipe.parts, tube, &Part::paint)
                       != set.answers[n].match.recipe.parts.end())
                in.push_back(n);
        if (in.size() == 1)
            strangers.push_back({tube, in.front()});
    }
    return strangers;
}

std::vector<TubeSwap> swapsOf(const std::vector<std::size_t>& set, const std::vector<std::vector<std::size_t>>& equals)
{
    std::vector<TubeSwap> swaps;
    for (const std::size_t tube : set)
        swaps.push_back({tube, {}});
    for (const auto& other : equals) {
        const std::vector<std::size_t> gone = without(set, other);
        const std::vector<std::size_t> come = without(other, set);
        if (gone.size() == 1 && come.size() == 1)
            std::ranges::find(swaps, gone[0], &TubeSwap::tube)->instead.push_back(come[0]);
    }
    for (TubeSwap& swap : swaps)
        std::ranges::sort(swap.instead);
    std::erase_if(swaps, [](const TubeSwap& swap) { return swap.instead.empty(); });
    return swaps;
}

std::size_t StairStep::met() const
{
    return static_cast<std::size_t>(std::ranges::count_if(set.answers, &NeedAnswer::met));
}

Limits limitsOfJust(std::vector<std::size_t> tubes, std::size_t paints)
{
    Limits limits;
    limits.must = std::move(tubes);
    limits.mostTubes = limits.must.size();
    for (std::size_t i = 0; i < paints; ++i)
        if (!contains(limits.must, i))
            limits.never.push_back(i);
    return limits;
}

Result<void> Limits::validate(std::span<const Paint> paints) const
{
    for (const auto* list : {&must, &never})
        for (const std::size_t tube : *list)
            if (tube >= paints.size())
                return failure(ErrorCode::BadOption, "a must or never tube is not in the list");
    for (const std::size_t tube : must)
        if (contains(never, tube))
            return failure(ErrorCode::BadOption, "\"" + paints[tube].name + "\" is both a must and a never tube");
    if (paints.size() <= never.size())
        return failure(ErrorCode::BadOption, "no tube is left to choose from");
    if (paints.size() - never.size() > mostPaints)
        return failure(ErrorCode::BadOption,
                       "at most " + std::to_string(mostPaints) + " tubes can be chosen from; rule some out first");
    constexpr std::size_t mostChosen = 12;
    constexpr std::size_t mostGiven = 24; // nothing is searched for
    if (mostTubes < 1 || mostTubes > (must.size() == mostTubes ? mostGiven : mostChosen))
        return failure(ErrorCode::BadOption, "a palette has 1 to 12 tubes");
    if (school == School::Free && must.size() > mostTubes)
        return failure(ErrorCode::BadOption, "there are more must tubes than the palette may hold");
    if (school == School::SplitPlus && mostTubes < slotsOf(school).size())
        return failure(ErrorCode::BadOption, "a split primary has six tubes before any beside them");
    if (school == School::Own && (places.empty() || places.size() > mostOwnPlaces))
        return failure(ErrorCode::BadOption, "say 1 to 12 places of your own");
    if (!heldAgainst.empty() && heldAgainst.size() != paints.size())
        return failure(ErrorCode::BadOption, "what is held against tubes must be said of each");
    for (const Slot& slot : slotsOf(school, red, places)) {
        bool filled = false;
        for (std::size_t i = 0; i < paints.size(); ++i)
            filled = filled || (!contains(never, i) && slot.accepts(paints[i]));
        if (!filled)
            return failure(ErrorCode::BadOption, "no tube can stand in the place \"" + slot.name + "\"");
    }
    return {};
}

Result<Choice> choosePalette(std::span<const Paint> paints, std::span<const Need> needs, const Limits& limits,
                             const WorkOptions& work)
{
    return ChoiceSession({paints.begin(), paints.end()}, {needs.begin(), needs.end()}, {}).choose(limits, work);
}

} // namespace iris
