#include "../testprogram.h"
#include "palette/school.h"

#include "../mixing/referencepaints.h"

#include <QtTest>

using namespace iris;

class TestSchool : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void parsesNames();
    void slotsTakeTheRightTubes_data();
    void slotsTakeTheRightTubes();
    void earthsStayOutOfSplitPrimaries();
    void redOrMagenta();
    void ownPlacesAreReadAndWritten();
    void nonsensePlacesAreTold_data();
    void nonsensePlacesAreTold();
};

void TestSchool::parsesNames()
{
    for (const School school : {School::Free, School::Triad, School::SplitPrimary, School::SplitPlus, School::Own})
        QCOMPARE(parseSchool(nameOf(school)).value(), school);
    QCOMPARE(parseSchool(" Split ").value(), School::SplitPrimary);
    QVERIFY(!parseSchool("four"));
    QCOMPARE(slotsOf(School::Free).size(), 0U);
    QCOMPARE(slotsOf(School::Triad).size(), 3U);
    QCOMPARE(slotsOf(School::SplitPrimary).size(), 6U);
}

void TestSchool::slotsTakeTheRightTubes_data()
{
    QTest::addColumn<QByteArray>("tube");
    QTest::addColumn<QByteArray>("slots");
    QTest::newRow("lemon") << QByteArray("PY3") << QByteArray("yellow, leans green");
    QTest::newRow("warm yellow") << QByteArray("PY110") << QByteArray("yellow, leans orange");
    QTest::newRow("scarlet") << QByteArray("PR255") << QByteArray("red, leans orange");
    QTest::newRow("rose") << QByteArray("PV19/rose") << QByteArray("red, leans violet");
    QTest::newRow("ultramarine") << QByteArray("PB29") << QByteArray("blue, leans violet");
    QTest::newRow("phthalo") << QByteArray("PB15:3") << QByteArray("blue, leans green");
    QTest::newRow("cobalt, either side") << QByteArray("PB28") << QByteArray("blue, leans violet blue, leans green");
    QTest::newRow("green") << QByteArray("PG7") << QByteArray("");
}

void TestSchool::slotsTakeTheRightTubes()
{
    QFETCH(QByteArray, tube);
    QFETCH(QByteArray, slots);
    QByteArrayList names;
    for (const Slot& slot : slotsOf(School::SplitPrimary))
        if (slot.accepts(referencePaint(tube)))
            names << QByteArray::fromStdString(slot.name);
    QCOMPARE(names.join(' '), slots);
}

void TestSchool::earthsStayOutOfSplitPrimaries()
{
    const Paint& ochre = referencePaint("PY43");
    QVERIFY(isEarth(ochre));
    QVERIFY(!isEarth(referencePaint("PY3")));
    const auto accepts = [&](School school) {
        const std::array paints{ochre};
        return slotMasks(paints, slotsOf(school)).front() != 0;
    };
    QVERIFY(accepts(School::Triad));
    QVERIFY(!accepts(School::SplitPrimary));
}

/// Both schools of the red primary: pyrrole scarlet leans orange, quinacridone magenta violet.
void TestSchool::redOrMagenta()
{
    const auto takes = [](RedPrimary red, const char* pigment) {
        return slotsOf(School::Triad, red)[1].accepts(referencePaint(pigment));
    };
    QVERIFY(takes(RedPrimary::Either, "PR255") && takes(RedPrimary::Either, "PR122"));
    QVERIFY(takes(RedPrimary::Red, "PR255") && !takes(RedPrimary::Red, "PR122"));
    QVERIFY(!takes(RedPrimary::Magenta, "PR255") && takes(RedPrimary::Magenta, "PR122"));
    QVERIFY(!takes(RedPrimary::Magenta, "PB29"));
    for (const RedPrimary red : {RedPrimary::Either, RedPrimary::Red, RedPrimary::Magenta})
        QCOMPARE(named<RedPrimary>(nameOf(red)), std::optional(red));
}

void TestSchool::ownPlacesAreReadAndWritten()
{
    const auto places = parsePlaces(" Yellow leans green, blue ,earth,any").value();
    QCOMPARE(places.size(), 4U);
    QCOMPARE(wordsOf(places), std::string("yellow leans green, blue, earth, any"));
    QVERIFY(parsePlaces(wordsOf(places)).value() == places);
    QVERIFY(places[0].accepts(referencePaint("PY3")) && !places[0].accepts(referencePaint("PY110")));
    QVERIFY(places[1].accepts(referencePaint("PB29")) && places[1].accepts(referencePaint("PB15:3")));
    QVERIFY(places[2].accepts(referencePaint("PBr7")) && !places[2].accepts(referencePaint("PY3")));
    QVERIFY(places[3].accepts(referencePaint("PBk9")));
    QVERIFY(parsePlaces("  ").value().empty());
    QVERIFY(slotsOf(School::Own, RedPrimary::Either, places) == places);
}

void TestSchool::nonsensePlacesAreTold_data()
{
    QTest::addColumn<QByteArray>("words");
    QTest::addColumn<QByteArray>("told");
    QTest::newRow("no family") << QByteArray("yellow, puce") << QByteArray("\"puce\" is no place");
    QTest::newRow("no lean") << QByteArray("yellow leans") << QByteArray("is no place");
    QTest::newRow("a lean none has") << QByteArray("yellow leans blue") << QByteArray("no yellow leans blue");
    QTest::newRow("nothing between") << QByteArray("red,,blue") << QByteArray("\"\" is no place");
    QTest::newRow("too many") << QByteArray("any,any,any,any,any,any,any,any,any,any,any,any,any")
                              << QByteArray("at most 12");
}

void TestSchool::nonsensePlacesAreTold()
{
    QFETCH(QByteArray, words);
    QFETCH(QByteArray, told);
    const auto places = parsePlaces(words.toStdString());
    QVERIFY(!places);
    QVERIFY2(places.error().message.find(told.toStdString()) != std::string::npos, places.error().message.c_str());
}

IRIS_TEST(TestSchool, NoApplication)
#include "tst_school.moc"
