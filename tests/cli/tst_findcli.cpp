#include "../testprogram.h"
#include "clirun.h"

#include "../demoscene.h"
#include "../mixing/referencepaints.h"
#include "colour/deltae.h"
#include "finding/candidates.h"
#include "finding/mother.h"
#include "notebook/notebookstore.h"
#include "notebook/prices.h"
#include "palette/paintrange.h"
#include "palette/reach.h"
#include "words/findwords.h"

#include <QTemporaryDir>
#include <QtTest>
#include <fstream>

using namespace iris;

/// From a colour that is wanted to paint in the well, without a window.
class TestFindCli : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void matchSaysWhatTheCoreSays();
    void theCheapestComesFirst();
    void aTubeIsMatchedFullAndThin();
    void theSiftIsKept();
    void theHelperIsOfTheTable();
    void aNeedAndAMixCanBeWanted();
    void theNextTouchHelps();
    void aGlazeIsFilmOnFilm();
    void aStandInIsFound();
    void aMotherColourTies();
    void mudIsExplained();
    void strongLightComesToPaper();
    void whoPaintsInOneGo();
    void onWhatPaper();
    void tubesComeInAsLines();
    void aPaletteIsDecided();
    void whatCannotBeIsRefused_data();
    void whatCannotBeIsRefused();
    void wordsSayWhatIsSeen();

private:
    std::string path(const char* name) const { return m_folder.filePath(name).toStdString(); }

    QTemporaryDir m_folder;
};

void TestFindCli::initTestCase()
{
    QCOMPARE(makeDemoNotebook(path("demo.iris")).code, 0);
    auto store = NotebookStore::open(QString::fromStdString(path("demo.iris"))).value();
    const Notebook notebook = store->load().value();
    NotebookEdit edit;
    MixRecord mix;
    mix.name = "wet mud";
    mix.parts = {{notebook.tubes[0].id, notebook.tubes[0].name, 3}, {notebook.tubes[1].id, notebook.tubes[1].name, 1}};
    mix.painted = Lab{45, 8, 20};
    edit.mixes.put = {mix};
    mix.name = "only thought of";
    mix.painted.reset();
    edit.mixes.put.push_back(mix);
    QVERIFY(store->apply(std::move(edit)).has_value());
}

void TestFindCli::matchSaysWhatTheCoreSays()
{
    const std::vector<std::string> names{"PY3", "PB28", "PV19/rose", "PY43"};
    std::vector<Paint> paints;
    for (const std::string& name : names)
        paints.push_back(referencePaint(name.c_str()));
    const Wanted wanted{{55, 10, 20}, {}, true, false};
    CandidateOptions options;
    options.most = 12;
    auto expected = candidatesFor(wanted, paints, {0, 1, 2, 3}, options);
    std::erase_if(expected, [](const Candidate& c) { return c.apart > 40; });
    const auto found = jsonOf(
        {"match", "--lab", "55,10,20", "--value-first", "--tolerance", "40", "--only", "PY3,PB28,PV19/rose,PY43"});
    QCOMPARE(found["matches"].size(), expected.size());
    for (std::size_t i = 0; i < expected.size(); ++i) {
        QVERIFY(std::abs(found["matches"][i]["apart"].get<double>() - expected[i].apart) < 6e-4);
        QCOMPARE(found["matches"][i]["wash"].get<double>(), expected[i].recipe.wash);
        QCOMPARE(found["matches"][i]["differs"].get<std::string>(),
                 nearnessWords(expected[i].laid.colour, wanted.colour, found["matches"][i]["expected_miss"]));
        QCOMPARE(found["matches"][i]["parts"].size(), expected[i].recipe.parts.size());
    }
    const auto four = jsonOf({"match", "--lab", "55,10,20", "--max-tubes", "4", "--only", "PY3,PB28,PV19/rose,PY43"});
    QVERIFY(four["matches"].size() > 0);
    const Run closest = run({"match", "--lab", "55,10,20", "--order", "closest", "--only", "PY3,PB28,PV19/rose,PY43"});
    QVERIFY2(closest.code == 0 && closest.out.find("apart  ") != std::string::npos, closest.err.c_str());
}

/// Worked out by hand: parts times the price of a ml, over all parts, times the wash.
void TestFindCli::theCheapestComesFirst()
{
    Notebook notebook = NotebookStore::open(QString::fromStdString(path("demo.iris"))).value()->load().value();
    notebook.tubes[0].stock.price = 10;
    notebook.tubes[0].stock.sizeMl = 5;
    notebook.tubes[1].stock.price = 30;
    notebook.tubes[1].stock.sizeMl = 5;
    QCOMPARE(*priceOf({{{0, 3}, {1, 1}}, 0.5}, notebook), (3 * 2 + 6) / 4.0 * 0.5);
    notebook.tubes[1].stock.sizeMl.reset();
    QVERIFY(!priceOf({{{0, 3}, {1, 1}}, 0.5}, notebook));
    QVERIFY(!priceOf({{{900, 1}}, 1}, notebook));
    std::vector<Candidate> candidates(3);
    candidates[0].recipe = {{{1, 1}}, 1}; // not known
    candidates[1].recipe = {{{0, 1}}, 1};
    candidates[2].recipe = {{{0, 1}}, 0.2};
    sortByPrice(candidates, notebook);
    QCOMPARE(candidates[0].recipe.wash, 0.2);
    QCOMPARE(candidates[2].recipe.parts[0].paint, 1U);
    const Run asked = run({"match", "--lab", "50,10,20", "--order", "price", "--notebook", path("demo.iris")});
    QVERIFY2(asked.code == 0, asked.err.c_str());
}

void TestFindCli::aTubeIsMatchedFullAndThin()
{
    const auto found = jsonOf({"match", "--like", "PO49", "--only", "PO49,PY150,PV19/rose,PR122"});
    QVERIFY(!found["wanted_thin"].is_null());
    QVERIFY(found["matches"].size() > 0);
    for (const auto& match : found["matches"]) // not by itself
        for (const auto& part : match["parts"])
            QVERIFY(part["tube"] != "PO49");
    QVERIFY(!jsonOf({"match", "--lab", "50,20,30", "--thin", "85,5,15", "--thin-matters"})["wanted_thin"].is_null());
    const auto warmer = jsonOf({"match", "--lab", "50,20,-20", "--but", "warmer,lighter"});
    QVERIFY(labOf(warmer["wanted"]).l == 55 && labOf(warmer["wanted"]).b > -20);
}

void TestFindCli::theSiftIsKept()
{
    const auto found =
        jsonOf({"match", "--lab", "55,10,30", "--tolerance", "20", "--with", "PY43", "--without", "PB29", "--single",
                "--transparent", "--lasting", "--no-metals", "--no-black", "--max-tubes", "2"});
    QVERIFY(found["matches"].size() > 0);
    for (const auto& match : found["matches"]) {
        bool has = false;
        for (const auto& part : match["parts"]) {
            const std::string tube = part["tube"];
            has = has || tube.starts_with("PY43");
            QVERIFY(tube != "PB29" && !tube.starts_with("PBk") && !tube.starts_with("PY35"));
        }
        QVERIFY(has);
    }
}

void TestFindCli::theHelperIsOfTheTable()
{
    const auto found = jsonOf({"match", "--lab", "55,-45,35", "--only", "PY43,PBr7/burnt sienna,PB29", "--helper"});
    QVERIFY(found["matches"].empty());
    QVERIFY(found["nearest"].is_object());
    QVERIFY(found["helper"]["apart"].get<double>() < found["nearest"]["apart"].get<double>() - 0.5);
}

void TestFindCli::aNeedAndAMixCanBeWanted()
{
    const auto mud = jsonOf({"match", "--mix", "wet mud", "--notebook", path("demo.iris")});
    QCOMPARE(labOf(mud["wanted"]), (Lab{45, 8, 20}));
    const Run unknown = run({"match", "--mix", "only thought of", "--notebook", path("demo.iris")});
    QVERIFY(unknown.code == 2 && unknown.err.find("only written down") != std::string::npos);
    const Notebook notebook = NotebookStore::open(QString::fromStdString(path("demo.iris"))).value()->load().value();
    const auto need = jsonOf({"match", "--need", notebook.needs[0].need.name, "--notebook", path("demo.iris")});
    QVERIFY(deltaE00(labOf(need["wanted"]), notebook.needs[0].need.target) < 0.01);
}

void TestFindCli::theNextTouchHelps()
{
    const Lab target = colourOf({{{0, 24}, {1, 2}}, 1}, std::vector{referencePaint("PY3"), referencePaint("PB15:3")});
    const std::string lab = std::to_string(target.l) + "," + std::to_string(target.a) + "," + std::to_string(target.b);
    const auto advice =
        jsonOf({"next-touch", "PY3:3", "PB15:3:1t", "--lab", lab, "--only", "PY3,PB15:3", "--tolerance", "1"});
    QCOMPARE(advice["steps"][0]["tube"], "PB15:3/green shade");
    QVERIFY(advice["steps"].back()["apart"].get<double>() < advice["apart_now"].get<double>());
    const auto there =
        jsonOf({"next-touch", "PY3:3", "PB15:3:2t", "--lab", lab, "--only", "PY3,PB15:3", "--tolerance", "1"});
    QCOMPARE(there["there"], true);
    const auto stronger =
        jsonOf({"next-touch", "PY3:3", "PB15:3:1t", "--lab", lab, "--seen", lab, "--only", "PY3,PB15:3"});
    QVERIFY(stronger["in_the_well"][1]["counts_as"].get<double>() > 1.3);
    const Run both = run({"next-touch", "PY3:3", "--lab", lab, "--looks", "too light,too dark"});
    QVERIFY(both.code == 2 && both.err.find("at once") != std::string::npos);
}

void TestFindCli::aGlazeIsFilmOnFilm()
{
    const auto found =
        jsonOf({"glaze", "PB29:1", "--wash", "0.2", "--over", "PY3:1", "--over-wash", "0.5", "--layers", "2"});
    const Paint& blue = referencePaint("PB29");
    Spectrum below = filmReflectance(referencePaint("PY3").film, 0.5, whitePaper());
    QVERIFY(deltaE00(labOf(found["layers"][0]["colour"]), seenLab(blue.film, 0.2, below)) < 0.01);
    // Twice the same wash is one wash of twice the film.
    QVERIFY(deltaE00(labOf(found["layers"][1]["colour"]), seenLab(blue.film, 0.4, below)) < 0.01);
    const auto toned = jsonOf({"glaze", "PB29:1", "--paper", "70,5,20", "--layers", "1"});
    QVERIFY(labOf(toned["layers"][0]["colour"]).l
            < labOf(jsonOf({"glaze", "PB29:1", "--layers", "1"})["layers"][0]["colour"]).l);
}

void TestFindCli::aStandInIsFound()
{
    const auto found = jsonOf({"replace", "PO49", "--only", "PY150,PV19/rose,PR122,PB29"});
    QCOMPARE(found["stand_ins"][0]["parts"].size(), 2U);
    QCOMPARE(found["stand_ins"][0]["parts"][0]["tube"], "PY150");
    const auto of = jsonOf({"replace", "1", "--notebook", path("demo.iris"), "--most", "3"});
    QCOMPARE(of["stand_ins"].size(), 3U);
}

void TestFindCli::aMotherColourTies()
{
    const auto found =
        jsonOf({"mother", "PBr7/burnt sienna", "--share", "0.2", "--into", "PY3:3+PB29:1", "--into", "PR255:1+PB29:2"});
    QCOMPARE(found["mixes"].size(), 2U);
    QVERIFY(found["spread_after"].get<double>() < found["spread_before"].get<double>());
    QCOMPARE(jsonOf({"mother", "1", "--notebook", path("demo.iris")})["mixes"].size(), 2U);
}

void TestFindCli::mudIsExplained()
{
    const auto found = jsonOf({"diagnose", "PR255:1", "PB29:2", "--wash", "middle"});
    QCOMPARE(found["culprit"], "PR255");
    QVERIFY(!found["instead"].is_null());
    QVERIFY(found["words"].get<std::string>().find("leans orange and carries yellow in") != std::string::npos);
}

void TestFindCli::strongLightComesToPaper()
{
    QImage image(200, 100, QImage::Format_RGB32);
    for (int x = 0; x < image.width(); ++x)
        for (int y = 0; y < image.height(); ++y)
            image.setPixelColor(x, y, y < 80 ? QColor::fromHsv(0, 0, x * 255 / 199) : QColor(0, 255, 60));
    QVERIFY(image.save(QString::fromStdString(path("sunny.png"))));
    QCOMPARE(makeDemoNotebook(path("sunny.iris")).code, 0);
    const auto darkest = [&](const char* values) {
        const auto found =
            jsonOf({"needs-from-picture", path("sunny.png"), "--values", values, "--into", path("sunny.iris")});

        const auto last = found["colours"].back();
        return std::pair(labOf(last["target"]).l, labOf(last["seen"]).l);
    };
    const auto paint = darkest("paint");
    QVERIFY(std::abs(paint.first - PaintRange::ofWatercolour({}).darkest()) < 2 && paint.second < 5);
    QVERIFY(darkest("tubes").first >= paint.first - 1);
    QCOMPARE(darkest("as-is").first, darkest("as-is").second);
    QCOMPARE(run({"needs-from-picture", path("sunny.png"), "--values", "tubes"}).code, 2); // whose tubes
    QCOMPARE(run({"needs-from-picture", path("sunny.png"), "--values", "bright"}).code, 2);
}

/// Who paints in one go is asked once: the notebook keeps it, and nothing is told to be laid twice.
void TestFindCli::whoPaintsInOneGo()
{
    QCOMPARE(makeDemoNotebook(path("onego.iris")).code, 0);
    const std::vector<std::string> dark{"match", "--lab", "18,0,-3", "--notebook", path("onego.iris")};
    QVERIFY(run(dark).out.find(", twice") != std::string::npos);
    QCOMPARE(jsonOf({"touches", path("onego.iris"), "--layers", "one"})["layers"].get<std::string>(),
             std::string("one"));
    QCOMPARE(jsonOf({"touches", path("onego.iris")})["layers"].get<std::string>(), std::string("one"));
    const Run result = run(dark);
    QVERIFY2(result.code == 0 && result.out.find(", twice") == std::string::npos, result.out.c_str());
    QCOMPARE(run({"touches", path("onego.iris"), "--layers", "three"}).code, 2);
}

/// A paper of one's own is said once: its white is left, and a thin wash is what shines through.
void TestFindCli::onWhatPaper()
{
    QCOMPARE(makeDemoNotebook(path("cream.iris")).code, 0);
    const std::vector<std::string> white{"match", "--lab", "92,1,10", "--notebook", path("cream.iris")};
    QVERIFY(run(white).out.find("the paper") == std::string::npos);
    const std::vector<std::string> wash{"mix", "Ultramarine:1", "--wash", "0.1", "--notebook", path("cream.iris")};
    const Lab before = labOf(jsonOf(wash)["colour"]);
    QCOMPARE(jsonOf({"touches", path("cream.iris"), "--paper", "Cream"})["paper"].get<std::string>(),
             std::string("cream"));
    const auto kept = jsonOf({"touches", path("cream.iris")});
    QVERIFY(deltaE00(labOf(kept["paper_white"]), {92, 1, 10}) < 0.01);
    QVERIFY2(run(white).out.find("the paper") != std::string::npos, run(white).out.c_str());
    QVERIFY(labOf(jsonOf(wash)["colour"]).b > before.b + 3);
    QCOMPARE(jsonOf({"touches", path("cream.iris"), "--paper", "88, 3, 14"})["paper"].get<std::string>(),
             std::string("88.0,3.0,14.0"));
    for (const char* none : {"20,0,0", "90,60,0", "wove", "1e400,0,0", "nan,0,0"}) {
        const Run refused = run({"touches", path("cream.iris"), "--paper", none});
        QVERIFY2(refused.code == 2 && refused.err.find("paper") != std::string::npos, refused.err.c_str());
    }
    QCOMPARE(jsonOf({"touches", path("cream.iris")})["paper"].get<std::string>(), std::string("88.0,3.0,14.0"));
    QCOMPARE(jsonOf({"touches", path("cream.iris"), "--paper", "white"})["paper"].get<std::string>(),
             std::string("white"));
    QCOMPARE(labOf(jsonOf(wash)["colour"]), before);
}

/// Tubes come in as people write them; what was made of each line is said, and a second time they are there already.
void TestFindCli::tubesComeInAsLines()
{
    const std::string list = path("lines.txt");
    std::ofstream(list) << "french ultramarine\nPY175, PR254 from Grey Heron\n\nmystery green\n";
    QCOMPARE(run({"notebook", path("typed.iris")}).code, 0);
    const auto came = jsonOf({"import", path("typed.iris"), "lines", list});
    QCOMPARE(came["tubes"].get<int>(), 3);
    QCOMPARE(came["lines"].size(), 3U);
    QCOMPARE(came["lines"][0]["tubes"][0]["guess"].get<std::string>(), std::string("PB29 by its name."));
    QCOMPARE(came["lines"][1]["tubes"][1]["maker"].get<std::string>(), std::string("Grey Heron"));
    QCOMPARE(came["left_out"][0]["line"].get<int>(), 4);
    const Run again = run({"import", path("typed.iris"), "lines", list});
    QVERIFY2(again.code == 0 && again.out.find("0 tubes") != std::string::npos, again.out.c_str());
    QVERIFY(again.out.find("there already") != std::string::npos);
}

/// What a picture needs, what each tube more buys and how sure it is: the commands say what the core says.
void TestFindCli::aPaletteIsDecided()
{
    const std::string picture = path("scene.png");
    QVERIFY(demoScene(QSize(400, 300)).save(QString::fromStdString(picture)));
    const auto found = jsonOf({"needs-from-picture", picture, "--out", path("needs.csv"), "--into", path("demo.iris"),
                               "--name", "Five bands"});
    for (const Lab& wash : demoWashes())
        QVERIFY(std::ranges::any_of(found["colours"],
                                    [&](const auto& colour) { return deltaE00(labOf(colour["target"]), wash) < 1; }));
    auto store = NotebookStore::open(QString::fromStdString(path("demo.iris"))).value();
    const Notebook notebook = store->load().value();
    QCOMPARE(notebook.subjects.back().name, std::string("Five bands"));
    store.reset();
    std::size_t own = 0;
    for (const NeedRecord& record : notebook.needs)
        own += record.subject == notebook.subjects.back().id;
    QCOMPARE(own, found["colours"].size());
    // The same needs out of the file and out of the notebook.
    const std::vector<std::string> question{"--notebook", path("demo.iris"), "--from", "palette"};
    const auto ask = [&](std::vector<std::string> words, const std::vector<std::string>& more) {
        words.insert(words.end(), question.begin(), question.end());
        words.insert(words.end(), more.begin(), more.end());
        return jsonOf(words);
    };
    const auto stairs = ask({"staircase"}, {"--picture", "Five bands"});
    QVERIFY2(stairs.contains("steps"), stairs.dump().c_str());
    QCOMPARE(ask({"staircase"}, {"--needs", path("needs.csv")})["steps"], stairs["steps"]);
    const auto palette = ask({"palette"}, {"--picture", "Five bands", "--most", "1"});
    QCOMPARE(stairs["steps"].size(), palette["size"].get<std::size_t>());
    QCOMPARE(stairs["steps"].back()["tubes"].size(), palette["size"].get<std::size_t>());
    const auto robust = ask({"robust"}, {"--picture", "Five bands", "--most", "1"});
    QCOMPARE(robust["sets"][0]["tubes"], palette["sets"][0]["tubes"]);
    for (const auto& need : robust["sets"][0]["needs"])
        QVERIFY(need["sure"].get<double>() >= 0 && need["sure"].get<double>() <= 1);
    QVERIFY(robust["sets"][0]["sure_on_average"].get<double>() > 0.3);
    const auto compared = jsonOf({"compare", "bright", "muted", "--set", "Lemon Yellow,Ultramarine,Glasswort Red",
                                  "--notebook", path("demo.iris"), "--picture", picture});
    QCOMPARE(compared["palettes"].size(), 3U);
    const PaletteReach bright = reachOf(
        std::vector<Paint>{referencePaint("PY3"), referencePaint("PV19/rose"), referencePaint("PB15:3/green shade")},
        usualHandling);
    QCOMPARE(compared["palettes"][0]["volume"].get<std::size_t>(), bright.volume());
    QVERIFY(compared["palettes"][1]["picture"]["falls_short"].get<double>() >= 0);
    // Out of everything there is, with nothing listed: what is not owned is to buy.
    const auto bought = jsonOf({"palette", "--notebook", path("demo.iris"), "--picture", "Five bands", "--from",
                                "table", "--never", "Lemon Yellow", "--no-metals", "--lasting", "--most", "1"});
    QVERIFY(bought["sets"][0].contains("to_buy"));
}

void TestFindCli::whatCannotBeIsRefused_data()
{
    QTest::addColumn<QStringList>("arguments");
    QTest::addColumn<QString>("said");
    QTest::newRow("no colour") << QStringList{"match"} << "which colour";
    QTest::newRow("a tube and a colour") << QStringList{"match", "--lab", "1,2,3", "--like", "PY3"} << "which colour";
    QTest::newRow("five tubes") << QStringList{"match", "--lab", "50,0,0", "--max-tubes", "5"} << "1 to 4";
    QTest::newRow("an order") << QStringList{"match", "--lab", "50,0,0", "--order", "by name"} << "as tried, closest";
    QTest::newRow("bluer") << QStringList{"match", "--lab", "50,0,0", "--but", "bluer"} << "warmer, cooler";
    QTest::newRow("no need") << QStringList{"match", "--need", "sky"} << "no need called";
    QTest::newRow("an empty well") << QStringList{"next-touch", "--lab", "50,0,0"} << "TUBE:PARTS";
    QTest::newRow("parts of zero") << QStringList{"next-touch", "PY3:0", "--lab", "50,0,0"} << "whole numbers from 1";
    QTest::newRow("no such sight") << QStringList{"next-touch", "PY3:1", "--lab", "50,0,0", "--looks", "too nice"}
                                   << "too red, yellow";
    QTest::newRow("all of it") << QStringList{"mother", "PY3", "--share", "1", "--into", "PB29:1"} << "between 0 and 1";
    QTest::newRow("no needs") << QStringList{"palette"} << "what is needed";
    QTest::newRow("one palette") << QStringList{"compare", "bright"} << "two to four";
    QTest::newRow("no such palette") << QStringList{"compare", "bright", "loud"} << "no classic triad";
    QTest::newRow("an attic") << QStringList{"staircase", "--from", "attic", "--needs", "x"} << "needs --notebook";
    QTest::newRow("a place outside") << QStringList{"needs-from-picture", IRIS_SOURCE_DIR "/docs/screenshots/find.png",
                                                    "--white", "9000,1"}
                                     << "at most 1279,799";
    QTest::newRow("no mixes") << QStringList{"mother", "PY3"} << "no mixes to stir it into";
    QTest::newRow("ten layers") << QStringList{"glaze", "PY3:1", "--layers", "10"} << "1 to 9";
    QTest::newRow("no such tube") << QStringList{"replace", "PX1"} << "PX1";
}

void TestFindCli::whatCannotBeIsRefused()
{
    QFETCH(QStringList, arguments);
    QFETCH(QString, said);
    const Run refused = runRow(arguments);
    QCOMPARE(refused.code, 2);
    QVERIFY2(QString::fromStdString(refused.err).contains(said), refused.err.c_str());
    QCOMPARE(std::ranges::count(refused.err, '\n'), 1);
}

void TestFindCli::wordsSayWhatIsSeen()
{
    QCOMPARE(differenceWords({50, 20, 20}, {50, 20, 20}), std::string("not to be told apart"));
    QCOMPARE(nearnessWords({50, 20, 20}, {50, 20, 20}, 0), std::string("not to be told apart"));
    QCOMPARE(nearnessWords({50, 20, 20}, {50, 20, 20}, 3.24),
             std::string("give or take 3.2")); // else it would be called the same and not be
    QCOMPARE(nearnessWords({60, 20, 20}, {50, 20, 20}, 3.24), differenceWords({60, 20, 20}, {50, 20, 20}));
    QVERIFY(differenceWords({60, 20, 20}, {50, 20, 20}).find("lighter") != std::string::npos);
    QVERIFY(differenceWords({50, 5, 40}, {50, 20, 35}).find("yellower") != std::string::npos);
    QVERIFY(differenceWords({50, 28, 25}, {50, 20, 35}).find("redder") != std::string::npos);
    QVERIFY(differenceWords({50, -30, -8}, {50, -30, 10}).find("bluer") != std::string::npos);
    QVERIFY(differenceWords({50, 0, 8}, {50, 0, 0}).find("yellower") != std::string::npos);
    QVERIFY(differenceWords({50, 10, 10}, {50, 40, 40}).find("duller") != std::string::npos);
    QVERIFY(differenceWords({20, 0, 0}, {80, 0, 0}).starts_with("much darker"));
    QVERIFY(differenceWords({51.5, 20, 20}, {50, 20, 20}).starts_with("a touch lighter"));
    QCOMPARE(amountWords(0.125, usualHandling), std::string("a touch"));
    QCOMPARE(amountWords(0.375, usualHandling), std::string("3 touches"));
    QCOMPARE(amountWords(1, usualHandling), std::string("1 part"));
    QCOMPARE(amountWords(2.5, usualHandling), std::string("2 and a half parts"));
    QCOMPARE(amountWords(3.125, usualHandling), std::string("3 parts and a touch"));
    const std::vector<Paint> paints{referencePaint("PB15:3"), referencePaint("PY3")};
    const std::string start = startWords({{{0, 1}, {1, 24}}, 0.2}, paints);
    QVERIFY2(start.starts_with("3 parts of PY3; then PB15:3/green shade by touches, about 1; stop at a "),
             start.c_str());
    QVERIFY(start.find("Let it out to a thin wash") != std::string::npos);
}

IRIS_TEST(TestFindCli, NoApplication)
#include "tst_findcli.moc"
