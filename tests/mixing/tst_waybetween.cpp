#include "mixing/pairwords.h"
#include "mixing/waybetween.h"
#include "referencepaints.h"

#include <QtTest>

using namespace iris;

/// What is said of two tubes: it hangs on the tubes and on nothing else.
class TestWayBetween : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void isSaidOf_data();
    void isSaidOf();
    void isTheSameBothWays();
    void reasonsDoNotContradict();
    void aTubeWithItselfIsOnePaint();
    void everyKindHasItsWords();
};

void TestWayBetween::isSaidOf_data()
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

void TestWayBetween::isSaidOf()
{
    QFETCH(QString, first);
    QFETCH(QString, second);
    QFETCH(QString, words);
    const WayBetween way = wayBetween(referencePaint(first.toUtf8()), referencePaint(second.toUtf8()));
    QCOMPARE(QString::fromStdString(describe(way.kind)), words);
}

void TestWayBetween::isTheSameBothWays()
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
void TestWayBetween::reasonsDoNotContradict()
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

void TestWayBetween::aTubeWithItselfIsOnePaint()
{
    for (const Paint& paint : referencePaints())
        QCOMPARE(explain(paint, paint, wayBetween(paint, paint)), std::string("Hardly changes: it is one paint."));
    // Two tubes of one pigment, both with its typical values, are two tubes all the same.
    Paint other = referencePaint("PB29");
    other.name = "Ultramarine of another maker";
    QCOMPARE(explain(referencePaint("PB29"), other, wayBetween(referencePaint("PB29"), other)),
             std::string("Hardly changes: the two look alike."));
}

void TestWayBetween::everyKindHasItsWords()
{
    QStringList all;
    for (int kind = 0; kind <= static_cast<int>(WayKind::PassesThroughGrey); ++kind) {
        const QString words = QString::fromStdString(describe(static_cast<WayKind>(kind)));
        QVERIFY(!words.isEmpty() && !all.contains(words));
        all << words;
    }
    QCOMPARE(describe(WayBetween{WayKind::Greys, true, 0.2}), std::string("greys at once"));
    QCOMPARE(describe(WayBetween{WayKind::Dulls, true, 0.4}), std::string("dulls at once"));
}

QTEST_APPLESS_MAIN(TestWayBetween)
#include "tst_waybetween.moc"
