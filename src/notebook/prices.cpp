#include "notebook/prices.h"

#include <algorithm>
#include <limits>

namespace iris {

std::optional<double> priceOf(const Recipe& recipe, const Notebook& notebook)
{
    double sum = 0;
    double parts = 0;
    for (const Part& part : recipe.parts) {
        if (part.paint >= notebook.tubes.size())
            return std::nullopt;
        const auto own = notebook.tubes[part.paint].stock.pricePerMl();
        if (!own)
            return std::nullopt;
        sum += part.parts * *own;
        parts += part.parts;
    }
    return parts > 0 ? std::optional(sum / parts * recipe.wash) : std::nullopt;
}

void sortByPrice(std::vector<Candidate>& candidates, const Notebook& notebook)
{
    std::ranges::stable_sort(candidates, {}, [&](const Candidate& candidate) {
        return priceOf(candidate.recipe, notebook).value_or(std::numeric_limits<double>::infinity());
    });
}

} // namespace iris
