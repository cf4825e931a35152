#pragma once

#include "base/named.h"
#include "palette/colourcells.h"
#include "palette/paintrange.h"

namespace iris {

/// How the colours of a picture come to paper. A photograph goes from black to a glowing white, paint from its darkest
/// dark to the paper.
enum class PictureFit {
    AsItIs,  ///< as they stand in the picture
    ToPaint, ///< its values laid into what watercolour reaches, its colours no cleaner than paint
    ToTubes, ///< the same, with what the tubes at hand reach
};

template <>
inline constexpr std::array enumNames<PictureFit>{EnumName{PictureFit::AsItIs, "as it is"},
                                                  EnumName{PictureFit::ToPaint, "to paint"},
                                                  EnumName{PictureFit::ToTubes, "to tubes"}};
inline constexpr std::array<PictureFit, 3> allPictureFits{PictureFit::ToPaint, PictureFit::ToTubes, PictureFit::AsItIs};

/// Lays colours of a picture into what paint and paper reach. Values: black point compensation, that is, each of X, Y
/// and Z is scaled by one straight line, so that the picture's darkest dark becomes the darkest that paint makes and
/// its white the paper, tint and all; greys keep their order and middle values hardly move (ISO 18619:2015, 4.3; the
/// formula from memory). A picture that is within reach is not stretched: fog stays fog. Then a colour that is cleaner
/// than paint at its value loses chroma, keeping value and hue.
class PictureFitting {
public:
    /// Leaves every colour as it is.
    PictureFitting() = default;
    /// @param picture whose ends are laid; leaves every colour as it is where there is none
    PictureFitting(const ColourCells& picture, const PaintRange& range);

    Lab at(const Lab& seen) const;

    /// The picture laid so; cells and shares stay in their places.
    ColourCells laid(const ColourCells& picture) const;

    bool leavesAsItIs() const { return m_asItIs; }

private:
    struct Line {
        double slope = 1;
        double offset = 0;
    };

    bool m_asItIs = true;
    std::array<Line, 3> m_lines{}; ///< of X, Y and Z, each as a share of the white's
    PaintRange m_range;
};

/// What a colour was in a picture before it was laid: that of the cell that was laid nearest to it.
/// @param laid the same picture, laid; at least one cell
Lab seenBefore(const ColourCells& picture, const ColourCells& laid, const Lab& colour);

} // namespace iris
