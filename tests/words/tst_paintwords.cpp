#include "../testprogram.h"
#include "words/findwords.h"
#include "words/mixwords.h"
#include "words/paintwords.h"

#include <QtTest>

using namespace iris;

/// One word for one thing: the words for a tube and for a mix, each from its one home.
class TestPaintWords : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void ratingsHaveTheirWords();
    void leansAreTold();
    void washesAreTold();
    void washWordsRunFromStrongToBare();
    void cleanlinessSaysBesideWhat();
    void adviceNamesATubeWhole();
};

/// What was shown large ended with the first full stop, which may be one of the tube's name.
void TestPaintWords::adviceNamesATubeWhole()
{
    std::vector<Paint> paints{referencePaint("PR108"), referencePaint("PB29")};
    paints[0].name = "Cad. Red, St. Anne";
    TouchAdvice advice;
    advice.apartNow = 12;
    advice.steps.resize(1);
    advice.steps.front().paint = 0;
    advice.steps.front().parts = 0.25;
    const AdviceWords words = adviceWords(advice, paints, 4);
    QCOMPARE(words.act, std::string("Put in 2 touches of Cad. Red, St. Anne, and look."));
    QVERIFY(!words.then.empty());
    QCOMPARE(words.whole(), words.act + " " + words.then);
}

void TestPaintWords::ratingsHaveTheirWords()
{
    QCOMPARE(stainingWord(0), std::string_view("lifts clean"));
    QCOMPARE(stainingWord(1), std::string_view("lifts well"));
    QCOMPARE(stainingWord(2), std::string_view("lifts a little"));
    QCOMPARE(stainingWord(3), std::string_view("stains"));
    QCOMPARE(granulationWord(9), std::string_view("granulates strongly"));
    QCOMPARE(lightfastnessWord(0), std::string_view("excellent"));
    QCOMPARE(lightfastnessWord(5), std::string_view("fugitive"));
}

void TestPaintWords::leansAreTold()
{
    using enum HueFamily;
    QCOMPARE(describe(Lean{Yellow, Green, 9}), std::string("yellow, leans green"));
    QCOMPARE(describe(Lean{Blue, Blue, 1}), std::string("blue, near the middle"));
    QCOMPARE(describe(Lean{Black, Black, 0}), std::string("black, neutral"));
    QCOMPARE(describeSide(Lean{Brown, Red, -5}), std::string("leans red"));
    Transparency transparency;
    transparency.kind = TransparencyClass::SemiOpaque;
    QCOMPARE(describe(transparency), std::string("semi-opaque"));
    transparency.uncertain = true;
    QCOMPARE(describe(transparency), std::string("probably semi-opaque"));
}

void TestPaintWords::washesAreTold()
{
    QCOMPARE(washWord(wash::full), std::string("full"));
    QCOMPARE(washWord(wash::middle), std::string("middle"));
    QCOMPARE(washWord(wash::thin), std::string("thin"));
    QCOMPARE(washWord(2), std::string("full, twice"));
    QCOMPARE(washWord(1.4), std::string("fairly full, twice"));
    QCOMPARE(washWord(4), std::string("extra strong"));
    QCOMPARE(washWord(0), std::string("bare paper"));
}

void TestPaintWords::washWordsRunFromStrongToBare()
{
    const auto words = washWords();
    for (std::size_t i = 0; i < words.size(); ++i) {
        QVERIFY(!words[i].word.empty() && !words[i].meaning.empty());
        QVERIFY(i == 0 || words[i].above < words[i - 1].above);
    }
}

void TestPaintWords::cleanlinessSaysBesideWhat()
{
    QCOMPARE(cleanlinessWords(0.95, {50, -50, 10}), std::string("as clean as your tubes go at this hue"));
    QCOMPARE(cleanlinessWords(0.85, {50, -50, 10}), std::string("nearly as clean as your tubes go at this hue"));
    QCOMPARE(cleanlinessWords(0.3, {50, -20, 10}), std::string("muted for what your tubes can do at this hue"));
    QCOMPARE(cleanlinessWords(1, {50, 2, 2}), std::string());
}

IRIS_TEST(TestPaintWords, NoApplication)
#include "tst_paintwords.moc"
