#include "words/palettewords.h"

#include "base/text.h"
#include "words/mixwords.h"

namespace iris {

std::string proofWords(const Choice& choice, School school)
{
    if (school != School::Free)
        return "Every set this school allows was weighed; none meets more.";
    if (choice.ruledOut.empty())
        return "No smaller set is possible.";
    std::vector<std::string> sizes;
    for (const SizeRuledOut& size : choice.ruledOut)
        sizes.push_back(std::to_string(size.size));
    return "Fewer will not do: every set of " + joinedInWords(sizes) + (sizes.back() == "1" ? " tube" : " tubes")
           + " was tried and falls short.";
}

std::string_view beyondWords(BeyondPaint beyond)
{
    switch (beyond) {
    case BeyondPaint::No: break;
    case BeyondPaint::TooDark: return "deeper than watercolour goes";
    case BeyondPaint::TooLight: return "lighter than the paper";
    case BeyondPaint::TooClean: return "cleaner than any paint is at that value";
    }
    return "";
}

std::string nearestWords(const Unreachable& missed, const Need& need, std::span<const Paint> paints, bool ofKept)
{
    const Match& match = missed.nearest;
    if (!match.isThere())
        return "No tube here is what " + need.name + " asks for.";
    const std::string nearest =
        "; nearest is " + laidWords(match.recipe, paints) + " (" + formatNumber(match.apart, 1) + " apart).";
    if (match.apart <= need.tolerance)
        return "No mix is sure enough for " + need.name + nearest;
    const BeyondPaint beyond =
        beyondPaint(need.target, need.tolerance, PaintRange::ofWatercolour(match.recipe.handling.paper));
    if (beyond != BeyondPaint::No)
        return need.name + " is " + std::string(beyondWords(beyond)) + nearest;
    return (ofKept ? "It does not reach " : "No tubes of yours reach ") + need.name + nearest;
}

} // namespace iris
