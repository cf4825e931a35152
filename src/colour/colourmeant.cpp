#include "colour/colourmeant.h"

#include "base/text.h"
#include "colour/munsellvalue.h"
#include "colour/observer.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <optional>
#include <vector>

namespace iris {
namespace {

constexpr double mostOfPaint = 90; ///< chroma that hardly any paint goes beyond

/// The lightness of a Munsell value.
double lOfValue(double value)
{
    const double y = luminanceOfMunsellValue(value) / 100;
    constexpr double linearBelow = 216.0 / 24389; // ISO/CIE 11664-4
    return y > linearBelow ? 116 * std::cbrt(y) - 16 : y * 24389 / 27;
}

ColourSpan common(const ColourSpan& one, const ColourSpan& other)
{
    return {std::max(one.from, other.from), std::min(one.to, other.to)};
}

/// A share of a stretch.
ColourSpan partOf(const ColourSpan& span, double from, double to)
{
    return {span.from + from * span.width(), span.from + to * span.width()};
}

/// What both hold; where they have nothing in common, the part of the first that comes nearest to the other.
ColourSpan narrowed(const ColourSpan& span, const ColourSpan& by)
{
    constexpr double third = 1.0 / 3;
    if (const ColourSpan both = common(span, by); !both.isEmpty())
        return both;
    return by.from >= span.to ? partOf(span, 1 - third, 1) : partOf(span, 0, third);
}

double middleOf(const ColourSpan& span)
{
    return (span.from + span.to) / 2;
}

/// How far a hue lies from another, the shorter way, and on which side: -180 to 180.
double turnTo(double from, double to)
{
    return normalisedDegrees(to - from + 180) - 180;
}

/// The half of a stretch of hue that lies nearer to a hue.
ColourSpan halfTowards(const ColourSpan& hue, double degrees)
{
    constexpr ColourSpan warmHues{20, 110};
    if (hue.width() >= 360) // all around
        return {degrees - warmHues.width() / 2, degrees + warmHues.width() / 2};
    return turnTo(middleOf(hue), degrees) > 0 ? partOf(hue, 0.5, 1) : partOf(hue, 0, 0.5);
}

/// Both stretches of one word in one: of hue, where one ends and the other begins at 360.
ColourRange joined(const ColourRange& one, const ColourRange& other)
{
    const auto both = [](const ColourSpan& a, const ColourSpan& b) {
        return ColourSpan{std::min(a.from, b.from), std::max(a.to, b.to)};
    };
    ColourRange range{both(one.l, other.l), both(one.chroma, other.chroma), both(one.hue, other.hue)};
    if (one.hue.to >= 360 && other.hue.from == 0)
        range.hue = {one.hue.from, 360 + other.hue.to};
    if (other.hue.to >= 360 && one.hue.from == 0)
        range.hue = {other.hue.from, 360 + one.hue.to};
    return range;
}

std::string asTyped(std::string_view word)
{
    std::string plain(word);
    std::ranges::replace(plain, '-', ' ');
    return plain;
}

void joinInto(std::optional<ColourRange>& range, const ColourRange& more)
{
    range = range ? joined(*range, more) : more;
}

/// What words for a colour alone mean; nothing for others.
std::optional<ColourRange> colourCalled(std::string_view words)
{
    std::optional<ColourRange> range;
    double from = 0;
    for (const HueWord& hue : hueWords) {
        if (asTyped(hue.word) == words)
            joinInto(range, {anyL, {greyBelow, anyChroma.to}, {from, hue.upToDegrees}});
        from = hue.upToDegrees;
    }
    const auto look = [&](const auto& regions) {
        for (const NamedRegion& region : regions)
            if (asTyped(region.word) == words)
                joinInto(
                    range,
                    {{region.fromL, region.toL}, {region.fromChroma, region.toChroma}, {region.fromHue, region.toHue}});
    };
    look(toldRegions);
    look(understoodRegions);
    if (words == "grey" || words == "gray")
        return ColourRange{{blackBelowL, anyL.to}, {0, greyBelow}, anyHue};
    if (words == "black" || words == "near black")
        return ColourRange{{0, blackBelowL}, {0, greyBelow}, anyHue};
    if (words == "white" || words == "near white" || words == "off white")
        return ColourRange{{whiteAboveL, anyL.to}, {0, greyBelow}, anyHue};
    return range;
}

/// "greenish", "bluish", "rosy", "golden": the hue it turns to; grey for "greyish".
std::optional<std::string> colourLeaning(const std::string& word)
{
    constexpr std::array<std::pair<std::string_view, std::string_view>, 5> own{
        {{"rosy", "rose"}, {"golden", "gold"}, {"rusty", "rust"}, {"muddy", "mud"}, {"sandy", "sand"}}};
    for (const auto& [adjective, colour] : own)
        if (word == adjective)
            return std::string(colour);
    if (!word.ends_with("ish"))
        return std::nullopt;
    std::string stem = word.substr(0, word.size() - 3);
    for (const std::string& tried : {stem, stem + "e", stem.substr(0, stem.empty() ? 0 : stem.size() - 1)})
        if (colourCalled(tried)) // greenish, purplish and bluish, reddish
            return tried;
    return std::nullopt;
}

enum class Quality { Dull, Greyed, Muted, Rich, Bright, Clean, Pale, Light, Mid, Dark, Warm, Cool, Neutral, Very };

std::optional<Quality> qualityCalled(std::string_view word)
{
    using enum Quality;
    constexpr std::array<std::pair<std::string_view, Quality>, 36> qualities{
        {{"dull", Dull},        {"soft", Dull},   {"dusty", Dull},   {"subdued", Dull},  {"dirty", Dull},
         {"earthy", Dull},      {"quiet", Dull},  {"faded", Dull},   {"greyed", Greyed}, {"grayed", Greyed},
         {"muted", Muted},      {"rich", Rich},   {"full", Rich},    {"bright", Bright}, {"vivid", Bright},
         {"brilliant", Bright}, {"clean", Clean}, {"strong", Clean}, {"pure", Clean},    {"intense", Clean},
         {"clear", Clean},      {"fresh", Clean}, {"pale", Pale},    {"pastel", Pale},   {"faint", Pale},
         {"light", Light},      {"mid", Mid},     {"middle", Mid},   {"medium", Mid},    {"dark", Dark},
         {"deep", Dark},        {"warm", Warm},   {"cool", Cool},    {"cold", Cool},     {"neutral", Neutral},
         {"very", Very}}};
    const auto found = std::ranges::find(qualities, word, &std::pair<std::string_view, Quality>::first);
    return found == qualities.end() ? std::nullopt : std::optional(found->second);
}

bool saysNothing(std::string_view word)
{
    constexpr std::array<std::string_view, 22> words{
        "a",    "an",     "the",   "of",   "and",  "with", "but",    "in",    "value", "hue",    "shade",
        "tone", "colour", "color", "tint", "some", "kind", "rather", "quite", "wash",  "fairly", "please"};
    return std::ranges::find(words, word) != words.end();
}

/// Warm is towards orange, cool away from it.
constexpr double warmest = 60;
constexpr double coolest = 240;

void applyTo(ColourRange& range, Quality quality, bool very)
{
    using enum Quality;
    const auto value = [](double from, double to) { return ColourSpan{lOfValue(from), lOfValue(to)}; };
    const auto chroma = [&](double from, double to) { range.chroma = narrowed(range.chroma, {from, to}); };
    switch (quality) {
    case Dull: {
        const ColourSpan paint = narrowed(range.chroma, {0, mutedBelow});
        range.chroma = partOf(paint, 0, very ? 1.0 / 3 : 0.6);
        break;
    }
    case Greyed: chroma(greyBelow, greyedBelow); break;
    case Muted: chroma(greyedBelow, mutedBelow); break;
    case Rich: chroma(mutedBelow, richBelow); break;
    case Bright: chroma(richBelow, anyChroma.to); break;
    case Clean: chroma(very ? richBelow : (mutedBelow + richBelow) / 2, anyChroma.to); break;
    case Pale:
        range.l = narrowed(range.l, {very ? lOfValue(9) : paleAboveL, anyL.to});
        chroma(0, paleBelow);
        break;
    case Light: range.l = narrowed(range.l, {lOfValue(very ? 9 : 7), anyL.to}); break;
    case Mid: range.l = narrowed(range.l, value(4, 7)); break;
    case Dark: range.l = narrowed(range.l, {0, lOfValue(very ? 2.5 : 4)}); break;
    case Warm: range.hue = halfTowards(range.hue, warmest); break;
    case Cool: range.hue = halfTowards(range.hue, coolest); break;
    case Neutral: chroma(0, neutralBelow); break;
    case Very: break;
    }
}

/// A colour before another one: it turns the hue, or makes it a grey of that hue.
ColourRange leaning(const ColourRange& colour, const ColourRange& towards)
{
    ColourRange range = colour;
    const bool greyIsMain = colour.chroma.to <= greyBelow;
    const bool greyIsLean = towards.chroma.to <= greyBelow;
    if (greyIsLean && !greyIsMain) {
        range.chroma = narrowed(colour.chroma, {greyBelow, greyedBelow});
    } else if (greyIsMain && !greyIsLean) {
        range.hue = towards.hue;
        range.chroma = {neutralBelow, greyBelow};
        range.l = narrowed(colour.l, towards.l);
    } else if (!greyIsMain) {
        range.hue = halfTowards(colour.hue, middleOf(towards.hue));
    }
    return range;
}

/// Reads word after word.
class Reader {
public:
    explicit Reader(std::string_view words)
    {
        std::string plain = lowered(words);
        for (char& letter : plain)
            if (std::string_view("-,;./'\"\t\n").find(letter) != std::string_view::npos)
                letter = ' ';
        for (const std::string& word : split(plain, ' '))
            if (!trimmed(word).empty())
                m_words.emplace_back(trimmed(word));
    }

    Result<ColourRange> read()
    {
        for (std::size_t at = 0; at < m_words.size();) {
            const std::size_t taken = take(at);
            if (taken == 0)
                return failure(ErrorCode::BadColour, "\"" + shown(m_words[at])
                                                         + "\" is no colour that is known here; say it as in \"dull "
                                                           "olive, dark\" or \"a warm grey\"");
            at += taken;
        }
        if (m_colours.empty() && m_leans.empty() && m_qualities.empty())
            return failure(ErrorCode::BadColour, "say a colour, as in \"dull olive, dark\" or \"a warm grey\"");
        return meant();
    }

private:
    /// @return how many words were taken
    std::size_t take(std::size_t at)
    {
        const std::string& word = m_words[at];
        if (at + 1 < m_words.size()) {
            const std::string& next = m_words[at + 1];
            for (const std::string& both : {word + ' ' + next, next + ' ' + word})
                if (const auto colour = colourCalled(both)) {
                    m_colours.push_back(*colour);
                    return 2;
                }
        }
        if (const auto colour = colourCalled(word)) {
            m_colours.push_back(*colour);
            return 1;
        }
        if (const auto lean = colourLeaning(word)) {
            m_leans.push_back(*colourCalled(*lean));
            return 1;
        }
        if (const auto quality = qualityCalled(word)) {
            if (*quality != Quality::Very)
                m_qualities.emplace_back(*quality, at > 0 && m_words[at - 1] == "very");
            return 1;
        }
        return saysNothing(word) ? 1 : 0;
    }

    /// The last colour is meant; what stands before it turns it.
    ColourRange meant() const
    {
        ColourRange range = m_colours.empty() ? ColourRange{anyL, {greyBelow, anyChroma.to}, anyHue} : m_colours.back();
        for (std::size_t i = 0; i + 1 < m_colours.size(); ++i)
            range = leaning(range, m_colours[i]);
        for (const ColourRange& lean : m_leans)
            range = m_colours.empty() ? lean : leaning(range, lean);
        for (const auto& [quality, very] : m_qualities) {
            if ((quality == Quality::Warm || quality == Quality::Cool) && range.chroma.to <= greyBelow)
                range.chroma = {neutralBelow, greyBelow}; // a grey without a hue is neither
            applyTo(range, quality, very);
        }
        return range;
    }

    std::vector<std::string> m_words;
    std::vector<ColourRange> m_colours;
    std::vector<ColourRange> m_leans;
    std::vector<std::pair<Quality, bool>> m_qualities; ///< and whether very
};

/// L* and chroma that a paint mostly has at full strength, by hue; ours, from the reference table.
struct Typical {
    double hue, l, chroma;
};
constexpr std::array<Typical, 10> typicals{{{0, 44, 50},
                                            {25, 46, 60},
                                            {57, 66, 68},
                                            {93, 84, 72},
                                            {115, 64, 52},
                                            {155, 50, 42},
                                            {205, 50, 36},
                                            {255, 44, 44},
                                            {295, 32, 46},
                                            {330, 38, 46}}};

Typical typicalAt(double hue)
{
    const double at = normalisedDegrees(hue);
    for (std::size_t i = 0; i < typicals.size(); ++i) {
        const Typical& one = typicals[i];
        Typical next = typicals[(i + 1) % typicals.size()];
        if (next.hue <= one.hue)
            next.hue += 360;
        if (at < one.hue || at >= next.hue)
            continue;
        const double along = (at - one.hue) / (next.hue - one.hue);
        return {at, one.l + along * (next.l - one.l), one.chroma + along * (next.chroma - one.chroma)};
    }
    return typicals.front();
}

/// Well inside a stretch, not at its edge.
double within(const ColourSpan& span, double value)
{
    const ColourSpan inner = partOf(span, 0.25, 0.75);
    return std::clamp(value, inner.from, inner.to);
}

} // namespace

bool ColourRange::holds(const Lab& lab) const
{
    const Lch lch = toLch(lab);
    const auto holdsHue = [&](double degrees) { return hue.holds(degrees); };
    return l.holds(lch.l) && chroma.holds(lch.chroma)
           && (holdsHue(lch.hueDegrees) || holdsHue(lch.hueDegrees + 360) || holdsHue(lch.hueDegrees - 360));
}

Lab ColourRange::middle() const
{
    const bool isAround = hue.width() >= 360;
    const double degrees = isAround ? warmest : normalisedDegrees(middleOf(hue));
    const Typical typical = isAround ? Typical{degrees, 55, 20} : typicalAt(degrees);
    const double lightness = within(common(l, {8, 97}).isEmpty() ? l : common(l, {8, 97}), typical.l);
    // Thinner than full it is weaker as well as lighter; darker, there is less of it to see.
    const double strength = lightness > typical.l ? (100 - lightness) / (100 - typical.l) : lightness / typical.l;
    if (isAround && chroma.to <= greyBelow && chroma.from == 0)
        return {lightness, 0, 0};
    const ColourSpan paint = narrowed(chroma, {0, mostOfPaint});
    return toLab(Lch{lightness, within(paint, typical.chroma * std::min(1.0, strength)), degrees});
}

Result<ColourRange> colourMeant(std::string_view words)
{
    return Reader(words).read();
}

} // namespace iris
