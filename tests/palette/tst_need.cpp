#include "../testprogram.h"
#include "palette/need.h"

#include <QtTest>
#include <set>

using namespace iris;

class TestNeed : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void readsTolerances_data();
    void readsTolerances();
    void readsLists();
    void namesTellThemApart();
    void refusesBadLists_data();
    void refusesBadLists();
};

void TestNeed::readsTolerances_data()
{
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<double>("tolerance");
    QTest::newRow("word") << QByteArray("Close") << 4.0;
    QTest::newRow("workable") << QByteArray(" workable") << 7.0;
    QTest::newRow("loose") << QByteArray("loose") << 10.0;
    QTest::newRow("number") << QByteArray("5.5") << 5.5;
    QTest::newRow("zero") << QByteArray("0") << -1.0;
    QTest::newRow("too much") << QByteArray("41") << -1.0;
    QTest::newRow("nonsense") << QByteArray("nearly") << -1.0;
}

void TestNeed::readsTolerances()
{
    QFETCH(QByteArray, text);
    QFETCH(double, tolerance);
    QCOMPARE(parseTolerance(text.toStdString()).value_or(-1.0), tolerance);
    if (tolerance > 0)
        QCOMPARE(parseTolerance(toleranceWord(tolerance).substr(0, toleranceWord(tolerance).find(' '))).value(),
                 tolerance);
}

void TestNeed::readsLists()
{
    const auto needs = readNeedsCsv("name;L;a;b;hex;tolerance;importance\nMud;40;3;9;;close;3\n;;;;#808080;;\n");
    QVERIFY(needs.has_value());
    QCOMPARE(needs->size(), 2U);
    QCOMPARE((*needs)[0], (Need{"Mud", {40, 3, 9}, 4, 3}));
    QCOMPARE((*needs)[1].name, std::string("need 2"));
    QVERIFY(std::abs((*needs)[1].target.l - 53.585) < 0.01);
}

/// Of a name that several would have each says which it is: by value, or by what else tells them apart.
void TestNeed::namesTellThemApart()
{
    std::vector<Need> needs{{"", {68, 1, -19.5}}, {"", {42, -1, -21}}, {"", {61, -1, -19}},
                            {"", {52, -1, -21}},  {"", {50, -20, 10}}, {"", {50.5, -23, 12}}};
    nameByColour(needs);
    QStringList names;
    for (const Need& need : needs)
        names << QString::fromStdString(need.name);
    QCOMPARE(names.first(4),
             (QStringList{"palest muted blue", "deepest muted blue", "paler muted blue", "deeper muted blue"}));
    QVERIFY2(names[4].startsWith("duller ") && names[5].startsWith("cleaner "), qPrintable(names.join("; ")));
    for (int count = 1; count <= 9; ++count) {
        std::vector<Need> alike;
        for (int i = 0; i < count; ++i)
            alike.push_back({"", {45 + 2.5 * i, -1, -21}});
        nameByColour(alike);
        std::set<std::string> different;
        for (const Need& need : alike)
            different.insert(need.name);
        QCOMPARE(different.size(), alike.size());
    }
}

void TestNeed::refusesBadLists_data()
{
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<int>("line");
    QTest::newRow("empty") << QByteArray("") << 0;
    QTest::newRow("no colour columns") << QByteArray("name,L\nMud,4\n") << 0;
    QTest::newRow("no colour") << QByteArray("name,L,a,b\nMud,1,2,3\nReed,,,\n") << 3;
    QTest::newRow("bad hex") << QByteArray("name,hex\nMud,#12\n") << 2;
    QTest::newRow("bad tolerance") << QByteArray("name,L,a,b,tolerance\nMud,1,2,3,x\n") << 2;
    QTest::newRow("bad importance") << QByteArray("name,L,a,b,importance\nMud,1,2,3,9\n") << 2;
    QTest::newRow("too many") << QByteArray("name,hex\n") + QByteArray("m,#888\n").repeated(257) << 0;
}

void TestNeed::refusesBadLists()
{
    QFETCH(QByteArray, text);
    QFETCH(int, line);
    const auto needs = readNeedsCsv(text.toStdString());
    QVERIFY(!needs.has_value());
    QCOMPARE(needs.error().line, line);
    QVERIFY(!needs.error().message.empty());
}

IRIS_TEST(TestNeed, NoApplication)
#include "tst_need.moc"
