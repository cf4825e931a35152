#include "../testprogram.h"
#include "paint/film.h"

#include "paint/paper.h"

#include <QtTest>
#include <array>
#include <random>

using namespace iris;

class TestFilm : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void solvesTheDifferentialEquations();
    void hasTheRightLimits();
    void isKubelkasHyperbolicForm();
    void derivativesMatchDifferences();
    void staysBetweenNothingAndEverything();
    void layersAddUp();
    void behavesAsCurtisSays_data();
    void behavesAsCurtisSays();
};

namespace {

/// Kubelka and Munk's equation for the reflectance of a growing film, dR/dx = S - 2 (S + K) R + S R^2, by the classical
/// fourth-order Runge-Kutta method from the bare backing.
double integrated(double k, double s, double x, double backing)
{
    const auto slope = [&](double r) { return s - 2 * (s + k) * r + s * r * r; };
    const int steps = 20000;
    const double h = x / steps;
    double r = backing;
    for (int i = 0; i < steps; ++i) {
        const double a = slope(r);
        const double b = slope(r + h * a / 2);
        const double c = slope(r + h * b / 2);
        const double d = slope(r + h * c);
        r += h * (a + 2 * b + 2 * c + d) / 6;
    }
    return r;
}

} // namespace

void TestFilm::solvesTheDifferentialEquations()
{
    for (const double k : {0.0, 0.001, 0.05, 0.7, 4.0, 12.0})
        for (const double s : {0.0, 0.001, 0.04, 0.6, 3.0})
            for (const double x : {0.1, 0.45, 1.0, 2.0})
                for (const double backing : {0.03, 0.5, 0.9})
                    QVERIFY2(std::abs(filmReflectance(k, s, x, backing) - integrated(k, s, x, backing)) < 1e-6,
                             qPrintable(QString("K %1 S %2 x %3 Rg %4").arg(k).arg(s).arg(x).arg(backing)));
}

void TestFilm::hasTheRightLimits()
{
    QCOMPARE(filmReflectance(3, 0.4, 0, 0.83), 0.83);
    QVERIFY(std::abs(filmReflectance(0.7, 0, 0.6, 0.9) - 0.9 * std::exp(-2 * 0.7 * 0.6)) < 1e-12);
    QVERIFY(std::abs(filmReflectance(0, 0, 5, 0.9) - 0.9) < 1e-12);
    for (const double k : {0.01, 0.5, 4.0})
        for (const double s : {0.05, 0.5, 2.0})
            QVERIFY(std::abs(filmReflectance(k, s, 400, 0.9) - infiniteReflectance(k, s)) < 1e-9);
    const double ratio = 0.3 / 0.8;
    QVERIFY(std::abs(infiniteReflectance(0.3, 0.8) - (1 + ratio - std::sqrt(ratio * ratio + 2 * ratio))) < 1e-15);
    QCOMPARE(infiniteReflectance(1, 0), 0.0);
}

/// The form printed by Kubelka (1948), with coth.
void TestFilm::isKubelkasHyperbolicForm()
{
    std::mt19937 random(3);
    std::uniform_real_distribution<double> value(0.02, 3);
    std::uniform_real_distribution<double> grey(0.02, 0.95);
    for (int i = 0; i < 2000; ++i) {
        const double k = value(random);
        const double s = value(random);
        const double x = value(random);
        const double rg = grey(random);
        const double a = 1 + k / s;
        const double b = std::sqrt(a * a - 1);
        const double bCoth = b / std::tanh(b * s * x);
        const double expected = (1 - rg * (a - bCoth)) / (a - rg + bCoth);
        QVERIFY(std::abs(filmReflectance(k, s, x, rg) - expected) < 1e-12);
    }
}

void TestFilm::derivativesMatchDifferences()
{
    std::mt19937 random(4);
    std::uniform_real_distribution<double> logValue(-6, 2);
    for (int i = 0; i < 500; ++i) {
        const double k = std::exp(logValue(random));
        const double s = std::exp(logValue(random));
        const double x = 0.2 + 0.8 * (i % 2);
        const FilmPoint point = filmPoint(k, s, x, 0.88);
        const double hk = 1e-5 * k;
        const double hs = 1e-5 * s;
        const double byK = (filmReflectance(k + hk, s, x, 0.88) - filmReflectance(k - hk, s, x, 0.88)) / (2 * hk);
        const double byS = (filmReflectance(k, s + hs, x, 0.88) - filmReflectance(k, s - hs, x, 0.88)) / (2 * hs);
        QVERIFY(std::abs(point.reflectance - filmReflectance(k, s, x, 0.88)) < 1e-14);
        QVERIFY(std::abs(point.perAbsorption - byK) < 1e-5 * (1 + std::abs(byK)));
        QVERIFY(std::abs(point.perScattering - byS) < 1e-5 * (1 + std::abs(byS)));
    }
}

void TestFilm::staysBetweenNothingAndEverything()
{
    for (double k = 0; k < 20; k = k * 1.7 + 1e-4)
        for (double s = 0; s < 20; s = s * 1.7 + 1e-4)
            for (const double x : {0.05, 1.0, 30.0})
                for (const double backing : {0.0, 0.4, 1.0}) {
                    const double r = filmReflectance(k, s, x, backing);
                    QVERIFY(r >= -1e-12 && r <= 1 + 1e-12);
                }
}

/// Two films of one paint are one film of the summed thickness.
void TestFilm::layersAddUp()
{
    Film film;
    film.absorption = spectrumFrom([](double nm) { return 0.1 + (nm - 380) / 200; });
    film.scattering = spectrumFrom([](double nm) { return 0.4 - (nm - 380) / 1000; });
    const Spectrum once = filmReflectance(film, 1.0, whitePaper());
    const Spectrum glazed = filmReflectance(film, 0.3, filmReflectance(film, 0.7, whitePaper()));
    for (std::size_t band = 0; band < bandCount; ++band)
        QVERIFY(std::abs(once[band] - glazed[band]) < 1e-12);
}

/// Curtis, Anderson, Seims, Fleischer and Salesin, "Computer-Generated Watercolor", SIGGRAPH 1997, table of K and S for
/// red, green and blue. The figures are from memory. Their text: opaque paints show much the same over white and black,
/// transparent ones vanish over black, and interference colours are faint over white and bright over black.
void TestFilm::behavesAsCurtisSays_data()
{
    QTest::addColumn<QList<double>>("k");
    QTest::addColumn<QList<double>>("s");
    QTest::addColumn<QString>("kind");
    QTest::newRow("quinacridone rose") << QList<double>{0.22, 1.47, 0.57} << QList<double>{0.05, 0.003, 0.03}
                                       << "transparent";
    QTest::newRow("hookers green") << QList<double>{1.62, 0.61, 1.64} << QList<double>{0.01, 0.012, 0.003}
                                   << "transparent";
    QTest::newRow("phthalo green") << QList<double>{1.55, 0.47, 0.63} << QList<double>{0.01, 0.05, 0.035}
                                   << "transparent";
    QTest::newRow("ultramarine") << QList<double>{0.86, 0.86, 0.06} << QList<double>{0.005, 0.005, 0.09}
                                 << "transparent";
    QTest::newRow("indian red") << QList<double>{0.46, 1.07, 1.50} << QList<double>{1.28, 0.38, 0.21} << "opaque";
    QTest::newRow("interference lilac") << QList<double>{0.08, 0.11, 0.07} << QList<double>{1.25, 0.42, 1.43}
                                        << "interference";
}

void TestFilm::behavesAsCurtisSays()
{
    QFETCH(QList<double>, k);
    QFETCH(QList<double>, s);
    QFETCH(QString, kind);
    double white = 0;
    double black = 0;
    for (int channel = 0; channel < 3; ++channel) {
        white += filmReflectance(k[channel], s[channel], 1, 1) / 3;
        black += filmReflectance(k[channel], s[channel], 1, 0) / 3;
    }
    if (kind == "transparent")
        QVERIFY2(black < 0.06 && white > 3 * black, qPrintable(QString("%1 %2").arg(white).arg(black)));
    else if (kind == "opaque")
        QVERIFY2(black > 0.6 * white, qPrintable(QString("%1 %2").arg(white).arg(black)));
    else
        QVERIFY2(white > 0.7 && black > 0.35, qPrintable(QString("%1 %2").arg(white).arg(black)));
}

IRIS_TEST(TestFilm, NoApplication)
#include "tst_film.moc"
