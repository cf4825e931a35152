#include "notebook/puddleinhand.h"

#include <algorithm>

namespace iris {
namespace {

/// The tubes that may go in; of more than can be tried within a frame those that lie on the palette.
std::vector<std::size_t> mayGoIn(const Studio& studio)
{
    constexpr std::size_t most = 80;
    std::vector<std::size_t> places = studio.atHand();
    if (places.size() <= most)
        return places;
    std::vector<std::size_t> onPalette;
    for (const std::size_t place : places)
        if (studio.notebook.tubes[place].stock.where == Whereabouts::Palette)
            onPalette.push_back(place);
    return onPalette.empty() ? places : onPalette;
}

} // namespace

Lab PuddleInHand::colour() const
{
    return seenLab(film(), state.contents.wash, studio->notebook.handling.paper.reflectance());
}

Lab PuddleInHand::asSeen(const Lab& reckoned) const
{
    return {std::clamp(reckoned.l + state.off.l, 0.0, 100.0), reckoned.a + state.off.a, reckoned.b + state.off.b};
}

PuddleInHand puddleInHand(const StudioPtr& studio, const WellRecord& well)
{
    PuddleInHand puddle{studio, well, stateOf(well, *studio), {}};
    if (well.wanted && !puddle.isClean())
        puddle.advice =
            nextTouch(puddle.state.contents, aimedAt({*well.wanted, {}, false, false}, puddle.state.off),
                      studio->paints, puddle.state.belief, {mayGoIn(*studio), thereBelow, studio->notebook.handling});
    return puddle;
}

} // namespace iris
