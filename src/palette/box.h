#pragma once

#include "base/named.h"
#include "palette/choose.h"
#include "palette/reach.h"

#include <optional>
#include <string_view>
#include <vector>

namespace iris {

/// In which order tubes lie in a box.
enum class BoxOrder {
    Hue,   ///< round the wheel from green-yellow over red, violet and blue to yellow-green; greys, black and white last
    Lean,  ///< two rows, one family above the other's like: on top what leans onward round the wheel (yellow to orange,
           ///< red to violet, blue to green), below what leans back; what leans nowhere where there is room
    Value, ///< by the full wash, light to dark
    Habit, ///< yellows, oranges, reds, violets, blues, greens, earths, black, white. Source: common practice
};

template <>
inline constexpr std::array enumNames<BoxOrder>{EnumName{BoxOrder::Hue, "hue"}, EnumName{BoxOrder::Lean, "lean"},
                                                EnumName{BoxOrder::Value, "value"}, EnumName{BoxOrder::Habit, "habit"}};
inline constexpr std::array<BoxOrder, 4> allBoxOrders{BoxOrder::Hue, BoxOrder::Lean, BoxOrder::Value, BoxOrder::Habit};

/// The pans that boxes are made for.
enum class PanSize { Half, Full };

template <>
inline constexpr std::array enumNames<PanSize>{EnumName{PanSize::Half, "half"}, EnumName{PanSize::Full, "full"}};

/// A pan as it lies, its longer side away from the painter. From memory; makers differ by a millimetre.
struct PanMeasure {
    double widthMm;
    double heightMm;
    double ml; ///< what it holds
};
PanMeasure measureOf(PanSize size);

/// How many pans a box has room for.
inline constexpr std::size_t fewestPans = 6;
inline constexpr std::size_t mostPans = 24;

struct BoxOptions {
    BoxOrder order = BoxOrder::Hue;
    PanSize size = PanSize::Half;
    std::size_t pans = 0; ///< 0 for the smallest box that takes them all

    bool operator==(const BoxOptions&) const = default;
};

/// Where every tube lies.
struct BoxLayout {
    PanSize size = PanSize::Half;
    std::size_t columns = 0;
    std::vector<std::optional<std::size_t>> pans; ///< row by row; which of the paints, or nothing

    std::size_t rows() const { return columns == 0 ? 0 : pans.size() / columns; }
    double widthMm() const { return static_cast<double>(columns) * measureOf(size).widthMm; }
    double heightMm() const { return static_cast<double>(rows()) * measureOf(size).heightMm; }

    bool operator==(const BoxLayout&) const = default;
};

/// Lays paints in a box: up to 8 pans in one row, more in two. A box for an odd number of pans has one pan more.
/// @return BadNumber when there are no paints, more than the box has room for, or a box of fewer than 6 or more than 24
Result<BoxLayout> laidOut(std::span<const Paint> paints, const BoxOptions& options = {});

/// What painting a picture takes out of each tube.
struct PaintUse {
    std::size_t tube = 0;
    double ml = 0;

    bool operator==(const PaintUse&) const = default;
};

/// One layer of every need's recipe over its share of a picture (millilitresFor(), which is rough), for each tube of
/// the set. Shares count against one another; all 0 count alike. Needs that are not met are painted with what comes
/// nearest.
/// @param shares one an answer, >= 0; @param areaCm2 > 0
std::vector<PaintUse> paintFor(const PaletteSet& set, std::span<const double> shares, double areaCm2);

/// What it takes to swatch a palette: each tube alone and each pair once.
struct SwatchingTime {
    std::size_t squares = 0;
    double fewestMinutes = 0;
    double mostMinutes = 0;
};
/// 2 to 3 minutes a square. Source: common practice.
SwatchingTime swatchingTimeOf(std::size_t tubes);

/// The wheel and the greys of a palette, to be painted: for every thirtieth degree of hue the cleanest mix, where there
/// is one, and greys from the warmest to the coolest.
struct PaletteWheel {
    std::vector<Reached> rim;
    std::vector<Reached> greys;
};
PaletteWheel paletteWheelOf(const PaletteReach& reach);

} // namespace iris
