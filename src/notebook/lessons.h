#pragma once

#include "base/parallel.h"
#include "learning/worthpainting.h"
#include "notebook/notebook.h"

namespace iris {

/// The painted squares of a notebook that strengths can be learnt from: dry, of one layer, with a known colour, of two
/// or three tubes that are all still there.
struct Lessons {
    std::vector<PaintedMix> squares; ///< places are those of the notebook's tubes
    std::vector<MixId> mixes;        ///< the record of each square, in rising order

    bool operator==(const Lessons&) const = default;
};
Lessons lessonsOf(const Notebook& notebook);

/// How sure the strengths are before learning: those set by hand or by a let-down are nearly certain.
LearningOptions learningOptionsOf(const Notebook& notebook);

/// What the needs will be mixed from: for each need the nearest recipes of up to three of the paints, weighted by its
/// importance, and a little of every pair besides, so that something is wanted even without needs.
/// @param usable which of the paints are at hand
/// @return what was found so far, which is not all, when it is stopped
std::vector<WantedMix> wantedBy(const Notebook& notebook, std::span<const Paint> paints,
                                const std::function<bool(std::size_t)>& usable, const WorkOptions& work = {});

/// A recipe's tubes by number and name.
std::vector<MixPart> mixPartsOf(const Recipe& recipe, const Notebook& notebook);

/// The recipe of some parts, on white paper, as painted squares are kept; nothing when one of the tubes is gone.
std::optional<Recipe> recipeOf(const std::vector<MixPart>& parts, double wash, const Notebook& notebook);

/// Every mix of the notebook whose tubes are all there.
std::vector<Recipe> recipesOf(const Notebook& notebook);

/// True when a record is of a recipe: the same tubes in the same proportions at the same wash.
bool isMixOf(const MixRecord& mix, const Recipe& recipe, const Notebook& notebook);

/// True for two washes meant to be the same, film thicknesses within 0.01.
bool isSameWash(double one, double other);

/// True for what was read once it was dry, in one layer.
bool isPaintedDry(const MixRecord& mix);

} // namespace iris
