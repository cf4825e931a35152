#include "../testprogram.h"
#include "base/csvreader.h"

#include <QtTest>
#include <random>

using namespace iris;

class TestCsvReader : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void readsRecords_data();
    void readsRecords();
    void tellsTheLine();
    void refusesBrokenQuotes_data();
    void refusesBrokenQuotes();
    void guessesTheSeparator_data();
    void guessesTheSeparator();
    void writesWhatItReads();
};

using Fields = std::vector<std::vector<std::string>>;

void TestCsvReader::readsRecords_data()
{
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<int>("records");
    QTest::addColumn<QByteArray>("lastField");
    QTest::newRow("plain") << QByteArray("a,b\nc,d\n") << 2 << QByteArray("d");
    QTest::newRow("CRLF") << QByteArray("a,b\r\nc,d\r\n") << 2 << QByteArray("d");
    QTest::newRow("no last line end") << QByteArray("a,b\nc,d") << 2 << QByteArray("d");
    QTest::newRow("quotes") << QByteArray("a,\"b, and \"\"c\"\"\"") << 1 << QByteArray("b, and \"c\"");
    QTest::newRow("line end in quotes") << QByteArray("a,\"b\nc\"\n") << 1 << QByteArray("b\nc");
    QTest::newRow("byte order mark") << QByteArray("\xEF\xBB\xBFname") << 1 << QByteArray("name");
    QTest::newRow("blank lines") << QByteArray("\n\na\n\n\nb\n") << 2 << QByteArray("b");
    QTest::newRow("empty field") << QByteArray("a,\n") << 1 << QByteArray("");
}

void TestCsvReader::readsRecords()
{
    QFETCH(QByteArray, text);
    QFETCH(int, records);
    QFETCH(QByteArray, lastField);
    const auto read = readCsv(text.toStdString());
    QVERIFY(read.has_value());
    QCOMPARE(static_cast<int>(read->size()), records);
    QCOMPARE(QByteArray::fromStdString(read->back().fields.back()), lastField);
}

void TestCsvReader::tellsTheLine()
{
    const auto read = readCsv("h\r\n\r\n\"two\r\nlines\"\r\n  \r\nlast\n");
    QVERIFY(read.has_value());
    QCOMPARE(read->size(), 3U);
    QCOMPARE((*read)[0].line, 1);
    QCOMPARE((*read)[1].line, 3);
    QCOMPARE((*read)[2].line, 6);
}

void TestCsvReader::refusesBrokenQuotes_data()
{
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<int>("line");
    QTest::newRow("never closed") << QByteArray("a\nb,\"c\nd\ne\n") << 2;
    QTest::newRow("text after a closing quote") << QByteArray("a\n\"b\"c\n") << 2;
}

void TestCsvReader::refusesBrokenQuotes()
{
    QFETCH(QByteArray, text);
    QFETCH(int, line);
    const auto read = readCsv(text.toStdString());
    QVERIFY(!read.has_value());
    QCOMPARE(read.error().code, ErrorCode::BadCsv);
    QCOMPARE(read.error().line, line);
}

void TestCsvReader::guessesTheSeparator_data()
{
    QTest::addColumn<QByteArray>("text");
    QTest::addColumn<char>("separator");
    QTest::newRow("comma") << QByteArray("name,codes\na;b;c,d") << ',';
    QTest::newRow("semicolon") << QByteArray("name;codes;notes") << ';';
    QTest::newRow("tab") << QByteArray("name\tcodes") << '\t';
    QTest::newRow("one column") << QByteArray("name") << ',';
    QTest::newRow("quoted commas") << QByteArray("\"a,b,c\";d") << ';';
}

void TestCsvReader::guessesTheSeparator()
{
    QFETCH(QByteArray, text);
    QFETCH(char, separator);
    QCOMPARE(guessSeparator(text.toStdString()), separator);
}

void TestCsvReader::writesWhatItReads()
{
    constexpr unsigned seed = 20261123;
    std::mt19937 random(seed);
    const std::string letters = "ab ,;\"\n\r\t'\xC3\xA9";
    for (int round = 0; round < 300; ++round) {
        std::vector<std::string> fields(1 + random() % 5);
        for (std::string& field : fields)
            for (unsigned i = random() % 8; i > 0; --i)
                field += letters[random() % letters.size()];
        fields.push_back("x"); // a record of one empty field is a blank line, which is skipped
        const auto read = readCsv(csvLine(fields));
        QVERIFY2(read && read->size() == 1 && read->front().fields == fields,
                 qPrintable(QString("seed %1 round %2").arg(seed).arg(round)));
    }
}

IRIS_TEST(TestCsvReader, NoApplication)
#include "tst_csvreader.moc"
