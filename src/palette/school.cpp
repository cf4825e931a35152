#include "palette/school.h"

#include "base/text.h"

#include <algorithm>

namespace iris {
namespace {

Slot primary(HueFamily family)
{
    return {std::string(nameOf(family)), family, family};
}

Slot leaning(HueFamily family, HueFamily towards)
{
    return {std::string(nameOf(family)) + ", leans " + std::string(nameOf(towards)), family, towards, false};
}

Slot redOf(RedPrimary red)
{
    using enum HueFamily;
    switch (red) {
    case RedPrimary::Either: break;
    case RedPrimary::Red: return {"red that does not lean violet", Red, Violet, true, Slot::Kind::Family, true};
    case RedPrimary::Magenta: return {"magenta", Red, Violet};
    }
    return primary(Red);
}

/// "blue leans green"
Result<Slot> parsePlace(std::string_view text)
{
    const std::string word = lowered(trimmed(text));
    if (word == "earth")
        return Slot{word, HueFamily::Brown, HueFamily::Brown, true, Slot::Kind::Earth};
    if (word == "any")
        return Slot{word, HueFamily::Brown, HueFamily::Brown, true, Slot::Kind::Any};
    constexpr std::string_view leans = " leans ";
    const std::size_t at = word.find(leans);
    const auto family = named<HueFamily>(trimmed(std::string_view(word).substr(0, at)));
    if (family && at == std::string::npos)
        return primary(*family);
    const auto towards = at == std::string::npos
                             ? std::nullopt
                             : named<HueFamily>(trimmed(std::string_view(word).substr(at + leans.size())));
    if (!family || !towards)
        return failure(ErrorCode::BadOption, "\"" + std::string(trimmed(text))
                                                 + "\" is no place: say a family, as in blue, with its lean, "
                                                   "as in blue leans green, or earth, or any");
    if (nextFamily(*family) != *towards && previousFamily(*family) != *towards)
        return failure(ErrorCode::BadOption,
                       "no " + std::string(nameOf(*family)) + " leans " + std::string(nameOf(*towards)));
    Slot slot = leaning(*family, *towards);
    slot.takesEarths = true;
    return slot;
}

} // namespace

std::string_view nameOf(School school)
{
    switch (school) {
    case School::Free: return "free";
    case School::Triad: return "triad";
    case School::SplitPrimary: return "split primary";
    case School::SplitPlus: return "split primary plus";
    case School::Own: return "own places";
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
    if (word == "own" || word == "own places" || word == "own-places")
        return School::Own;
    return failure(ErrorCode::BadOption, "a school is free, triad, split, split plus or own places");
}

bool isEarth(const Paint& paint)
{
    static const std::vector<PigmentCode> earths =
        parsePigmentCodes("PY42 PY43 PR101 PR102 PBr6 PBr7 NBr8 PG23 PBk11").value();
    return std::ranges::any_of(paint.codes,
                               [](const PigmentCode& code) { return std::ranges::find(earths, code) != earths.end(); });
}

Result<std::vector<Slot>> parsePlaces(std::string_view text)
{
    std::vector<Slot> places;
    if (trimmed(text).empty())
        return places;
    for (const std::string& word : split(text, ',')) {
        auto place = parsePlace(word);
        if (!place)
            return tl::unexpected(place.error());
        places.push_back(std::move(*place));
    }
    if (places.size() > mostOwnPlaces)
        return failure(ErrorCode::BadOption, "at most 12 places can be set");
    return places;
}

std::string wordsOf(const std::vector<Slot>& places)
{
    std::string words;
    for (const Slot& place : places) {
        words += words.empty() ? "" : ", ";
        if (place.kind != Slot::Kind::Family)
            words += place.name;
        else
            words += std::string(nameOf(place.family))
                     + (place.towards == place.family ? "" : " leans " + std::string(nameOf(place.towards)));
    }
    return words;
}

bool Slot::accepts(const Paint& paint) const
{
    if (kind != Kind::Family)
        return kind == Kind::Any || isEarth(paint);
    if (paint.family != family || (!takesEarths && isEarth(paint)))
        return false;
    const Lean lean = paint.lean();
    if (leansNotTo)
        return lean.towards != towards;
    return towards == family || lean.inTheMiddle() || lean.towards == towards;
}

std::vector<Slot> slotsOf(School school, RedPrimary red, const std::vector<Slot>& own)
{
    using enum HueFamily;
    switch (school) {
    case School::Free: return {};
    case School::Triad: return {primary(Yellow), redOf(red), primary(Blue)};
    case School::SplitPrimary:
    case School::SplitPlus:
        return {leaning(Yellow, Green), leaning(Yellow, Orange), leaning(Red, Orange),
                leaning(Red, Violet),   leaning(Blue, Violet),   leaning(Blue, Green)};
    case School::Own: return own;
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
