#include "../testprogram.h"
#include "patience.h"

#include "app/document/document.h"
#include "app/palette/boxpage.h"
#include "app/palette/choicemodel.h"
#include "app/palette/choicepanel.h"
#include "app/palette/paletteview.h"
#include "app/parts/messages.h"
#include "app/parts/palettestrip.h"
#include "app/window/mainwindow.h"
#include "app/window/places.h"
#include "notebook/edits.h"

#include <QApplication>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QSpinBox>
#include <QTemporaryDir>
#include <QTimer>
#include <QtTest>

using namespace iris;

/// A palette that is decided tube by tube, and the box it ends in, in the real window.
class TestChoosing : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void init();
    void cleanup();
    void aTubeThatIsLeftOutGoesAtOnce();
    void aTubeThatMustStayStays();
    void byKeys();
    void aSwapIsASetThatDoesAsWell();
    void whatCannotBeMetIsToldWithItsHelp();
    void aTriadIsToldBothWays();
    void ownPlaces();
    void preferencesAreKept();
    void mixesThatComeOutAreAskedFor();
    void partnersOfASplitPrimary();
    void tubesThatAreNotOwnedCanBeLeftOut();
    void theBoxHoldsTheSetOnShow();
    void theBoxIsWrittenAsWhatItsNameSays();
    void theWheelIsPrinted();
    void anEditTakesTheBoxAway();
    void whatCanStayAtHome();
    void whoHasNoTubesIsToldWhatToBuy();
    void whatIsOnShowKeepsItsPool();
    void whatWasOnShowStaysWhenItIsStopped();

private:
    ChoicePanel& panel() { return view().choicePanel(); }
    ChoiceModel& model() { return view().choice(); }
    PaletteView& view() { return m_window->places().the<PaletteView>(); }
    template <typename Widget> Widget* find(const char* name) { return m_window->findChild<Widget*>(name); }
    void click(const char* name) { QTest::mouseClick(find<QPushButton>(name), Qt::LeftButton); }
    PaletteStrip& wells() { return *find<PaletteStrip>("wells"); }
    const Notebook& notebook() { return m_document->notebook(); }
    void addTubes(std::initializer_list<const char*> codes);
    void need(const char* name, const Lab& colour);
    void choose();
    QStringList shown();
    /// Takes the well of a tube in hand with the mouse.
    void takeInHand(const QString& name);
    void wish(const std::function<void(PaletteWishes&)>& change);

    QTemporaryDir m_folder;
    QStringList m_told;
    std::unique_ptr<Document> m_document;
    std::unique_ptr<MainWindow> m_window;
};

void TestChoosing::init()
{
    m_told.clear();
    messages().tell = [this](QWidget*, const QString&, const QString& words) { m_told << words; };
    m_document = std::make_unique<Document>();
    QFile::remove(m_folder.filePath("a.iris"));
    QVERIFY(m_document->create(m_folder.filePath("a.iris")));
    m_window = std::make_unique<MainWindow>(*m_document);
    m_window->resize(1280, 800);
    m_window->show();
    addTubes({"PY175", "PY83", "PR255", "PV19", "PB29", "PB15:3", "PBr7", "PG7"});
    need("reeds", {68, 10, 46});
    need("mud", {58, 1, 9});
    need("cordgrass", {54, -16, 34});
    need("rain", {50, -1, -10});
    Q_EMIT view().wanted();
    view().goTo(PaletteView::Choosing);
    QCoreApplication::processEvents();
}

void TestChoosing::cleanup()
{
    m_window.reset();
    m_document.reset();
}

/// Chosen out of the table and asked anew of what is owned: until that is answered, The box and Compare read places of
/// the old answer in the new pool, beyond its end.
void TestChoosing::whatIsOnShowKeepsItsPool()
{
    wish([](PaletteWishes& wishes) {
        wishes.pool = Pool::Table;
        wishes.only.singlePigments = wishes.only.nothingFugitive = wishes.only.noListedMetals = true;
        wishes.only.transparent = true; // fewer tubes, less to wait for
    });
    choose();
    const std::size_t all = model().shown()->pool().paints.size();
    const std::vector<std::size_t> tubes = model().shown()->set().tubes;
    QVERIFY(tubes.back() >= notebook().tubes.size()); // one to buy
    wish([](PaletteWishes& wishes) { wishes.pool = Pool::Owned; });
    QVERIFY(model().isBusy());
    QCOMPARE(model().shown()->set().tubes, tubes);
    QCOMPARE(model().shown()->pool().paints.size(), all);
    view().goTo(PaletteView::Boxing);
    view().goTo(PaletteView::Comparing);
    QCoreApplication::processEvents();
    COMES_TRUE(!model().isBusy());
    QCOMPARE(model().shown()->pool().paints.size(), notebook().tubes.size());

    // One that cannot be answered leaves nothing of the one before.
    view().goTo(PaletteView::Choosing);
    m_document->apply(removing<NeedRecord>([&] {
        std::vector<NeedId> ids;
        for (const NeedRecord& record : notebook().needs)
            ids.push_back(record.id);
        return ids;
    }()));
    need("beyond all tubes", {60, 100, -100});
    click("choose");
    COMES_TRUE(!model().isBusy());
    QVERIFY(!model().shown());
    view().goTo(PaletteView::Boxing);
    QCoreApplication::processEvents();
}

/// A question that is stopped leaves the answer before on show, and says so.
void TestChoosing::whatWasOnShowStaysWhenItIsStopped()
{
    choose();
    const ShownChoicePtr before = model().shown();
    wish([](PaletteWishes& wishes) { wishes.pool = Pool::Table; });
    QVERIFY(model().isChoosing());
    model().cancel();
    COMES_TRUE(!model().isChoosing());
    QCOMPARE(model().shown(), before);
    QVERIFY(find<PaletteStrip>("wells")->isVisible());
    QVERIFY(find<QLabel>("proof")->text().startsWith("The choice was stopped"));
    QVERIFY(view().choicePanel().chooseAct()->isEnabled());
}

void TestChoosing::addTubes(std::initializer_list<const char*> codes)
{
    std::vector<Tube> tubes;
    for (const char* code : codes) {
        Tube tube;
        tube.name = code;
        tube.codes = parsePigmentCodes(code).value();
        tubes.push_back(tube);
    }
    m_document->apply(putting(std::move(tubes)), "add");
}

void TestChoosing::need(const char* name, const Lab& colour)
{
    m_document->apply(putting(std::vector<NeedRecord>{{{}, {name, colour, 7, 2}}}), "need");
}

void TestChoosing::choose()
{
    click("choose");
    COMES_TRUE(!model().isBusy() && model().shown());
}

QStringList TestChoosing::shown()
{
    QStringList names;
    for (const Well& well : wells().wells())
        names << well.name;
    return names;
}

void TestChoosing::takeInHand(const QString& name)
{
    const auto at = shown().indexOf(name);
    QVERIFY(at >= 0);
    const double each = wells().width() / std::max(3.0, double(shown().size()));
    QTest::mouseClick(&wells(), Qt::LeftButton, {}, QPoint(int(each * (double(at) + 0.5)), 25));
    QCOMPARE(wells().current(), int(at));
}

void TestChoosing::wish(const std::function<void(PaletteWishes&)>& change)
{
    PaletteWishes wishes = notebook().wishes;
    change(wishes);
    m_document->apply(wishing(m_document->notebook(), wishes));
}

void TestChoosing::aTubeThatIsLeftOutGoesAtOnce()
{
    choose();
    const QString gone = shown().first();
    takeInHand(gone);
    QVERIFY(find<QLabel>("tubeInHand")->text().startsWith(gone));
    click("tubeLeftOut");
    COMES_TRUE(!model().isBusy() && model().shown() && !shown().contains(gone));
    QCOMPARE(notebook().wishes.never.size(), 1U);
    // Allowed again, from the same place.
    QMenu* menu = find<QPushButton>("insteadOfTube")->menu();
    QVERIFY(menu->actions().last()->text().contains(gone));
    menu->actions().last()->trigger();
    COMES_TRUE(!model().isBusy() && shown().contains(gone));
    QVERIFY(notebook().wishes.never.empty());
    m_document->undo();
    QCOMPARE(notebook().wishes.never.size(), 1U);
    COMES_TRUE(!model().isBusy() && model().shown() && !shown().contains(gone));
}

void TestChoosing::aTubeThatMustStayStays()
{
    choose();
    const QString kept = shown().last();
    takeInHand(kept);
    click("tubeMustStay");
    COMES_TRUE(!model().isBusy() && model().shown());
    QCOMPARE(notebook().wishes.must.size(), 1U);
    for (const PaletteSet& set : model().shown()->answer->sets)
        QVERIFY(std::ranges::any_of(set.tubes, [&](std::size_t tube) {
            return model().shown()->pool().paints[tube].name == kept.toStdString();
        }));
    QVERIFY(find<QPushButton>("tubeMustStay")->isChecked()); // it is in hand still
    click("tubeMustStay");
    COMES_TRUE(!model().isBusy() && model().shown() && notebook().wishes.must.empty());
}

void TestChoosing::byKeys()
{
    choose();
    wells().setFocus();
    QTest::keyClick(&wells(), Qt::Key_Right);
    const QString second = shown().at(wells().current());
    QTest::keyClick(&wells(), Qt::Key_F);
    COMES_TRUE(!model().isBusy() && notebook().wishes.must.size() == 1);
    QTest::keyClick(&wells(), Qt::Key_X);
    COMES_TRUE(!model().isBusy() && model().shown() && !shown().contains(second));
    QVERIFY(notebook().wishes.must.empty()); // never outdoes must
    // From page to page and back with the keys of one hand, whatever has the focus there.
    for (const auto& [key, page] : {std::pair{Qt::Key_R, PaletteView::Boxing},
                                    {Qt::Key_E, PaletteView::Comparing},
                                    {Qt::Key_R, PaletteView::Boxing},
                                    {Qt::Key_Q, PaletteView::NeedsOfThePicture},
                                    {Qt::Key_W, PaletteView::Choosing},
                                    {Qt::Key_E, PaletteView::Comparing},
                                    {Qt::Key_W, PaletteView::Choosing}}) {
        QWidget* focus = QApplication::focusWidget();
        QTest::keyClick(focus ? focus : &wells(), key);
        QCOMPARE(view().page(), page);
    }
}

void TestChoosing::aSwapIsASetThatDoesAsWell()
{
    choose();
    const std::size_t met = std::size_t(std::ranges::count_if(model().shown()->set().answers, &NeedAnswer::met));
    const auto swaps = swapsOf(model().shown()->set().tubes, model().shown()->answer->equals);
    QVERIFY(!swaps.empty());
    const QString out = QString::fromStdString(model().shown()->pool().paints[swaps[0].tube].name);
    const QString in = QString::fromStdString(model().shown()->pool().paints[swaps[0].instead[0]].name);
    takeInHand(out);
    QMenu* menu = find<QPushButton>("insteadOfTube")->menu();
    QVERIFY(menu->actions().first()->text().contains(in));
    menu->actions().first()->trigger();
    COMES_TRUE(!model().isBusy() && shown().contains(in) && !shown().contains(out));
    QCOMPARE(std::size_t(std::ranges::count_if(model().shown()->set().answers, &NeedAnswer::met)), met);
}

/// What no two of a triad reach is told with the tube, of one's own or to buy, that would reach it.
void TestChoosing::whatCannotBeMetIsToldWithItsHelp()
{
    need("asters", {45, 40, -45});
    wish([](PaletteWishes& wishes) { wishes.mostTubes = 2; });
    choose();
    const QString told = find<QLabel>("proof")->text();
    QVERIFY2(told.contains("is not met: of yours"), qPrintable(told));
    QVERIFY2(told.contains("would meet it") || told.contains("comes nearest"), qPrintable(told));
}

void TestChoosing::aTriadIsToldBothWays()
{
    find<QComboBox>("school")->setCurrentIndex(1);
    Q_EMIT find<QComboBox>("school")->activated(1);
    QVERIFY(find<QComboBox>("redPrimary")->isVisible() && !find<QSpinBox>("mostTubes")->isVisible());
    choose();
    COMES_TRUE(find<QLabel>("proof")->text().contains("With a magenta"));
    QVERIFY(find<QLabel>("proof")->text().contains("With a red"));
    find<QComboBox>("redPrimary")->setCurrentIndex(2);
    Q_EMIT find<QComboBox>("redPrimary")->activated(2);
    COMES_TRUE(!model().isBusy() && shown().contains("PV19") && !shown().contains("PR255"));
    QVERIFY(!find<QLabel>("proof")->text().contains("With a red"));
}

void TestChoosing::ownPlaces()
{
    find<QComboBox>("school")->setCurrentIndex(4);
    Q_EMIT find<QComboBox>("school")->activated(4);
    auto* places = find<QLineEdit>("ownPlaces");
    QVERIFY(places->isVisible());
    places->setFocus();
    QTest::keyClicks(places, "yellow leans puce");
    QTest::keyClick(places, Qt::Key_Return);
    QVERIFY2(m_told.join(' ').contains("is no place"), qPrintable(m_told.join(' ')));
    places->clear();
    QTest::keyClicks(places, "yellow leans green, blue, earth");
    QTest::keyClick(places, Qt::Key_Return);
    QCOMPARE(notebook().wishes.places.size(), 3U);
    choose();
    QCOMPARE(shown().size(), 3);
    QVERIFY(shown().contains("PY175") && shown().contains("PBr7"));
}

void TestChoosing::preferencesAreKept()
{
    choose();
    QMenu* menu = find<QPushButton>("palettePrefer")->menu();
    menu->actions().at(6)->trigger(); // few mixes of three
    menu->actions().at(7)->trigger(); // mixes that forgive
    COMES_TRUE(!model().isBusy() && model().shown());
    QCOMPARE(notebook().wishes.prefer, (std::vector{Preference::FewThrees, Preference::Forgiving}));
    QVERIFY(find<QPushButton>("palettePrefer")->text().contains('2'));
    const auto& sets = model().shown()->answer->sets;
    QVERIFY(std::ranges::is_sorted(sets, {}, &PaletteSet::heldAgainst));
}

/// Who asks for mixes that come out gets no other, and is told which colours have none.
void TestChoosing::mixesThatComeOutAreAskedFor()
{
    choose();
    auto* howSure = find<QComboBox>("howSure");
    QCOMPARE(howSure->currentIndex(), 0);
    howSure->setCurrentIndex(2);
    Q_EMIT howSure->activated(2);
    QCOMPARE(notebook().wishes.sure, 90);
    COMES_TRUE(!model().isBusy() && model().shown());
    const PaletteSet& set = model().shown()->set();
    const auto studio = model().shown()->question->studio;
    const std::vector<double> sure = surenessOf(set, model().shown()->needs(), model().shown()->pool().paints,
                                                learnedOf(model().shown()->pool(), studio->learned));
    std::size_t met = 0;
    for (std::size_t n = 0; n < sure.size(); ++n) {
        QVERIFY2(!set.answers[n].met || sure[n] >= 0.9, qPrintable(QString::number(sure[n])));
        QVERIFY(!set.answers[n].isUnsure(model().shown()->needs()[n]) || sure[n] < 0.9);
        met += set.answers[n].met ? 1 : 0;
    }
    QVERIFY(met > 0);
    // What is so narrow that nothing comes out is told to be just that, with how near the nearest comes.
    for (NeedRecord narrow : notebook().needs) {
        narrow.need.tolerance = 2;
        m_document->apply(putting(narrow));
    }
    click("choose");
    COMES_TRUE(!model().isBusy() && find<QLabel>("teaching")->isVisible());
    const QString told = find<QLabel>("teaching")->text();
    QVERIFY2(told.contains("No mix of your tubes is sure enough"), qPrintable(told));
    QVERIFY2(told.contains("No mix is sure enough for"), qPrintable(told));
    wish([](PaletteWishes& wishes) { wishes.sure = 75; });
    QCOMPARE(howSure->currentText(), QString("sure 75 times in 100"));
    wish([](PaletteWishes& wishes) { wishes.sure = 0; });
    QCOMPARE(howSure->count(), 3);
}

void TestChoosing::partnersOfASplitPrimary()
{
    wish([](PaletteWishes& wishes) { wishes.school = School::SplitPrimary; });
    choose();
    takeInHand("PY175");
    const QString told = find<QLabel>("tubeInHand")->text();
    QVERIFY2(told.contains("Cleanest with PB15:3, greyest with PB29"), qPrintable(told));
}

void TestChoosing::tubesThatAreNotOwnedCanBeLeftOut()
{
    wish([](PaletteWishes& wishes) {
        wishes.pool = Pool::Table;
        wishes.mostTubes = 3;
        wishes.prefer = {};
    });
    choose();
    const PaletteSet& set = model().shown()->set();
    const auto bought =
        std::ranges::find_if(set.tubes, [&](std::size_t tube) { return !model().shown()->pool().isOwned(tube); });
    if (bought == set.tubes.end())
        QSKIP("nothing of the table is in the first set");
    const QString name = QString::fromStdString(model().shown()->pool().paints[*bought].name);
    takeInHand(name);
    click("tubeLeftOut");
    COMES_TRUE(!model().isBusy() && model().shown() && !shown().contains(name));
    QVERIFY(notebook().wishes.never.empty());
    QVERIFY(find<QPushButton>("insteadOfTube")->menu()->actions().last()->text().contains(name.left(8)));
}

void TestChoosing::theBoxHoldsTheSetOnShow()
{
    view().goTo(PaletteView::Boxing);
    QVERIFY(find<QLabel>("boxTold")->isVisible()); // nothing is chosen yet
    QVERIFY(!find<QPushButton>("boxWrite")->isEnabled());
    view().goTo(PaletteView::Choosing);
    choose();
    view().goTo(PaletteView::Boxing);
    const BoxContents& contents = view().boxPage().canvas().contents();
    QCOMPARE(contents.pans.size(), model().shown()->set().tubes.size());
    QCOMPARE(contents.cards.size(), notebook().needs.size());
    for (const PanLook& pan : contents.pans)
        QVERIFY(shown().contains(pan.name));
    // What is asked for is laid; what does not fit is told.
    find<QComboBox>("boxOrder")->setCurrentIndex(int(BoxOrder::Lean));
    Q_EMIT find<QComboBox>("boxOrder")->activated(int(BoxOrder::Lean));
    QCOMPARE(contents.layout.rows(), 2U);
    find<QComboBox>("boxPans")->setCurrentIndex(9);
    Q_EMIT find<QComboBox>("boxPans")->activated(9);
    QCOMPARE(contents.layout.pans.size(), 24U);
    const double before = contents.uses.front().ml;
    find<QSpinBox>("boxPictureWidth")->setValue(60);
    QVERIFY(std::abs(contents.uses.front().ml - 2 * before) < 1e-9);
    BoxCanvas& canvas = view().boxPage().canvas();
    canvas.setFocus();
    QTest::keyClick(&canvas, Qt::Key_Right);
    QVERIFY(!canvas.accessibleDescription().isEmpty());
    // Another set, another box.
    view().goTo(PaletteView::Choosing);
    model().showNextSet(1);
    view().goTo(PaletteView::Boxing);
    QCOMPARE(contents.pans.size(), model().shown()->set().tubes.size());
    for (const PanLook& pan : contents.pans)
        QVERIFY(shown().contains(pan.name));
}

void TestChoosing::theBoxIsWrittenAsWhatItsNameSays()
{
    choose();
    view().goTo(PaletteView::Boxing);
    for (const auto& [ending, begins] : {std::pair{"pdf", "%PDF"}, {"svg", "<?xml"}, {"png", "\x89PNG"}}) {
        const QString path = m_folder.filePath(QStringLiteral("box.") + ending);
        messages().fileToSave = [path](QWidget*, const QString&, const QString&, const QString&) { return path; };
        click("boxWrite");
        QFile file(path);
        QVERIFY(file.open(QIODevice::ReadOnly));
        QVERIFY(file.readAll().startsWith(begins));
    }
    messages().fileToSave = [this](QWidget*, const QString&, const QString&, const QString&) {
        return m_folder.filePath("box.txt");
    };
    click("boxWrite");
    QVERIFY(m_told.join(' ').contains(".pdf, .svg or .png"));
    messages().fileToSave = [](QWidget*, const QString&, const QString&, const QString&) {
        return QStringLiteral("/nowhere/box.pdf");
    };
    click("boxWrite");
    QCOMPARE(m_told.size(), 2);
}

void TestChoosing::theWheelIsPrinted()
{
    choose();
    view().goTo(PaletteView::Boxing);
    messages().fileToSave = [this](QWidget*, const QString&, const QString&, const QString&) {
        return m_folder.filePath("wheel.pdf");
    };
    auto* timer = new QTimer(this);
    timer->setInterval(20);
    connect(timer, &QTimer::timeout, this, [timer] {
        if (auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget())) {
            timer->deleteLater();
            dialog->accept();
        }
    });
    timer->start();
    click("boxWheel");
    COMES_TRUE(!notebook().sheets.empty());
    QVERIFY(notebook().sheets[0].cells.size() >= 6);
    COMES_TRUE(QFile::exists(m_folder.filePath("wheel.pdf")));
}

void TestChoosing::anEditTakesTheBoxAway()
{
    choose();
    view().goTo(PaletteView::Boxing);
    QVERIFY(!find<QLabel>("boxTold")->isVisible());
    addTubes({"PY43"});
    QVERIFY(find<QLabel>("boxTold")->isVisible());
    QVERIFY(!find<QPushButton>("boxWheel")->isEnabled());
}

/// All that lies on the palette, and which of it nothing rests on.
void TestChoosing::whatCanStayAtHome()
{
    auto* kept = find<QComboBox>("kept");
    QVERIFY(kept->findText("all that lies on the palette") < 0);
    std::vector<Tube> tubes = notebook().tubes;
    for (Tube& tube : tubes)
        tube.stock.where = Whereabouts::Palette;
    m_document->apply(putting(tubes), "onto the palette");
    const int all = kept->findText("all that lies on the palette");
    QVERIFY(all > 0);
    Q_EMIT kept->activated(all);
    COMES_TRUE(!model().isBusy() && model().shown());
    QCOMPARE(shown().size(), int(tubes.size()));
    const auto spare = std::ranges::count_if(model().shown()->set().reasons,
                                             [](const TubeReason& reason) { return reason.lostWithout.empty(); });
    QVERIFY(spare > 1);
    QVERIFY(find<QLabel>("proof")->text().contains("can stay at home"));
    QVERIFY(!find<QPushButton>("forgetPalette")->isVisible());
}

/// The beginner's way: from the empty page of tubes to a list to go shopping with.
void TestChoosing::whoHasNoTubesIsToldWhatToBuy()
{
    bool asked = false;
    messages().fileToOpen = [&](QWidget*, const QString&, const QString&) {
        asked = true; // for the picture, at once
        return QString();
    };
    QFile::remove(m_folder.filePath("b.iris"));
    QVERIFY(m_document->create(m_folder.filePath("b.iris")));
    m_window->goTo(*m_window->places().list().front());
    click("whatToBuy");
    QVERIFY(asked);
    QCOMPARE(view().page(), PaletteView::NeedsOfThePicture);
    QVERIFY(view().isVisible());
    need("gull", {95, 0, 2});
    view().goTo(PaletteView::Choosing);
    click("choose"); // nobody buys white for a gull
    COMES_TRUE(!model().isBusy());
    QVERIFY(find<QLabel>("teaching")->text().startsWith("Leave the paper"));
    view().goTo(PaletteView::NeedsOfThePicture);
    need("reeds", {68, 10, 46});
    need("rain", {50, -1, -10});
    view().goTo(PaletteView::Choosing);
    QCOMPARE(find<QComboBox>("poolOfTubes")->currentText(), QString("and what shops have"));
    choose();
    QVERIFY2(find<QLabel>("proof")->text().contains("To buy:"), qPrintable(find<QLabel>("proof")->text()));
    const QString list = m_folder.filePath("list.csv");
    messages().fileToSave = [list](QWidget*, const QString&, const QString&, const QString&) { return list; };
    click("shoppingList");
    QFile file(list);
    QVERIFY(file.open(QIODevice::ReadOnly));
    QCOMPARE(file.readAll().count('\n'), int(model().shown()->set().tubes.size()) + 1);
    addTubes({"PY3"}); // with a first tube the pool is the painter's again
    QCOMPARE(find<QComboBox>("poolOfTubes")->currentText(), QString("from all I own"));
}

IRIS_TEST(TestChoosing, QApplication)
#include "tst_choosing.moc"
