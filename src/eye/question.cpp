#include "eye/question.h"

#include "base/text.h"
#include "colour/deltae.h"
#include "colour/srgb.h"
#include "mixing/cleanliness.h"
#include "mixing/ladder.h"
#include "words/mixwords.h"

#include <algorithm>
#include <cmath>

namespace iris {
namespace {

constexpr int mostTries = 60;
constexpr double nearlyGrey = 9; ///< chroma
constexpr double surelyDulls = 0.4;
constexpr double surelyClean = 0.85;
constexpr std::size_t pairsTried = 24;

/// What a question is made with.
class Maker {
public:
    Maker(EyeQuestion question, double apart, const EyePaints& own, std::mt19937& random)
        : m_question(question),
          m_apart(apart),
          m_own(own),
          m_random(random)
    {
    }

    std::optional<Asked> make()
    {
        if (m_own.places.empty())
            return std::nullopt;
        for (int i = 0; i < mostTries; ++i)
            if (auto asked = tried())
                return asked;
        return std::nullopt;
    }

private:
    std::optional<Asked> tried()
    {
        switch (m_question) {
        case EyeQuestion::WhichMakes: return whichMakes();
        case EyeQuestion::WhatWentIn: return whatWentIn();
        case EyeQuestion::HowMuch: return howMuch();
        case EyeQuestion::DoesItDull: return doesItDull();
        default: return whichOfTwo();
        }
    }

    std::size_t below(std::size_t count) { return std::uniform_int_distribution<std::size_t>(0, count - 1)(m_random); }
    double between(double least, double most) { return std::uniform_real_distribution(least, most)(m_random); }
    std::size_t anyTube() { return m_own.places[below(m_own.places.size())]; }
    const std::string& nameOf(std::size_t tube) const { return m_own.paints[tube].name; }
    Lab colourOf(const Recipe& recipe) const { return iris::colourOf(recipe, m_own.paints); }

    Recipe mixOf(std::vector<Part> parts, double wash) const { return {std::move(parts), wash, m_own.handling}; }

    /// Some different tubes; fewer where there are no more.
    std::vector<std::size_t> tubes(std::size_t count)
    {
        std::vector<std::size_t> all = m_own.places;
        std::ranges::shuffle(all, m_random);
        all.resize(std::min(all.size(), count));
        return all;
    }

    Asked asking(std::string words, std::vector<Lab> colours) const
    {
        Asked asked;
        asked.question = m_question;
        asked.words = std::move(words);
        asked.family = toLch(colours.front()).chroma < nearlyGrey ? std::nullopt : hueFamilyOf(colours.front());
        asked.colours = std::move(colours);
        return asked;
    }

    /// Puts the answers in no order.
    void shuffle(Asked& asked)
    {
        const std::string right = asked.answers[asked.right];
        std::ranges::shuffle(asked.answers, m_random);
        asked.right = static_cast<std::size_t>(std::ranges::find(asked.answers, right) - asked.answers.begin());
    }

    /// A colour moved so far the way that is asked of.
    Lab moved(const Lab& lab, double by) const
    {
        Lch lch = toLch(lab);
        constexpr double pole = warmPoleDegrees * 3.14159265358979 / 180;
        switch (m_question) {
        case EyeQuestion::Darker: return {lab.l - by, lab.a, lab.b};
        case EyeQuestion::Cleaner: lch.chroma += by; return toLab(lch);
        default:
            if (lch.chroma < nearlyGrey)
                return {lab.l, lab.a + by * std::cos(pole), lab.b + by * std::sin(pole)};
            lch.hueDegrees += std::remainder(warmPoleDegrees - lch.hueDegrees, 360) > 0 ? by : -by;
            lch.hueDegrees = normalisedDegrees(lch.hueDegrees);
            return toLab(lch);
        }
    }

    /// How far the colour has the quality: only the difference of two means anything.
    double qualityOf(const Lab& lab) const
    {
        switch (m_question) {
        case EyeQuestion::Darker: return -lab.l;
        case EyeQuestion::Cleaner: return toLch(lab).chroma;
        default: return warmthOf(lab);
        }
    }

    std::optional<Asked> whichOfTwo()
    {
        const auto two = tubes(2);
        std::vector<Part> parts;
        for (const std::size_t tube : two)
            parts.push_back({tube, 1 + static_cast<int>(below(5))});
        const Lab first = colourOf(mixOf(parts, between(0.15, 1)));
        double less = 0, more = 60;
        for (int i = 0; i < 40; ++i) {
            const double middle = (less + more) / 2;
            (deltaE00(first, moved(first, middle)) < m_apart ? less : more) = middle;
        }
        const Lab second = moved(first, less);
        const double apart = deltaE00(first, second);
        // Turning past the warm pole, or beyond what there is, is no such question.
        const bool isMore = qualityOf(second) > qualityOf(first) + m_apart / 10;
        if (!isMore || std::abs(apart - m_apart) > m_apart / 50 || second.l < 4 || toSrgb(first).outside
            || toSrgb(second).outside)
            return std::nullopt;
        const std::string quality(iris::nameOf(m_question));
        const bool secondIsRight = m_question != EyeQuestion::Cooler;
        const bool swapped = below(2) == 0;
        Asked asked =
            asking("Which is " + quality + "?", swapped ? std::vector{second, first} : std::vector{first, second});
        asked.answers = {"the left one", "the right one"};
        asked.right = secondIsRight != swapped ? 1 : 0;
        asked.apart = apart;
        asked.told = upperFirst(asked.answers[asked.right]) + " is " + quality + "; they are " + formatNumber(apart, 1)
                     + " apart.";
        return asked;
    }

    double missOf(const Recipe& recipe) const { return expectedMiss(recipe, m_own.paints, m_own.learned); }

    /// How near two tubes come to a colour in any parts and washes, and by what.
    std::pair<double, Recipe> nearestOf(std::size_t one, std::size_t other, const Lab& wanted) const
    {
        std::pair<double, Recipe> nearest{1e9, {}};
        constexpr int each = 10;
        for (int step = 0; step <= each; ++step) {
            const Film film = filmBetween(m_own.paints[one], m_own.paints[other], static_cast<double>(step) / each);
            for (const double wash : {1.0, 0.7, 0.5, 0.35, 0.25, 0.17}) {
                const double apart = deltaE00(wanted, seenLab(film, wash, m_own.handling.paper.reflectance()));
                if (apart < nearest.first)
                    nearest = {apart, mixOf({{one, std::max(1, each - step)}, {other, std::max(1, step)}}, wash)};
            }
        }
        return nearest;
    }

    /// The same whichever comes first.
    std::string pairName(std::size_t one, std::size_t other) const
    {
        return nameOf(std::min(one, other)) + " and " + nameOf(std::max(one, other));
    }

    std::optional<Asked> whichMakes()
    {
        const auto two = tubes(2);
        if (two.size() < 2 || m_own.places.size() < 4)
            return std::nullopt;
        const Recipe recipe = mixOf(
            {{two[0], 1 + static_cast<int>(below(4))}, {two[1], 1 + static_cast<int>(below(4))}}, between(0.3, 1));
        const Lab colour = colourOf(recipe);
        std::vector<std::pair<double, std::string>> wrong;
        for (std::size_t i = 0; i < pairsTried; ++i) {
            const auto other = tubes(2);
            if ((other[0] == two[0] && other[1] == two[1]) || (other[0] == two[1] && other[1] == two[0]))
                continue;
            const auto [apart, nearest] = nearestOf(other[0], other[1], colour);
            if (apart >= std::max(m_apart, missOf(recipe) + missOf(nearest)))
                wrong.emplace_back(apart, pairName(other[0], other[1]));
        }
        return amongWrong(asking("Which pair makes this?", {colour}), pairName(two[0], two[1]), std::move(wrong));
    }

    /// The right answer with the two nearest of those that are surely wrong.
    std::optional<Asked> amongWrong(Asked asked, const std::string& right,
                                    std::vector<std::pair<double, std::string>> wrong)
    {
        std::ranges::sort(wrong);
        const auto isSame = [](const auto& one, const auto& other) { return one.second == other.second; };
        wrong.erase(std::unique(wrong.begin(), wrong.end(), isSame), wrong.end()); // clang 14 knows no ranges here
        std::erase_if(wrong, [&](const auto& one) { return one.second == right; });
        if (wrong.size() < 2)
            return std::nullopt;
        asked.answers = {right, wrong[0].second, wrong[1].second};
        asked.apart = wrong[0].first;
        asked.told =
            upperFirst(right) + "; the nearest other comes " + formatNumber(asked.apart, 1) + " apart at best.";
        shuffle(asked);
        return asked;
    }

    std::optional<Asked> whatWentIn()
    {
        const auto some = tubes(5);
        if (some.size() < 4)
            return std::nullopt;
        constexpr double stirredIn = 0.25;
        const auto with = [&](std::size_t tube) {
            return seenLab(filmBetween(m_own.paints[some[0]], m_own.paints[tube], stirredIn), 0.6,
                           m_own.handling.paper.reflectance());
        };
        const Lab alone = seenLab(m_own.paints[some[0]].film, 0.6, m_own.handling.paper.reflectance());
        const Lab mixed = with(some[1]);
        const Recipe recipe = mixOf({{some[0], 3}, {some[1], 1}}, 0.6);
        if (deltaE00(alone, mixed) < m_apart)
            return std::nullopt;
        std::vector<std::pair<double, std::string>> wrong;
        for (std::size_t i = 2; i < some.size(); ++i) {
            const auto [apart, nearest] = nearestOf(some[0], some[i], mixed);
            if (apart >= std::max(m_apart, missOf(recipe) + missOf(nearest)))
                wrong.emplace_back(apart, nameOf(some[i]));
        }
        return amongWrong(
            asking("On the left " + nameOf(some[0]) + ". What was stirred in on the right?", {alone, mixed}),
            nameOf(some[1]), std::move(wrong));
    }

    std::optional<Asked> howMuch()
    {
        const auto two = tubes(2);
        if (two.size() < 2)
            return std::nullopt;
        constexpr std::array<int, 3> touches{1, 3, 8};
        const int all = m_own.handling.touchesAPart;
        std::array<Recipe, 3> recipes;
        std::array<Lab, 3> colours;
        for (std::size_t i = 0; i < touches.size(); ++i) {
            recipes[i] = mixOf({{two[0], 3 * all}, {two[1], touches[i]}}, 0.7);
            colours[i] = colourOf(recipes[i]);
        }
        const std::size_t right = below(touches.size());
        double nearest = 1e9;
        for (std::size_t i = 0; i < touches.size(); ++i)
            if (i != right) {
                const double apart = deltaE00(colours[i], colours[right]);
                if (apart < missOf(recipes[i]) + missOf(recipes[right]))
                    return std::nullopt;
                nearest = std::min(nearest, apart);
            }
        if (nearest < m_apart)
            return std::nullopt;
        const Lab alone = seenLab(m_own.paints[two[0]].film, 0.7, m_own.handling.paper.reflectance());
        Asked asked = asking("On the left " + nameOf(two[0]) + ". How much " + nameOf(two[1])
                                 + " went into 3 parts of it on the right?",
                             {alone, colours[right]});
        for (const int count : touches)
            asked.answers.push_back(count == 1 ? "a touch" : std::to_string(count) + " touches");
        asked.right = right;
        asked.apart = nearest;
        asked.told = upperFirst(asked.answers[right]) + "; the next would be " + formatNumber(nearest, 1) + " apart.";
        return asked;
    }

    std::optional<Asked> doesItDull()
    {
        const auto two = tubes(2);
        if (two.size() < 2)
            return std::nullopt;
        constexpr double wash = 0.6;
        const Paint& one = m_own.paints[two[0]];
        const Paint& other = m_own.paints[two[1]];
        const auto chromaOf = [&](double share) {
            return toLch(seenLab(filmBetween(one, other, share), wash, m_own.handling.paper.reflectance())).chroma;
        };
        const double ends = std::min(chromaOf(0), chromaOf(1));
        if (ends < 2 * nearlyGrey)
            return std::nullopt; // greys and blacks dull whatever they are mixed with
        double least = 1e9;
        for (double share = 0.2; share <= 0.81; share += 0.1)
            least = std::min(least, chromaOf(share));
        const double kept = least / ends;
        if (kept > surelyDulls && kept < surelyClean)
            return std::nullopt;
        const auto shown = [&](const Paint& paint) {
            return seenLab(paint.film, wash, m_own.handling.paper.reflectance());
        };
        Asked asked = asking("Do " + one.name + " and " + other.name + " grey each other?", {shown(one), shown(other)});
        asked.answers = {"they grey each other", "they stay clean"};
        asked.right = kept <= surelyDulls ? 0 : 1;
        asked.apart = std::abs(least - ends);
        asked.told = asked.right == 0
                         ? "They grey each other: at worst " + formatNumber(100 * kept, 0) + " % of the colour is left."
                         : "They stay clean: " + formatNumber(std::min(100.0, 100 * kept), 0)
                               + " % of the colour is left all the way.";
        return asked;
    }

    EyeQuestion m_question;
    double m_apart;
    const EyePaints& m_own;
    std::mt19937& m_random;
};

} // namespace

std::optional<Asked> ask(EyeQuestion question, double apart, const EyePaints& own, std::mt19937& random)
{
    return Maker(question, apart, own, random).make();
}

std::vector<EyeQuestion> roundOfTen(std::mt19937& random)
{
    using enum EyeQuestion;
    std::vector<EyeQuestion> round{Warmer, Cooler, Cleaner, Darker, Warmer, Cleaner};
    std::vector<EyeQuestion> mixes{WhichMakes, WhatWentIn, HowMuch, DoesItDull};
    round.insert(round.end(), mixes.begin(), mixes.end());
    std::ranges::shuffle(round, random);
    return round;
}

} // namespace iris
