#pragma once

#include "base/result.h"
#include "colour/srgb.h"

#include <array>
#include <span>

namespace iris {

/// One patch of a reference chart: what the device made of it, and what it is.
struct ChartPatch {
    LinearRgb seen; ///< linear, before any correction
    Lab truth;      ///< from the chart's own file, D50

    bool operator==(const ChartPatch&) const = default;
};

/// What sets a scanner's or camera's colours right: each channel raised to a power, then a 3 x 3 matrix that undoes the
/// gains and the cross-talk of the channels. The untouched one changes nothing.
struct DeviceCorrection {
    std::array<double, 3> power{1, 1, 1};
    std::array<double, 9> matrix{1, 0, 0, 0, 1, 0, 0, 0, 1}; ///< by rows
    /// What a reading through it may still be off by: deltaE00 that two thirds of readings stay below.
    double uncertainty = uncalibrated;

    /// The same for a device nobody has looked at: tone curve off by 6 %, cross-talk of 2 to 7 %.
    /// Source: our own simulation, docs/accuracy.md.
    static constexpr double uncalibrated = 3.0;

    LinearRgb corrected(const LinearRgb& seen) const;

    bool operator==(const DeviceCorrection&) const = default;
};

/// Finds the correction that brings the patches nearest to their own Lab values: damped least squares on CIELAB
/// differences (lightness counted double: values matter most), with a gentle pull towards no correction.
///
/// The stated uncertainty is the 68th percentile over the patches of their deltaE00 when each is left out in turn.
/// @return BadOption when it cannot be trusted: fewer than 12 patches, fewer than 4 greys (chroma under 6), nothing but
/// greys, or patches that still lie 6 or more apart (a wrong chart, or the wrong way round).
Result<DeviceCorrection> fitDeviceCorrection(std::span<const ChartPatch> patches);

} // namespace iris
