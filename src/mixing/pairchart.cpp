#include "mixing/pairchart.h"

#include "mixing/ratios.h"

#include <algorithm>
#include <array>
#include <cassert>

namespace iris {
namespace {

/// Family first, the wheel before the earths, blacks and whites; then what the order asks for.
std::array<double, 2> keyOf(const Paint& paint, AxisOrder order)
{
    const bool onWheel = static_cast<std::size_t>(paint.family) < wheelFamilyCount;
    switch (order) {
    case AxisOrder::Hue:
        // A little below 0 the wheel starts: the violet reds belong to the reds.
        return {onWheel ? 0.0 : 1.0 + static_cast<double>(paint.family),
                normalisedDegrees(toLch(paint.swatch.thin).hueDegrees + 25)};
    case AxisOrder::Lean: return {static_cast<double>(paint.family), paint.lean().degrees};
    case AxisOrder::Value: return {-paint.swatch.full.l, 0};
    case AxisOrder::ByHand: break;
    }
    return {0, 0};
}

} // namespace

std::vector<std::size_t> ordered(std::vector<std::size_t> places, std::span<const Paint> paints, AxisOrder order)
{
    std::ranges::stable_sort(places, {}, [&](std::size_t place) { return keyOf(paints[place], order); });
    return places;
}

Recipe recipeAt(const ChartPlan& plan, std::span<const Paint> paints, std::size_t row, std::size_t column)
{
    const std::size_t first = plan.rows[row];
    if (!plan.waterSteps.empty())
        return {{{first, 1}}, plan.waterSteps[column]};
    const std::size_t second = plan.columns[column];
    if (first == second)
        return {{{first, 1}}, plan.wash};
    assert(plan.rowShare > 0 && plan.rowShare < 1);
    double ratio = plan.rowShare / (1 - plan.rowShare);
    if (plan.byStrength)
        ratio *= paints[second].strength / paints[first].strength;
    const auto parts = nearestParts(ratio, plan.handling);
    return {{{first, parts[0]}, {second, parts[1]}}, plan.wash, plan.handling};
}

PairChart chartOf(const ChartPlan& plan, std::span<const Paint> paints)
{
    PairChart chart{plan, {}, {}};
    chart.recipes.reserve(plan.cellCount());
    chart.colours.reserve(plan.cellCount());
    for (std::size_t row = 0; row < plan.rows.size(); ++row)
        for (std::size_t column = 0; column < plan.columnCount(); ++column) {
            chart.recipes.push_back(recipeAt(plan, paints, row, column));
            chart.colours.push_back(colourOf(chart.recipes.back(), paints));
        }
    return chart;
}

} // namespace iris
