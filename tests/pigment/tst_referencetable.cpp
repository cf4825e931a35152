#include "../testprogram.h"
#include "pigment/referencetable.h"

#include <QtTest>
#include <set>

using namespace iris;

class TestReferenceTable : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void goesByTradeNames();
    void shippedTableIsWhole();
    void findsRows();
    void listsFormsWhenNoneFits();
    void tellsTheLineOfABadRow_data();
    void tellsTheLineOfABadRow();
};

void TestReferenceTable::shippedTableIsWhole()
{
    const ReferenceTable& table = ReferenceTable::shipped();
    QCOMPARE(table.pigments().size(), 143U);
    std::set<std::string> ids;
    std::set<PigmentCode> codes;
    for (const ReferencePigment& row : table.pigments()) {
        QVERIFY2(ids.insert(row.id()).second, row.id().c_str());
        codes.insert(row.code);
        QVERIFY(row.strength > 0 && row.strength < 5);
        QVERIFY(row.staining >= 0 && row.staining <= 3 && row.granulation >= 0 && row.granulation <= 3);
        QVERIFY(row.lightfastness >= 1 && row.lightfastness <= 5);
        QVERIFY(row.thin.l >= row.full.l - 0.5 && row.overBlack.l <= row.full.l);
        for (const std::string& token : row.cautions)
            QVERIFY2(table.caution(token), token.c_str());
    }
    QCOMPARE(codes.size(), 124U);
}

void TestReferenceTable::findsRows()
{
    const ReferenceTable& table = ReferenceTable::shipped();
    QCOMPARE(table.find("PBr7/burnt sienna").value()->commonName, std::string("burnt sienna"));
    QCOMPARE(table.find("pbr7 / Burnt Sienna").value()->form, std::string("burnt sienna"));
    QCOMPARE(table.find("PB29").value()->form, std::string());
    QCOMPARE(table.rowsOf(*parsePigmentCode("PBr7")).size(), 4U);
    QCOMPARE(table.typical(*parsePigmentCode("PB15:2"))->code.text(), std::string("PB15"));
    QVERIFY(!table.typical(*parsePigmentCode("PB99")));
}

void TestReferenceTable::listsFormsWhenNoneFits()
{
    const ReferenceTable& table = ReferenceTable::shipped();
    const auto unknown = table.find("PBr7/puce");
    QVERIFY(!unknown);
    QCOMPARE(unknown.error().code, ErrorCode::UnknownPigment);
    QVERIFY(unknown.error().message.find("raw umber") != std::string::npos);
    QVERIFY(!table.find("PB15:2"));
    QVERIFY(!table.find("PB99"));
    QVERIFY(!table.find("nonsense"));
}

void TestReferenceTable::tellsTheLineOfABadRow_data()
{
    QTest::addColumn<QByteArray>("rows");
    QTest::addColumn<int>("line");
    const QByteArray good = "PB29,,u,,c,blue,29,17,-55,70,-1,-30,20,1,-12,1,1,2,1,none,high,\n";
    QTest::newRow("bad code") << good + "ZZ,,u,,c,blue,29,17,-55,70,-1,-30,20,1,-12,1,1,2,1,none,high,\n" << 3;
    QTest::newRow("bad family") << QByteArray("PB29,,u,,c,puce,29,17,-55,70,-1,-30,20,1,-12,1,1,2,1,none,high,\n") << 2;
    QTest::newRow("bad number") << QByteArray("PB29,,u,,c,blue,x,17,-55,70,-1,-30,20,1,-12,1,1,2,1,none,high,\n") << 2;
    QTest::newRow("too short") << QByteArray("PB29,,u,,c,blue\n") << 2;
}

void TestReferenceTable::tellsTheLineOfABadRow()
{
    QFETCH(QByteArray, rows);
    QFETCH(int, line);
    const QByteArray header =
        "code,form,common_name,ci_number,chemistry,hue_family,full_L,full_a,full_b,thin_L,thin_a,thin_b,"
        "black_L,black_a,black_b,strength,staining,granulation,lightfastness,caution,confidence,note\n";
    const auto table = ReferenceTable::fromCsv((header + rows).toStdString(), "code,form\n", "code,form,sold\n",
                                               "code,form,usual,also_called,varies\n", "token,what,handling\n");
    QVERIFY(!table);
    QCOMPARE(table.error().line, line);
}

/// Other names are of more than one maker; they are found where no row has the name as its own.
void TestReferenceTable::goesByTradeNames()
{
    const ReferenceTable& table = ReferenceTable::shipped();
    const auto called = [&](const char* name) {
        QStringList ids;
        for (const ReferencePigment* row : table.rowsCalled(name))
            ids << QString::fromStdString(row->id());
        return ids;
    };
    QCOMPARE(called("French Ultramarine"), QStringList{"PB29"});
    QCOMPARE(called("indian yellow"), (QStringList{"PY83", "PY110", "PY139", "PY150", "PY153"}));
    QCOMPARE(called("burnt sienna"), QStringList{"PBr7/burnt sienna"}); // its own name comes before what is sold by it
    QVERIFY(called("").isEmpty());
    for (const ReferencePigment& row : table.pigments())
        for (const std::string& name : row.alsoCalled)
            QVERIFY2(!name.empty() && name == std::string(trimmed(name)), row.id().c_str());
    const auto varies = [&](const char* id) { return (*table.find(id))->varies; };
    QCOMPARE(varies("PR254"), std::vector{Varies::Transparency});
    QVERIFY(varies("PB15:3").empty());
}

IRIS_TEST(TestReferenceTable, NoApplication)
#include "tst_referencetable.moc"
