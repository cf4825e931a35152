#include "words/findwords.h"

#include "base/text.h"
#include "colour/colourname.h"
#include "colour/deltae.h"
#include "mixing/ratios.h"
#include "words/mixwords.h"

#include <algorithm>
#include <cmath>

namespace iris {
namespace {

constexpr double notSaid = 0.7;
constexpr double aTouch = 3;
constexpr double much = 10;

/// The word for a turn of the hue, seen from where the wanted colour stands; for a neutral by what has come in.
const char* hueWord(const Lab& colour, const Lab& wanted)
{
    constexpr double neutral = 4;
    const Lch own = toLch(wanted);
    const double a = colour.a - wanted.a;
    const double b = colour.b - wanted.b;
    if (own.chroma < neutral) {
        if (std::abs(a) > std::abs(b))
            return a > 0 ? "redder" : "greener";
        return b > 0 ? "yellower" : "bluer";
    }
    static constexpr std::array<const char*, 4> poles{"redder", "yellower", "greener",
                                                      "bluer"}; // at 0, 90, 180, 270 degrees
    // The pole that lies ahead; one that is all but reached no longer says anything.
    constexpr double reached = 25;
    const bool onwards = signedDegreesBetween(own.hueDegrees, toLch(colour).hueDegrees) > 0;
    const double from = normalisedDegrees(own.hueDegrees + (onwards ? reached : -reached));
    const auto quarter = static_cast<std::size_t>(from / 90) % 4;
    return poles[onwards ? (quarter + 1) % 4 : quarter];
}

struct Said {
    double size;
    std::string word;
};

std::string with(const char* before, const std::string& words)
{
    return std::string(before) + words;
}

/// The nearest a step comes in words a hand understands.
std::string valueChange(const Lab& before, const Lab& after)
{
    if (std::abs(after.l - before.l) < 2)
        return "It stays as light as it is";
    return after.l > before.l ? "It gets lighter" : "It gets darker";
}

std::string transparencyWords(const Transparency& transparency)
{
    return std::string(nameOf(transparency.kind));
}

constexpr double looksTheSame = 1; ///< deltaE00

} // namespace

std::string nearnessWords(const Lab& colour, const Lab& wanted, double miss)
{
    constexpr double mayBeSeen = 2;
    if (deltaE00(colour, wanted) < looksTheSame && miss > mayBeSeen)
        return "give or take " + formatNumber(miss, 1);
    return differenceWords(colour, wanted);
}

std::string differenceWords(const Lab& colour, const Lab& wanted)
{
    if (deltaE00(colour, wanted) < looksTheSame)
        return "not to be told apart";
    const auto terms = deltaE00Terms(wanted, colour); // lightness, chroma, hue
    const bool neutral = toLch(wanted).chroma < 4;
    const double hue = neutral ? std::hypot(terms[1], terms[2]) : std::abs(terms[2]);
    std::vector<Said> said{{std::abs(terms[0]), terms[0] > 0 ? "lighter" : "darker"}, {hue, hueWord(colour, wanted)}};
    if (!neutral)
        said.push_back({std::abs(terms[1]), terms[1] > 0 ? "cleaner" : "duller"});
    std::ranges::stable_sort(said, std::greater<>(), &Said::size);
    std::erase_if(said, [](const Said& one) { return one.size < notSaid; });
    if (said.empty())
        return "hardly to be told apart";
    if (said.size() > 2)
        said.resize(2);
    std::vector<std::string> words;
    for (const Said& one : said)
        words.push_back(one.word);
    const char* degree = said.front().size < aTouch ? "a touch " : said.front().size > much ? "much " : "";
    return with(degree, joinedInWords(words));
}

std::string amountWords(double parts, Handling handling)
{
    const int aPart = handling.touchesAPart;
    const auto touches = static_cast<int>(std::lround(parts * aPart));
    if (touches < aPart)
        return touches <= 1 ? "a touch" : std::to_string(touches) + " touches";
    const int whole = touches / aPart;
    const int rest = touches % aPart;
    std::string words = whole == 1 ? "1 part" : std::to_string(whole) + " parts";
    if (rest * 2 == aPart)
        return whole == 1 ? "1 and a half parts" : std::to_string(whole) + " and a half parts";
    if (rest > 0)
        words += rest == 1 ? " and a touch" : " and " + std::to_string(rest) + " touches";
    return words;
}

std::string contentsWords(const PuddleContents& contents, std::span<const Paint> paints, Handling handling)
{
    std::string words;
    for (const auto& [paint, parts] : contents.parts)
        words += (words.empty() ? "" : " + ") + amountWords(parts, handling) + " of " + paints[paint].name;
    return words;
}

std::string startWords(const Recipe& recipe, std::span<const Paint> paints)
{
    if (recipe.isBarePaper())
        return "Leave the paper as it is.";
    const Puddle puddle = puddleOf(recipe, paints);
    std::string words;
    std::size_t count = 0;
    for (const WellAct& act : puddle.acts) {
        if (act.kind != WellAct::Kind::Paint)
            continue;
        const bool last = ++count == recipe.parts.size() && recipe.parts.size() > 1;
        const std::string& name = paints[act.paint].name;
        if (last && act.amount < 1)
            words += "; then " + name + " by touches, about "
                     + std::to_string(std::lround(act.amount * recipe.handling.touchesAPart));
        else
            words += (words.empty() ? "" : "; then ") + amountWords(act.amount, recipe.handling) + " of " + name;
    }
    if (recipe.parts.size() > 1)
        words += "; stop at a " + colourName(colourOf(recipe, paints));
    if (isLaidTwice(recipe.wash))
        words += ". Lay it creamy, or once more when it is dry";
    else if (recipe.wash < 0.84)
        words += ". Let it out to a " + washWord(recipe.wash) + " wash";
    return words + ".";
}

AdviceWords adviceWords(const TouchAdvice& advice, std::span<const Paint> paints, double tolerance)
{
    if (advice.apartNow <= tolerance)
        return {advice.washNow < 0.84 ? "It is there, let out to a " + washWord(advice.washNow) + " wash."
                                      : "It is there.",
                {}};
    if (advice.steps.empty() && advice.tooMuch)
        return {"Make more of it first.",
                "A touch of " + paints[*advice.tooMuch].name + " would help, and is too much for so small a puddle."};
    if (advice.steps.empty())
        return {"Nothing to put in brings it nearer.",
                advice.leansWrong ? paints[*advice.leansWrong].name
                                        + " leans the wrong way; begin again with less of it, or with another tube."
                                  : ""};
    const TouchStep& step = advice.steps.front();
    const auto put = [&](const TouchStep& one) {
        return amountWords(one.parts, advice.handling) + " of " + paints[one.paint].name;
    };
    const std::size_t atOnce = advice.atOnce();
    const TouchStep& looked = advice.steps[atOnce - 1];
    AdviceWords words{
        atOnce > 1 ? "Put in " + put(step) + " and " + put(looked) + " before you look: neither helps by itself."
                   : "Put in " + put(step) + ", and look.",
        valueChange(advice.laidNow.colour, looked.laid.colour) + ", " + transparencyWords(looked.transparency) + "."};
    for (std::size_t i = atOnce; i < advice.steps.size(); ++i)
        words.then += (i == atOnce ? " Then perhaps " : ", then ") + put(advice.steps[i]);
    words.then += advice.steps.size() > atOnce ? "." : "";
    return words;
}

std::string beliefWords(const Belief& belief, std::size_t paint, std::span<const Paint> paints)
{
    constexpr double asCounted = 0.15;
    const double log = belief.logFactor[paint];
    if (std::abs(log) < asCounted)
        return {};
    return paints[paint].name + " counts as " + formatNumber(std::exp(log), 1) + " times what went in: "
           + (log > 0 ? "more of it got in, or it is stronger." : "less of it got in, or it is weaker.");
}

std::string outOfReachWords(const OutOfReach& reach)
{
    std::vector<std::string> words;
    if (reach.tooClean)
        words.emplace_back("are not that clean at this hue");
    if (reach.tooDark)
        words.emplace_back("do not go that dark");
    if (reach.tooLight)
        words.emplace_back("do not stay that light");
    return words.empty() ? std::string() : "These tubes " + joinedInWords(words) + ".";
}

std::string diagnosisWords(const Diagnosis& diagnosis, std::span<const Paint> paints)
{
    if (diagnosis.standAcross)
        return "The two stand across the wheel and grey each other, as greys and browns are made. For a clean colour "
               "one "
               "of them has to stay out.";
    if (!diagnosis.culprit)
        return "One tube alone cannot lean the wrong way.";
    const std::string culprit = paints[*diagnosis.culprit].name;
    const std::string why = diagnosis.leans ? " leans " + std::string(nameOf(*diagnosis.leans)) + " and carries "
                                                  + std::string(nameOf(*diagnosis.carriesIn)) + " in"
                                            : std::string();
    if (!diagnosis.instead)
        return "None of your other tubes makes it cleaner. " + culprit
               + (why.empty() ? " stands farthest from its colour." : why + ".");
    const std::string words =
        culprit + (why.empty() ? " makes it duller than it need be. " : why + ", which greys the mix. ");
    return words + paints[*diagnosis.instead].name + " in its place: " + laidWords(diagnosis.mended, paints)
           + ", makes " + withArticle(colourName(diagnosis.after)) + " where there was "
           + withArticle(colourName(diagnosis.before)) + ".";
}

} // namespace iris
