#include "../testprogram.h"
#include "finding/nexttouch.h"

#include "../mixing/referencepaints.h"
#include "colour/deltae.h"
#include "finding/candidates.h"

#include <QtTest>
#include <random>

using namespace iris;

class TestNextTouch : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void aPuddleIsWhatWentIn();
    void stepsCanBeTakenBack();
    void whatIsWeakGoesInFirst();
    void paintForAnAreaIsWorkedOutByHand();
    void aStrongTubeFirstIsWarnedOf();
    void sightsContradict();
    void aSightSaysWhichGotInTooMuch();
    void paintersArrive();
    void tubesOfOtherColoursAreReckonedWith();
    void whatIsSaidIsNeverPassedOver();
    void whatCannotGetThereSaysWhy();
    void nothingComesOfAnEmptyWell();
};

namespace {

/// A painter whose tubes are not as strong as the table says, who takes up a fifth more or less than meant.
class MadeUpPainter {
public:
    /// @param others how much of another paint is in each tube, so that its colour is not what is thought
    MadeUpPainter(const std::vector<Paint>& paints, unsigned seed, double others = 0) : m_paints(paints), m_random(seed)
    {
        for (std::size_t i = 0; others > 0 && i < paints.size(); ++i) {
            const std::size_t other = std::uniform_int_distribution<std::size_t>(0, paints.size() - 1)(m_random);
            const std::array films{WeightedFilm{&paints[i].film, (1 - others) * paints[i].strength},
                                   WeightedFilm{&paints[other].film, others * paints[other].strength}};
            m_paints[i].film = mixedFilm(films);
        }
        std::uniform_real_distribution<double> strength(-std::log(2), std::log(2));
        for (Paint& paint : m_paints)
            paint.strength *= std::exp(strength(m_random)); // up to twice as strong, or half
    }

    void putIn(std::size_t paint, double parts)
    {
        const double real = parts * std::exp(std::normal_distribution<double>(0, 0.2)(m_random));
        m_real.acts.push_back({WellAct::Kind::Paint, paint, real});
        m_counted.acts.push_back({WellAct::Kind::Paint, paint, parts});
        ++m_touches;
    }

    PuddleContents counted() const { return contentsOf(m_counted); }
    int touches() const { return m_touches; }

    /// What really lies there, let out as it comes nearest.
    Lab seenFor(const Wanted& wanted) const
    {
        const Film film = filmOf(contentsOf(m_real), m_paints);
        Lab best;
        double least = 1000;
        for (double wash = 1; wash > thinnestWash; wash *= 0.97) {
            const Lab colour = seenLab(film, wash, whitePaper());
            if (const double apart = deltaE00(colour, wanted.colour); apart < least) {
                least = apart;
                best = colour;
            }
        }
        return best;
    }

private:
    std::vector<Paint> m_paints;
    std::mt19937 m_random;
    Puddle m_real;
    Puddle m_counted;
    int m_touches = 0;
};

const std::vector<Paint>& box()
{
    static const std::vector<Paint> paints{referencePaint("PY3"),
                                           referencePaint("PY150"),
                                           referencePaint("PR255"),
                                           referencePaint("PV19/rose"),
                                           referencePaint("PB29"),
                                           referencePaint("PB15:3"),
                                           referencePaint("PG7"),
                                           referencePaint("PBr7/burnt sienna"),
                                           referencePaint("PY43"),
                                           referencePaint("PB28"),
                                           referencePaint("PR101/transparent"),
                                           referencePaint("PV23")};
    return paints;
}

std::vector<std::size_t> everyPlace()
{
    std::vector<std::size_t> places(box().size());
    std::iota(places.begin(), places.end(), 0U);
    return places;
}

struct Arrival {
    int touches = 0;
    bool arrived = false;
    bool overshot = false;             ///< the hue went past that of the target by more than is seen
    std::optional<bool> asTheHueCalls; ///< whether the first tube moves it towards the hue that is missing
};

constexpr double there = 2;
constexpr int patience = 12;

/// Whether a touch of a paint moves a puddle's hue and chroma towards what is missing, by the compass; nothing where
/// they are hardly off.
std::optional<bool> movesTowards(const Lab& wanted, const Lab& seen, PuddleContents contents, std::size_t paint)
{
    constexpr double hardly = 2;
    const auto colour = [&] { return seenLab(filmOf(contents, box()), 0.5, whitePaper()); };
    const Lab before = colour();
    contents.parts.emplace_back(paint, 0.125);
    const Lab after = colour();
    const double missing = std::hypot(wanted.a - seen.a, wanted.b - seen.b);
    if (missing < hardly)
        return std::nullopt;
    const double along = (after.a - before.a) * (wanted.a - seen.a) + (after.b - before.b) * (wanted.b - seen.b);
    return along > 0.5 * missing * std::hypot(after.a - before.a, after.b - before.b); // within 60 degrees
}

/// From a first puddle by recipe on, asking for the next touch each time and saying what is seen.
/// @param others as MadeUpPainter takes them; @param reckons with what amounts do not explain
Arrival withAdvice(const Wanted& wanted, const Recipe& first, unsigned seed, double others = 0, bool reckons = true)
{
    MadeUpPainter painter(box(), seed, others);
    const Puddle start = puddleOf(first, box());
    for (const WellAct& act : start.acts)
        if (act.kind == WellAct::Kind::Paint)
            painter.putIn(act.paint, act.amount);
    const int before = painter.touches();
    Belief belief = firstBelief(box().size());
    Arrival arrival;
    Lab seen = painter.seenFor(wanted);
    const double side = signedDegreesBetween(toLch(wanted.colour).hueDegrees, toLch(seen).hueDegrees);
    while (painter.touches() - before < patience) {
        if (deltaE00(seen, wanted.colour) <= there) {
            arrival.arrived = true;
            break;
        }
        belief = corrected(belief, painter.counted(), {seen, 0.7}, box(), whitePaper());
        const Lab off = reckons ? unexplained(belief, painter.counted(), {seen, 0.7}, box(), whitePaper()) : Lab{};
        const TouchAdvice advice =
            nextTouch(painter.counted(), aimedAt(wanted, off), box(), belief, {everyPlace(), there * 0.7});
        if (advice.steps.empty())
            break;
        if (!arrival.asTheHueCalls)
            arrival.asTheHueCalls = movesTowards(wanted.colour, seen, painter.counted(), advice.steps[0].paint);
        for (std::size_t i = 0; i < advice.atOnce(); ++i)
            painter.putIn(advice.steps[i].paint, advice.steps[i].parts);
        seen = painter.seenFor(wanted);
        const double now = signedDegreesBetween(toLch(wanted.colour).hueDegrees, toLch(seen).hueDegrees);
        const double arc = toLch(wanted.colour).chroma * std::abs(now) * M_PI / 180;
        arrival.overshot = arrival.overshot || (now * side < 0 && arc > 3 && deltaE00(seen, wanted.colour) > there);
    }
    arrival.touches = painter.touches() - before;
    return arrival;
}

/// "Too red: add the complement", a touch at a time: the tube whose hue is opposite to what is too much.
Arrival withComplements(const Wanted& wanted, const Recipe& first, unsigned seed)
{
    MadeUpPainter painter(box(), seed);
    for (const WellAct& act : puddleOf(first, box()).acts)
        if (act.kind == WellAct::Kind::Paint)
            painter.putIn(act.paint, act.amount);
    const int before = painter.touches();
    Arrival arrival;
    while (painter.touches() - before < patience) {
        const Lab seen = painter.seenFor(wanted);
        if (deltaE00(seen, wanted.colour) <= there) {
            arrival.arrived = true;
            break;
        }
        const double wants = std::atan2(wanted.colour.b - seen.b, wanted.colour.a - seen.a) * 180 / M_PI;
        std::size_t best = 0;
        double least = 1000;
        for (const std::size_t place : everyPlace()) {
            const double off =
                std::abs(signedDegreesBetween(toLch(box()[place].swatch.thin).hueDegrees, normalisedDegrees(wants)));
            if (off < least) {
                least = off;
                best = place;
            }
        }
        painter.putIn(best, 0.25);
    }
    arrival.touches = painter.touches() - before;
    return arrival;
}

double median(std::vector<int> values)
{
    std::ranges::sort(values);
    return values[values.size() / 2];
}

} // namespace

void TestNextTouch::aPuddleIsWhatWentIn()
{
    Puddle puddle;
    QVERIFY(contentsOf(puddle).isEmpty());
    QVERIFY(!recipeOf(contentsOf(puddle), usualHandling));
    puddle.acts = {{WellAct::Kind::Paint, 3, 2},
                   {WellAct::Kind::Paint, 1, 0.125},
                   {WellAct::Kind::Paint, 3, 1},
                   {WellAct::Kind::Water, 0, 0.5},
                   {WellAct::Kind::Blot, 0, 0.5}};
    const PuddleContents contents = contentsOf(puddle);
    QCOMPARE(contents.parts.size(), 2U);
    QCOMPARE(contents.parts[0], (std::pair<std::size_t, double>(3, 1.5)));
    QCOMPARE(contents.parts[1], (std::pair<std::size_t, double>(1, 0.0625)));
    QCOMPARE(contents.wash, 0.5);
    QCOMPARE(recipeOf(contents, usualHandling)->parts,
             (std::vector<Part>{{3, 12}, {1, 1}})); // half a touch still counts as one
    const Film by = filmOf(contents, box());
    const std::array films{WeightedFilm{&box()[3].film, 24 * box()[3].strength},
                           WeightedFilm{&box()[1].film, box()[1].strength}};
    const Film hand = mixedFilm(films);
    for (std::size_t band = 0; band < bandCount; ++band)
        QVERIFY(std::abs(by.absorption[band] - hand.absorption[band]) < 1e-12);
    // Water stays: as much paint again makes the wash twice as thick, and never thicker than full.
    puddle.acts = {{WellAct::Kind::Paint, 3, 2}, {WellAct::Kind::Water, 0, 0.25}, {WellAct::Kind::Paint, 3, 2}};
    QCOMPARE(contentsOf(puddle).wash, 0.5);
    puddle.acts.push_back({WellAct::Kind::Paint, 3, 100});
    QCOMPARE(contentsOf(puddle).wash, 1.0);
}

void TestNextTouch::stepsCanBeTakenBack()
{
    const Recipe recipe{{{5, 1}, {0, 48}}, 0.5};
    const Puddle puddle = puddleOf(recipe, box());
    QCOMPARE(puddle.acts.size(), 3U);
    QCOMPARE(puddle.acts[0], (WellAct{WellAct::Kind::Paint, 0, 6})); // the yellow first
    QCOMPARE(puddle.acts[1], (WellAct{WellAct::Kind::Paint, 5, 0.125}));
    QCOMPARE(puddle.acts[2], (WellAct{WellAct::Kind::Water, 0, 0.5}));
    QCOMPARE(contentsOf(puddle, 1).parts.size(), 1U);
    QCOMPARE(contentsOf(puddle, 0).parts.size(), 0U);
    QCOMPARE(contentsOf(puddle, 99), contentsOf(puddle));
    QCOMPARE(deltaE00(colourOf(*recipeOf(contentsOf(puddle), usualHandling), box()), colourOf(recipe, box())), 0.0);
}

void TestNextTouch::whatIsWeakGoesInFirst()
{
    const auto order = startOrder({{{5, 1}, {4, 2}, {0, 3}}, 1}, box()); // phthalo, ultramarine, lemon
    QCOMPARE(order, (std::vector<std::size_t>{2, 1, 0}));
}

void TestNextTouch::paintForAnAreaIsWorkedOutByHand()
{
    // 200 square centimetres at half strength: 200 x 0.5 x 0.25 / 100 = 0.25 ml, three quarters of it the first.
    const auto amounts = millilitresFor({{{0, 3}, {5, 1}}, 0.5}, 200);
    QCOMPARE(amounts[0], 0.1875);
    QCOMPARE(amounts[1], 0.0625);
}

void TestNextTouch::aStrongTubeFirstIsWarnedOf()
{
    const auto begun = [](std::initializer_list<std::size_t> paints) {
        Puddle puddle;
        for (const std::size_t paint : paints)
            puddle.acts.push_back({WellAct::Kind::Paint, paint, 1});
        return strongCameFirst(puddle, box());
    };
    QVERIFY(begun({5, 0}));
    QVERIFY(!begun({0, 5}));
    QVERIFY(begun({5}));
    QVERIFY(!begun({0}));
    QVERIFY(!begun({}));
}

void TestNextTouch::sightsContradict()
{
    const Wanted wanted{{50, 10, 10}, {}, false, false};
    QVERIFY(sightOf({Look::TooGreen, Look::TooLight}, wanted).has_value());
    const auto refused = sightOf({Look::TooLight, Look::TooDark}, wanted);
    QVERIFY(!refused.has_value());
    QCOMPARE(refused.error().message, std::string("it cannot be too light and too dark at once"));
    const Lab green = sightOf({Look::TooGreen}, wanted)->colour;
    QVERIFY(green.a < 10 && green.b == 10);
    for (const Look look : allLooks)
        QCOMPARE(named<Look>(nameOf(look)), std::optional(look));
}

void TestNextTouch::aSightSaysWhichGotInTooMuch()
{
    // A green of lemon and phthalo that is seen as if there were twice the phthalo.
    const PuddleContents contents{{{0, 6}, {5, 0.25}}, 1};
    const Lab seen = seenLab(filmOf({{{0, 6}, {5, 0.5}}, 1}, box()), 1, whitePaper());
    const Belief first = firstBelief(box().size());
    const Belief after = corrected(first, contents, {seen, 0.5}, box(), whitePaper());
    const double factor = std::exp(after.logFactor[5] - after.logFactor[0]);
    QVERIFY2(factor > 1.6 && factor < 2.2, qPrintable(QString::number(factor)));
    QVERIFY(after.sd[5] < first.sd[5]);
    QCOMPARE(after.logFactor[4], 0.0); // what is not in it is not judged
    const Belief same =
        corrected(first, contents, {seenLab(filmOf(contents, box()), 1, whitePaper()), 0.5}, box(), whitePaper());
    QVERIFY(std::abs(same.logFactor[5]) < 0.05);
}

/// 300 painters whose tubes differ by up to twice and who take up a fifth more or less: from the recipe of a colour to
/// within the tolerance, against those who add the complement.
void TestNextTouch::paintersArrive()
{
    std::mt19937 random(77);
    std::vector<int> touches;
    std::vector<int> plain;
    int arrived = 0;
    int overshot = 0;
    int asked = 0;
    int asTheHueCalls = 0;
    for (unsigned painter = 0; painter < 300; ++painter) {
        // A colour that the box can mix, out of two or three tubes.
        Recipe hidden{{}, std::exp(-1.5 * double(random() % 1000) / 1000)};
        while (hidden.parts.size() < 2 + painter % 2) {
            const std::size_t paint = random() % box().size();
            if (std::ranges::find(hidden.parts, paint, &Part::paint) == hidden.parts.end())
                hidden.parts.push_back({paint, 1 + int(random() % 5)});
        }
        const Wanted wanted{colourOf(hidden, box()), {}, false, false};
        const Arrival arrival = withAdvice(wanted, hidden, painter);
        touches.push_back(arrival.touches);
        arrived += arrival.arrived;
        overshot += arrival.overshot;
        asked += arrival.asTheHueCalls.has_value();
        asTheHueCalls += arrival.asTheHueCalls.value_or(false);
        const Arrival other = withComplements(wanted, hidden, painter);
        plain.push_back(other.arrived ? other.touches : patience);
    }
    const auto mean = [](const std::vector<int>& values) {
        return std::accumulate(values.begin(), values.end(), 0.0) / double(values.size());
    };
    // Those who were there at once need no advice.
    const auto needed = [](std::vector<int> values) {
        std::erase(values, 0);
        return values;
    };
    qInfo("%d of 300 arrived, in %.0f touches (median; mean %.1f), of those who needed any %.0f; past the hue %d; by "
          "complements %.0f (mean %.1f), %.0f",
          arrived, median(touches), mean(touches), median(needed(touches)), overshot, median(plain), mean(plain),
          median(needed(plain)));
    qInfo("the first tube is one that the hue calls for %d times of %d", asTheHueCalls, asked);
    QVERIFY(10 * asTheHueCalls >= 9 * asked);
    QVERIFY(median(needed(touches)) <= 4);
    QVERIFY(arrived >= 285);
    QVERIFY(median(needed(plain)) > median(needed(touches)));
    QVERIFY(overshot < 15);
}

/// Tubes that hold a fifth of another paint besides what is thought: with what amounts do not explain reckoned with,
/// more painters arrive, and sooner.
void TestNextTouch::tubesOfOtherColoursAreReckonedWith()
{
    std::mt19937 random(78);
    std::array<int, 2> arrived{};
    std::array<int, 2> touches{};
    constexpr unsigned painters = 150;
    for (unsigned painter = 0; painter < painters; ++painter) {
        Recipe hidden{{}, std::exp(-1.2 * double(random() % 1000) / 1000)};
        while (hidden.parts.size() < 2) {
            const std::size_t paint = random() % box().size();
            if (std::ranges::find(hidden.parts, paint, &Part::paint) == hidden.parts.end())
                hidden.parts.push_back({paint, 1 + int(random() % 5)});
        }
        const Wanted wanted{colourOf(hidden, box()), {}, false, false};
        for (const bool reckons : {false, true}) {
            const Arrival arrival = withAdvice(wanted, hidden, painter, 0.2, reckons);
            arrived[reckons] += arrival.arrived;
            touches[reckons] += arrival.arrived ? arrival.touches : patience;
        }
    }
    qInfo("arrived %d and %d of %u, in %d and %d touches together", arrived[0], arrived[1], painters, touches[0],
          touches[1]);
    QVERIFY(arrived[1] > arrived[0] + 10);
    QVERIFY(touches[1] < touches[0]);
}

/// Whoever says that a puddle is too green is never told that it is there, also where no amount explains it.
void TestNextTouch::whatIsSaidIsNeverPassedOver()
{
    const std::vector<std::pair<std::size_t, double>> puddles[]{
        {{9, 5}, {8, 1}}, {{4, 3}, {7, 1}}, {{0, 3}, {5, 0.25}}};
    for (const auto& parts : puddles)
        for (const double wash : {1.0, 0.35})
            for (const Look look : allLooks) {
                const PuddleContents contents{parts, wash};
                const Wanted wanted{seenLab(filmOf(contents, box()), wash, whitePaper()), {}, false, false};
                const Sight sight = *sightOf({look}, wanted);
                const Belief belief = corrected(firstBelief(box().size()), contents, sight, box(), whitePaper());
                const Wanted aimed = aimedAt(wanted, unexplained(belief, contents, sight, box(), whitePaper()));
                const TouchAdvice advice = nextTouch(contents, aimed, box(), belief, {everyPlace(), 2});
                // Lighter and darker is water's to mend, and a thinner wash is duller, too.
                if (look == Look::TooLight || look == Look::TooDark || look == Look::TooDull)
                    continue;
                QVERIFY2(advice.apartNow > 2, nameOf(look).data());
                QVERIFY2(!advice.steps.empty() || advice.leansWrong, nameOf(look).data());
            }
}

void TestNextTouch::whatCannotGetThereSaysWhy()
{
    // A clean blue is wanted; there is only burnt sienna to put into ultramarine and sienna.
    const PuddleContents contents{{{4, 2}, {7, 2}}, 1};
    const TouchAdvice advice =
        nextTouch(contents, {box()[4].swatch.thin, {}, false, false}, box(), firstBelief(box().size()), {{7}, 2});
    QVERIFY(advice.steps.empty());
    QVERIFY(advice.apartNow > 10);
    QCOMPARE(advice.leansWrong, std::optional<std::size_t>(7));
}

void TestNextTouch::nothingComesOfAnEmptyWell()
{
    const TouchAdvice advice =
        nextTouch({}, {{50, 0, 0}, {}, false, false}, box(), firstBelief(box().size()), {everyPlace(), 2});
    QVERIFY(advice.steps.empty() && !advice.leansWrong);
    const PuddleContents there{{{4, 2}}, 1};
    const Lab own = seenLab(box()[4].film, 1, whitePaper());
    const TouchAdvice done =
        nextTouch(there, {own, {}, false, false}, box(), firstBelief(box().size()), {everyPlace(), 2});
    QVERIFY(done.steps.empty() && !done.leansWrong && done.apartNow < 0.1);
}

IRIS_TEST(TestNextTouch, NoApplication)
#include "tst_nexttouch.moc"
