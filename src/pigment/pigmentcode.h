#pragma once

#include "base/result.h"

#include <compare>
#include <string>
#include <string_view>
#include <vector>

namespace iris {

/// A Colour Index generic name: usage, hue and number, as in PB29, PB15:3, NR9 or BV10.
/// Usages: P pigment, N natural, B basic, A acid, D direct, V vat, S solvent (the dye classes turn up on labels of
/// fluorescent and historical paints). Hues: B, Bk, Br, G, M (metal), O, R, V, W, Y.
/// Source: Colour Index, Society of Dyers and Colourists and AATCC, structure of generic names.
struct PigmentCode {
    std::string usage; ///< "P", "N", ...
    std::string hue;   ///< "B", "Bk", ...
    int number = 0;    ///< 1 to 999
    int variant = 0;   ///< after the colon, 1 to 9; 0 when there is none

    std::string text() const;

    auto operator<=>(const PigmentCode&) const = default;
};

/// Reads one code as painters write it: "PB29", "pb 29", "PB15:3", "PB 15.3", "P.R.101", "NR9", "C.I. PB29".
/// @return BadPigmentCode with a message that names the piece, and the column where it goes wrong.
Result<PigmentCode> parsePigmentCode(std::string_view text);

/// Reads every code of a label field, in label order: separated by commas, semicolons, slashes, plus signs, "and"
/// or blanks ("PG7 + PY150", "PB 29, PV19"). A field without any code is an error, too.
Result<std::vector<PigmentCode>> parsePigmentCodes(std::string_view text);

/// "PG7, PY150".
std::string textOf(const std::vector<PigmentCode>& codes);

} // namespace iris
