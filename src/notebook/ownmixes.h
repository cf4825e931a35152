#pragma once

#include "colour/colourmeant.h"
#include "finding/candidates.h"
#include "notebook/studio.h"

#include <map>
#include <string>
#include <string_view>

namespace iris {

// The mixes a painter has written down: what colour each has, and how they are found again.

/// What a mix looks like on the notebook's own paper: as it was painted, or else as it is expected to be.
struct MixColour {
    Lab colour;
    bool isPainted = false;

    bool operator==(const MixColour&) const = default;
};

/// @return nothing for one that was not painted and has lost a tube
std::optional<MixColour> colourOf(const MixRecord& mix, const Studio& studio);

/// Looks for mixes with some words: each of them stands in a mix's name, tubes, tags, notes or paper, or is part of
/// what colour it has: "ultramarine grey" finds greys with ultramarine in them. Letter case does not matter; no words
/// find every mix.
class MixSearch {
public:
    explicit MixSearch(std::string_view words);

    bool finds(const MixRecord& mix, const Studio& studio);

private:
    const std::optional<ColourRange>& rangeOf(const std::string& words);

    std::vector<std::string> m_words;
    std::string m_all;
    std::map<std::string, std::optional<ColourRange>> m_ranges; ///< of what stood nowhere in a mix: few, for thousands
};

/// A mix of one's own beside a wanted colour.
struct OwnMix {
    MixId id;
    Candidate candidate; ///< its colour is the painted one where there is one
    bool isPainted = false;
    std::string date;

    bool operator==(const OwnMix&) const = default;
};

/// Those that come within some deltaE00 of a colour, painted ones first, nearest first. Those that were read wet, laid
/// in several layers or have lost a tube are no recipes to go by and are left out.
/// @param most how many to give
std::vector<OwnMix> ownMixesNear(const Wanted& wanted, const Studio& studio, double within, std::size_t most);

} // namespace iris
