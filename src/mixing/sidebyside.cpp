#include "mixing/sidebyside.h"

#include "mixing/cleanliness.h"

#include <cmath>
#include <vector>

namespace iris {

std::string seenBeside(const Lab& colour, const Lab& other)
{
    std::vector<std::string> words;
    const auto compare = [&](double more, double least, const char* above, const char* below) {
        if (std::abs(more) >= least)
            words.emplace_back(more > 0 ? above : below);
    };
    compare(warmthOf(colour) - warmthOf(other), 2, "warmer", "cooler");
    compare(colour.l - other.l, 2, "lighter", "darker");
    compare(std::hypot(colour.a, colour.b) - std::hypot(other.a, other.b), 3, "cleaner", "duller");
    std::string text;
    for (std::size_t i = 0; i < words.size(); ++i)
        text += (i == 0 ? "" : i + 1 == words.size() ? " and " : ", ") + words[i];
    return text;
}

} // namespace iris
