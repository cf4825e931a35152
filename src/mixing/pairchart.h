#pragma once

#include "base/named.h"
#include "mixing/recipe.h"

#include <optional>
#include <string_view>

namespace iris {

/// How the tubes along an edge of a chart are put in order.
enum class AxisOrder {
    ByHand, ///< as they were chosen
    Hue,    ///< around the wheel from red, earths, blacks and whites last
    Lean,   ///< family by family, in each from the side of the smaller hue angle to the larger
    Value,  ///< lightest first
};

template <>
inline constexpr std::array enumNames<AxisOrder>{EnumName{AxisOrder::ByHand, "by hand"},
                                                 EnumName{AxisOrder::Hue, "hue"}, EnumName{AxisOrder::Lean, "lean"},
                                                 EnumName{AxisOrder::Value, "value"}};

/// Places of paints in an order; ByHand leaves them.
std::vector<std::size_t> ordered(std::vector<std::size_t> places, std::span<const Paint> paints, AxisOrder order);

/// What a chart is made of. Each cell holds the tube of its row and that of its column; the tube alone where they are
/// one. The row tube's share comes first, so in a chart of all by all, with more than one part for the row, the first
/// tube of a pair dominates on one side of the diagonal and the second on the other.
struct ChartPlan {
    std::vector<std::size_t> rows;
    std::vector<std::size_t> columns;
    double rowShare = 0.5;  ///< of the row's tube, by tinting strength or by parts, above 0 and below 1
    bool byStrength = true; ///< amounts are shared out by tinting strength; otherwise by parts of tube paint
    double wash = wash::full;
    /// When not empty, every row is one tube alone and the columns are these washes.
    std::vector<double> waterSteps;
    Handling handling = {}; ///< the cells are counted out with

    std::size_t columnCount() const { return waterSteps.empty() ? columns.size() : waterSteps.size(); }
    std::size_t cellCount() const { return rows.size() * columnCount(); }

    bool operator==(const ChartPlan&) const = default;
};

/// The recipe of a cell.
Recipe recipeAt(const ChartPlan& plan, std::span<const Paint> paints, std::size_t row, std::size_t column);

/// A chart as it is expected to come out.
struct PairChart {
    ChartPlan plan;
    std::vector<Recipe> recipes; ///< row by row
    std::vector<Lab> colours;    ///< D50, on white paper, row by row

    bool operator==(const PairChart&) const = default;
};
PairChart chartOf(const ChartPlan& plan, std::span<const Paint> paints);

} // namespace iris
