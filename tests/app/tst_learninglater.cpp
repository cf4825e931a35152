#include "../notebook/yearsofsquares.h"
#include "../testprogram.h"
#include "app/document/document.h"
#include "notebook/edits.h"
#include "patience.h"

#include <QApplication>
#include <QSignalSpy>
#include <QTemporaryDir>
#include <QtTest>

using namespace iris;

/// A notebook of many painted mixes: it is there at once, and what they teach comes when it has been worked out.
class TestLearningLater : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void init();
    void cleanup() { m_document.reset(); }
    void itCatchesUp();
    void anEditInBetweenIsLearntWithTheRest();
    void aTubeThatIsGoneTeachesNothing();
    void anAnswerThatComesAfterAnEditTakesNothingBack();
    void closingWaitsForNothing();

private:
    static constexpr int mixes = 400;

    std::unique_ptr<QTemporaryDir> m_folder;
    std::unique_ptr<Document> m_document;

    QString path() const { return m_folder->filePath("years.iris"); }
    StudioPtr openedAnew() const;
};

namespace {

NotebookEdit tubesToPaintWith()
{
    NotebookEdit edit;
    for (const char* code : {"PY3", "PY35", "PY43", "PR108", "PV19", "PB29", "PB28", "PB15:3", "PG7", "PBr7"}) {
        Tube tube;
        tube.name = std::string("Tube ") + code;
        tube.codes = parsePigmentCodes(code).value();
        edit.tubes.put.push_back(std::move(tube));
    }
    return edit;
}

/// Squares whose yellows are twice as strong as the table has it.
NotebookEdit squaresOf(const Notebook& notebook, int count)
{
    std::vector<Paint> truth = typicalPaints(notebook);
    for (std::size_t i = 0; i < 3; ++i)
        truth[i].strength *= 2;
    return yearsOfSquares(notebook, truth, count, 11);
}

} // namespace

void TestLearningLater::init()
{
    m_folder = std::make_unique<QTemporaryDir>();
    auto store = NotebookStore::create(path()).value();
    QVERIFY(store->apply(tubesToPaintWith()));
    QVERIFY(store->apply(squaresOf(store->load().value(), mixes)));
    store.reset();
    m_document = std::make_unique<Document>();
    QVERIFY(m_document->open(path()));
}

/// What opening the notebook on the command line gives, where nothing is put off.
StudioPtr TestLearningLater::openedAnew() const
{
    FilmCache films;
    return studioOf(m_document->notebook(), films);
}

void TestLearningLater::itCatchesUp()
{
    QVERIFY(m_document->studio()->behind);
    QCOMPARE(m_document->studio()->learned.lessons.size(), std::size_t{mixes});
    QCOMPARE(m_document->studio()->paints, m_document->studio()->unlearnt);
    std::vector<NotebookParts> told;
    QObject::connect(m_document.get(), &Document::changed, this, [&](NotebookParts parts) { told.push_back(parts); });
    COMES_TRUE(!m_document->studio()->behind);
    QCOMPARE(told, (std::vector<NotebookParts>{{NotebookPart::Tubes, NotebookPart::Mixes}}));
    const StudioPtr anew = openedAnew();
    QCOMPARE(m_document->studio()->learned, anew->learned);
    QCOMPARE(m_document->studio()->paints, anew->paints);
    QVERIFY(m_document->studio()->paints[0].strength > 1.5 * m_document->studio()->unlearnt[0].strength);
}

void TestLearningLater::anEditInBetweenIsLearntWithTheRest()
{
    Tube tube = m_document->notebook().tubes[4];
    tube.strength = 3;
    m_document->apply(
        changing(m_document->notebook(), tube, "2026-10-03")); // while the first learning has not even begun
    QVERIFY(m_document->studio()->behind);
    QCoreApplication::processEvents();
    MixRecord mix = m_document->notebook().mixes[7];
    mix.id = {};
    m_document->apply(putting(mix), {});
    QVERIFY(m_document->studio()->behind);
    QCOMPARE(m_document->studio()->learned.lessons.size(), std::size_t{mixes + 1});
    COMES_TRUE(!m_document->studio()->behind);
    QCOMPARE(m_document->studio()->learned, openedAnew()->learned);
    // A note on a tube teaches nothing, and nothing is behind for it.
    tube.notes = "of the old box";
    m_document->apply(changing(m_document->notebook(), tube, "2026-10-03"));
    QVERIFY(!m_document->studio()->behind);
}

void TestLearningLater::aTubeThatIsGoneTeachesNothing()
{
    COMES_TRUE(!m_document->studio()->behind);
    const Learned before = m_document->studio()->learned;
    const TubeId gone = m_document->notebook().tubes[0].id;
    const double second = m_document->studio()->paints[1].strength;
    m_document->apply(removing<Tube>(std::vector<TubeId>{gone}));
    const StudioPtr between = m_document->studio();
    QVERIFY(between->behind); // and goes on with what was known of the others
    QCOMPARE(between->paints[0].strength, second);
    QVERIFY(between->learned.lessons.size() < before.lessons.size());
    std::size_t unknowns = between->learned.touched.size();
    for (const auto& bends : between->learned.bends)
        unknowns += bends.size();
    QCOMPARE(between->learned.covariance->size(), unknowns * unknowns);
    QCOMPARE(between->learned.covarianceOf(0, 0), before.covarianceOf(1, 1));
    m_document->undo();
    COMES_TRUE(!m_document->studio()->behind);
    QCOMPARE(m_document->studio()->learned, before);
}

/// What has been learnt waits to be told while a need is written down: the need stays.
void TestLearningLater::anAnswerThatComesAfterAnEditTakesNothingBack()
{
    QCoreApplication::processEvents(); // it has begun
    QTest::qSleep(1500);               // and has ended, but nobody has heard of it yet
    m_document->apply(putting(NeedRecord{{}, {"Reeds", {68, 10, 46}, 7, 2}, {}}));
    COMES_TRUE(!m_document->studio()->behind);
    QCOMPARE(m_document->notebook().needs.size(), std::size_t{1});
}

void TestLearningLater::closingWaitsForNothing()
{
    QCoreApplication::processEvents(); // it has begun
    m_document = std::make_unique<Document>();
    QVERIFY(m_document->create(m_folder->filePath("other.iris")));
    QTest::qWait(50);
    QVERIFY(m_document->notebook().mixes.empty() && !m_document->studio()->behind);
}

IRIS_TEST(TestLearningLater, QApplication)
#include "tst_learninglater.moc"
