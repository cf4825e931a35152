#include "words/sidebyside.h"

#include "base/text.h"
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
    return joinedInWords(words);
}

} // namespace iris
