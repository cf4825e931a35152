#include "colour/colourname.h"

#include "colour/colourvocabulary.h"
#include "colour/munsellvalue.h"
#include "colour/observer.h"

#include <string_view>

namespace iris {
namespace {

std::string_view plainHue(double degrees)
{
    for (const HueWord& entry : hueWords)
        if (degrees < entry.upToDegrees)
            return entry.word;
    return hueWords.back().word;
}

std::string_view hueWord(const Lch& lch)
{
    for (const NamedRegion& region : toldRegions)
        if (region.holds(lch))
            return region.word;
    return plainHue(lch.hueDegrees);
}

std::string_view strengthWord(const Lch& lch)
{
    if (lch.l > paleAboveL && lch.chroma < paleBelow)
        return "pale";
    if (lch.chroma < greyedBelow)
        return "greyed";
    if (lch.chroma < mutedBelow)
        return "muted";
    return lch.chroma < richBelow ? "rich" : "bright";
}

std::string neutralName(double l)
{
    if (l > whiteAboveL)
        return "near white";
    return l < blackBelowL ? "near black" : "neutral grey";
}

} // namespace

std::string valueWord(const Lab& lab)
{
    const double value = munsellValue(toXyz(lab, d50White).y);
    for (const ValueWord& entry : valueWords)
        if (value >= entry.fromValue)
            return std::string(entry.word);
    return std::string(valueWords.back().word);
}

std::string colourNameWithoutValue(const Lab& lab)
{
    const Lch lch = toLch(lab);
    if (lch.chroma < neutralBelow)
        return std::string(neutralName(lch.l));
    if (lch.chroma < greyBelow)
        return std::string(hueWord(lch)) + (lch.l < blackBelowL ? " near-black" : " grey");
    return std::string(strengthWord(lch)) + ' ' + std::string(hueWord(lch));
}

std::string colourName(const Lab& lab)
{
    return colourNameWithoutValue(lab) + ", " + valueWord(lab);
}

} // namespace iris
