#pragma once

#include <array>

namespace iris {

/// A part is a loaded brush, a touch what its tip takes up: an eighth of it unless the painter says otherwise.
inline constexpr int usualTouchesAPart = 8;
inline constexpr std::array<int, 5> allTouchesAPart{4, 6, 8, 10, 12};
bool canMakeAPart(int touches);

/// The hand that counts paint out and lays it. Whatever makes recipes is told whose brush they are for, and a recipe
/// keeps it.
struct Brush {
    int touchesAPart = usualTouchesAPart; ///< one of allTouchesAPart
    bool inOneGo = false;                 ///< nothing is laid thicker than a full wash: no second layer

    bool operator==(const Brush&) const = default;
};
inline constexpr Brush usualBrush{};

} // namespace iris
