#pragma once

#include <algorithm>
#include <cmath>
#include <functional>
#include <string>
#include <vector>

/// What painters say of their paints and mixes: common practice among watercolourists, no published source. Each fact
/// is told once, as pigments, washes and figures, and asked of whoever mixes - the core or the command line. Colours
/// are CIELAB D50, shares are by tinting strength, ways have 21 steps; numbers are those of the list they were written
/// down in.
namespace tradefacts {

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

using Steps = std::vector<Step>;
using Amounts = std::vector<std::pair<std::string, double>>;
using Ids = std::vector<std::string>;
using Test = std::function<bool(const Step&)>;

/// What is said of one paint.
struct Said {
    int staining = 0;
    int granulation = 0;
    int lightfastness = 1;
    std::string transparency; ///< "transparent" to "opaque"
    std::string leans;        ///< the family it leans to; empty in the middle
    Step full{};
};

/// Who is asked.
struct Mixer {
    /// A ladder from one tube to another, even by strength, in a wash.
    std::function<Steps(const std::string&, const std::string&, double, int)> ladder;
    /// A mix of amounts by strength, in a wash.
    std::function<Step(const Amounts&, double)> mix;
    std::function<Said(const std::string&)> paint;
    std::function<std::string(const Ids&)> separates; ///< equal parts of two: "yes", "may" or "no"
    /// A mix of whole parts of tube paint, in a wash.
    std::function<Step(const Amounts&, double)> parts;
    /// A wash over another of the same thickness.
    std::function<Step(const std::string&, const std::string&, double)> glaze;
    /// How near some tubes come to the full wash of a paint, deltaE00.
    std::function<double(const std::string&, const Ids&)> nearest;
    std::function<double(const Step&, const Step&)> apart;
};

/// Asks, and keeps what was answered, so that a fact that fails can be seen with its figures.
class Asked {
public:
    explicit Asked(Mixer mixer) : m_mixer(std::move(mixer)) {}

    const std::string& figures() const { return m_figures; }

    Steps way(const std::string& first, const std::string& second, double wash = 1) const
    {
        return m_mixer.ladder(first, second, wash, 21);
    }
    /// The inner step that does; nothing else of the way is looked at.
    bool any(const std::string& first, const std::string& second, double wash, const Test& holds) const
    {
        const Steps steps = inner(way(first, second, wash));
        const bool found = std::any_of(steps.begin(), steps.end(), holds);
        if (!found)
            for (const Step& step : steps)
                note(first + " + " + second + ", wash", wash, "at", step);
        return found;
    }
    /// By how much the way passes neutral on the green side: the lowest a* while it is not blue yet.
    double greenBy(const std::string& first, const std::string& second, double wash) const
    {
        double least = 0;
        for (const Step& step : inner(way(first, second, wash)))
            if (step.b > -2)
                least = std::min(least, step.a);
        return note(first + " + " + second + " goes green by", -least);
    }
    double leastChroma(const std::string& first, const std::string& second, double wash = 1, int steps = 21) const
    {
        double least = 1000;
        for (const Step& step : inner(m_mixer.ladder(first, second, wash, steps)))
            least = std::min(least, step.chroma());
        return note(first + " + " + second + ", least chroma", least);
    }
    /// The chroma of the strongest inner step of some hues, 0 for none.
    double mostChroma(const std::string& first, const std::string& second, double wash, double from, double to) const
    {
        double most = 0;
        for (const Step& step : inner(way(first, second, wash)))
            if (step.hueIn(from, to))
                most = std::max(most, step.chroma());
        return note(first + " + " + second + ", most chroma", most);
    }
    /// The inner step of lowest a* before the way turns blue.
    Step greenest(const std::string& first, const std::string& second, double wash) const
    {
        const Steps steps = inner(way(first, second, wash));
        Step best = steps.front();
        for (const Step& step : steps)
            if (step.b > -2 && step.a < best.a)
                best = step;
        return note(first + " + " + second + ", wash", wash, "greenest", best);
    }
    Step mostNeutral(const std::string& first, const std::string& second) const
    {
        const Steps steps = inner(way(first, second));
        return note(first + " + " + second + ", wash", 1, "most neutral",
                    *std::min_element(steps.begin(), steps.end(), [](const Step& one, const Step& other) {
                        return one.chroma() < other.chroma();
                    }));
    }
    Step mix(const Amounts& amounts, double wash) const
    {
        return note(namesOf(amounts) + ", wash", wash, "is", m_mixer.mix(amounts, wash));
    }
    Step parts(const Amounts& amounts, double wash) const
    {
        return note(namesOf(amounts) + ", wash", wash, "is", m_mixer.parts(amounts, wash));
    }
    Said paint(const std::string& id) const
    {
        const Said said = m_mixer.paint(id);
        m_figures += id + ": " + said.transparency + ", leans " + said.leans + ", stains "
                     + std::to_string(said.staining) + ", granulates " + std::to_string(said.granulation)
                     + ", lightfastness " + std::to_string(said.lightfastness) + "\n";
        return said;
    }
    bool everyOne(const Ids& ids, const std::function<bool(const Said&)>& holds) const
    {
        return std::all_of(ids.begin(), ids.end(), [&](const std::string& id) { return holds(paint(id)); });
    }
    bool allLean(const Ids& ids, const std::string& side) const
    {
        return everyOne(ids, [&](const Said& said) { return said.leans == side; });
    }
    std::string separates(const Ids& ids) const
    {
        const std::string answer = m_mixer.separates(ids);
        m_figures += ids[0] + " + " + ids[1] + " separates: " + answer + "\n";
        return answer;
    }
    double nearest(const std::string& wanted, const Ids& tubes) const
    {
        return note("the nearest to " + wanted + " with " + tubes[0] + " + " + tubes[1],
                    m_mixer.nearest(wanted, tubes));
    }
    /// Whether one part of each looks more like the first.
    bool takesOver(const std::string& strong, const std::string& weak) const
    {
        const Step both = parts({{strong, 1}, {weak, 1}}, 1);
        return note(strong + " from one to one with " + weak, apart(both, m_mixer.paint(strong).full))
               < note(weak + " from it", apart(both, m_mixer.paint(weak).full));
    }
    Step glaze(const std::string& above, const std::string& below, double wash) const
    {
        return note(above + " over " + below + ", wash", wash, "is", m_mixer.glaze(above, below, wash));
    }
    double apart(const Step& one, const Step& other) const { return m_mixer.apart(one, other); }

private:
    static std::string namesOf(const Amounts& amounts)
    {
        std::string names;
        for (const auto& [id, amount] : amounts)
            names += (names.empty() ? "" : " + ") + id;
        return names;
    }
    static Steps inner(const Steps& way) { return {way.begin() + 1, way.end() - 1}; }
    double note(const std::string& what, double value) const
    {
        m_figures += what + " " + std::to_string(value) + "\n";
        return value;
    }
    Step note(const std::string& what, double wash, const char* which, const Step& step) const
    {
        m_figures += what + " " + std::to_string(wash) + ", " + which + " L " + std::to_string(step.l) + " chroma "
                     + std::to_string(step.chroma()) + " hue " + std::to_string(step.hue()) + "\n";
        return step;
    }

    Mixer m_mixer;
    mutable std::string m_figures;
};

/// In a full wash and in a thinner one.
inline bool inBothWashes(const std::function<bool(double)>& holds)
{
    return holds(1.0) && holds(0.6);
}

inline bool within(double value, double least, double most)
{
    return value > least && value < most;
}

struct Fact {
    const char* name;
    std::function<bool(const Asked&)> holds;
};

inline void aboutPaints(std::vector<Fact>& facts)
{
    facts.insert(
        facts.end(),
        {{"3: stainers stain, others lift more easily",
          [](const Asked& of) {
              return of.everyOne({"PB15:3", "PG7", "PV23", "PB27", "PV19/rose", "PR122"}, [](const Said& said) {
                  return said.staining >= 2;
              }) && of.everyOne({"PB29", "PB28", "PB35"}, [](const Said& said) { return said.staining <= 1; });
          }},
         {"4: granulating pigments granulate",
          [](const Asked& of) {
              return of.everyOne({"PB29", "PB35", "PV14", "PG18"},
                                 [](const Said& said) { return said.granulation >= 2; })
                     && of.everyOne({"PB28", "PY43", "PBr7/burnt sienna", "PBr7/raw umber"},
                                    [](const Said& said) { return said.granulation >= 1; })
                     && of.paint("PB28").granulation < of.paint("PB29").granulation
                     && of.everyOne({"PB15:3", "PV19/rose", "PY3", "PY74"},
                                    [](const Said& said) { return said.granulation == 0; });
          }},
         {"4: two granulating tubes separate",
          [](const Asked& of) {
              return of.separates({"PB29", "PV14"}) == "yes" && of.separates({"PB29", "PY3"}) == "no";
          }},
         {"5: the opaque end and the transparent end",
          [](const Asked& of) {
              return of.everyOne(
                         {"PY35/light", "PR108/light", "PB35", "PG17", "PY43", "PR101/light red", "PR101/Indian red"},
                         [](const Said& said) {
                             return said.transparency == "opaque" || said.transparency == "semi-opaque";
                         })
                     && of.everyOne({"PV19/rose", "PR122", "PB15:3", "PG7", "PR83", "PY150", "PB60"},
                                    [](const Said& said) { return said.transparency == "transparent"; });
          }},
         {"6: alizarin and dye pinks are fugitive",
          [](const Asked& of) {
              return of.everyOne({"PR83", "BV10"}, [](const Said& said) { return said.lightfastness >= 4; });
          }},
         {"7: lemons lean green",
          [](const Asked& of) {
              return of.allLean({"PY3", "PY175"}, "green");
          }},
         {"7: warm yellows lean orange",
          [](const Asked& of) {
              return of.allLean({"PY110", "PY153", "PY37"}, "orange");
          }},
         {"7: scarlets lean orange",
          [](const Asked& of) {
              return of.allLean({"PR108/light", "PR255", "PR254"}, "orange");
          }},
         {"7: roses and ultramarine lean violet",
          [](const Asked& of) {
              return of.allLean({"PV19/rose", "PR122", "PR83", "PB29"}, "violet");
          }},
         {"7: green-side blues lean green",
          [](const Asked& of) {
              return of.allLean({"PB15:3", "PB35", "PB33", "PB27"}, "green");
          }},
         {"7: cobalt blue is near the middle", [](const Asked& of) { return of.allLean({"PB28"}, ""); }}});
}

inline const Ids greenBlues{"PB15:3", "PB28", "PB29", "PB35"};

inline double cleanestGreen(const Asked& of, const std::string& yellow, const std::string& blue)
{
    return of.mostChroma(yellow, blue, 1, 112, 220);
}

inline bool lemonAndPhthaloAreCleanest(const Asked& of)
{
    const double best = cleanestGreen(of, "PY3", "PB15:3");
    for (const char* yellow : {"PY3", "PY35", "PY110", "PY43"})
        for (const std::string& blue : greenBlues)
            if (cleanestGreen(of, yellow, blue) > best + 1e-9)
                return false;
    return true;
}

/// At every step the mix with ochre is the redder one; and where ochre makes a green at all, a yellower one.
inline bool lemonCoolsOchreWarmsGreens(const Asked& of)
{
    for (const std::string& blue : greenBlues) {
        const Steps lemon = of.way("PY3", blue);
        const Steps ochre = of.way("PY43", blue);
        for (std::size_t i = 1; i < 14; ++i)
            if (lemon[i].a >= ochre[i].a)
                return false;
    }
    const auto hue = [&](const char* yellow, const char* blue) { return of.way(yellow, blue)[6].hue(); };
    return hue("PY3", "PB15:3") > hue("PY43", "PB15:3") && hue("PY3", "PB35") > hue("PY43", "PB35");
}

inline bool warmYellowIsNeverRedBrown(const Asked& of)
{
    for (const char* yellow : {"PY35/light", "PY35/medium", "PY153"})
        if (!of.any(yellow, "PB29", 1,
                    [](const Step& step) { return step.hueIn(100, 180) && step.l < 60 && step.chroma() > 8; })
            || of.mostChroma(yellow, "PB29", 1, 0, 70) > 8
            || cleanestGreen(of, yellow, "PB29") > 0.8 * cleanestGreen(of, "PY3", "PB15:3"))
            return false;
    return true;
}

inline bool nineGreens(const Asked& of)
{
    const std::vector<std::pair<const char*, double>> ochre{{"PB35", 5}, {"PB28", 3}, {"PB29", 1.2}};
    return std::all_of(ochre.begin(), ochre.end(), [&](const auto& one) {
        return inBothWashes([&](double wash) {
            return of.greenBy("PY3", one.first, wash) >= 15 && of.greenBy("PY35/light", one.first, wash) >= 7
                   && of.greenBy("PY43", one.first, wash) >= one.second;
        });
    });
}

inline bool lemonIsCoolestOchreDullest(const Asked& of)
{
    for (const char* blue : {"PB35", "PB28", "PB29"}) {
        const Steps lemon = of.way("PY3", blue, 0.6);
        const Steps light = of.way("PY35/light", blue, 0.6);
        const Steps ochre = of.way("PY43", blue, 0.6);
        for (const std::size_t step : {7U, 10U})
            if (lemon[step].a > light[step].a || light[step].a > ochre[step].a)
                return false;
        if (of.greenest("PY43", blue, 0.6).chroma() > 0.75 * of.greenest("PY3", blue, 0.6).chroma())
            return false;
    }
    return true;
}

inline bool ochreNeverTurnsRed(const Asked& of)
{
    for (const char* blue : {"PB35", "PB28", "PB29"})
        for (const double wash : {1.0, 0.6})
            if (of.mostChroma("PY43", blue, wash, 330, 360) > 4 || of.mostChroma("PY43", blue, wash, 0, 60) > 4)
                return false;
    return true;
}

inline bool warmYellowsGoGreen(const Asked& of)
{
    struct Least {
        const char* blue;
        double dioxine;
        double isoindolinone;
    };
    for (const Least& least : {Least{"PB27", 6, 5}, {"PB15:3", 12, 9}, {"PB29", 3.5, 2}, {"PB35", 12, 8}}) {
        const bool green = inBothWashes([&](double wash) {
            return of.greenBy("PY153", least.blue, wash) >= least.dioxine
                   && of.greenBy("PY110", least.blue, wash) >= least.isoindolinone;
        });
        const Steps dioxine = of.way("PY153", least.blue, 0.6);
        const Steps isoindolinone = of.way("PY110", least.blue, 0.6);
        if (!green || dioxine[6].a >= isoindolinone[6].a || dioxine[10].a >= isoindolinone[10].a)
            return false;
    }
    return true;
}

inline bool ultramarineMakesThemEarthy(const Asked& of)
{
    for (const char* yellow : {"PY153", "PY110"})
        if (of.mostChroma(yellow, "PB29", 0.6, 100, 180) > 0.6 * of.mostChroma(yellow, "PB15:3", 0.6, 100, 180))
            return false;
    return true;
}

inline bool goldAndIndigo(const Asked& of)
{
    const auto richer = [&](bool gold, const Test& holds) {
        return of.any("PO49", "PB66", 1, [&](const Step& step) { return (step.share < 0.5) == gold && holds(step); });
    };
    return of.any("PO49", "PB66", 1, [](const Step& step) { return step.hueIn(100, 170) && step.chroma() > 8; })
           && richer(true, [](const Step& step) { return step.hueIn(86, 104) && step.chroma() > 12; })
           && richer(false, [](const Step& step) { return step.hueIn(105, 190) && step.l < 36 && step.chroma() > 4; });
}

inline void aboutGreens(std::vector<Fact>& facts)
{
    facts.insert(facts.end(),
                 {{"8: lemon and phthalo make the cleanest green", lemonAndPhthaloAreCleanest},
                  {"8: ochre dulls every blue's green",
                   [](const Asked& of) {
                       return std::all_of(greenBlues.begin(), greenBlues.end(), [&](const std::string& blue) {
                           return cleanestGreen(of, "PY43", blue) < cleanestGreen(of, "PY3", blue);
                       });
                   }},
                  {"9: greens go cooler with lemon, warmer with ochre", lemonCoolsOchreWarmsGreens},
                  {"10: warm yellow and ultramarine: dull green, never red-brown", warmYellowIsNeverRedBrown},
                  {"14: lemon and black make olive green",
                   [](const Asked& of) {
                       return of.any("PY3", "PBk9", 1, [](const Step& step) {
                           return step.hueIn(98, 135) && step.l < 65 && step.chroma() > 12;
                       });
                   }},
                  {"33: nine greens, ochre's among them", nineGreens},
                  {"33: lemon makes the coolest, ochre the warmest and dullest", lemonIsCoolestOchreDullest},
                  {"34: ochre never turns red with a blue", ochreNeverTurnsRed},
                  {"35: warm yellows go green with every blue", warmYellowsGoGreen},
                  {"35: with ultramarine they are earthy", ultramarineMakesThemEarthy},
                  {"36: cerulean and a warm yellow are bright",
                   [](const Asked& of) { return of.mostChroma("PY153", "PB35", 0.6, 105, 175) > 26; }},
                  {"37: nickel azo and ultramarine make olive to sap green",
                   [](const Asked& of) {
                       return of.any("PY150", "PB29", 1, [](const Step& step) {
                           return step.hueIn(95, 150) && step.l < 50 && step.chroma() > 10;
                       }) && inBothWashes([&](double wash) { return of.greenBy("PY150", "PB29", wash) >= 4; });
                   }},
                  {"38: black makes a yellow green",
                   [](const Asked& of) {
                       const auto green = [&](const char* yellow) {
                           return of.any("PBk7", yellow, 0.6, [](const Step& step) {
                               return step.hueIn(94, 150) && step.chroma() > 12 && step.l < 65;
                           });
                       };
                       return green("PY74") && green("PY151");
                   }},
                  {"40: quinacridone gold and indigo, olive to evergreen", goldAndIndigo},
                  {"41: cadmium yellow and cobalt, a subdued green",
                   [](const Asked& of) { return within(of.mostChroma("PY35/light", "PB28", 0.6, 110, 165), 8, 40); }},
                  {"46: ultramarine and cadmium yellow, sap green and olive", [](const Asked& of) {
                       return of.any("PB29", "PY35/light", 0.6, [](const Step& step) {
                           return step.hueIn(112, 165) && step.chroma() > 8 && step.l < 60;
                       }) && of.any("PB29", "PY35/light", 0.6, [](const Step& step) {
                           return step.hueIn(96, 112) && step.chroma() > 14;
                       });
                   }}});
}

inline bool rosesMakeCleanViolets(const Asked& of)
{
    const auto violet = [&](const char* red) { return of.mostChroma(red, "PB29", 1, 305, 340); };
    const double clean = std::min({violet("PV19/rose"), violet("PR122"), violet("PR83")});
    return clean > 20 && std::max(violet("PR108/light"), violet("PR255")) <= 0.6 * clean;
}

inline bool aRicherBlue(const Asked& of)
{
    const Step two = of.mix({{"PB29", 16}, {"PG7", 4}}, 0.6);
    const Step three = of.mix({{"PB29", 16}, {"PG7", 4}, {"PR83", 3}}, 0.6);
    return three.l < two.l && three.hue() >= two.hue() + 3 && three.hueIn(255, 310);
}

inline void aboutVioletsAndOranges(std::vector<Fact>& facts)
{
    facts.insert(facts.end(),
                 {{"11: ultramarine makes clean violets with roses, dull ones with scarlets", rosesMakeCleanViolets},
                  {"13: cadmium yellow makes a brighter orange with cadmium red than with alizarin",
                   [](const Asked& of) {
                       return of.mostChroma("PY35/light", "PR108/light", 1, 45, 70)
                              > of.mostChroma("PY35/light", "PR83", 1, 45, 70);
                   }},
                  {"20: iron red and ultramarine: greyed violets",
                   [](const Asked& of) {
                       return of.any("PR101/Indian red", "PB29", 1, [](const Step& step) {
                           return step.hueIn(285, 359) && within(step.chroma(), 4, 32);
                       });
                   }},
                  {"20: iron red and phthalo green: dark cool brown to muted green",
                   [](const Asked& of) {
                       return of.any("PR101/Indian red", "PG7", 1, [](const Step& step) {
                           return step.l < 35 && step.chroma() < 14;
                       }) && of.any("PR101/Indian red", "PG7", 1, [](const Step& step) {
                           return step.hueIn(140, 200) && within(step.chroma(), 8, 30);
                       });
                   }},
                  {"39: quinacridone violet and phthalo blue make a deep violet",
                   [](const Asked& of) {
                       return of.any("PV19/violet", "PB15:3", 1, [](const Step& step) {
                           return step.hueIn(280, 330) && step.l < 34 && step.chroma() > 20;
                       });
                   }},
                  {"41: pyrrole red and cobalt, a subdued purple",
                   [](const Asked& of) { return within(of.mostChroma("PR254", "PB28", 0.6, 300, 345), 6, 28); }},
                  {"42: light red and lemon, a clear earthy orange",
                   [](const Asked& of) {
                       return of.any("PR101/light red", "PY3", 0.6, [](const Step& step) {
                           return step.hueIn(45, 62) && step.chroma() > 42 && step.l > 50;
                       });
                   }},
                  {"42: light red and ultramarine, grey and greyed violet",
                   [](const Asked& of) {
                       return inBothWashes([&](double wash) {
                           return of.leastChroma("PR101/light red", "PB29", wash) < 12
                                  && of.any("PR101/light red", "PB29", wash, [](const Step& step) {
                                         return step.hueIn(290, 345) && within(step.chroma(), 5, 25);
                                     });
                       });
                   }},
                  {"45: a little green and crimson make ultramarine richer", aRicherBlue}});
}

inline bool nearNeutral(const Step& step)
{
    return step.chroma() < 8;
}

inline bool nearBlack(const Step& step)
{
    return step.chroma() < 9 && step.l < 26;
}

inline bool brown(const Step& step)
{
    return step.hueIn(20, 85) && step.l < 55 && within(step.chroma(), 7, 48);
}

/// The side on which the way passes neutral: towards green (a* below 0), or towards violet and brown.
inline bool blueAndOrangeComeOutGreen(const Asked& of)
{
    const auto sideOf = [&](const char* blue, const char* orange) { return of.mostNeutral(blue, orange).a; };
    return sideOf("PB15:3", "PO62") < 0 && sideOf("PB29", "PO62") > 0 && sideOf("PB15:3", "PO73") > 0
           && sideOf("PB29", "PO73") > 0;
}

inline bool threePrimariesMakeBlackAndGrey(const Asked& of)
{
    const Step strong = of.parts({{"PY3", 5}, {"PV19/rose", 2}, {"PB15:3", 1}}, 2);
    const Step thin = of.parts({{"PY3", 5}, {"PV19/rose", 2}, {"PB15:3", 1}}, 0.2);
    return strong.l < 27 && strong.chroma() < 5 && thin.l > 60 && thin.chroma() < 15;
}

inline void aboutGreys(std::vector<Fact>& facts)
{
    const auto inWashes = [](const char* first, const char* second, double least) {
        return [=](const Asked& of) {
            return inBothWashes([&](double wash) { return of.leastChroma(first, second, wash) < least; });
        };
    };
    const auto passes = [](const char* first, const char* second, bool (*holds)(const Step&)) {
        return [=](const Asked& of) { return of.any(first, second, 1, holds); };
    };
    facts.insert(
        facts.end(),
        {{"12: phthalo blue and cadmium red go near-neutral",
          [](const Asked& of) { return of.leastChroma("PB15:3", "PR108/light") < 12; }},
         {"15: ultramarine and burnt sienna pass a neutral grey", passes("PB29", "PBr7/burnt sienna", nearNeutral)},
         {"15: ultramarine and burnt umber make a near-black", passes("PB29", "PBr7/burnt umber", nearBlack)},
         {"16: alizarin and viridian make a grey", passes("PR83", "PG18", nearNeutral)},
         {"16: alizarin and phthalo green make a near-black", passes("PR83", "PG7", nearBlack)},
         {"17: indanthrone and transparent orange: browns", passes("PB60", "PO71", brown)},
         {"17: indanthrone and transparent orange: near-black",
          passes("PB60", "PO71", [](const Step& step) { return step.l < 27 && step.chroma() < 12; })},
         {"18: scarlet and phthalo green go through browns", passes("PR255", "PG7", brown)},
         {"19: a little dioxazine in yellow makes browns", passes("PY3", "PV23",
                                                                  [](const Step& step) {
                                                                      return step.share < 0.4 && step.hueIn(40, 92)
                                                                             && step.l < 70 && step.chroma() < 50;
                                                                  })},
         {"19: ultramarine violet and orange make browns", passes("PV15", "PO62", brown)},
         {"21: blue and orange come out green when both lean that way", blueAndOrangeComeOutGreen},
         {"21: a red that leans orange will not grey with green",
          [](const Asked& of) { return of.leastChroma("PR255", "PG7") > of.leastChroma("PR83", "PG7"); }},
         {"31: three primaries: near-black in a double film, grey when thin", threePrimariesMakeBlackAndGrey},
         {"39: naphthol red PR112 and phthalo blue grey each other", inWashes("PR112", "PB15:3", 12)},
         {"39: naphthol red PR188 and phthalo blue grey each other", inWashes("PR188", "PB15:3", 12)},
         {"43: ultramarine and burnt sienna, a true neutral", inWashes("PB29", "PBr7/burnt sienna", 5)},
         {"43: found in fine steps",
          [](const Asked& of) {
              return inBothWashes(
                  [&](double wash) { return of.leastChroma("PB29", "PBr7/burnt sienna", wash, 101) < 4; });
          }},
         {"43: viridian and alizarin, a grey", inWashes("PG18", "PR83", 7)},
         {"44: ultramarine violet and lemon, a grey", inWashes("PV15", "PY3", 8)}});
}

inline bool strongTubesTakeOver(const Asked& of)
{
    for (const char* strong : {"PB15:3", "PG7", "PV23", "PB27"})
        for (const char* weak : {"PB29", "PY3", "PY35/light", "PY43", "PY150"})
            if (!of.takesOver(strong, weak))
                return false;
    return true;
}

inline bool secondLayerIsRicher(const Asked& of)
{
    for (const char* tube : {"PV19/rose", "PB29", "PY150", "PG7"}) {
        const Step once = of.mix({{tube, 1}}, 0.2);
        const Step twice = of.glaze(tube, tube, 0.2);
        if (twice.l >= once.l || twice.chroma() <= once.chroma())
            return false;
    }
    return true;
}

inline bool glazeShowsWhatLiesBelow(const Asked& of)
{
    const auto shows = [&](const char* tube) { return of.apart(of.glaze(tube, "PB29", 1), of.mix({{tube, 1}}, 1)); };
    return shows("PY150") > 1.5 * shows("PY35/light") && shows("PV19/rose") > 2 * shows("PR101/light red");
}

inline void aboutStrengthAndWashes(std::vector<Fact>& facts)
{
    facts.insert(facts.end(),
                 {{"23: strong tubes dominate at one to one", strongTubesTakeOver},
                  {"24: quinacridone gold is matched best by nickel azo and rose",
                   [](const Asked& of) {
                       const double second = of.nearest("PO49", {"PY129", "PR122"});
                       return of.nearest("PO49", {"PY150", "PV19/rose"}) < second
                              && second < of.nearest("PO49", {"PBr7/burnt sienna", "PR122"});
                   }},
                  {"25: raw sienna from cadmium orange and ultramarine",
                   [](const Asked& of) {
                       return of.nearest("PBr7/raw sienna", {"PO20", "PB29"}) < 10;
                   }},
                  {"25: burnt sienna from red-orange and a green or blue",
                   [](const Asked& of) {
                       return of.nearest("PBr7/burnt sienna", {"PO73", "PB15:3"}) < 7
                              && of.nearest("PBr7/burnt sienna", {"PO73", "PG18"}) < 7;
                   }},
                  {"26: Prussian from ultramarine and phthalo green",
                   [](const Asked& of) {
                       return of.nearest("PB27", {"PB29", "PG7"}) < 10;
                   }},
                  {"28: a second layer is darker and richer", secondLayerIsRicher},
                  {"28: a glaze lets the colour below show, an opaque film hides it", glazeShowsWhatLiesBelow}});
}

inline std::vector<Fact> all()
{
    std::vector<Fact> facts;
    aboutPaints(facts);
    aboutGreens(facts);
    aboutVioletsAndOranges(facts);
    aboutGreys(facts);
    aboutStrengthAndWashes(facts);
    return facts;
}

} // namespace tradefacts
