#include "../demoscene.h"
#include "../testprogram.h"
#include "app/document/document.h"
#include "app/palette/choicemodel.h"
#include "app/palette/choicepanel.h"
#include "app/palette/comparepage.h"
#include "app/palette/needspage.h"
#include "app/palette/paletteview.h"
#include "app/palette/staircasestrip.h"
#include "app/parts/messages.h"
#include "app/parts/picturecanvas.h"
#include "app/window/mainwindow.h"
#include "app/window/places.h"
#include "colour/deltae.h"
#include "notebook/edits.h"
#include "notebook/notebookstore.h"

#include <QApplication>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QListView>
#include <QPushButton>
#include <QTemporaryDir>
#include <QTimer>
#include <QtTest>

using namespace iris;

/// The palette's pages in the real window, by mouse and by keys.
class TestPalette : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase();
    void init();
    void cleanup();
    void aPictureBecomesNeeds();
    void strongLightComesToPaper();
    void pickingMovingMergingSplitting();
    void theNeedInHandLightsUp();
    void everyPictureHasItsOwnNeeds();
    void settingTheWhite();
    void badPicturesAreTold();
    void whatANeedMustBe();
    void setsOfNeeds();
    void theStaircaseIsClimbed();
    void everythingInTheTable();
    void recipesOfTheTableCanBeAskedAbout();
    void recipesArePrinted();
    void palettesAreCompared();
    void byKeysAlone();

private:
    ChoicePanel& panel() { return m_window->places().the<PaletteView>().choicePanel(); }
    ChoiceModel& model() { return m_window->places().the<PaletteView>().choice(); }
    void fill();
    void choose();
    NeedsPage& page() { return m_window->places().the<PaletteView>().needsPage(); }
    void takePicture(const QString& path);
    template <typename Widget> Widget* find(const char* name) { return m_window->findChild<Widget*>(name); }
    void click(const char* name) { QTest::mouseClick(find<QPushButton>(name), Qt::LeftButton); }
    void clickAt(QPointF share, Qt::KeyboardModifiers with = {});
    const Notebook& notebook() { return m_document->notebook(); }

    QTemporaryDir m_folder;
    QString m_picture;
    QString m_other;
    std::unique_ptr<Document> m_document;
    std::unique_ptr<MainWindow> m_window;
};

void TestPalette::initTestCase()
{
    m_picture = m_folder.filePath("creek.png");
    m_other = m_folder.filePath("stripes.png");
    QVERIFY(demoScene(QSize(480, 320)).save(m_picture));
    QVERIFY(demoScene(QSize(320, 480), true).save(m_other));
}

void TestPalette::init()
{
    m_document = std::make_unique<Document>();
    QFile::remove(m_folder.filePath("a.iris"));
    QVERIFY(m_document->create(m_folder.filePath("a.iris")));
    m_window = std::make_unique<MainWindow>(*m_document);
    m_window->resize(1280, 800);
    m_window->show();
    Q_EMIT m_window->places().the<PaletteView>().wanted();
    QCoreApplication::processEvents();
}

void TestPalette::cleanup()
{
    m_window.reset();
    m_document.reset();
}

void TestPalette::takePicture(const QString& path)
{
    messages().fileToOpen = [path](QWidget*, const QString&, const QString&) { return path; };
    click("bringPicture");
    QVERIFY(QTest::qWaitFor([&] { return !page().picture().isBusy(); }, 10000));
}

/// A click on a place of the picture, as a share of its sides.
void TestPalette::clickAt(QPointF share, Qt::KeyboardModifiers with)
{
    PictureCanvas& canvas = page().canvas();
    const QSize size = page().picture().loaded()->scan->size();
    const QPointF at = canvas.toWidget(QPointF(share.x() * size.width(), share.y() * size.height()));
    if (with) // offscreen the state of the keyboard is not known
        page().pick(QPointF(share.x() * size.width(), share.y() * size.height()).toPoint(), true);
    else
        QTest::mouseClick(&canvas, Qt::LeftButton, with, at.toPoint());
}

/// Eight tubes, and the five washes of the scene as needs.
void TestPalette::fill()
{
    std::vector<Tube> tubes;
    for (const char* code : {"PB29", "PY175", "PR254", "PB15:3", "PY43", "PR83", "PG7", "PBk9"}) {
        Tube tube;
        tube.name = code;
        tube.codes = parsePigmentCodes(code).value();
        tubes.push_back(tube);
    }
    m_document->apply(putting(tubes), "some tubes");
    std::vector<NeedRecord> needs;
    for (const Lab& wash : demoWashes())
        needs.push_back({{}, {QString::number(wash.l).toStdString(), wash}});
    m_document->apply(putting(needs), "needs");
}

void TestPalette::choose()
{
    panel().chooseAct()->trigger();
    QVERIFY(QTest::qWaitFor([&] { return model().shown() && model().stairs() && !model().isBusy(); }, 60000));
    QCOMPARE(m_window->places().the<PaletteView>().page(), PaletteView::Choosing);
}

void TestPalette::aPictureBecomesNeeds()
{
    takePicture(m_picture);
    QCOMPARE(notebook().subjects.size(), 1U);
    QCOMPARE(notebook().subjects.front().name, std::string("creek"));
    QVERIFY(find<QComboBox>("subjects")->currentText() == "creek");
    click("propose");
    QVERIFY(QTest::qWaitFor([&] { return !page().isProposing(); }, 10000));
    // The five washes of the scene are there, each as it was painted; a JPEG lies between.
    for (const Lab& wash : demoWashes()) {
        const bool found = std::ranges::any_of(notebook().needs, [&](const NeedRecord& record) {
            return deltaE00(record.need.target, wash) < 3 && record.subject == notebook().subjects.front().id;
        });
        QVERIFY2(found, qPrintable(QString("%1 %2 %3").arg(wash.l).arg(wash.a).arg(wash.b)));
    }
    const std::size_t proposed = notebook().needs.size();
    click("propose"); // again: nothing is there twice
    QVERIFY(QTest::qWaitFor([&] { return !page().isProposing(); }, 10000));
    QCOMPARE(notebook().needs.size(), proposed);
    // One step of undo takes them back, the next the picture.
    m_document->undo();
    QVERIFY(notebook().needs.empty());
    m_document->undo();
    QVERIFY(notebook().subjects.empty());
    QVERIFY(!page().picture().loaded());
    m_document->redo();
    QCOMPARE(notebook().subjects.size(), 1U);
    // And all of it is in the file.
    m_document->redo();
    auto store = NotebookStore::open(m_folder.filePath("a.iris"));
    QVERIFY(store);
    QCOMPARE((*store)->load()->needs, notebook().needs);
    QCOMPARE((*store)->load()->subjects, notebook().subjects);
}

void TestPalette::strongLightComesToPaper()
{
    const QString sunny = m_folder.filePath("sunny.png");
    QImage image(300, 200, QImage::Format_RGB32);
    for (int x = 0; x < image.width(); ++x)
        for (int y = 0; y < image.height(); ++y)
            image.setPixelColor(x, y, y < 150 ? QColor::fromHsv(0, 0, x * 255 / 299) : QColor(0, 255, 60));
    QVERIFY(image.save(sunny));
    takePicture(sunny);
    QCOMPARE(notebook().subjects.front().fit, PictureFit::ToPaint);
    QVERIFY(find<QWidget>("laidPicture")->isVisible());
    click("propose");
    QVERIFY(QTest::qWaitFor([&] { return !page().isProposing(); }, 10000));
    const PaintRange& range = PaintRange::ofWatercolour({});
    std::vector<Lab> laid;
    for (const NeedRecord& record : notebook().needs) {
        laid.push_back(record.need.target);
        QCOMPARE(beyondPaint(record.need.target, 1, range), BeyondPaint::No);
    }
    QVERIFY(std::ranges::any_of(notebook().needs, [](const NeedRecord& record) { return record.seen->l < 5; }));
    QVERIFY(std::ranges::any_of(notebook().needs, [](const NeedRecord& record) { return record.seen->l > 97; }));
    // As the photograph has them: every need follows, and undo takes all of them back.
    page().picture().lay(PictureFit::AsItIs);
    QVERIFY(QTest::qWaitFor([&] { return !page().picture().isBusy(); }, 10000));
    QVERIFY(!find<QWidget>("laidPicture")->isVisible());
    for (const NeedRecord& record : notebook().needs)
        QCOMPARE(record.need.target, *record.seen);
    m_document->undo();
    for (std::size_t i = 0; i < laid.size(); ++i)
        QCOMPARE(notebook().needs[i].need.target, laid[i]);
    QVERIFY(QTest::qWaitFor([&] { return !page().picture().isBusy(); }, 10000));
    // A place that is clicked comes to paper, too; the tubes one has go less far.
    clickAt({0.005, 0.3});
    QVERIFY(notebook().needs.back().seen->l < 5);
    QVERIFY(std::abs(notebook().needs.back().need.target.l - range.darkest()) < 2);
    fill();
    page().picture().lay(PictureFit::ToTubes);
    QVERIFY(QTest::qWaitFor([&] { return !page().picture().isBusy(); }, 10000));
    QCOMPARE(notebook().subjects.front().fit, PictureFit::ToTubes);
    auto store = NotebookStore::open(m_folder.filePath("a.iris"));
    QVERIFY(store);
    QCOMPARE((*store)->load()->needs, notebook().needs);
    QCOMPARE((*store)->load()->subjects, notebook().subjects);
}

void TestPalette::pickingMovingMergingSplitting()
{
    takePicture(m_picture);
    const auto washes = demoWashes();
    clickAt({0.5, 0.1});
    clickAt({0.5, 0.9});
    QCOMPARE(notebook().needs.size(), 2U);
    QVERIFY(deltaE00(notebook().needs[0].need.target, washes.front()) < 2);
    QVERIFY(deltaE00(notebook().needs[1].need.target, washes.back()) < 2);
    QVERIFY(!notebook().needs[0].need.name.empty());
    // The need in hand is the last; with Shift it takes another colour.
    clickAt({0.5, 0.5}, Qt::ShiftModifier);
    QCOMPARE(notebook().needs.size(), 2U);
    QVERIFY(deltaE00(notebook().needs[1].need.target, washes[2]) < 2);
    find<QListView>("needs")->selectAll();
    click("mergeNeeds");
    QCOMPARE(notebook().needs.size(), 1U);
    const Lab mean = notebook().needs[0].need.target;
    QVERIFY(std::abs(mean.l - (washes.front().l + washes[2].l) / 2) < 2);
    page().panel().setCurrent(0);
    click("splitNeed"); // all of the picture is nearest to the only need there is
    QCOMPARE(notebook().needs.size(), 2U);
    QVERIFY(deltaE00(notebook().needs[0].need.target, notebook().needs[1].need.target) > 10);
    m_document->undo();
    QCOMPARE(notebook().needs.size(), 1U);
}

void TestPalette::theNeedInHandLightsUp()
{
    takePicture(m_picture);
    clickAt({0.5, 0.1});
    clickAt({0.5, 0.9});
    const std::vector<Lab> colours{notebook().needs[0].need.target, notebook().needs[1].need.target};
    const QImage veil = page().picture().veilBut(colours, 0);
    QVERIFY(!veil.isNull());
    QCOMPARE(veil.pixelColor(veil.width() / 2, veil.height() / 10).alpha(), 0);
    QVERIFY(veil.pixelColor(veil.width() / 2, veil.height() * 9 / 10).alpha() > 150);
    const QImage simple = page().picture().simplified(colours, false);
    QSet<QRgb> seen;
    for (int y = 0; y < simple.height(); ++y)
        for (int x = 0; x < simple.width(); ++x)
            seen.insert(simple.pixel(x, y));
    QCOMPARE(seen.size(), 2);
    // On the screen: with all but one veiled the canvas is mostly grey there.
    page().panel().setCurrent(0);
    const QImage lit = page().canvas().grab().toImage();
    page().showSimplified(true);
    QVERIFY(page().canvas().grab().toImage() != lit);
    page().showSimplified(false);
    QVERIFY(page().canvas().grab().toImage() == lit);
}

void TestPalette::everyPictureHasItsOwnNeeds()
{
    takePicture(m_picture);
    clickAt({0.5, 0.1});
    takePicture(m_other);
    QCOMPARE(notebook().subjects.size(), 2U);
    auto* list = find<QListView>("needs");
    QCOMPARE(list->model()->rowCount(), 0);
    clickAt({0.5, 0.9});
    clickAt({0.5, 0.5});
    QCOMPARE(list->model()->rowCount(), 2);
    auto* subjects = find<QComboBox>("subjects");
    QCOMPARE(subjects->count(), 3);
    subjects->setCurrentIndex(0);
    Q_EMIT subjects->activated(0);
    QCOMPARE(list->model()->rowCount(), 3); // the box for all of them
    subjects->setCurrentIndex(1);
    Q_EMIT subjects->activated(1);
    QVERIFY(QTest::qWaitFor([&] { return !page().picture().isBusy(); }, 10000));
    QCOMPARE(list->model()->rowCount(), 1);
    // A picture that is taken out leaves its needs for every picture.
    m_document->apply(removing<SubjectRecord>(page().picture().subject()));
    QCOMPARE(list->model()->rowCount(), 3);
    QVERIFY(!page().picture().loaded());
}

void TestPalette::settingTheWhite()
{
    takePicture(m_picture);
    find<QAction>("setPictureWhite")->setChecked(true);
    clickAt({0.5, 0.1});
    QVERIFY(notebook().subjects.front().white);
    QVERIFY(notebook().needs.empty());
    QVERIFY(QTest::qWaitFor([&] { return !page().picture().isBusy(); }, 10000));
    clickAt({0.5, 0.1});
    const Lab now = notebook().needs.front().need.target;
    QVERIFY2(std::hypot(now.a, now.b) < 1, qPrintable(QString("%1 %2").arg(now.a).arg(now.b)));
    QVERIFY(std::abs(now.l - demoWashes().front().l) < 2);
}

void TestPalette::badPicturesAreTold()
{
    QFile text(m_folder.filePath("notes.png"));
    QVERIFY(text.open(QIODevice::WriteOnly) && text.write("reeds and mud, nothing else at all") > 0);
    text.close();
    takePicture(text.fileName());
    QVERIFY(notebook().subjects.empty());
    QVERIFY2(find<QLabel>("needsWords")->text().contains("not a picture"),
             qPrintable(find<QLabel>("needsWords")->text()));
    QVERIFY(demoScene(QSize(3, 3)).save(m_folder.filePath("tiny.png")));
    takePicture(m_folder.filePath("tiny.png"));
    QVERIFY(notebook().subjects.empty());
    QVERIFY(!find<QLabel>("needsWords")->text().isEmpty());
    click("propose"); // does nothing without a picture
    QVERIFY(notebook().needs.empty());
}

void TestPalette::whatANeedMustBe()
{
    page().panel().writeNew();
    find<QLineEdit>("needName")->setText("Wet mud");
    find<QLineEdit>("needColour")->setText("40, 3, 9");
    find<QAction>("needTerm1")->setChecked(true);
    find<QAction>("needTerm3")->setChecked(true);
    click("addNeed");
    QCOMPARE(notebook().needs.front().need.terms, (NeedTerms{false, true, false, true}));
    Q_EMIT find<QListView>("needs")->activated(find<QListView>("needs")->model()->index(0, 0));
    QVERIFY(find<QAction>("needTerm1")->isChecked());
    find<QAction>("needTerm1")->setChecked(false);
    click("addNeed");
    QCOMPARE(notebook().needs.front().need.terms, (NeedTerms{false, false, false, true}));
    // Afresh for the next one.
    QVERIFY(!find<QAction>("needTerm3")->isChecked());
}

void TestPalette::setsOfNeeds()
{
    const auto act = [&](const QString& words) -> QAction* {
        for (QAction* action : m_window->findChildren<QAction*>())
            if (action->text().remove('&').startsWith(words))
                return action;
        return nullptr;
    };
    act("Every hue, strong")->trigger();
    QCOMPARE(notebook().needs.size(), 12U);
    act("Greens")->trigger();
    QVERIFY(notebook().needs.size() > 15U);
    QFile list(m_folder.filePath("list.csv"));
    QVERIFY(list.open(QIODevice::WriteOnly) && list.write("name,hex\nmud,#654\nreeds,zzz\n") > 0);
    list.close();
    messages().fileToOpen = [&](QWidget*, const QString&, const QString&) { return list.fileName(); };
    const std::size_t before = notebook().needs.size();
    act("From a list")->trigger();
    QCOMPARE(notebook().needs.size(), before);
    QVERIFY2(find<QLabel>("needsWords")->text().contains("line 3"), qPrintable(find<QLabel>("needsWords")->text()));
}

/// What each tube more buys, and the set of each step at a click.
void TestPalette::theStaircaseIsClimbed()
{
    fill();
    choose();
    auto* stairs = find<StaircaseStrip>("staircase");
    QVERIFY(stairs->isVisible());
    QCOMPARE(stairs->stairs().size(), model().stairs()->staircase.steps.size());
    QCOMPARE(stairs->stairs().back().met, 5);
    // Beside each recipe stands how sure it is.
    auto* recipes = find<QListView>("recipes")->model();
    for (int row = 0; row < recipes->rowCount(); ++row) {
        const QString words = recipes->index(row, 0).data(RecipesModel::ApartTextRole).toString();
        QVERIFY2(words.contains("in 10") || words.contains("sure"), qPrintable(words));
    }
    QCOMPARE(model().shown()->answer->sets.front().tubes.size(), stairs->stairs().size());
    QTest::mouseClick(stairs, Qt::LeftButton, {}, QPoint(20, stairs->height() - 30));
    QVERIFY(QTest::qWaitFor([&] { return model().shown() && model().shown()->answer->sets.front().tubes.size() == 1; },
                            10000));
    QCOMPARE(model().shown()->answer->sets.front().tubes, model().stairs()->staircase.steps.front().set.tubes);
    QVERIFY(find<QLabel>("stairWords")->text().startsWith("One tube")
            || find<QLabel>("stairWords")->text().startsWith("1 tube"));
    QVERIFY(stairs->isVisible()); // and the others are still there to click
    stairs->setFocus();
    QTest::keyClick(stairs, Qt::Key_Right);
    QVERIFY(QTest::qWaitFor([&] { return model().shown()->answer->sets.front().tubes.size() == 2; }, 10000));
    // An edit makes it void.
    m_document->apply(putting(NeedRecord{{}, {"one more", {70, 0, 0}, 7, 2}, {}}));
    QVERIFY(!model().stairs());
    QVERIFY(!stairs->isVisible());
}

/// A beginner with one tube: what to buy is told, and kept as wished for.
void TestPalette::everythingInTheTable()
{
    fill();
    std::vector<TubeId> others;
    for (std::size_t i = 1; i < notebook().tubes.size(); ++i)
        others.push_back(notebook().tubes[i].id);
    m_document->apply(removing<Tube>(others));
    auto* pool = find<QComboBox>("poolOfTubes");
    pool->setCurrentIndex(4);
    Q_EMIT pool->activated(4);
    QCOMPARE(notebook().wishes.pool, Pool::Table);
    find<QAction>("paletteTerm2")->trigger(); // nothing that fades
    find<QAction>("paletteTerm3")->trigger(); // no listed metals
    QVERIFY(notebook().wishes.only.nothingFugitive && notebook().wishes.only.noListedMetals);
    choose();
    const PaletteSet& set = model().shown()->answer->sets.front();
    QVERIFY(std::ranges::any_of(set.tubes, [&](std::size_t tube) { return !model().shown()->pool().isOwned(tube); }));
    for (const std::size_t tube : set.tubes)
        QVERIFY(model().shown()->pool().paints[tube].lightfastness <= 3);
    QVERIFY2(find<QLabel>("proof")->text().contains("To buy: "), qPrintable(find<QLabel>("proof")->text()));
    const std::size_t size = set.tubes.size();
    const QString list = m_folder.filePath("shopping.csv");
    messages().fileToSave = [&](QWidget*, const QString&, const QString&, const QString&) { return list; };
    click("shoppingList");
    QFile written(list);
    QVERIFY(written.open(QIODevice::ReadOnly));
    const QList<QByteArray> lines = written.readAll().trimmed().split('\n');
    QCOMPARE(lines.size(), qsizetype(size) + 1);
    QVERIFY(lines[0].trimmed() == "name,codes,form,also_called,have,sold,or,or_else");
    QVERIFY2(lines[1].contains(",no,sold by "), lines[1].constData());
    const QString page = m_folder.filePath("shopping.pdf");
    messages().fileToSave = [&](QWidget*, const QString&, const QString&, const QString&) { return page; };
    click("shoppingList");
    QFile printed(page);
    QVERIFY(printed.open(QIODevice::ReadOnly) && printed.read(4) == "%PDF");
    messages().askName = [](QWidget*, const QString&, const QString&) { return QString("First box"); };
    click("keepPalette");
    QCOMPARE(notebook().palettes.size(), 1U);
    QCOMPARE(notebook().palettes[0].tubes.size(), size);
    for (std::size_t i = 1; i < notebook().tubes.size(); ++i)
        QCOMPARE(notebook().tubes[i].stock.where, Whereabouts::WishList);
    const Notebook kept = notebook();
    m_document->undo(); // one step, tubes and palette
    QVERIFY(notebook().tubes.size() == 1 && notebook().palettes.empty());
    m_document->redo();
    QCOMPARE(notebook(), kept);
}

void TestPalette::recipesOfTheTableCanBeAskedAbout()
{
    fill();
    auto* pool = find<QComboBox>("poolOfTubes");
    pool->setCurrentIndex(4);
    Q_EMIT pool->activated(4);
    for (const char* term :
         {"paletteTerm0", "paletteTerm1", "paletteTerm2", "paletteTerm3"}) // fewer tubes, less to wait for
        find<QAction>(term)->trigger();
    choose();
    QString told;
    QTimer::singleShot(200, this, [&] {
        if (QWidget* dialog = QApplication::activeModalWidget()) {
            told = dialog->findChild<QLabel*>("diagnosisWords")->text();
            qobject_cast<QDialog*>(dialog)->reject();
        }
    });
    click("diagnoseRecipe");
    QVERIFY(!told.isEmpty());
    messages().tell = [&](QWidget*, const QString&, const QString& message) { told = message; };
    QTimer later; // ends with the test, whether or not a dialog came up: it must close none of the next one's
    connect(&later, &QTimer::timeout, this, [] {
        if (auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget()))
            dialog->reject();
    });
    later.start(200);
    click("motherOfPalette");
}

/// The recipes as a sheet: those of tubes that are there.
void TestPalette::recipesArePrinted()
{
    fill();
    choose();
    QTimer::singleShot(300, this, [] {
        if (auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget()))
            dialog->accept();
    });
    const QString pdf = m_folder.filePath("sheet.pdf");
    messages().fileToSave = [&](QWidget*, const QString&, const QString&, const QString&) { return pdf; };
    click("printRecipes");
    QCOMPARE(notebook().sheets.size(), 1U);
    QVERIFY(notebook().sheets.front().cells.size() >= demoWashes().size());
    QVERIFY(QFile(pdf).size() > 1000);
}

/// The classic triads are ready to compare; the set on show and kept palettes come beside them.
void TestPalette::palettesAreCompared()
{
    fill();
    takePicture(m_picture);
    PaletteView& view = m_window->places().the<PaletteView>();
    view.goTo(PaletteView::Comparing);
    ComparePage& compare = view.comparePage();
    QVERIFY(QTest::qWaitFor([&] { return !compare.isBusy() && compare.compared(2); }, 30000));
    for (const std::size_t column : {0U, 1U, 2U}) {
        QVERIFY(compare.compared(column) && compare.compared(column)->drawn);
        QCOMPARE(compare.compared(column)->paints.size(), 3U);
    }
    QVERIFY(compare.compared(0)->reach.volume() > compare.compared(2)->reach.volume());
    QCOMPARE(compare.compared(0)->asked, 0U); // the picture has no needs of its own yet
    // Nothing under Choose yet; then the set that is on show there.
    compare.choose(1, 1);
    QVERIFY(!compare.compared(1) && !compare.isBusy());
    auto* subjects = find<QComboBox>("subjects");
    subjects->setCurrentIndex(0);
    Q_EMIT subjects->activated(0);
    choose();
    const std::size_t size = model().shown()->answer->sets.front().tubes.size();
    view.goTo(PaletteView::Comparing);
    QVERIFY(QTest::qWaitFor([&] { return !compare.isBusy() && compare.compared(1); }, 30000));
    QCOMPARE(compare.compared(1)->paints.size(), size);
    QCOMPARE(compare.compared(1)->asked, notebook().needs.size());
    // A kept palette that is gone compares nothing.
    m_document->apply(keepingPalette("Two", {notebook().tubes[0].id, notebook().tubes[1].id}));
    auto* third = find<QComboBox>("compare2");
    compare.choose(2, third->findText("Two"));
    QVERIFY(QTest::qWaitFor([&] { return !compare.isBusy() && compare.compared(2); }, 30000));
    QCOMPARE(compare.compared(2)->paints.size(), 2U);
    // Two of one name are told apart, whichever goes.
    m_document->apply(keepingPalette("Two", {notebook().tubes[0].id}));
    compare.choose(2, third->findText("Two") + 1);
    m_document->apply(removing<PaletteRecord>(notebook().palettes.front().id));
    QVERIFY(QTest::qWaitFor([&] { return !compare.isBusy() && compare.compared(2); }, 30000));
    QCOMPARE(compare.compared(2)->paints.size(), 1U);
    m_document->apply(removing<PaletteRecord>(notebook().palettes.front().id));
    QVERIFY(QTest::qWaitFor([&] { return !compare.isBusy(); }, 30000));
    QVERIFY(third->findText("Two") < 0 && !compare.compared(2));
}

/// From the picture to the choice with keys alone.
void TestPalette::byKeysAlone()
{
    messages().fileToOpen = [this](QWidget*, const QString&, const QString&) { return m_picture; };
    QWidget* focus = &page();
    page().takeFocus();
    const auto press = [&](Qt::Key key) {
        focus = QApplication::focusWidget() ? QApplication::focusWidget() : &page();
        QTest::keyClick(focus, key);
    };
    press(Qt::Key_O);
    QVERIFY(QTest::qWaitFor([&] { return page().picture().loaded() != nullptr; }, 10000));
    page().takeFocus();
    press(Qt::Key_Return); // picks in the middle of the picture
    QCOMPARE(notebook().needs.size(), 1U);
    press(Qt::Key_P);
    QVERIFY(QTest::qWaitFor([&] { return notebook().needs.size() > 3; }, 10000));
    press(Qt::Key_W);
    QCOMPARE(m_window->places().the<PaletteView>().page(), PaletteView::Choosing);
    press(Qt::Key_Q);
    QCOMPARE(m_window->places().the<PaletteView>().page(), PaletteView::NeedsOfThePicture);
}

IRIS_TEST(TestPalette, QApplication)
#include "tst_palette.moc"
