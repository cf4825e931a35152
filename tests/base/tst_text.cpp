#include "base/text.h"

#include <QtTest>

using namespace iris;

class TestText : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void parsesNumbers_data();
    void parsesNumbers();
    void formatsWithoutMinusZero();
    void splitsAndJoins();
};

void TestText::parsesNumbers_data()
{
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<bool>("good");
    QTest::addColumn<double>("value");
    QTest::newRow("whole") << QByteArray("12") << true << 12.0;
    QTest::newRow("negative") << QByteArray(" -0.5 ") << true << -0.5;
    QTest::newRow("plus") << QByteArray("+3") << true << 3.0;
    QTest::newRow("comma") << QByteArray("1,5") << false << 0.0;
    QTest::newRow("words") << QByteArray("1 a") << false << 0.0;
    QTest::newRow("empty") << QByteArray("") << false << 0.0;
    QTest::newRow("nan") << QByteArray("nan") << false << 0.0;
    QTest::newRow("inf") << QByteArray("inf") << false << 0.0;
}

void TestText::parsesNumbers()
{
    QFETCH(QByteArray, text);
    QFETCH(bool, good);
    QFETCH(double, value);
    const auto number = parseNumber(text.toStdString());
    QCOMPARE(number.has_value(), good);
    if (good)
        QCOMPARE(*number, value);
}

void TestText::formatsWithoutMinusZero()
{
    QCOMPARE(formatNumber(-0.04, 1), std::string("0.0"));
    QCOMPARE(formatNumber(2.36, 1), std::string("2.4"));
    QCOMPARE(formatNumber(-2.36, 1), std::string("-2.4"));
    QCOMPARE(formatNumber(12, 0), std::string("12"));
}

void TestText::splitsAndJoins()
{
    QCOMPARE(split("a; b ;;c", ';'), (std::vector<std::string>{"a", "b", "", "c"}));
    QCOMPARE(joinedInWords({}), std::string());
    QCOMPARE(joinedInWords({"reeds"}), std::string("reeds"));
    QCOMPARE(joinedInWords({"reeds", "mud", "sky"}), std::string("reeds, mud and sky"));
    QCOMPARE(lowered("PBr7 \xC3\x89"), std::string("pbr7 \xC3\x89"));
}

QTEST_APPLESS_MAIN(TestText)
#include "tst_text.moc"
