#include "../mixing/pairfacts.h"
#include "../testprogram.h"
#include "clirun.h"

#include "colour/deltae.h"

#include <QGuiApplication>
#include <QTemporaryDir>
#include <QtTest>
#include <algorithm>
#include <functional>

using namespace iris;
using nlohmann::json;

/// Facts of the trade as a painter would ask for them on the command line: common practice among watercolourists, no
/// published source. The numbers in the row names are those of tst_tradefacts, which holds the core to the same list.
class TestTradeFactsCli : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void fact_data();
    void fact();
    void aSmallSheetTakesHalfAnHour();
};

namespace {

using Check = std::function<bool()>;
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

bool everyOne(const Names& ids, const std::function<bool(const json&)>& holds)
{
    return std::ranges::all_of(ids, [&](const std::string& id) { return holds(pigment(id)); });
}

json ladder(const std::string& first, const std::string& second)
{
    return jsonOf({"ladder", first, second, "--steps", "21"});
}

double chromaOf(const json& step)
{
    return step["chroma"];
}

bool hueIn(const json& step, double from, double to)
{
    return step["hue_angle"] >= from && step["hue_angle"] <= to;
}

bool onTheWay(const json& ladder, const std::function<bool(const json&)>& holds)
{
    const json& steps = ladder["steps"];
    return std::any_of(steps.begin() + 1, steps.end() - 1, holds);
}

double leastChroma(const std::string& first, const std::string& second)
{
    const json way = ladder(first, second);
    return chromaOf(way["steps"][way["most_neutral_step"].get<std::size_t>()]);
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

Lab glazed(const std::string& tube, const std::string& over, double wash)
{
    return labOf(mixed({tube + ":1"}, wash, over + ":1")["glaze"]["colour"]);
}

void row(const char* name, Check check)
{
    QTest::newRow(name) << check;
}

void pigmentRows()
{
    row("1, one code, several paints", [] {
        return jsonOf({"pigment", "PBr7"})["pigments"].size() == 4
               && jsonOf({"pigment", "PR101"})["pigments"].size() > 2
               && jsonOf({"pigment", "PV19"})["pigments"].size() > 1;
    });
    row("2, two burnt siennas", [] {
        const json earth = pigment("PBr7/burnt sienna");
        const json oxide = pigment("PR101/burnt sienna");
        return deltaE00(labOf(earth["swatch"]["full"]), labOf(oxide["swatch"]["full"])) > 3
               && earth["chemistry"] != oxide["chemistry"];
    });
    row("3, stainers stain", [] {
        return everyOne({"PB15:3", "PG7", "PV23", "PB27", "PR122"}, [](const json& p) { return p["staining"] >= 2; })
               && everyOne({"PB29", "PB28", "PB35"}, [](const json& p) { return p["staining"] <= 1; });
    });
    row("3, what lifts again stands first", [] {
        const json violets = made("violets", {"PR122", "PV23", "PV14", "PB29"}, "lifts");
        return mixOf(violets[0], {"PV14", "PB29"}) && violets.back()["staining"] > violets[0]["staining"];
    });
    row("4, two granulating tubes separate", [] {
        return mixed({"PB29:1", "PV14:1"})["separates"] == "yes" && mixed({"PB29:1", "PY3:1"})["separates"] == "no";
    });
    row("5, the opaque and the transparent end", [] {
        return everyOne({"PV19/rose", "PB15:3", "PR83", "PY150", "PB60"},
                        [](const json& p) { return p["transparency"]["class"] == "transparent"; })
               && everyOne({"PY35/light", "PB35", "PG17", "PY43", "PR101/light red"}, [](const json& p) {
                      const std::string kind = p["transparency"]["class"];
                      return kind == "opaque" || kind == "semi-opaque";
                  });
    });
    row("6, the weakest light counts", [] {
        return mixed({"PR83:1", "PG18:1"})["weakest_lightfastness"] >= 4
               && mixed({"PV19/rose:1", "PG18:1"})["weakest_lightfastness"] <= 2;
    });
    row("7, leans", [] {
        const auto towards = [](const Names& ids, const char* side) {
            return everyOne(ids, [&](const json& p) { return p["lean"]["towards"] == side; });
        };
        return towards({"PY3", "PY175", "PB15:3", "PB35", "PB33", "PB27"}, "green")
               && towards({"PY110", "PY153", "PR108/light", "PR255", "PR254"}, "orange")
               && towards({"PV19/rose", "PR122", "PR83", "PB29"}, "violet")
               && pigment("PB28")["lean"]["towards"].is_null();
    });
}

void greenRows()
{
    row("8, the cleanest green of four yellows and four blues", [] {
        const json greens = made("greens", {"PY3", "PY35/light", "PY110", "PY43", "PB15:3", "PB28", "PB29", "PB35"});
        return mixOf(greens[0], {"PY3", "PB15:3"});
    });
    row("8, ochre dulls every green", [] {
        return std::ranges::all_of(Names{"PB15:3", "PB28", "PB29", "PB35"}, [](const std::string& blue) {
            return mostChroma(made("greens", {"PY43", blue})) < mostChroma(made("greens", {"PY3", blue}));
        });
    });
    row("9, cooler with lemon, warmer with ochre", [] {
        const json chart = jsonOf({"chart", "--rows", "PY3,PY43", "--columns", "PB15:3,PB28,PB29,PB35"});
        for (std::size_t column = 0; column < 4; ++column)
            if (chart["rows"][0]["cells"][column]["colour"]["a"] >= chart["rows"][1]["cells"][column]["colour"]["a"])
                return false;
        return true;
    });
    row("10, warm yellow and ultramarine never go red-brown", [] {
        return std::ranges::all_of(Names{"PY35/light", "PY153"}, [](const std::string& yellow) {
            const json way = ladder(yellow, "PB29");
            return onTheWay(way, [](const json& s) { return hueIn(s, 100, 180) && s["colour"]["L"] < 60; })
                   && !onTheWay(way, [](const json& s) { return hueIn(s, 0, 70) && chromaOf(s) > 8; });
        });
    });
    row("14, lemon and black make olive", [] {
        const json chart = jsonOf({"chart", "--rows", "PY3", "--columns", "PBk9"});
        return chart["rows"][0]["cells"][0]["name"].get<std::string>().find("olive") != std::string::npos;
    });
}

void violetAndOrangeRows()
{
    row("11, clean violets with roses, dull ones with scarlets", [] {
        const auto violet = [](const char* red) {
            double most = 0;
            const json way = ladder(red, "PB29");
            for (const json& step : way["steps"])
                if (hueIn(step, 305, 340))
                    most = std::max(most, chromaOf(step));
            return most;
        };
        const double clean = std::min({violet("PV19/rose"), violet("PR122"), violet("PR83")});
        return clean > 20 && std::max(violet("PR108/light"), violet("PR255")) <= 0.6 * clean;
    });
    row("13, cadmium orange is brighter with cadmium red", [] {
        return mostChroma(made("oranges", {"PY35/light", "PR108/light"}))
               > mostChroma(made("oranges", {"PY35/light", "PR83"}));
    });
    row("20, iron red and ultramarine: greyed violets", [] {
        return onTheWay(ladder("PR101/Indian red", "PB29"),
                        [](const json& s) { return hueIn(s, 285, 359) && chromaOf(s) > 4 && chromaOf(s) < 32; });
    });
    row("20, iron red and phthalo green: dark, cool, then green", [] {
        const json way = ladder("PR101/Indian red", "PG7");
        return onTheWay(way, [](const json& s) { return s["colour"]["L"] < 35 && chromaOf(s) < 14; })
               && onTheWay(way, [](const json& s) { return hueIn(s, 140, 200) && chromaOf(s) < 30; });
    });
    row("22, neighbours do not dull", [] { return ladder("PB29", "PB15:3")["keeps_chroma"] > 0.85; });
}

void greyRows()
{
    row("12, phthalo and cadmium red grey", [] { return leastChroma("PB15:3", "PR108/light") < 12; });
    row("15, ultramarine and burnt sienna grey each other", [] {
        const json neutrals = jsonOf({"neutrals", "--only", "PB29,PBr7/burnt sienna,PY3", "--most", "1"});
        const auto& partners = neutrals["partners"];
        return std::ranges::any_of(partners, [](const json& pair) {
            return pair["tube"].get<std::string>().starts_with("PB29")
                   && pair["partner"].get<std::string>().starts_with("PBr7") && pair["chroma"] < 8;
        });
    });
    row("15, 16, near-blacks", [] {
        const auto nearBlack = [](const Names& tubes) {
            const json darks = jsonOf({"darks", "--only", joined(tubes)})["mixes"];
            return std::ranges::any_of(darks, [](const json& mix) {
                const Lab colour = labOf(mix["colour"]);
                return colour.l < 26 && toLch(colour).chroma < 9;
            });
        };
        return nearBlack({"PB29", "PBr7/burnt umber"}) && nearBlack({"PR83", "PG7"});
    });
    row("16, alizarin and viridian grey", [] { return leastChroma("PR83", "PG18") < 8; });
    row("17, indanthrone and orange: browns", [] { return !made("browns", {"PB60", "PO71"}).empty(); });
    row("17, indanthrone and orange: near-black", [] {
        return onTheWay(ladder("PB60", "PO71"),
                        [](const json& s) { return s["colour"]["L"] < 27 && chromaOf(s) < 12; });
    });
    row("18, scarlet and phthalo green: browns", [] { return !made("browns", {"PR255", "PG7"}).empty(); });
    row("19, a little dioxazine in yellow: browns", [] {
        return onTheWay(ladder("PY3", "PV23"), [](const json& s) {
            return s["share"] < 0.4 && hueIn(s, 40, 92) && s["colour"]["L"] < 70 && chromaOf(s) < 50;
        });
    });
    row("19, violet and orange: browns", [] { return !made("browns", {"PV15", "PO62"}).empty(); });
    row("21, a blue and an orange come out green", [] {
        const auto side = [](const char* blue, const char* orange) {
            const json way = ladder(blue, orange);
            return way["steps"][way["most_neutral_step"].get<std::size_t>()]["colour"]["a"].get<double>();
        };
        return side("PB15:3", "PO62") < 0 && side("PB29", "PO62") > 0;
    });
    row("21, a red that leans orange will not grey",
        [] { return leastChroma("PR255", "PG7") > leastChroma("PR83", "PG7"); });
}

void strengthAndMatchingRows()
{
    row("23, strong tubes take over", [] {
        for (const char* strong : {"PB15:3", "PG7", "PV23", "PB27"})
            for (const char* weak : {"PB29", "PY3", "PY43"}) {
                const Lab mix = labOf(mixed({strong + std::string(":1"), weak + std::string(":1")})["colour"]);
                if (deltaE00(mix, labOf(pigment(strong)["swatch"]["full"]))
                    >= deltaE00(mix, labOf(pigment(weak)["swatch"]["full"])))
                    return false;
            }
        return true;
    });
    row("24, quinacridone gold", [] {
        const double best = nearest("PO49", {"PY150", "PV19/rose"});
        const double second = nearest("PO49", {"PY129", "PR122"});
        return best < second && second < nearest("PO49", {"PBr7/burnt sienna", "PR122"});
    });
    row("25, siennas", [] {
        return nearest("PBr7/raw sienna", {"PO20", "PB29"}) < 10 && nearest("PBr7/burnt sienna", {"PO73", "PB15:3"}) < 7
               && nearest("PBr7/burnt sienna", {"PO73", "PG18"}) < 7;
    });
    row("26, Prussian blue", [] { return nearest("PB27", {"PB29", "PG7"}) < 10; });
}

void washRows()
{
    row("27, more water, lighter", [] {
        const json chart = jsonOf({"chart", "--rows", "PB29,PR83,PY150", "--water"});
        return std::ranges::all_of(chart["rows"], [](const json& tube) {
            return std::ranges::is_sorted(tube["cells"], {},
                                          [](const json& c) { return c["colour"]["L"].get<double>(); });
        });
    });
    row("28, a second layer is darker and richer", [] {
        return std::ranges::all_of(Names{"PV19/rose", "PB29", "PY150", "PG7"}, [](const std::string& tube) {
            const Lab once = labOf(mixed({tube + ":1"}, 0.2)["colour"]);
            const Lab twice = glazed(tube, tube, 0.2);
            return twice.l < once.l && toLch(twice).chroma > toLch(once).chroma;
        });
    });
    row("28, a glaze lets the wash below show", [] {
        const auto shows = [](const std::string& tube) {
            return deltaE00(glazed(tube, "PB29", 1), labOf(mixed({tube + ":1"})["colour"]));
        };
        return shows("PY150") > 1.5 * shows("PY35/light") && shows("PV19/rose") > 2 * shows("PR101/light red");
    });
    row("29, an opaque tube makes the mix opaque", [] {
        double before = -1;
        for (const auto& parts : {Names{"PV19/rose:1"}, Names{"PV19/rose:3", "PR101/light red:1"},
                                  Names{"PV19/rose:1", "PR101/light red:1"}, Names{"PR101/light red:1"}}) {
            const double now = mixed(parts)["transparency"]["opacity_index"];
            if (now <= before)
                return false;
            before = now;
        }
        return true;
    });
    row("30, yellows are lighter than blues", [] {
        const json chart =
            jsonOf({"chart", "--rows", "PB29,PY43,PB35,PY3,PB60,PY110", "--columns", "PY3", "--order", "value"});
        Names order;
        for (const json& tube : chart["rows"])
            order.push_back(tube["tube"].get<std::string>().substr(0, 2));
        return order == Names{"PY", "PY", "PY", "PB", "PB", "PB"};
    });
    row("31, three primaries: near-black, and thinned a grey", [] {
        const Names parts{"PY3:5", "PV19/rose:2", "PB15:3:1"};
        const Lab strong = labOf(mixed(parts, 2)["colour"]);
        const Lab thin = labOf(mixed(parts, 0.2)["colour"]);
        return strong.l < 27 && toLch(strong).chroma < 5 && thin.l > 60 && toLch(thin).chroma < 15;
    });
}

pairfacts::Step stepOf(double share, const json& colour)
{
    return {share, colour["L"], colour["a"], colour["b"]};
}

/// The commands as what the facts of pairs are asked of.
pairfacts::Mixer commands()
{
    // A ladder's steps are what can be counted out with a brush; the facts are of ways even in strength.
    const auto way = [](const std::string& first, const std::string& second, double wash, int steps) {
        const std::array strengths{pigment(first)["strength"].get<double>(), pigment(second)["strength"].get<double>()};
        pairfacts::Way result;
        for (int i = 0; i < steps; ++i) {
            const double share = static_cast<double>(i) / (steps - 1);
            const double own = (1 - share) / strengths[0];
            const double other = share / strengths[1];
            Names parts;
            if (own > 0)
                parts.push_back(first + ":" + std::to_string(std::lround(1000 * own / std::max(own, other))));
            if (other > 0)
                parts.push_back(second + ":" + std::to_string(std::lround(1000 * other / std::max(own, other))));
            result.push_back(stepOf(share, mixed(parts, wash)["colour"]));
        }
        return result;
    };
    const auto mix = [](const pairfacts::Amounts& amounts, double wash) {
        Names parts; // whole parts, fine enough to be the amounts within a hundredth
        for (const auto& [id, strength] : amounts)
            parts.push_back(id + ":"
                            + std::to_string(std::lround(60 * strength / pigment(id)["strength"].get<double>())));
        return stepOf(0, mixed(parts, wash)["colour"]);
    };
    return {way, mix};
}

} // namespace

Q_DECLARE_METATYPE(Check)

void TestTradeFactsCli::fact_data()
{
    QTest::addColumn<Check>("check");
    pigmentRows();
    greenRows();
    violetAndOrangeRows();
    greyRows();
    strengthAndMatchingRows();
    washRows();
    for (const pairfacts::Fact& fact : pairfacts::all())
        row(fact.name, [fact] { return fact.holds(commands()); });
}

void TestTradeFactsCli::fact()
{
    QFETCH(Check, check);
    QVERIFY(check());
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
