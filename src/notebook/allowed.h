#pragma once

#include "base/range.h"

#include <cstddef>

namespace iris {

/// What a notebook may hold, in one place: every reader, whatever its format, and the store itself ask here. What these
/// ranges let in can always go out and come back.
namespace allowed {
inline constexpr Range strength{0.001, 100};
inline constexpr Range rating{0, 3}; ///< staining and granulation
inline constexpr Range lightfastness{1, 5};
inline constexpr Range sizeMl{0.01, 1000};
inline constexpr Range price{0, 1e6};
inline constexpr Range percent{0, 100};
inline constexpr Range uncertainty{0, 100}; ///< deltaE00
inline constexpr Range share{0, 1};
inline constexpr Range grain{0, 10};
inline constexpr Range wash{0.001, 4};
inline constexpr Range layers{1, 9};
inline constexpr Range parts{1, 1000};
inline constexpr Range wellParts{0.001, 1000};
inline constexpr Range wellShare{0.001, 1};
inline constexpr Range sightSd{0.1, 100};
inline constexpr Range stars{0, 3};
inline constexpr Range tolerance{0.01, 40};
inline constexpr Range importance{1, 3};
inline constexpr Range power{0.1, 10};
inline constexpr Range gain{-100, 100}; ///< a cell of a device's matrix
inline constexpr Range cellMm{15, 75};
inline constexpr Range columns{1, 100};
inline constexpr Range cell{-1, 9999}; ///< of a sheet; -1 for none
inline constexpr Range pinPlace{0, 1}; ///< of a picture
inline constexpr Range paletteTubes{1, 12};
inline constexpr Range timesIn100{50, 95}; ///< that a recipe is to come out, where that is asked at all
inline constexpr Range id{1, 9e15};        ///< whole numbers a double still tells apart
inline constexpr Range reference{0, 9e15}; ///< an id, or 0 for none
inline constexpr std::size_t textBytes = 100'000;
inline constexpr std::size_t cells = 10'000; ///< of one sheet
inline constexpr std::size_t partsInMix = 100;
} // namespace allowed

} // namespace iris
