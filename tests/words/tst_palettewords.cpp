#include "../testprogram.h"
#include "words/palettewords.h"

#include <QtTest>

using namespace iris;

/// What is said of a palette: why it is the smallest, and what nothing reaches.
class TestPaletteWords : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void theProofNamesTheSizesThatWereTried();
    void whatIsOutOfReachIsToldWithTheNearest();
};

void TestPaletteWords::theProofNamesTheSizesThatWereTried()
{
    Choice choice;
    QVERIFY(proofWords(choice, School::Free).find("tube") == std::string::npos);
    choice.ruledOut = {{1, 24}};
    QVERIFY(proofWords(choice, School::Free).find("every set of 1 tube ") != std::string::npos);
    choice.ruledOut.push_back({2, 276});
    QVERIFY(proofWords(choice, School::Free).find("every set of 1 and 2 tubes ") != std::string::npos);
    QVERIFY(proofWords(choice, School::Triad).find("1 and 2") == std::string::npos); // a school has one size
}

void TestPaletteWords::whatIsOutOfReachIsToldWithTheNearest()
{
    std::vector<Paint> paints(2);
    paints[0].name = "Rose";
    paints[1].name = "Ultramarine";
    const Need dusk{"dusk", {40, 30, -40}, 7, 2};
    Unreachable missed;
    QVERIFY(nearestWords(missed, dusk, paints, false).find("nearest") == std::string::npos); // nothing is
    missed.nearest.recipe = {{{0, 3}, {1, 1}}, 0.2};
    missed.nearest.apart = 8.25;
    const std::string far = nearestWords(missed, dusk, paints, false);
    for (const char* fact : {"dusk", "Rose", "Ultramarine", "thin", "8.2 apart", "of yours"})
        QVERIFY2(far.find(fact) != std::string::npos, fact);
    QVERIFY(nearestWords(missed, dusk, paints, true).find("of yours") == std::string::npos);
    missed.nearest.apart = 5; // near enough as it is counted: it is the sureness that is missing
    QVERIFY(nearestWords(missed, dusk, paints, false).find("sure") != std::string::npos);
}

IRIS_TEST(TestPaletteWords, NoApplication)
#include "tst_palettewords.moc"
