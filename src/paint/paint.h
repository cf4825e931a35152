#pragma once

#include "base/named.h"
#include "paint/lean.h"
#include "paint/rebuild.h"
#include "paint/transparency.h"
#include "pigment/referencetable.h"

#include <string>
#include <vector>

namespace iris {

/// Where a paint's colours come from.
enum class ColourSource {
    Typical,  ///< the reference table, from memory
    Measured, ///< the painter's own swatch
};

template <>
inline constexpr std::array enumNames<ColourSource>{EnumName{ColourSource::Typical, "typical"},
                                                    EnumName{ColourSource::Measured, "measured"}};

/// A tube of paint as the model sees it: what it does to light, and what it is known for.
struct Paint {
    std::string name;
    std::vector<PigmentCode> codes;
    HueFamily family = HueFamily::Black;
    ColourSource source = ColourSource::Typical;
    Swatch swatch;
    Film film;
    FilmDoubt doubt;                   ///< how that film may be off
    double worstResidual = 0;          ///< deltaE00 between the swatch and the film found for it
    bool swatchFits = true;            ///< false for three colours that no film of one paint gives
    bool looksLikeItsLabel = true;     ///< false for a swatch unlike the pigments its label names
    double strength = 1;               ///< tinting strength a part, ultramarine PB29 = 1
    int staining = 0;                  ///< 0 lifts clean to 3 heavy
    int granulation = 0;               ///< 0 none to 3 heavy
    int lightfastness = 1;             ///< 1 excellent to 5 fugitive
    std::vector<std::string> cautions; ///< tokens of ReferenceTable::cautions()
    int sold = 3;                      ///< how commonly its like is, as ReferencePigment::sold
    std::vector<Varies> makersDiffer;  ///< in what, where nothing is known but its label

    Lean lean() const { return leanOf(swatch.thin, family); }
    /// By its colours. What is nearly black hides the line whatever it lets through: a typical paint of that kind is
    /// called semi-transparent at the clearest, and is uncertain. Common practice calls no tube of black transparent.
    Transparency transparency() const;

    bool operator==(const Paint&) const = default;
};

/// The typical paint of one row of the table.
Paint paintOf(const ReferencePigment& pigment);

/// What may be bought.
enum class Shelf {
    Usual,     ///< what several makers have and what does not fade: what a teacher sends a beginner for
    Everything ///< and what is hard to get, old stock, or fades
};

/// Whether a paint may be bought from a shelf. Availability is from memory (data/reference/README.md).
bool standsOn(Shelf shelf, const Paint& paint);

/// Puts a paint for every row of the shipped table on a shelf behind others.
/// @return their places
std::vector<std::size_t> addTable(std::vector<Paint>& paints, Shelf shelf);

/// The typical paint of a tube of several pigments: their films mixed so that each counts alike, the mean strength, and
/// the worst of each rating. At least one row; the family is that of the mixed full wash, or the pigments' own when
/// they agree.
Paint paintOf(const std::vector<const ReferencePigment*>& pigments);

/// The family of a painted swatch when no pigment tells it: by hue, with dark or dull oranges as brown and colours
/// without chroma as black or white.
HueFamily familyOf(const Swatch& swatch);

} // namespace iris
