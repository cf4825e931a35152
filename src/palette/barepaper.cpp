#include "palette/barepaper.h"

namespace iris {

Match paperFor(const Need& need)
{
    const Lab colour = colourOf(Recipe{}, {});
    return {Recipe{}, colour, apartFrom(need, colour)};
}

NeedMask metByPaper(std::span<const Need> needs)
{
    NeedMask met;
    for (std::size_t n = 0; n < needs.size(); ++n)
        if (paperFor(needs[n]).apart <= needs[n].tolerance)
            met.add(n);
    return met;
}

bool leavesPaper(const Match& paper, const Match& mix, const Need& need)
{
    constexpr double atAGlance = 2;
    return paper.apart <= need.tolerance && mix.apart > paper.apart - atAGlance;
}

} // namespace iris
