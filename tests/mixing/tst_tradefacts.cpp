#include "../testprogram.h"
#include "mixing/matching.h"
#include "mixing/waybetween.h"

#include "colour/deltae.h"
#include "colour/observer.h"
#include "pairfacts.h"
#include "referencepaints.h"

#include <QtTest>
#include <algorithm>
#include <functional>

using namespace iris;

/// Facts of the trade on the shipped table: common practice among watercolourists, no published source. Numbers in the
/// row names are those of the list they were written down in. Amounts are weighted by tinting strength, "balanced" is
/// the best step of a ladder of 21, colours are CIELAB D50.
class TestTradeFacts : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void fact_data();
    void fact();
};

namespace {

using Check = std::function<bool()>;
using Ids = std::vector<const char*>;

Ladder ladder(const char* first, const char* second, double wash = wash::full)
{
    return ladderBetween(referencePaint(first), referencePaint(second), 21, wash);
}

bool any(const Ladder& ladder, const std::function<bool(const LadderStep&)>& holds)
{
    return std::ranges::any_of(ladder.steps.begin() + 1, ladder.steps.end() - 1, holds);
}

bool hueIn(const LadderStep& step, double from, double to)
{
    return step.lch.hueDegrees >= from && step.lch.hueDegrees <= to;
}

double leastChroma(const char* first, const char* second)
{
    const Ladder way = ladder(first, second);
    return way.steps[way.mostNeutral].lch.chroma;
}

/// The strongest colour on the way whose hue lies in a range; the tubes themselves do not count.
double mostChroma(const char* first, const char* second, double from, double to)
{
    double most = 0;
    const Ladder way = ladder(first, second);
    for (std::size_t i = 1; i + 1 < way.steps.size(); ++i)
        if (hueIn(way.steps[i], from, to))
            most = std::max(most, way.steps[i].lch.chroma);
    return most;
}

double cleanestGreen(const char* yellow, const char* blue)
{
    return mostChroma(yellow, blue, 112, 220);
}

bool nearNeutral(const LadderStep& step)
{
    return step.lch.chroma < 8;
}

bool nearBlack(const LadderStep& step)
{
    return step.lch.chroma < 9 && step.colour.l < 26;
}

bool brown(const LadderStep& step)
{
    return hueIn(step, 20, 85) && step.colour.l < 55 && step.lch.chroma > 7 && step.lch.chroma < 48;
}

bool leans(const char* id, HueFamily side)
{
    return referencePaint(id).lean().towards == side;
}

bool everyOne(const Ids& ids, const std::function<bool(const Paint&)>& holds)
{
    return std::ranges::all_of(ids, [&](const char* id) { return holds(referencePaint(id)); });
}

/// How near a colour can be brought with some tubes, over all parts and washes.
double nearest(const Lab& wanted, const Ids& ids)
{
    std::vector<Paint> paints;
    for (const char* id : ids)
        paints.push_back(referencePaint(id));
    return closestMatch(wanted, paints)->apart;
}

bool dominates(const char* strong, const char* weak)
{
    const std::array paints{referencePaint(strong), referencePaint(weak)};
    const Lab mix = colourOf({{{0, 1}, {1, 1}}, 1}, paints);
    return deltaE00(mix, paints[0].swatch.full) < deltaE00(mix, paints[1].swatch.full);
}

bool everyRow(HueFamily family, const std::function<bool(const Paint&)>& holds)
{
    return std::ranges::all_of(referencePaints(),
                               [&](const Paint& paint) { return paint.family != family || holds(paint); });
}

double valueRange(const Paint& paint)
{
    return paint.swatch.thin.l - paint.swatch.full.l;
}

void row(const char* name, Check check)
{
    QTest::newRow(name) << check;
}

const Ids greenYellows{"PY3", "PY35", "PY110", "PY43"};
const Ids greenBlues{"PB15:3", "PB28", "PB29", "PB35"};

void pigmentRows()
{
    row("1: one code, several paints", [] {
        const auto& table = ReferenceTable::shipped();
        const auto has = [&](const char* code, const char* form) {
            return table.find(std::string(code) + "/" + form).has_value();
        };
        return table.rowsOf(*parsePigmentCode("PBr7")).size() == 4 && has("PBr7", "raw sienna")
               && has("PBr7", "burnt umber") && has("PR101", "transparent") && has("PR101", "light red")
               && has("PV19", "rose") && has("PV19", "violet");
    });
    row("2: two burnt siennas of different pigments are different paints", [] {
        const Paint& earth = referencePaint("PBr7/burnt sienna");
        const Paint& oxide = referencePaint("PR101/burnt sienna");
        return earth.codes != oxide.codes && deltaE00(earth.swatch.full, oxide.swatch.full) > 3;
    });
    row("3: stainers stain, others lift more easily", [] {
        return everyOne({"PB15:3", "PG7", "PV23", "PB27", "PV19/rose", "PR122"},
                        [](const Paint& p) { return p.staining >= 2; })
               && everyOne({"PB29", "PB28", "PB35"}, [](const Paint& p) { return p.staining <= 1; });
    });
    row("4: granulating pigments granulate", [] {
        return everyOne({"PB29", "PB35", "PV14", "PG18"}, [](const Paint& p) { return p.granulation >= 2; })
               && everyOne({"PB28", "PY43", "PBr7/burnt sienna", "PBr7/raw umber"},
                           [](const Paint& p) { return p.granulation >= 1; })
               && referencePaint("PB28").granulation < referencePaint("PB29").granulation
               && everyOne({"PB15:3", "PV19/rose", "PY3", "PY74"}, [](const Paint& p) { return p.granulation == 0; });
    });
    row("4: two granulating pigments separate", [] {
        const std::array paints{referencePaint("PB29"), referencePaint("PV14"), referencePaint("PY3")};
        return judge({{{0, 1}, {1, 1}}, 1}, paints).separation == Separation::Yes
               && judge({{{0, 1}, {2, 1}}, 1}, paints).separation == Separation::No;
    });
    row("5: the opaque end and the transparent end", [] {
        return everyOne({"PY35/light", "PR108/light", "PB35", "PG17", "PY43", "PR101/light red", "PR101/Indian red"},
                        [](const Paint& p) { return p.transparency().kind >= TransparencyClass::SemiOpaque; })
               && everyOne({"PV19/rose", "PR122", "PB15:3", "PG7", "PR83", "PY150", "PB60"},
                           [](const Paint& p) { return p.transparency().kind == TransparencyClass::Transparent; });
    });
    row("6: alizarin and dye pinks are fugitive", [] {
        return everyOne({"PR83", "BV10"}, [](const Paint& p) { return p.lightfastness >= 4; });
    });
}

void leanRows()
{
    row("7: lemons lean green", [] { return leans("PY3", HueFamily::Green) && leans("PY175", HueFamily::Green); });
    row("7: warm yellows lean orange", [] {
        return leans("PY110", HueFamily::Orange) && leans("PY153", HueFamily::Orange)
               && leans("PY37", HueFamily::Orange);
    });
    row("7: scarlets lean orange", [] {
        return leans("PR108/light", HueFamily::Orange) && leans("PR255", HueFamily::Orange)
               && leans("PR254", HueFamily::Orange);
    });
    row("7: roses lean violet", [] {
        return leans("PV19/rose", HueFamily::Violet) && leans("PR122", HueFamily::Violet)
               && leans("PR83", HueFamily::Violet);
    });
    row("7: ultramarine leans violet", [] { return leans("PB29", HueFamily::Violet); });
    row("7: green-side blues lean green", [] {
        return leans("PB15:3", HueFamily::Green) && leans("PB35", HueFamily::Green) && leans("PB33", HueFamily::Green)
               && leans("PB27", HueFamily::Green);
    });
    row("7: cobalt blue is near the middle", [] { return referencePaint("PB28").lean().inTheMiddle(); });
}

void greenRows()
{
    row("8: lemon and phthalo make the cleanest green", [] {
        const double best = cleanestGreen("PY3", "PB15:3");
        for (const char* yellow : greenYellows)
            for (const char* blue : greenBlues)
                if (cleanestGreen(yellow, blue) > best + 1e-9)
                    return false;
        return true;
    });
    row("8: ochre dulls every blue's green", [] {
        return std::ranges::all_of(
            greenBlues, [](const char* blue) { return cleanestGreen("PY43", blue) < cleanestGreen("PY3", blue); });
    });
    row("9: greens go cooler with lemon, warmer with ochre", [] {
        // At every step the mix with ochre is the redder one; and where ochre makes a green at all, a yellower one.
        for (const char* blue : greenBlues) {
            const Ladder lemon = ladder("PY3", blue);
            const Ladder ochre = ladder("PY43", blue);
            for (std::size_t i = 1; i < 14; ++i)
                if (lemon.steps[i].colour.a >= ochre.steps[i].colour.a)
                    return false;
        }
        const auto hue = [](const char* yellow, const char* blue) {
            return ladder(yellow, blue).steps[6].lch.hueDegrees;
        };
        return hue("PY3", "PB15:3") > hue("PY43", "PB15:3") && hue("PY3", "PB35") > hue("PY43", "PB35");
    });
    row("10: warm yellow and ultramarine: dull green, never red-brown", [] {
        for (const char* yellow : {"PY35/light", "PY35/medium", "PY153"}) {
            const Ladder way = ladder(yellow, "PB29");
            if (!any(way, [](const LadderStep& s) { return hueIn(s, 100, 180) && s.colour.l < 60 && s.lch.chroma > 8; })
                || any(way, [](const LadderStep& s) { return hueIn(s, 0, 70) && s.lch.chroma > 8; })
                || cleanestGreen(yellow, "PB29") > 0.8 * cleanestGreen("PY3", "PB15:3"))
                return false;
        }
        return true;
    });
    row("14: lemon and black make olive green", [] {
        return any(ladder("PY3", "PBk9"),
                   [](const LadderStep& s) { return hueIn(s, 98, 135) && s.colour.l < 65 && s.lch.chroma > 12; });
    });
}

void violetAndOrangeRows()
{
    row("11: ultramarine makes clean violets with roses, dull ones with scarlets", [] {
        const auto violet = [](const char* red) { return mostChroma(red, "PB29", 305, 340); };
        const double clean = std::min({violet("PV19/rose"), violet("PR122"), violet("PR83")});
        return clean > 20 && std::max(violet("PR108/light"), violet("PR255")) <= 0.6 * clean;
    });
    row("13: cadmium yellow makes a brighter orange with cadmium red than with alizarin",
        [] { return mostChroma("PY35/light", "PR108/light", 45, 70) > mostChroma("PY35/light", "PR83", 45, 70); });
    row("20: iron red and ultramarine: greyed violets", [] {
        return any(ladder("PR101/Indian red", "PB29"),
                   [](const LadderStep& s) { return hueIn(s, 285, 359) && s.lch.chroma > 4 && s.lch.chroma < 32; });
    });
    row("20: iron red and phthalo green: dark cool brown to muted green", [] {
        const Ladder way = ladder("PR101/Indian red", "PG7");
        return any(way, [](const LadderStep& s) { return s.colour.l < 35 && s.lch.chroma < 14; })
               && any(way,
                      [](const LadderStep& s) { return hueIn(s, 140, 200) && s.lch.chroma < 30 && s.lch.chroma > 8; });
    });
}

void greyRows()
{
    row("12: phthalo blue and cadmium red go near-neutral", [] { return leastChroma("PB15:3", "PR108/light") < 12; });
    row("15: ultramarine and burnt sienna pass a neutral grey",
        [] { return any(ladder("PB29", "PBr7/burnt sienna"), nearNeutral); });
    row("15: ultramarine and burnt umber make a near-black",
        [] { return any(ladder("PB29", "PBr7/burnt umber"), nearBlack); });
    row("16: alizarin and viridian make a grey", [] { return any(ladder("PR83", "PG18"), nearNeutral); });
    row("16: alizarin and phthalo green make a near-black", [] { return any(ladder("PR83", "PG7"), nearBlack); });
    row("17: indanthrone and transparent orange: browns to near-black", [] {
        const Ladder way = ladder("PB60", "PO71");
        return any(way, brown) && any(way, [](const LadderStep& s) { return s.colour.l < 27 && s.lch.chroma < 12; });
    });
    row("18: scarlet and phthalo green go through browns", [] { return any(ladder("PR255", "PG7"), brown); });
    row("19: a little dioxazine in yellow makes browns", [] {
        const Ladder way = ladder("PY3", "PV23");
        return std::any_of(way.steps.begin() + 1, way.steps.begin() + 8, [](const LadderStep& s) {
            return hueIn(s, 40, 92) && s.colour.l < 70 && s.lch.chroma < 50;
        });
    });
    row("19: ultramarine violet and lemon pass a grey", [] { return leastChroma("PV15", "PY3") < 10; });
    row("19: ultramarine violet and orange make browns", [] { return any(ladder("PV15", "PO62"), brown); });
    row("21: blue and orange come out green when both lean that way", [] {
        // The side on which the way passes neutral: towards green (a* below 0), or towards violet and brown.
        const auto sideOf = [](const char* blue, const char* orange) {
            const Ladder way = ladder(blue, orange);
            return way.steps[way.mostNeutral].colour.a;
        };
        return sideOf("PB15:3", "PO62") < 0 && sideOf("PB29", "PO62") > 0 && sideOf("PB15:3", "PO73") > 0
               && sideOf("PB29", "PO73") > 0;
    });
    row("21: a red that leans orange will not grey with green",
        [] { return leastChroma("PR255", "PG7") > leastChroma("PR83", "PG7"); });
    row("22: neighbours do not dull",
        [] { return wayBetween(referencePaint("PB29"), referencePaint("PB15:3")).keepsChroma > 0.85; });
    row("31: three primaries: near-black in a double film, grey when thin", [] {
        const std::array paints{referencePaint("PY3"), referencePaint("PV19/rose"), referencePaint("PB15:3")};
        Recipe recipe{{{0, 5}, {1, 2}, {2, 1}}, 2 * wash::full};
        const Lab strong = colourOf(recipe, paints);
        recipe.wash = wash::thin;
        const Lab thinned = colourOf(recipe, paints);
        return strong.l < 27 && toLch(strong).chroma < 5 && thinned.l > 60 && toLch(thinned).chroma < 15;
    });
}

void strengthAndMatchingRows()
{
    row("23: strong tubes dominate at one to one", [] {
        for (const char* strong : {"PB15:3", "PG7", "PV23", "PB27"})
            for (const char* weak : {"PB29", "PY3", "PY35/light", "PY43", "PY150"})
                if (!dominates(strong, weak))
                    return false;
        return true;
    });
    row("24: quinacridone gold is matched best by nickel azo and rose", [] {
        const Lab gold = referencePaint("PO49").swatch.full;
        const double best = nearest(gold, {"PY150", "PV19/rose"});
        const double second = nearest(gold, {"PY129", "PR122"});
        return best < second && second < nearest(gold, {"PBr7/burnt sienna", "PR122"});
    });
    row("25: raw sienna from cadmium orange and ultramarine", [] {
        return nearest(referencePaint("PBr7/raw sienna").swatch.full, {"PO20", "PB29"}) < 10;
    });
    row("25: burnt sienna from red-orange and a green or blue", [] {
        const Lab sienna = referencePaint("PBr7/burnt sienna").swatch.full;
        return nearest(sienna, {"PO73", "PB15:3"}) < 7 && nearest(sienna, {"PO73", "PG18"}) < 7;
    });
    row("26: Prussian from ultramarine and phthalo green", [] {
        return nearest(referencePaint("PB27").swatch.full, {"PB29", "PG7"}) < 10;
    });
}

void washRows()
{
    row("27: more water is lighter and less intense", [] {
        return std::ranges::all_of(referencePaints(), [](const Paint& paint) {
            double before = -1;
            for (const double x : {2.0, 1.0, 0.5, 0.25, 0.12}) {
                const double l = seenLab(paint.film, x, whitePaper()).l;
                if (l < before - 0.2) // opaque whites hide a paper that is darker than they are
                    return false;
                before = l;
            }
            const double thinnest = toLch(seenLab(paint.film, 0.05, whitePaper())).chroma;
            return thinnest < toLch(paint.swatch.full).chroma + 15;
        });
    });
    row("28: a second layer is darker and richer", [] {
        return everyOne({"PV19/rose", "PB29", "PY150", "PG7"}, [](const Paint& paint) {
            const Spectrum once = filmReflectance(paint.film, wash::thin, whitePaper());
            const Lab one = toLab(seen(once));
            const Lab two = seenLab(paint.film, wash::thin, once);
            return two.l < one.l && toLch(two).chroma > toLch(one).chroma;
        });
    });
    row("28: a glaze lets the colour below show, an opaque film hides it", [] {
        const Spectrum below = filmReflectance(referencePaint("PB29").film, 1, whitePaper());
        const auto shows = [&](const char* id) {
            const Film& film = referencePaint(id).film;
            return deltaE00(seenLab(film, 1, below), seenLab(film, 1, whitePaper()));
        };
        return shows("PY150") > 1.5 * shows("PY35/light") && shows("PV19/rose") > 2 * shows("PR101/light red");
    });
    row("29: an opaque tube makes the mix opaque in proportion", [] {
        double before = -1;
        for (const LadderStep& step : ladder("PV19/rose", "PR101/light red").steps) {
            const double now =
                transparencyOf(filmBetween(referencePaint("PV19/rose"), referencePaint("PR101/light red"), step.share))
                    .opacityIndex;
            if (now < before)
                return false;
            before = now;
        }
        return before > 0.38;
    });
    row("30: every yellow is lighter than every blue", [] {
        double darkest = 100;
        double lightest = 0;
        for (const Paint& paint : referencePaints()) {
            if (paint.family == HueFamily::Yellow)
                darkest = std::min(darkest, paint.swatch.full.l);
            if (paint.family == HueFamily::Blue)
                lightest = std::max(lightest, paint.swatch.full.l);
        }
        return darkest > lightest;
    });
    row("30: yellow has the shortest range of values", [] {
        const auto median = [](HueFamily family) {
            std::vector<double> ranges;
            for (const Paint& paint : referencePaints())
                if (paint.family == family)
                    ranges.push_back(valueRange(paint));
            std::ranges::sort(ranges);
            return ranges[ranges.size() / 2];
        };
        const double yellow = median(HueFamily::Yellow);
        return yellow < median(HueFamily::Orange) && yellow < median(HueFamily::Red) && yellow < median(HueFamily::Blue)
               && yellow < median(HueFamily::Green) && yellow < median(HueFamily::Violet)
               && everyRow(HueFamily::Yellow, [](const Paint& p) { return valueRange(p) < 32; });
    });
}

pairfacts::Step stepOf(double share, const Lab& colour)
{
    return {share, colour.l, colour.a, colour.b};
}

/// The core as what the facts of pairs are asked of.
pairfacts::Mixer core()
{
    const auto way = [](const std::string& first, const std::string& second, double wash, int steps) {
        pairfacts::Way result;
        for (const LadderStep& step :
             smoothLadder(referencePaint(first.c_str()), referencePaint(second.c_str()), steps, wash).steps)
            result.push_back(stepOf(step.share, step.colour));
        return result;
    };
    const auto mix = [](const pairfacts::Amounts& amounts, double wash) {
        std::vector<WeightedFilm> films;
        for (const auto& [id, strength] : amounts)
            films.push_back({&referencePaint(id.c_str()).film, strength});
        return stepOf(0, seenLab(mixedFilm(films), wash, whitePaper()));
    };
    return {way, mix};
}

} // namespace

Q_DECLARE_METATYPE(Check)

void TestTradeFacts::fact_data()
{
    QTest::addColumn<Check>("check");
    pigmentRows();
    leanRows();
    greenRows();
    violetAndOrangeRows();
    greyRows();
    strengthAndMatchingRows();
    washRows();
    for (const pairfacts::Fact& fact : pairfacts::all())
        row(fact.name, [fact] { return fact.holds(core()); });
}

void TestTradeFacts::fact()
{
    QFETCH(Check, check);
    QVERIFY(check());
}

IRIS_TEST(TestTradeFacts, NoApplication)
#include "tst_tradefacts.moc"
