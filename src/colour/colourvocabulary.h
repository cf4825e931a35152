#pragma once

#include "colour/cielab.h"

#include <array>
#include <string_view>

namespace iris {

// The words painters have for colours, and where each holds: what colourName() says and colourMeant() understands.
// Common practice of painters, without a source; where the words end is ours, from memory and chosen on the reference
// table.

/// From and up to, without the end. Hue angles may go beyond 360.
struct ColourSpan {
    double from = 0;
    double to = 0;

    constexpr bool holds(double value) const { return value >= from && value < to; }
    constexpr double width() const { return to - from; }
    constexpr bool isEmpty() const { return to <= from; }
    bool operator==(const ColourSpan&) const = default;
};

inline constexpr ColourSpan anyL{0, 100.001};
inline constexpr ColourSpan anyChroma{0, 200};
inline constexpr ColourSpan anyHue{0, 360};

struct HueWord {
    double upToDegrees;
    std::string_view word;
};

/// All around, by rising hue angle.
inline constexpr std::array<HueWord, 13> hueWords{{{5, "red-violet"},
                                                   {33, "red"},
                                                   {48, "orange-red"},
                                                   {66, "orange"},
                                                   {80, "yellow-orange"},
                                                   {102, "yellow"},
                                                   {130, "yellow-green"},
                                                   {175, "green"},
                                                   {225, "blue-green"},
                                                   {282, "blue"},
                                                   {298, "violet-blue"},
                                                   {330, "violet"},
                                                   {360, "red-violet"}}};

/// A part of colour space that painters have a word of its own for.
struct NamedRegion {
    std::string_view word;
    double fromL, toL, fromChroma, toChroma, fromHue, toHue;

    constexpr bool holds(const Lch& lch) const
    {
        return lch.l >= fromL && lch.l < toL && lch.chroma >= fromChroma && lch.chroma < toChroma
               && lch.hueDegrees >= fromHue && lch.hueDegrees < toHue;
    }
};

/// What the program says itself: the first that holds.
inline constexpr std::array<NamedRegion, 17> toldRegions{{{"umber", 0, 34, 9, 24, 40, 88},
                                                          {"olive", 0, 60, 0, 52, 88, 116},
                                                          {"olive", 60, 76, 0, 44, 96, 116},
                                                          {"sap green", 28, 58, 14, 48, 116, 142},
                                                          {"ochre", 48, 80, 0, 58, 66, 88},
                                                          {"mustard", 48, 80, 24, 62, 88, 102},
                                                          {"red-brown", 0, 52, 0, 45, 25, 45},
                                                          {"brown", 0, 52, 0, 56, 45, 75},
                                                          {"yellow-brown", 0, 52, 0, 56, 75, 88},
                                                          {"peach", 69, 100, 18, 62, 38, 66},
                                                          {"coral", 57, 72, 40, 200, 20, 38},
                                                          {"plum", 0, 38, 12, 34, 322, 361},
                                                          {"lavender", 60, 100, 12, 48, 282, 328},
                                                          {"pink", 68, 100, 0, 200, 345, 361},
                                                          {"pink", 68, 100, 0, 200, 0, 33},
                                                          {"teal", 0, 55, 18, 200, 180, 222},
                                                          {"turquoise", 55, 100, 22, 200, 170, 225}}};

/// What painters say besides, and the program understands.
inline constexpr std::array<NamedRegion, 62> understoodRegions{{
    {"lemon", 82, 98, 40, 110, 94, 108},
    {"gold", 58, 88, 44, 100, 74, 96},
    {"amber", 56, 82, 50, 95, 64, 84},
    {"straw", 76, 95, 18, 52, 82, 104},
    {"cream", 86, 99, 8, 30, 72, 108},
    {"ivory", 92, 100, 3, 18, 76, 116},
    {"buff", 68, 90, 14, 36, 64, 92},
    {"sand", 62, 88, 12, 40, 68, 94},
    {"beige", 78, 98, 5, 20, 68, 116},
    {"khaki", 52, 92, 14, 46, 84, 110},
    {"apricot", 72, 90, 26, 60, 56, 76},
    {"salmon", 58, 80, 28, 62, 26, 52},
    {"rust", 30, 52, 34, 66, 38, 60},
    {"terracotta", 42, 62, 28, 60, 36, 60},
    {"sienna", 32, 56, 28, 62, 42, 70},
    {"chestnut", 24, 44, 24, 56, 30, 54},
    {"chocolate", 16, 42, 10, 46, 38, 72},
    {"tan", 58, 80, 14, 42, 60, 84},
    {"scarlet", 38, 60, 66, 110, 28, 46},
    {"crimson", 26, 54, 48, 90, 4, 32},
    {"maroon", 12, 36, 22, 60, 8, 44},
    {"burgundy", 14, 34, 20, 50, -4, 32},
    {"wine", 14, 38, 16, 50, -15, 26},
    {"rose", 46, 80, 28, 82, -12, 20},
    {"magenta", 34, 66, 46, 120, 322, 360},
    {"purple", 18, 52, 22, 95, 298, 340},
    {"lilac", 60, 90, 12, 46, 296, 334},
    {"mauve", 52, 82, 10, 46, 306, 352},
    {"indigo", 8, 34, 10, 90, 262, 314},
    {"navy", 6, 30, 12, 80, 264, 312},
    {"ultramarine", 18, 42, 46, 110, 278, 306},
    {"cobalt", 28, 54, 38, 80, 260, 292},
    {"cerulean", 44, 70, 24, 54, 222, 264},
    {"sky blue", 64, 92, 10, 46, 220, 272},
    {"azure", 56, 100, 3, 50, 190, 272},
    {"aqua", 62, 96, 18, 60, 172, 228},
    {"mint", 78, 98, 8, 50, 130, 186},
    {"moss", 32, 58, 16, 50, 102, 134},
    {"sage", 52, 80, 6, 26, 102, 150},
    {"emerald", 42, 74, 38, 95, 136, 172},
    {"bottle green", 16, 38, 10, 48, 138, 186},
    {"leaf green", 38, 68, 28, 78, 114, 142},
    {"grass green", 38, 68, 28, 82, 112, 142},
    {"forest green", 20, 54, 14, 70, 122, 152},
    {"sea green", 46, 80, 16, 50, 146, 200},
    {"apple green", 60, 86, 34, 90, 106, 130},
    {"slate", 34, 62, 4, 20, 222, 290},
    {"charcoal", 14, 38, 0, 8, 0, 360},
    {"stone", 58, 84, 3, 16, 56, 108},
    {"mud", 26, 58, 6, 28, 50, 98},
    {"fog", 76, 96, 0, 9, 0, 360},
    {"mist", 76, 96, 0, 9, 0, 360},
    {"silver", 68, 92, 0, 6, 0, 360},
    {"sepia", 12, 36, 5, 24, 48, 90},
    {"copper", 42, 66, 34, 66, 46, 68},
    {"bronze", 36, 62, 24, 56, 66, 92},
    {"flesh", 66, 90, 14, 38, 36, 70},
    {"blush", 72, 94, 8, 34, 10, 44},
    {"fuchsia", 38, 66, 60, 120, 322, 356},
    {"cherry", 26, 50, 48, 90, 8, 34},
    {"petrol", 20, 46, 12, 44, 196, 246},
    {"periwinkle", 52, 80, 20, 56, 274, 300},
}};

// How strong a colour is, by chroma.
inline constexpr double neutralBelow = 3.5;
inline constexpr double greyBelow = 9;
inline constexpr double greyedBelow = 18;
inline constexpr double mutedBelow = 38;
inline constexpr double richBelow = 62;
/// What is lighter than this and not rich is pale.
inline constexpr double paleAboveL = 78;
inline constexpr double paleBelow = 40;
inline constexpr double whiteAboveL = 92;
inline constexpr double blackBelowL = 24;

/// How light, by Munsell value.
struct ValueWord {
    double fromValue;
    std::string_view word;
};
inline constexpr std::array<ValueWord, 5> valueWords{
    {{9, "very light"}, {7, "light"}, {4, "mid value"}, {2.5, "dark"}, {0, "very dark"}}};

} // namespace iris
