#pragma once

#include "base/result.h"
#include "colour/cielab.h"

#include <cstdint>
#include <string>
#include <string_view>
#include <vector>

namespace iris {

/// A colour the picture wants.
struct Need {
    std::string name;
    Lab target;
    double tolerance = 7; ///< deltaE00, > 0 and at most 40
    int importance = 2;   ///< 1 nice to have, 2 matters, 3 essential

    bool operator==(const Need&) const = default;
};

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

/// One bit a need. Needs are limited to what one machine word holds; no picture has asked for more.
using NeedMask = std::uint64_t;
inline constexpr std::size_t mostNeeds = 64;

constexpr NeedMask needBit(std::size_t need)
{
    return NeedMask{1} << need;
}

/// The first so many needs.
constexpr NeedMask needBits(std::size_t count)
{
    return count >= mostNeeds ? ~NeedMask{0} : needBit(count) - 1;
}

/// Reads needs from CSV. Columns: `name`, a colour as `L`,`a`,`b` or as `hex`, and optional `tolerance` (a number or a
/// word) and `importance` (1 to 3). Other columns are ignored. A bad row is an error with its line.
Result<std::vector<Need>> readNeedsCsv(std::string_view text);

} // namespace iris
