#pragma once

#include "sheet/mask.h"
#include "sheet/overview.h"

#include <array>
#include <span>

namespace iris {

/// How a piece of bare paper looked, and where.
struct PaperSample {
    double x = 0; ///< pixels of the scan
    double y = 0;
    LinearRgb light;
};

/// How light falls over a picture, channel by channel, as bare paper shows it: log light is a quadratic in x and y.
/// With fewer than 6 separate places the fit is a plane, with fewer than 3 a constant.
class LightField {
public:
    /// @param samples bare paper, at least one; strays (a stain, a pencil stroke) are left out in turn
    /// @param places how many places apart from each other the samples come from
    static LightField fitted(std::span<const PaperSample> samples, QSize picture, std::size_t places);

    /// The light of bare paper at a place of the scan.
    LinearRgb paperAt(double x, double y) const;

    /// The light of bare paper on average over the picture.
    const LinearRgb& meanPaper() const { return m_mean; }

    /// What a place would look like if light fell evenly.
    LinearRgb evened(const LinearRgb& light, double x, double y) const;

    /// Robust standard deviation of the samples about the fit, as a share of their light.
    double unevenness() const { return m_unevenness; }

private:
    std::array<std::array<double, 6>, 3> m_terms{};
    double m_halfWidth = 1;
    double m_halfHeight = 1;
    LinearRgb m_mean;
    double m_unevenness = 0;
};

/// The bare paper of a picture, found by itself: what is bright, of one colour, and fits a smooth fall of light.
struct BarePaper {
    LightField field;
    Mask mask; ///< on the overview
};

/// @return BadPicture when less than a twentieth of the picture looks like paper.
Result<BarePaper> findBarePaper(const Overview& overview, QSize picture);

} // namespace iris
