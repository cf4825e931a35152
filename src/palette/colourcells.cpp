#include "palette/colourcells.h"

#include "colour/deltae.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <unordered_map>

namespace iris {
namespace {

constexpr double cellWidth = 2;

std::uint32_t keyOf(const Lab& colour)
{
    constexpr int axis = 256; // cells along a and b: far beyond what a picture can hold
    const auto at = [](double value) {
        return static_cast<std::uint32_t>(
            std::clamp(static_cast<int>(std::floor(value / cellWidth)) + axis / 2, 0, axis - 1));
    };
    return (at(colour.l) * axis + at(colour.a)) * axis + at(colour.b);
}

} // namespace

ColourCells colourCells(std::span<const Lab> pixels)
{
    ColourCells cells;
    cells.place.reserve(pixels.size());
    std::unordered_map<std::uint32_t, std::uint32_t> known;
    for (const Lab& pixel : pixels) {
        const auto [entry, isNew] = known.try_emplace(keyOf(pixel), static_cast<std::uint32_t>(cells.colours.size()));
        if (isNew) {
            cells.colours.push_back({0, 0, 0});
            cells.shares.push_back(0);
        }
        Lab& sum = cells.colours[entry->second];
        sum = {sum.l + pixel.l, sum.a + pixel.a, sum.b + pixel.b};
        cells.shares[entry->second] += 1;
        cells.place.push_back(entry->second);
    }
    for (std::size_t i = 0; i < cells.colours.size(); ++i) {
        const double count = cells.shares[i];
        Lab& colour = cells.colours[i];
        colour = {colour.l / count, colour.a / count, colour.b / count};
        cells.shares[i] = count / static_cast<double>(pixels.size());
    }
    return cells;
}

std::vector<std::size_t> nearestColours(const ColourCells& cells, std::span<const Lab> colours)
{
    assert(!colours.empty());
    std::vector<std::size_t> nearest;
    nearest.reserve(cells.colours.size());
    for (const Lab& cell : cells.colours) {
        const auto closer = std::ranges::min_element(colours, {}, [&](const Lab& lab) { return deltaE00(cell, lab); });
        nearest.push_back(static_cast<std::size_t>(closer - colours.begin()));
    }
    return nearest;
}

std::vector<double> nearestShares(const ColourCells& cells, std::span<const Lab> colours)
{
    std::vector<double> shares(colours.size());
    const std::vector<std::size_t> nearest = nearestColours(cells, colours);
    for (std::size_t cell = 0; cell < nearest.size(); ++cell)
        shares[nearest[cell]] += cells.shares[cell];
    return shares;
}

} // namespace iris
