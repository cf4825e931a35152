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
};

void TestSchool::parsesNames()
{
    for (const School school : {School::Free, School::Triad, School::SplitPrimary})
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

QTEST_APPLESS_MAIN(TestSchool)
#include "tst_school.moc"
