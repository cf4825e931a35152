#include "palette/picturefit.h"

#include "colour/deltae.h"
#include "colour/observer.h"
#include "palette/picturecolours.h"

#include <algorithm>

namespace iris {
namespace {

using Shares = std::array<double, 3>;

Shares sharesOf(const Lab& colour)
{
    const Xyz xyz = toXyz(colour, d50White);
    return {xyz.x / d50White.x, xyz.y / d50White.y, xyz.z / d50White.z};
}

Lab labOf(const Shares& shares)
{
    return toLab(Xyz{shares[0] * d50White.x, shares[1] * d50White.y, shares[2] * d50White.z}, d50White);
}

double lightOf(double l)
{
    return sharesOf({l, 0, 0})[1];
}

} // namespace

PictureFitting::PictureFitting(const ColourCells& picture, const PaintRange& range) : m_range(range)
{
    if (picture.colours.empty())
        return;
    m_asItIs = false;
    const double black = lightOf(darkestOf(picture).l);
    const double lightest = lightestOf(picture).l;
    const double white = lightOf(lightest);
    const double blackLaid = std::max(black, lightOf(range.darkest()));
    const Shares paper = sharesOf(range.paper());
    const double whiteLaid = std::min(white, paper[1]);
    if (white - black < 1e-6 || whiteLaid <= blackLaid) // one flat colour: its ends are no ends
        return;
    constexpr double noWhite = 10; // L* below the paper from which the lightest light is no white
    const double isWhite = std::clamp(1 - (range.paper().l - lightest) / noWhite, 0.0, 1.0);
    for (std::size_t axis = 0; axis < m_lines.size(); ++axis) {
        const double end = whiteLaid * (1 + isWhite * (paper[axis] / paper[1] - 1)); // white is what the paper is
        m_lines[axis].slope = (end - blackLaid) / (white - black);
        m_lines[axis].offset = blackLaid - m_lines[axis].slope * black;
    }
}

Lab PictureFitting::at(const Lab& seen) const
{
    if (m_asItIs)
        return seen;
    Shares shares = sharesOf(seen);
    for (std::size_t axis = 0; axis < shares.size(); ++axis)
        shares[axis] = std::max(0.0, m_lines[axis].offset + m_lines[axis].slope * shares[axis]);
    Lch lch = toLch(labOf(shares));
    lch.l = std::clamp(lch.l, std::min(m_range.darkest(), m_range.paper().l), m_range.paper().l);
    lch.chroma = std::min(lch.chroma, m_range.mostChroma(lch.l, lch.hueDegrees));
    return toLab(lch);
}

Lab seenBefore(const ColourCells& picture, const ColourCells& laid, const Lab& colour)
{
    const auto nearest =
        std::ranges::min_element(laid.colours, {}, [&](const Lab& cell) { return deltaE00(cell, colour); });
    return picture.colours[static_cast<std::size_t>(nearest - laid.colours.begin())];
}

ColourCells PictureFitting::laid(const ColourCells& picture) const
{
    ColourCells cells = picture;
    for (Lab& colour : cells.colours)
        colour = at(colour);
    return cells;
}

} // namespace iris
