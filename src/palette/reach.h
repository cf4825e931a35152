#pragma once

#include "base/parallel.h"
#include "mixing/recipe.h"
#include "palette/colourcells.h"

#include <array>
#include <optional>

namespace iris {

/// How many stretches of hue a reach is told in, 10 degrees each.
inline constexpr std::size_t hueStretches = 36;

/// How many stretches of value a reach is told in, 10 L* each.
inline constexpr std::size_t valueSteps = 10;

/// How many shades of grey are kept, cool to warm: stretches of b* 3 wide.
inline constexpr std::size_t greyShades = 6;

/// A colour that is reached, and how.
struct Reached {
    Recipe recipe;
    Lab colour;

    bool operator==(const Reached&) const = default;
};

/// What a few tubes can mix, over all recipes of up to three of them in all washes that are tried. What is laid twice
/// counts for the colours, and for how dark they go.
struct PaletteReach {
    Lab paper;                                 ///< what it is laid on
    std::vector<Lab> colours;                  ///< one for each cell of CIELAB, 3 wide, that some recipe falls into
    std::array<double, hueStretches> chroma{}; ///< the most for each stretch of hue, 0 where there is none
    std::array<std::optional<Reached>, hueStretches> cleanestAt; ///< what has that chroma
    std::array<std::optional<Reached>, greyShades> greys; ///< warm to cool: chroma under 9, nearest to a middle value
    std::array<double, valueSteps> chromaAtValue{};       ///< the most for each stretch of L*, 0 where there is nothing
    std::array<double, hueStretches>
        darkest{}; ///< the lowest L* there, of colours with a hue; 100 where there are none
    std::array<double, hueStretches> lightest{};
    double lowest = 100;    ///< L* of the darkest dark
    double highest = 0;     ///< L* of the lightest tint that still shows a colour (chroma 4)
    double cleanest = 0;    ///< the most chroma of all
    double greyest = 0;     ///< the least chroma below middle value
    double warmestGrey = 0; ///< b* of the warmest and of the coolest colour that is nearly neutral (chroma under 6, a
    double coolestGrey = 0; ///< middle value); both 0 where nothing is

    /// How much of CIELAB is reached, in cells.
    std::size_t volume() const { return colours.size(); }
    /// The mean of the most chroma over all hues: how clean the whole of it is.
    double meanChroma() const;
    /// The most chroma between two hues in degrees, the shorter way upwards from the first.
    double chromaBetween(double from, double to) const;

    bool operator==(const PaletteReach&) const = default;
};

/// @param paints 1 to 24
PaletteReach reachOf(std::span<const Paint> paints, Handling handling, const WorkOptions& work = {});

/// A picture as a palette can paint it.
struct Redrawn {
    std::vector<Lab> cells;    ///< for each cell of the picture the nearest colour that is reached, bare paper included
    std::vector<double> apart; ///< and how far that is, deltaE00
    double meanApart = 0;      ///< over the picture
    double fallsShort = 0;     ///< the share of the picture that is farther off than shortOf

    bool operator==(const Redrawn&) const = default;
};

/// What is plainly not the colour any more, deltaE00.
inline constexpr double shortOf = 8;

Redrawn redrawn(const ColourCells& picture, const PaletteReach& reach, const WorkOptions& work = {});

/// Three tubes that are taught as a set.
struct ClassicTriad {
    const char* name;                    ///< "bright", "traditional", "muted"
    std::array<const char*, 3> pigments; ///< as ReferenceTable::find() takes them: yellow, red, blue
};

/// Source: common practice.
inline constexpr std::array<ClassicTriad, 3> classicTriads{{{"bright", {"PY3", "PV19/rose", "PB15:3"}},
                                                            {"traditional", {"PY35/medium", "PR108/light", "PB28"}},
                                                            {"muted", {"PO49", "PR206", "PB66"}}}};

} // namespace iris
