#include "../testprogram.h"
#include "app/jobs/job.h"
#include "patience.h"

#include <QCoreApplication>
#include <QElapsedTimer>
#include <QPainter>
#include <QSemaphore>
#include <QtTest>
#include <thread>

using namespace iris;

namespace {

/// Work that goes on until it is told to end.
int untilStopped(const JobTools& tools)
{
    while (!tools.stop.stop_requested())
        std::this_thread::yield();
    return -1;
}

/// So many jobs that are at work until this goes, or for 3 s.
class BusyJobs {
public:
    explicit BusyJobs(int count)
    {
        for (int i = 0; i < count; ++i) {
            m_jobs.push_back(std::make_unique<Job<int>>());
            m_jobs.back()->start([this](const JobTools&) { return work(); }, [](int) {});
        }
        while (m_begun < count && m_ended == 0)
            QThread::msleep(1);
    }

    ~BusyJobs()
    {
        m_enough = true;
        while (m_ended < m_begun)
            QThread::msleep(1);
    }

    bool areStill() const { return m_ended == 0; }

private:
    int work()
    {
        ++m_begun;
        for (int waited = 0; !m_enough && waited < 3000; ++waited)
            QThread::msleep(1);
        ++m_ended;
        return 1;
    }

    std::vector<std::unique_ptr<Job<int>>> m_jobs;
    std::atomic<bool> m_enough = false;
    std::atomic<int> m_begun = 0;
    std::atomic<int> m_ended = 0;
};

} // namespace

/// Work off the interface thread: watched, ended, and never handed on when it is no longer wanted.
class TestJobs : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void handsItsAnswerOnHere();
    void tellsHowFarItHasCome();
    void stoppedByThePainterItStillAnswers();
    void droppedItSaysNothing();
    void aNewOneDropsTheOneBefore();
    void neverWaitsForWorkThatDoesNotEnd();
    void canBeginAgainFromItsAnswer();
    void paintingNeverWaitsForWork();
    void noWorkWaitsForOther();
};

void TestJobs::handsItsAnswerOnHere()
{
    Job<int> job;
    int answer = 0;
    QThread* worked = nullptr;
    QThread* told = nullptr;
    job.start(
        [&worked](const JobTools&) {
            worked = QThread::currentThread();
            return 42;
        },
        [&](int found) {
            answer = found;
            told = QThread::currentThread();
        });
    QVERIFY(job.isRunning());
    COMES_TRUE(answer == 42);
    QVERIFY(!job.isRunning());
    QCOMPARE(told, QThread::currentThread());
    QVERIFY(worked && worked != told);
}

void TestJobs::tellsHowFarItHasCome()
{
    Job<int> job;
    std::vector<double> shares;
    QStringList words;
    QSemaphore goOn;
    connect(&job, &JobBase::progressed, this, [&](double share) { shares.push_back(share); });
    connect(&job, &JobBase::doing, this, [&](const QString& doing) { words << doing; });
    bool done = false;
    job.start(
        [&goOn](const JobTools& tools) {
            const WorkOptions work = tools.workOptions();
            for (int i = 0; i <= 100'000; ++i)
                work.progress(i / 200'000.0);
            tools.teller()("mixing");
            goOn.acquire();
            return 0;
        },
        [&](int) { done = true; });
    COMES_TRUE(!words.isEmpty());
    COMES_TRUE(shares.back() == 0.5);
    QVERIFY2(shares.size() < 10'000, "as often as an eye can follow, not as often as it is reported");
    QCOMPARE(words, QStringList{QStringLiteral("mixing")});
    goOn.release();
    COMES_TRUE(done);
}

void TestJobs::stoppedByThePainterItStillAnswers()
{
    Job<int> job;
    int answer = 0;
    job.start(untilStopped, [&](int found) { answer = found; });
    job.stop();
    COMES_TRUE(answer == -1);
}

void TestJobs::droppedItSaysNothing()
{
    Job<int> job;
    bool told = false;
    std::atomic<bool> ended = false;
    job.start(
        [&ended](const JobTools& tools) {
            untilStopped(tools);
            ended = true;
            return 1;
        },
        [&](int) { told = true; });
    job.drop();
    QVERIFY(!job.isRunning());
    COMES_TRUE(ended);
    QTest::qWait(50);
    QVERIFY(!told);
}

void TestJobs::aNewOneDropsTheOneBefore()
{
    Job<int> job;
    std::vector<int> answers;
    for (int i = 0; i < 20; ++i)
        job.start([i](const JobTools&) { return i; }, [&](int found) { answers.push_back(found); });
    COMES_TRUE(!answers.empty());
    QTest::qWait(50);
    QCOMPARE(answers, std::vector{19});
}

void TestJobs::neverWaitsForWorkThatDoesNotEnd()
{
    QSemaphore release;
    QSemaphore ended;
    bool told = false;
    {
        Job<int> job;
        for (int i = 0; i < 2; ++i)
            job.start(
                [&](const JobTools&) {
                    release.acquire(); // deaf to the stop token
                    ended.release();
                    return 1;
                },
                [&](int) { told = true; });
    } // if it waited here, nothing would ever release it
    release.release(2);
    ended.acquire(2);
    QTest::qWait(50);
    QVERIFY(!told);
}

void TestJobs::canBeginAgainFromItsAnswer()
{
    Job<int> job;
    int rounds = 0;
    std::function<void(const int&)> again = [&](int) {
        if (++rounds < 5)
            job.start([](const JobTools&) { return 0; }, again);
    };
    job.start([](const JobTools&) { return 0; }, again);
    COMES_TRUE(rounds == 5 && !job.isRunning());
}

/// Qt fills large areas on the threads of its own pool, and waits for them.
void TestJobs::paintingNeverWaitsForWork()
{
    BusyJobs busy(QThread::idealThreadCount());
    QImage image(2000, 2000, QImage::Format_ARGB32_Premultiplied);
    QPainter painter(&image);
    QLinearGradient across(0, 0, 2000, 2000);
    across.setColorAt(0, Qt::white);
    across.setColorAt(1, Qt::black);
    painter.fillRect(image.rect(), across);
    QVERIFY(busy.areStill());
}

void TestJobs::noWorkWaitsForOther()
{
    BusyJobs busy(QThread::idealThreadCount());
    Job<int> another;
    int answer = 0;
    another.start([](const JobTools&) { return 7; }, [&](int found) { answer = found; });
    COMES_TRUE(answer == 7);
    QVERIFY(busy.areStill());
}

IRIS_TEST(TestJobs, QCoreApplication)
#include "tst_jobs.moc"
