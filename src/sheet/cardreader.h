#pragma once

#include "paint/ratings.h"
#include "paint/rebuild.h"
#include "sheet/cardlayout.h"
#include "sheet/grain.h"
#include "sheet/patchreading.h"

#include <functional>
#include <stop_token>

namespace iris {

/// What is known of the device and the paper before a card is read.
struct CardOptions {
    std::optional<DeviceCorrection> device; ///< nothing for a device without a chart
    /// The paper's white, D50, when it was measured before. Without it a device with a chart tells the paper's white,
    /// and one without is taken to see the white paper of the reference table.
    std::optional<Lab> paperWhite;
    std::optional<double> pixelsPerMm; ///< replaces what the picture says
    std::stop_token stop;
    std::function<void(const char* doing)> progress; ///< called from the reading thread
};

/// What a card tells.
struct CardReading {
    CardRegions regions;
    Lab paper;
    std::vector<PatchReading> papers;
    std::optional<PatchReading> full;
    std::optional<PatchReading> thin;
    std::optional<PatchReading> overBlack;
    std::optional<PatchReading> lifted;
    std::optional<Swatch> painted; ///< on its own paper, when all three can be read
    std::optional<Swatch> swatch;  ///< the same on the white paper of the reference table
    std::optional<RebuiltFilm> film;
    std::optional<double> shareLeft; ///< of the film after lifting, 0 to 1
    std::optional<Grain> grain;
    bool paperAssumed = false; ///< the white was taken for granted
    double uncertainty = 0;    ///< deltaE00 that two thirds of such readings stay below

    bool looksWet() const;
};

/// Reads a card: finds bare paper and evens the light by it, proposes the regions that are not given, reads each, and
/// rebuilds the film.
/// @param given regions the painter marked; those left open are proposed
/// @return BadPicture with the reason when nothing can be read; Stopped.
Result<CardReading> readCard(const Scan& scan, const CardRegions& given, const CardOptions& options);

} // namespace iris
