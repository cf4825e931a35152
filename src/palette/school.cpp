#include "palette/school.h"

#include "base/text.h"

namespace iris {
namespace {

Slot slot(HueFamily family, HueFamily towards)
{
    std::string name(nameOf(family));
    if (towards != family)
        name += ", leans " + std::string(nameOf(towards));
    return {std::move(name), family, towards};
}

} // namespace

std::string_view nameOf(School school)
{
    switch (school) {
    case School::Free:
        return "free";
    case School::Triad:
        return "triad";
    case School::SplitPrimary:
        return "split primary";
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
    return failure(ErrorCode::BadOption, "a school is free, triad or split");
}

bool Slot::accepts(const Paint& paint) const
{
    if (paint.family != family)
        return false;
    const Lean lean = paint.lean();
    return towards == family || lean.inTheMiddle() || lean.towards == towards;
}

std::vector<Slot> slotsOf(School school)
{
    using enum HueFamily;
    switch (school) {
    case School::Free:
        return {};
    case School::Triad:
        return {slot(Yellow, Yellow), slot(Red, Red), slot(Blue, Blue)};
    case School::SplitPrimary:
        return {slot(Yellow, Green), slot(Yellow, Orange), slot(Red, Orange),
                slot(Red, Violet),   slot(Blue, Violet),   slot(Blue, Green)};
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
