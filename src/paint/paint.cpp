#include "paint/paint.h"

#include "paint/labelprior.h"
#include "paint/ratings.h"

#include <algorithm>
#include <cassert>

namespace iris {
namespace {

Film filmOfAll(const std::vector<Paint>& paints)
{
    std::vector<WeightedFilm> films;
    for (const Paint& paint : paints)
        films.push_back({&paint.film, 1});
    return mixedFilm(films);
}

void addCautions(std::vector<std::string>& cautions, const std::vector<std::string>& more)
{
    for (const std::string& token : more)
        if (token != "none" && std::ranges::find(cautions, token) == cautions.end())
            cautions.push_back(token);
}

Paint blended(const std::vector<Paint>& paints)
{
    Paint blend = paints.front();
    blend.film = filmOfAll(paints);
    blend.swatch = swatchOf(blend.film);
    double strength = 0;
    bool sameFamily = true;
    for (const Paint& paint : paints) {
        if (&paint != &paints.front())
            blend.name += " + " + paint.name;
        strength += paint.strength;
        sameFamily = sameFamily && paint.family == blend.family;
        blend.staining = std::max(blend.staining, paint.staining);
        blend.granulation = std::max(blend.granulation, paint.granulation);
        blend.lightfastness = std::max(blend.lightfastness, paint.lightfastness);
        blend.sold = std::min(blend.sold, paint.sold);
        if (&paint != &paints.front())
            blend.codes.insert(blend.codes.end(), paint.codes.begin(), paint.codes.end());
        addCautions(blend.cautions, paint.cautions);
        for (const Varies what : paint.makersDiffer)
            if (std::ranges::find(blend.makersDiffer, what) == blend.makersDiffer.end())
                blend.makersDiffer.push_back(what);
    }
    blend.strength = strength / static_cast<double>(paints.size());
    if (!sameFamily)
        blend.family = familyOf(blend.swatch);
    return blend;
}

} // namespace

Transparency Paint::transparency() const
{
    constexpr double dark = 28;
    constexpr double dull = 20;
    Transparency result = transparencyOf(swatch, film);
    if (source == ColourSource::Typical && swatch.full.l < dark && toLch(swatch.full).chroma < dull) {
        result.kind = std::max(result.kind, TransparencyClass::SemiTransparent);
        result.uncertain = true;
    }
    result.varies = std::ranges::find(makersDiffer, Varies::Transparency) != makersDiffer.end();
    return result;
}

Paint paintOf(const ReferencePigment& pigment)
{
    Paint paint;
    paint.name = pigment.commonName;
    paint.codes = {pigment.code};
    paint.family = pigment.family;
    paint.swatch = {pigment.full, pigment.thin, pigment.overBlack};
    paint.film = typicalFilm(pigment);
    paint.doubt = doubtOfLabel({&pigment});
    paint.strength = pigment.strength;
    paint.staining = pigment.staining;
    paint.granulation = pigment.granulation;
    paint.lightfastness = pigment.lightfastness;
    paint.sold = pigment.sold;
    paint.makersDiffer = pigment.varies;
    addCautions(paint.cautions, pigment.cautions);
    return paint;
}

bool standsOn(Shelf shelf, const Paint& paint)
{
    constexpr int severalMakers = 2;
    return shelf == Shelf::Everything || (paint.sold >= severalMakers && !fades(paint.lightfastness));
}

std::vector<std::size_t> addTable(std::vector<Paint>& paints, Shelf shelf)
{
    std::vector<std::size_t> places;
    for (const ReferencePigment& row : ReferenceTable::shipped().pigments()) {
        Paint paint = paintOf(row);
        if (!standsOn(shelf, paint))
            continue;
        places.push_back(paints.size());
        paints.push_back(std::move(paint));
    }
    return places;
}

Paint paintOf(const std::vector<const ReferencePigment*>& pigments)
{
    assert(!pigments.empty());
    std::vector<Paint> paints;
    paints.reserve(pigments.size());
    for (const ReferencePigment* pigment : pigments)
        paints.push_back(paintOf(*pigment));
    if (paints.size() == 1)
        return paints.front();
    Paint blend = blended(paints);
    blend.doubt = doubtOfLabel(pigments);
    return blend;
}

HueFamily familyOf(const Swatch& swatch)
{
    const Lch full = toLch(swatch.full);
    const Lch thin = toLch(swatch.thin);
    if (thin.chroma < 4 && full.chroma < 6)
        return full.l > 70 ? HueFamily::White : HueFamily::Black;
    const HueFamily wheel =
        hueFamilyOf(swatch.thin.l > 0 && thin.chroma >= 3 ? swatch.thin : swatch.full).value_or(HueFamily::Black);
    const bool earthHue = full.hueDegrees > 25 && full.hueDegrees < 88;
    if (earthHue && full.l < 48 && full.chroma < 40)
        return HueFamily::Brown;
    return wheel;
}

} // namespace iris
