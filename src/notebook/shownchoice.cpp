#include "notebook/shownchoice.h"

#include <algorithm>

namespace iris {

bool ChoiceQuestion::prefersForgiving() const
{
    const auto& prefer = studio->notebook.wishes.prefer;
    return std::ranges::find(prefer, Preference::Forgiving) != prefer.end();
}

ChoiceQuestion questionOf(const StudioPtr& studio, std::vector<Need> needs)
{
    const Notebook& notebook = studio->notebook;
    PaletteWishes wishes = notebook.wishes;
    if (notebook.tubes.empty() && !shelfOf(wishes.pool)) // who has none buys
        wishes.pool = Pool::Table;
    ChoiceQuestion question{studio, poolOf(notebook, studio->paints, wishes), std::move(needs), {}};
    question.limits = limitsOf(notebook.wishes, question.pool, notebook);
    return question;
}

ChoiceQuestion questionOfJust(const std::vector<std::size_t>& tubes, ChoiceQuestion question)
{
    question.limits = limitsOfJust(tubes, question.pool.paints.size());
    question.limits.surely = question.isSure();
    return question;
}

std::vector<TubeId> ShownChoice::ownTubes() const
{
    std::vector<TubeId> tubes;
    for (const std::size_t tube : set().tubes)
        if (pool().isOwned(tube))
            tubes.push_back(pool().tubes[tube]);
    return tubes;
}

bool ShownChoice::isAllOwned() const
{
    return ownTubes().size() == set().tubes.size();
}

std::vector<Paint> ShownChoice::paints() const
{
    std::vector<Paint> paints;
    for (const std::size_t tube : set().tubes)
        paints.push_back(pool().paints[tube]);
    return paints;
}

} // namespace iris
