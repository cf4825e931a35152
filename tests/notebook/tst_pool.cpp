#include "../testprogram.h"
#include "notebook/pool.h"

#include "notebook/studio.h"

#include <QtTest>
#include <set>

using namespace iris;

/// Which tubes a palette is chosen from.
class TestPool : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void tubesAreThereByWhereTheyAre();
    void theTableStandsBesideWhatIsOwned();
    void whatIsToBuyCanBeBought();
    void mustAndNeverAndWhatTubesAre();
    void wordsComeBack();
};

namespace {

Notebook notebook()
{
    Notebook notebook;
    const auto add = [&](const char* name, const char* code, Whereabouts where, const char* form = "") {
        Tube tube;
        tube.id = {static_cast<std::int64_t>(notebook.tubes.size()) + 1};
        tube.name = name;
        tube.codes = parsePigmentCodes(code).value();
        tube.form = form;
        tube.stock.where = where;
        notebook.tubes.push_back(tube);
    };
    add("Ultramarine", "PB29", Whereabouts::Palette);
    add("Cadmium Red", "PR108", Whereabouts::Drawer, "light");
    add("Alizarin", "PR83", Whereabouts::Drawer);
    add("Sap Green", "PG7 PY150", Whereabouts::Palette);
    add("Viridian", "PG18", Whereabouts::WishList);
    add("Ivory Black", "PBk9", Whereabouts::UsedUp);
    return notebook;
}

/// The names of what may be chosen.
QStringList names(const PaletteWishes& wishes)
{
    FilmCache films;
    const StudioPtr studio = studioOf(notebook(), films);
    const TubePool pool = poolOf(studio->notebook, studio->paints, wishes);
    QStringList names;
    for (std::size_t i = 0; i < pool.paints.size(); ++i)
        if (!std::ranges::binary_search(pool.leftOut, i))
            names << QString::fromStdString(pool.paints[i].name);
    return names;
}

PaletteWishes from(Pool pool)
{
    PaletteWishes wishes;
    wishes.pool = pool;
    return wishes;
}

} // namespace

void TestPool::tubesAreThereByWhereTheyAre()
{
    QCOMPARE(names(from(Pool::Palette)), (QStringList{"Ultramarine", "Sap Green"}));
    QCOMPARE(names(from(Pool::Drawer)), (QStringList{"Cadmium Red", "Alizarin"}));
    QCOMPARE(names(from(Pool::Owned)), (QStringList{"Ultramarine", "Cadmium Red", "Alizarin", "Sap Green"}));
    QCOMPARE(names(from(Pool::Wished)),
             (QStringList{"Ultramarine", "Cadmium Red", "Alizarin", "Sap Green", "Viridian"}));
}

void TestPool::theTableStandsBesideWhatIsOwned()
{
    FilmCache films;
    const StudioPtr studio = studioOf(notebook(), films);
    const TubePool pool = poolOf(studio->notebook, studio->paints, from(Pool::Everything));
    const std::size_t rows = ReferenceTable::shipped().pigments().size();
    // Six tubes, and every row but those of the three pigments that are at hand by themselves.
    std::size_t alike = 0;
    for (const ReferencePigment& row : ReferenceTable::shipped().pigments())
        alike += row.code.text() == "PB29" || row.code.text() == "PR83"
                 || (row.code.text() == "PR108" && row.form == "light");
    QVERIFY(alike >= 3);
    QCOMPARE(pool.paints.size(), 6 + rows - alike);
    for (std::size_t i = 0; i < pool.paints.size(); ++i)
        QCOMPARE(pool.isOwned(i), i < 6);
    // Viridian is only wished for: its row can be bought, the tube cannot be mixed with.
    QVERIFY(std::ranges::binary_search(pool.leftOut, 4U));
}

/// What is to be bought is what several makers have and what lasts, unless the painter wants otherwise; what is owned
/// stays, whatever it is.
void TestPool::whatIsToBuyCanBeBought()
{
    FilmCache films;
    const StudioPtr studio = studioOf(notebook(), films);
    const TubePool pool = poolOf(studio->notebook, studio->paints, from(Pool::Table));
    std::set<std::string> bought;
    for (std::size_t i = 0; i < pool.paints.size(); ++i)
        if (!pool.isOwned(i)) {
            bought.insert(textOf(pool.paints[i].codes));
            QVERIFY2(pool.paints[i].sold >= 2 && pool.paints[i].lightfastness <= 3, pool.paints[i].name.c_str());
        }
    for (const char* gone : {"NY24", "PO49", "PO48", "PB33", "PR83", "BV10", "NR4"})
        QVERIFY2(!bought.contains(gone), gone);
    for (const char* usual : {"PY3", "PB15:3", "PR122", "PY43"})
        QVERIFY2(bought.contains(usual), usual);
    QVERIFY(std::ranges::any_of(studio->notebook.tubes, [](const Tube& tube) { return tube.name == "Alizarin"; }));
    // Of two that do equally well the commoner comes first.
    const Limits limits = limitsOf(from(Pool::Table), pool, studio->notebook);
    for (std::size_t i = 0; i < pool.paints.size(); ++i)
        QCOMPARE(limits.heldAgainst[i] > 0,
                 !pool.isOwned(i) && (pool.paints[i].sold < 3 || pool.paints[i].family == HueFamily::Black));
}

void TestPool::mustAndNeverAndWhatTubesAre()
{
    PaletteWishes wishes = from(Pool::Palette);
    wishes.must = {{5}};
    wishes.never = {{1}};
    QCOMPARE(names(wishes), (QStringList{"Sap Green", "Viridian"}));
    wishes = from(Pool::Owned);
    wishes.only.nothingFugitive = true;
    QCOMPARE(names(wishes), (QStringList{"Ultramarine", "Cadmium Red", "Sap Green"}));
    wishes.only.noListedMetals = true;
    wishes.only.singlePigments = true;
    QCOMPARE(names(wishes), (QStringList{"Ultramarine"}));
    wishes.must = {{2}}; // asked for by name: it is in, whatever it is
    QCOMPARE(names(wishes), (QStringList{"Ultramarine", "Cadmium Red"}));
}

void TestPool::wordsComeBack()
{
    for (int bits = 0; bits < 32; ++bits) {
        const TubeTerms terms{(bits & 1) != 0, (bits & 2) != 0, (bits & 4) != 0, (bits & 8) != 0, (bits & 16) != 0};
        QCOMPARE(termsFromWords(wordsOf(terms)), terms);
    }
    QCOMPARE(termsFromWords("no-such thing"), TubeTerms{});
    for (const Pool pool : {Pool::Palette, Pool::Drawer, Pool::Owned, Pool::Wished, Pool::Table, Pool::Everything})
        QCOMPARE(named<Pool>(nameOf(pool)), pool);
    QVERIFY(!named<Pool>("attic"));
}

IRIS_TEST(TestPool, NoApplication)
#include "tst_pool.moc"
