#pragma once

#include <algorithm>
#include <cmath>
#include <functional>
#include <string>
#include <vector>

/// What painters say of pairs of paints: common practice among watercolourists, no published source. Asked of whatever
/// mixes - the core or the command line - so that both are held to one list. Numbers are those of tst_tradefacts.
namespace pairfacts {

struct Step {
    double share; ///< of the second tube by tinting strength
    double l;
    double a;
    double b;

    double chroma() const { return std::hypot(a, b); }
    double hue() const
    {
        const double degrees = std::atan2(b, a) * 180 / 3.14159265358979323846;
        return degrees < 0 ? degrees + 360 : degrees;
    }
    bool hueIn(double from, double to) const { return hue() >= from && hue() <= to; }
};

using Way = std::vector<Step>;
using Amounts = std::vector<std::pair<std::string, double>>;
using Test = std::function<bool(const Step&)>;

/// What is asked.
struct Mixer {
    /// A ladder from one tube to another, even by strength, in a wash.
    std::function<Way(const std::string&, const std::string&, double, int)> ladder;
    /// A mix of amounts by strength, in a wash.
    std::function<Step(const Amounts&, double)> mix;

    Way way(const std::string& first, const std::string& second, double wash) const
    {
        return ladder(first, second, wash, 21);
    }
};

inline Way inner(const Way& way)
{
    return {way.begin() + 1, way.end() - 1};
}

inline bool any(const Way& way, const Test& holds)
{
    const Way steps = inner(way);
    return std::any_of(steps.begin(), steps.end(), holds);
}

/// By how much the way passes neutral on the green side: the lowest a* while it is not blue yet.
inline double greenBy(const Way& way)
{
    double least = 0;
    for (const Step& step : inner(way))
        if (step.b > -2)
            least = std::min(least, step.a);
    return -least;
}

inline double leastChroma(const Way& way)
{
    double least = way[1].chroma();
    for (const Step& step : inner(way))
        least = std::min(least, step.chroma());
    return least;
}

/// The chroma of the strongest inner step of some hues, 0 for none.
inline double mostChroma(const Way& way, double from, double to)
{
    double most = 0;
    for (const Step& step : inner(way))
        if (step.hueIn(from, to))
            most = std::max(most, step.chroma());
    return most;
}

/// The inner step of lowest a* before the way turns blue.
inline Step greenest(const Way& way)
{
    Step best = way[1];
    for (const Step& step : inner(way))
        if (step.b > -2 && step.a < best.a)
            best = step;
    return best;
}

/// In a full wash and in a thinner one.
inline bool inBothWashes(const std::function<bool(double)>& holds)
{
    return holds(1.0) && holds(0.6);
}

struct Fact {
    const char* name;
    std::function<bool(const Mixer&)> holds;
};

inline bool nineGreens(const Mixer& mixer)
{
    const std::vector<std::pair<const char*, double>> ochre{{"PB35", 5}, {"PB28", 3}, {"PB29", 1.2}};
    return std::all_of(ochre.begin(), ochre.end(), [&](const auto& one) {
        return inBothWashes([&](double wash) {
            return greenBy(mixer.way("PY3", one.first, wash)) >= 15
                   && greenBy(mixer.way("PY35/light", one.first, wash)) >= 7
                   && greenBy(mixer.way("PY43", one.first, wash)) >= one.second;
        });
    });
}

inline bool lemonCoolsOchreWarms(const Mixer& mixer)
{
    for (const char* blue : {"PB35", "PB28", "PB29"}) {
        const Way lemon = mixer.way("PY3", blue, 0.6);
        const Way light = mixer.way("PY35/light", blue, 0.6);
        const Way ochre = mixer.way("PY43", blue, 0.6);
        for (const std::size_t step : {7U, 10U})
            if (lemon[step].a > light[step].a || light[step].a > ochre[step].a)
                return false;
        if (greenest(ochre).chroma() > 0.75 * greenest(lemon).chroma())
            return false;
    }
    return true;
}

inline bool ochreNeverTurnsRed(const Mixer& mixer)
{
    for (const char* blue : {"PB35", "PB28", "PB29"})
        for (const double wash : {1.0, 0.6})
            if (any(mixer.way("PY43", blue, wash),
                    [](const Step& step) { return step.chroma() > 4 && (step.hue() > 330 || step.hue() < 60); }))
                return false;
    return true;
}

inline bool warmYellowsGoGreen(const Mixer& mixer)
{
    struct Least {
        const char* blue;
        double dioxine;
        double isoindolinone;
    };
    for (const Least& least : {Least{"PB27", 6, 5}, {"PB15:3", 12, 9}, {"PB29", 3.5, 2}, {"PB35", 12, 8}}) {
        const bool green = inBothWashes([&](double wash) {
            return greenBy(mixer.way("PY153", least.blue, wash)) >= least.dioxine
                   && greenBy(mixer.way("PY110", least.blue, wash)) >= least.isoindolinone;
        });
        const Way dioxine = mixer.way("PY153", least.blue, 0.6);
        const Way isoindolinone = mixer.way("PY110", least.blue, 0.6);
        if (!green || dioxine[6].a >= isoindolinone[6].a || dioxine[10].a >= isoindolinone[10].a)
            return false;
    }
    return true;
}

inline bool ultramarineMakesThemEarthy(const Mixer& mixer)
{
    for (const char* yellow : {"PY153", "PY110"})
        if (mostChroma(mixer.way(yellow, "PB29", 0.6), 100, 180)
            > 0.6 * mostChroma(mixer.way(yellow, "PB15:3", 0.6), 100, 180))
            return false;
    return true;
}

inline bool goldAndIndigo(const Mixer& mixer)
{
    const Way way = mixer.way("PO49", "PB66", 1);
    const auto richer = [&](bool gold, const Test& holds) {
        return any(way, [&](const Step& step) { return (step.share < 0.5) == gold && holds(step); });
    };
    return any(way, [](const Step& step) { return step.hueIn(100, 170) && step.chroma() > 8; })
           && richer(true, [](const Step& step) { return step.hueIn(86, 104) && step.chroma() > 12; })
           && richer(false, [](const Step& step) { return step.hueIn(105, 190) && step.l < 36 && step.chroma() > 4; });
}

inline bool aRicherBlue(const Mixer& mixer)
{
    const Step two = mixer.mix({{"PB29", 16}, {"PG7", 4}}, 0.6);
    const Step three = mixer.mix({{"PB29", 16}, {"PG7", 4}, {"PR83", 3}}, 0.6);
    return three.l < two.l && three.hue() >= two.hue() + 3 && three.hueIn(255, 310);
}

inline std::vector<Fact> all()
{
    const auto between = [](double value, double least, double most) { return value > least && value < most; };
    return {
        {"33: nine greens, ochre's among them", nineGreens},
        {"33: lemon makes the coolest, ochre the warmest and dullest", lemonCoolsOchreWarms},
        {"34: ochre never turns red with a blue", ochreNeverTurnsRed},
        {"35: warm yellows go green with every blue", warmYellowsGoGreen},
        {"35: with ultramarine they are earthy", ultramarineMakesThemEarthy},
        {"36: cerulean and a warm yellow are bright",
         [](const Mixer& mixer) { return mostChroma(mixer.way("PY153", "PB35", 0.6), 105, 175) > 26; }},
        {"37: nickel azo and ultramarine make olive to sap green",
         [](const Mixer& mixer) {
             return any(mixer.way("PY150", "PB29", 1),
                        [](const Step& step) { return step.hueIn(95, 150) && step.l < 50 && step.chroma() > 10; })
                    && inBothWashes([&](double wash) { return greenBy(mixer.way("PY150", "PB29", wash)) >= 4; });
         }},
        {"38: black makes a yellow green",
         [](const Mixer& mixer) {
             const auto green = [&](const char* yellow) {
                 return any(mixer.way("PBk7", yellow, 0.6),
                            [](const Step& step) { return step.hueIn(94, 150) && step.chroma() > 12 && step.l < 65; });
             };
             return green("PY74") && green("PY151");
         }},
        {"39: naphthol reds and phthalo blue grey each other",
         [](const Mixer& mixer) {
             return inBothWashes([&](double wash) {
                 return leastChroma(mixer.way("PR112", "PB15:3", wash)) < 12
                        && leastChroma(mixer.way("PR188", "PB15:3", wash)) < 12;
             });
         }},
        {"39: quinacridone violet and phthalo blue make a deep violet",
         [](const Mixer& mixer) {
             return any(mixer.way("PV19/violet", "PB15:3", 1),
                        [](const Step& step) { return step.hueIn(280, 330) && step.l < 34 && step.chroma() > 20; });
         }},
        {"40: quinacridone gold and indigo, olive to evergreen", goldAndIndigo},
        {"41: cadmium yellow and cobalt, a subdued green",
         [=](const Mixer& mixer) {
             return between(mostChroma(mixer.way("PY35/light", "PB28", 0.6), 110, 165), 8, 40);
         }},
        {"41: pyrrole red and cobalt, a subdued purple",
         [=](const Mixer& mixer) { return between(mostChroma(mixer.way("PR254", "PB28", 0.6), 300, 345), 6, 28); }},
        {"42: light red and lemon, a clear earthy orange",
         [](const Mixer& mixer) {
             return any(mixer.way("PR101/light red", "PY3", 0.6),
                        [](const Step& step) { return step.hueIn(45, 62) && step.chroma() > 42 && step.l > 50; });
         }},
        {"42: light red and ultramarine, grey and greyed violet",
         [=](const Mixer& mixer) {
             return inBothWashes([&](double wash) {
                 const Way way = mixer.way("PR101/light red", "PB29", wash);
                 return leastChroma(way) < 12 && any(way, [&](const Step& step) {
                            return step.hueIn(290, 345) && between(step.chroma(), 5, 25);
                        });
             });
         }},
        {"43: ultramarine and burnt sienna, a true neutral",
         [](const Mixer& mixer) {
             return inBothWashes([&](double wash) {
                 return leastChroma(mixer.ladder("PB29", "PBr7/burnt sienna", wash, 101)) < 4
                        && leastChroma(mixer.way("PB29", "PBr7/burnt sienna", wash)) < 5;
             });
         }},
        {"43: viridian and alizarin, a grey",
         [](const Mixer& mixer) {
             return inBothWashes([&](double wash) { return leastChroma(mixer.way("PG18", "PR83", wash)) < 7; });
         }},
        {"44: ultramarine violet and lemon, a grey",
         [](const Mixer& mixer) {
             return inBothWashes([&](double wash) { return leastChroma(mixer.way("PV15", "PY3", wash)) < 8; });
         }},
        {"45: a little green and crimson make ultramarine richer", aRicherBlue},
        {"46: ultramarine and cadmium yellow, sap green and olive",
         [](const Mixer& mixer) {
             const Way way = mixer.way("PB29", "PY35/light", 0.6);
             return any(way, [](const Step& step) { return step.hueIn(112, 165) && step.chroma() > 8 && step.l < 60; })
                    && any(way, [](const Step& step) { return step.hueIn(96, 112) && step.chroma() > 14; });
         }},
    };
}

} // namespace pairfacts
