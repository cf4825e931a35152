#include "sheet/mask.h"

#include <algorithm>

namespace iris {
namespace {

constexpr float straight = 1.0F;
constexpr float diagonal = 4.0F / 3.0F;

Mask growBy(const Mask& mask, float radius)
{
    Mask outside(mask.width(), mask.height());
    for (int y = 0; y < mask.height(); ++y)
        for (int x = 0; x < mask.width(); ++x)
            outside.set(x, y, !mask.at(x, y));
    const std::vector<float> distance = distanceInside(outside);
    Mask grown = mask;
    for (int y = 0; y < mask.height(); ++y)
        for (int x = 0; x < mask.width(); ++x)
            if (!mask.at(x, y) && distance[mask.index(x, y)] <= radius)
                grown.set(x, y, true);
    return grown;
}

Blob blobFrom(const Mask& mask, int startX, int startY, Mask& seen)
{
    Blob blob{Mask(mask.width(), mask.height()), 0, 0, 0, false};
    std::vector<std::pair<int, int>> open{{startX, startY}};
    seen.set(startX, startY, true);
    while (!open.empty()) {
        const auto [x, y] = open.back();
        open.pop_back();
        blob.mask.set(x, y, true);
        ++blob.pixels;
        blob.centreX += x;
        blob.centreY += y;
        blob.touchesBorder |= x == 0 || y == 0 || x == mask.width() - 1 || y == mask.height() - 1;
        for (const auto& [dx, dy] : {std::pair{1, 0}, {-1, 0}, {0, 1}, {0, -1}}) {
            const int nx = x + dx;
            const int ny = y + dy;
            const bool inside = nx >= 0 && ny >= 0 && nx < mask.width() && ny < mask.height();
            if (inside && mask.at(nx, ny) && !seen.at(nx, ny)) {
                seen.set(nx, ny, true);
                open.emplace_back(nx, ny);
            }
        }
    }
    blob.centreX /= static_cast<double>(blob.pixels);
    blob.centreY /= static_cast<double>(blob.pixels);
    return blob;
}

} // namespace

std::size_t Mask::count() const
{
    return static_cast<std::size_t>(std::ranges::count(m_set, std::uint8_t{1}));
}

std::vector<float> distanceInside(const Mask& mask)
{
    const int width = mask.width();
    const int height = mask.height();
    std::vector<float> distance(mask.size(), 0);
    const auto nearest = [&](int x, int y, int side) {
        // What lies beyond the border counts as not set.
        const auto from = [&](int dx, int dy, float step) {
            const int nx = x + dx;
            const int ny = y + dy;
            const bool inside = nx >= 0 && ny >= 0 && nx < width && ny < height;
            return (inside ? distance[mask.index(nx, ny)] : 0.0F) + step;
        };
        return std::min({from(-side, 0, straight), from(0, -side, straight), from(-side, -side, diagonal),
                         from(side, -side, diagonal)});
    };
    for (int y = 0; y < height; ++y)
        for (int x = 0; x < width; ++x)
            if (mask.at(x, y))
                distance[mask.index(x, y)] = nearest(x, y, 1);
    for (int y = height - 1; y >= 0; --y)
        for (int x = width - 1; x >= 0; --x)
            if (mask.at(x, y))
                distance[mask.index(x, y)] = std::min(distance[mask.index(x, y)], nearest(x, y, -1));
    return distance;
}

Mask opened(const Mask& mask, float radius)
{
    const std::vector<float> distance = distanceInside(mask);
    Mask core(mask.width(), mask.height());
    for (int y = 0; y < mask.height(); ++y)
        for (int x = 0; x < mask.width(); ++x)
            core.set(x, y, distance[mask.index(x, y)] > radius);
    Mask result = growBy(core, radius);
    for (int y = 0; y < mask.height(); ++y)
        for (int x = 0; x < mask.width(); ++x)
            result.set(x, y, result.at(x, y) && mask.at(x, y));
    return result;
}

std::vector<Blob> blobsOf(const Mask& mask, std::size_t fewestPixels)
{
    std::vector<Blob> blobs;
    Mask seen(mask.width(), mask.height());
    for (int y = 0; y < mask.height(); ++y)
        for (int x = 0; x < mask.width(); ++x)
            if (mask.at(x, y) && !seen.at(x, y)) {
                Blob blob = blobFrom(mask, x, y, seen);
                if (blob.pixels >= fewestPixels)
                    blobs.push_back(std::move(blob));
            }
    std::ranges::sort(blobs, std::ranges::greater{}, &Blob::pixels);
    return blobs;
}

} // namespace iris
