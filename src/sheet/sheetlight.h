#pragma once

#include "mixing/recipe.h"
#include "notebook/notebook.h"
#include "sheet/tonecurve.h"

#include <span>

namespace iris {

/// A square of one tube whose colours are measured, as a picture shows it: it tells what the light or the device does.
struct ControlSquare {
    Film film;
    double wash = wash::full;          ///< as it was meant
    LinearRgb seen;                    ///< light off the wash over that off the paper
    std::optional<LinearRgb> overLine; ///< the same where it crosses the black line
};

/// What the known things on a sheet say about how it was looked at.
struct LightJudgement {
    ToneCurve tone;         ///< what sets it right; changes nothing when they agree as it is, or do not agree at all
    std::size_t known = 0;  ///< control squares looked at
    double missBefore = 0;  ///< median deltaE00 of them from what they should be, each at the wash that comes nearest
    double missAfter = 0;   ///< with the tone curve
    bool doubtful = false;  ///< they are off, and nothing was found that sets all of them right
    bool blackPale = false; ///< the printed black is no black: haze, a mirrored lamp, or a faint print

    bool mended() const { return !tone.isNone(); }

    bool operator==(const LightJudgement&) const = default;
};

/// Sets known squares beside what they should look like, and looks for the one tone curve and veil that bring them
/// there: least cost over power and veil by golden sections in turn, the thickness of every square free with a wide
/// prior about what was meant; a square that is 20 off in squared deviations counts no further, so that one painted
/// from the wrong tube does not bend the rest. The printed black, whose darkness differs from printer to printer (0.04
/// within a factor of 1.65), counts as one loosely known grey. It takes two squares at least to set anything right.
/// @param black light off printed black over that off the paper
/// @param paper reflectance
/// @param uncertainty of the device, deltaE00 that two thirds of readings stay below: one that no chart set right is
/// off by so much that known squares may be as well
LightJudgement judgeLight(std::span<const ControlSquare> squares, std::optional<LinearRgb> black, const Spectrum& paper,
                          double uncertainty = 0);

/// The tubes whose squares tell most about light and device, best first: those at hand that are measured, by how far a
/// tone curve moves them in a way that another thickness of the wash does not (opaque and dark ones), each of another
/// family as long as there are any.
std::vector<std::size_t> tellingTubes(const Notebook& notebook, std::span<const Paint> paints, std::size_t most = 3);

} // namespace iris
