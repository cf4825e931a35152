#include "palette/school.h"

#include "base/text.h"

#include <algorithm>

namespace iris {
namespace {

Slot primary(HueFamily family)
{
    return {std::string(nameOf(family)), family, family, true};
}

Slot leaning(HueFamily family, HueFamily towards)
{
    return {std::string(nameOf(family)) + ", leans " + std::string(nameOf(towards)), family, towards, false};
}

} // namespace

std::string_view nameOf(School school)
{
    switch (school) {
    case School::Free: return "free";
    case School::Triad: return "triad";
    case School::SplitPrimary: return "split primary";
    case School::SplitPlus: return "split primary plus";
    }
    return "";
}

Result<School> parseSchool(std::string_view text)
{
    const std::string word = lowered(trimmed(text));
    if (word == "free")
        return School::Free;
    if (word == "triad")
        return School::Triad;
    if (word == "split" || word == "split primary" || word == "split-primary")
        return School::SplitPrimary;
    if (word == "split plus" || word == "split-plus" || word == "split primary plus")
        return School::SplitPlus;
    return failure(ErrorCode::BadOption, "a school is free, triad, split or split plus");
}

bool isEarth(const Paint& paint)
{
    static const std::vector<PigmentCode> earths =
        parsePigmentCodes("PY42 PY43 PR101 PR102 PBr6 PBr7 NBr8 PG23 PBk11").value();
    return std::ranges::any_of(paint.codes,
                               [](const PigmentCode& code) { return std::ranges::find(earths, code) != earths.end(); });
}

bool Slot::accepts(const Paint& paint) const
{
    if (paint.family != family || (!takesEarths && isEarth(paint)))
        return false;
    const Lean lean = paint.lean();
    return towards == family || lean.inTheMiddle() || lean.towards == towards;
}

std::vector<Slot> slotsOf(School school)
{
    using enum HueFamily;
    switch (school) {
    case School::Free: return {};
    case School::Triad: return {primary(Yellow), primary(Red), primary(Blue)};
    case School::SplitPrimary:
    case School::SplitPlus:
        return {leaning(Yellow, Green), leaning(Yellow, Orange), leaning(Red, Orange),
                leaning(Red, Violet),   leaning(Blue, Violet),   leaning(Blue, Green)};
    }
    return {};
}

std::vector<std::uint32_t> slotMasks(std::span<const Paint> paints, std::span<const Slot> slots)
{
    std::vector<std::uint32_t> masks;
    for (const Paint& paint : paints) {
        std::uint32_t mask = 0;
        for (std::size_t i = 0; i < slots.size(); ++i)
            if (slots[i].accepts(paint))
                mask |= 1U << i;
        masks.push_back(mask);
    }
    return masks;
}

} // namespace iris
