#include "words/drawerwords.h"

#include "base/text.h"
#include "colour/deltae.h"
#include "mixing/cleanliness.h"
#include "mixing/pairleans.h"
#include "mixing/whatmakes.h"

#include <algorithm>
#include <cmath>

namespace iris {
namespace {

constexpr std::size_t mostLookedAt = CleanReach::mostPaints;
constexpr double onePaint = 1.5; ///< deltaE00 between two tubes of one paint
constexpr double muchStronger = 4;
constexpr int fadesFrom = 4; ///< lightfastness

/// Says what is so, counting the tubes as the drawer does.
class Truths {
public:
    Truths(std::span<const Paint> paints, std::span<const std::size_t> places, Handling handling, std::stop_token stop)
        : m_places(places.begin(), places.begin() + static_cast<std::ptrdiff_t>(std::min(places.size(), mostLookedAt))),
          m_handling(handling),
          m_stop(std::move(stop))
    {
        for (const std::size_t place : m_places)
            m_paints.push_back(paints[place]);
    }

    std::vector<DrawerTruth> all()
    {
        sayTwins();
        for (const auto& [family, towards, middle] :
             {std::tuple(HueFamily::Red, HueFamily::Violet, MixKind::Violets),
              std::tuple(HueFamily::Yellow, HueFamily::Green, MixKind::Greens),
              std::tuple(HueFamily::Blue, HueFamily::Green, MixKind::Greens),
              std::tuple(HueFamily::Blue, HueFamily::Violet, MixKind::Violets),
              std::tuple(HueFamily::Red, HueFamily::Orange, MixKind::Oranges),
              std::tuple(HueFamily::Yellow, HueFamily::Orange, MixKind::Oranges)})
            sayLean(family, towards, middle);
        sayBlack();
        for (const auto& [kind, one] : {std::pair(MixKind::Violets, "violet"), std::pair(MixKind::Greens, "green"),
                                        std::pair(MixKind::Oranges, "orange")})
            sayBest(kind, std::string("The cleanest ") + one + " your tubes mix is ");
        sayBest(MixKind::Greys, "The truest grey that two of your tubes mix is ");
        sayStrength();
        for (std::size_t i = 0; i < m_paints.size(); ++i)
            if (m_paints[i].lightfastness >= fadesFrom)
                say(m_paints[i].name + " fades: good for a sketchbook, not for a wall.", {i});
        for (std::size_t i = 0; i < m_paints.size(); ++i)
            if (const Transparency seen = m_paints[i].transparency();
                seen.kind == TransparencyClass::Opaque && !seen.uncertain)
                say(m_paints[i].name + " hides what lies below it, and makes every mix it enters opaque.", {i});
        return std::move(m_said);
    }

private:
    void say(std::string words, std::vector<std::size_t> tubes)
    {
        for (std::size_t& tube : tubes)
            tube = m_places[tube];
        m_said.push_back({upperFirst(std::move(words)), std::move(tubes)});
    }

    static double apartAt(const Paint& one, const Paint& other)
    {
        return std::max(deltaE00(one.swatch.full, other.swatch.full), deltaE00(one.swatch.thin, other.swatch.thin));
    }

    void sayTwins()
    {
        for (std::size_t one = 0; one < m_paints.size(); ++one)
            for (std::size_t other = one + 1; other < m_paints.size(); ++other)
                if (m_paints[one].codes == m_paints[other].codes && apartAt(m_paints[one], m_paints[other]) < onePaint)
                    say(m_paints[one].name == m_paints[other].name
                            ? "You have " + m_paints[one].name + " twice: both are " + textOf(m_paints[one].codes) + "."
                            : m_paints[one].name + " and " + m_paints[other].name + " are one paint, "
                                  + textOf(m_paints[one].codes) + ", under two names.",
                        {one, other});
    }

    const std::vector<Finding>& best(MixKind kind)
    {
        auto& found = m_best[static_cast<std::size_t>(kind)];
        if (!found) {
            WhatMakesOptions options;
            options.kind = kind;
            options.handling = m_handling;
            options.work.stop = m_stop;
            options.most = 5;
            found = whatMakes(m_paints, options);
        }
        return *found;
    }

    static std::vector<std::size_t> tubesOf(const Recipe& recipe)
    {
        std::vector<std::size_t> tubes;
        for (const Part& part : recipe.parts)
            tubes.push_back(part.paint);
        return tubes;
    }

    std::string namesOf(const Recipe& recipe) const
    {
        std::vector<std::string> names;
        for (const Part& part : recipe.parts)
            names.push_back(m_paints[part.paint].name);
        return joinedInWords(names);
    }

    /// A family of several tubes of which none leans to a side that mixes want.
    void sayLean(HueFamily family, HueFamily towards, MixKind wanted)
    {
        std::vector<std::size_t> own;
        for (std::size_t i = 0; i < m_paints.size(); ++i)
            if (m_paints[i].family == family)
                own.push_back(i);
        const auto leansThere = [&](std::size_t i) {
            const Lean lean = m_paints[i].lean();
            return lean.inTheMiddle() || lean.towards == towards;
        };
        if (own.size() < 2 || std::ranges::any_of(own, leansThere))
            return;
        const std::string names = std::string(nameOf(family)) + "s";
        std::string words = "None of your " + std::to_string(own.size()) + " " + names + " leans "
                            + std::string(nameOf(towards)) + ": "
                            + (wanted == MixKind::Violets  ? "a violet stays quiet"
                               : wanted == MixKind::Greens ? "a green stays quiet"
                                                           : "an orange stays quiet")
                            + " with any of them.";
        say(std::move(words), {});
    }

    void sayBest(MixKind kind, const std::string& begins)
    {
        const auto& found = best(kind);
        if (!found.empty() && found.front().recipe.parts.size() == 2)
            say(begins + namesOf(found.front().recipe) + ".", tubesOf(found.front().recipe));
    }

    void sayBlack()
    {
        const auto verdict = judgeBlack(m_paints, best(MixKind::Darks));
        if (!verdict)
            return;
        const auto& deepest = best(MixKind::Darks).front().recipe;
        if (!verdict->worthItsWell)
            say(namesOf(deepest) + (deepest.parts.size() == 2 ? " go" : " together go") + " as dark as "
                    + m_paints[verdict->black].name + ", which can stay at home.",
                tubesOf(deepest));
    }

    void sayStrength()
    {
        const auto isTint = [](const Paint& paint) { return paint.family != HueFamily::White; };
        std::vector<std::size_t> order;
        for (std::size_t i = 0; i < m_paints.size(); ++i)
            if (isTint(m_paints[i]))
                order.push_back(i);
        if (order.size() < 2)
            return;
        const auto [weak, strong] = std::ranges::minmax(order, {}, [&](std::size_t i) { return m_paints[i].strength; });
        const double times = m_paints[strong].strength / m_paints[weak].strength;
        if (times >= muchStronger)
            say("One part of " + m_paints[strong].name + " does as much as " + formatNumber(std::round(times), 0)
                    + " of " + m_paints[weak].name + ": put it in by touches, last.",
                {weak, strong});
    }

    std::vector<std::size_t> m_places;
    Handling m_handling;
    std::stop_token m_stop;
    std::vector<Paint> m_paints;
    std::array<std::optional<std::vector<Finding>>, allMixKinds.size()> m_best;
    std::vector<DrawerTruth> m_said;
};

} // namespace

std::vector<DrawerTruth> drawerTruths(std::span<const Paint> paints, std::span<const std::size_t> places,
                                      Handling handling, std::stop_token stop)
{
    return Truths(paints, places, handling, std::move(stop)).all();
}

} // namespace iris
