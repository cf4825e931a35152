#include "../testprogram.h"
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
    void parsesWholeNumbers();
    void tellsUtf8_data();
    void tellsUtf8();
    void spellsOutWhatATerminalWouldObey();
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
    QTest::newRow("as the window shows it") << QByteArray("\u22122.5") << true << -2.5;
    QTest::newRow("two signs") << QByteArray("\u2212-2.5") << false << 0.0;
    QTest::newRow("words") << QByteArray("1 a") << false << 0.0;
    QTest::newRow("empty") << QByteArray("") << false << 0.0;
    QTest::newRow("nan") << QByteArray("nan") << false << 0.0;
    QTest::newRow("inf") << QByteArray("inf") << false << 0.0;
    QTest::newRow("beyond double") << QByteArray("1e400") << false << 0.0;
    QTest::newRow("too small for double") << QByteArray("1e-400") << false << 0.0;
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
    QCOMPARE(counted(1, "tube"), std::string("1 tube"));
    const std::vector<std::string> commands{"palette", "pigment", "mix", "match"};
    QCOMPARE(nearestWord("palete", commands), std::optional<std::string>("palette"));
    QCOMPARE(nearestWord("PIGMENTS", commands), std::optional<std::string>("pigment"));
    QCOMPARE(nearestWord("mox", commands), std::optional<std::string>("mix"));
    QVERIFY(!nearestWord("sheet", commands) && !nearestWord("", commands) && !nearestWord("mix", {}));
    QCOMPARE(counted(0, "tube"), std::string("0 tubes"));
    QCOMPARE(counted(21, "tube"), std::string("21 tubes"));
    QCOMPARE(counted(5000, "square"), std::string("5000 squares"));
    QCOMPARE(counted(499500, "pair"), std::string("499,500 pairs"));
    QCOMPARE(counted(1000000, "square"), std::string("1,000,000 squares"));
}

void TestText::splitsAndJoins()
{
    QCOMPARE(split("a; b ;;c", ';'), (std::vector<std::string>{"a", "b", "", "c"}));
    QCOMPARE(joinedInWords({}), std::string());
    QCOMPARE(joinedInWords({"reeds"}), std::string("reeds"));
    QCOMPARE(joinedInWords({"reeds", "mud", "sky"}), std::string("reeds, mud and sky"));
    QCOMPARE(lowered("PBr7 \xC3\x89"), std::string("pbr7 \xC3\x89"));
}

void TestText::parsesWholeNumbers()
{
    QCOMPARE(parseWholeNumber(" 12 ", 0, 20), std::optional<long long>(12));
    QCOMPARE(parseWholeNumber("-3", -5, 5), std::optional<long long>(-3));
    for (const char* wrong : {"", "1.9", "1e2", "21", "-1", "0x10", "12 a", "99999999999999999999"})
        QVERIFY2(!parseWholeNumber(wrong, 0, 20), wrong);
}

void TestText::tellsUtf8_data()
{
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<int>("wrongAt"); // -1: nowhere
    QTest::newRow("letters") << QByteArray("reed") << -1;
    QTest::newRow("two bytes") << QByteArray("l\xC3\xA9g\xC3\xA8re") << -1;
    QTest::newRow("three and four") << QByteArray("\xE2\x82\xAC \xF0\x9F\x8E\xA8") << -1;
    QTest::newRow("highest of all") << QByteArray("\xF4\x8F\xBF\xBF") << -1;
    QTest::newRow("beyond it") << QByteArray("a\xF4\x90\x80\x80") << 1;
    QTest::newRow("Latin-1") << QByteArray("caf\xE9 noir") << 3;
    QTest::newRow("overlong slash") << QByteArray("ab\xC0\xAF") << 2;
    QTest::newRow("overlong in three") << QByteArray("\xE0\x80\xAF") << 0;
    QTest::newRow("half of a pair") << QByteArray("\xED\xA0\x80") << 0;
    QTest::newRow("cut short") << QByteArray("reed\xE2\x82") << 4;
    QTest::newRow("lone continuation") << QByteArray("\x80") << 0;
}

void TestText::tellsUtf8()
{
    QFETCH(QByteArray, text);
    QFETCH(int, wrongAt);
    const auto found = firstNotUtf8(text.toStdString());
    QCOMPARE(found ? static_cast<int>(*found) : -1, wrongAt);
    QCOMPARE(text.isValidUtf8(), wrongAt < 0); // Qt's own judgement
    QVERIFY(isUtf8(asUtf8(text.toStdString())));
    if (wrongAt < 0)
        QCOMPARE(asUtf8(text.toStdString()), text.toStdString());
}

void TestText::spellsOutWhatATerminalWouldObey()
{
    QCOMPARE(shown("Reed \xC3\xA9 \xF0\x9F\x8E\xA8"), std::string("Reed \xC3\xA9 \xF0\x9F\x8E\xA8"));
    QCOMPARE(shown("a\nb\tc\rd"), std::string("a\\nb\\tc\\rd"));
    QCOMPARE(shown("red\x1b[2J"), std::string("red\\x1b[2J"));
    QCOMPARE(shown("csi \xC2\x9B"
                   "2J"),
             std::string("csi \\u009b"
                         "2J")); // C1, in UTF-8
    QCOMPARE(shown("\xE2\x80\xAE"
                   "abc"),
             std::string("\\u202e"
                         "abc")); // right-to-left override
    // Two names that look alike and are not one.
    QCOMPARE(shown("Mu\xE2\x80\x8B"
                   "d"),
             std::string("Mu\\u200bd"));
    QCOMPARE(shown("\xEF\xBB\xBFMud"), std::string("\\ufeffMud"));
    QCOMPARE(shown("Mu\xC2\xAD"
                   "d"),
             std::string("Mu\\u00add"));
    QCOMPARE(shown("caf\xE9"), std::string("caf\\xe9")); // not UTF-8 at all
    QCOMPARE(shown(std::string_view("a\0b", 3)), std::string("a\\x00b"));
    QCOMPARE(shownLines("one\ntwo\x07\n"), std::string("one\ntwo\\x07\n"));
}

IRIS_TEST(TestText, NoApplication)
#include "tst_text.moc"
