#include "../mixing/referencepaints.h"
#include "../testprogram.h"
#include "mixing/waybetween.h"
#include "words/mixwords.h"
#include "words/pairwords.h"
#include "words/sidebyside.h"

#include <QtTest>

using namespace iris;

/// What is said of two tubes: it hangs on the tubes and on nothing else.
class TestPairWords : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void isSaidOf_data();
    void isSaidOf();
    void isTheSameBothWays();
    void reasonsDoNotContradict();
    void aTubeWithItselfIsOnePaint();
    void everyKindHasItsWords();
    void explains_data();
    void explains();
    void whatOthersMixCleanerIsNotCalledClean();
    void whatIsWantedIsTold_data();
    void whatIsWantedIsTold();
    void swapsAreToldWhereTheyAreWanted();
    void coloursAreSeenBesideAnother_data();
    void coloursAreSeenBesideAnother();
    void greysAreToldInWords();
};

void TestPairWords::isSaidOf_data()
{
    QTest::addColumn<QString>("first");
    QTest::addColumn<QString>("second");
    QTest::addColumn<QString>("words");
    // Common practice of painters (trade facts 12 to 22).
    QTest::newRow("complements") << "PR83"
                                 << "PG18"
                                 << "passes through a grey";
    QTest::newRow("neighbours") << "PB29"
                                << "PB15:3"
                                << "stays clean";
    QTest::newRow("lemon and phthalo") << "PY3"
                                       << "PB15:3"
                                       << "stays clean";
    QTest::newRow("yellow into black") << "PY3"
                                       << "PBk9"
                                       << "loses its colour";
    QTest::newRow("white and black") << "PW6"
                                     << "PBk9"
                                     << "stays grey";
    QTest::newRow("two whites") << "PW6"
                                << "PW4"
                                << "hardly changes";
    QTest::newRow("a tube and itself") << "PB29"
                                       << "PB29"
                                       << "hardly changes";
}

void TestPairWords::isSaidOf()
{
    QFETCH(QString, first);
    QFETCH(QString, second);
    QFETCH(QString, words);
    const WayBetween way = wayBetween(referencePaint(first.toUtf8()), referencePaint(second.toUtf8()));
    QCOMPARE(QString::fromStdString(describe(way.kind)), words);
}

void TestPairWords::isTheSameBothWays()
{
    const auto& paints = referencePaints();
    for (std::size_t i = 0; i < paints.size(); ++i) {
        const Paint& other = paints[(7 * i + 3) % paints.size()];
        const WayBetween there = wayBetween(paints[i], other, wash::middle);
        const WayBetween back = wayBetween(other, paints[i], wash::middle);
        QCOMPARE(there.kind, back.kind);
        QCOMPARE(there.atOnce, back.atOnce);
        QVERIFY(std::abs(there.keepsChroma - back.keepsChroma) < 1e-9);
        QVERIFY(!there.atOnce || there.kind == WayKind::Dulls || there.kind == WayKind::Greys);
        QVERIFY(there.keepsChroma >= 0 && there.keepsChroma <= 1);
    }
}

/// What stays clean is not explained by what dulls it, nor the other way round, over every pair of the table.
void TestPairWords::reasonsDoNotContradict()
{
    const auto& paints = referencePaints();
    for (std::size_t i = 0; i < paints.size(); ++i)
        for (std::size_t j = i; j < paints.size(); j += 3) {
            const WayBetween way = wayBetween(paints[i], paints[j]);
            const QString text = QString::fromStdString(explain(paints[i], paints[j], way));
            const bool dullReason = text.contains("comes in") || text.contains("grey each other")
                                    || text.contains("all three primaries") || text.contains("takes the colour away");
            const bool cleanReason = text.contains("neighbours") || text.contains("both lean");
            const bool clean = way.kind == WayKind::StaysClean || way.kind == WayKind::HardlyChanges;
            QVERIFY2(!(clean && dullReason) && !(!clean && cleanReason), qPrintable(text));
            QVERIFY2(way.kind != WayKind::DullsALittle || !text.contains("grey each other"), qPrintable(text));
        }
}

void TestPairWords::aTubeWithItselfIsOnePaint()
{
    for (const Paint& paint : referencePaints())
        QCOMPARE(explain(paint, paint, wayBetween(paint, paint)), std::string("Hardly changes: it is one paint."));
    // Two tubes of one pigment, both with its typical values, are two tubes all the same.
    Paint other = referencePaint("PB29");
    other.name = "Ultramarine of another maker";
    QCOMPARE(explain(referencePaint("PB29"), other, wayBetween(referencePaint("PB29"), other)),
             std::string("Hardly changes: the two look alike."));
}

void TestPairWords::everyKindHasItsWords()
{
    QStringList all;
    for (int kind = 0; kind <= static_cast<int>(WayKind::PassesThroughGrey); ++kind) {
        const QString words = QString::fromStdString(describe(static_cast<WayKind>(kind)));
        QVERIFY(!words.isEmpty() && !all.contains(words));
        all << words;
    }
    QCOMPARE(describe(WayBetween{WayKind::Greys, true, 0.2, {}, {}}), std::string("greys at once"));
    QCOMPARE(describe(WayBetween{WayKind::Dulls, true, 0.4, {}, {}}), std::string("dulls at once"));
}

void TestPairWords::explains_data()
{
    QTest::addColumn<QString>("first");
    QTest::addColumn<QString>("second");
    QTest::addColumn<QString>("says");
    QTest::newRow("21, red leans orange") << "PB29"
                                          << "PR108/light"
                                          << "the red leans orange, so yellow comes in";
    QTest::newRow("warm yellow with ultramarine")
        << "PY153"
        << "PB29"
        << "the yellow leans orange, so red comes in, and the blue leans violet as well";
    QTest::newRow("lemon and green-shade phthalo") << "PY3"
                                                   << "PB15:3"
                                                   << "both lean green";
    QTest::newRow("across the wheel") << "PV19/rose"
                                      << "PG7"
                                      << "they stand across the wheel and grey each other";
    QTest::newRow("with an earth") << "PB29"
                                   << "PBr7/burnt sienna"
                                   << "an earth holds all three primaries already";
    QTest::newRow("22, neighbours") << "PB29"
                                    << "PB15:3"
                                    << "two blues are neighbours";
    QTest::newRow("14, with black") << "PY3"
                                    << "PBk9"
                                    << "the black acts as a blue and turns the yellow olive green";
    QTest::newRow("orange with black") << "PO73"
                                       << "PBk9"
                                       << "turns the orange brown";
    QTest::newRow("with white") << "PR108/light"
                                << "PW6"
                                << "pale, cooler and chalky";
}

void TestPairWords::explains()
{
    QFETCH(QString, first);
    QFETCH(QString, second);
    QFETCH(QString, says);
    const Paint& one = referencePaint(first.toUtf8());
    const Paint& two = referencePaint(second.toUtf8());
    const QString text = QString::fromStdString(explain(one, two, wayBetween(one, two)));
    QVERIFY2(text.contains(says), qPrintable(text));
    QVERIFY(text.front().isUpper() && text.endsWith(QLatin1Char('.')));
}

void TestPairWords::coloursAreSeenBesideAnother_data()
{
    QTest::addColumn<Lab>("colour");
    QTest::addColumn<QString>("seen");
    const Lab other{50, 10, 10};
    QTest::newRow("itself") << other << "";
    QTest::newRow("a shade lighter") << Lab{51.9, 10, 10} << "";
    QTest::newRow("lighter") << Lab{52, 10, 10} << "lighter";
    QTest::newRow("darker") << Lab{40, 10, 10} << "darker";
    QTest::newRow("bluer") << Lab{50, 0, -14} << "cooler";
    QTest::newRow("greyer at the same warmth") << toLab(Lch{50, 2, 60}) << "cooler and duller";
    QTest::newRow("all three") << toLab(Lch{70, 50, 60}) << "warmer, lighter and cleaner";
}

/// The steps that earn a word are our own; Lab 50, 10, 10 has chroma 14.1 and warmth 13.7.
void TestPairWords::coloursAreSeenBesideAnother()
{
    QFETCH(Lab, colour);
    QFETCH(QString, seen);
    QCOMPARE(QString::fromStdString(seenBeside(colour, {50, 10, 10})), seen);
}

/// What is made is told, and the tube that would make it cleaner (trade fact 13); of other pairs that others mix the
/// hue cleaner.
void TestPairWords::whatOthersMixCleanerIsNotCalledClean()
{
    const std::array paints{referencePaint("PY35/medium"), referencePaint("PR83"), referencePaint("PR108/light")};
    const WayBetween way = wayBetween(paints[0], paints[1]);
    QCOMPARE(QString::fromStdString(explain(paints[0], paints[1], way)),
             QString("Makes a bright orange, although the red leans violet."));
    const auto advice = pairAdvice(paints, 0, 1, wash::full, way, [](std::size_t) { return true; });
    QVERIFY(std::ranges::any_of(advice, [](const std::string& line) { return line.starts_with("Cleaner: PR108"); }));
    const Paint neighbour = referencePaint("PO20");
    const WayBetween near = wayBetween(paints[0], neighbour);
    QCOMPARE(near.kind, WayKind::StaysClean);
    QVERIFY(explain(paints[0], neighbour, near, 0.5).find("other tubes of yours mix this hue cleaner")
            != std::string::npos);
    QVERIFY(explain(paints[0], neighbour, near, 0.95).starts_with("Stays clean"));
}

void TestPairWords::whatIsWantedIsTold_data()
{
    // Common practice of painters (trade facts 8 to 13 and 33 to 46).
    QTest::addColumn<QString>("first");
    QTest::addColumn<QString>("second");
    QTest::addColumn<QString>("says");
    QTest::newRow("lemon and phthalo") << "PY3"
                                       << "PB15:3"
                                       << "Makes a bright green: both lean green.";
    QTest::newRow("warm yellow and ultramarine") << "PY35/medium"
                                                 << "PB29"
                                                 << "Makes a muted olive: the blue leans violet, so red comes in.";
    QTest::newRow("ochre and ultramarine") << "PY43"
                                           << "PB29"
                                           << "Makes hardly a green, more a grey: the yellow leans orange";
    QTest::newRow("rose and ultramarine") << "PV19/rose"
                                          << "PB29"
                                          << "Makes a bright violet: both lean violet.";
    QTest::newRow("cadmium red and phthalo") << "PR108/light"
                                             << "PB15:3"
                                             << "Makes hardly a violet, more a grey: the red leans orange";
    QTest::newRow("cadmium red and ultramarine") << "PR108/light"
                                                 << "PB29"
                                                 << "Makes a greyed violet: the red leans orange";
    QTest::newRow("two cadmiums") << "PY35/medium"
                                  << "PR108/light"
                                  << "Makes a bright orange";
    QTest::newRow("complements are not asked for more") << "PR83"
                                                        << "PG18"
                                                        << "Passes through a grey: they stand across";
}

void TestPairWords::whatIsWantedIsTold()
{
    QFETCH(QString, first);
    QFETCH(QString, second);
    QFETCH(QString, says);
    const Paint one = referencePaint(first.toUtf8());
    const Paint two = referencePaint(second.toUtf8());
    for (const auto& [from, to] : {std::pair(&one, &two), std::pair(&two, &one)}) {
        const QString words = QString::fromStdString(explain(*from, *to, wayBetween(*from, *to)));
        const QString start = from == &one ? says : says.section(QStringLiteral(": "), 0, 0);
        QVERIFY2(words.startsWith(start), qPrintable(words));
    }
}

/// Nobody wants a pair that is chosen for its grey cleaner, and least of all by an earth.
void TestPairWords::swapsAreToldWhereTheyAreWanted()
{
    const auto advice = [](std::vector<const char*> ids) {
        std::vector<Paint> paints;
        for (const char* id : ids)
            paints.push_back(referencePaint(id));
        const auto all = [](std::size_t) { return true; };
        QStringList lines;
        for (const std::string& line : pairAdvice(paints, 0, 1, wash::full, wayBetween(paints[0], paints[1]), all))
            lines << QString::fromStdString(line);
        return lines.join('\n');
    };
    const QString grey = advice({"PB29", "PBr7/burnt sienna", "PBr7/raw umber", "PBr7/raw sienna"});
    QVERIFY2(!grey.contains("Cleaner"), qPrintable(grey));
    const QString violet = advice({"PB29", "PR108/light", "PV19/rose"});
    QVERIFY2(violet.contains("Cleaner: PV19/rose in place of PR108/light."), qPrintable(violet));
    const QString complements = advice({"PR83", "PG18", "PG7"});
    QVERIFY2(!complements.contains("Cleaner"), qPrintable(complements));
    const QString strong = advice({"PY3", "PB15:3"});
    QVERIFY2(strong.contains("times as strong: start with PY3 and add it by touches."), qPrintable(strong));
    QCOMPARE(advice({"PB29", "PBr7/burnt sienna"}).count("separates as it dries"), 1);
}

/// The b* of the coolest grey and of the warmest.
void TestPairWords::greysAreToldInWords()
{
    QCOMPARE(greysWords(0, 0), std::string("no middle greys"));
    QCOMPARE(greysWords(0.1, 0.9), std::string("neutral greys"));
    QCOMPARE(greysWords(-5.2, 5.8), std::string("greys from cool to warm"));
    QCOMPARE(greysWords(-1.9, 2), std::string("greys from neutral to warm"));
    QCOMPARE(greysWords(-5, -2), std::string("cool greys"));
    QCOMPARE(greysWords(3, 5), std::string("warm greys"));

    QCOMPARE(greySideWord({30.2, 0.1, -0.2}), std::string("neutral"));
    QCOMPARE(greySideWord({73, 0.5, 1}), std::string("a touch warm"));
    QCOMPARE(greySideWord({73, -1, -1}), std::string("a touch cool"));
    QCOMPARE(greySideWord({73, 2, 3}), std::string("warm"));
    QCOMPARE(greySideWord({60, -1, -6}), std::string("cool"));
    QCOMPARE(greySideWord({38, -6, 2.5}), std::string("green")); // neither warm nor cool, and not neutral for that
    QCOMPARE(greySideWord({38, 2, -1}), std::string("a touch violet"));
}

IRIS_TEST(TestPairWords, NoApplication)
#include "tst_pairwords.moc"
