#include "sheet/overview.h"

#include <algorithm>

namespace iris {

Overview overviewOf(const Scan& scan, int longest)
{
    Overview overview;
    const int longer = std::max(scan.size().width(), scan.size().height());
    overview.scale = std::max(1.0, static_cast<double>(longer) / longest);
    overview.width = std::max(1, static_cast<int>(scan.size().width() / overview.scale));
    overview.height = std::max(1, static_cast<int>(scan.size().height() / overview.scale));
    const auto width = static_cast<std::size_t>(overview.width);
    overview.light.resize(width * static_cast<std::size_t>(overview.height));
    // A few pixels of each small square are enough; every fourth in each direction of a 300 dpi card.
    constexpr int samples = 3;
    std::vector<QRgba64> line(static_cast<std::size_t>(scan.size().width()));
    std::vector<LinearRgb> light(width * samples);
    std::vector<QRgba64> picked(width * samples);
    const auto sourceOf = [&](int small, int sample, int most) {
        return std::min(most - 1, static_cast<int>((small + (sample + 0.5) / samples) * overview.scale));
    };
    for (int y = 0; y < overview.height; ++y) {
        for (int sy = 0; sy < samples; ++sy) {
            scan.row(sourceOf(y, sy, scan.size().height()), 0, 1, line);
            for (std::size_t i = 0; i < picked.size(); ++i)
                picked[i] = line[static_cast<std::size_t>(
                    sourceOf(static_cast<int>(i) / samples, static_cast<int>(i) % samples, scan.size().width()))];
            scan.convert(picked, light);
            for (std::size_t i = 0; i < light.size(); ++i) {
                LinearRgb& sum = overview.light[static_cast<std::size_t>(y) * width + i / samples];
                constexpr double share = 1.0 / (samples * samples);
                sum.red += share * light[i].red;
                sum.green += share * light[i].green;
                sum.blue += share * light[i].blue;
            }
        }
    }
    return overview;
}

} // namespace iris
