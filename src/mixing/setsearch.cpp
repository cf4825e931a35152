#include "mixing/setsearch.h"

#include "mixing/mixkernel.h"

#include <algorithm>
#include <numeric>
#include <utility>

namespace iris {
namespace {

std::vector<SetRange> rangesOf(std::size_t paints, std::size_t size)
{
    if (size == 1)
        return {{paints, 1, {}}};
    std::vector<SetRange> ranges;
    for (std::size_t first = 0; first + size <= paints; ++first) {
        if (size == 2)
            ranges.push_back({paints, 2, {first, 0}});
        for (std::size_t second = first + 1; size == 3 && second + 1 < paints; ++second)
            ranges.push_back({paints, 3, {first, second}});
    }
    return ranges;
}

/// How much work the sets of one size are.
double effortOf(std::size_t paints, std::size_t size)
{
    const auto n = static_cast<double>(paints);
    const std::array<double, 3> sets{n, n * (n - 1) / 2, n * (n - 1) * (n - 2) / 6};
    return sets[size - 1] * static_cast<double>(MixKernel::chunkCount(size));
}

} // namespace

bool searchSets(std::size_t paints, std::size_t least, std::size_t most, const WorkOptions& work,
                const std::function<void(const SetRange&)>& task)
{
    double whole = 0;
    for (std::size_t size = least; size <= most; ++size)
        whole += effortOf(paints, size);
    double before = 0;
    for (std::size_t size = least; size <= most && !work.stop.stop_requested(); ++size) {
        const std::vector<SetRange> ranges = rangesOf(paints, size);
        const double own = effortOf(paints, size);
        WorkOptions stage = work;
        if (work.progress)
            stage.progress = [&](double share) { work.progress((before + share * own) / whole); };
        inParallel(ranges.size(), stage, [&](std::size_t i) { task(ranges[i]); });
        before += own;
    }
    return !work.stop.stop_requested();
}

std::vector<bool> worthThrees(std::span<const float> far, std::span<const std::size_t> must)
{
    if (far.size() <= mostInThrees)
        return std::vector<bool>(far.size(), true);
    std::vector<std::size_t> nearest(far.size());
    std::iota(nearest.begin(), nearest.end(), 0U);
    std::ranges::sort(nearest, {}, [&](std::size_t paint) { return std::pair(far[paint], paint); });
    std::vector<bool> worth(far.size(), false);
    for (const std::size_t paint : must)
        worth[paint] = true;
    for (const std::size_t paint : std::span(nearest).first(mostInThrees - std::min(must.size(), mostInThrees)))
        worth[paint] = true;
    return worth;
}

} // namespace iris
