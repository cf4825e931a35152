#include "notebook/mixrecord.h"

#include "base/text.h"
#include "mixing/ratios.h"
#include "notebook/soundness.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <charconv>
#include <map>
#include <numeric>

namespace iris {
namespace {

constexpr std::size_t notebookCodeLength = 6;

/// Each tube's share, in lowest terms and by tube. Tubes that are gone are told apart by their names.
std::map<std::pair<std::int64_t, std::string>, int> proportions(const std::vector<MixPart>& parts)
{
    std::map<std::pair<std::int64_t, std::string>, int> sums;
    int divisor = 0;
    for (const MixPart& part : parts)
        sums[{part.tube.value, part.tube.value > 0 ? std::string() : part.name}] += part.parts;
    for (const auto& [tube, count] : sums)
        divisor = std::gcd(divisor, count);
    for (auto& [tube, count] : sums)
        count /= std::max(divisor, 1);
    return sums;
}

} // namespace

Result<void> validate(const MixRecord& mix)
{
    if (mix.parts.empty())
        return failure(ErrorCode::BadNumber, "a mix needs at least one tube");
    return checkSound(mix);
}

std::string partsText(const std::vector<MixPart>& parts, Handling handling, const TubeNames& names)
{
    const Counted count = countedParts(parts, handling);
    std::string text;
    for (std::size_t i = 0; i < parts.size(); ++i)
        text += (text.empty() ? "" : " + ") + (parts.size() > 1 ? count.words(i) + " " : "")
                + names.of(parts[i].tube, parts[i].name);
    return text;
}

std::string titleOf(const MixRecord& mix, Handling handling, const TubeNames& names)
{
    return mix.name.empty() ? partsText(mix.parts, handling, names) : mix.name;
}

bool sameMix(const std::vector<MixPart>& one, const std::vector<MixPart>& two)
{
    return proportions(one) == proportions(two);
}

MixRecord grownFrom(const MixRecord& mix)
{
    MixRecord grown;
    grown.parts = mix.parts;
    grown.wash = mix.wash;
    grown.layers = mix.layers;
    grown.paper = mix.paper;
    grown.from = mix.id;
    return grown;
}

std::string sheetCode(std::string_view notebookCode, SheetId sheet)
{
    return std::string(notebookCode) + "-" + std::to_string(sheet.value);
}

std::optional<SheetCode> parseSheetCode(std::string_view text)
{
    if (text.size() < notebookCodeLength + 2 || text[notebookCodeLength] != '-')
        return std::nullopt;
    SheetCode code;
    for (const char c : text.substr(0, notebookCodeLength)) {
        if (!std::isxdigit(static_cast<unsigned char>(c)))
            return std::nullopt;
        code.notebook += static_cast<char>(std::toupper(static_cast<unsigned char>(c)));
    }
    const std::string_view number = text.substr(notebookCodeLength + 1);
    const auto [end, problem] = std::from_chars(number.data(), number.data() + number.size(), code.sheet.value);
    if (problem != std::errc() || end != number.data() + number.size() || code.sheet.value <= 0)
        return std::nullopt;
    return code;
}

} // namespace iris
