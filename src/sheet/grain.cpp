#include "sheet/grain.h"

#include "sheet/robust.h"

#include <array>

namespace iris {
namespace {

constexpr double fineFromMm = 0.06; // Gaussian sigmas; a wavelength is about twice as long
constexpr double betweenMm = 0.2;
constexpr double coarseToMm = 0.65;
constexpr double leastMm = 3.0;
constexpr double palest = 0.06;
constexpr int mostAcross = 640;

/// One channel of a square of the scan.
struct Tile {
    int width = 0;
    int height = 0;
    std::vector<float> values;

    float& at(int x, int y)
    {
        return values[static_cast<std::size_t>(y) * static_cast<std::size_t>(width) + static_cast<std::size_t>(x)];
    }
    float at(int x, int y) const { return const_cast<Tile*>(this)->at(x, y); }
};

/// The largest upright rectangle about a region's middle that it holds, no larger than mostAcross.
QRect squareIn(const QPolygonF& region, QSize scan)
{
    const QPointF middle = region.boundingRect().center();
    const QRectF bounds = region.boundingRect();
    for (int twentieths = 20; twentieths > 1; --twentieths) {
        const double share = twentieths / 20.0;
        QRectF candidate(0, 0, std::min<double>(bounds.width() * share, mostAcross),
                         std::min<double>(bounds.height() * share, mostAcross));
        candidate.moveCenter(middle);
        const QRect whole = candidate.toAlignedRect().adjusted(1, 1, -1, -1);
        // The corners a little inwards: those of the region itself lie on its edge.
        const QRectF inner = candidate.adjusted(0.5, 0.5, -0.5, -0.5);
        const bool inside =
            std::ranges::all_of(std::array{inner.topLeft(), inner.topRight(), inner.bottomLeft(), inner.bottomRight()},
                                [&](QPointF corner) { return region.containsPoint(corner, Qt::OddEvenFill); });
        if (inside && QRect(QPoint(), scan).contains(whole))
            return whole;
    }
    return {};
}

std::array<Tile, 3> densities(const Scan& scan, const QRect& square, const LightField& field)
{
    std::array<Tile, 3> tiles;
    for (Tile& tile : tiles)
        tile = {
            square.width(), square.height(),
            std::vector<float>(static_cast<std::size_t>(square.width()) * static_cast<std::size_t>(square.height()))};
    std::vector<QRgba64> row(static_cast<std::size_t>(square.width()));
    std::vector<LinearRgb> light(row.size());
    for (int y = 0; y < square.height(); ++y) {
        scan.row(square.top() + y, square.left(), 1, row);
        scan.convert(row, light);
        const LinearRgb paper = field.paperAt(square.center().x(), square.top() + y);
        const auto density = [](double own, double bare) {
            return static_cast<float>(-std::log(std::max(own, 2e-3) / std::max(bare, 2e-3)));
        };
        for (int x = 0; x < square.width(); ++x) {
            const LinearRgb& pixel = light[static_cast<std::size_t>(x)];
            tiles[0].at(x, y) = density(pixel.red, paper.red);
            tiles[1].at(x, y) = density(pixel.green, paper.green);
            tiles[2].at(x, y) = density(pixel.blue, paper.blue);
        }
    }
    return tiles;
}

double meanOf(const Tile& tile)
{
    double sum = 0;
    for (const float value : tile.values)
        sum += value;
    return sum / static_cast<double>(tile.values.size());
}

/// A running mean over 2 r + 1 along one line of values.
void boxBlurLine(std::vector<float>& line, int radius)
{
    const int count = static_cast<int>(line.size());
    std::vector<double> sums(line.size() + 1, 0);
    for (std::size_t i = 0; i < line.size(); ++i)
        sums[i + 1] = sums[i] + static_cast<double>(line[i]);
    for (int i = 0; i < count; ++i) {
        const auto from = static_cast<std::size_t>(std::max(0, i - radius));
        const auto to = static_cast<std::size_t>(std::min(count, i + radius + 1));
        line[static_cast<std::size_t>(i)] =
            static_cast<float>((sums[to] - sums[from]) / static_cast<double>(to - from));
    }
}

/// Three running means, near enough a Gaussian.
Tile blurred(Tile tile, double sigma)
{
    const int radius = static_cast<int>(std::lround((std::sqrt(4 * sigma * sigma + 1) - 1) / 2));
    if (radius < 1)
        return tile;
    for (int pass = 0; pass < 3; ++pass) {
        std::vector<float> line(static_cast<std::size_t>(tile.width));
        for (int y = 0; y < tile.height; ++y) {
            for (int x = 0; x < tile.width; ++x)
                line[static_cast<std::size_t>(x)] = tile.at(x, y);
            boxBlurLine(line, radius);
            for (int x = 0; x < tile.width; ++x)
                tile.at(x, y) = line[static_cast<std::size_t>(x)];
        }
        line.resize(static_cast<std::size_t>(tile.height));
        for (int x = 0; x < tile.width; ++x) {
            for (int y = 0; y < tile.height; ++y)
                line[static_cast<std::size_t>(y)] = tile.at(x, y);
            boxBlurLine(line, radius);
            for (int y = 0; y < tile.height; ++y)
                tile.at(x, y) = line[static_cast<std::size_t>(y)];
        }
    }
    return tile;
}

/// Robust standard deviation of the difference of two blurs, away from the edge that blurring spoils.
double textureBetween(const Tile& sharp, const Tile& soft, int margin)
{
    std::vector<double> values;
    for (int y = margin; y < sharp.height - margin; ++y)
        for (int x = margin; x < sharp.width - margin; ++x)
            values.push_back(static_cast<double>(sharp.at(x, y)) - static_cast<double>(soft.at(x, y)));
    return values.empty() ? 0 : robustSd(values);
}

Grain textureOf(const Tile& tile, double pixelsPerMm)
{
    const Tile fine = blurred(tile, fineFromMm * pixelsPerMm);
    const Tile between = blurred(tile, betweenMm * pixelsPerMm);
    const Tile coarse = blurred(tile, coarseToMm * pixelsPerMm);
    const int margin = std::min(static_cast<int>(coarseToMm * pixelsPerMm), std::min(tile.width, tile.height) / 5);
    return {textureBetween(fine, between, margin), textureBetween(between, coarse, margin)};
}

double less(double own, double paper)
{
    return std::sqrt(std::max(0.0, own * own - paper * paper));
}

} // namespace

double Grain::total() const
{
    return std::hypot(fine, coarse);
}

std::optional<Grain> readGrain(const Scan& scan, const QPolygonF& thinWash, const QPolygonF& barePaper,
                               const LightField& field, double pixelsPerMm)
{
    const QRect square = squareIn(thinWash, scan.size());
    const QRect bare = squareIn(barePaper, scan.size());
    const double least = leastMm * pixelsPerMm;
    if (square.width() < least || square.height() < least || bare.width() < least / 2 || bare.height() < least / 2)
        return std::nullopt;
    const auto wash = densities(scan, square, field);
    const auto paper = densities(scan, bare, field);
    std::size_t channel = 0;
    for (std::size_t c = 1; c < 3; ++c)
        if (meanOf(wash[c]) > meanOf(wash[channel]))
            channel = c;
    const double density = meanOf(wash[channel]);
    if (density < palest)
        return std::nullopt;
    const Grain own = textureOf(wash[channel], pixelsPerMm);
    const Grain noise = textureOf(paper[channel], pixelsPerMm);
    // The device's noise, even in light, weighs more where there is less of it.
    const double dimmer = std::exp(0.5 * density);
    return Grain{less(own.fine, noise.fine * dimmer) / density, less(own.coarse, noise.coarse * dimmer) / density};
}

} // namespace iris
