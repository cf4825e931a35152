#include "../testprogram.h"
#include "colour/deltae.h"
#include "colour/srgb.h"
#include "eye/question.h"
#include "eye/threshold.h"
#include "eye/weakspots.h"
#include "mixing/cleanliness.h"

#include <QtTest>
#include <numeric>
#include <set>

using namespace iris;

class TestEye : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void thePsychometricFunctionIsThatOfThePaper();
    void seededEyesAreFound_data();
    void seededEyesAreFound();
    void itGetsHarderAndEasier();
    void questionsOfTwoAreSo_data();
    void questionsOfTwoAreSo();
    void mixesAreAskedOnlyWhereTheModelIsSure_data();
    void mixesAreAskedOnlyWhereTheModelIsSure();
    void fewTubesGiveFewQuestions();
    void aRoundHasTen();
    void weakSpotsAreFoundAndNoOthers();

private:
    EyePaints own(std::size_t count) const;

    std::vector<Paint> m_paints;
    Learned m_learned;
};

EyePaints TestEye::own(std::size_t count) const
{
    std::vector<std::size_t> places(count);
    std::iota(places.begin(), places.end(), 0U);
    return {m_paints, places, m_learned, {}};
}

/// At threshold an eye with two to choose from is right in 82 of 100 (1 - 1/(2e), less slips); far below it guesses,
/// far above it slips in one of 200.
void TestEye::thePsychometricFunctionIsThatOfThePaper()
{
    QVERIFY(std::abs(chanceOfRight(3, 3, 0.5) - (0.01 * 0.5 + 0.99 * (1 - 0.5 / std::exp(1.0)))) < 1e-12);
    QVERIFY(std::abs(chanceOfRight(0.01, 3, 0.5) - 0.5) < 1e-3);
    QVERIFY(std::abs(chanceOfRight(60, 3, 0.5) - 0.995) < 1e-3);
    QVERIFY(std::abs(chanceOfRight(0.01, 3, 1.0 / 3) - 1.0 / 3) < 1e-3);
    double before = 0;
    for (double asked = 0.1; asked < 50; asked *= 1.1) {
        const double chance = chanceOfRight(asked, 3, 0.5);
        QVERIFY(chance >= before);
        before = chance;
    }
}

void TestEye::seededEyesAreFound_data()
{
    QTest::addColumn<double>("threshold");
    QTest::addColumn<double>("guessed");
    for (const double threshold : {0.8, 1.5, 3.0, 6.0, 12.0}) {
        QTest::addRow("%.1f of two", threshold) << threshold << 0.5;
        QTest::addRow("%.1f of three", threshold) << threshold << 1.0 / 3;
    }
}

/// Eyes that answer by chance, as likely right as they should be, are found within 15 %.
void TestEye::seededEyesAreFound()
{
    QFETCH(double, threshold);
    QFETCH(double, guessed);
    constexpr int eyes = 60;
    int found = 0;
    double bias = 0;
    for (unsigned seed = 1; seed <= eyes; ++seed) {
        std::mt19937 random(seed);
        std::uniform_real_distribution<double> chance(0, 1);
        Threshold learnt(4, guessed);
        for (int i = 0; i < 150; ++i) {
            const double asked = learnt.next();
            learnt.answer(asked, chance(random) < chanceOfRight(asked, threshold, guessed));
        }
        const double off = std::log(learnt.estimate() / threshold);
        bias += off / eyes;
        found += std::abs(off) < std::log(1.15) ? 1 : 0;
        QVERIFY(learnt.factor() < 1.3);
    }
    QVERIFY2(found >= eyes * 9 / 10, qPrintable(QString::number(found)));
    QVERIFY2(std::abs(bias) < 0.04, qPrintable(QString::number(bias)));
}

void TestEye::itGetsHarderAndEasier()
{
    Threshold good, bad;
    for (int i = 0; i < 10; ++i) {
        good.answer(good.next(), true);
        bad.answer(bad.next(), false);
    }
    QVERIFY(good.next() < 2 && bad.next() > 8);
    QVERIFY(good.factor() < Threshold().factor());
    std::vector<Answered> answers;
    const double first = worthAsking(EyeQuestion::Darker, answers);
    for (int i = 0; i < 8; ++i)
        answers.push_back({EyeQuestion::Darker, worthAsking(EyeQuestion::Darker, answers), true, {}});
    QVERIFY(worthAsking(EyeQuestion::Darker, answers) < first);
    QCOMPARE(worthAsking(EyeQuestion::Cleaner, answers), first); // another thing
}

void TestEye::questionsOfTwoAreSo_data()
{
    QTest::addColumn<int>("question");
    for (const EyeQuestion question :
         {EyeQuestion::Warmer, EyeQuestion::Cooler, EyeQuestion::Cleaner, EyeQuestion::Darker})
        QTest::newRow(nameOf(question).data()) << static_cast<int>(question);
}

/// What is called right is so by the measures that the program uses elsewhere, as far apart as asked, and both colours
/// can be shown.
void TestEye::questionsOfTwoAreSo()
{
    QFETCH(int, question);
    const auto kind = static_cast<EyeQuestion>(question);
    for (const char* code : {"PY3", "PR254", "PB29", "PG7", "PBr7/burnt sienna", "PBk9", "PV19/rose", "PY43"})
        m_paints.push_back(paintOf(*ReferenceTable::shipped().find(code).value()));
    std::mt19937 random(20261205);
    int left = 0;
    constexpr int asks = 120;
    for (int i = 0; i < asks; ++i) {
        const double apart = 0.8 + 0.07 * i;
        const auto asked = ask(kind, apart, own(8), random);
        QVERIFY2(asked.has_value(), qPrintable(QString::number(apart)));
        QVERIFY(std::abs(deltaE00(asked->colours[0], asked->colours[1]) - apart) < apart / 25);
        QVERIFY(!toSrgb(asked->colours[0]).outside && !toSrgb(asked->colours[1]).outside);
        const Lab& right = asked->colours[asked->right];
        const Lab& wrong = asked->colours[1 - asked->right];
        switch (kind) {
        case EyeQuestion::Warmer: QVERIFY(warmthOf(right) > warmthOf(wrong)); break;
        case EyeQuestion::Cooler: QVERIFY(warmthOf(right) < warmthOf(wrong)); break;
        case EyeQuestion::Cleaner: QVERIFY(toLch(right).chroma > toLch(wrong).chroma); break;
        default: QVERIFY(right.l < wrong.l);
        }
        left += asked->right == 0 ? 1 : 0;
    }
    QVERIFY(left > asks / 4 && left < asks * 3 / 4); // on no side
    m_paints.clear();
}

void TestEye::mixesAreAskedOnlyWhereTheModelIsSure_data()
{
    QTest::addColumn<int>("question");
    for (const EyeQuestion question :
         {EyeQuestion::WhichMakes, EyeQuestion::WhatWentIn, EyeQuestion::HowMuch, EyeQuestion::DoesItDull})
        QTest::newRow(nameOf(question).data()) << static_cast<int>(question);
}

void TestEye::mixesAreAskedOnlyWhereTheModelIsSure()
{
    QFETCH(int, question);
    const auto kind = static_cast<EyeQuestion>(question);
    m_paints.clear();
    for (const char* code : {"PY3", "PR254", "PB29", "PG7", "PBr7/burnt sienna", "PV19/rose", "PY43", "PB15:3"}) {
        m_paints.push_back(paintOf(*ReferenceTable::shipped().find(code).value()));
        m_paints.back().name = code;
    }
    m_learned = beforePainting(m_paints);
    std::mt19937 random(20261206);
    for (int i = 0; i < 25; ++i) {
        const auto asked = ask(kind, 6, own(8), random);
        QVERIFY(asked.has_value());
        QVERIFY(asked->right < asked->answers.size() && !asked->told.empty());
        QCOMPARE(std::set(asked->answers.begin(), asked->answers.end()).size(), asked->answers.size());
        if (kind == EyeQuestion::DoesItDull)
            continue;
        std::set<QStringList> pairs; // a pair is one answer, whichever of it comes first
        for (const std::string& answer : asked->answers) {
            QStringList names = QString::fromStdString(answer).split(" and ");
            names.sort();
            pairs.insert(names);
        }
        QCOMPARE(pairs.size(), asked->answers.size());
        QCOMPARE(asked->answers.size(), 3U);
        QVERIFY2(asked->apart >= 6, asked->words.c_str());
        QVERIFY2(asked->told.find(" apart") != std::string::npos, asked->told.c_str());
    }
    m_paints.clear();
}

void TestEye::fewTubesGiveFewQuestions()
{
    std::mt19937 random(1);
    for (const EyeQuestion question : allEyeQuestions)
        QVERIFY(!ask(question, 4, own(0), random));
    m_paints = {paintOf(*ReferenceTable::shipped().find("PB29").value())};
    QVERIFY(ask(EyeQuestion::Darker, 4, own(1), random).has_value());
    QVERIFY(!ask(EyeQuestion::WhichMakes, 4, own(1), random));
    QVERIFY(!ask(EyeQuestion::DoesItDull, 4, own(1), random));
    m_paints.clear();
}

void TestEye::aRoundHasTen()
{
    std::mt19937 random(1);
    const auto round = roundOfTen(random);
    QCOMPARE(round.size(), 10U);
    for (const EyeQuestion question : allEyeQuestions)
        QVERIFY(std::ranges::count(round, question) >= 1);
}

void TestEye::weakSpotsAreFoundAndNoOthers()
{
    std::vector<Answered> answers;
    for (int i = 0; i < 40; ++i) {
        answers.push_back({EyeQuestion::Warmer, 3, i % 10 != 0, HueFamily::Red});
        answers.push_back({EyeQuestion::Warmer, 3, i % 10 != 0, HueFamily::Blue});
        if (i < 12)
            answers.push_back({EyeQuestion::Warmer, 3, i % 2 == 0, {}}); // half of the greys go wrong
    }
    QCOMPARE(weakWords(answers), std::vector<std::string>{"Among greys you often take the cooler one for the warmer."});
    answers.resize(6);
    QVERIFY(weakWords(answers).empty()); // too few to tell
    QVERIFY(toldWords(answers).empty());
    QVERIFY(weakWords({}).empty());
}

IRIS_TEST(TestEye, QCoreApplication)
#include "tst_eye.moc"
