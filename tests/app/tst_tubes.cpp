#include "../testprogram.h"
#include "app/document/document.h"
#include "app/palette/needsmodel.h"
#include "app/parts/recipesmodel.h"
#include "app/parts/tubemodel.h"
#include "app/tubes/listimport.h"
#include "app/tubes/tubedialog.h"
#include "app/tubes/tubefiltermodel.h"
#include "notebook/edits.h"

#include <QAbstractItemModelTester>
#include <QApplication>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTemporaryDir>
#include <QtTest>

#include "app/tubes/walldialog.h"

#include <QCheckBox>
#include <QListWidget>
#include <QTemporaryDir>

using namespace iris;

/// The document, its undo, the models on it and the dialog that writes a tube.
class TestTubes : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void tubesAreTicked();
    void init();
    void modelsAreSound();
    void everyEditIsOnDiskAndCanBeUndone();
    void removedTubesComeBackToTheirPalettes();
    void undoNamesWhatItUndoes();
    void anEditIsToldOnce();
    void failedEditsAreToldAndForgotten();
    void filterSiftsAndSorts();
    void dialogTellsWhatIsWrong();
    void dialogKeepsWhatItWasGiven();
    void twinsInAListAreTold();

private:
    Notebook onDisk() const { return NotebookStore::open(m_document->path(), Access::Read).value()->load().value(); }

    std::unique_ptr<QTemporaryDir> m_folder;
    std::unique_ptr<Document> m_document;
};

namespace {

Tube tubeOf(const char* name, const char* codes)
{
    Tube tube;
    tube.name = name;
    tube.codes = parsePigmentCodes(codes).value();
    return tube;
}

} // namespace

void TestTubes::init()
{
    m_document.reset(); // before the folder its lock is in
    m_folder = std::make_unique<QTemporaryDir>();
    m_document = std::make_unique<Document>();
    QVERIFY(m_document->create(m_folder->filePath("n.iris")));
    m_document->apply(putting(std::vector<Tube>{tubeOf("Lemon", "PY3"), tubeOf("Rose", "PV19"),
                                                tubeOf("Ultramarine", "PB29"), tubeOf("Ochre", "PY43")}),
                      "bring in 4 tubes");
}

void TestTubes::modelsAreSound()
{
    TubeModel tubes(*m_document);
    NeedsModel needs(*m_document);
    RecipesModel recipes;
    TubeFilterModel filter(tubes);
    const QAbstractItemModelTester one(&tubes, QAbstractItemModelTester::FailureReportingMode::QtTest);
    const QAbstractItemModelTester two(&needs, QAbstractItemModelTester::FailureReportingMode::QtTest);
    const QAbstractItemModelTester three(&recipes, QAbstractItemModelTester::FailureReportingMode::QtTest);
    const QAbstractItemModelTester four(&filter, QAbstractItemModelTester::FailureReportingMode::QtTest);
    m_document->apply(putting(NeedRecord{{}, {"mud", {40, 3, 9}, 7, 2}, {}}));
    m_document->apply(removing<Tube>(std::vector<TubeId>{m_document->notebook().tubes.front().id}));
    needs.setStates({NeedsModel::State::Met});
    QCOMPARE(needs.metCount(), 1);
    recipes.setAnswers({{"mud", {40, 3, 9}, 7, 2}}, {{true, {{{{0, 1}}, 1}, {41, 3, 9}, 0.9}}},
                       m_document->studio()->paints);
    QCOMPARE(recipes.rowCount(), 1);
    recipes.clear();
    m_document->undoStack().undo();
    QCOMPARE(tubes.rowCount(), 4);
}

void TestTubes::everyEditIsOnDiskAndCanBeUndone()
{
    QList<Notebook> states{m_document->notebook()};
    const auto edit = [&](const std::function<void()>& act) {
        act();
        QCOMPARE(onDisk(), m_document->notebook());
        QVERIFY(m_document->notebook() != states.last());
        states << m_document->notebook();
    };
    const TubeId first = m_document->notebook().tubes[0].id;
    edit([&] { m_document->apply(putting(std::vector<Tube>{tubeOf("Green", "PG7")}), "add Green"); });
    edit([&] {
        Tube changed = *m_document->notebook().tube(first);
        changed.swatch = Swatch{{88, -10, 78}, {94, -7, 30}, {44, 0, 29}};
        m_document->apply(changing(m_document->notebook(), changed, "2026-10-03"));
    });
    edit([&] { m_document->apply(putting(NeedRecord{{}, {"mud", {40, 3, 9}, 7, 2}, {}})); });
    edit([&] {
        m_document->apply(putting(NeedRecord{m_document->notebook().needs[0].id, {"wet mud", {42, 3, 9}, 4, 3}}));
    });
    edit([&] { m_document->apply(keepingPalette("box", {first})); });
    edit([&] { m_document->apply(wishing(m_document->notebook(), PaletteWishes{School::Triad, {first}, {}, 6})); });
    edit([&] { m_document->apply(removing<Tube>(std::vector<TubeId>{first})); });
    edit([&] { m_document->apply(removing<NeedRecord>(std::vector<NeedId>{m_document->notebook().needs[0].id})); });
    edit([&] { m_document->apply(removing<PaletteRecord>(m_document->notebook().palettes[0].id)); });
    const qsizetype last = states.size() - 1;
    for (qsizetype i = last - 1; i >= 0; --i) {
        m_document->undoStack().undo();
        QCOMPARE(m_document->notebook(), states[i]);
        QCOMPARE(onDisk(), states[i]);
    }
    for (qsizetype i = 1; i <= last; ++i) {
        m_document->undoStack().redo();
        QCOMPARE(m_document->notebook(), states[i]);
        QCOMPARE(onDisk(), states[i]);
    }
}

void TestTubes::removedTubesComeBackToTheirPalettes()
{
    const TubeId rose = m_document->notebook().tubes[1].id;
    m_document->apply(keepingPalette("box", {m_document->notebook().tubes[0].id, rose}));
    m_document->apply(removing<Tube>(std::vector<TubeId>{rose}));
    QCOMPARE(m_document->notebook().palettes[0].tubes.size(), 1U);
    m_document->undoStack().undo();
    QCOMPARE(m_document->notebook().palettes[0].tubes[1], rose);
    QCOMPARE(onDisk(), m_document->notebook());
}

void TestTubes::undoNamesWhatItUndoes()
{
    QCOMPARE(m_document->undoStack().undoText(), QString("bring in 4 tubes"));
    m_document->apply(removing<Tube>(std::vector<TubeId>{m_document->notebook().tubes[0].id}));
    QCOMPARE(m_document->undoStack().undoText(), QString("remove Lemon"));
    const auto called = [this](const NotebookEdit& edit) {
        m_document->apply(edit);
        return m_document->undoStack().undoText();
    };
    const Tube rose = m_document->notebook().tubes[0];
    QCOMPARE(called(putting(rose)), QString("change Rose"));
    QCOMPARE(called(putting(m_document->notebook().tubes)), QString("change 3 tubes"));
    QCOMPARE(called(putting(NeedRecord{{}, {"mud", {40, 3, 9}, 7, 2}, {}})), QString("add need mud"));
    QCOMPARE(called(removing<NeedRecord>(m_document->notebook().needs[0].id)), QString("remove need mud"));
    SwatchRecord reading;
    reading.tube = rose.id;
    reading.painted = reading.onWhite = {{40, 50, 10}, {70, 30, 5}, {30, 20, 5}};
    m_document->apply(putting(reading));
    QCOMPARE(called(removing<SwatchRecord>(m_document->notebook().swatches[0].id)),
             QString("remove a reading of Rose"));
}

/// Who follows several parts of a notebook hears of an edit once, and of no other.
void TestTubes::anEditIsToldOnce()
{
    int both = 0;
    int wells = 0;
    whenChanged(*m_document, {NotebookPart::Tubes, NotebookPart::Palettes}, this, [&] { ++both; });
    whenChanged(*m_document, NotebookPart::Wells, this, [&] { ++wells; });
    m_document->apply(keepingPalette("box", {m_document->notebook().tubes[0].id}, {tubeOf("Green", "PG7")}));
    QCOMPARE(both, 1);
    m_document->apply(putting(NeedRecord{{}, {"mud", {40, 3, 9}, 7, 2}, {}}));
    QCOMPARE(both, 1);
    QCOMPARE(wells, 0);
    m_document->apply(putting(WellRecord{}));
    QCOMPARE(wells, 1);
    const int steps = m_document->undoStack().count();
    QVERIFY(m_document->apply({})); // what changes nothing is no step
    QCOMPARE(m_document->undoStack().count(), steps);
}

void TestTubes::failedEditsAreToldAndForgotten()
{
    QSignalSpy failed(m_document.get(), &Document::failed);
    const Notebook before = m_document->notebook();
    const int edits = m_document->undoStack().count();
    m_document->apply(keepingPalette("ghost", {TubeId{999}}));
    QCOMPARE(failed.size(), 1);
    QCOMPARE(m_document->notebook(), before);
    QCOMPARE(onDisk(), before);
    QCOMPARE(m_document->undoStack().count(), edits);
}

void TestTubes::filterSiftsAndSorts()
{
    TubeModel tubes(*m_document);
    TubeFilterModel filter(tubes);
    const auto names = [&] {
        QStringList list;
        for (int row = 0; row < filter.rowCount(); ++row)
            list << filter.index(row, 0).data().toString();
        return list;
    };
    QCOMPARE(names(), (QStringList{"Lemon", "Ochre", "Rose", "Ultramarine"}));
    filter.setOrder(TubeFilterModel::Order::Name);
    QCOMPARE(names(), (QStringList{"Lemon", "Ochre", "Rose", "Ultramarine"}));
    filter.setOrder(TubeFilterModel::Order::Code);
    QCOMPARE(names().front(), QString("Ultramarine"));
    filter.setOrder(TubeFilterModel::Order::Transparency);
    QCOMPARE(names().last(), QString("Ochre"));
    filter.setOrder(TubeFilterModel::Order::Value);
    QCOMPARE(names().front(), QString("Lemon"));
    TubeFilter wanted;
    wanted.family = HueFamily::Yellow;
    filter.setFilter(wanted);
    QCOMPARE(filter.rowCount(), 2);
    wanted.leansTo = HueFamily::Green;
    filter.setFilter(wanted);
    QCOMPARE(names(), QStringList{"Lemon"});
    wanted.leansTo.reset();
    wanted.transparency = TransparencyClass::SemiOpaque;
    filter.setFilter(wanted);
    QCOMPARE(names(), QStringList{"Ochre"});
    const auto find = [&](const char* words) {
        TubeFilter only;
        only.words = words;
        filter.setFilter(only);
    };
    find("pb29");
    QCOMPARE(names(), QStringList{"Ultramarine"});
    find("violet leans");
    QCOMPARE(filter.rowCount(), 2);
    find("no such");
    QCOMPARE(filter.rowCount(), 0);
}

void TestTubes::dialogTellsWhatIsWrong()
{
    TubeDialog dialog({});
    auto* keep = dialog.findChild<QPushButton*>("keep");
    auto* problem = dialog.findChild<QLabel*>("problem");
    QVERIFY(!keep->isEnabled());
    QVERIFY(problem->text().isEmpty()); // not scolded before a word is written
    dialog.findChild<QLineEdit*>("name")->setText("Hull Red");
    QVERIFY(!keep->isEnabled());
    QVERIFY(!problem->text().isEmpty());
    dialog.findChild<QLineEdit*>("codes")->setText("PX9");
    QVERIFY(problem->text().contains("PX9"));
    dialog.findChild<QLineEdit*>("codes")->setText("pr 101");
    QVERIFY2(keep->isEnabled(), qPrintable(problem->text()));
    dialog.findChild<QLineEdit*>("full")->setText("45, 33");
    QVERIFY(!keep->isEnabled());
    dialog.findChild<QLineEdit*>("full")->setText("45, 33, 26");
    QVERIFY(problem->text().contains("all three"));
    dialog.findChild<QLineEdit*>("thin")->setText("72, 26, 22");
    dialog.findChild<QLineEdit*>("overBlack")->setText("40, 21, 18");
    QVERIFY(keep->isEnabled());
    QCOMPARE(dialog.tube().swatch->full, (Lab{45, 33, 26}));
    QCOMPARE(textOf(dialog.tube().codes), std::string("PR101"));
}

void TestTubes::dialogKeepsWhatItWasGiven()
{
    Tube tube = tubeOf("Creek", "PBr7, PB29");
    tube.id = {7};
    tube.maker = "Lower Quay";
    tube.form = "raw umber";
    tube.swatch = Swatch{{30, 8, 12}, {72, 5, 12.3}, {24, 4, 6}};
    tube.strength = 0.75;
    tube.staining = 2;
    tube.lightfastness = 1;
    tube.notes = "two\nlines";
    TubeDialog dialog(tube);
    QCOMPARE(dialog.tube(), tube);
}

/// A list from another shop calls the ultramarine otherwise: it comes in, and it is said that it may be one and the
/// same.
void TestTubes::twinsInAListAreTold()
{
    const QString path = m_folder->filePath("list.csv");
    QFile list(path);
    QVERIFY(list.open(QIODevice::WriteOnly));
    list.write("name,codes\nFrench Blue,PB29\nLemon,PY3\nSap,PG7\n");
    list.close();
    const QString said = bringIn(*m_document, path);
    QVERIFY2(said.contains("2 tubes came in") && said.contains("Here already and left as they are: 1"),
             qPrintable(said));
    QVERIFY2(said.contains("With the same pigments as one you have, 1 tube: French Blue as Ultramarine"),
             qPrintable(said));
    QVERIFY2(!bringIn(*m_document, path).contains("same pigments"), qPrintable(said)); // all of it is here now
}

/// On the wall of washes: common ones first, by name or code, by click and by key.
void TestTubes::tubesAreTicked()
{
    QTemporaryDir folder;
    Document document;
    QVERIFY(document.create(folder.filePath("wall.iris")));
    Tube owned;
    owned.name = "Blue";
    owned.codes = parsePigmentCodes("PB29").value();
    QVERIFY(document.apply(putting(owned)));
    ViewSettings settings;
    WallDialog wall(document, settings);
    auto* list = wall.findChild<QListWidget*>("wall");
    auto* find = wall.findChild<QLineEdit*>("wallFind");
    const auto shown = [&] {
        QStringList names;
        for (int row = 0; row < list->count(); ++row)
            if (!list->item(row)->isHidden())
                names << list->item(row)->text();
        return names;
    };
    const qsizetype common = shown().size();
    QVERIFY(common > 30 && common < list->count());
    QVERIFY(shown().first().contains("PR") || shown().first().contains("PV")); // by hue, reds first
    QVERIFY(shown().filter("there already").size() >= 1);
    wall.findChild<QCheckBox*>("wallAll")->setChecked(true);
    QCOMPARE(shown().size(), static_cast<qsizetype>(list->count()));
    wall.findChild<QCheckBox*>("wallAll")->setChecked(false);
    QVERIFY(!wall.findChild<QPushButton*>("wallKeep")->isEnabled());
    find->setText("viridian");
    QVERIFY(shown().size() >= 1 && shown().size() < 4);
    wall.show();
    for (int row = 0; row < list->count(); ++row)
        if (!list->item(row)->isHidden() && list->item(row)->text().contains("PG18"))
            QTest::mouseClick(list->viewport(), Qt::LeftButton, {}, list->visualItemRect(list->item(row)).center());
    find->setText("PBr7 umber");
    for (int row = 0; row < list->count(); ++row)
        if (!list->item(row)->isHidden() && list->item(row)->text().contains("PBr7")) {
            list->setCurrentItem(list->item(row), QItemSelectionModel::NoUpdate);
            QTest::keyClick(list, Qt::Key_Space);
        }
    find->clear();
    const std::vector<Tube> tubes = wall.tubes();
    QVERIFY2(tubes.size() >= 2, qPrintable(QString::number(tubes.size())));
    QVERIFY(std::ranges::any_of(tubes, [](const Tube& tube) { return textOf(tube.codes) == "PG18"; }));
    for (const Tube& tube : tubes)
        QVERIFY(!tube.name.empty() && (textOf(tube.codes) != "PBr7" || !tube.form.empty()));
    QVERIFY(document.apply(putting(tubes))); // they are sound
}

IRIS_TEST(TestTubes, QApplication)
#include "tst_tubes.moc"
