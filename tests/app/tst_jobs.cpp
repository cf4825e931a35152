#include "app/jobs/job.h"
#include "patience.h"

#include <QElapsedTimer>
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

QTEST_GUILESS_MAIN(TestJobs)
#include "tst_jobs.moc"
