#include "../testprogram.h"
#include "notebook/notebook.h"
#include "sometubes.h"

#include <QtTest>
#include <random>

using namespace iris;

/// The notebook as a value: edits and the edits that take them back; and what a tube stands for.
class TestNotebook : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void inversesTakeEditsBack();
    void removingATubeTakesItOutOfPalettes();
    void paintsFollowTheSwatch();
    void formsComeFromTheName();
    void twinsShareTheirPigments();
    void saysWhatIsWrongWithATube_data();
    void saysWhatIsWrongWithATube();
};

namespace {

Notebook someNotebook()
{
    Notebook notebook;
    notebook.tubes = {tubeOf(1, "Lemon", "PY3"), tubeOf(2, "Rose", "PV19"), tubeOf(3, "Blue", "PB29"),
                      tubeOf(5, "Green", "PG7")};
    notebook.needs = {{{1}, {"mud", {40, 3, 9}, 7, 2}}, {{4}, {"sky", {60, -4, -20}, 4, 3}}};
    notebook.palettes = {{{1}, "three", {{1}, {2}, {3}}}, {{2}, "two", {{3}, {5}}}};
    notebook.wishes = {School::Triad, {{3}}, {{5}}, 8};
    return notebook;
}

/// A random edit with ids filled in, as it is after the store has carried it out.
NotebookEdit randomEdit(std::mt19937& random)
{
    NotebookEdit edit;
    const auto maybe = [&] { return random() % 3 == 0; };
    for (std::int64_t id = 1; id <= 8; ++id) {
        if (maybe())
            edit.tubes.put.push_back(tubeOf(id, "changed", "PY43"));
        else if (maybe() && id < 6)
            edit.tubes.removed.push_back({id});
        if (maybe())
            edit.needs.put.push_back({{id}, {"new", {50, 0, double(id)}, 7, 1}});
        else if (maybe())
            edit.needs.removed.push_back({id});
    }
    if (maybe())
        edit.palettes.put.push_back({{3}, "kept", {}});
    if (maybe())
        edit.palettes.removed.push_back({1});
    if (maybe())
        edit.wishes = PaletteWishes{School::Free, {}, {}, 5};
    return edit;
}

} // namespace

void TestNotebook::inversesTakeEditsBack()
{
    constexpr unsigned seed = 77;
    std::mt19937 random(seed);
    for (int round = 0; round < 500; ++round) {
        const Notebook before = someNotebook();
        const NotebookEdit edit = randomEdit(random);
        const Notebook after = edited(before, edit);
        QVERIFY(std::ranges::is_sorted(after.tubes, {}, &Tube::id));
        QVERIFY2(edited(after, inverseOf(before, edit)) == before,
                 qPrintable(QString("seed %1 round %2").arg(seed).arg(round)));
    }
}

void TestNotebook::removingATubeTakesItOutOfPalettes()
{
    NotebookEdit edit;
    edit.tubes.removed = {{3}};
    const Notebook after = edited(someNotebook(), edit);
    QVERIFY(!after.tube({3}));
    QCOMPARE(after.palette({1})->tubes, (std::vector<TubeId>{{1}, {2}}));
    QVERIFY(after.wishes.must.empty());
    QCOMPARE(after.wishes.never, (std::vector<TubeId>{{5}}));
}

void TestNotebook::paintsFollowTheSwatch()
{
    FilmCache films;
    Tube tube = tubeOf(1, "Blue", "PB29");
    const Paint typical = paintOf(tube, ReferenceTable::shipped(), films).value();
    QCOMPARE(typical.source, ColourSource::Typical);
    tube.swatch = Swatch{{33, 12, -50}, {72, -2, -27}, {22, 1, -11}};
    tube.strength = 1.4;
    tube.granulation = 3;
    const Paint measured = paintOf(tube, ReferenceTable::shipped(), films).value();
    QCOMPARE(measured.source, ColourSource::Measured);
    QCOMPARE(measured.swatch, *tube.swatch);
    QCOMPARE(measured.strength, 1.4);
    QCOMPARE(measured.granulation, 3);
    QCOMPARE(measured.staining, typical.staining);
    QVERIFY(measured.film != typical.film);
    Tube unknown = tubeOf(2, "Creek mud", "");
    QVERIFY(!paintOf(unknown, ReferenceTable::shipped(), films));
    unknown.swatch = Swatch{{30, 8, 12}, {72, 5, 12}, {24, 4, 6}};
    QCOMPARE(paintOf(unknown, ReferenceTable::shipped(), films)->family, HueFamily::Brown);
}

void TestNotebook::formsComeFromTheName()
{
    const ReferenceTable& table = ReferenceTable::shipped();
    QCOMPARE(typicalRows(tubeOf(1, "Raw Umber", "PBr7"), table).front()->form, std::string("raw umber"));
    Tube named = tubeOf(1, "Creek Brown", "PBr7");
    named.form = "raw sienna";
    QCOMPARE(typicalRows(named, table).front()->form, std::string("raw sienna"));
    QCOMPARE(typicalRows(tubeOf(1, "Something", "PB29"), table).front()->form, std::string());
    QCOMPARE(typicalRows(tubeOf(1, "Green", "PG7, PY150, PB99"), table).size(), 2U);
}

void TestNotebook::twinsShareTheirPigments()
{
    const ReferenceTable& table = ReferenceTable::shipped();
    const Tube earth = tubeOf(1, "Burnt Sienna", "PBr7");
    QVERIFY(areTwins(
        earth,
        [] {
            Tube t = tubeOf(2, "Hull Brown", "PBr7");
            t.form = "burnt sienna";
            return t;
        }(),
        table));
    QVERIFY(!areTwins(earth, tubeOf(2, "Burnt Sienna", "PR101"), table));
    QVERIFY(!areTwins(earth, tubeOf(2, "Raw Umber", "PBr7"), table));
    QVERIFY(areTwins(tubeOf(1, "a", "PG7, PY150"), tubeOf(2, "b", "PY150, PG7"), table));
}

void TestNotebook::saysWhatIsWrongWithATube_data()
{
    QTest::addColumn<int>("kind");
    const QStringList names{"no name",  "nothing known", "unknown pigment", "strength",
                            "staining", "granulation",   "lightfastness"};
    for (int i = 0; i < names.size(); ++i)
        QTest::newRow(qPrintable(names[i])) << i;
}

void TestNotebook::saysWhatIsWrongWithATube()
{
    QFETCH(int, kind);
    Tube tube = tubeOf(1, "Lemon", "PY3");
    QVERIFY(validate(tube, ReferenceTable::shipped()));
    switch (kind) {
    case 0: tube.name = "  "; break;
    case 1: tube.codes.clear(); break;
    case 2: tube.codes = parsePigmentCodes("PY399").value(); break;
    case 3: tube.strength = 0; break;
    case 4: tube.staining = 4; break;
    case 5: tube.granulation = -1; break;
    case 6: tube.lightfastness = 0; break;
    }
    const auto fine = validate(tube, ReferenceTable::shipped());
    QVERIFY(!fine);
    QVERIFY(!fine.error().message.empty());
}

IRIS_TEST(TestNotebook, NoApplication)
#include "tst_notebook.moc"
