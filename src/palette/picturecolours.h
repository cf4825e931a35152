#pragma once

#include "base/named.h"
#include "palette/colourcells.h"
#include "palette/need.h"

#include <string_view>

namespace iris {

/// Why a colour is proposed for a picture.
enum class PictureRole {
    Common,   ///< much of the picture looks so
    Accent,   ///< little of it does, but nothing else comes near, and it is vivid
    Darkest,  ///< the darkest dark
    Lightest, ///< the lightest light
};

template <>
inline constexpr std::array enumNames<PictureRole>{
    EnumName{PictureRole::Common, "common"}, EnumName{PictureRole::Accent, "accent"},
    EnumName{PictureRole::Darkest, "darkest"}, EnumName{PictureRole::Lightest, "lightest"}};

/// A colour the picture is made of.
struct PictureColour {
    Lab colour;
    double share = 0; ///< of the picture that is nearer to it than to the others
    PictureRole role = PictureRole::Common;

    bool operator==(const PictureColour&) const = default;
};

/// Middles of clusters: least squares of the distance in CIELAB, Lloyd's iteration (Lloyd, "Least squares quantization
/// in PCM", IEEE Transactions on Information Theory 28(2), 1982) from starts spread out by their distance (each the
/// cell whose share times its squared distance to the starts before is largest), then moved one at a time from where
/// two lie close to where a cluster is wide, as long as that gains. The same cells give the same middles.
/// @param count 1 or more; fewer come back when there are fewer cells
std::vector<Lab> clusterMiddles(const ColourCells& cells, std::size_t count);

/// The sum of shares times squared distance (CIE 1976) to the nearest middle: what clusterMiddles() makes small.
double clusterSpread(const ColourCells& cells, std::span<const Lab> middles);

/// The darkest dark and the lightest light of a picture: the mean of a hundredth of it.
/// @param cells at least one
Lab darkestOf(const ColourCells& cells);
Lab lightestOf(const ColourCells& cells);

/// What a painter would mix for a picture: middles of its clusters, those that are hardly told apart taken as one;
/// small vivid accents that these pass over; the darkest dark and the lightest light. Lightest first.
/// @param most how many, 2 or more; accents and the two ends take the place of what there is least of
std::vector<PictureColour> pictureColours(const ColourCells& cells, std::size_t most);

/// What they come to as needs, named in words: what there is much of matters most, the two ends go by their value
/// first.
std::vector<Need> needsFor(std::span<const PictureColour> colours);

/// A colour taken apart into the two that its part of the picture is made of; empty when there is but one.
/// @param which among `colours`, whose nearest cells are its part
std::vector<Lab> splitColour(const ColourCells& cells, std::span<const Lab> colours, std::size_t which);

} // namespace iris
