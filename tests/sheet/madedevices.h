#pragma once

#include "sheet/chartreader.h"
#include "sheet/simulateddevice.h"

/// The correction a twelve-patch chart finds for a made-up flatbed, scanned at 150 dpi.
inline iris::Result<iris::DeviceCorrection> calibrated(unsigned device)
{
    using namespace iris;
    constexpr double dpi = 150;
    const SimulatedChart chart(SimulatedChart::twelvePatches(), 4);
    CgatsFile truth;
    for (const Lab& patch : chart.patches())
        truth.samples.push_back({"patch", patch, {}});
    return readChart(scanned(chart, dpi, scannerFaults(device, 9999)), {chart.cornersAt(dpi / 25.4), 4, 3}, truth);
}
