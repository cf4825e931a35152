#include "../testprogram.h"
#include "mixing/matching.h"
#include "mixing/waybetween.h"

#include "colour/deltae.h"
#include "colour/observer.h"
#include "referencepaints.h"
#include "tradefacts.h"

#include <QtTest>
#include <algorithm>

using namespace iris;

/// Facts of the trade on the shipped table, asked of the core.
class TestTradeFacts : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void fact_data();
    void fact();
    void aFactThatFailsShowsItsFigures();
    void oneCodeIsSeveralPaints();
    void twoBurntSiennasAreNotTwins();
    void neighboursDoNotDull();
    void moreWaterIsLighter();
    void anOpaqueTubeMakesTheMixOpaque();
    void yellowsAreLightAndShortInValue();
};

namespace {

tradefacts::Step stepOf(const Lab& colour, double share = 0)
{
    return {share, colour.l, colour.a, colour.b};
}

const Paint& paintOf(const std::string& id)
{
    return referencePaint(id.c_str());
}

std::vector<Paint> paintsOf(const std::vector<std::string>& ids)
{
    std::vector<Paint> paints;
    for (const std::string& id : ids)
        paints.push_back(paintOf(id));
    return paints;
}

tradefacts::Steps wayOf(const std::string& first, const std::string& second, double wash, int steps)
{
    tradefacts::Steps way;
    for (const LadderStep& step : smoothLadder(paintOf(first), paintOf(second), steps, wash).steps)
        way.push_back(stepOf(step.colour, step.share));
    return way;
}

tradefacts::Said saidOf(const std::string& id)
{
    const Paint& paint = paintOf(id);
    const Lean lean = paint.lean();
    return {paint.staining,
            paint.granulation,
            paint.lightfastness,
            std::string(nameOf(paint.transparency().kind)),
            lean.inTheMiddle() ? "" : std::string(nameOf(lean.towards)),
            stepOf(paint.swatch.full)};
}

/// @param byStrength amounts are of tinting strength, else parts of tube paint
tradefacts::Step mixOf(const tradefacts::Amounts& amounts, double wash, bool byStrength)
{
    std::vector<WeightedFilm> films;
    for (const auto& [id, amount] : amounts)
        films.push_back({&paintOf(id).film, byStrength ? amount : amount * paintOf(id).strength});
    return stepOf(seenLab(mixedFilm(films), wash, whitePaper()));
}

tradefacts::Mixer core()
{
    tradefacts::Mixer mixer;
    mixer.ladder = wayOf;
    mixer.mix = [](const tradefacts::Amounts& amounts, double wash) { return mixOf(amounts, wash, true); };
    mixer.parts = [](const tradefacts::Amounts& amounts, double wash) { return mixOf(amounts, wash, false); };
    mixer.paint = saidOf;
    mixer.separates = [](const tradefacts::Ids& ids) {
        return std::string(nameOf(judge({{{0, 1}, {1, 1}}, 1}, paintsOf(ids)).separation));
    };
    mixer.glaze = [](const std::string& above, const std::string& below, double wash) {
        const Spectrum first = filmReflectance(paintOf(below).film, wash, whitePaper());
        return stepOf(seenLab(paintOf(above).film, wash, first));
    };
    mixer.nearest = [](const std::string& wanted, const tradefacts::Ids& tubes) {
        return closestMatch(paintOf(wanted).swatch.full, paintsOf(tubes))->apart;
    };
    mixer.apart = [](const tradefacts::Step& one, const tradefacts::Step& other) {
        return deltaE00({one.l, one.a, one.b}, {other.l, other.a, other.b});
    };
    return mixer;
}

double valueRange(const Paint& paint)
{
    return paint.swatch.thin.l - paint.swatch.full.l;
}

double medianRange(HueFamily family)
{
    std::vector<double> ranges;
    for (const Paint& paint : referencePaints())
        if (paint.family == family)
            ranges.push_back(valueRange(paint));
    std::ranges::sort(ranges);
    return ranges[ranges.size() / 2];
}

} // namespace

void TestTradeFacts::fact_data()
{
    QTest::addColumn<int>("place");
    int place = 0;
    for (const tradefacts::Fact& fact : tradefacts::all())
        QTest::newRow(fact.name) << place++;
}

void TestTradeFacts::fact()
{
    QFETCH(int, place);
    const tradefacts::Asked asked(core());
    QVERIFY2(tradefacts::all()[static_cast<std::size_t>(place)].holds(asked), asked.figures().c_str());
}

void TestTradeFacts::aFactThatFailsShowsItsFigures()
{
    const tradefacts::Asked asked(core());
    QVERIFY(!asked.any("PY3", "PB29", 1, [](const tradefacts::Step& step) { return step.l > 200; }));
    QVERIFY(asked.leastChroma("PB29", "PBr7/burnt sienna") < 8);
    QCOMPARE(std::ranges::count(asked.figures(), '\n'), 20); // the 19 inner steps, and the least chroma
}

/// Fact 1.
void TestTradeFacts::oneCodeIsSeveralPaints()
{
    const auto& table = ReferenceTable::shipped();
    QCOMPARE(table.rowsOf(*parsePigmentCode("PBr7")).size(), 4U);
    for (const char* one :
         {"PBr7/raw sienna", "PBr7/burnt umber", "PR101/transparent", "PR101/light red", "PV19/rose", "PV19/violet"})
        QVERIFY2(table.find(one), one);
}

/// Fact 2.
void TestTradeFacts::twoBurntSiennasAreNotTwins()
{
    const Paint& earth = paintOf("PBr7/burnt sienna");
    const Paint& oxide = paintOf("PR101/burnt sienna");
    QVERIFY(earth.codes != oxide.codes);
    QVERIFY(deltaE00(earth.swatch.full, oxide.swatch.full) > 3);
}

/// Fact 22.
void TestTradeFacts::neighboursDoNotDull()
{
    QVERIFY(wayBetween(paintOf("PB29"), paintOf("PB15:3")).keepsChroma > 0.85);
}

/// Fact 27. Opaque whites hide a paper that is darker than they are.
void TestTradeFacts::moreWaterIsLighter()
{
    for (const Paint& paint : referencePaints()) {
        double before = -1;
        for (const double x : {2.0, 1.0, 0.5, 0.25, 0.12}) {
            const double l = seenLab(paint.film, x, whitePaper()).l;
            QVERIFY2(l >= before - 0.2, paint.name.c_str());
            before = l;
        }
        QVERIFY2(toLch(seenLab(paint.film, 0.05, whitePaper())).chroma < toLch(paint.swatch.full).chroma + 15,
                 paint.name.c_str());
    }
}

/// Fact 29.
void TestTradeFacts::anOpaqueTubeMakesTheMixOpaque()
{
    const Paint& clear = paintOf("PV19/rose");
    const Paint& opaque = paintOf("PR101/light red");
    double before = -1;
    for (const LadderStep& step : smoothLadder(clear, opaque, 21).steps) {
        const double now = transparencyOf(filmBetween(clear, opaque, step.share)).opacityIndex;
        QVERIFY(now >= before);
        before = now;
    }
    QVERIFY(before > 0.38);
}

/// Fact 30.
void TestTradeFacts::yellowsAreLightAndShortInValue()
{
    double darkest = 100;
    double lightest = 0;
    for (const Paint& paint : referencePaints()) {
        if (paint.family == HueFamily::Yellow) {
            darkest = std::min(darkest, paint.swatch.full.l);
            QVERIFY2(valueRange(paint) < 32, paint.name.c_str());
        }
        if (paint.family == HueFamily::Blue)
            lightest = std::max(lightest, paint.swatch.full.l);
    }
    QVERIFY(darkest > lightest);
    for (const HueFamily family :
         {HueFamily::Orange, HueFamily::Red, HueFamily::Blue, HueFamily::Green, HueFamily::Violet})
        QVERIFY(medianRange(HueFamily::Yellow) < medianRange(family));
}

IRIS_TEST(TestTradeFacts, NoApplication)
#include "tst_tradefacts.moc"
