#include "../mixing/referencepaints.h"
#include "../testprogram.h"
#include "base/csvreader.h"
#include "base/text.h"
#include "colour/colourname.h"
#include "mixing/ladder.h"

#include <QFile>
#include <QtTest>

using namespace iris;

/// What painters call the mix of two tubes, and what the program calls it (tests/data/mix-words.csv): common practice,
/// no published source. A row agrees when somewhere in its part of the way, in a full or a thinner wash, the program's
/// name holds one of the words that count.
class TestMixNames : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void mostAreCalledAsPaintersCallThem();
    void layersStayWhatTheyAre();
    void wordsOfTheTrade_data();
    void wordsOfTheTrade();
};

namespace {

/// Shares of the second tube by strength, and washes.
struct Where {
    std::vector<double> shares;
    std::vector<double> washes;
};

Where whereOf(const std::string& words)
{
    const std::vector<double> both{1.0, 0.6};
    if (words == "first fifth")
        return {{0.06, 0.1, 0.15, 0.2}, both};
    if (words == "first third")
        return {{0.15, 0.25, 0.35}, both};
    if (words == "first half")
        return {{0.05, 0.1, 0.2, 0.3, 0.4, 0.5}, both};
    if (words == "last third")
        return {{0.65, 0.75, 0.85}, both};
    if (words == "thin")
        return {{0.35, 0.5, 0.65}, {0.2}};
    return {{0.35, 0.5, 0.65}, words == "middle full" ? std::vector{1.0} : both};
}

std::vector<std::string> namesOf(const std::string& first, const std::string& second, const Where& where)
{
    std::vector<std::string> names;
    for (const double share : where.shares)
        for (const double wash : where.washes) {
            const Film film = filmBetween(referencePaint(first.c_str()), referencePaint(second.c_str()), share);
            names.push_back(colourNameWithoutValue(seenLab(film, wash, whitePaper())));
        }
    return names;
}

/// The pairs of the list whose middle is told.
std::vector<std::pair<std::string, std::string>> usualMixes()
{
    QFile file(IRIS_SOURCE_DIR "/tests/data/mix-words.csv");
    std::vector<std::pair<std::string, std::string>> mixes;
    if (!file.open(QIODevice::ReadOnly))
        return mixes;
    const auto rows = readCsv(file.readAll().toStdString());
    for (std::size_t i = 1; rows && i < rows->size(); ++i)
        if ((*rows)[i].fields[2] == "middle")
            mixes.emplace_back((*rows)[i].fields[0], (*rows)[i].fields[1]);
    return mixes;
}

} // namespace

/// Those that do not agree are printed: where the table or the words are known to be off.
void TestMixNames::mostAreCalledAsPaintersCallThem()
{
    QFile file(IRIS_SOURCE_DIR "/tests/data/mix-words.csv");
    QVERIFY(file.open(QIODevice::ReadOnly));
    const auto rows = readCsv(file.readAll().toStdString());
    QVERIFY(rows && rows->size() > 120);
    std::size_t agree = 0;
    for (std::size_t i = 1; i < rows->size(); ++i) {
        const std::vector<std::string>& row = (*rows)[i].fields;
        QCOMPARE(row.size(), 6U);
        const std::vector<std::string> names = namesOf(row[0], row[1], whereOf(row[2]));
        const bool agrees = std::ranges::any_of(names, [&](const std::string& name) {
            return std::ranges::any_of(split(row[5], '|'),
                                       [&](const std::string& word) { return name.find(word) != std::string::npos; });
        });
        agree += agrees;
        if (!agrees)
            qInfo("%s + %s, %s: %s to painters, here %s", row[0].c_str(), row[1].c_str(), row[2].c_str(),
                  row[3].c_str(), joinedInWords(names).c_str());
    }
    qInfo("%zu of %zu agree", agree, rows->size() - 1);
    QVERIFY(agree >= 126);
}

/// A second and a third layer of a usual mix deepen it: its hue turns by no more than 12 degrees and it keeps nearly
/// all of its chroma (0.85, our line) until it is dark (common practice, trade fact 28).
void TestMixNames::layersStayWhatTheyAre()
{
    constexpr double hasAHue = 15; // chroma
    constexpr double dark = 50;    // L*
    std::size_t tried = 0;
    QStringList turned;
    for (const auto& [first, second] : usualMixes()) {
        const Film film = filmBetween(referencePaint(first.c_str()), referencePaint(second.c_str()), 0.5);
        Lch before = toLch(seenLab(film, 0.45, whitePaper()));
        if (before.chroma < hasAHue)
            continue;
        ++tried;
        for (const int layers : {2, 3}) {
            const Lch now = toLch(seenLab(film, 0.45 * layers, whitePaper()));
            if (now.l < dark || now.chroma < hasAHue)
                break;
            const double turn = std::abs(signedDegreesBetween(before.hueDegrees, now.hueDegrees));
            if (turn > 12 || now.chroma < 0.85 * before.chroma)
                turned << QString("%1 + %2, layer %3: hue %4 to %5, chroma %6 to %7")
                              .arg(first.c_str(), second.c_str())
                              .arg(layers)
                              .arg(before.hueDegrees, 0, 'f', 0)
                              .arg(now.hueDegrees, 0, 'f', 0)
                              .arg(before.chroma, 0, 'f', 0)
                              .arg(now.chroma, 0, 'f', 0);
            before = now;
        }
    }
    for (const QString& one : turned)
        qInfo("%s", qPrintable(one));
    qInfo("%zu mixes in layers", tried);
    QVERIFY(tried >= 40);
    QVERIFY(turned.size() <= 2);
}

void TestMixNames::wordsOfTheTrade_data()
{
    QTest::addColumn<QList<double>>("lch");
    QTest::addColumn<QString>("word");
    QTest::newRow("brown, not orange") << QList<double>{46, 52, 58} << "brown";
    QTest::newRow("mustard, not yellow") << QList<double>{68, 48, 94} << "mustard";
    QTest::newRow("a dark leaf") << QList<double>{45, 30, 128} << "sap green";
    QTest::newRow("a deep pool") << QList<double>{40, 35, 205} << "teal";
    QTest::newRow("shallow water") << QList<double>{65, 40, 195} << "turquoise";
    QTest::newRow("skin in the sun") << QList<double>{78, 30, 55} << "peach";
    QTest::newRow("wet mud") << QList<double>{28, 14, 60} << "umber";
    QTest::newRow("heather far off") << QList<double>{68, 24, 305} << "lavender";
}

void TestMixNames::wordsOfTheTrade()
{
    QFETCH(QList<double>, lch);
    QFETCH(QString, word);
    const QString name = QString::fromStdString(colourNameWithoutValue(toLab(Lch{lch[0], lch[1], lch[2]})));
    QVERIFY2(name.endsWith(word), qPrintable(name));
}

IRIS_TEST(TestMixNames, NoApplication)
#include "tst_mixnames.moc"
