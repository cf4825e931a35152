#pragma once

#include "sheet/scan.h"
#include "sheet/simulatedcard.h"

namespace iris {

/// How a made-up scanner or camera sees. Everything off at first.
struct DeviceFaults {
    std::array<double, 3> power{1, 1, 1}; ///< tone curve of each channel
    std::array<double, 9> crossTalk{1, 0, 0, 0, 1, 0, 0, 0, 1};
    std::array<double, 3> gain{1, 1, 1}; ///< cast and exposure
    double unevenLight = 0;              ///< fall of light from the middle to a corner, a share
    double noise = 0;                    ///< standard deviation in 8-bit steps, before JPEG
    double blurMm = 0.05;
    double tiltDegrees = 0;
    double perspective = 0; ///< how much smaller the far edge is, a share
    int jpegQuality = 0;    ///< 0 for none
    unsigned seed = 1;

    bool operator==(const DeviceFaults&) const = default;
};

/// The faults of an ordinary flatbed, from a seed: tone curve 6 %, cross-talk 2 to 7 %, light uneven to 6 %, noise,
/// a degree of tilt, JPEG 85 to 95. `same` seeds the device, which stays the same from one sheet to the next.
DeviceFaults scannerFaults(unsigned same, unsigned sheet);

/// The faults of a hand-held camera: a cast, light uneven to a quarter, tilt to 12 degrees, perspective.
DeviceFaults cameraFaults(unsigned same, unsigned picture);

/// A flatbed: the scene on white, straight or nearly so, at a resolution.
Scan scanned(const Scene& scene, double dpi, const DeviceFaults& faults);

/// A camera: the scene on a grey table, so many pixels wide, with no resolution to tell.
Scan photographed(const Scene& scene, int widthPixels, const DeviceFaults& faults);

} // namespace iris
