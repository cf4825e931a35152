#include "../testprogram.h"
#include "base/csvreader.h"
#include "notebook/listtobuy.h"
#include "notebook/studio.h"
#include "paint/ratings.h"

#include <QtTest>

using namespace iris;

/// What is to be bought, what else would do, and how tubes of one name are told apart.
class TestListToBuy : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void whatElseWouldDo();
    void whatDoesAsWellComesFirst();
    void theListIsCsv();
    void whatIsAtHandIsNotBoughtAgain();
    void tubesOfOneNameAreToldApart();
};

namespace {

Tube ownTube(const char* name, const char* codes, std::int64_t id, const char* maker = "")
{
    Tube tube;
    tube.id = {id};
    tube.name = name;
    tube.maker = maker;
    tube.codes = parsePigmentCodes(codes).value();
    return tube;
}

Notebook notebookOf(std::vector<Tube> tubes)
{
    Notebook notebook;
    notebook.tubes = std::move(tubes);
    return notebook;
}

TubePool poolWith(const Notebook& notebook)
{
    FilmCache films;
    PaletteWishes wishes;
    wishes.pool = Pool::Table;
    return poolOf(notebook, studioOf(notebook, films)->paints, wishes);
}

std::size_t placeOf(const TubePool& pool, const char* codes)
{
    const auto wanted = parsePigmentCodes(codes).value();
    return std::size_t(std::ranges::find(pool.paints, wanted, &Paint::codes) - pool.paints.begin());
}

} // namespace

void TestListToBuy::whatElseWouldDo()
{
    const Notebook notebook = notebookOf({ownTube("Ultramarine", "PB29", 1)});
    const TubePool pool = poolWith(notebook);
    const std::vector<std::size_t> set{0, placeOf(pool, "PY3"), placeOf(pool, "PR122"), placeOf(pool, "PB15:3")};
    const ListToBuy list = listToBuy(set, pool, {});
    QCOMPARE(list.have.size(), 1U);
    QCOMPARE(list.buy.size(), 3U);
    for (const ToBuy& one : list.buy) {
        QCOMPARE(one.instead.size(), 2U);
        const std::string words = askForWords(one) + insteadWords(one);
        QVERIFY2(words.find(textOf(one.paint.codes)) != std::string::npos, words.c_str());
        for (const ToBuy::Instead& other : one.instead) {
            QVERIFY(!other.doesAsWell && other.paint.codes != one.paint.codes);
            QVERIFY(other.paint.family == one.paint.family);
            QVERIFY(!fades(other.paint.lightfastness) && other.paint.sold >= 2);
        }
    }
}

void TestListToBuy::whatDoesAsWellComesFirst()
{
    const Notebook notebook = notebookOf({ownTube("Ultramarine", "PB29", 1), ownTube("Rose", "PV19", 2)});
    const TubePool pool = poolWith(notebook);
    const std::size_t lemon = placeOf(pool, "PY3");
    const std::size_t other = placeOf(pool, "PY97");
    const std::size_t magenta = placeOf(pool, "PR122");
    const std::vector<std::vector<std::size_t>> equals{{0, lemon, magenta}, {0, other, magenta}, {0, 1, lemon}};
    const ListToBuy list = listToBuy(equals.front(), pool, equals);
    QCOMPARE(list.buy.size(), 2U);
    const ToBuy& yellow = list.buy[list.buy[0].paint.family == HueFamily::Yellow ? 0 : 1];
    const ToBuy& red = list.buy[list.buy[0].paint.family == HueFamily::Yellow ? 1 : 0];
    QVERIFY(yellow.instead.front().doesAsWell);
    QCOMPARE(yellow.instead.front().paint.codes, pool.paints[other].codes);
    QVERIFY(!yellow.owned);
    QVERIFY(red.owned && red.owned->name == "Rose"); // it need not be bought at all
    QVERIFY(insteadWords(red).starts_with("Your own Rose (PV19) does as well."));
}

void TestListToBuy::theListIsCsv()
{
    Notebook notebook = notebookOf({ownTube("=Ultramarine, \"deep\"", "PB29", 1)});
    const TubePool pool = poolWith(notebook);
    const auto rows = readCsv(shoppingCsv(listToBuy({0, placeOf(pool, "PY3")}, pool, {})));
    QVERIFY(rows);
    QCOMPARE(rows->size(), 3U);
    for (const CsvRecord& row : *rows)
        QCOMPARE(row.fields.size(), 8U);
    QCOMPARE((*rows)[1].fields[3], std::string("lemon yellow or hansa yellow light")); // two are enough to ask by
    QCOMPARE((*rows)[1].fields[4], std::string("no"));
    QCOMPARE(unguarded((*rows)[2].fields[0]), std::string("=Ultramarine, \"deep\""));
    QVERIFY(shoppingCsv({}).starts_with("name,codes,form,also_called,have,sold,or,or_else"));
}

void TestListToBuy::whatIsAtHandIsNotBoughtAgain()
{
    Notebook notebook = notebookOf({ownTube("Maroon", "PR179", 1), ownTube("Empty", "PY3", 2)});
    notebook.tubes[1].stock.where = Whereabouts::UsedUp;
    std::vector<Paint> paints;
    const std::vector<std::size_t> places = addToBuy(paints, notebook, Shelf::Usual);
    QCOMPARE(places.size(), paints.size());
    const auto holds = [&](const char* codes) {
        return std::ranges::find(paints, parsePigmentCodes(codes).value(), &Paint::codes) != paints.end();
    };
    QVERIFY(!holds("PR179"));
    QVERIFY(holds("PY3")); // used up: it may be bought again
}

void TestListToBuy::tubesOfOneNameAreToldApart()
{
    const std::vector<Tube> tubes{ownTube("Burnt Sienna", "PBr7", 1), ownTube("burnt sienna", "PR101", 2),
                                  ownTube("Rose", "PV19", 3, "North Quay"), ownTube("Rose", "PV19", 4, "South Quay"),
                                  ownTube("Ultramarine", "PB29", 5)};
    QCOMPARE(namesApart(tubes), (std::vector<std::string>{"Burnt Sienna PBr7", "burnt sienna PR101", "Rose, North Quay",
                                                          "Rose, South Quay", "Ultramarine"}));
    // The same in every paint; and once there is but one of a name, it is called by that again.
    FilmCache films;
    const StudioPtr both = studioOf(notebookOf(tubes), films);
    QCOMPARE(both->paints[0].name, std::string("Burnt Sienna PBr7"));
    const StudioPtr one = studioOf(notebookOf({tubes[0], tubes[4]}), films, both);
    QCOMPARE(one->paints[0].name, std::string("Burnt Sienna"));
    const StudioPtr again = studioOf(notebookOf(tubes), films, one);
    QCOMPARE(again->paints[0].name, std::string("Burnt Sienna PBr7"));
    QCOMPARE(again->paints[1].name, std::string("burnt sienna PR101"));
}

IRIS_TEST(TestListToBuy, NoApplication)
#include "tst_listtobuy.moc"
