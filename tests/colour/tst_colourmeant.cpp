#include "../testprogram.h"
#include "colour/colourmeant.h"
#include "colour/colourname.h"
#include "colour/deltae.h"
#include "colour/srgb.h"

#include <QtTest>
#include <random>

using namespace iris;

class TestColourMeant : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void everyColourIsWhatItsNameMeans();
    void whatPaintersSay_data();
    void whatPaintersSay();
    void namesOfTheWebAreNear_data();
    void namesOfTheWebAreNear();
    void theMiddleLiesWithin();
    void moreOfAQualityIsMoreOfIt();
    void whatIsNotUnderstoodIsNamed_data();
    void whatIsNotUnderstoodIsNamed();
    void anythingMayBeTyped();
};

namespace {

ColourRange meant(const char* words)
{
    const auto range = colourMeant(words);
    if (!range)
        qFatal("%s: %s", words, range.error().message.c_str());
    return *range;
}

const std::array qualities{"dull", "muted", "bright",    "clean", "pale", "light",
                           "mid",  "dark",  "very dark", "warm",  "cool"};

std::vector<std::string> allColours()
{
    std::vector<std::string> words{"grey", "black", "white"};
    for (const HueWord& hue : hueWords)
        words.emplace_back(hue.word);
    for (const NamedRegion& region : toldRegions)
        words.emplace_back(region.word);
    for (const NamedRegion& region : understoodRegions)
        words.emplace_back(region.word);
    return words;
}

} // namespace

/// The words the program says are words it understands.
void TestColourMeant::everyColourIsWhatItsNameMeans()
{
    for (double l = 0.5; l <= 100; l += 2.9)
        for (double chroma = 0.2; chroma < 120; chroma += 3.3)
            for (double hue = 0.4; hue < 360; hue += 4.1) {
                const Lab lab = toLab(Lch{l, chroma, hue});
                const std::string name = colourName(lab);
                const auto range = colourMeant(name);
                QVERIFY2(range.has_value(), name.c_str());
                QVERIFY2(range->holds(lab),
                         qPrintable(QString::fromStdString(name) + QString(" %1 %2 %3").arg(l).arg(chroma).arg(hue)));
            }
}

/// What is meant and what is not. Common practice of painters, without a source.
void TestColourMeant::whatPaintersSay_data()
{
    QTest::addColumn<QList<double>>("is"); // L, chroma, hue
    QTest::addColumn<QList<double>>("isNot");
    QTest::newRow("dull olive, dark") << QList<double>{36, 18, 104} << QList<double>{68, 18, 104};
    QTest::newRow("Dark dull Olive") << QList<double>{36, 18, 104} << QList<double>{36, 45, 104};
    QTest::newRow("a warm grey") << QList<double>{60, 6, 70} << QList<double>{60, 6, 250};
    QTest::newRow("cool grey, light") << QList<double>{80, 5, 250} << QList<double>{50, 5, 250};
    QTest::newRow("peach") << QList<double>{80, 30, 55} << QList<double>{80, 30, 110};
    QTest::newRow("greenish blue") << QList<double>{50, 40, 235} << QList<double>{50, 40, 275};
    QTest::newRow("blue green") << QList<double>{50, 30, 205} << QList<double>{50, 30, 150};
    QTest::newRow("green-blue") << QList<double>{50, 30, 205} << QList<double>{50, 30, 150};
    QTest::newRow("green grey") << QList<double>{50, 6, 150} << QList<double>{50, 30, 150};
    QTest::newRow("greyish green") << QList<double>{50, 13, 150} << QList<double>{50, 40, 150};
    QTest::newRow("grey green") << QList<double>{50, 13, 150} << QList<double>{50, 5, 150};
    QTest::newRow("very dark brown") << QList<double>{22, 20, 55} << QList<double>{45, 20, 55};
    QTest::newRow("deep violet") << QList<double>{30, 50, 310} << QList<double>{70, 30, 310};
    QTest::newRow("sky blue") << QList<double>{78, 25, 245} << QList<double>{30, 40, 275};
    QTest::newRow("pale lemon") << QList<double>{92, 46, 100} << QList<double>{84, 90, 100};
    QTest::newRow("bright red") << QList<double>{48, 75, 25} << QList<double>{48, 40, 25};
    QTest::newRow("reddish brown") << QList<double>{38, 30, 50} << QList<double>{38, 30, 72};
    QTest::newRow("near black") << QList<double>{18, 2, 100} << QList<double>{30, 2, 100};
    QTest::newRow("off white") << QList<double>{95, 4, 90} << QList<double>{70, 4, 90};
    QTest::newRow("dark yellow") << QList<double>{38, 60, 90} << QList<double>{85, 60, 90};
    QTest::newRow("the colour of wet mud") << QList<double>{} << QList<double>{}; // wet: not known
    QTest::newRow("warm yellow") << QList<double>{82, 75, 84} << QList<double>{88, 75, 99};
    QTest::newRow("cool yellow") << QList<double>{88, 75, 99} << QList<double>{82, 75, 84};
    QTest::newRow("cool red") << QList<double>{45, 55, 9} << QList<double>{45, 55, 30};
    QTest::newRow("purple") << QList<double>{35, 45, 320} << QList<double>{35, 45, 270};
}

void TestColourMeant::whatPaintersSay()
{
    QFETCH(QList<double>, is);
    QFETCH(QList<double>, isNot);
    const auto range = colourMeant(QTest::currentDataTag());
    QCOMPARE(range.has_value(), !is.isEmpty());
    if (!range)
        return;
    QVERIFY(range->holds(toLab(Lch{is[0], is[1], is[2]})));
    QVERIFY(!range->holds(toLab(Lch{isNot[0], isNot[1], isNot[2]})));
}

/// Words that painters share with the named colours of the web. Source: W3C, CSS Color Module Level 3, 4.3. Left out
/// are names of pure hues, which on screens are more orange or violet than paint, and chocolate, tan's and others'
/// namesakes that no painter means.
void TestColourMeant::namesOfTheWebAreNear_data()
{
    QTest::addColumn<QString>("hex");
    const std::array<std::pair<const char*, const char*>, 23> names{
        {{"olive", "#808000"},        {"teal", "#008080"},      {"navy", "#000080"},
         {"maroon", "#800000"},       {"purple", "#800080"},    {"coral", "#FF7F50"},
         {"salmon", "#FA8072"},       {"khaki", "#F0E68C"},     {"beige", "#F5F5DC"},
         {"ivory", "#FFFFF0"},        {"indigo", "#4B0082"},    {"crimson", "#DC143C"},
         {"gold", "#FFD700"},         {"sienna", "#A0522D"},    {"tan", "#D2B48C"},
         {"lavender", "#E6E6FA"},     {"turquoise", "#40E0D0"}, {"sky blue", "#87CEEB"},
         {"forest green", "#228B22"}, {"sea green", "#2E8B57"}, {"dark olive green", "#556B2F"},
         {"pink", "#FFC0CB"},         {"slate gray", "#708090"}}};
    for (const auto& [name, hex] : names)
        QTest::newRow(name) << QString(hex);
}

void TestColourMeant::namesOfTheWebAreNear()
{
    QFETCH(QString, hex);
    const ColourRange range = meant(QTest::currentDataTag());
    const Lab lab = toLab(parseHex(hex.toStdString()).value());
    const Lch lch = toLch(lab);
    // The nearest place within, in its own coordinates.
    const auto clamped = [](const ColourSpan& span, double value) { return std::clamp(value, span.from, span.to); };
    double hue = lch.hueDegrees;
    while (hue < range.hue.from && hue + 360 <= range.hue.to)
        hue += 360;
    const Lab nearest = toLab(Lch{clamped(range.l, lch.l), clamped(range.chroma, lch.chroma), clamped(range.hue, hue)});
    QVERIFY2(deltaE00(lab, nearest) < 6,
             qPrintable(QString("%1 %2 %3").arg(lch.l).arg(lch.chroma).arg(lch.hueDegrees)));
}

void TestColourMeant::theMiddleLiesWithin()
{
    for (const std::string& colour : allColours()) {
        QVERIFY2(meant(colour.c_str()).holds(meant(colour.c_str()).middle()), colour.c_str());
        for (const char* quality : qualities) {
            const std::string words = std::string(quality) + " " + colour;
            const ColourRange range = meant(words.c_str());
            QVERIFY2(!range.l.isEmpty() && !range.chroma.isEmpty() && !range.hue.isEmpty(), words.c_str());
            QVERIFY2(range.holds(range.middle()), words.c_str());
        }
    }
    for (const char* words : {"dark", "warm", "a cool dark", "very light", "greenish", "bright"})
        QVERIFY2(meant(words).holds(meant(words).middle()), words);
}

void TestColourMeant::moreOfAQualityIsMoreOfIt()
{
    for (const std::string& colour : allColours()) {
        const auto middle = [&](const char* quality) {
            return toLch(meant((quality + (" " + colour)).c_str()).middle());
        };
        QVERIFY2(middle("dark").l < middle("light").l, colour.c_str());
        QVERIFY2(middle("dull").chroma < middle("clean").chroma + 0.01, colour.c_str());
    }
}

void TestColourMeant::whatIsNotUnderstoodIsNamed_data()
{
    QTest::addColumn<QString>("named");
    QTest::newRow("dull oliv") << "oliv";
    QTest::newRow("blue <b>sky</b>") << "<b>sky<";
    QTest::newRow("ish") << "ish";
    QTest::newRow("") << "say a colour";
    QTest::newRow("the of a") << "say a colour";
    QTest::newRow("very") << "say a colour";
    QTest::newRow("grün") << "grün";
}

void TestColourMeant::whatIsNotUnderstoodIsNamed()
{
    QFETCH(QString, named);
    const auto range = colourMeant(QTest::currentDataTag());
    QVERIFY(!range.has_value());
    QVERIFY2(range.error().message.find(named.toStdString()) != std::string::npos, range.error().message.c_str());
}

void TestColourMeant::anythingMayBeTyped()
{
    constexpr unsigned seed = 20261202;
    std::mt19937 random(seed);
    qInfo("seed %u", seed);
    std::vector<std::string> words = allColours();
    for (const char* quality : qualities)
        words.emplace_back(quality);
    words.insert(words.end(), {"very", "greenish", "-", "zzz", "\xff\xfe", "ish", "golden", ","});
    for (int i = 0; i < 3000; ++i) {
        std::string said;
        for (unsigned j = random() % 9; j > 0; --j)
            said += words[random() % words.size()] + " ";
        if (const auto range = colourMeant(said)) {
            const Lab middle = range->middle();
            QVERIFY2(std::isfinite(middle.l + middle.a + middle.b) && range->holds(middle), said.c_str());
        }
    }
    std::string endless;
    for (int i = 0; i < 20000; ++i)
        endless += "dark green ";
    QVERIFY(colourMeant(endless).has_value());
}

IRIS_TEST(TestColourMeant, QCoreApplication)
#include "tst_colourmeant.moc"
