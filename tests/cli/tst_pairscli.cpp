#include "../testprogram.h"
#include "clirun.h"
#include "colour/deltae.h"
#include "notebook/notebookstore.h"

#include <QGuiApplication>
#include <QProcess>
#include <QRegularExpression>
#include <QTemporaryDir>
#include <QtTest>
#include <algorithm>

using namespace iris;

/// Charts, what makes what, wheels, and the way of a sheet from paper to learnt strengths, as a script would go it.
class TestPairsCli : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void darksAlwaysAnswer();
    void aTubeSaysWhatItLooksLike();
    void initTestCase();
    void laddersSayWhatHappens_data();
    void laddersSayWhatHappens();
    void aLadderGoesThereAndBack();
    void aGlazeTakesTheWashBelow();
    void aChartHoldsEveryCell();
    void neutralsComeInTwoKinds();
    void aWheelOfThree();
    void aSheetFromPaperToStrengths();
    void laddersAndChartsBecomeSheets();
    void mixesAreListedAndFoundByColour();
    void wheelsAreInPartsOneCanCount();
    void searchesUseWhatIsThereToMixWith();
    void aTubeAskedForByNameIsUsedWhereverItIs();
    void whatNothingReachesIsSaid();
    void readingsOfAListAreFiledAsCardsAre();
    void touchesStandOnASheet();
    void faultsGetOneLine_data();
    void faultsGetOneLine();

private:
    std::string path(const char* name) const { return m_folder.filePath(name).toStdString(); }
    nlohmann::json json(std::vector<std::string> arguments)
    {
        arguments.emplace_back("--json");
        const Run result = run(arguments);
        return result.code == 0 ? nlohmann::json::parse(result.out) : nlohmann::json(result.err);
    }

    QTemporaryDir m_folder;
};

void TestPairsCli::initTestCase()
{
    const Run made = run({"notebook", path("marsh.iris"), "--tubes", IRIS_SOURCE_DIR "/data/demo/tubes.csv", "--needs",
                          IRIS_SOURCE_DIR "/data/demo/needs.csv"});
    QVERIFY2(made.code == 0, made.err.c_str());
}

void TestPairsCli::laddersSayWhatHappens_data()
{
    // Common practice, no published source; the numbers are those of tst_tradefacts.
    QTest::addColumn<QStringList>("tubes");
    QTest::addColumn<QString>("says");
    QTest::newRow("10, a dull green") << QStringList{"PY153", "PB29"} << "olive";
    QTest::newRow("11, the red leans orange") << QStringList{"PB29", "PR108/light"} << "yellow comes in";
    QTest::newRow("11, a clean violet") << QStringList{"PB29", "PV19/rose"} << "Makes a bright violet";
    QTest::newRow("12, phthalo and cadmium red") << QStringList{"PB15:3", "PR108/light"} << "more a grey";
    QTest::newRow("15, ultramarine and burnt sienna")
        << QStringList{"PB29", "PBr7/burnt sienna", "--steps", "21"} << "Passes through a grey";
    QTest::newRow("18, through browns") << QStringList{"PR255", "PG7", "--steps", "21"} << "brown";
    QTest::newRow("22, neighbours") << QStringList{"PB29", "PB15:3"} << "two blues are neighbours";
}

void TestPairsCli::laddersSayWhatHappens()
{
    QFETCH(QStringList, tubes);
    QFETCH(QString, says);
    const Run result = runRow(QStringList{"ladder"} + tubes);
    QVERIFY2(result.code == 0, result.err.c_str());
    QVERIFY2(QString::fromStdString(result.out).contains(says), result.out.c_str());
}

void TestPairsCli::aLadderGoesThereAndBack()
{
    const auto both = json({"ladder", "PY3", "PB29", "--steps", "5", "--back"});
    QCOMPARE(both["steps"].size(), 9U);
    QCOMPARE(both["steps"][8], both["steps"][0]);
    QCOMPARE(both["steps"][5], both["steps"][3]);
    QCOMPARE(both["most_neutral_step"], json({"ladder", "PY3", "PB29", "--steps", "5"})["most_neutral_step"]);
}

/// A thin yellow over blue: the less blue lies below, the more yellow the glaze.
void TestPairsCli::aGlazeTakesTheWashBelow()
{
    const auto over = [&](const char* thickness) {
        const auto mix = json({"mix", "PY3:1", "--wash", "0.45", "--over", "PB29:1", "--over-wash", thickness});
        return labOf(mix["glaze"]["colour"]);
    };
    QVERIFY(over("1").b < over("0.2").b && over("0.2").b < over("0.02").b);
    const auto bare = json({"mix", "PY3:1", "--wash", "0.45"});
    QVERIFY(!bare.contains("glaze"));
    QVERIFY(deltaE00(over("0.0001"), labOf(bare["colour"])) < 0.1); // next to nothing below
}

void TestPairsCli::aChartHoldsEveryCell()
{
    const auto chart = json({"chart", "--rows", "PY3,PY43", "--columns", "PB29,PB28,PB15:3", "--row-share", "0.7"});
    QCOMPARE(chart["rows"].size(), 2U);
    for (const auto& row : chart["rows"])
        QCOMPARE(row["cells"].size(), 3U);
    const auto& cell = chart["rows"][0]["cells"][2];
    QCOMPARE(cell["parts"].size(), 2U);
    const auto mix = json({"mix", "PY3:" + std::to_string(cell["parts"][0]["parts"].get<int>()),
                           "PB15:3/green shade:" + std::to_string(cell["parts"][1]["parts"].get<int>())});
    QVERIFY(mix.is_object());
    QVERIFY(deltaE00(labOf(mix["colour"]), labOf(cell["colour"])) < 0.01);
    QVERIFY(cell["expected_miss"].get<double>() > 1);
    const auto water = json({"chart", "--rows", "PB29", "--water"});
    QCOMPARE(water["rows"][0]["cells"].size(), 6U);
    const auto sorted = json({"chart", "--rows", "PB29,PY3", "--order", "value"});
    QCOMPARE(sorted["rows"][0]["tube"], "PY3"); // fact 30: yellow is lighter
}

void TestPairsCli::neutralsComeInTwoKinds()
{
    const auto greys = json({"neutrals", "--notebook", path("marsh.iris"), "--max-tubes", "3", "--most", "5"});
    QCOMPARE(greys["cool"].size(), 5U);
    QCOMPARE(greys["warm"].size(), 5U);
    const auto warmth = [](const nlohmann::json& mix) {
        return 0.5 * mix["colour"]["a"].get<double>() + 0.866 * mix["colour"]["b"].get<double>();
    };
    QVERIFY(warmth(greys["cool"][0]) < -2 && warmth(greys["warm"][0]) > 2);
    QVERIFY(greys["partners"].size() > 15);
}

void TestPairsCli::aWheelOfThree()
{
    const auto wheel = json({"wheel", "PY3", "PR122", "PB15:3", "--others", "PBr7/burnt sienna"});
    QCOMPARE(wheel["rim"].size(), 12U);
    QCOMPARE(wheel["missing"], 0);
    for (std::size_t i = 1; i < 12; ++i) {
        const double step =
            wheel["rim"][i]["wanted_hue"].get<double>() - wheel["rim"][i - 1]["wanted_hue"].get<double>();
        QVERIFY(std::abs(std::remainder(std::abs(step), 360)) < 30.2);
    }
    QVERIFY(wheel["others"][0]["radius"].get<double>() < 1);
}

void TestPairsCli::aSheetFromPaperToStrengths()
{
    const auto before = json({"next", "--notebook", path("marsh.iris"), "--most", "12"});
    QCOMPARE(before["painted"], 0);
    QCOMPARE(before["squares"].size(), 12U);
    const auto sheet = json(
        {"sheet", "--notebook", path("marsh.iris"), "--next", "12", "--out", path("s.pdf"), "--date", "2026-10-04"});
    QVERIFY2(sheet.is_object(), sheet.dump().c_str());
    QCOMPARE(sheet["sheets"][0]["squares"], 14); // two of them check the light
    QCOMPARE(sheet["sheets"][0]["minutes"], nlohmann::json({28.0, 42.0}));
    const std::string number = std::to_string(sheet["sheets"][0]["sheet"].get<int>());
    const Run painted = run({"simulate", "sheet", "--notebook", path("marsh.iris"), "--sheet", number, "--out",
                             path("scan.png"), "--dpi", "150", "--strengths-off", "2.5", "--seed", "3"});
    QVERIFY2(painted.code == 0, painted.err.c_str());

    const auto look = json({"read-sheet", path("scan.png"), "--into", path("marsh.iris"), "--look"});
    QVERIFY2(look.is_object(), look.dump().c_str());
    QCOMPARE(look["filed"], 0);
    QCOMPARE(json({"next", "--notebook", path("marsh.iris")})["painted"], 0);
    const auto read =
        json({"read-sheet", path("scan.png"), "--into", path("marsh.iris"), "--date", "2026-10-05", "--doubtful"});
    QCOMPARE(read["filed"], 14);
    QCOMPARE(read["light"]["known_squares"], 2);
    QCOMPARE(read["marks"], 4);
    const auto after = json({"next", "--notebook", path("marsh.iris"), "--most", "12"});
    QCOMPARE(after["painted"], 12);
    // Without a chart, and each square left out is the only one of its tubes or nearly so.
    QVERIFY2(after["typical_miss"].get<double>() < 10, after.dump().c_str());
    QVERIFY(after["squares"][0]["parts"] != before["squares"][0]["parts"]);

    // The chart shows what was painted, and predicts it better than the unlearnt tubes do.
    auto store = NotebookStore::open(m_folder.filePath("marsh.iris")).value();
    const Notebook notebook = store->load().value();
    QCOMPARE(notebook.mixes.size(), 14U);
    QVERIFY(notebook.sheets[0].finished);
    double apart = 0;
    double expected = 0;
    for (const auto& square : read["squares"])
        expected += square["apart"].get<double>();
    for (const MixRecord& mix : notebook.mixes) {
        std::vector<std::string> command{"mix", "--notebook", path("marsh.iris")};
        for (const MixPart& part : mix.parts)
            command.push_back(std::to_string(part.tube.value) + ":" + std::to_string(part.parts));
        apart += deltaE00(labOf(json(command)["colour"]), *mix.painted);
    }
    QVERIFY2(apart < expected, qPrintable(QStringLiteral("%1, before %2").arg(apart).arg(expected)));
}

void TestPairsCli::laddersAndChartsBecomeSheets()
{
    const auto ladder = json({"sheet", "--notebook", path("marsh.iris"), "--ladder", "Ultramarine,Cerulean", "--steps",
                              "9", "--out", path("l.pdf"), "--format", "letter", "--cell", "20", "--no-checks"});
    QVERIFY2(ladder.is_object(), ladder.dump().c_str());
    QCOMPARE(ladder["sheets"][0]["squares"], 9);
    QVERIFY(ladder["sheets"][0]["title"].get<std::string>().find("Ultramarine to") == 0);
    const auto back = json({"sheet", "--notebook", path("marsh.iris"), "--ladder", "Ultramarine,Cerulean", "--steps",
                            "9", "--back", "--out", path("b.pdf"), "--cell", "20", "--no-checks"});
    QCOMPARE(back["sheets"][0]["squares"], 17);
    QCOMPARE(back["sheets"][0]["title"], "Ultramarine to Cerulean and back");
    // Eight by eight squares of 25 mm are cut into blocks.
    const auto chart =
        json({"sheet", "--notebook", path("marsh.iris"), "--rows",
              "Lemon Yellow,Yellow Ochre,Ultramarine,Phthalo Blue,Cerulean,Alizarin Crimson,Cobalt Blue,Eelgrass Gold",
              "--out", path("c.pdf")});
    QVERIFY2(chart.is_object(), chart.dump().c_str());
    QCOMPARE(chart["sheets"].size(), 4U);
    int squares = 0;
    for (const auto& sheet : chart["sheets"])
        squares += sheet["squares"].get<int>();
    QCOMPARE(squares, 64 + 4 * 2 - 1); // on every sheet two that check the light, of which one stands in the chart
}

/// What was painted is found again by its colour, and by what is in it.
void TestPairsCli::mixesAreListedAndFoundByColour()
{
    auto store = NotebookStore::open(m_folder.filePath("marsh.iris")).value();
    const Notebook notebook = store->load().value();
    NotebookEdit edit;
    const auto add = [&](std::size_t first, std::size_t second, std::optional<Lab> painted, const char* name) {
        MixRecord mix;
        mix.name = name;
        for (const std::size_t place : {first, second})
            mix.parts.push_back({notebook.tubes[place].id, notebook.tubes[place].name, 1});
        mix.painted = painted;
        mix.origin = painted ? MixOrigin::Typed : MixOrigin::Noted;
        edit.mixes.put.push_back(std::move(mix));
    };
    add(0, 1, Lab{50, -20, 30}, "wet reeds");
    add(0, 2, Lab{51, -20, 30}, "dry reeds");
    add(1, 2, std::nullopt, "only noted");
    QVERIFY(store->apply(edit));
    store.reset();
    const std::string file = path("marsh.iris");
    const auto near = json({"mixes", "--notebook", file, "--lab", "50,-20,30", "--tolerance", "2"});
    QVERIFY2(near["mixes"].size() == 2U, near.dump().c_str());
    QVERIFY2(near["mixes"][0]["called"] == "wet reeds" && near["mixes"][1]["called"] == "dry reeds",
             near.dump().c_str());
    const auto all = json({"mixes", "--notebook", file});
    QVERIFY(all["mixes"].size() >= 3U && all["mixes"][0]["called"] == "only noted");
    QCOMPARE(json({"mixes", "--notebook", file, "--most", "1"})["mixes"].size(), 1U);
    const auto with = json({"mixes", "--notebook", file, "--with", notebook.tubes[2].name});
    for (const auto& mix : with["mixes"])
        QVERIFY(mix["parts"].dump().find(notebook.tubes[2].name) != std::string::npos);
    QCOMPARE(json({"mixes", "--notebook", file, "--find", "REEDS wet"})["mixes"].size(), 1U);
    const auto greens = json({"mixes", "--notebook", file, "--find", "muted sap green, mid value"});
    QVERIFY2(greens["mixes"].size() >= 2U, greens.dump().c_str());
    for (const auto& mix : greens["mixes"])
        QVERIFY2(mix["name"].dump().find("sap green") != std::string::npos, mix.dump().c_str());
    QCOMPARE(run({"mixes", "--notebook", file, "--find", "no such word"}).out, std::string("no such mix\n"));
    const auto noted = json({"mixes", "--notebook", file, "--find", "only noted"})["mixes"][0];
    QVERIFY2(noted["painted"].is_null() && noted["expected"].is_object(), noted.dump().c_str());
    QVERIFY(run({"mixes", "--notebook", file, "--hex", "#ff00ff", "--tolerance", "close"}).out == "no such mix\n");
}

/// Next to a gap one mix stands in for two hues; it is told once. Nobody counts out 37 parts.
void TestPairsCli::wheelsAreInPartsOneCanCount()
{
    const QString wheel = QString::fromStdString(run({"wheel", "PY3", "PR122", "PB15:3"}).out);
    QVERIFY2(wheel.contains(" + a touch of ") && !wheel.contains("37 PR122"), qPrintable(wheel));
    const QString earths = QString::fromStdString(run({"wheel", "PY43", "PR101", "PBk9"}).out);
    QStringList recipes;
    for (const QString& line : earths.split('\n', Qt::SkipEmptyParts))
        recipes << line.section(',', 0, 0);
    for (qsizetype i = 1; i < recipes.size(); ++i)
        QVERIFY2(recipes[i] != recipes[i - 1], qPrintable(recipes[i]));
}

/// Viridian of the demonstration is on the wish list.
void TestPairsCli::searchesUseWhatIsThereToMixWith()
{
    const std::string lab = "42,-38.7,4.1"; // viridian itself, full
    const Run match =
        run({"match", "--notebook", path("marsh.iris"), "--lab", lab, "--tolerance", "30", "--most", "50"});
    QVERIFY2(match.code == 0 && match.out.find(" + ") != std::string::npos, match.err.c_str());
    QVERIFY2(match.out.find("Viridian") == std::string::npos, match.out.c_str());
    const Run makes = run({"what-makes", "greens", "--notebook", path("marsh.iris"), "--most", "400"});
    QVERIFY(makes.code == 0 && makes.out.find("Viridian") == std::string::npos);
}

void TestPairsCli::aTubeAskedForByNameIsUsedWhereverItIs()
{
    const std::string notebook = path("marsh.iris");
    const Run with = run({"what-makes", "greens", "--notebook", notebook, "--with", "Viridian", "--most", "3"});
    QVERIFY2(with.code == 0, with.err.c_str());
    QCOMPARE(QString::fromStdString(with.out).count("Viridian"), 3);
    const Run among = run({"match", "--notebook", notebook, "--lab", "40,-40,0", "--only", "Viridian"});
    QVERIFY2(among.code == 0 && among.out.find("Viridian") != std::string::npos, among.err.c_str());
    const Run must = run({"palette", "--notebook", notebook, "--needs", IRIS_SOURCE_DIR "/data/demo/needs.csv",
                          "--must", "Viridian", "--only", "Ultramarine", "--only", "Lemon Yellow"});
    QVERIFY2(must.code == 0 && must.out.find("Viridian") != std::string::npos, must.err.c_str());
    // A never tube that is not used anyway is told for what it is.
    const Run never = run({"palette", "--notebook", notebook, "--needs", IRIS_SOURCE_DIR "/data/demo/needs.csv",
                           "--never", "Viridian", "--only", "Ultramarine"});
    QVERIFY(never.code == 2);
    QVERIFY2(never.err.find("is in the notebook, but not among") != std::string::npos, never.err.c_str());
}

void TestPairsCli::whatNothingReachesIsSaid()
{
    QFile needs(m_folder.filePath("far.csv"));
    QVERIFY(needs.open(QIODevice::WriteOnly));
    needs.write("name,L,a,b,tolerance,importance\nA lamp,90,100,100,close,3\n");
    needs.close();
    const std::vector<std::string> arguments{"palette", "--needs", path("far.csv"), "--only", "PB29", "--only", "PY3"};
    const Run result = run(arguments);
    QVERIFY2(result.code == 0, result.err.c_str());
    QVERIFY2(result.out.starts_with("None of these tubes reaches any of the needs."), result.out.c_str());
    QVERIFY(result.out.find("A lamp is cleaner than any paint is at that value; nearest is ") != std::string::npos);
    for (const char* nonsense : {"0 tubes", "0.0 apart", "No smaller set", "nearest , "})
        QVERIFY2(result.out.find(nonsense) == std::string::npos, result.out.c_str());
    const auto choice = json(arguments);
    QCOMPARE(choice["size"].get<int>(), 0);
    QVERIFY(choice["sets"].empty());
    QVERIFY(choice["unreachable"][0]["nearest"]["apart"].get<double>() > 10);
}

/// A list of readings changes what a tube goes by, and keeps what it went by before, as reading a card does.
void TestPairsCli::readingsOfAListAreFiledAsCardsAre()
{
    QFile list(m_folder.filePath("readings.csv"));
    QVERIFY(list.open(QIODevice::WriteOnly));
    list.write("tube,date,origin,wet,paper,paper_L,paper_a,paper_b,full_L,full_a,full_b,thin_L,thin_a,thin_b,black_L,"
               "black_a,black_b,uncertainty,notes\n"
               "Cobalt Blue,2026-10-04,card,no,,95,0,2,40,5,-48,70,0,-25,23,0,-20,0.5,\n");
    list.close();
    const Run made = run({"notebook", path("filed.iris"), "--tubes", IRIS_SOURCE_DIR "/data/demo/tubes.csv"});
    QVERIFY2(made.code == 0, made.err.c_str());
    const Run came = run({"import", path("filed.iris"), "swatches", path("readings.csv")});
    QVERIFY2(came.code == 0, came.err.c_str());
    QCOMPARE(came.out, std::string("0 tubes and 1 reading came in\n"));
    const Notebook notebook = NotebookStore::open(QString::fromStdString(path("filed.iris"))).value()->load().value();
    const auto blue = std::ranges::find(notebook.tubes, "Cobalt Blue", &Tube::name);
    QVERIFY(blue != notebook.tubes.end() && blue->swatch);
    QVERIFY(std::abs(blue->swatch->full.b + 48) < 3); // moved to white paper
}

void TestPairsCli::faultsGetOneLine_data()
{
    QTest::addColumn<QStringList>("arguments");
    QTest::addColumn<int>("code");
    QTest::addColumn<QString>("says");
    const QString notebook = m_folder.filePath("marsh.iris");
    const auto row = [](const char* name, const QStringList& arguments, int code, const char* says) {
        QTest::newRow(name) << arguments << code << QString(says);
    };
    row("no such kind", {"what-makes", "pinks"}, 2, "greens, oranges");
    row("no such order", {"what-makes", "greens", "--order", "loud"}, 2, "few pigments");
    row("four tubes", {"what-makes", "greens", "--max-tubes", "4"}, 2, "2 or 3");
    row("a triad of two",
        {"palette", "--needs", IRIS_SOURCE_DIR "/data/demo/needs.csv", "--school", "triad", "--largest", "2"}, 2,
        "a triad has 3 tubes");
    row("two primaries", {"wheel", "PY3", "PB29"}, 2, "three different tubes");
    row("one twice", {"wheel", "PY3", "PB29", "PY3"}, 2, "three different tubes");
    row("row share", {"chart", "--rows", "PY3", "--row-share", "1"}, 2, "between 0 and 1");
    row("axis", {"chart", "--rows", "PY3", "--order", "size"}, 2, "hue, lean or value");
    row("a glaze over nothing", {"mix", "PY3:1", "--over", "PX99:1"}, 2, "PX99");
    row("a glaze too thick", {"mix", "PY3:1", "--over", "PB29:1", "--over-wash", "9"}, 2, "wash");
    row("spacing", {"ladder", "PY3", "PB29", "--spacing", "wide"}, 2, "strength, appearance or parts");
    row("nothing to paint", {"sheet", "--notebook", notebook, "--out", "x.pdf"}, 2, "say what to paint");
    row("tiny squares", {"sheet", "--notebook", notebook, "--out", "x.pdf", "--next", "3", "--cell", "9"}, 2,
        "15 to 75");
    row("paper", {"sheet", "--notebook", notebook, "--out", "x.pdf", "--next", "3", "--format", "A3"}, 2,
        "A4 or Letter");
    row("nowhere to write", {"sheet", "--notebook", notebook, "--out", "/no/such/x.pdf", "--next", "3"}, 1,
        "cannot be written");
    row("long ladder", {"sheet", "--notebook", notebook, "--out", "x.pdf", "--ladder", "1,2", "--steps", "102"}, 2,
        "2 to 101");
    row("no picture", {"read-sheet", "/no/such.png", "--into", notebook}, 1, "cannot be read");
    row("no sheet in it", {"read-sheet", IRIS_SOURCE_DIR "/docs/screenshots/tubes.png", "--into", notebook}, 1,
        "no printed sheet");
    row("no such sheet", {"simulate", "sheet", "--notebook", notebook, "--sheet", "99", "--out", "x.png"}, 2,
        "name a sheet");
    row("lines that run off the page",
        {"simulate", "sheet", "--notebook", notebook, "--sheet", "1", "--out", "x.png", "--line-runs", "60"}, 2,
        "0 to 50 mm");
    row("squares", {"next", "--notebook", notebook, "--most", "0"}, 2, "1 to 1000");
}

void TestPairsCli::faultsGetOneLine()
{
    QFETCH(QStringList, arguments);
    QFETCH(int, code);
    QFETCH(QString, says);
    const Run result = runRow(arguments);
    QCOMPARE(result.code, code);
    QVERIFY2(QString::fromStdString(result.err).contains(says), result.err.c_str());
    QCOMPARE(std::ranges::count(result.err, '\n'), 1);
    QVERIFY(result.out.empty());
}

/// Debian's own tool reads the page as the painter does.
void TestPairsCli::touchesStandOnASheet()
{
    QVERIFY(json({"sheet", "--notebook", path("marsh.iris"), "--rows", "Lemon Yellow", "--columns",
                  "Phthalo Blue,Dioxazine Violet", "--row-share", "0.85", "--out", path("touches.pdf")})
                .is_object());
    QProcess reader;
    reader.start("pdftotext", {m_folder.filePath("touches.pdf"), "-"});
    QVERIFY(reader.waitForFinished());
    const QString page = QString::fromUtf8(reader.readAllStandardOutput());
    QVERIFY2(page.contains("8 touches make a part"), qPrintable(page));
    QVERIFY2(page.contains(QRegularExpression("[1-7]t\\s+(Phthalo Blue|Dioxazine Violet)")), qPrintable(page));
}

void TestPairsCli::darksAlwaysAnswer()
{
    const Run darks = run({"darks", "--only", "PY3,PY43"});
    QCOMPARE(darks.code, 0);
    QVERIFY2(darks.out.find("None of these makes a dark. Nearest: ") != std::string::npos, darks.out.c_str());
    QVERIFY(darks.out.find(", full, twice: ") != std::string::npos);
    QVERIFY(darks.out.find("none\n") == std::string::npos);
    const auto nearest = json({"neutrals", "--only", "PY3,PY43"})["nearest"];
    QVERIFY(nearest["parts"].size() >= 1 && nearest["missing"].is_string());
}

void TestPairsCli::aTubeSaysWhatItLooksLike()
{
    // A tube that calls itself ultramarine and was read as cobalt blue.
    const QString list = m_folder.filePath("lying.csv");
    QFile file(list);
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write("name,codes\nUltramarine,PB29\nLemon,PY3\n");
    file.close();
    QCOMPARE(run({"notebook", path("lying.iris"), "--tubes", list.toStdString()}).code, 0);
    QCOMPARE(run({"simulate", "measurement", "--tube", "PB28", "--out", path("lying.txt")}).code, 0);
    QCOMPARE(run({"read-measurements", path("lying.txt"), "--into", path("lying.iris"), "--tube", "Ultramarine"}).code,
             0);
    const auto told = json({"looks-like", "Ultramarine", "--notebook", path("lying.iris")});
    QCOMPARE(told["looks_like_its_label"], false);
    QCOMPARE(told["pigments"][0]["id"].get<std::string>(), std::string("PB28"));
    const Run words = run({"looks-like", "Ultramarine", "--notebook", path("lying.iris")});
    QVERIFY2(words.out.find("does not look like PB29") != std::string::npos, words.out.c_str());
    QCOMPARE(run({"looks-like", "Lemon", "--notebook", path("lying.iris")}).code, 2); // was never read
    QCOMPARE(run({"looks-like", "Lemon"}).code, 2);
}

IRIS_TEST(TestPairsCli, QGuiApplication)
#include "tst_pairscli.moc"
