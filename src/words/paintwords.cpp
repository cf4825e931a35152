#include "words/paintwords.h"

#include "paint/ratings.h"

#include <algorithm>
#include <array>
#include <span>

namespace iris {
namespace {

std::string_view wordOf(int rating, int first, std::span<const std::string_view> words)
{
    const int last = static_cast<int>(words.size()) - 1;
    return words[static_cast<std::size_t>(std::clamp(rating - first, 0, last))];
}

} // namespace

std::string describeSide(const Lean& lean)
{
    if (!lean.inTheMiddle())
        return "leans " + std::string(nameOf(lean.towards));
    return isColourless(lean.family) ? "neutral" : "near the middle";
}

std::string describe(const Lean& lean)
{
    return std::string(nameOf(lean.family)) + ", " + describeSide(lean);
}

std::string describe(const Transparency& transparency)
{
    const std::string kind(nameOf(transparency.kind));
    return transparency.varies ? kind + ", varies" : (transparency.uncertain ? "probably " : "") + kind;
}

std::string makersDifferWords(const Paint& paint)
{
    std::vector<std::string> differ;
    for (const Varies what : paint.makersDiffer)
        differ.emplace_back(nameOf(what));
    return differ.empty() ? std::string() : "Makers differ in " + joinedInWords(differ) + ".";
}

std::string nameAndCodes(const Paint& paint)
{
    const std::string codes = textOf(paint.codes);
    const std::string fading = fades(paint.lightfastness) ? "fades" : "";
    if (paint.name.ends_with(" " + codes)) // it is told apart by them already
        return paint.name + (fading.empty() ? "" : " (" + fading + ")");
    return paint.name + " (" + codes + (fading.empty() ? ")" : ", " + fading + ")");
}

std::string_view lightfastnessWord(int rating)
{
    static constexpr std::array<std::string_view, 5> words{"excellent", "very good", "fair", "poor", "fugitive"};
    return wordOf(rating, 1, words);
}

std::string_view soldWords(int sold)
{
    static constexpr std::array<std::string_view, 4> words{"old stock, or no longer made", "few makers have it",
                                                           "sold by several makers", "sold by nearly every maker"};
    return wordOf(sold, 0, words);
}

std::string_view stainingWord(int rating)
{
    static constexpr std::array<std::string_view, 4> words{"lifts clean", "lifts well", "lifts a little", "stains"};
    return wordOf(rating, 0, words);
}

std::string_view granulationWord(int rating)
{
    static constexpr std::array<std::string_view, 4> words{"smooth", "slight grain", "granulates",
                                                           "granulates strongly"};
    return wordOf(rating, 0, words);
}

std::string doubtedLabel(const std::vector<PigmentCode>& label, const ReferencePigment& likeliest)
{
    return "This does not look like " + textOf(label) + "; of the table it looks most like " + likeliest.id() + ", "
           + likeliest.commonName + ". Either the label does not tell all, or the card was painted from another tube.";
}

} // namespace iris
