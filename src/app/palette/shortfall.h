#pragma once

#include "notebook/pool.h"
#include "palette/closeness.h"

#include <QString>
#include <stop_token>

namespace iris {

/// A need that a set does not meet, and what one tube more would do for it.
struct Shortfall {
    std::size_t need = 0;
    std::optional<Closer> owned;  ///< the best of the other tubes that are owned
    std::optional<Closer> bought; ///< the best of the table's
    QString ownedName;
    QString boughtName;
};

/// For each need that a set leaves unmet the one tube, owned or from the table, that brings it nearest. Long work.
/// @param pool the set counts its paints
std::vector<Shortfall> shortfallsOf(const PaletteSet& set, const std::vector<Need>& needs, const TubePool& pool,
                                    std::stop_token stop);

/// "Reeds is not met: Yellow Ochre would do it (3.1 apart)." and so on, the first few.
/// @param surely only sure mixes count, which is more than is told here
QString shortfallWords(const std::vector<Shortfall>& shortfalls, const std::vector<Need>& needs, bool surely);

} // namespace iris
