#pragma once

#include "notebook/pool.h"

namespace iris {

/// A tube of a set that is not owned, and what may be bought in its place.
struct ToBuy {
    /// Another paint.
    struct Instead {
        Paint paint;
        bool doesAsWell = false; ///< the set with it does as well; else it only looks much like it
    };
    Paint paint;
    std::string form;                    ///< which of several paints of one code it is; often empty
    std::vector<std::string> alsoCalled; ///< names it is sold by besides, two at most
    std::optional<Paint> owned;          ///< one of the painter's own that does as well: it need not be bought
    std::vector<Instead> instead;        ///< two at most, what does as well first
};

/// A set as a list to go shopping with.
struct ListToBuy {
    std::vector<ToBuy> buy;
    std::vector<Paint> have; ///< the rest of the set
};

/// What stands in a tube's place is looked for among sets that do equally well, the commonest first and nothing that
/// fades, then among the paints shops usually
/// have that look most alike: in full and thin wash together at most 14 apart (deltaE00, our judgement).
/// @param equals such sets, as Choice::equals; may be empty
ListToBuy listToBuy(const std::vector<std::size_t>& tubes, const TubePool& pool,
                    const std::vector<std::vector<std::size_t>>& equals);

/// What to ask for: "quinacridone rose (PV19), also called permanent rose; sold by nearly every maker."
std::string askForWords(const ToBuy& one);
/// "Or quinacridone magenta (PR122), which does as well; or ..., which looks much like it." Nothing without any.
std::string insteadWords(const ToBuy& one);

/// CSV with `name`, `codes`, `form`, `also_called`, `have` (yes or no), `sold`, `or` and `or_else`, what is to be
/// bought first.
std::string shoppingCsv(const ListToBuy& list);

} // namespace iris
