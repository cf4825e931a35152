#include "../testprogram.h"
#include "paint/labelprior.h"
#include "paint/rebuild.h"

#include "bentfilm.h"
#include "colour/deltae.h"
#include "paint/transparency.h"

#include <Eigen/Cholesky>

#include <QtTest>
#include <algorithm>
#include <random>

using namespace iris;

/// What the label is worth: films rebuilt from noisy readings of made-up tubes. The tubes are bent from the typical
/// films the way makers may differ (bentfilm.h), so the figures compare ways of rebuilding; they say nothing of real
/// paint.
class TestLabel : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void restsAtTheLowestCost();
    void knowsItsPigment_data();
    void knowsItsPigment();
    void opaqueRedsWithPhthalos();
    void aFalseLabelDoesNoHarm();
    void saysWhatATubeLooksLike();
    void severalPigmentsInOneTube();
    void withoutALabelItIsSmooth();
};

namespace {

using Label = std::vector<const ReferencePigment*>;

const ReferencePigment* rowOf(const char* id)
{
    return ReferenceTable::shipped().find(id).value();
}

/// The tubes of a well-filled drawer.
const std::vector<const char*> drawer{"PY3",
                                      "PY35/light",
                                      "PY35/medium",
                                      "PY42",
                                      "PY43",
                                      "PY74",
                                      "PY83",
                                      "PY97",
                                      "PY110",
                                      "PY150",
                                      "PY151",
                                      "PY153",
                                      "PY154",
                                      "PY175",
                                      "PO20",
                                      "PO49",
                                      "PO62",
                                      "PO71",
                                      "PO73",
                                      "PR83",
                                      "PR101/light red",
                                      "PR101/Indian red",
                                      "PR101/transparent",
                                      "PR108/light",
                                      "PR108/medium",
                                      "PR112",
                                      "PR122",
                                      "PR179",
                                      "PR188",
                                      "PR206",
                                      "PR209",
                                      "PR254",
                                      "PR255",
                                      "PV19/rose",
                                      "PV19/violet",
                                      "PV23",
                                      "PB15:3",
                                      "PB27",
                                      "PB28",
                                      "PB29",
                                      "PB35",
                                      "PB60",
                                      "PG7",
                                      "PG18",
                                      "PG36",
                                      "PBr7/burnt sienna",
                                      "PBr7/burnt umber"};

Film mixOf(const Film& one, const Film& other, double share)
{
    return mixedFilm(std::array{WeightedFilm{&one, 1 - share}, WeightedFilm{&other, share}});
}

struct Figures {
    double median;
    double ninetieth;
};

Figures figuresOf(std::vector<double> values)
{
    std::ranges::sort(values);
    return {values[values.size() / 2], values[values.size() * 9 / 10]};
}

/// How far the mixes of two films are from those they should be.
void addMisses(std::vector<double>& misses, const Film& one, const Film& other, const Film& trueOne,
               const Film& trueOther)
{
    for (const double share : {0.2, 0.5, 0.8})
        for (const double x : {wash::full, wash::middle, wash::thin})
            misses.push_back(deltaE00(seenLab(mixOf(one, other, share), x, whitePaper()),
                                      seenLab(mixOf(trueOne, trueOther, share), x, whitePaper())));
}

Figures missesOf(const std::vector<Film>& found, const std::vector<Film>& truth)
{
    std::vector<double> misses;
    for (std::size_t i = 0; i < truth.size(); ++i)
        for (std::size_t j = i + 1; j < truth.size(); ++j)
            addMisses(misses, found[i], found[j], truth[i], truth[j]);
    return figuresOf(misses);
}

/// Tubes of a drawer, and their films found three ways.
struct Trial {
    std::vector<Film> truth;
    std::vector<Film> exact;    ///< the colours met to the last digit
    std::vector<Film> smooth;   ///< met as far as the noise
    std::vector<Film> labelled; ///< and the label asked
    std::vector<LabelledFilm> judged;
};

/// @param labelOf what each tube's label says; the truth is the drawer
Trial trialOf(double noise, unsigned seed, const std::function<Label(std::size_t)>& labelOf)
{
    std::mt19937 random(seed);
    Trial trial;
    for (std::size_t i = 0; i < drawer.size(); ++i) {
        trial.truth.push_back(bentFilm(typicalFilm(*rowOf(drawer[i])), random));
        const Swatch swatch = readOf(trial.truth.back(), noise, random);
        trial.exact.push_back(rebuildFilm(swatch).film);
        trial.smooth.push_back(rebuildFilm(swatch, whitePaper(), std::max(noise, 0.15)).film);
        trial.judged.push_back(rebuildFilm(swatch, labelOf(i), noise));
        trial.labelled.push_back(trial.judged.back().rebuilt.film);
    }
    return trial;
}

Label honest(std::size_t i)
{
    return {rowOf(drawer[i])};
}

} // namespace

/// For a tube of two pigments: a step of any unknown costs more.
void TestLabel::restsAtTheLowestCost()
{
    const Label label{rowOf("PY150"), rowOf("PG7")};
    const FilmPrior prior = labelPrior(label);
    const Film film = prior.filmAt(Eigen::VectorXd::Constant(prior.unknowns(), 0.1));
    const Swatch swatch = swatchOf(film);
    const FilmFit fit = fitFilm(swatch, prior, 0.2, whitePaper());
    const Eigen::LLT<Eigen::MatrixXd> factor(prior.covariance);
    const auto costAt = [&](const Eigen::VectorXd& x) {
        const Swatch own = swatchOf(prior.filmAt(x));
        double misses = 0;
        for (const auto colour : {&Swatch::full, &Swatch::thin, &Swatch::overBlack})
            misses += std::pow((own.*colour).l - (swatch.*colour).l, 2)
                      + std::pow((own.*colour).a - (swatch.*colour).a, 2)
                      + std::pow((own.*colour).b - (swatch.*colour).b, 2);
        const Eigen::VectorXd offset = x - prior.mean;
        return offset.dot(factor.solve(offset)) + misses / (0.2 * 0.2);
    };
    QVERIFY(std::abs(costAt(fit.unknowns) - fit.cost) < 1e-6);
    for (Eigen::Index i = 0; i < prior.unknowns(); ++i)
        for (const double step : {-0.02, 0.02}) {
            Eigen::VectorXd x = fit.unknowns;
            x[i] += step;
            QVERIFY2(costAt(x) > fit.cost - 1e-3, qPrintable(QString::number(i)));
        }
}

void TestLabel::knowsItsPigment_data()
{
    QTest::addColumn<double>("noise");
    QTest::addColumn<double>("median");
    QTest::addColumn<double>("ninetieth");
    QTest::newRow("noise 0") << 0.0 << 0.15 << 0.4;
    QTest::newRow("noise 0.5") << 0.5 << 0.45 << 0.9;
    QTest::newRow("noise 1") << 1.0 << 0.85 << 1.7;
    QTest::newRow("noise 2") << 2.0 << 1.6 << 3.3;
}

void TestLabel::knowsItsPigment()
{
    QFETCH(double, noise);
    QFETCH(double, median);
    QFETCH(double, ninetieth);
    const Trial trial = trialOf(noise, 47, honest);
    const Figures exact = missesOf(trial.exact, trial.truth);
    const Figures smooth = missesOf(trial.smooth, trial.truth);
    const Figures labelled = missesOf(trial.labelled, trial.truth);
    const auto believed = std::ranges::count_if(trial.judged, [](const auto& one) { return one.believed > 0.5; });
    const auto alike = std::ranges::count_if(trial.judged, [](const auto& one) { return one.looksLikeItsLabel(); });
    qInfo("exact %.2f %.2f, as far as the noise %.2f %.2f, with the label %.2f %.2f; believed %d, alike %d of %d",
          exact.median, exact.ninetieth, smooth.median, smooth.ninetieth, labelled.median, labelled.ninetieth,
          int(believed), int(alike), int(drawer.size()));
    QVERIFY(labelled.median < median && labelled.ninetieth < ninetieth);
    QVERIFY(labelled.ninetieth < exact.ninetieth);
    QVERIFY(double(believed) >= 0.95 * double(drawer.size()));
    QVERIFY(double(alike) >= 0.95 * double(drawer.size()));
}

void TestLabel::opaqueRedsWithPhthalos()
{
    const Trial trial = trialOf(0.5, 47, honest);
    std::vector<double> misses;
    std::vector<double> before;
    const std::vector<std::string> reds{"PO20",        "PO73",         "PR101/light red", "PR101/Indian red",
                                        "PR108/light", "PR108/medium", "PR254",           "PR255"};
    const std::vector<std::string> phthalos{"PB15:3", "PG7", "PG36"};
    for (std::size_t i = 0; i < drawer.size(); ++i)
        for (std::size_t j = 0; j < drawer.size(); ++j)
            if (std::ranges::find(reds, drawer[i]) != reds.end()
                && std::ranges::find(phthalos, drawer[j]) != phthalos.end()) {
                addMisses(misses, trial.labelled[i], trial.labelled[j], trial.truth[i], trial.truth[j]);
                addMisses(before, trial.exact[i], trial.exact[j], trial.truth[i], trial.truth[j]);
            }
    qInfo("opaque reds with phthalos: 90th percentile %.2f, exact %.2f", figuresOf(misses).ninetieth,
          figuresOf(before).ninetieth);
    QVERIFY(figuresOf(misses).ninetieth < 1.3);
}

/// Eight labels name another pigment of the same hue; mixes with those tubes, against what was done before.
void TestLabel::aFalseLabelDoesNoHarm()
{
    const std::map<std::string, const char*> lies{{"PY3", "PY42"},
                                                  {"PY150", "PY83"},
                                                  {"PO49", "PO20"},
                                                  {"PR122", "PR108/deep"},
                                                  {"PR83", "PR101/Indian red"},
                                                  {"PB29", "PB35"},
                                                  {"PG18", "PG7"},
                                                  {"PBr7/burnt sienna", "PBr7/raw umber"}};
    for (const double noise : {0.5, 1.0}) {
        std::vector<double> misses;
        std::vector<double> before;
        int seen = 0;
        const Trial trial = trialOf(noise, 8, [&](std::size_t i) {
            const auto lie = lies.find(drawer[i]);
            return lie == lies.end() ? honest(i) : Label{rowOf(lie->second)};
        });
        for (std::size_t i = 0; i < drawer.size(); ++i) {
            if (!lies.contains(drawer[i]))
                continue;
            seen += !trial.judged[i].looksLikeItsLabel();
            for (std::size_t j = 0; j < drawer.size(); ++j)
                if (i != j) {
                    addMisses(misses, trial.labelled[i], trial.labelled[j], trial.truth[i], trial.truth[j]);
                    addMisses(before, trial.exact[i], trial.exact[j], trial.truth[i], trial.truth[j]);
                }
        }
        qInfo("noise %.1f, false labels: %.2f %.2f, exact %.2f %.2f; %d of %d seen to be false", noise,
              figuresOf(misses).median, figuresOf(misses).ninetieth, figuresOf(before).median,
              figuresOf(before).ninetieth, seen, int(lies.size()));
        QVERIFY(figuresOf(misses).median <= figuresOf(before).median);
        QVERIFY(figuresOf(misses).ninetieth <= figuresOf(before).ninetieth);
        QVERIFY(seen >= 6);
    }
}

/// A tube of cobalt blue that calls itself ultramarine.
void TestLabel::saysWhatATubeLooksLike()
{
    std::mt19937 random(28);
    int right = 0;
    for (const char* id : {"PB28", "PY3", "PV23", "PG7", "PR108/light", "PBr7/burnt umber"}) {
        const Swatch swatch = readOf(bentFilm(typicalFilm(*rowOf(id)), random), 0.5, random);
        const auto likely = likelyPigments(swatch, 0.5, ReferenceTable::shipped(), 3);
        QCOMPARE(likely.size(), 3U);
        right += std::ranges::any_of(likely, [&](const LikelyPigment& one) { return one.pigment == rowOf(id); });
    }
    QVERIFY2(right >= 5, qPrintable(QString::number(right)));
    const Swatch cobalt = readOf(typicalFilm(*rowOf("PB28")), 0.5, random);
    QVERIFY(!rebuildFilm(cobalt, Label{rowOf("PB29")}, 0.5).looksLikeItsLabel());
    QVERIFY(rebuildFilm(cobalt, Label{rowOf("PB28")}, 0.5).looksLikeItsLabel());
}

void TestLabel::severalPigmentsInOneTube()
{
    std::mt19937 random(16);
    std::vector<double> with;
    std::vector<double> without;
    const std::vector<std::pair<const char*, const char*>> tubes{{"PY150", "PG7"},
                                                                 {"PB29", "PBk7"},
                                                                 {"PB60", "PBk6"},
                                                                 {"PY3", "PG36"},
                                                                 {"PV19/rose", "PY150"},
                                                                 {"PB15:3", "PG7"},
                                                                 {"PR108/light", "PY35/light"},
                                                                 {"PW6", "PY42"}};
    for (const auto& [one, other] : tubes) {
        const Film truth =
            mixOf(bentFilm(typicalFilm(*rowOf(one)), random), bentFilm(typicalFilm(*rowOf(other)), random), 0.35);
        const Swatch swatch = readOf(truth, 0.5, random);
        const Film labelled = rebuildFilm(swatch, Label{rowOf(one), rowOf(other)}, 0.5).rebuilt.film;
        const Film exact = rebuildFilm(swatch).film;
        for (const char* partner : {"PY3", "PR254", "PB29", "PG7", "PW6", "PV19/rose", "PBr7/burnt sienna", "PY43"}) {
            const Film known = typicalFilm(*rowOf(partner));
            addMisses(with, labelled, known, truth, known);
            addMisses(without, exact, known, truth, known);
        }
    }
    qInfo("two pigments: %.2f %.2f, exact %.2f %.2f", figuresOf(with).median, figuresOf(with).ninetieth,
          figuresOf(without).median, figuresOf(without).ninetieth);
    QVERIFY(figuresOf(with).median < 0.4 && figuresOf(with).ninetieth < 1.0);
    QVERIFY(figuresOf(with).ninetieth < figuresOf(without).ninetieth);
}

void TestLabel::withoutALabelItIsSmooth()
{
    const Swatch swatch = swatchOf(typicalFilm(*rowOf("PB29")));
    const LabelledFilm none = rebuildFilm(swatch, Label{}, 1);
    QCOMPARE(none.believed, 0.0);
    QVERIFY(none.looksLikeItsLabel());
    QCOMPARE(none.rebuilt, rebuildFilm(swatch, whitePaper(), 1));
    // A dye that glows, mica and graphite tell no shape.
    QCOMPARE(rebuildFilm(swatch, Label{rowOf("PB29"), rowOf("PW20")}, 1).rebuilt, none.rebuilt);
}

IRIS_TEST(TestLabel, NoApplication)
#include "tst_label.moc"
