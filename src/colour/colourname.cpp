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

/// Painters call dark orange brown, dull yellow ochre or olive, and light red pink.
std::string_view hueWord(const Lch& lch)
{
    const double h = lch.hueDegrees;
    const bool darkOlive = lch.l < 60 && lch.chroma < 52 && h >= 88 && h < 116;
    const bool paleOlive = lch.l < 76 && lch.chroma < 44 && h >= 96 && h < 116;
    if (darkOlive || paleOlive)
        return "olive";
    if (lch.l > 48 && lch.l < 80 && lch.chroma < 58 && h >= 66 && h < 88)
        return "ochre";
    if (lch.l < 52 && lch.chroma < 45) {
        if (h >= 25 && h < 45)
            return "red-brown";
        if (h >= 45 && h < 75)
            return "brown";
        if (h >= 75 && h < 88)
            return "yellow-brown";
    }
    if (lch.l > 68 && (h < 33 || h >= 345))
        return "pink";
    return plainHue(h);
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
