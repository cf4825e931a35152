#include "../testprogram.h"
#include "paint/rebuild.h"

#include "colour/deltae.h"
#include "paint/paint.h"
#include "paint/paper.h"

#include <QtTest>
#include <algorithm>
#include <random>

using namespace iris;

class TestRebuild : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void meetsEveryRowOfTheTable();
    void predictsMixesOfKnownFilms();
    void warnsOfImpossibleSwatches();
    void remembersFilms();
    void constantsAreTheTables();
};

namespace {

/// A made-up pigment: absorption bands and an edge, scattering log-linear in wavelength.
Film madeUpFilm(std::mt19937& random)
{
    std::uniform_real_distribution<double> unit(0, 1);
    const double centre = 400 + 300 * unit(random);
    const double width = 30 + 60 * unit(random);
    const double height = 0.5 + 4 * unit(random);
    const double edge = 430 + 200 * unit(random);
    const double steep = 12 + 20 * unit(random);
    const double edgeHeight = 4 * unit(random);
    const double floor = 0.01 + 0.05 * unit(random);
    const double s = 0.02 * std::pow(25, unit(random));
    const double slope = -0.3 + 0.6 * unit(random);
    Film film;
    film.absorption = spectrumFrom([&](double nm) {
        const double bump = (nm - centre) / width;
        return floor + height * std::exp(-bump * bump) + edgeHeight / (1 + std::exp((nm - edge) / steep));
    });
    film.scattering = spectrumFrom([&](double nm) { return s * std::exp(slope * (nm - 555) / 175); });
    return film;
}

Film half(const Film& one, const Film& two)
{
    Film mix;
    for (std::size_t band = 0; band < bandCount; ++band) {
        mix.absorption[band] = (one.absorption[band] + two.absorption[band]) / 2;
        mix.scattering[band] = (one.scattering[band] + two.scattering[band]) / 2;
    }
    return mix;
}

} // namespace

void TestRebuild::meetsEveryRowOfTheTable()
{
    for (const ReferencePigment& row : ReferenceTable::shipped().pigments()) {
        const RebuiltFilm film = rebuildFilm({row.full, row.thin, row.overBlack});
        // The design asks for 0.3; the rows are rounded to 0.1.
        QVERIFY2(film.worstResidual() < 0.1,
                 qPrintable(QString("%1 %2").arg(row.id().c_str()).arg(film.worstResidual())));
    }
}

/// Three colours are enough: mixes of rebuilt films against mixes of the true ones. The design's own trial had 0.6 at
/// the median and 1.8 at the 90th percentile.
void TestRebuild::predictsMixesOfKnownFilms()
{
    constexpr unsigned seed = 25;
    std::mt19937 random(seed);
    std::vector<Film> truth;
    std::vector<Film> rebuilt;
    for (int i = 0; i < 25; ++i) {
        truth.push_back(madeUpFilm(random));
        rebuilt.push_back(rebuildFilm(swatchOf(truth.back())).film);
    }
    std::vector<double> apart;
    for (std::size_t i = 0; i < truth.size(); ++i)
        for (std::size_t j = i + 1; j < truth.size(); ++j)
            for (const double x : {wash::full, wash::middle, wash::thin})
                apart.push_back(deltaE00(seenLab(half(truth[i], truth[j]), x, whitePaper()),
                                         seenLab(half(rebuilt[i], rebuilt[j]), x, whitePaper())));
    std::ranges::sort(apart);
    const double median = apart[apart.size() / 2];
    const double ninetieth = apart[apart.size() * 9 / 10];
    qInfo("mix predictions: median %.2f, 90th percentile %.2f deltaE00", median, ninetieth);
    QVERIFY(median < 0.8);
    QVERIFY(ninetieth < 2.2);
}

void TestRebuild::warnsOfImpossibleSwatches()
{
    // Darker when thin than when full: no film does that.
    const RebuiltFilm film = rebuildFilm({{80, 0, 20}, {40, 0, 10}, {70, 0, 10}});
    QVERIFY(!film.fits());
    for (const double k : film.film.absorption)
        QVERIFY(std::isfinite(k) && k >= 0);
}

void TestRebuild::remembersFilms()
{
    FilmCache cache;
    const Swatch swatch{{42, 23, 30}, {78, 11, 18}, {27, 7, 9}};
    const std::vector label{ReferenceTable::shipped().find("PBr7/burnt sienna").value()};
    const LabelledFilm first = cache.rebuilt(swatch, label, 1);
    QCOMPARE(cache.rebuilt(swatch, label, 1), first);
    QCOMPARE(rebuildFilm(swatch, label, 1), first);
    QVERIFY(cache.rebuilt(swatch, {}, 1) != first && cache.rebuilt(swatch, label, 0.5) != first);
}

/// data/reference/README.md: paper L* 96.1, bare line L* 26.6, darkest possible film L* 15.5.
void TestRebuild::constantsAreTheTables()
{
    QVERIFY(std::abs(seenLab({}, 1, whitePaper()).l - 96.1) < 0.05);
    QVERIFY(std::abs(seenLab({}, 1, blackLine()).l - 26.6) < 0.05);
    QVERIFY(std::abs(seenLab({}, 1, flatSpectrum(0)).l - 15.5) < 0.05);
    const Spectrum paper = whitePaper();
    QVERIFY(std::abs(underSurface(seen(paper))[10] - paper[10]) < 1e-12);
}

IRIS_TEST(TestRebuild, NoApplication)
#include "tst_rebuild.moc"
