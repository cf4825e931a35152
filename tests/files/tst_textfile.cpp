#include "../testfiles.h"
#include "../testprogram.h"
#include "files/textfile.h"

#include <QCoreApplication>
#include <QtTest>
#include <iconv.h>
#include <random>

using namespace iris;

/// Lists come from every kind of program; their letters arrive as they were written, or not at all.
class TestTextFile : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void lettersArrive_data();
    void lettersArrive();
    void everyWindowsLetterIsAsTheSystemHasIt();
    void randomTextsSurviveEveryEncoding();
    void whatIsNoTextIsRefusedWithItsLine_data();
    void whatIsNoTextIsRefusedWithItsLine();
    void theFileIsNamed();
};

namespace {

/// The C library's own conversion, as the outside reference. Nothing when a letter has no place there.
std::optional<QByteArray> converted(const QByteArray& text, const char* from, const char* to)
{
    const iconv_t converter = iconv_open(to, from);
    QByteArray input = text;
    QByteArray output(8 * text.size() + 16, '\0');
    char* in = input.data();
    char* out = output.data();
    auto inLeft = static_cast<std::size_t>(input.size());
    auto outLeft = static_cast<std::size_t>(output.size());
    const bool done = iconv(converter, &in, &inLeft, &out, &outLeft) != static_cast<std::size_t>(-1);
    iconv_close(converter);
    output.resize(out - output.data());
    return done ? std::optional(output) : std::nullopt;
}

const QByteArray list = "name,codes\r\nTerre verte br\xC3\xBBl\xC3\xA9"
                        "e \xE2\x80\x93 l\xC3\xA9g\xC3\xA8re,PG23\r\n";

} // namespace

void TestTextFile::lettersArrive_data()
{
    QTest::addColumn<QByteArray>("bytes");
    QTest::addColumn<int>("encoding");
    const auto add = [](const char* name, const QByteArray& bytes, TextEncoding encoding) {
        QTest::newRow(name) << bytes << static_cast<int>(encoding);
    };
    add("UTF-8", list, TextEncoding::Utf8);
    add("UTF-8 with a mark", "\xEF\xBB\xBF" + list, TextEncoding::Utf8);
    add("UTF-16 little, marked", "\xFF\xFE" + *converted(list, "UTF-8", "UTF-16LE"), TextEncoding::Utf16);
    add("UTF-16 big, marked", "\xFE\xFF" + *converted(list, "UTF-8", "UTF-16BE"), TextEncoding::Utf16);
    add("UTF-16 little, unmarked", *converted(list, "UTF-8", "UTF-16LE"), TextEncoding::Utf16);
    add("UTF-16 big, unmarked", *converted(list, "UTF-8", "UTF-16BE"), TextEncoding::Utf16);
    add("Windows-1252", *converted(list, "UTF-8", "WINDOWS-1252"), TextEncoding::Windows1252);
}

void TestTextFile::lettersArrive()
{
    QFETCH(QByteArray, bytes);
    QFETCH(int, encoding);
    const auto text = decoded(bytes);
    QVERIFY2(text, text ? "" : text.error().message.c_str());
    QCOMPARE(text->text, list.toStdString());
    QCOMPARE(static_cast<int>(text->encoding), encoding);
    QCOMPARE(remarkOn(text->encoding).empty(), text->encoding == TextEncoding::Utf8);
}

void TestTextFile::everyWindowsLetterIsAsTheSystemHasIt()
{
    for (int byte = 0x80; byte < 0x100; ++byte) {
        const QByteArray bytes = QByteArray("a") + static_cast<char>(byte) + "b";
        const auto expected = converted(bytes, "WINDOWS-1252", "UTF-8");
        const auto text = decoded(bytes);
        QCOMPARE(text.has_value(), expected.has_value());
        if (text)
            QCOMPARE(QByteArray::fromStdString(text->text), *expected);
    }
}

void TestTextFile::randomTextsSurviveEveryEncoding()
{
    const unsigned seed = 20261125;
    qInfo("seed %u", seed);
    std::mt19937 random(seed);
    for (int round = 0; round < 200; ++round) {
        QString text = QStringLiteral("name\n");
        for (int i = 0; i < 60; ++i) {
            const char32_t point = random() % 3 == 0 ? 0x1F300 + random() % 200 : 0x20 + random() % 0x3000;
            text += QString::fromUcs4(&point, 1);
        }
        const QByteArray utf8 = text.toUtf8();
        QCOMPARE(QByteArray::fromStdString(decoded(utf8)->text), utf8);
        for (const char* other : {"UTF-16LE", "UTF-16BE"}) {
            const QByteArray mark = QByteArray(other).endsWith("LE") ? "\xFF\xFE" : "\xFE\xFF";
            QCOMPARE(QByteArray::fromStdString(decoded(mark + *converted(utf8, "UTF-8", other))->text), utf8);
        }
    }
}

void TestTextFile::whatIsNoTextIsRefusedWithItsLine_data()
{
    QTest::addColumn<QByteArray>("bytes");
    QTest::addColumn<int>("line");
    QTest::newRow("no letter of any encoding") << QByteArray("name\nReed\nMud \x81\n") << 3;
    QTest::newRow("bell among Windows letters") << QByteArray("caf\xE9\nbell \x07\n") << 2;
    QTest::newRow("zero byte") << QByteArray("name\nReed\0\n", 11) << 2;
    QTest::newRow("marked as UTF-8, but is not") << QByteArray("\xEF\xBB\xBFname\nl\xE9g\n") << 2;
    QTest::newRow("half a letter of UTF-16") << QByteArray("\xFF\xFEn\0a\0m", 7) << 0;
    QTest::newRow("lone half of a pair") << QByteArray("\xFF\xFEn\0\x00\xD8m\0", 8) << 0;
    QTest::newRow("UTF-32") << QByteArray("\xFF\xFE\0\0n\0\0\0a\0\0\0", 12) << 0;
}

void TestTextFile::whatIsNoTextIsRefusedWithItsLine()
{
    QFETCH(QByteArray, bytes);
    QFETCH(int, line);
    const auto text = decoded(bytes);
    QVERIFY(!text);
    QCOMPARE(text.error().code, ErrorCode::BadText);
    QCOMPARE(text.error().line, line);
}

void TestTextFile::theFileIsNamed()
{
    const QTemporaryDir folder;
    const QString path = folder.filePath("list.csv");
    putFile(path, "name\n\x81\n");
    const auto text = readTextFile(path, InputKind::List);
    QVERIFY(!text);
    QCOMPARE(QString::fromStdString(text.error().file), path);
    QCOMPARE(text.error().line, 2);
}

IRIS_TEST(TestTextFile, QCoreApplication)
#include "tst_textfile.moc"
