#pragma once

#include "notebook/notebook.h"

namespace iris {

// What a painter does to a notebook, where it is more than writing one record down: each as the edit it comes to. The
// window and the command line both make their edits here.

/// The tubes of a list that are not in the notebook yet. One that has the maker, range, name, codes and form of a tube
/// that is there is that tube: a list that is brought in twice does not double it. Two alike within the list are two
/// tubes.
std::vector<Tube> notYetIn(const Notebook& notebook, std::vector<Tube> tubes);

/// Files readings: the records themselves, and each tube that goes by its last dry one from now on. Colours a tube went
/// by that are in no record yet are filed first, so that nothing is lost. Readings of no tube in the notebook are
/// passed over.
NotebookEdit filing(const Notebook& notebook, const std::vector<SwatchRecord>& readings);
NotebookEdit filing(const Notebook& notebook, SwatchRecord reading);

/// A tube as it was changed by hand. Colours typed in are a reading, too.
/// @param today the day, as in 2026-10-03
NotebookEdit changing(const Notebook& notebook, const Tube& tube, const std::string& today);

/// The tube goes by an earlier reading again; nothing for a wet one.
NotebookEdit goingBy(const Notebook& notebook, SwatchId reading);

/// A copy of a tube beside it, without its readings.
NotebookEdit duplicating(const Notebook& notebook, TubeId tube);

/// Makes one entry of two: the kept tube takes over the readings, the places in palettes and the wishes of the other,
/// and whatever it had left open itself; the other is taken out.
NotebookEdit merging(const Notebook& notebook, TubeId kept, TubeId other);

} // namespace iris
