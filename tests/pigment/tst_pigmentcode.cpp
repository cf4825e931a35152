#include "../testprogram.h"
#include "pigment/pigmentcode.h"

#include <QtTest>

using namespace iris;

class TestPigmentCode : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void readsLabels_data();
    void readsLabels();
    void refusesWhatIsNoCode_data();
    void refusesWhatIsNoCode();
    void wantsOne();
};

void TestPigmentCode::readsLabels_data()
{
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<QByteArray>("codes");
    QTest::newRow("plain") << QByteArray("PB29") << QByteArray("PB29");
    QTest::newRow("lower case, blank") << QByteArray("pb 29") << QByteArray("PB29");
    QTest::newRow("variant") << QByteArray("PB15:3") << QByteArray("PB15:3");
    QTest::newRow("variant with a point") << QByteArray("pb 15.3") << QByteArray("PB15:3");
    QTest::newRow("blank") << QByteArray("PR 101") << QByteArray("PR101");
    QTest::newRow("natural") << QByteArray("NR9") << QByteArray("NR9");
    QTest::newRow("basic dye") << QByteArray("BV10") << QByteArray("BV10");
    QTest::newRow("brown, not blue") << QByteArray("PBR7") << QByteArray("PBr7");
    QTest::newRow("black") << QByteArray("pbk9") << QByteArray("PBk9");
    QTest::newRow("points") << QByteArray("P.R.101") << QByteArray("PR101");
    QTest::newRow("C.I.") << QByteArray("C.I. PB29") << QByteArray("PB29");
    QTest::newRow("comma") << QByteArray("PG7, PY150") << QByteArray("PG7, PY150");
    QTest::newRow("plus") << QByteArray("PG7+PY150") << QByteArray("PG7, PY150");
    QTest::newRow("and") << QByteArray("PG7 and PY150") << QByteArray("PG7, PY150");
    QTest::newRow("slash") << QByteArray("PB29/PV19") << QByteArray("PB29, PV19");
    QTest::newRow("blanks only") << QByteArray("pb 29  pv19") << QByteArray("PB29, PV19");
    QTest::newRow("twice the same") << QByteArray("PB29, PB29") << QByteArray("PB29");
}

void TestPigmentCode::readsLabels()
{
    QFETCH(QByteArray, text);
    QFETCH(QByteArray, codes);
    const auto read = parsePigmentCodes(text.toStdString());
    QVERIFY2(read.has_value(), read ? "" : read.error().message.c_str());
    QCOMPARE(QByteArray::fromStdString(textOf(*read)), codes);
}

void TestPigmentCode::refusesWhatIsNoCode_data()
{
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<int>("column");
    QTest::newRow("empty") << QByteArray("  ") << 0;
    QTest::newRow("word") << QByteArray("blue") << 2;
    QTest::newRow("wrong usage") << QByteArray("XB29") << 1;
    QTest::newRow("wrong hue") << QByteArray("PX29") << 2;
    QTest::newRow("no number") << QByteArray("PB") << 3;
    QTest::newRow("zero") << QByteArray("PB0") << 4;
    QTest::newRow("too long") << QByteArray("PB2999") << 7;
    QTest::newRow("letters behind") << QByteArray("PB29x") << 5;
    QTest::newRow("nothing after the colon") << QByteArray("PB15:") << 5;
    QTest::newRow("second one wrong") << QByteArray("PB29, Q7") << 7;
}

void TestPigmentCode::refusesWhatIsNoCode()
{
    QFETCH(QByteArray, text);
    QFETCH(int, column);
    const auto read = parsePigmentCodes(text.toStdString());
    QVERIFY(!read.has_value());
    QCOMPARE(read.error().code, ErrorCode::BadPigmentCode);
    QCOMPARE(read.error().column, column);
    QVERIFY(!read.error().message.empty());
}

void TestPigmentCode::wantsOne()
{
    QVERIFY(parsePigmentCode("PB29").has_value());
    QVERIFY(!parsePigmentCode("PB29, PV19").has_value());
    QVERIFY(parsePigmentCode("PB15").value() < parsePigmentCode("PB15:3").value());
}

IRIS_TEST(TestPigmentCode, NoApplication)
#include "tst_pigmentcode.moc"
