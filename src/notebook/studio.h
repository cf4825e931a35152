#pragma once

#include "notebook/lessons.h"
#include "notebook/paintedmixes.h"
#include "paint/rebuild.h"

#include <limits>
#include <memory>
#include <stop_token>

namespace iris {

struct Studio;
using StudioPtr = std::shared_ptr<const Studio>;

/// What follows from a notebook. Each part is shared with the studios before and after that have the same: an edit of
/// one tube among a thousand copies little.
struct StudioParts {
    Notebook notebook;
    std::shared_ptr<const std::vector<Paint>> unlearnt;
    std::shared_ptr<const std::vector<Paint>> paints;
    std::shared_ptr<const PaintedMixes> painted;
    std::shared_ptr<const Lessons> lessons;
    std::shared_ptr<const Learned> learned;
    bool behind = false;
};

/// A notebook and what follows from it, as it stands at one moment. It never changes: whatever is worked out from it
/// keeps it, so that places in its lists go on meaning the same tubes however the notebook is edited meanwhile.
struct Studio {
    /// An empty one.
    Studio();
    /// @param own with every part there
    explicit Studio(StudioParts own);
    Studio(const Studio&) = delete; // what follows looks into its own parts

    const StudioParts parts;
    const Notebook& notebook;
    const std::vector<Paint>& unlearnt; ///< one a tube, in their order, as strong as before anything was painted
    const std::vector<Paint>& paints;   ///< the same as strong as the painted mixes teach
    const PaintedMixes& painted;        ///< the painted mixes by their tubes
    const Lessons& lessons;             ///< the painted mixes that teach
    const Learned& learned;             ///< what they teach: strengths one a tube, lessons one a painted mix
    const TubeNames names;              ///< of its tubes in what was written down
    const bool behind; ///< what is learnt is that of an earlier studio, carried over; learnt() catches up

    /// The place of a tube in the notebook and in the paints; nothing when it is not there. Logarithmic.
    std::optional<std::size_t> placeOf(TubeId id) const;
    /// Places of the tubes that can be mixed with.
    std::vector<std::size_t> atHand() const;
};

/// Works out the paints of a notebook, and learns from its painted mixes.
/// @param films remembers what was rebuilt before
/// @param before the studio the notebook was edited from: what does not change by the edit is taken from it. May be
/// null.
/// @param mostAtOnce where more painted mixes than this would have to be learnt from anew, they are not: the studio is
/// behind, with what the one before had learnt of the tubes and mixes that are still there
StudioPtr studioOf(Notebook notebook, FilmCache& films, const StudioPtr& before = {},
                   std::size_t mostAtOnce = std::numeric_limits<std::size_t>::max());

/// The same studio with all that its painted mixes teach; takes as long as learnFrom() does, and is of no use either
/// when it is stopped.
StudioPtr learnt(const StudioPtr& studio, std::stop_token stop = {});

/// The same mix at its places in another studio; nothing when one of its tubes is gone.
std::optional<Recipe> carriedOver(const Recipe& recipe, const Studio& from, const Studio& to);

} // namespace iris
