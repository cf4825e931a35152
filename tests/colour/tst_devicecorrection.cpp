#include "../testprogram.h"
#include "colour/devicecorrection.h"

#include "colour/deltae.h"
#include "colour/observer.h"

#include <QCoreApplication>
#include <QtTest>
#include <random>

using namespace iris;

namespace {

const std::vector<Lab> chart{{95, 0, 1},   {78, 0, 0},    {58, 0, 0},    {40, 0, 0},     {25, 0, 0},    {84, 4, 70},
                             {45, 58, 38}, {42, 45, -18}, {36, 12, -46}, {52, -26, -28}, {50, -42, 28}, {42, 22, 32}};

/// A device whose channels leak into each other and bend.
LinearRgb seenBy(const Lab& truth, double strength)
{
    const LinearRgb light = toLinearRgb(toXyz(truth, d50White));
    const double r = std::max(0.0, light.red), g = std::max(0.0, light.green), b = std::max(0.0, light.blue);
    const double leak = 0.04 * strength;
    return {std::pow((1 - leak) * r + leak * g, 1 + 0.05 * strength),
            std::pow((1 - leak) * g + leak * b, 1 - 0.04 * strength), std::pow((1 - leak) * b + leak * r, 1.0)};
}

std::vector<ChartPatch> patchesOf(const std::vector<Lab>& colours, double strength)
{
    std::vector<ChartPatch> patches;
    for (const Lab& lab : colours)
        patches.push_back({seenBy(lab, strength), lab});
    return patches;
}

double worstApart(const DeviceCorrection& correction, double strength)
{
    double worst = 0;
    std::mt19937 random(5);
    std::uniform_real_distribution<double> share(0, 1);
    for (int i = 0; i < 60; ++i) {
        const Lab truth = toLab(toXyz(LinearRgb{share(random), share(random), share(random)}), d50White);
        worst = std::max(worst, deltaE00(toLab(toXyz(correction.corrected(seenBy(truth, strength))), d50White), truth));
    }
    return worst;
}

} // namespace

class TestDeviceCorrection : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void untouchedChangesNothing();
    void faultsAreUndone();
    void whatCannotBeTrustedIsRefused();
    void statedUncertaintyGrowsWithTheMess();
    void linearRgbIsInvertible();
};

void TestDeviceCorrection::untouchedChangesNothing()
{
    const LinearRgb light{0.2, 0.5, 0.9};
    QCOMPARE(DeviceCorrection{}.corrected(light), light);
}

void TestDeviceCorrection::faultsAreUndone()
{
    QVERIFY(worstApart({}, 1) > 2);
    const auto correction = fitDeviceCorrection(patchesOf(chart, 1));
    QVERIFY(correction);
    // Colours stronger than any patch of the chart are the worst.
    QVERIFY2(worstApart(*correction, 1) < 1.5, qPrintable(QString::number(worstApart(*correction, 1))));
}

void TestDeviceCorrection::whatCannotBeTrustedIsRefused()
{
    auto few = patchesOf(chart, 1);
    few.resize(11);
    QVERIFY(QString::fromStdString(fitDeviceCorrection(few).error().message).contains("12 patches"));
    std::vector<Lab> noGreys = chart;
    for (int i = 0; i < 3; ++i)
        noGreys[static_cast<std::size_t>(i)] = {60, 30.0 + i, 20};
    QVERIFY(QString::fromStdString(fitDeviceCorrection(patchesOf(noGreys, 1)).error().message).contains("4 greys"));
    std::vector<Lab> greys;
    for (int i = 0; i < 12; ++i)
        greys.push_back({20.0 + 6 * i, 0, 0});
    QVERIFY(
        QString::fromStdString(fitDeviceCorrection(patchesOf(greys, 1)).error().message).contains("nothing but greys"));
    auto shuffled = patchesOf(chart, 1);
    for (std::size_t i = 0; i < shuffled.size(); ++i)
        shuffled[i].truth = chart[(i + 5) % chart.size()];
    QVERIFY(QString::fromStdString(fitDeviceCorrection(shuffled).error().message).contains("right way up"));
}

void TestDeviceCorrection::statedUncertaintyGrowsWithTheMess()
{
    auto clean = patchesOf(chart, 1);
    auto noisy = clean;
    std::mt19937 random(2);
    std::normal_distribution<double> error(0, 0.04);
    for (ChartPatch& patch : noisy)
        patch.seen = {patch.seen.red * (1 + error(random)), patch.seen.green * (1 + error(random)),
                      patch.seen.blue * (1 + error(random))};
    QVERIFY(fitDeviceCorrection(noisy)->uncertainty > fitDeviceCorrection(clean)->uncertainty + 0.5);
}

void TestDeviceCorrection::linearRgbIsInvertible()
{
    for (const Lab& lab : chart)
        QVERIFY(deltaE00(toLab(toXyz(toLinearRgb(toXyz(lab, d50White))), d50White), lab) < 1e-9);
    const LinearRgb white = toLinearRgb(d50White);
    QVERIFY(std::abs(white.red - 1) < 1e-9 && std::abs(white.green - 1) < 1e-9 && std::abs(white.blue - 1) < 1e-9);
}

IRIS_TEST(TestDeviceCorrection, QCoreApplication)
#include "tst_devicecorrection.moc"
