#pragma once

#include "colour/devicecorrection.h"
#include "sheet/lightfield.h"
#include "sheet/tonecurve.h"

#include <QPolygonF>
#include <string>
#include <vector>

namespace iris {

/// Why a reading is not to be trusted blindly.
enum class Doubt {
    TooSmall,   ///< refused: too few pixels
    Clipped,    ///< as bright or dark as the device can go
    Glare,      ///< refused: much of it mirrors the light
    LooksWet,   ///< small mirrors of light, as on wet paint
    TwoColours, ///< most of it and its commonest colour differ: a bloom, a hard edge, or the wrong place
    Blurred,    ///< the black line is a blur, so that nothing on it is black
    Uneven,     ///< spread above 4
};

/// What a doubt means, in a sentence a painter can act on.
std::string describe(Doubt doubt);

/// True when a reading with this doubt is no reading.
bool refuses(Doubt doubt);

/// The colour of one patch of paint or paper.
struct PatchReading {
    LinearRgb light;    ///< evened, as the device saw it, before any correction
    Lab colour;         ///< corrected, D50
    double spread = 0;  ///< how uneven the patch is: robust standard deviation of its squares, deltaE
    double clipped = 0; ///< share of pixels at the device's limits, 0 to 1
    std::size_t pixels = 0;
    std::vector<Doubt> doubts;

    bool refused() const;

    bool operator==(const PatchReading&) const = default;
};

/// Turns evened light into a colour.
struct ColourBasis {
    DeviceCorrection correction;
    /// The true white of the paper, when the paper is what the reading hangs on; without it the device is trusted.
    std::optional<Lab> paper;
    LinearRgb meanPaper{1, 1, 1}; ///< how the device saw the paper
    ToneCurve tone;               ///< what is taken out beside the paper, after the correction

    /// Corrected light over that of the paper, before the tone curve is taken out.
    LinearRgb overPaper(const LinearRgb& evened) const;
    Lab colourOf(const LinearRgb& evened) const;
};

/// Reads a patch: light evened by the field and averaged over some 200 squares; squares more than 3.5 robust standard
/// deviations off are dropped (specks, blooms, hard edges), the rest averaged in linear light. Dropping single pixels
/// instead would cut off the pale side of granulating paint and read it too dark. At most about 40,000 pixels are
/// looked at. Source of the estimator: our own trials in simulation; docs/accuracy.md has the figures.
PatchReading readPatch(const Scan& scan, const QPolygonF& region, const LightField& field, const ColourBasis& basis);

/// Light as some regions of bare paper show it; even when none of them can be read.
struct PaperLight {
    LightField field;
    std::vector<PaperSample> samples;
    double tooBright = 0; ///< share of the regions that are as bright as the device can go, 0 to 1
};

/// @param reach when above 0, the light is followed that closely, in pixels (LightField::followed())
PaperLight paperLightFrom(const Scan& scan, const std::vector<QPolygonF>& paper, double reach = 0);

/// The light of a patch, strays left out, evened; nothing when it is too small.
std::optional<LinearRgb> lightIn(const Scan& scan, const QPolygonF& region, const LightField& field);

/// What is known of the device and the paper. Without a chart the reading hangs on the paper's white, and when that is
/// not known either it is taken for the white paper of the reference table.
ColourBasis basisFor(const LightField& field, const std::optional<DeviceCorrection>& device,
                     const std::optional<Lab>& paperWhite);

/// deltaE00 that two thirds of readings stay below: device, unevenness of the paint and of the light together.
double readingUncertainty(const std::optional<DeviceCorrection>& device, double spread, const LightField& field);

} // namespace iris
