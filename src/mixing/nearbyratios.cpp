#include "mixing/nearbyratios.h"

#include <cmath>

namespace iris {

std::vector<Recipe> nearbyRatios(const Recipe& recipe)
{
    constexpr double nearby = 0.5; // of the natural logarithm
    const auto isNear = [](double one, double other) { return std::abs(std::log(one / other)) < nearby; };
    const auto& own = recipe.parts;
    std::vector<Recipe> found;
    for (const Ratio& ratio : countableRatios(3, recipe.handling)) {
        const double times = static_cast<double>(ratio[0]) / own[0].parts;
        if (!isNear(ratio[1], times * own[1].parts) || !isNear(ratio[2], times * own[2].parts))
            continue;
        Recipe other = recipe;
        for (std::size_t i = 0; i < own.size(); ++i)
            other.parts[i].parts = ratio[i];
        found.push_back(std::move(other));
    }
    return found;
}

} // namespace iris
