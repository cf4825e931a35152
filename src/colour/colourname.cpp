#include "colour/colourname.h"

#include "colour/munsellvalue.h"
#include "colour/observer.h"

#include <array>
#include <string_view>

namespace iris {
namespace {

struct HueWord {
    double upToDegrees;
    std::string_view word;
};

constexpr std::array<HueWord, 13> hueWords{{{5, "red-violet"},
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

std::string_view plainHue(double degrees)
{
    for (const HueWord& entry : hueWords)
        if (degrees < entry.upToDegrees)
            return entry.word;
    return hueWords.back().word;
}

/// A part of colour space that painters have a word of its own for.
struct NamedRegion {
    std::string_view word;
    double fromL, toL, fromChroma, toChroma, fromHue, toHue;

    bool holds(const Lch& lch) const
    {
        return lch.l >= fromL && lch.l < toL && lch.chroma >= fromChroma && lch.chroma < toChroma
               && lch.hueDegrees >= fromHue && lch.hueDegrees < toHue;
    }
};

/// The first that holds. Common practice of painters, without a source; where they end is ours.
constexpr std::array<NamedRegion, 17> regions{{{"umber", 0, 34, 9, 24, 40, 88},
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

std::string_view hueWord(const Lch& lch)
{
    for (const NamedRegion& region : regions)
        if (region.holds(lch))
            return region.word;
    return plainHue(lch.hueDegrees);
}

std::string_view strengthWord(const Lch& lch)
{
    if (lch.l > 78 && lch.chroma < 40)
        return "pale";
    if (lch.chroma < 18)
        return "greyed";
    if (lch.chroma < 38)
        return "muted";
    return lch.chroma < 62 ? "rich" : "bright";
}

std::string neutralName(double l)
{
    if (l > 92)
        return "near white";
    return l < 24 ? "near black" : "neutral grey";
}

} // namespace

std::string valueWord(const Lab& lab)
{
    const double value = munsellValue(toXyz(lab, d50White).y);
    if (value >= 9)
        return "very light";
    if (value >= 7)
        return "light";
    if (value >= 4)
        return "mid value";
    return value >= 2.5 ? "dark" : "very dark";
}

std::string colourNameWithoutValue(const Lab& lab)
{
    const Lch lch = toLch(lab);
    if (lch.chroma < 3.5)
        return std::string(neutralName(lch.l));
    if (lch.chroma < 9)
        return std::string(hueWord(lch)) + (lch.l < 24 ? " near-black" : " grey");
    return std::string(strengthWord(lch)) + ' ' + std::string(hueWord(lch));
}

std::string colourName(const Lab& lab)
{
    return colourNameWithoutValue(lab) + ", " + valueWord(lab);
}

} // namespace iris
