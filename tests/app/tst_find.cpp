#include "../testprogram.h"
#include "patience.h"

#include "app/find/findview.h"
#include "app/find/picturedialog.h"
#include "app/find/targetpanel.h"
#include "app/parts/diagnosisdialog.h"
#include "app/parts/messages.h"
#include "app/parts/mixcard.h"
#include "app/parts/motherdialog.h"
#include "app/parts/touchingcolours.h"
#include "app/parts/words.h"
#include "app/sheets/mixespage.h"
#include "app/sheets/sheetsview.h"
#include "app/tubes/replacedialog.h"
#include "app/well/dabdialog.h"
#include "app/well/layerswidget.h"
#include "app/well/wellacts.h"
#include "app/well/wellpage.h"
#include "app/well/wellstrip.h"
#include "app/window/mainwindow.h"
#include "app/window/places.h"
#include "colour/colourmeant.h"
#include "colour/colourname.h"
#include "colour/deltae.h"
#include "colour/observer.h"
#include "colour/srgb.h"
#include "finding/mother.h"
#include "notebook/edits.h"
#include "paint/paper.h"
#include "sheet/pickedcolour.h"
#include "words/findwords.h"

#include <QApplication>
#include <QCheckBox>
#include <QClipboard>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QMenu>
#include <QPushButton>
#include <QSlider>
#include <QTemporaryDir>
#include <QTimer>
#include <QtTest>

using namespace iris;

/// From a colour that is wanted to paint in the well, in the real window.
class TestFind : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void init();
    void cleanup();
    void byKeyboardFromAColourToAPuddle();
    void byMouseToo();
    void aColourIsPointedAt();
    void aColourIsSaid();
    void onesOwnMixesComeFirst();
    void keptMixesAreFoundByColour();
    void everyNumberIsTheCores();
    void movesAndWeights();
    void theSiftSifts();
    void whatIsOutOfReachIsSaid();
    void tubesNeedsAndMixesCanBeWanted();
    void nonsenseIsAnswered();
    void oneTubeAndNone();
    void aWellRemembers();
    void aWellOutlivesItsTubes();
    void eightWellsAreKept();
    void stepsAreTakenBackAndUndone();
    void aPuddleBecomesAMix();
    void colourComesOutOfAPicture();
    void pinsStay();
    void aDabIsReadIntoTheWell();
    void badPicturesAreTold();
    void mudIsExplained();
    void attemptsAreKept();
    void dryingIsToldAsItWasRead();
    void aTubeIsReplaced();
    void aMotherColourIsStirredIn();
    void tubesGoneWhileMixing();

private:
    template <typename Widget> Widget* find(const char* name) const
    {
        return m_window->findChild<Widget*>(QLatin1String(name));
    }
    FindView& view() { return m_window->places().the<FindView>(); }
    WellPage& well() { return m_window->places().well(); }
    const Notebook& notebook() const { return m_document->notebook(); }
    std::vector<Candidate> foundMixes()
    {
        return view().found() ? view().found()->candidates : std::vector<Candidate>();
    }
    void want(const Lab& colour, const QString& words = {})
    {
        view().wantColour({colour, {}, false, false}, words);
        COMES_TRUE(!view().isBusy() && !foundMixes().empty());
    }
    TubeId tube(const char* name) const
    {
        for (const Tube& one : notebook().tubes)
            if (one.name == name)
                return one.id;
        return {};
    }

    std::unique_ptr<QTemporaryDir> m_folder;
    std::unique_ptr<Document> m_document;
    std::unique_ptr<MainWindow> m_window;
    QStringList m_told;
    QString m_answer;
};

void TestFind::init()
{
    m_told.clear();
    messages().tell = [this](QWidget*, const QString&, const QString& message) { m_told << message; };
    messages().fileToOpen = [this](QWidget*, const QString&, const QString&) { return m_answer; };
    m_folder = std::make_unique<QTemporaryDir>();
    m_document = std::make_unique<Document>();
    QVERIFY(m_document->create(m_folder->filePath("find.iris")));
    std::vector<Tube> tubes;
    for (const auto& [name, code] : std::initializer_list<std::pair<const char*, const char*>>{{"Lemon", "PY3"},
                                                                                               {"Phthalo", "PB15:3"},
                                                                                               {"Ultramarine", "PB29"},
                                                                                               {"Sienna", "PBr7"},
                                                                                               {"Rose", "PV19"},
                                                                                               {"Scarlet", "PR255"},
                                                                                               {"Black", "PBk9"}}) {
        Tube made;
        made.name = name;
        made.codes = parsePigmentCodes(code).value();
        tubes.push_back(made);
    }
    m_document->apply(putting(tubes), "add tubes");
    m_window = std::make_unique<MainWindow>(*m_document);
    m_window->show();
    QVERIFY(QTest::qWaitForWindowExposed(m_window.get()));
    m_window->goTo(view());
}

void TestFind::cleanup()
{
    m_window.reset();
    m_document.reset();
}

void TestFind::byKeyboardFromAColourToAPuddle()
{
    m_window->goTo(*m_window->places().list().front());
    QTest::keyClick(m_window.get(), Qt::Key_3);
    QVERIFY(view().isVisible());
    QCOMPARE(QApplication::focusWidget(), find<QWidget>("reachField")); // nothing is wanted yet
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Slash);
    QCOMPARE(QApplication::focusWidget(), find<QLineEdit>("wantedTyped"));
    QTest::keyClicks(QApplication::focusWidget(), "50, -22, 34");
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
    COMES_TRUE(!view().isBusy() && foundMixes().size() > 3);
    view().takeFocus();
    QCOMPARE(QApplication::focusWidget(), &view().tiles());
    QTest::keyClick(&view().tiles(), Qt::Key_Right);
    QCOMPARE(view().tiles().current(), 1);
    const Candidate chosen = foundMixes()[1];
    QTest::keyClick(&view().tiles(), Qt::Key_E);
    QVERIFY(well().isVisible());
    QCOMPARE(notebook().wells.size(), 1U);
    QCOMPARE(stateOf(notebook().wells[0], *m_document->studio()).contents.parts.size(), chosen.recipe.parts.size());
    // "Too green": three acts to a mended puddle.
    well().acts().see({Look::TooGreen});
    QVERIFY(!well().puddle().advice.steps.empty());
    QVERIFY(find<QLabel>("wellNext")->text().startsWith("Put in "));
    const double before = well().puddle().advice.apartNow;
    QTest::keyClick(find<QListWidget>("wellSteps"), Qt::Key_Return);
    QVERIFY(well().puddle().advice.apartNow < before);
    QTest::keyClick(find<QListWidget>("wellSteps"), Qt::Key_Escape);
    QVERIFY(view().isVisible());
    QTest::keyClick(m_window.get(), Qt::Key_6);
    QVERIFY(well().isVisible());
}

void TestFind::byMouseToo()
{
    find<QLineEdit>("wantedTyped")->setText("#8a6a3c");
    QTest::keyClick(find<QLineEdit>("wantedTyped"), Qt::Key_Return);
    COMES_TRUE(!view().isBusy() && foundMixes().size() > 1);
    QTest::mouseClick(&view().tiles(), Qt::LeftButton, {}, QPoint(view().tiles().width() - 40, 40));
    QVERIFY(view().tiles().current() > 0);
    QTest::mouseClick(find<QPushButton>("intoWell"), Qt::LeftButton);
    QVERIFY(well().isVisible());
    QTest::mouseClick(find<QPushButton>("wellDone"), Qt::LeftButton);
    QVERIFY(view().isVisible());
    auto* strip = find<WellStrip>("wellStrip");
    QVERIFY(strip->isVisible());
    QTest::mouseClick(strip, Qt::LeftButton, {}, QPoint(110, strip->height() / 2));
    QVERIFY(well().isVisible());
}

/// On the field, and its value on the strip; by arrows as well.
void TestFind::aColourIsPointedAt()
{
    auto* field = find<QWidget>("reachField");
    QVERIFY(!find<QWidget>("wantedPatch")->isVisible() && !view().card().isVisible()); // nothing to show yet
    const int large = field->width();
    QTest::mousePress(field, Qt::LeftButton, {}, QPoint(field->width() / 2 - 30, field->height() / 2));
    QVERIFY(view().target().wanted().has_value());
    QCOMPARE(field->width(), large); // it does not move away below the pointer
    QTest::mouseMove(field, QPoint(field->width() / 2 - 60, field->height() / 2 - 20));
    QTest::mouseRelease(field, Qt::LeftButton, {}, QPoint(field->width() / 2 - 60, field->height() / 2 - 20));
    COMES_TRUE(!view().isBusy() && !foundMixes().empty());
    const Lab green = view().target().wanted()->colour;
    QVERIFY2(green.a < 0 && green.b > 0, labText(green).toUtf8());
    QVERIFY(view().card().isVisible());
    QTest::qWait(0);
    QVERIFY(field->width() < large);
    QTest::mouseClick(field, Qt::LeftButton, {}, QPoint(field->width() - 8, field->height() - 30));
    const Lab dark = view().target().wanted()->colour;
    QVERIFY(dark.l < 25 && dark.l < green.l);
    QCOMPARE(dark.a, green.a);
    QTest::keyClick(field, Qt::Key_PageUp);
    QTest::keyClick(field, Qt::Key_Left);
    QCOMPARE(view().target().wanted()->colour, (Lab{dark.l + 2, dark.a - 2, dark.b}));
    for (int i = 0; i < 200; ++i) {
        QTest::keyClick(field, Qt::Key_Down);
        QTest::keyClick(field, Qt::Key_PageDown);
    }
    const Lab edge = view().target().wanted()->colour;
    QVERIFY(std::hypot(edge.a, edge.b) <= 88 && edge.l > 0);
    QVERIFY(!field->accessibleDescription().isEmpty());
}

void TestFind::aColourIsSaid()
{
    const auto say = [this](const char* words) {
        find<QLineEdit>("wantedTyped")->setText(QString::fromUtf8(words));
        QTest::keyClick(find<QLineEdit>("wantedTyped"), Qt::Key_Return);
    };
    for (const char* words : {"dull olive, dark", "a warm grey", "Peach", "sky blue"}) {
        say(words);
        COMES_TRUE(!view().isBusy() && !foundMixes().empty());
        QVERIFY2(colourMeant(words).value().holds(view().target().wanted()->colour), words);
        QVERIFY(find<QLabel>("wantedWords")->text().startsWith(words));
        QVERIFY2(foundMixes()[0].apart < 1, words);
        QCOMPARE(QApplication::focusWidget(), static_cast<QWidget*>(&view().tiles())); // one stands before what came
    }
    say("scarlet"); // a tube is called so
    QVERIFY(view().target().wanted()->thin.has_value());
    QVERIFY(view().target().tube() == tube("Scarlet"));
}

void TestFind::onesOwnMixesComeFirst()
{
    const auto mixOf = [&](std::vector<MixPart> parts, std::optional<Lab> painted) {
        MixRecord mix;
        mix.parts = std::move(parts);
        mix.painted = painted;
        mix.date = "2026-10-03";
        mix.origin = painted ? MixOrigin::Typed : MixOrigin::Noted;
        return mix;
    };
    const std::vector<MixPart> lemonSienna{{tube("Lemon"), "Lemon", 1}, {tube("Sienna"), "Sienna", 1}};
    const std::vector<MixPart> lemonBlack{{tube("Lemon"), "Lemon", 3}, {tube("Black"), "Black", 1}};
    const MixRecord noted = mixOf(lemonBlack, {});
    const Lab olive = colourOf(noted, *m_document->studio()).value().colour;
    m_document->apply(putting(std::vector{noted, mixOf(lemonSienna, Lab{olive.l + 3, olive.a, olive.b})}), "mixes");
    want(olive);
    const auto& own = view().found()->own;
    QCOMPARE(own.size(), 2U);
    QVERIFY(own[0].isPainted && !own[1].isPainted); // what was seen counts more
    QCOMPARE(own[0].candidate.laid.colour, (Lab{olive.l + 3, olive.a, olive.b}));
    QVERIFY(find<QLabel>("findHeadline")->text().endsWith("2 of your own are near."));
    QCOMPARE(view().card().recipe()->parts.size(), 2U);
    QVERIFY(view().tiles().accessibleDescription().contains("painted, "));
    QTest::keyClick(&view().tiles(), Qt::Key_C, Qt::ControlModifier);
    QVERIFY(QGuiApplication::clipboard()->text().contains("Sienna"));
    want({30, 20, -50}); // far from both
    QVERIFY(view().found()->own.empty());
}

void TestFind::keptMixesAreFoundByColour()
{
    MixRecord mix;
    mix.parts = {{tube("Lemon"), "Lemon", 3}, {tube("Black"), "Black", 1}};
    mix.name = "wet reeds";
    m_document->apply(putting(mix), "keep");
    const QString named = text(colourName(colourOf(mix, *m_document->studio()).value().colour));
    m_window->goTo(m_window->places().the<SheetsView>());
    m_window->places().the<SheetsView>().goTo(SheetsView::RecordPage);
    auto* list = find<QListWidget>("mixRecords");
    const auto found = [&](const QString& words) {
        find<QLineEdit>("findMix")->setText(words);
        return list->count();
    };
    QCOMPARE(found(named), 1);
    QCOMPARE(found("REEDS wet"), 1);
    QCOMPARE(found("lemon " + named.section(' ', 1, 1).remove(',')), 1);
    QCOMPARE(found("bright violet"), 0);
    QCOMPARE(found("lemon violet"), 0);
    QCOMPARE(found({}), 1);
    QVERIFY(find<QLabel>("recordDetails")->text().contains("expected " + named));
}

void TestFind::everyNumberIsTheCores()
{
    want({52, 12, 28});
    CandidateOptions options;
    options.most = 30;
    const StudioPtr studio = m_document->studio();
    const auto expected = candidatesFor({{52, 12, 28}, {}, false, false}, studio->paints, studio->atHand(), options);
    QCOMPARE(foundMixes(), expected);
    QVERIFY(find<QLabel>("findHeadline")->text().startsWith(QString::number(expected.size()) + " mixes"));
    view().tiles().setCurrent(0);
    QVERIFY(find<QLabel>("findStart")
                ->text()
                .contains(QString::fromStdString(startWords(expected[0].recipe, studio->paints))));
    QCOMPARE(*view().card().recipe(), expected[0].recipe);
}

void TestFind::movesAndWeights()
{
    want({52, 12, 28}, "mud");
    QVERIFY(find<QLabel>("wantedWords")->text().startsWith("mud"));
    QTest::mouseClick(find<QPushButton>("move_lighter"), Qt::LeftButton);
    QCOMPARE(view().target().wanted()->colour.l, 57.0);
    QVERIFY(find<QLabel>("wantedWords")->text().contains("as it was before"));
    QTest::keyClick(&view().tiles(), Qt::Key_D, Qt::ShiftModifier);
    QCOMPARE(view().target().wanted()->colour.l, 52.0);
    COMES_TRUE(!view().isBusy());
    find<QCheckBox>("valueFirst")->setChecked(true);
    COMES_TRUE(!view().isBusy());
    QVERIFY(view().found()->wanted.valueFirst);
}

void TestFind::theSiftSifts()
{
    want({30, 0, 0});
    const auto uses = [this](TubeId id) {
        const auto place = *m_document->studio()->placeOf(id);
        return std::ranges::any_of(foundMixes(), [&](const Candidate& c) {
            return std::ranges::find(c.recipe.parts, place, &Part::paint) != c.recipe.parts.end();
        });
    };
    QVERIFY(uses(tube("Black")));
    view().findChild<QAction*>("sift4")->setChecked(true);
    COMES_TRUE(!view().isBusy());
    QVERIFY(!uses(tube("Black")));
    // Only with the rose: every mix has it.
    auto* must = find<QPushButton>("findSift")->menu()->actions()[5]->menu();
    Q_EMIT must->aboutToShow();
    for (QAction* act : must->actions())
        if (act->text() == "Rose")
            act->setChecked(true);
    COMES_TRUE(!view().isBusy());
    const auto rose = *m_document->studio()->placeOf(tube("Rose"));
    for (const Candidate& candidate : foundMixes())
        QVERIFY(std::ranges::find(candidate.recipe.parts, rose, &Part::paint) != candidate.recipe.parts.end());
    find<QPushButton>("findSift")->menu()->actions().back()->trigger(); // sift no more
    COMES_TRUE(!view().isBusy());
    QVERIFY(uses(tube("Black")));
    Tube dear = *notebook().tube(tube("Black"));
    dear.stock.price = 90;
    dear.stock.sizeMl = 5;
    m_document->apply(changing(m_document->notebook(), dear, "2026-10-03"));
    find<QComboBox>("findOrder")->setCurrentIndex(find<QComboBox>("findOrder")->count() - 1);
    COMES_TRUE(!view().isBusy());
    find<QComboBox>("findOrder")->setCurrentIndex(0);
    find<QComboBox>("findMost")->setCurrentIndex(0);
    COMES_TRUE(!view().isBusy());
    for (const Candidate& candidate : foundMixes())
        QCOMPARE(candidate.recipe.parts.size(), 1U);
    find<QComboBox>("findMost")->setCurrentIndex(3);
    COMES_TRUE(!view().isBusy());
    find<QComboBox>("findOrder")->setCurrentIndex(1);
    COMES_TRUE(!view().isBusy());
    QVERIFY(std::ranges::is_sorted(foundMixes(), {}, &Candidate::apart));
}

void TestFind::whatIsOutOfReachIsSaid()
{
    want({83, 31, 102}); // a clean warm yellow: none of these tubes makes it, one of the table's does
    QVERIFY2(find<QLabel>("findHeadline")->text().startsWith("Nothing comes near"),
             qPrintable(find<QLabel>("findHeadline")->text()));
    QVERIFY(find<QLabel>("findWhy")->text().contains("are not that clean"));
    COMES_TRUE(find<QLabel>("findWhy")->text().contains("One tube more would help most"));
    want({75, -95, 85}); // and this no paint does
    QVERIFY(find<QLabel>("findHeadline")->text().startsWith("Nothing comes near"));
    QCOMPARE(find<QLabel>("findWhy")->text(), QString("It is cleaner than any paint is at that value."));
}

void TestFind::tubesNeedsAndMixesCanBeWanted()
{
    m_document->apply(putting(NeedRecord{{}, {"reeds", {55, 4, 38}, 7, 2}, {}}));
    MixRecord mix;
    mix.name = "mud <b>bold</b>";
    mix.parts = {{tube("Sienna"), "Sienna", 1}};
    mix.painted = Lab{40, 10, 18};
    m_document->apply(putting(mix), "keep");
    auto* sources = find<QComboBox>("wantedSource");
    const auto take = [&](const QString& words) {
        const int row = sources->findText(words);
        QVERIFY2(row > 0, qPrintable(words));
        sources->setCurrentIndex(row);
        Q_EMIT sources->activated(row);
        COMES_TRUE(!view().isBusy());
    };
    take("need: reeds");
    QCOMPARE(view().target().wanted()->colour, (Lab{55, 4, 38}));
    take("painted: mud <b>bold</b>");
    QCOMPARE(view().target().wanted()->colour, (Lab{40, 10, 18}));
    QVERIFY(find<QLabel>("wantedWords")->text().startsWith("mud <b>bold</b>"));
    take("tube: Scarlet");
    QVERIFY(view().target().wanted()->thin.has_value());
    QVERIFY(find<QCheckBox>("thinMatters")->isVisible());
    const auto scarlet = *m_document->studio()->placeOf(tube("Scarlet"));
    for (const Candidate& candidate : foundMixes()) // not by itself
        QVERIFY(std::ranges::find(candidate.recipe.parts, scarlet, &Part::paint) == candidate.recipe.parts.end());
}

void TestFind::nonsenseIsAnswered()
{
    for (const char* typed :
         {"", "bluw", "dull <i>green</i>", "1, 2", "50, 1e400, 0", "nan, 0, 0", "#12", "999, 0, 0", "<b>"}) {
        find<QLineEdit>("wantedTyped")->setText(typed);
        QTest::keyClick(find<QLineEdit>("wantedTyped"), Qt::Key_Return);
        QVERIFY2(find<QLabel>("wantedTrouble")->isVisible() && !find<QLabel>("wantedTrouble")->text().isEmpty(), typed);
        QVERIFY(!view().target().wanted());
    }
    QVERIFY(!find<QPushButton>("intoWell")->isEnabled());
    QTest::keyClick(find<QLineEdit>("wantedTyped"), Qt::Key_Escape);
    m_window->goTo(well());
    find<QLineEdit>("wellSeen")->setText("too green");
    QTest::keyClick(find<QLineEdit>("wellSeen"), Qt::Key_Return);
    QVERIFY(find<QLabel>("wellTrouble")->isVisible());
    QVERIFY(notebook().wells.empty());
    well().follow();
    well().acts().save();
    well().acts().empty();
    well().acts().backTo(3);
    well().acts().see({Look::TooRed});
    QVERIFY(notebook().wells.empty() && notebook().mixes.empty());
    QVERIFY(!find<QPushButton>("wellSave")->isEnabled());
}

void TestFind::oneTubeAndNone()
{
    std::vector<TubeId> ids;
    for (const Tube& one : notebook().tubes)
        if (one.name != "Lemon")
            ids.push_back(one.id);
    m_document->apply(removing<Tube>(ids));
    want({60, 0, 60});
    QCOMPARE(foundMixes().size(), 1U);
    m_document->apply(removing<Tube>(std::vector<TubeId>{tube("Lemon")}));
    COMES_TRUE(!view().isBusy());
    QVERIFY(foundMixes().empty());
    QVERIFY(find<QLabel>("findHeadline")->text().startsWith("No tube"));
    m_window->goTo(well());
    well().putInChosen(true);
    QVERIFY(notebook().wells.empty());
}

void TestFind::aWellRemembers()
{
    want({50, -22, 34}, "reeds");
    view().tiles().setCurrent(0);
    QTest::mouseClick(find<QPushButton>("intoWell"), Qt::LeftButton);
    well().acts().putIn(tube("Rose"), 0.125);
    well().acts().see({Look::TooDull});
    const auto before = notebook().wells;
    const QString words = find<QLabel>("wellNext")->text();
    const QString path = m_document->path();
    m_window.reset();
    m_document = std::make_unique<Document>();
    QVERIFY(m_document->open(path));
    QCOMPARE(notebook().wells, before);
    m_window = std::make_unique<MainWindow>(*m_document);
    m_window->show();
    m_window->goTo(well());
    QCOMPARE(find<QLabel>("wellNext")->text(), words);
    QVERIFY(find<WellStrip>("wellStrip")->isVisible());
}

void TestFind::aWellOutlivesItsTubes()
{
    m_window->goTo(well());
    well().acts().putIn(tube("Lemon"), 3);
    well().acts().putIn(tube("Phthalo"), 0.25);
    m_document->apply(removing<Tube>(std::vector<TubeId>{tube("Phthalo")}));
    QVERIFY(find<QLabel>("wellWords")->text().contains("Phthalo is no longer in the notebook"));
    m_document->apply(removing<Tube>(std::vector<TubeId>{tube("Lemon")}));
    QVERIFY(find<QLabel>("wellWords")->text().contains("None of its tubes"));
    QVERIFY(!find<QPushButton>("wellSave")->isEnabled());
    m_document->undo();
    m_document->undo();
    QVERIFY(find<QLabel>("wellWords")->text().startsWith("3 parts of Lemon + 2 touches of Phthalo"));
}

void TestFind::eightWellsAreKept()
{
    m_window->goTo(well());
    for (int i = 0; i < 11; ++i) {
        well().acts().beginEmpty();
        well().acts().putIn(tube("Lemon"), i + 1);
    }
    QCOMPARE(notebook().wells.size(), mostWells);
    QCOMPARE(notebook().wells.back().steps[0].amount, 11.0);
    QCOMPARE(notebook().wells.front().steps[0].amount, 4.0);
    QCOMPARE(find<QComboBox>("whichWell")->count(), 8);
    well().acts().choose(notebook().wells.front().id);
    QCOMPARE(well().acts().record(), &notebook().wells.front());
    well().acts().empty();
    QCOMPARE(notebook().wells.size(), 7U);
    // A well keeps so many steps, and says so.
    WellRecord full;
    WellStep step;
    step.tube = tube("Lemon");
    step.name = "Lemon";
    step.amount = 0.125;
    full.steps.assign(mostWellSteps, step);
    full.id = notebook().wells.front().id;
    m_document->apply(putting(full), "fill");
    well().acts().choose(full.id);
    well().putInChosen(true);
    QCOMPARE(notebook().wells[0].steps.size(), mostWellSteps);
    QVERIFY(m_told.last().contains("500 steps"));
}

void TestFind::stepsAreTakenBackAndUndone()
{
    m_window->goTo(well());
    find<QComboBox>("wellTube")->setCurrentIndex(0);
    QTest::keyClick(find<QListWidget>("wellSteps"), Qt::Key_P);
    QTest::keyClick(find<QListWidget>("wellSteps"), Qt::Key_T);
    QTest::keyClick(find<QListWidget>("wellSteps"), Qt::Key_A);
    QTest::keyClick(find<QListWidget>("wellSteps"), Qt::Key_H);
    QCOMPARE(notebook().wells[0].steps.size(), 4U);
    QCOMPARE(notebook().wells[0].steps[1].amount, 0.125);
    const auto contents = stateOf(notebook().wells[0], *m_document->studio()).contents;
    QVERIFY(std::abs(contents.wash - 0.7071) < 1e-9 && std::abs(contents.parts[0].second - 0.5625) < 1e-9);
    find<QListWidget>("wellSteps")->setCurrentRow(1);
    QTest::keyClick(find<QListWidget>("wellSteps"), Qt::Key_Backspace);
    QCOMPARE(notebook().wells[0].steps.size(), 2U);
    m_document->undo();
    QCOMPARE(notebook().wells[0].steps.size(), 4U);
    for (int i = 0; i < 4; ++i)
        m_document->undo();
    QVERIFY(notebook().wells.empty());
    QVERIFY(!find<WellStrip>("wellStrip")->isVisible());
    m_document->redo();
    QCOMPARE(notebook().wells[0].steps.size(), 1U);
}

void TestFind::aPuddleBecomesAMix()
{
    m_window->goTo(well());
    well().acts().putIn(tube("Phthalo"), 0.25);
    QVERIFY(find<QLabel>("wellWarning")->isVisible());
    well().acts().putIn(tube("Lemon"), 3);
    well().acts().water();
    QTest::mouseClick(find<QPushButton>("wellSave"), Qt::LeftButton);
    QCOMPARE(notebook().mixes.size(), 1U);
    const MixRecord& mix = notebook().mixes[0];
    QCOMPARE(mix.parts[0].parts, 1);
    QCOMPARE(mix.parts[1].parts, 12);
    QVERIFY(std::abs(mix.wash - 0.7071) < 1e-9);
    QVERIFY2(mix.notes.starts_with("2 touches of Phthalo; 3 parts of Lemon; water"), mix.notes.c_str());
    // What is shown of it is what the core says, also in layers.
    const auto state = stateOf(notebook().wells[0], *m_document->studio());
    const Film film = filmOf(state.contents, m_document->studio()->paints);
    const auto& layers = find<LayersWidget>("layers")->colours();
    QVERIFY(deltaE00(layers[0][1], seenLab(film, 2 * state.contents.wash, whitePaper())) < 0.05);
    QVERIFY(deltaE00(layers[1][0], seenLab(film, state.contents.wash, blackLine())) < 1e-9);
}

void TestFind::colourComesOutOfAPicture()
{
    QImage image(300, 200, QImage::Format_RGB32);
    image.fill(QColor(200, 190, 150)); // a yellowish light on something grey
    for (int y = 0; y < 200; ++y)
        for (int x = 0; x < 100; ++x)
            image.setPixelColor(x, y, QColor(90, 110, 40));
    image.setPixelColor(250, 100, Qt::black); // a speck
    m_answer = m_folder->filePath("marsh %2.png");
    QVERIFY(image.save(m_answer));
    const Scan scan = Scan::load(m_answer).value();
    const Lab one = pickedColour(lightAt(scan, {50, 50}, 0));
    QVERIFY(deltaE00(one, toLab(Srgb{90, 110, 40, false})) < 0.1);
    QVERIFY(pickedColour(lightAt(scan, {250, 100}, 0)).l < 1);
    QVERIFY(pickedColour(lightAt(scan, {250, 100}, 12)).l > 70);           // a region outvotes a speck
    QVERIFY(deltaE00(pickedColour(lightAt(scan, {0, 0}, 40)), one) < 0.1); // beyond the edge nothing counts
    const LinearRgb white = lightAt(scan, {200, 50}, 3);
    const Lab neutral = pickedColour(white, white);
    QVERIFY(std::hypot(neutral.a, neutral.b) < 0.1);
    QVERIFY(std::abs(neutral.l - pickedColour(white).l) < 1);

    bool done = false;
    auto* timer = new QTimer(this);
    timer->setInterval(20);
    connect(timer, &QTimer::timeout, this, [&] {
        auto* dialog = qobject_cast<PictureDialog*>(QApplication::activeModalWidget());
        if (!dialog || !dialog->isOpen() || done)
            return;
        done = true;
        timer->deleteLater();
        PictureCanvas& canvas = dialog->canvas();
        const auto clickAt = [&](QPoint place) {
            QTest::mouseClick(&canvas, Qt::LeftButton, {},
                              canvas.toWidget(QPointF(place) + QPointF(0.5, 0.5)).toPoint());
        };
        clickAt({50, 50});
        QCOMPARE(dialog->colours().size(), 1U);
        QVERIFY(deltaE00(dialog->colours()[0], one) < 3); // no paint is as clean there
        canvas.zoom(6, canvas.toWidget({150, 100}));
        QTest::keyClick(&canvas, Qt::Key_Return); // the cross is where the pointer was
        QCOMPARE(dialog->colours().size(), 2U);
        QTest::keyClick(&canvas, Qt::Key_0);
        dialog->findChild<QPushButton*>("setWhite")->setChecked(true);
        clickAt({200, 150});
        QCOMPARE(dialog->colours().size(), 2U);       // that was no pin
        QVERIFY(dialog->colours()[0].b < one.b);      // the yellow of the light is gone
        QTRY_COMPARE(notebook().subjects.size(), 1U); // the picture is kept with its first pin
        QTRY_COMPARE(notebook().subjects[0].pins.size(), 2U);
        QTRY_VERIFY(dialog->isOpen()); // with another white its values are laid anew
        dialog->findChild<QPushButton*>("needPins")->click();
        dialog->findChild<QListWidget*>("pins")->setCurrentRow(0);
        dialog->findChild<QPushButton*>("matchPin")->click();
    });
    timer->start();
    QTest::mouseClick(find<QPushButton>("wantedPicture"), Qt::LeftButton);
    QVERIFY(done);
    QCOMPARE(notebook().needs.size(), 2U);
    QCOMPARE(notebook().needs[0].need.name, std::string("marsh %2, place 1"));
    QVERIFY(view().target().wanted().has_value());
    QVERIFY(find<QLabel>("wantedWords")->text().startsWith("a place in marsh %2"));
}

/// A picture of a dab, in the yellow light of a lamp, dropped on the well: its own paper tells the light. Dry, it is a
/// painted mix from then on and teaches how strong its tubes are.
void TestFind::aDabIsReadIntoTheWell()
{
    m_answer = m_folder->filePath("dab.png");
    m_window->goTo(well());
    QVERIFY(well().takePicture(m_answer)); // a clean well: told, no dialog
    QVERIFY2(m_told.join(' ').contains("clean"), qPrintable(m_told.join(' ')));
    well().acts().putIn(tube("Sienna"), 3);
    well().acts().putIn(tube("Ultramarine"), 1);
    // As it came out: the blue twice as strong as thought.
    std::vector<Paint> stronger = m_document->studio()->paints;
    const std::size_t blue = m_document->studio()->placeOf(tube("Ultramarine")).value();
    stronger[blue].strength *= 2;
    const auto contents = stateOf(notebook().wells[0], *m_document->studio()).contents;
    const Lab truth = seenLab(filmOf(contents, stronger), 1, whitePaper());
    const auto inLamplight = [](const Lab& colour) {
        const LinearRgb light = toLinearRgb(toXyz(colour, d50White));
        const Srgb shown =
            toSrgb(toLab(toXyz(LinearRgb{0.9 * light.red, 0.85 * light.green, 0.6 * light.blue}), d50White));
        return QColor(shown.red, shown.green, shown.blue);
    };
    QImage image(600, 300, QImage::Format_RGB32);
    image.fill(inLamplight(toLab(seen(whitePaper()))));
    for (int y = 0; y < 300; ++y)
        for (int x = 0; x < 200; ++x)
            image.setPixelColor(x, y, inLamplight(truth));
    QVERIFY(image.save(m_answer));

    const double before = m_document->studio()->learned.strengths[blue];
    Lab seenAs{};
    auto* timer = new QTimer(this);
    timer->setInterval(20);
    connect(timer, &QTimer::timeout, this, [&] {
        auto* dialog = qobject_cast<DabDialog*>(QApplication::activeModalWidget());
        if (!dialog || !dialog->isOpen())
            return;
        timer->deleteLater();
        const auto end = qScopeGuard([&] { // also when a check fails
            if (dialog->isVisible())
                dialog->reject();
        });
        const auto clickAt = [&](QPoint place) {
            QTest::mouseClick(&dialog->canvas(), Qt::LeftButton, {},
                              dialog->canvas().toWidget(QPointF(place) + QPointF(0.5, 0.5)).toPoint());
        };
        auto* learn = dialog->findChild<QPushButton*>("dabLearn");
        QVERIFY(!dialog->dab());
        clickAt({100, 150});
        QVERIFY(dialog->dab() && deltaE00(dialog->dab()->colour, truth) > 4); // the lamp is in it
        QVERIFY(!learn->isEnabled());
        clickAt({102, 150}); // the paper was the next click: no lighter than the dab
        QVERIFY(!dialog->dab());
        QVERIFY(dialog->findChild<QLabel*>("dabTold")->text().contains("lighter"));
        dialog->findChild<QPushButton*>("dabPaperNext")->setChecked(true);
        clickAt({400, 150});
        QVERIFY2(deltaE00(dialog->dab()->colour, truth) < 1, qPrintable(dialog->findChild<QLabel*>("dabTold")->text()));
        dialog->findChild<QCheckBox*>("dabDry")->setChecked(false);
        QVERIFY(!learn->isEnabled());
        dialog->findChild<QCheckBox*>("dabDry")->setChecked(true);
        seenAs = dialog->dab()->colour;
        learn->click();
    });
    timer->start();
    QTest::keyClick(&well(), Qt::Key_D);
    QCOMPARE(notebook().mixes.size(), 1U);
    QCOMPARE(notebook().mixes[0].painted, std::optional(seenAs));
    QCOMPARE(notebook().wells[0].steps.back().kind, WellStep::Kind::Seen);
    COMES_TRUE(!m_document->studio()->behind);
    QVERIFY(m_document->studio()->learned.strengths[blue] > 1.1 * before);
}

/// The pins of a picture stay: opened again, from its file or out of the notebook, they are all there.
void TestFind::pinsStay()
{
    const QString path = m_folder->filePath("kept.png");
    QImage image(300, 200, QImage::Format_RGB32);
    image.fill(QColor(120, 150, 80));
    QVERIFY(image.save(path));
    std::vector<Lab> seen;
    {
        PictureDialog dialog(*m_document, path);
        QTRY_VERIFY(dialog.isOpen());
        dialog.pick({40, 50});
        dialog.pick({200, 150});
        seen = dialog.colours();
        QTRY_COMPARE(notebook().subjects.size(), 1U);
    }
    QCOMPARE(notebook().subjects[0].pins.size(), 2U);
    QVERIFY(std::abs(notebook().subjects[0].pins[0].x - 40.5 / 300) < 1e-9);
    PictureDialog again(*m_document, path);
    QTRY_COMPARE(again.colours(), seen);
    again.pick({10, 10});
    QTRY_COMPARE(notebook().subjects[0].pins.size(), 3U);
    QCOMPARE(notebook().subjects.size(), 1U);
    m_document->undo();
    PictureDialog kept(*m_document, notebook().subjects[0].id);
    QCOMPARE(kept.colours(), seen);
    QTRY_VERIFY(kept.isOpen());
    // And each is a target to choose again.
    auto* sources = find<QComboBox>("wantedSource");
    const int row = sources->findText("picture: kept, place 2");
    QVERIFY(row > 0);
    Q_EMIT sources->activated(row);
    QCOMPARE(view().target().wanted()->colour, seen[1]);
}

void TestFind::badPicturesAreTold()
{
    const auto told = [this](const QString& path) {
        PictureDialog dialog(*m_document, path);
        auto* words = dialog.findChild<QLabel*>("pictureWords");
        if (!QTest::qWaitFor([&] { return !words->text().startsWith("Opening"); }, patienceMs))
            return QString();
        dialog.pick({3, 3});
        return dialog.isOpen() ? QString() : words->text();
    };
    QFile notes(m_folder->filePath("notes.png"));
    QVERIFY(notes.open(QIODevice::WriteOnly));
    notes.write("no picture");
    notes.close();
    QVERIFY(!told(notes.fileName()).isEmpty());
    QVERIFY(!told(m_folder->filePath("gone.png")).isEmpty());
    QImage tiny(3, 3, QImage::Format_RGB32);
    tiny.fill(Qt::white);
    QVERIFY(tiny.save(m_folder->filePath("tiny.png")));
    QVERIFY(!told(m_folder->filePath("tiny.png")).isEmpty());
}

void TestFind::mudIsExplained()
{
    const StudioPtr studio = m_document->studio();
    const std::size_t scarlet = *studio->placeOf(tube("Scarlet"));
    const std::size_t blue = *studio->placeOf(tube("Ultramarine"));
    want({40, 20, -10});
    view().card().show(studio, {{{scarlet, 1}, {blue, 2}}, 0.45});
    QTimer::singleShot(200, this, [&] {
        auto* dialog = qobject_cast<DiagnosisDialog*>(QApplication::activeModalWidget());
        QVERIFY(dialog);
        QVERIFY(dialog->findChild<QLabel*>("diagnosisWords")
                    ->text()
                    .startsWith("Scarlet leans orange and carries yellow in"));
        QVERIFY(dialog->findChild<TouchingColours*>("diagnosisMendedWay"));
        dialog->findChild<QPushButton*>("takeMended")->click();
    });
    QTest::keyClick(&view().tiles(), Qt::Key_Y);
    const std::size_t rose = *studio->placeOf(tube("Rose"));
    QVERIFY(std::ranges::find(view().card().recipe()->parts, rose, &Part::paint)
            != view().card().recipe()->parts.end());
}

void TestFind::aTubeIsReplaced()
{
    MixRecord mix;
    mix.parts = {{tube("Scarlet"), "Scarlet", 1}, {tube("Ultramarine"), "Ultramarine", 2}};
    m_document->apply(putting(mix), "keep");
    ReplaceDialog dialog(m_document->studio(), tube("Scarlet"), m_window->settings());
    COMES_TRUE(!dialog.isBusy());
    QCOMPARE(dialog.findChild<QListWidget*>("standIns")->count(), static_cast<int>(dialog.standIns().size()));
    QVERIFY(dialog.findChild<QLabel*>("replaceHeadline")->text().contains("in one of your mixes"));
    const double own = dialog.standIns().front().apartInMixes;
    const auto scarlet = *m_document->studio()->placeOf(tube("Scarlet"));
    for (const StandIn& one : dialog.standIns())
        QVERIFY(std::ranges::find(one.recipe.parts, scarlet, &Part::paint) == one.recipe.parts.end());
    dialog.findChild<QCheckBox*>("replaceTable")->setChecked(true);
    COMES_TRUE(!dialog.isBusy());
    QVERIFY(dialog.standIns().front().apartInMixes < own); // the same pigment is in the table
    QVERIFY(dialog.findChild<QLabel*>("replaceWords")->text().contains("parts of it for one"));
}

void TestFind::aMotherColourIsStirredIn()
{
    const StudioPtr studio = m_document->studio();
    MotherDialog dialog(studio, {{{{0, 3}, {1, 1}}, 1}, {{{5, 1}}, 0.5}}, m_window->settings());
    dialog.findChild<QSlider*>("motherShare")->setValue(0);
    const QString none = dialog.findChild<QLabel*>("motherWords")->text();
    dialog.findChild<QComboBox*>("motherTube")->setCurrentIndex(3);
    dialog.findChild<QSlider*>("motherShare")->setValue(40);
    const auto tied = withMother(std::vector<Recipe>{{{{0, 3}, {1, 1}}, 1}, {{{5, 1}}, 0.5}}, 3, 0.4, studio->paints);
    const QString words = dialog.findChild<QLabel*>("motherWords")->text();
    QVERIFY(words != none);
    QVERIFY2(words.contains(QString("%1 now. Chroma").arg(qRound(tied.spreadAfter))), qPrintable(words));
    // From the list of mixes: those on show whose tubes are all there.
    auto& page = *m_window->findChild<MixesPage*>();
    page.stirMother();
    QVERIFY(m_told.last().contains("no mix on show"));
    MixRecord mix;
    mix.parts = {{tube("Lemon"), "Lemon", 1}, {tube("Rose"), "Rose", 1}};
    m_document->apply(putting(mix), "keep");
    mix.parts.push_back({{700}, "gone", 1});
    m_document->apply(putting(mix), "keep");
    bool seen = false;
    QTimer::singleShot(200, this, [&] {
        auto* open = qobject_cast<MotherDialog*>(QApplication::activeModalWidget());
        QVERIFY(open);
        seen = open->findChild<QLabel*>("motherWords")->text().startsWith("In one mix.");
        open->reject();
    });
    page.stirMother();
    QVERIFY(seen);
    page.choose(notebook().mixes[1].id); // a tube of it is gone
    page.diagnoseChosen();
    QVERIFY(m_told.last().contains("no longer in the notebook"));
    page.choose(notebook().mixes[0].id);
    bool told = false;
    QTimer::singleShot(200, this, [&] {
        auto* open = qobject_cast<DiagnosisDialog*>(QApplication::activeModalWidget());
        QVERIFY(open);
        told = !open->findChild<QLabel*>("diagnosisWords")->text().isEmpty();
        open->reject();
    });
    page.diagnoseChosen();
    QVERIFY(told);
}

/// Every well begun for a colour is an attempt at it: numbered, opened again by a click, one marked as the best, and
/// half of one poured into another.
void TestFind::attemptsAreKept()
{
    want({50, -22, 34}, "reeds");
    for (int tile = 0; tile < 3; ++tile) {
        view().tiles().setCurrent(tile);
        view().start();
        m_window->goTo(view());
    }
    auto* attempts = find<QListWidget>("attempts");
    QCOMPARE(attempts->count(), 3);
    QVERIFY(attempts->item(1)->text().startsWith("2: "));
    view().target().move(Move::Darker);
    QCOMPARE(attempts->count(), 0); // another colour
    want({50, -22, 34}, "reeds");
    QCOMPARE(attempts->count(), 3);
    Q_EMIT attempts->itemClicked(attempts->item(1));
    QVERIFY(well().isVisible());
    QCOMPARE(well().acts().record(), &notebook().wells[1]);
    QTest::keyClick(find<QListWidget>("wellSteps"), Qt::Key_B);
    QVERIFY(notebook().wells[1].best);
    well().acts().choose(notebook().wells[2].id);
    well().acts().markBest();
    QVERIFY(!notebook().wells[1].best && notebook().wells[2].best);
    const double before = stateOf(notebook().wells[2], *m_document->studio()).contents.partsInAll();
    const double other = stateOf(notebook().wells[0], *m_document->studio()).contents.partsInAll();
    well().acts().pour(notebook().wells[0].id);
    QCOMPARE(stateOf(notebook().wells[2], *m_document->studio()).contents.partsInAll(), before + other / 2);
    QCOMPARE(stateOf(notebook().wells[0], *m_document->studio()).contents.partsInAll(), other / 2);
    // Over a dry wash of another well it is a glaze.
    auto* over = find<QComboBox>("wellOver");
    const auto plain = find<LayersWidget>("layers")->colours()[0][0];
    QVERIFY(over->count() >= 3);
    over->setCurrentIndex(1);
    Q_EMIT over->activated(1);
    const auto mine = stateOf(notebook().wells[2], *m_document->studio());
    const auto below = stateOf(notebook().wells[0], *m_document->studio());
    const auto& paints = m_document->studio()->paints;
    const Spectrum dry = filmReflectance(filmOf(below.contents, paints), below.contents.wash, whitePaper());
    QVERIFY(deltaE00(find<LayersWidget>("layers")->colours()[0][0],
                     seenLab(filmOf(mine.contents, paints), mine.contents.wash, dry))
            < 1e-9);
    QVERIFY(deltaE00(plain, find<LayersWidget>("layers")->colours()[0][0]) > 0.5);
}

/// Nothing is made up of how wet and dry differ: it is what readings of both say.
void TestFind::dryingIsToldAsItWasRead()
{
    m_window->goTo(well());
    well().acts().putIn(tube("Lemon"), 1);
    QVERIFY(find<QLabel>("wellDrying")->text().contains("not measured yet"));
    SwatchRecord reading;
    reading.tube = tube("Rose");
    reading.painted = reading.onWhite = {{40, 50, 0}, {80, 20, 0}, {20, 10, 0}};
    reading.paperWhite = {96, 0, 1};
    reading.wet = true;
    m_document->apply(filing(m_document->notebook(), reading));
    reading.wet = false;
    reading.painted.full.l = reading.onWhite.full.l = 46;
    m_document->apply(filing(m_document->notebook(), reading));
    QVERIFY2(find<QLabel>("wellDrying")->text().contains("about 6 of L* darker, as your tubes"),
             qPrintable(find<QLabel>("wellDrying")->text()));
    well().acts().putIn(tube("Rose"), 1);
    QVERIFY(find<QLabel>("wellDrying")->text().contains("about 6 of L* darker, as its own tubes did"));
}

/// An edit while candidates are looked for: what is shown is of tubes that are there.
void TestFind::tubesGoneWhileMixing()
{
    for (int round = 0; round < 6; ++round) {
        view().wantColour({{40.0 + round, 10, 10}, {}, false, false}, {});
        m_document->apply(removing<Tube>(std::vector<TubeId>{notebook().tubes.back().id}));
        if (round % 2)
            m_document->undo();
        QCoreApplication::processEvents();
        const FoundMixesPtr found = view().found();
        for (const Candidate& candidate : foundMixes())
            for (const Part& part : candidate.recipe.parts)
                QVERIFY(part.paint < found->studio->paints.size());
    }
    COMES_TRUE(!view().isBusy());
    QCOMPARE(view().found()->studio, m_document->studio());
}

IRIS_TEST(TestFind, QApplication)
#include "tst_find.moc"
