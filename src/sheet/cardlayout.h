#pragma once

#include <QPolygonF>
#include <optional>
#include <vector>

namespace iris {

/// Where the patches of a swatch card stand on a picture, in its pixels. Each is a polygon well inside its patch.
struct CardRegions {
    std::vector<QPolygonF> paper; ///< bare paper, here and there over the card
    std::optional<QPolygonF> full;
    std::optional<QPolygonF> thin;
    std::optional<QPolygonF> overBlack;
    std::optional<QPolygonF> lifted;

    /// Full, thin and over-black are what a film needs.
    bool complete() const { return full && thin && overBlack; }

    bool operator==(const CardRegions&) const = default;
};

/// The swatch card as docs/cards.md tells how to paint it, in mm from its upper left corner. A row of three patches:
/// full strength across the waterproof black line, thin, and a third of full strength that is lifted when dry.
namespace card {
inline constexpr double widthMm = 148;
inline constexpr double heightMm = 105;
inline constexpr double patchTopMm = 38;
inline constexpr double patchSizeMm = 36;
inline constexpr double fullLeftMm = 12;
inline constexpr double thinLeftMm = 58;
inline constexpr double liftedLeftMm = 102;
inline constexpr double lineLeftMm = 22;
inline constexpr double lineWidthMm = 5;
inline constexpr double linePastPatchMm = 7;
} // namespace card

/// The regions of a card scanned straight, at so many pixels a mm, its upper left corner at the origin.
CardRegions standardRegions(double pixelsPerMm);

} // namespace iris
