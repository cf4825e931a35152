#pragma once

#include "notebook/notebook.h"

#include <string>
#include <string_view>
#include <vector>

namespace iris {

/// A tube as a line of plain text tells it.
struct ToldTube {
    Tube tube;
    std::string guess;         ///< what was taken for granted, in a sentence for the painter; often empty
    bool isUnsure = false;     ///< of several paints that it may be one was taken
    bool alreadyThere = false; ///< the notebook has one of that maker, name and codes

    bool operator==(const ToldTube&) const = default;
};

/// What was made of one line. Nothing of it is thrown away: what was not understood stands in the notes of its tube, or
/// the line has no tube and says why.
struct TubeLine {
    std::size_t number = 0; ///< from 1
    std::string text;       ///< as it was written
    std::vector<ToldTube> tubes;
    std::string why; ///< there is no tube in it

    bool operator==(const TubeLine&) const = default;
};

/// How long a line may be, in characters; the rest of a longer one is left out, and said.
inline constexpr std::size_t longestTubeLine = 500;

/// Reads tubes as people write them down, a line a tube or several: "PB29, PY175, PR254 from Grey Heron", "french
/// ultramarine", "pbr 7 burnt sienna x2", a line out of an order ("1 x Rose (PV19), 15 ml, 7.40"). Codes are found
/// wherever they stand; a code without a name is named as the table calls it, a name without a code takes the code that
/// such a paint mostly has, and says so. A maker is what follows "from" or "by", one the notebook or an earlier line
/// knows, or the piece between commas that has no word of a colour in it. Blank lines are passed over.
std::vector<TubeLine> readTubeLines(std::string_view text, const Notebook& notebook);

} // namespace iris
