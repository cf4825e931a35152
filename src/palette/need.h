#pragma once

#include "base/result.h"
#include "paint/paint.h"
#include "palette/needmask.h"

#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace iris {

/// What a need asks of the mix besides its colour. What is asked of the mix is asked of every tube in it: transparent
/// paints stay so when they are mixed, and one that fades, or stains, spoils the rest.
struct NeedTerms {
    bool transparent = false; ///< transparent or semi-transparent tubes
    bool lightfast = false;   ///< lightfastness excellent or very good, 1 or 2
    bool lifts = false;       ///< staining none or low, 0 or 1
    bool valueFirst = false;  ///< lightness counts double: the right value matters more than the exact hue

    bool operator==(const NeedTerms&) const = default;
};

/// A colour the picture wants.
struct Need {
    std::string name;
    Lab target;
    double tolerance = 7; ///< deltaE00, > 0 and at most 40
    int importance = 2;   ///< 1 nice to have, 2 matters, 3 essential
    NeedTerms terms = {};

    bool operator==(const Need&) const = default;
};

/// Whether a need may be met with a mix that this paint is in.
bool allows(const NeedTerms& terms, const Paint& paint);

/// For each paint the needs that may be met with it in the mix.
/// @param needs at most mostNeeds
std::vector<NeedMask> needsAllowing(std::span<const Paint> paints, std::span<const Need> needs);

/// How far a colour is from what is needed, deltaE00; value first divides the difference in lightness by kL = 1/2.
double apartFrom(const Need& need, const Lab& colour);

/// kL of a need's differences: 1, or valueFirstFactor.
double lightnessFactor(const Need& need);

/// The tolerances painters speak of.
namespace tolerance {
inline constexpr double close = 4;
inline constexpr double workable = 7;
inline constexpr double loose = 10;
} // namespace tolerance

/// "close" for 4, "workable" for 7, "loose" for 10, or the number, as in "5.5 apart".
std::string toleranceWord(double tolerance);

/// Reads "close", "workable", "loose" or a number above 0 and up to 40.
Result<double> parseTolerance(std::string_view text);

/// Names each need by its colour in words, "dark muted green". Of two that come out alike one is the paler and one the
/// deeper, or else the cleaner and the duller, or the warmer and the cooler, by what tells them apart most; more are
/// numbered from the lightest on.
void nameByColour(std::span<Need> needs);

/// Reads needs from CSV. Columns: `name`, a colour as `L`,`a`,`b` or as `hex`, and optional `tolerance` (a number or a
/// word), `importance` (1 to 3), and `transparent`, `lightfast`, `lifts`, `value_first` (yes or no). Other columns are
/// ignored. A bad row is an error with its line.
Result<std::vector<Need>> readNeedsCsv(std::string_view text);

/// The same columns written; what is read back is equal.
std::string writeNeedsCsv(std::span<const Need> needs);

} // namespace iris
