#include "../testprogram.h"
#include "mixing/recipe.h"
#include "paint/ratings.h"

#include "colour/deltae.h"
#include "referencepaints.h"

#include <QtTest>

using namespace iris;

class TestRecipe : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void sharesGoByStrength();
    void mixingIsAdditive();
    void waterChangesOnlyThickness();
    void judgesTheWholeMix();
    void separationIsAMatterOfDegree();
    void saysItInWords();
};

/// Duncan (1940) with weights parts times strength, worked by hand: 2 parts of strength 3 and 6 of strength 1 are half
/// and half.
void TestRecipe::sharesGoByStrength()
{
    Paint strong;
    strong.strength = 3;
    strong.film.absorption = flatSpectrum(4);
    strong.film.scattering = flatSpectrum(0.2);
    Paint weak;
    weak.strength = 1;
    weak.film.absorption = flatSpectrum(1);
    weak.film.scattering = flatSpectrum(0.6);
    const std::array paints{strong, weak};
    const Film film = mixedFilm(Recipe{{{0, 2}, {1, 6}}, 1}, paints);
    QVERIFY(std::abs(film.absorption[5] - 2.5) < 1e-12);
    QVERIFY(std::abs(film.scattering[5] - 0.4) < 1e-12);
}

void TestRecipe::mixingIsAdditive()
{
    const std::array paints{referencePaint("PY3"), referencePaint("PB29"), referencePaint("PV19/rose")};
    const Film once = mixedFilm(Recipe{{{0, 1}, {1, 2}, {2, 1}}, 1}, paints);
    const Film doubled = mixedFilm(Recipe{{{0, 2}, {1, 4}, {2, 2}}, 1}, paints);
    const Film shuffled = mixedFilm(Recipe{{{2, 1}, {1, 2}, {0, 1}}, 1}, paints);
    for (std::size_t band = 0; band < bandCount; ++band) {
        QVERIFY(std::abs(once.absorption[band] - doubled.absorption[band]) < 1e-12);
        QVERIFY(std::abs(once.scattering[band] - shuffled.scattering[band]) < 1e-12);
    }
    const Paint& alone = paints[1];
    QVERIFY(deltaE00(colourOf({{{1, 3}}, 1}, paints), seenLab(alone.film, 1, whitePaper())) < 1e-9);
}

void TestRecipe::waterChangesOnlyThickness()
{
    const std::array paints{referencePaint("PY3"), referencePaint("PB29")};
    const Recipe full{{{0, 3}, {1, 1}}, wash::full};
    Recipe thin = full;
    thin.wash = wash::thin;
    QCOMPARE(mixedFilm(full, paints), mixedFilm(thin, paints));
    QVERIFY(colourOf(thin, paints).l > colourOf(full, paints).l);
    QVERIFY(deltaE00(judge(full, paints).swatch.thin, colourOf(thin, paints)) < 1e-9);
}

void TestRecipe::judgesTheWholeMix()
{
    const std::array paints{referencePaint("PB29"), referencePaint("PBk11"), referencePaint("PR83")};
    const MixJudgement two = judge({{{0, 1}, {1, 1}}, 1}, paints);
    QCOMPARE(two.separation, Separation::Yes);
    QCOMPARE(two.lightfastness, 1);
    const MixJudgement fugitive = judge({{{0, 5}, {2, 1}}, 1}, paints);
    QCOMPARE(fugitive.separation, Separation::No);
    QCOMPARE(fugitive.lightfastness, 4);
    QCOMPARE(fugitive.staining, 3);
}

/// Painters see ultramarine part from burnt sienna and from light red (common practice).
void TestRecipe::separationIsAMatterOfDegree()
{
    const auto separation = [](const char* first, const char* second) {
        const std::array paints{referencePaint(first), referencePaint(second)};
        return judge({{{0, 1}, {1, 1}}, 1}, paints).separation;
    };
    QCOMPARE(separation("PB29", "PBr7/burnt sienna"), Separation::Yes);
    QCOMPARE(separation("PB29", "PR101/light red"), Separation::May);
    QCOMPARE(separation("PB29", "PV14"), Separation::Yes);
    QCOMPARE(separation("PB29", "PY3"), Separation::No);
    const std::array blue{referencePaint("PB29")};
    QCOMPARE(judge({{{0, 1}, {0, 2}}, 1}, blue).separation, Separation::No); // a tube does not part from itself
    QCOMPARE(separationOf(std::array{1, 1}), Separation::No);
    QCOMPARE(separationOf(std::array{1, 2, 0}), Separation::May);
}

void TestRecipe::saysItInWords()
{
    QCOMPARE(partsText(Recipe{{{0, 3}, {4, 1}}, 1}), std::string("3 + 1"));
    QCOMPARE(partsText(Recipe{{{0, 3}}, 1}), std::string("alone"));
}

IRIS_TEST(TestRecipe, NoApplication)
#include "tst_recipe.moc"
