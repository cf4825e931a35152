#include "sheet/picturesample.h"

#include "sheet/pickedcolour.h"

#include <algorithm>

namespace iris {
namespace {

constexpr int placesASide = 3; ///< that are looked at in a block

/// Adds one row of the picture to a row of blocks.
void addRow(const Scan& scan, int y, int block, std::vector<LinearRgb>& sums, std::vector<int>& counts)
{
    const int step = std::max(1, block / placesASide);
    std::vector<QRgba64> pixels(static_cast<std::size_t>((scan.size().width() + step - 1) / step));
    std::vector<LinearRgb> light(pixels.size());
    scan.row(y, 0, step, pixels);
    scan.convert(pixels, light);
    for (std::size_t i = 0; i < light.size(); ++i) {
        const std::size_t at =
            std::min(i * static_cast<std::size_t>(step) / static_cast<std::size_t>(block), sums.size() - 1);
        sums[at].red += light[i].red;
        sums[at].green += light[i].green;
        sums[at].blue += light[i].blue;
        ++counts[at];
    }
}

} // namespace

PictureSample sampleOf(const Scan& scan, int longestSide, const std::optional<LinearRgb>& white, std::stop_token stop)
{
    const QSize size = scan.size();
    const int block = std::max(1, (std::max(size.width(), size.height()) + longestSide - 1) / longestSide);
    PictureSample sample;
    const QSize small(std::max(1, size.width() / block), std::max(1, size.height() / block));
    sample.pixels.reserve(static_cast<std::size_t>(small.width()) * static_cast<std::size_t>(small.height()));
    for (int row = 0; row < small.height(); ++row) {
        if (stop.stop_requested())
            return {};
        std::vector<LinearRgb> sums(static_cast<std::size_t>(small.width()));
        std::vector<int> counts(sums.size());
        for (int y = row * block; y < (row + 1) * block; y += std::max(1, block / placesASide))
            addRow(scan, y, block, sums, counts);
        for (std::size_t i = 0; i < sums.size(); ++i) {
            const double share = 1.0 / std::max(1, counts[i]);
            sample.pixels.push_back(
                pickedColour({sums[i].red * share, sums[i].green * share, sums[i].blue * share}, white));
        }
    }
    sample.size = small;
    return sample;
}

} // namespace iris
