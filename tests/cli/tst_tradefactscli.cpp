#include "../mixing/tradefacts.h"
#include "../testprogram.h"
#include "clirun.h"

#include "colour/deltae.h"

#include <QGuiApplication>
#include <QTemporaryDir>
#include <QtTest>
#include <algorithm>

using namespace iris;
using nlohmann::json;

/// Facts of the trade as a painter would ask for them on the command line; and what the commands that search and set
/// in order make of them.
class TestTradeFactsCli : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void fact_data();
    void fact();
    void oneCodeIsSeveralPaints();
    void whatLiftsStandsFirst();
    void theWeakestTubeCounts();
    void theCleanestGreenIsFound();
    void cleanerTubesMakeTheCleanerMix();
    void blackAndLemonAreCalledOlive();
    void greysAndDarksAreFound();
    void brownsAreFound();
    void neighboursDoNotDull();
    void moreWaterIsLighter();
    void valueSetsYellowsBeforeBlues();
    void aSmallSheetTakesHalfAnHour();
};

namespace {

using Names = std::vector<std::string>;

std::string joined(const Names& names)
{
    std::string text;
    for (const std::string& name : names)
        text += (text.empty() ? "" : ",") + name;
    return text;
}

json pigment(const std::string& id)
{
    return jsonOf({"pigment", id})["pigments"][0];
}

/// The mixes of a kind that some tubes make, best first.
json made(const std::string& kind, const Names& tubes, const std::string& order = "best")
{
    return jsonOf({"what-makes", kind, "--only", joined(tubes), "--order", order, "--max-tubes", "2"})["mixes"];
}

double mostChroma(const json& mixes)
{
    double most = 0;
    for (const json& mix : mixes)
        most = std::max(most, toLch(labOf(mix["colour"])).chroma);
    return most;
}

bool mixOf(const json& mix, const Names& tubes)
{
    return mix["parts"].size() == tubes.size() && std::ranges::all_of(tubes, [&](const std::string& tube) {
               return std::ranges::any_of(
                   mix["parts"], [&](const json& part) { return part["tube"].get<std::string>().starts_with(tube); });
           });
}

double nearest(const std::string& wanted, const Names& tubes)
{
    const Lab colour = labOf(pigment(wanted)["swatch"]["full"]);
    const auto number = [](double value) { return QString::number(value, 'f', 3).toStdString(); };
    const json found = jsonOf({"match", "--lab=" + number(colour.l) + "," + number(colour.a) + "," + number(colour.b),
                               "--tolerance", "40", "--most", "100", "--only", joined(tubes)});
    double apart = 1000; // the simple recipe stands first, not the closest
    for (const json& match : found["matches"])
        apart = std::min(apart, match["apart"].get<double>());
    return apart;
}

/// A mix at a wash, and over another wash when one is named.
json mixed(const Names& parts, double wash = 1, const std::string& over = {})
{
    Names arguments{"mix"};
    arguments.insert(arguments.end(), parts.begin(), parts.end());
    arguments.insert(arguments.end(), {"--wash", std::to_string(wash)});
    if (!over.empty())
        arguments.insert(arguments.end(), {"--over", over, "--over-wash", std::to_string(wash)});
    return jsonOf(arguments);
}

tradefacts::Step stepOf(const json& colour, double share = 0)
{
    return {share, colour["L"], colour["a"], colour["b"]};
}

double strengthOf(const std::string& id)
{
    return pigment(id)["strength"];
}

/// A ladder's steps are what can be counted out with a brush; the facts are of ways even in strength.
tradefacts::Steps wayOf(const std::string& first, const std::string& second, double wash, int steps)
{
    const std::array strengths{strengthOf(first), strengthOf(second)};
    tradefacts::Steps way;
    for (int i = 0; i < steps; ++i) {
        const double share = static_cast<double>(i) / (steps - 1);
        const double own = (1 - share) / strengths[0];
        const double other = share / strengths[1];
        Names parts;
        if (own > 0)
            parts.push_back(first + ":" + std::to_string(std::lround(1000 * own / std::max(own, other))));
        if (other > 0)
            parts.push_back(second + ":" + std::to_string(std::lround(1000 * other / std::max(own, other))));
        way.push_back(stepOf(mixed(parts, wash)["colour"], share));
    }
    return way;
}

/// Whole parts, fine enough to be amounts by strength within a hundredth.
tradefacts::Step mixOf(const tradefacts::Amounts& amounts, double wash)
{
    Names parts;
    for (const auto& [id, strength] : amounts)
        parts.push_back(id + ":" + std::to_string(std::lround(60 * strength / strengthOf(id))));
    return stepOf(mixed(parts, wash)["colour"]);
}

tradefacts::Step partsOf(const tradefacts::Amounts& amounts, double wash)
{
    Names parts;
    for (const auto& [id, count] : amounts)
        parts.push_back(id + ":" + std::to_string(std::lround(count)));
    return stepOf(mixed(parts, wash)["colour"]);
}

tradefacts::Said saidOf(const std::string& id)
{
    const json said = pigment(id);
    const json& leans = said["lean"]["towards"];
    return {said["staining"],
            said["granulation"],
            said["lightfastness"],
            said["transparency"]["class"],
            leans.is_null() ? "" : leans.get<std::string>(),
            stepOf(said["swatch"]["full"])};
}

tradefacts::Mixer commands()
{
    tradefacts::Mixer mixer;
    mixer.ladder = wayOf;
    mixer.mix = [](const tradefacts::Amounts& amounts, double wash) { return mixOf(amounts, wash); };
    mixer.parts = partsOf;
    mixer.paint = saidOf;
    mixer.separates = [](const tradefacts::Ids& ids) {
        return mixed({ids[0] + ":1", ids[1] + ":1"})["separates"].get<std::string>();
    };
    mixer.glaze = [](const std::string& above, const std::string& below, double wash) {
        return stepOf(mixed({above + ":1"}, wash, below + ":1")["glaze"]["colour"]);
    };
    mixer.nearest = nearest;
    mixer.apart = [](const tradefacts::Step& one, const tradefacts::Step& other) {
        return deltaE00({one.l, one.a, one.b}, {other.l, other.a, other.b});
    };
    return mixer;
}

} // namespace

void TestTradeFactsCli::fact_data()
{
    QTest::addColumn<int>("place");
    int place = 0;
    for (const tradefacts::Fact& fact : tradefacts::all())
        QTest::newRow(fact.name) << place++;
}

void TestTradeFactsCli::fact()
{
    QFETCH(int, place);
    const tradefacts::Asked asked(commands());
    QVERIFY2(tradefacts::all()[static_cast<std::size_t>(place)].holds(asked), asked.figures().c_str());
}

/// Fact 1.
void TestTradeFactsCli::oneCodeIsSeveralPaints()
{
    QCOMPARE(jsonOf({"pigment", "PBr7"})["pigments"].size(), 4U);
    QVERIFY(jsonOf({"pigment", "PR101"})["pigments"].size() > 2);
    QVERIFY(jsonOf({"pigment", "PV19"})["pigments"].size() > 1);
}

/// Fact 3.
void TestTradeFactsCli::whatLiftsStandsFirst()
{
    const json violets = made("violets", {"PR122", "PV23", "PV14", "PB29"}, "lifts");
    QVERIFY(mixOf(violets[0], {"PV14", "PB29"}));
    QVERIFY(violets.back()["staining"] > violets[0]["staining"]);
}

/// Facts 6 and 29.
void TestTradeFactsCli::theWeakestTubeCounts()
{
    QVERIFY(mixed({"PR83:1", "PG18:1"})["weakest_lightfastness"] >= 4);
    QVERIFY(mixed({"PV19/rose:1", "PG18:1"})["weakest_lightfastness"] <= 2);
    double before = -1;
    for (const Names& parts : {Names{"PV19/rose:1"},
                               {"PV19/rose:3", "PR101/light red:1"},
                               {"PV19/rose:1", "PR101/light red:1"},
                               {"PR101/light red:1"}}) {
        const double now = mixed(parts)["transparency"]["opacity_index"];
        QVERIFY(now > before);
        before = now;
    }
}

/// Fact 8.
void TestTradeFactsCli::theCleanestGreenIsFound()
{
    const json greens = made("greens", {"PY3", "PY35/light", "PY110", "PY43", "PB15:3", "PB28", "PB29", "PB35"});
    QVERIFY(mixOf(greens[0], {"PY3", "PB15:3"}));
    for (const char* blue : {"PB15:3", "PB28", "PB29", "PB35"})
        QVERIFY2(mostChroma(made("greens", {"PY43", blue})) < mostChroma(made("greens", {"PY3", blue})), blue);
}

/// Facts 9 and 13.
void TestTradeFactsCli::cleanerTubesMakeTheCleanerMix()
{
    const json chart = jsonOf({"chart", "--rows", "PY3,PY43", "--columns", "PB15:3,PB28,PB29,PB35"});
    for (std::size_t column = 0; column < 4; ++column)
        QVERIFY(chart["rows"][0]["cells"][column]["colour"]["a"] < chart["rows"][1]["cells"][column]["colour"]["a"]);
    QVERIFY(mostChroma(made("oranges", {"PY35/light", "PR108/light"}))
            > mostChroma(made("oranges", {"PY35/light", "PR83"})));
}

/// Fact 14.
void TestTradeFactsCli::blackAndLemonAreCalledOlive()
{
    const json chart = jsonOf({"chart", "--rows", "PY3", "--columns", "PBk9"});
    const std::string name = chart["rows"][0]["cells"][0]["name"];
    QVERIFY2(name.find("olive") != std::string::npos, name.c_str());
}

/// Facts 15 and 16.
void TestTradeFactsCli::greysAndDarksAreFound()
{
    const json neutrals = jsonOf({"neutrals", "--only", "PB29,PBr7/burnt sienna,PY3", "--most", "1"});
    QVERIFY(std::ranges::any_of(neutrals["partners"], [](const json& pair) {
        return pair["tube"].get<std::string>().starts_with("PB29")
               && pair["partner"].get<std::string>().starts_with("PBr7") && pair["chroma"] < 8;
    }));
    for (const Names& tubes : {Names{"PB29", "PBr7/burnt umber"}, {"PR83", "PG7"}}) {
        const json darks = jsonOf({"darks", "--only", joined(tubes)})["mixes"];
        QVERIFY2(
            std::ranges::any_of(darks, [](const json& mix) { return tradefacts::nearBlack(stepOf(mix["colour"])); }),
            tubes[0].c_str());
    }
}

/// Facts 17 to 19.
void TestTradeFactsCli::brownsAreFound()
{
    for (const Names& tubes : {Names{"PB60", "PO71"}, {"PR255", "PG7"}, {"PV15", "PO62"}})
        QVERIFY2(!made("browns", tubes).empty(), tubes[0].c_str());
}

/// Fact 22.
void TestTradeFactsCli::neighboursDoNotDull()
{
    QVERIFY(jsonOf({"ladder", "PB29", "PB15:3", "--steps", "21"})["keeps_chroma"] > 0.85);
}

/// Fact 27.
void TestTradeFactsCli::moreWaterIsLighter()
{
    for (const json& tube : jsonOf({"chart", "--rows", "PB29,PR83,PY150", "--water"})["rows"])
        QVERIFY(std::ranges::is_sorted(tube["cells"], {},
                                       [](const json& cell) { return cell["colour"]["L"].get<double>(); }));
}

/// Fact 30.
void TestTradeFactsCli::valueSetsYellowsBeforeBlues()
{
    const json chart =
        jsonOf({"chart", "--rows", "PB29,PY43,PB35,PY3,PB60,PY110", "--columns", "PY3", "--order", "value"});
    Names order;
    for (const json& tube : chart["rows"])
        order.push_back(tube["tube"].get<std::string>().substr(0, 2));
    QCOMPARE(order, (Names{"PY", "PY", "PY", "PB", "PB", "PB"}));
}

/// Fact 32: a mixed square takes 2 to 3 minutes, a sheet of 3 x 3 some 15 to 30.
void TestTradeFactsCli::aSmallSheetTakesHalfAnHour()
{
    const QTemporaryDir folder;
    const auto path = [&](const char* name) { return folder.filePath(name).toStdString(); };
    QCOMPARE(run({"notebook", path("n.iris"), "--tubes", IRIS_SOURCE_DIR "/data/demo/tubes.csv"}).code, 0);
    const json tubes = jsonOf({"chart", "--notebook", path("n.iris"), "--water"})["rows"];
    Names names;
    for (const json& tube : tubes)
        names.push_back(tube["tube"]);
    const json sheet = jsonOf({"sheet", "--notebook", path("n.iris"), "--out", path("s.pdf"), "--rows",
                               joined({names[0], names[1], names[2]}), "--columns",
                               joined({names[3], names[4], names[5]}), "--no-checks"});
    QCOMPARE(sheet["sheets"][0]["squares"], 9);
    QVERIFY(sheet["sheets"][0]["minutes"][0] >= 15);
    QVERIFY(sheet["sheets"][0]["minutes"][1] <= 30);
}

IRIS_TEST(TestTradeFactsCli, QGuiApplication)
#include "tst_tradefactscli.moc"
