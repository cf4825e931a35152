#include "palette/barepaper.h"

namespace iris {

Match paperFor(const Need& need, const Handling& handling)
{
    const Recipe paper{{}, wash::full, handling};
    const Lab colour = colourOf(paper, {});
    return {paper, colour, apartFrom(need, colour)};
}

NeedMask metByPaper(std::span<const Need> needs, const Handling& handling)
{
    NeedMask met;
    for (std::size_t n = 0; n < needs.size(); ++n)
        if (paperFor(needs[n], handling).apart <= needs[n].tolerance)
            met.add(n);
    return met;
}

bool leavesPaper(const Match& paper, const Match& mix, const Need& need)
{
    constexpr double atAGlance = 2;
    return paper.apart <= need.tolerance && mix.apart > paper.apart - atAGlance;
}

} // namespace iris
