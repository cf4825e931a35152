#include "../testprogram.h"
#include "clirun.h"

#include "colour/deltae.h"
#include "mixing/ladder.h"
#include "notebook/notebookstore.h"

#include "../mixing/referencepaints.h"

#include <QCoreApplication>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <QtTest>
#include <tuple>

using namespace iris;

class TestCli : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void tellsItsVersion();
    void tablesAreFoundByName();
    void aCodeOfSeveralFormsIsSaid();
    void whatIsMistypedIsGuessed_data();
    void whatIsMistypedIsGuessed();
    void washesGoByTheirWords();
    void initTestCase();
    void pigmentListsEveryForm();
    void mixGivesTheModelsColour();
    void mixNeedsToKnowWhichTube();
    void ladderHasItsSteps();
    void matchListsTheSimpleOnesFirst();
    void matchTellsTheNearestWhenNoneFits();
    void paletteProvesItsSize();
    void notebookAndReferenceTubes();
    void touchesAreCountedAsThePainterSays();
    void wrongArgumentsGetOneLine_data();
    void wrongArgumentsGetOneLine();
    void helpIsThere();
    void theManualHasEveryCommandAndNoOther();

private:
    std::string path(const char* name) const { return m_folder.filePath(name).toStdString(); }

    QTemporaryDir m_folder;
};

void TestCli::initTestCase()
{
    const Run made = makeDemoNotebook(path("demo.iris"));
    QVERIFY2(made.code == 0, made.err.c_str());
    const Notebook notebook = NotebookStore::open(QString::fromStdString(path("demo.iris"))).value()->load().value();
    QCOMPARE(notebook.tubes.size(), 24U);
    QCOMPARE(notebook.palettes.size(), 2U);
    QVERIFY(notebook.needs.size() >= 14);
}

void TestCli::pigmentListsEveryForm()
{
    const auto earth = jsonOf({"pigment", "PBr7"});
    QCOMPARE(earth["pigments"].size(), 4U);
    const auto sienna = jsonOf({"pigment", "PBr7/burnt sienna"})["pigments"];
    QCOMPARE(sienna.size(), 1U);
    QCOMPARE(sienna[0]["id"].get<std::string>(), std::string("PBr7/burnt sienna"));
    const auto umber = jsonOf({"pigment", "PBr7/burnt umber"})["pigments"];
    QCOMPARE(umber[0]["lean"]["towards"].get<std::string>(), std::string("red"));
    QVERIFY(sienna[0]["transparency"].contains("class"));
    const Run cadmium = run({"pigment", "PY35/light"});
    QVERIFY(cadmium.out.find("safety data sheet") != std::string::npos);
    QVERIFY(cadmium.out.find("from memory") != std::string::npos);
}

void TestCli::mixGivesTheModelsColour()
{
    const auto mix = jsonOf({"mix", "PY3:3", "PB29:1", "--wash", "0.45", "--reference"});
    const std::array paints{referencePaint("PY3"), referencePaint("PB29")};
    const Recipe recipe{{{0, 3}, {1, 1}}, 0.45};
    QVERIFY(deltaE00(labOf(mix["colour"]), colourOf(recipe, paints)) < 0.001);
    QVERIFY(deltaE00(labOf(mix["swatch"]["over_black"]), judge(recipe, paints).swatch.overBlack) < 0.001);
    QCOMPARE(mix["weakest_lightfastness"].get<int>(), 2);
    QCOMPARE(mix["parts"][0]["parts"].get<int>(), 3);
}

void TestCli::mixNeedsToKnowWhichTube()
{
    QCOMPARE(run({"mix", "PB15:3:1", "PY3:2"}).code, 0);
    const Run ambiguous = run({"mix", "PB15:3"});
    QCOMPARE(ambiguous.code, 2);
    QVERIFY(ambiguous.err.find("PB15:3:1") != std::string::npos);
    QCOMPARE(run({"mix", "PBr7/burnt sienna:2", "PB29:1"}).code, 0);
}

void TestCli::ladderHasItsSteps()
{
    const auto way = jsonOf({"ladder", "PB29", "PBr7/burnt sienna", "--steps", "21"});
    const Ladder ladder =
        ladderBetween(referencePaint("PB29"), referencePaint("PBr7/burnt sienna"), 21, wash::full, usualHandling);
    QCOMPARE(way["steps"].size(), 21U);
    QCOMPARE(way["most_neutral_step"].get<std::size_t>(), ladder.mostNeutral);
    QVERIFY(std::abs(way["steps"][7]["chroma"].get<double>() - ladder.steps[7].lch.chroma) < 0.001);
    QVERIFY(deltaE00(labOf(way["steps"][7]["colour"]), ladder.steps[7].colour) < 0.001);
}

void TestCli::matchListsTheSimpleOnesFirst()
{
    const auto found =
        jsonOf({"match", "--lab", "60,-10,40", "--tolerance", "25", "--only", "PY3,PB29,PY43,PV19/rose"});
    QVERIFY(found["matches"].size() > 2);
    const auto tubes = [](const nlohmann::json& match) { return match["parts"].size(); };
    for (std::size_t i = 1; i < found["matches"].size(); ++i) {
        const auto& before = found["matches"][i - 1];
        const auto& after = found["matches"][i];
        const auto key = [&](const nlohmann::json& match) {
            return std::tuple(match["apart"] > 4.0, tubes(match), match["apart"].get<double>());
        };
        QVERIFY((i == 1 && tubes(before) == 3) || key(before) <= key(after));
    }
    // What is listed is what it says: mixed again, each gives its colour.
    for (const auto& match : found["matches"]) {
        std::vector<std::string> again{"mix", "--wash", match["wash"].dump()};
        for (const auto& part : match["parts"])
            again.push_back(part["tube"].get<std::string>() + ":" + part["parts"].dump());
        QVERIFY(deltaE00(labOf(jsonOf(again)["colour"]), labOf(match["colour"])) < 1e-2); // JSON has three decimals
    }
    const auto hex = jsonOf({"match", "--hex", "#808080", "--only", "PB29,PBr7/burnt sienna,PBk9", "--max-tubes", "1"});
    for (const auto& match : hex["matches"])
        QCOMPARE(match["parts"].size(), 1U);
}

void TestCli::matchTellsTheNearestWhenNoneFits()
{
    const auto found = jsonOf({"match", "--lab", "60,-70,60", "--tolerance", "close", "--only", "PY3,PB29"});
    QVERIFY(found["matches"].empty());
    QVERIFY(found["nearest"]["apart"].get<double>() > 4);
}

void TestCli::paletteProvesItsSize()
{
    const std::string needs = IRIS_SOURCE_DIR "/data/demo/needs.csv";
    const auto found = jsonOf({"palette", "--needs", needs, "--notebook", path("demo.iris")});
    const auto size = found["size"].get<std::size_t>();
    QVERIFY(size >= 2);
    QCOMPARE(found["sets"][0]["tubes"].size(), size);
    QCOMPARE(found["proof"]["smaller_sizes_ruled_out"].size(), size - 1);
    for (const auto& recipe : found["sets"][0]["recipes"])
        QVERIFY(recipe["met"].get<bool>());
    const auto sure =
        jsonOf({"palette", "--needs", needs, "--notebook", path("demo.iris"), "--sure", "80", "--most", "1"});
    QCOMPARE(sure["sure"], 80);
    QVERIFY(sure["size"] >= found["size"]);
    const auto robust =
        jsonOf({"robust", "--needs", needs, "--notebook", path("demo.iris"), "--sure", "80", "--most", "1"});
    for (std::size_t n = 0; n < sure["sets"][0]["recipes"].size(); ++n)
        QCOMPARE(robust["sets"][0]["needs"][n]["sure"] >= 0.8, sure["sets"][0]["recipes"][n]["met"] == true);
    const auto split = jsonOf({"palette", "--needs", needs, "--notebook", path("demo.iris"), "--school", "split"});
    QCOMPARE(split["sets"][0]["tubes"].size(), 6U);
    const auto must = jsonOf({"palette", "--needs", needs, "--notebook", path("demo.iris"), "--must", "Yellow Ochre",
                              "--never", "Alizarin Crimson"});
    for (const auto& set : must["sets"]) {
        QVERIFY(std::ranges::find(set["tubes"], "Yellow Ochre") != set["tubes"].end());
        QVERIFY(std::ranges::find(set["tubes"], "Alizarin Crimson") == set["tubes"].end());
    }
}

void TestCli::notebookAndReferenceTubes()
{
    const Run listed = run({"tubes", path("demo.iris")});
    QCOMPARE(std::ranges::count(listed.out, '\n'), 25);
    QCOMPARE(run({"ladder", "Ultramarine", "15", "--notebook", path("demo.iris")}).code, 0);
    const Run twice = run({"mix", "Burnt Sienna:1", "--notebook", path("demo.iris")});
    QCOMPARE(twice.code, 2);
    QVERIFY(twice.err.find("by its id") != std::string::npos);
}

void TestCli::touchesAreCountedAsThePainterSays()
{
    const Run made = run({"notebook", path("touches.iris"), "--tubes", IRIS_SOURCE_DIR "/data/demo/tubes.csv"});
    QCOMPARE(made.code, 0);
    QCOMPARE(jsonOf({"touches", path("touches.iris")})["touches_a_part"], 8);
    QCOMPARE(jsonOf({"mix", "PY3:6", "PB15:3:1t"})["parts"], jsonOf({"mix", "PY3:48", "PB15:3:1"})["parts"]);
    QCOMPARE(jsonOf({"touches", path("touches.iris"), "10"})["touches_a_part"], 10);
    const auto tubes = NotebookStore::open(QString::fromStdString(path("touches.iris"))).value()->load()->tubes;
    const std::string first = std::to_string(tubes[0].id.value);
    const std::string second = std::to_string(tubes[1].id.value);
    const auto mixed = jsonOf({"mix", first + ":6", second + ":1t", "--notebook", path("touches.iris")});
    QCOMPARE(mixed["parts"][0]["parts"], 60);
    // And so does a search count: with four touches no more than 6 parts to a touch, 24 to 1.
    QCOMPARE(jsonOf({"touches", path("touches.iris"), "4"})["touches_a_part"], 4);
    const std::string yellow = "Lemon Yellow";
    const std::string blue = "Phthalo Blue";
    const auto pale = labOf(jsonOf({"mix", yellow + ":40", blue + ":1", "--notebook", path("touches.iris")})["colour"]);
    const std::string wanted =
        "--lab=" + std::to_string(pale.l) + "," + std::to_string(pale.a) + "," + std::to_string(pale.b);
    const auto found = jsonOf({"match", wanted, "--notebook", path("touches.iris"), "--only", yellow + "," + blue,
                               "--order", "closest", "--with", blue});
    const auto& parts = found["matches"][0]["parts"];
    QCOMPARE(parts.size(), 2U);
    const int some = parts[0]["parts"];
    const int other = parts[1]["parts"];
    QVERIFY(std::max(some, other) <= 24 * std::min(some, other));
    QCOMPARE(jsonOf({"touches", path("touches.iris"), "10"})["touches_a_part"], 10);
    for (const char* wrong : {"7", "0", "-8", "1e1", "eight", "99999999999999999999"}) {
        const Run refused = run({"touches", path("touches.iris"), wrong});
        QCOMPARE(refused.code, 2);
        QVERIFY2(refused.err.find("4, 6, 8, 10 or 12 touches") != std::string::npos, refused.err.c_str());
    }
    QCOMPARE(jsonOf({"touches", path("touches.iris")})["touches_a_part"], 10);
}

void TestCli::wrongArgumentsGetOneLine_data()
{
    QTest::addColumn<QStringList>("arguments");
    QTest::addColumn<int>("code");
    const auto wrong = [](const char* name, const QStringList& arguments, int code = 2) {
        QTest::newRow(name) << arguments << code;
    };
    wrong("nothing", {});
    wrong("unknown command", {"paint"});
    wrong("unknown option", {"mix", "PY3:1", "--loud"});
    wrong("no code", {"pigment"});
    wrong("bad code", {"pigment", "blue"});
    wrong("unknown form", {"pigment", "PBr7/puce"});
    wrong("no parts", {"mix", "PY3"});
    wrong("parts not whole", {"mix", "PY3:1.5"});
    wrong("no wash", {"mix", "PY3:1:1", "--wash", "0"});
    wrong("wash no number", {"mix", "PY43:1", "--wash", "wet"});
    wrong("one step", {"ladder", "PY3", "PB29", "--steps", "1"});
    wrong("no colour", {"match"});
    wrong("two colours", {"match", "--lab", "1,2,3", "--hex", "#123456"});
    wrong("half a colour", {"match", "--lab", "1,2"});
    wrong("four tubes", {"match", "--lab", "50,0,0", "--max-tubes", "5"});
    wrong("unknown school", {"palette", "--needs", IRIS_SOURCE_DIR "/data/demo/needs.csv", "--school", "cubist"});
    wrong("no needs file", {"palette", "--needs", "/no/such/file.csv"}, 1);
    wrong("needs without colours", {"palette", "--needs", IRIS_SOURCE_DIR "/data/demo/palettes.csv"}, 1);
    wrong("no notebook", {"tubes", "/no/such/notebook.iris"}, 1);
    wrong("not a notebook", {"tubes", IRIS_SOURCE_DIR "/data/demo/tubes.csv"}, 1);
    wrong("both sources", {"mix", "PY43:1", "--reference", "--notebook", "x.iris"});
}

void TestCli::wrongArgumentsGetOneLine()
{
    QFETCH(QStringList, arguments);
    QFETCH(int, code);
    const Run result = runRow(arguments);
    QCOMPARE(result.code, code);
    QVERIFY(result.out.empty());
    QCOMPARE(std::ranges::count(result.err, '\n'), 1);
    QVERIFY(result.err.size() > 10);
}

void TestCli::helpIsThere()
{
    QCOMPARE(run({"--help"}).code, 0);
    QVERIFY(run({"mix", "--help"}).out.find("--wash") != std::string::npos);
}

void TestCli::tellsItsVersion()
{
    const Run result = run({"--version"});
    QCOMPARE(result.code, 0);
    QVERIFY(
        QRegularExpression(R"(^Iris Bianca \d+\.\d+\.\d+\n$)").match(QString::fromStdString(result.out)).hasMatch());
}

void TestCli::tablesAreFoundByName()
{
    QVERIFY(run({"pigment", "Viridian"}).out.starts_with("PG18"));
    QVERIFY(run({"pigment", "ultramarine"}).out.find("PB29  ultramarine blue") != std::string::npos);
    QVERIFY(run({"mix", "burnt sienna:2", "viridian:1"}).out.starts_with("2 PBr7/burnt sienna + 1 PG18"));
    QCOMPARE(run({"mix", "ultramarine:1"}).code, 0); // shops mean PB29 by it
    const Run several = run({"mix", "cobalt:1"});
    QCOMPARE(several.code, 2);
    QVERIFY2(several.err.find("PB28") != std::string::npos, several.err.c_str());
}

void TestCli::aCodeOfSeveralFormsIsSaid()
{
    const Run one = run({"mix", "PR101:1", "PR101:2"});
    QCOMPARE(one.code, 0);
    QCOMPARE(QString::fromStdString(one.err).count("PR101 is taken for light red oxide; there is also"), 1);
    QVERIFY(run({"mix", "PR101/Indian red:1"}).err.empty());
    QVERIFY(run({"mix", "PG18:1"}).err.empty()); // there is only one
}

void TestCli::whatIsMistypedIsGuessed_data()
{
    QTest::addColumn<QStringList>("arguments");
    QTest::addColumn<QString>("says");
    QTest::newRow("command") << QStringList{"palete"} << "did you mean palette?";
    QTest::newRow("no command at all") << QStringList{"frobnicate"} << "--help";
    QTest::newRow("name") << QStringList{"pigment", "zinc wite"} << "did you mean zinc white?";
    QTest::newRow("first word of a name") << QStringList{"pigment", "ultramarin"} << "did you mean ultramarine?";
}

void TestCli::whatIsMistypedIsGuessed()
{
    QFETCH(QStringList, arguments);
    QFETCH(QString, says);
    const Run result = runRow(arguments);
    QCOMPARE(result.code, 2);
    QVERIFY2(QString::fromStdString(result.err).contains(says), result.err.c_str());
}

void TestCli::washesGoByTheirWords()
{
    const auto with = [](const std::string& wash) { return run({"mix", "PB29:1", "--wash", wash}).out; };
    QCOMPARE(with("thin"), with("0.2"));
    QCOMPARE(with("Middle"), with("0.45"));
    QCOMPARE(with("full"), run({"mix", "PB29:1"}).out);
    const Run deep = run({"mix", "PB29:1", "--wash", "deep"});
    QVERIFY(deep.code == 2 && deep.err.find("full, middle, thin") != std::string::npos);
}

/// docs/cli.md has a row for every command, and an option that it names is one of that command.
void TestCli::theManualHasEveryCommandAndNoOther()
{
    QFile manual(QStringLiteral(IRIS_SOURCE_DIR "/docs/cli.md"));
    QVERIFY(manual.open(QIODevice::ReadOnly));
    static const QRegularExpression row("^\\| `([a-z-]+)[ `]");
    static const QRegularExpression option("--[a-z-]+");
    static const QRegularExpression command("^  ([a-z][a-z-]+) {2,}");
    QSet<QString> told;
    for (const QString& line : QString::fromUtf8(manual.readAll()).split('\n')) {
        const auto found = row.match(line);
        if (!found.hasMatch())
            continue;
        const QString name = found.captured(1);
        told << name;
        const std::string help = run({name.toStdString(), "--help"}).out;
        const QString usage = line.section("` |", 0, 0); // what follows explains, and may name other commands' options
        auto options = option.globalMatch(usage);
        while (options.hasNext()) {
            const QString one = options.next().captured();
            QVERIFY2(help.find(one.toStdString()) != std::string::npos, qPrintable(name + ' ' + one));
        }
    }
    QSet<QString> there;
    bool isList = false;
    for (const QString& line : QString::fromStdString(run({"--help"}).out).split('\n')) {
        isList = isList || line.startsWith("Subcommands");
        if (const auto found = command.match(line); isList && found.hasMatch())
            there << found.captured(1);
    }
    QVERIFY(there.size() > 30);
    QCOMPARE(told, there);
}

IRIS_TEST(TestCli, QCoreApplication)
#include "tst_cli.moc"
