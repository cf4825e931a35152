#pragma once

#include "paint/paint.h"

#include <compare>
#include <cstdint>
#include <optional>
#include <string>
#include <vector>

namespace iris {

/// A tube's number in its notebook; 0 for one not yet in any.
struct TubeId {
    std::int64_t value = 0;

    auto operator<=>(const TubeId&) const = default;
};

/// A tube as the painter wrote it down. What is left open is taken from the reference table.
struct Tube {
    TubeId id;
    std::string maker;
    std::string name;
    std::vector<PigmentCode> codes;   ///< in label order
    std::string form;                 ///< which paint of a code that covers several; may be empty
    std::optional<Swatch> swatch;     ///< the painter's own dry swatch
    std::optional<double> strength;   ///< tinting strength, ultramarine PB29 = 1; > 0
    std::optional<int> staining;      ///< 0 to 3
    std::optional<int> granulation;   ///< 0 to 3
    std::optional<int> lightfastness; ///< 1 to 5
    std::string notes;

    bool operator==(const Tube&) const = default;
};

/// The rows of the table a tube's codes stand for: the form it names, or else a form its name contains, or else the
/// ordinary one. Codes the table does not know are left out.
std::vector<const ReferencePigment*> typicalRows(const Tube& tube, const ReferenceTable& table);

/// What a tube is to the model: typical values for its codes, replaced by everything the painter measured or set.
/// @return UnknownPigment when no code is in the table and there is no swatch.
Result<Paint> paintOf(const Tube& tube, const ReferenceTable& table, FilmCache& films);

/// What keeps a tube from being written down (no name, no code and no swatch, a rating out of range), in plain words.
Result<void> validate(const Tube& tube, const ReferenceTable& table);

/// Tubes that hold the same pigments in the same forms, whatever they are called; not the tube itself.
bool areTwins(const Tube& first, const Tube& second, const ReferenceTable& table);

} // namespace iris
