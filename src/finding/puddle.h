#pragma once

#include "finding/wanted.h"

#include <optional>
#include <string>
#include <vector>

namespace iris {

/// One thing done to a puddle: paint put in, water, or some of it taken out.
struct WellAct {
    enum class Kind {
        Paint, ///< `amount` parts of a paint
        Water, ///< the film becomes `amount` times as thick, 0 < amount < 1
        Blot,  ///< a tissue leaves `amount` of all there is, 0 < amount < 1
    };
    Kind kind = Kind::Paint;
    std::size_t paint = 0;
    double amount = 0; ///< parts may be touches: an eighth and so on

    bool operator==(const WellAct&) const = default;
};

/// What lies in a well: how it came about, act by act, and so what is in it now. Paints are places in whatever list the
/// puddle goes with.
struct Puddle {
    std::vector<WellAct> acts;

    bool operator==(const Puddle&) const = default;
};

/// What is in a puddle at one time.
struct PuddleContents {
    std::vector<std::pair<std::size_t, double>> parts; ///< each paint once, in the order they went in; > 0
    double wash = wash::full;                          ///< film thickness it would be laid at

    bool isEmpty() const { return parts.empty(); }
    double partsInAll() const;

    bool operator==(const PuddleContents&) const = default;
};

/// After the first `acts` acts; all of them unless said otherwise. Paint put into a let out puddle thickens it again in
/// proportion: the water that is there stays.
PuddleContents contentsOf(const Puddle& puddle, std::optional<std::size_t> acts = {});

/// @param contents of at least one paint
Film filmOf(const PuddleContents& contents, std::span<const Paint> paints);

/// What is in a puddle as a recipe that can be counted; nothing of an empty one. Amounts are whole touches of
/// a brush; what is
/// less than a touch in the whole still counts as one. The wash is the puddle's.
std::optional<Recipe> recipeOf(const PuddleContents& contents, Handling handling);

/// A recipe as it would be put into an empty well: in the order of startOrder(), then let out to its wash.
Puddle puddleOf(const Recipe& recipe, std::span<const Paint> paints);

/// The order a painter puts the paints of a recipe in: the light and weak first, what is strong last, by touches. By
/// takesOver(). Places in the recipe's parts.
/// Source: common practice.
std::vector<std::size_t> startOrder(const Recipe& recipe, std::span<const Paint> paints);

/// How much a paint takes over in a puddle: tinting strength times the darkness of its full wash (100 - L*).
double takesOver(const Paint& paint);

/// True when a paint that takes over went in first: the first act put in the strongest, and something came after or
/// will. Strong means twice as strong as another paint of the recipe.
bool strongCameFirst(const Puddle& puddle, std::span<const Paint> paints);

/// How much paint a wash of an area takes out of the tube, ml of each part of a recipe. A full wash is taken as
/// 0.25 ml of tube paint on 100 square centimetres: from memory, and rough; makers and papers differ by half and more.
/// @param areaCm2 > 0
std::vector<double> millilitresFor(const Recipe& recipe, double areaCm2);

} // namespace iris
