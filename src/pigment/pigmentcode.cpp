#include "pigment/pigmentcode.h"

#include "base/text.h"

#include <algorithm>
#include <array>
#include <cctype>

namespace iris {
namespace {

constexpr std::string_view usages = "PNBADVS";
// Two-letter hues first, so that "Bk" and "Br" are not read as "B".
constexpr std::array<std::string_view, 10> hues{"Bk", "Br", "B", "G", "M", "O", "R", "V", "W", "Y"};

bool isDigit(char c)
{
    return std::isdigit(static_cast<unsigned char>(c)) != 0;
}

bool isLetter(char c)
{
    return std::isalpha(static_cast<unsigned char>(c)) != 0;
}

/// Walks over a label and takes one code after the other.
class Scanner {
public:
    explicit Scanner(std::string_view text) : m_text(text) {}

    bool atEnd() const { return m_at >= m_text.size(); }

    void skipSeparators()
    {
        for (;;) {
            skip(" \t,;/+&");
            if (!startsWithWord("and"))
                return;
            m_at += 3;
        }
    }

    Result<PigmentCode> takeCode()
    {
        m_start = m_at;
        skipColourIndexPrefix();
        PigmentCode code;
        if (atEnd() || usages.find(upper(m_text[m_at])) == std::string_view::npos)
            return wrong("a code begins with P for pigment or N for natural, as in PB29 or NR9");
        code.usage = upper(m_text[m_at++]);
        skip(". ");
        const auto hue = takeHue();
        if (!hue)
            return wrong("after the first letter comes the hue: Y, O, R, V, B, G, Br, Bk, W or M");
        code.hue = *hue;
        skip(". -");
        return takeNumber(std::move(code));
    }

private:
    static char upper(char c) { return static_cast<char>(std::toupper(static_cast<unsigned char>(c))); }

    void skip(std::string_view characters)
    {
        while (!atEnd() && characters.find(m_text[m_at]) != std::string_view::npos)
            ++m_at;
    }

    bool startsWithWord(std::string_view word) const
    {
        return lowered(m_text.substr(m_at, word.size())) == word
               && (m_at + word.size() >= m_text.size() || !isLetter(m_text[m_at + word.size()]));
    }

    /// Labels sometimes print "C.I." or "CI" before the generic name.
    void skipColourIndexPrefix()
    {
        for (const std::string_view prefix : {"c.i.", "ci "}) {
            if (lowered(m_text.substr(m_at, prefix.size())) == prefix) {
                m_at += prefix.size();
                skip(" ");
                return;
            }
        }
    }

    std::optional<std::string> takeHue()
    {
        for (const std::string_view hue : hues) {
            if (lowered(m_text.substr(m_at, hue.size())) == lowered(hue)) {
                m_at += hue.size();
                return std::string(hue);
            }
        }
        return std::nullopt;
    }

    Result<PigmentCode> takeNumber(PigmentCode code)
    {
        std::size_t digits = 0;
        while (!atEnd() && isDigit(m_text[m_at]) && digits < 4) {
            code.number = code.number * 10 + (m_text[m_at++] - '0');
            ++digits;
        }
        if (digits == 0)
            return wrong("the number is missing, as in " + code.usage + code.hue + "29");
        if (digits > 3 || code.number == 0)
            return wrong("the number runs from 1 to 999");
        if (!atEnd() && (m_text[m_at] == ':' || m_text[m_at] == '.') && m_at + 1 < m_text.size()
            && isDigit(m_text[m_at + 1])) {
            code.variant = m_text[m_at + 1] - '0';
            m_at += 2;
            if (code.variant == 0)
                return wrong("the figure after the colon runs from 1 to 9, as in PB15:3");
        } else if (!atEnd() && m_text[m_at] == ':') {
            return wrong("a figure is missing after the colon, as in PB15:3");
        }
        if (!atEnd() && (isLetter(m_text[m_at]) || isDigit(m_text[m_at])))
            return wrong("there is something right behind the number");
        return code;
    }

    tl::unexpected<Error> wrong(const std::string& why) const
    {
        const std::string_view rest = m_text.substr(m_start);
        const std::string_view piece = trimmed(rest.substr(0, std::max<std::size_t>(1, rest.find_first_of(",;/+&"))));
        const std::string column = std::to_string(m_at + 1);
        return tl::unexpected(
            Error{ErrorCode::BadPigmentCode,
                  "\"" + std::string(piece) + "\" is not a pigment code: " + why + " (character " + column + ")",
                  {},
                  0,
                  static_cast<int>(m_at + 1)});
    }

    std::string_view m_text;
    std::size_t m_at = 0;
    std::size_t m_start = 0;
};

tl::unexpected<Error> noCode()
{
    return failure(ErrorCode::BadPigmentCode, "there is no pigment code; it stands on the tube, as in PB29");
}

} // namespace

std::string PigmentCode::text() const
{
    std::string result = usage + hue + std::to_string(number);
    if (variant > 0)
        result += ':' + std::to_string(variant);
    return result;
}

Result<std::vector<PigmentCode>> parsePigmentCodes(std::string_view text)
{
    if (trimmed(text).empty())
        return noCode();
    std::vector<PigmentCode> codes;
    Scanner scanner(text);
    for (scanner.skipSeparators(); !scanner.atEnd(); scanner.skipSeparators()) {
        auto code = scanner.takeCode();
        if (!code)
            return tl::unexpected(code.error());
        if (std::ranges::find(codes, *code) == codes.end())
            codes.push_back(std::move(*code));
    }
    if (codes.empty())
        return noCode();
    return codes;
}

Result<PigmentCode> parsePigmentCode(std::string_view text)
{
    auto codes = parsePigmentCodes(text);
    if (!codes)
        return tl::unexpected(codes.error());
    if (codes->size() != 1)
        return failure(ErrorCode::BadPigmentCode, "one pigment code is wanted here, as in PB29");
    return codes->front();
}

std::string textOf(const std::vector<PigmentCode>& codes)
{
    std::string text;
    for (const PigmentCode& code : codes)
        text += (text.empty() ? "" : ", ") + code.text();
    return text;
}

} // namespace iris
