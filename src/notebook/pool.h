#pragma once

#include "learning/sureness.h"
#include "notebook/notebook.h"
#include "palette/choose.h"
#include "palette/surerecipes.h"

namespace iris {

/// The tubes a palette is chosen from, and what they stand for among a list of paints.
struct TubePool {
    std::vector<Paint> paints;        ///< those of the notebook's tubes, in their order; then rows of the table, if any
    std::vector<TubeId> tubes;        ///< one a paint; 0 for a row of the table
    std::vector<std::string> forms;   ///< one a paint: which of several paints of one code it is; often empty
    std::vector<std::size_t> leftOut; ///< the places that are not to be chosen from, in rising order

    bool isOwned(std::size_t place) const { return tubes[place].value != 0; }
};

/// Sorts out which tubes the wishes let a palette be chosen from: by where they are, by what they are, and by name. A
/// tube that must be in is in, wherever it is. The table's rows, as far as they stand on the pool's shelf, stand beside
/// what is owned, but for pigments that are at hand already.
/// @param paints one a tube of the notebook
TubePool poolOf(const Notebook& notebook, std::span<const Paint> paints, const PaletteWishes& wishes);

/// Puts a paint behind others for every row of the table that stands on a shelf and is not at hand in the notebook
/// already, by code and form.
/// @return their places
std::vector<std::size_t> addToBuy(std::vector<Paint>& paints, const Notebook& notebook, Shelf shelf);

/// The question that the wishes ask of a pool: what must be in, what stays out, the school, and what is held against
/// tubes by what is preferred. Of each preference a tube is held at most 1 against; a price counts by the dearest
/// tube whose price is known, and one that is not known as half of that. A little is held against what is to be bought
/// and few makers have.
Limits limitsOf(const PaletteWishes& wishes, const TubePool& pool, const Notebook& notebook);

/// What is known of a pool's paints: of the notebook's what was learnt, of the table's rows what is known of any paint.
/// @param learned of the notebook's tubes, in their order
Learned learnedOf(const TubePool& pool, const Learned& learned);

/// The tubes of a set that are not in the notebook, as they are wished for.
std::vector<Tube> wishedFor(std::span<const std::size_t> tubes, const TubePool& pool);

/// How sure each recipe of a set is to meet its need (sureness()), 0 to 1; 0 for one that is not even meant to.
/// @param stop ends it early; what is missing then is 0
std::vector<double> surenessOf(const PaletteSet& set, std::span<const Need> needs, std::span<const Paint> paints,
                               const Learned& learned, const SurenessOptions& options = {}, std::stop_token stop = {});

/// What PaletteWishes::sure asks: whether a recipe comes out as a need wants it so many times in 100 (sureness()).
SureTest sureTestOf(std::vector<Paint> paints, Learned learned, int timesIn100);

/// Puts the surest of sets that are held as much against first, by the mean over all needs.
/// @return what surenessOf() says of each, in the new order
std::vector<std::vector<double>> surestFirst(Choice& choice, std::span<const Need> needs, std::span<const Paint> paints,
                                             const Learned& learned, std::stop_token stop = {});

} // namespace iris
