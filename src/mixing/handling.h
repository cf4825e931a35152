#pragma once

#include "paint/paper.h"

#include <array>

namespace iris {

/// A part is a loaded brush, a touch what its tip takes up: an eighth of it unless the painter says otherwise.
inline constexpr int usualTouchesAPart = 8;
inline constexpr std::array<int, 5> allTouchesAPart{4, 6, 8, 10, 12};
bool canMakeAPart(int touches);

/// How a painter counts paint out and lays it, and on what. Whatever makes recipes is told for whom, and a recipe keeps
/// it. Where tubes are judged among themselves (cleanliness, the way between two, what makes greys) it is on white
/// paper, whatever is painted on.
struct Handling {
    int touchesAPart = usualTouchesAPart; ///< one of allTouchesAPart
    bool inOneGo = false;                 ///< nothing is laid thicker than a full wash: no second layer
    Paper paper = {};

    bool operator==(const Handling&) const = default;
};
inline const Handling usualHandling{};

/// The same hand on white paper, where tubes are compared.
Handling onWhitePaper(Handling handling);

} // namespace iris
