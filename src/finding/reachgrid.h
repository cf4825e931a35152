#pragma once

#include "base/parallel.h"
#include "colour/colourmeant.h"
#include "mixing/labcolumns.h"
#include "mixing/recipe.h"

#include <optional>
#include <span>
#include <vector>

namespace iris {

/// So many paints at most are mixed three at a time for a ReachGrid; of more, pairs alone.
inline constexpr std::size_t mostInThreesReached = 96;

/// What some tubes can mix, as cells of CIELAB that are 4 wide: those that some recipe of up to three of them in some
/// wash falls into, what lies between two washes of one ratio, and what has such cells on both sides of it. Bare paper
/// is reached as well. What it says is right within some 4 units; whoever wants the mix searches for it.
class ReachGrid {
public:
    /// @param places of the paints that may be used, each once; may be empty
    /// @return what was reached until then, when stopped
    static ReachGrid of(std::span<const Paint> paints, std::span<const std::size_t> places, Handling handling,
                        const WorkOptions& work = {});

    /// Between cells by how many of the eight around are reached, each as much as it is near: half of them will do.
    bool reaches(const Lab& lab) const;
    /// The middle of the reached cell within a range that is nearest to a colour (CIE 1976); nothing where none is.
    std::optional<Lab> nearestTo(const Lab& lab, const ColourRange& within) const;
    /// How many cells are reached.
    std::size_t volume() const;

private:
    std::vector<bool> m_cells;
};

} // namespace iris
