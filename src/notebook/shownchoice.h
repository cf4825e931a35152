#pragma once

#include "notebook/pool.h"
#include "notebook/studio.h"

#include <memory>

namespace iris {

/// What is asked of a choice, and of what: the tubes that a palette is chosen from, counted as in the studio that they
/// are of, and the needs it is for.
struct ChoiceQuestion {
    StudioPtr studio;
    TubePool pool;
    std::vector<Need> needs;
    Limits limits;

    bool isSure() const { return studio->notebook.wishes.sure > 0; }
    School school() const { return studio->notebook.wishes.school; }
    /// Whether the surest of equals is to come first.
    bool prefersForgiving() const;
};
using ChoiceQuestionPtr = std::shared_ptr<const ChoiceQuestion>;

/// What the painter asks of a notebook, out of its tubes and for all its needs: as it wishes, or for just the tubes of
/// a set.
ChoiceQuestion questionOf(const StudioPtr& studio, std::vector<Need> needs);
ChoiceQuestion questionOfJust(const std::vector<std::size_t>& tubes, ChoiceQuestion question);

/// Where a choice on show comes from.
enum class ChoiceOrigin {
    Chosen, ///< asked for as the wishes have it
    Kept,   ///< a palette that is kept, or all that lies on the mixing palette
    Step,   ///< one step of the staircase
    Swapped ///< a set with one tube in the place of another
};

/// A choice on show: the question, the answer, and which of the answer's sets is in hand. It never changes; another
/// takes its place as a whole, so whoever reads it never sees half of one and half of another.
struct ShownChoice {
    ChoiceQuestionPtr question;
    std::shared_ptr<const Choice> answer; ///< at least one set
    std::size_t place = 0;                ///< of the set in hand among the answer's
    ChoiceOrigin origin = ChoiceOrigin::Chosen;
    std::string name;                        ///< of a kept one
    PaletteId kept;                          ///< 0 where it is not kept under that name
    std::shared_ptr<const ShownChoice> from; ///< what a swapped set was swapped in

    const PaletteSet& set() const { return answer->sets[place]; }
    const TubePool& pool() const { return question->pool; }
    const std::vector<Need>& needs() const { return question->needs; }
    bool isKept() const { return origin == ChoiceOrigin::Kept; }

    /// The painter's own tubes of the set in hand.
    std::vector<TubeId> ownTubes() const;
    bool isAllOwned() const;
    std::vector<Paint> paints() const;
    /// The sets that do as well as those of the answer it comes from.
    const std::vector<std::vector<std::size_t>>& equals() const { return from ? from->answer->equals : answer->equals; }
};
using ShownChoicePtr = std::shared_ptr<const ShownChoice>;

} // namespace iris
