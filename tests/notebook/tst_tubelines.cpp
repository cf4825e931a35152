#include "../testprogram.h"
#include "base/csvreader.h"
#include "base/text.h"
#include "files/textfile.h"
#include "notebook/tubelines.h"

#include <QtTest>
#include <random>

using namespace iris;

/// Tubes as people write them down.
class TestTubeLines : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void isTakenFor_data();
    void isTakenFor();
    void amountsAreRead();
    void guessesAreTold();
    void whatIsThereIsKnown();
    void nothingTypedIsLost();
    void hostileLinesAreHarmless();
};

namespace {

/// "Ultramarine; PB29; Grey Heron | ..."
QString inShort(const TubeLine& line)
{
    QStringList tubes;
    for (const ToldTube& told : line.tubes) {
        QStringList parts{QString::fromStdString(told.tube.name), QString::fromStdString(textOf(told.tube.codes))};
        if (!told.tube.maker.empty())
            parts << QString::fromStdString(told.tube.maker);
        tubes << parts.join("; ");
    }
    return tubes.join(" | ");
}

TubeLine lineOf(const char* text, const Notebook& notebook = {})
{
    const auto lines = readTubeLines(text, notebook);
    return lines.size() == 1 ? lines.front() : TubeLine{};
}

} // namespace

/// 85 lines, made up; what must come out was read through line by line. They are one text: makers that were named
/// before are known further down.
void TestTubeLines::isTakenFor_data()
{
    QTest::addColumn<QString>("taken");
    QTest::addColumn<QString>("expected");
    const auto file = readTextFile(IRIS_SOURCE_DIR "/tests/data/tube-lines.csv", InputKind::List);
    QVERIFY(file);
    const auto rows = readCsv(file->text);
    QVERIFY(rows && rows->size() > 80);
    std::string all;
    for (std::size_t i = 1; i < rows->size(); ++i)
        all += (*rows)[i].fields[0] + '\n';
    const auto lines = readTubeLines(all, Notebook());
    QCOMPARE(lines.size(), rows->size() - 1);
    for (std::size_t i = 0; i < lines.size(); ++i)
        QTest::addRow("%s", lines[i].text.c_str())
            << inShort(lines[i]) << QString::fromStdString((*rows)[i + 1].fields[1]);
}

void TestTubeLines::isTakenFor()
{
    QFETCH(QString, taken);
    QFETCH(QString, expected);
    QCOMPARE(taken, expected);
}

void TestTubeLines::amountsAreRead()
{
    const Tube ordered = lineOf("2 x French Ultramarine watercolour tube 15 ml (PB29) €7.40").tubes.front().tube;
    QCOMPARE(ordered.stock.sizeMl, std::optional(15.0));
    QCOMPARE(ordered.stock.price, std::optional(7.4));
    QCOMPARE(ordered.notes, std::string("2 of it"));
    QCOMPARE(lineOf("PB29, 7,40 €").tubes.front().tube.stock.price, std::optional(7.4));
    QCOMPARE(lineOf("burnt sienna half pan").tubes.front().tube.stock.container, Container::Pan);
    QVERIFY(!lineOf("PB29 9999999 ml").tubes.front().tube.stock.sizeMl);
    QCOMPARE(lineOf("Cobalt violet PV14 £11.20").tubes.front().tube.codes, parsePigmentCodes("PV14").value());
}

/// What the label alone can tell is not passed off as known.
void TestTubeLines::guessesAreTold()
{
    QVERIFY(lineOf("Ultramarine PB29").tubes.front().guess.empty());
    QCOMPARE(lineOf("french ultramarine").tubes.front().guess, std::string("PB29 by its name."));
    QVERIFY(lineOf("indian yellow").tubes.front().guess.find("PY110") != std::string::npos);
    QVERIFY(lineOf("PR101").tubes.front().guess.find("Venetian red") != std::string::npos);
    QCOMPARE(lineOf("PV19 rose").tubes.front().tube.form, std::string("rose"));
    QVERIFY(lineOf("mystery green").why.find("its code is on the label") != std::string::npos);
}

void TestTubeLines::whatIsThereIsKnown()
{
    Notebook notebook;
    Tube own = lineOf("Ultramarine PB29 from Grey Heron Mill").tubes.front().tube;
    own.id = {1};
    notebook.tubes = {own};
    QVERIFY(lineOf("Ultramarine PB29 from Grey Heron Mill", notebook).tubes.front().alreadyThere);
    QVERIFY(!lineOf("Ultramarine PB29 from Lower Quay", notebook).tubes.front().alreadyThere);
    QCOMPARE(lineOf("grey heron mill rose PV19", notebook).tubes.front().tube.maker, std::string("Grey Heron Mill"));
}

/// Every word of three letters is in some field of a tube, or its line is left to the painter with the reason.
void TestTubeLines::nothingTypedIsLost()
{
    const unsigned seed = QRandomGenerator::global()->generate();
    std::mt19937 random(seed);
    const QStringList pieces{"PB29",       "pr 254",    "ultramarine", "burnt sienna", "Grey Heron Mill",
                             "soft",       "rose PV19", "PG7+PY150",   "mystery",      "Lower Quay",
                             "keeps well", "(new)",     "viridian",    "12.50",        "15 ml",
                             "x2",         "PB99",      "NR9",         "<i>",          "&",
                             "Öster",      "half pan"};
    const QStringList joints{", ", " ", "; ", " - ", " from ", "\t", " (", ") ", ": ", " | "};
    const QStringList unsaid{"from", "half", "pan"};
    for (int round = 0; round < 3000; ++round) {
        QString text;
        for (unsigned i = 0; i < 1 + random() % 6; ++i)
            text += pieces[int(random() % unsigned(pieces.size()))] + joints[int(random() % unsigned(joints.size()))];
        const auto lines = readTubeLines(text.toStdString(), Notebook());
        QCOMPARE(lines.size(), 1U);
        QCOMPARE(QString::fromStdString(lines[0].text), text.trimmed());
        QString kept;
        for (const ToldTube& told : lines[0].tubes)
            kept += QString::fromStdString(told.tube.name + ' ' + told.tube.maker + ' ' + told.tube.notes + ' ');
        QVERIFY2(!lines[0].tubes.empty() || !lines[0].why.empty(), qPrintable(text));
        if (!lines[0].why.empty())
            continue;
        auto words = QRegularExpression(QStringLiteral("\\p{L}{3,}")).globalMatch(text);
        while (words.hasNext()) {
            const QString word = words.next().captured();
            QVERIFY2(unsaid.contains(word) || kept.contains(word, Qt::CaseInsensitive),
                     qPrintable(QString("seed %1: %2 of \"%3\" in \"%4\"").arg(seed).arg(word, text, kept)));
        }
    }
}

void TestTubeLines::hostileLinesAreHarmless()
{
    for (const std::string& line :
         {std::string(100000, 'P'), std::string(600, '('), std::string("PB29 \xff\xfe from \xc3"),
          std::string("\0PB29", 5), std::string("PB99999999999999999999"), std::string("from from from"),
          std::string(", , ; | () [] - "), std::string("PB29 1e999 ml 99999999999999999999 €")})
        for (const TubeLine& read : readTubeLines(line, Notebook()))
            for (const ToldTube& told : read.tubes)
                QVERIFY(validate(told.tube, ReferenceTable::shipped()));
    QVERIFY(readTubeLines("", Notebook()).empty());
    QVERIFY(readTubeLines("\n \r\n\t\n", Notebook()).empty());
    QCOMPARE(readTubeLines("PB29\r\n\r\nPR254", Notebook())[1].number, 3U);
}

IRIS_TEST(TestTubeLines, NoApplication)
#include "tst_tubelines.moc"
