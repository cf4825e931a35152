#pragma once

#include "mixing/handling.h"
#include "paint/paint.h"
#include "paint/paper.h"

#include <array>
#include <span>

namespace iris {

/// How far some paints and their paper go: from the lightest light to the darkest dark, and for each hue and value how
/// clean. Gathered from the paints alone and in pairs, which reach as far as threes do but for the dullest colours.
class PaintRange {
public:
    /// @param paints of more than 128 those that reach farthest alone are mixed; without any only the paper is there
    static PaintRange of(std::span<const Paint> paints, Handling handling);

    /// What watercolour reaches on a paper: all the table's paints that shops usually have and that last. Worked out
    /// when it is first asked for, which takes a moment, and remembered.
    static const PaintRange& ofWatercolour(const Paper& paper);

    const Lab& paper() const { return m_paper; } ///< its colour, D50
    double darkest() const { return m_darkest; } ///< L* of the darkest dark that is nearly neutral

    /// The most chroma at a value and hue, between what was gathered around it; never less than what passes for a grey.
    /// @param l L*; below the darkest and above the paper there is none
    double mostChroma(double l, double hueDegrees) const;

private:
    static constexpr std::size_t hues = 72;   ///< stretches of 5 degrees
    static constexpr std::size_t values = 41; ///< L* 0, 2.5 ... 100

    void note(const Lab& colour);
    void close();
    double chromaIn(std::size_t value, double hueDegrees) const;

    Lab m_paper;
    double m_darkest = 100;
    double m_lowest = 100; ///< L* of the darkest of any hue
    std::array<std::array<double, hues>, values> m_chroma{};
};

/// Why no paint meets a colour, when none does.
enum class BeyondPaint {
    No,       ///< it is within what paint reaches
    TooDark,  ///< deeper than the darkest dark
    TooLight, ///< lighter than the paper
    TooClean, ///< cleaner than paint is at that value and hue
};

/// @param near how near is near enough, deltaE00 > 0: what paint comes as near to is not beyond it
BeyondPaint beyondPaint(const Lab& colour, double near, const PaintRange& range);

} // namespace iris
