#include "../notebook/yearsofsquares.h"
#include "../testprogram.h"
#include "app/pairs/chartview.h"
#include "app/pairs/makesview.h"
#include "app/pairs/pairsview.h"
#include "app/pairs/wheelview.h"
#include "app/palette/choicemodel.h"
#include "app/palette/choicepanel.h"
#include "app/palette/paletteview.h"
#include "app/parts/messages.h"
#include "app/parts/mixcard.h"
#include "app/parts/mixtiles.h"
#include "app/parts/printdialog.h"
#include "app/sheets/sheetsview.h"
#include "app/theme/theme.h"
#include "app/tubes/tubesview.h"
#include "app/window/mainwindow.h"
#include "app/window/places.h"
#include "notebook/edits.h"

#include <QApplication>
#include <QTemporaryDir>
#include <QtTest>
#include <random>

using namespace iris;

/// Edits, undo, another notebook and the end of the window at random moments of every kind of search. The seed is
/// printed; IRIS_ROUNDS says how often (2,000 take some minutes).
class TestEditsDuringJobs : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void nothingShownIsOfTubesThatAreGone();

private:
    int below(int bound) { return std::uniform_int_distribution<int>(0, bound - 1)(m_random); }
    void openWindow();
    void fillNotebook();
    void paintForYears();
    void startSomething();
    void edit();
    void useWhatIsShown();
    void check() const;
    template <typename Kind> Kind& the() { return m_window->places().the<Kind>(); }

    std::mt19937 m_random;
    std::unique_ptr<QTemporaryDir> m_folder;
    std::unique_ptr<Document> m_document;
    std::unique_ptr<MainWindow> m_window;
};

namespace {

int rounds()
{
    bool said = false;
    const int wanted = qEnvironmentVariableIntValue("IRIS_ROUNDS", &said);
    return said ? wanted : 120;
}

} // namespace

void TestEditsDuringJobs::openWindow()
{
    m_window = std::make_unique<MainWindow>(*m_document);
    m_window->show();
}

void TestEditsDuringJobs::fillNotebook()
{
    the<TubesView>().importFile(QStringLiteral(IRIS_SOURCE_DIR "/data/demo/tubes.csv"));
    for (const auto& [name, colour] : {std::pair{"Reeds", Lab{68, 10, 46}},
                                       {"Mud", Lab{40, 3, 9}},
                                       {"Sky", Lab{80, -3, -10}},
                                       {"Deep water", Lab{30, 0, -20}}})
        m_document->apply(putting(NeedRecord{{}, {name, colour, 7, 2}, {}}));
    if (below(2) == 0)
        paintForYears();
}

/// More squares than are learnt from at once, so that every edit begins a job of its own.
void TestEditsDuringJobs::paintForYears()
{
    NotebookEdit edit =
        yearsOfSquares(m_document->notebook(), m_document->studio()->unlearnt, 260, static_cast<unsigned>(m_random()));
    m_document->apply(std::move(edit), QStringLiteral("years of squares"));
}

void TestEditsDuringJobs::startSomething()
{
    switch (below(5)) {
    case 0: the<PaletteView>().wanted(); return the<PaletteView>().choice().choose();
    case 1:
        the<PairsView>().wanted();
        the<PairsView>().goTo(PairsView::Makes);
        return the<PairsView>().makesView().choose(static_cast<MixKind>(below(6)));
    case 2: the<SheetsView>().wanted(); return the<SheetsView>().layOutWorthPainting();
    case 3: the<PairsView>().wanted(); return the<PairsView>().goTo(static_cast<PairsView::Page>(below(4)));
    default: return the<TubesView>().wanted();
    }
}

void TestEditsDuringJobs::edit()
{
    const auto& tubes = m_document->notebook().tubes;
    const auto anyTube = [&] { return tubes[static_cast<std::size_t>(below(static_cast<int>(tubes.size())))].id; };
    switch (below(9)) {
    case 0:
        if (tubes.size() > 2)
            m_document->apply(removing<Tube>(std::vector<TubeId>{anyTube(), tubes.front().id}));
        break;
    case 1:
    case 2: m_document->undo(); break;
    case 3: m_document->redo(); break;
    case 4:
        if (!tubes.empty())
            m_document->apply(duplicating(m_document->notebook(), anyTube()));
        break;
    case 5:
        if (tubes.size() > 1) {
            MixRecord mix;
            mix.parts = mixPartsOf({{{0, 1 + below(5)}, {tubes.size() - 1, 1}}, wash::full}, m_document->notebook());
            mix.painted = Lab{50, 5, 15};
            m_document->apply(putting(mix), QStringLiteral("a square"));
        }
        break;
    case 6:
        if (tubes.size() > 1)
            m_document->apply(merging(m_document->notebook(), tubes.front().id, tubes.back().id));
        break;
    case 7:
        if (!m_document->notebook().needs.empty())
            m_document->apply(removing<NeedRecord>(std::vector<NeedId>{m_document->notebook().needs.front().id}));
        break;
    default:
        if (below(6) == 0) {
            m_window.reset(); // closed in the middle of it
            openWindow();
        } else if (below(6) == 0) {
            QVERIFY(m_document->create(m_folder->filePath(QStringLiteral("%1.iris").arg(m_random()))));
            fillNotebook();
        }
    }
}

/// What a hand would do with whatever has come up.
void TestEditsDuringJobs::useWhatIsShown()
{
    PairsView& pairs = the<PairsView>();
    switch (below(5)) {
    case 0: return pairs.card().pin();
    case 1: return pairs.makesView().nudge(below(2) == 0);
    case 2: return pairs.makesView().tiles().setCurrent(below(4));
    case 3: return the<PaletteView>().choice().showNextSet(1);
    default: return pairs.card().want();
    }
}

/// Whatever is on show counts the tubes of its own studio, and what a hand can act on is of tubes that are still there.
void TestEditsDuringJobs::check() const
{
    const Studio& studio = *m_document->studio();
    QCOMPARE(studio.paints.size(), studio.notebook.tubes.size());
    QCOMPARE(studio.learned.strengths.size(), studio.paints.size());
    QCOMPARE(studio.learned.lessons.size(), studio.lessons.squares.size());
    auto& pairs = m_window->places().the<PairsView>();
    const MixTiles& tiles = pairs.makesView().tiles();
    for (const MixTile& tile : tiles.tiles())
        for (const Part& part : tile.recipe.parts)
            QVERIFY(part.paint < tiles.studio()->paints.size());
    for (const MixCard* card : {&pairs.chartView().card(), &pairs.makesView().card(), &pairs.wheelView().card()})
        if (card->recipe())
            for (const Part& part : card->recipe()->parts)
                QVERIFY(m_document->notebook().tube(card->studio()->notebook.tubes.at(part.paint).id));
    const ShownChoicePtr shown = m_window->places().the<PaletteView>().choice().shown();
    for (const TubeId tube : shown ? shown->ownTubes() : std::vector<TubeId>())
        QVERIFY(m_document->notebook().tube(tube));
}

void TestEditsDuringJobs::nothingShownIsOfTubesThatAreGone()
{
    const unsigned seed = qEnvironmentVariableIsSet("IRIS_SEED")
                              ? static_cast<unsigned>(qEnvironmentVariableIntValue("IRIS_SEED"))
                              : std::random_device{}();
    qInfo("seed %u, %d rounds", seed, rounds());
    m_random.seed(seed);
    QVERIFY(loadFonts());
    applyTheme(*qApp, Ground::Light);
    messages().tell = [](QWidget*, const QString&, const QString&) {};
    messages().fileToSave = [](QWidget*, const QString&, const QString&, const QString&) { return QString(); };
    QTimer closer; // whatever dialog a search ends in
    connect(&closer, &QTimer::timeout, this, [] {
        if (auto* dialog = qobject_cast<QDialog*>(QApplication::activeModalWidget()))
            dialog->reject();
    });
    closer.start(5);
    m_folder = std::make_unique<QTemporaryDir>();
    m_document = std::make_unique<Document>();
    QVERIFY(m_document->create(m_folder->filePath("marsh.iris")));
    openWindow();
    fillNotebook();
    for (int round = 0; round < rounds() && !QTest::currentTestFailed(); ++round) {
        startSomething();
        QTest::qWait(below(30));
        edit();
        check();
        useWhatIsShown();
        QTest::qWait(below(60));
        check();
    }
    m_window.reset();
    m_document.reset();
}

IRIS_TEST(TestEditsDuringJobs, QApplication)
#include "tst_editsduringjobs.moc"
