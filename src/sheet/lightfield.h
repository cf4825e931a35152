#pragma once

#include "sheet/mask.h"
#include "sheet/overview.h"

#include <array>
#include <span>
#include <vector>

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

    /// The same light followed more closely, for a fall that is steep or a shadow with an edge: what the samples miss
    /// the smooth field by is averaged near every place (a Gaussian of `reach`, drawn gently towards no miss). A sample
    /// that hardly any other nearby agrees with to 4 % is paint on the paper, not light, and is left out.
    /// @param reach pixels; a few times what lies between neighbouring samples
    LightField followed(std::span<const PaperSample> samples, double reach) const;

    /// The light of bare paper at a place of the scan.
    LinearRgb paperAt(double x, double y) const;

    /// ln of the green light at a place over what the smooth field alone has there; 0 where nothing is followed.
    double beyondSmooth(double x, double y) const { return m_spacing > 0 ? nearbyAt(x, y)[1] : 0; }

    /// The light of bare paper on average over the picture.
    const LinearRgb& meanPaper() const { return m_mean; }

    /// What a place would look like if light fell evenly.
    LinearRgb evened(const LinearRgb& light, double x, double y) const;

    /// Robust standard deviation of the samples about the fit, as a share of their light.
    double unevenness() const { return m_unevenness; }

private:
    std::array<double, 3> logAt(double x, double y) const;
    std::array<double, 3> nearbyAt(double x, double y) const;
    void setMean();

    std::array<std::array<double, 6>, 3> m_terms{};
    double m_halfWidth = 1;
    double m_halfHeight = 1;
    LinearRgb m_mean;
    double m_unevenness = 0;
    double m_spacing = 0; ///< pixels between the nodes of what is followed nearby; 0 when nothing is
    int m_columns = 0;
    std::vector<std::array<double, 3>> m_nearby; ///< log light beyond the smooth field, row by row
};

/// The bare paper of a picture, found by itself: what is bright, of one colour, and fits a smooth fall of light.
struct BarePaper {
    LightField field;
    Mask mask; ///< on the overview
};

/// @return BadPicture when less than a twentieth of the picture looks like paper.
Result<BarePaper> findBarePaper(const Overview& overview, QSize picture);

} // namespace iris
