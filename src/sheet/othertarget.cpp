#include "sheet/othertarget.h"

#include "sheet/sheetmarks.h"

#include <algorithm>

namespace iris {
namespace {

constexpr std::size_t mostPatchesOfACard = 5; // full, thin, lifted, and a blot or two
constexpr std::size_t fewestPatchesOfAChart = 8;
constexpr std::size_t fewestTags = 2;

/// The sizes of all patches of 1/400 of the picture or more that lie free on the paper, largest first.
std::vector<std::size_t> patchSizes(const Overview& overview, const BarePaper& paper)
{
    Mask paint(overview.width, overview.height);
    for (int y = 0; y < overview.height; ++y)
        for (int x = 0; x < overview.width; ++x)
            paint.set(x, y, !paper.mask.at(x, y));
    std::vector<std::size_t> sizes;
    for (const Blob& blob : blobsOf(paint, paint.size() / 400))
        if (!blob.touchesBorder)
            sizes.push_back(blob.pixels);
    std::ranges::sort(sizes, std::greater());
    return sizes;
}

/// How many are within a third of the one in the middle.
std::size_t alike(const std::vector<std::size_t>& sizes)
{
    if (sizes.empty())
        return 0;
    const auto middle = static_cast<double>(sizes[sizes.size() / 2]);
    return static_cast<std::size_t>(std::ranges::count_if(sizes, [&](std::size_t size) {
        return static_cast<double>(size) > 0.67 * middle && static_cast<double>(size) < 1.33 * middle;
    }));
}

} // namespace

std::optional<std::string> shownInsteadOfCard(const Scan& scan, const Overview& overview, const BarePaper& paper,
                                              const CardRegions& found)
{
    const std::vector<std::size_t> sizes = patchSizes(overview, paper);
    const bool complete = found.full && found.thin && found.overBlack;
    if (complete && sizes.size() <= mostPatchesOfACard)
        return std::nullopt;
    if (findTags(scan.image()).size() >= fewestTags)
        return "the picture shows a printed sheet, not a card; read it as a sheet";
    if (alike(sizes) >= fewestPatchesOfAChart)
        return "the picture shows a colour chart, not a card; it sets a scanner or camera right";
    return std::nullopt;
}

} // namespace iris
