#include "../testfiles.h"
#include "app/document/document.h"
#include "notebook/edits.h"

#include <QGuiApplication>
#include <QProcess>
#include <QTemporaryDir>
#include <QtTest>
#include <atomic>
#include <iostream>
#include <mutex>
#include <thread>

using namespace iris;

/// One notebook, and several who have it open at once: a window that writes, one that reads, and commands. Nothing is
/// refused that need not be, and nothing that was acknowledged is lost. The program is its own second window, started
/// with --reading. IRIS_TOGETHER_SECONDS (3) asks for longer.
class TestTogether : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void init();
    void aWindowWritesWhileOthersRead();
    void commandsWaitForEachOther();

private:
    QString file(const QString& name) const { return m_folder->filePath(name); }

    std::unique_ptr<QTemporaryDir> m_folder;
};

namespace {

constexpr int fewTubes = 30;

std::chrono::seconds howLong()
{
    bool given = false;
    const int asked = qEnvironmentVariableIntValue("IRIS_TOGETHER_SECONDS", &given);
    return std::chrono::seconds(given ? asked : 3);
}

Tube tubeCalled(const std::string& name)
{
    Tube tube;
    tube.name = name;
    tube.codes = parsePigmentCodes("PB29").value();
    tube.notes = std::string(500, 'n'); // so that an edit is more than a page
    return tube;
}

/// What several at once complain of.
class Complaints {
public:
    void add(const QString& words)
    {
        const std::scoped_lock lock(m_lock);
        m_words << words;
    }
    QStringList words() const
    {
        const std::scoped_lock lock(m_lock);
        return m_words;
    }

private:
    mutable std::mutex m_lock;
    QStringList m_words;
};

/// Gives one command after the other until it is told to stop; how many were given.
class Commands {
public:
    using Next = std::function<QStringList(int number)>;

    Commands(Next next, Complaints& complaints)
        : m_thread([this, next = std::move(next), &complaints] {
              for (; !m_stop; ++m_given) {
                  QProcess tool;
                  const QStringList arguments = next(m_given);
                  tool.start(QStringLiteral(IRIS_CLI), arguments);
                  const bool done = tool.waitForFinished(60000) && tool.exitCode() == 0;
                  const QByteArray said = tool.readAllStandardError();
                  if (!done || !said.isEmpty())
                      complaints.add(arguments.join(' ') + ": " + QString::fromUtf8(said));
              }
          })
    {
    }
    ~Commands() { stop(); }

    int stop()
    {
        m_stop = true;
        if (m_thread.joinable())
            m_thread.join();
        return m_given;
    }

private:
    std::atomic<bool> m_stop = false;
    std::atomic<int> m_given = 0;
    std::thread m_thread;
};

/// The second window: opens the notebook anew until its input is closed, and tells what it could not read.
int beTheReader(const QString& path)
{
    std::thread([] {
        std::cin.get();
        _exit(0);
    }).detach();
    for (std::size_t before = 0;;) {
        Document document;
        const auto opened = document.open(path);
        const std::size_t now = opened ? document.notebook().tubes.size() : 0;
        if (!opened)
            std::cout << opened.error().message << std::endl;
        else if (!document.readOnlyReason().contains("open in another window"))
            std::cout << "it may write, with the reason " << document.readOnlyReason().toStdString() << std::endl;
        else if (now < before)
            std::cout << "it had " << before << " tubes and has " << now << std::endl;
        before = std::max(before, now);
    }
}

} // namespace

void TestTogether::init()
{
    m_folder = std::make_unique<QTemporaryDir>();
    const auto made = NotebookStore::create(file("a.iris"), [](NotebookStore& store) -> Result<void> {
        NotebookEdit edit;
        for (int i = 0; i < fewTubes; ++i)
            edit.tubes.put.push_back(tubeCalled("Reed " + std::to_string(i)));
        return store.apply(edit).map([](const NotebookEdit&) {});
    });
    QVERIFY(made);
}

void TestTogether::aWindowWritesWhileOthersRead()
{
    Document writer;
    QVERIFY(writer.open(file("a.iris")));
    QVERIFY(writer.readOnlyReason().isEmpty());
    Complaints complaints;
    connect(&writer, &Document::failed, this, [&](const QString& words) { complaints.add("the window: " + words); });
    QProcess reader;
    reader.start(QCoreApplication::applicationFilePath(), {"--reading", file("a.iris")});
    QVERIFY(reader.waitForStarted());
    int edits = 0;
    int commands = 0;
    {
        Commands lists([&](int) { return QStringList{"tubes", file("a.iris")}; }, complaints);
        Commands dumps(
            [&](int) {
                return QStringList{"export", file("a.iris"), "json", "--out", file("a.json")};
            },
            complaints);
        Commands mixes([&](int) { return QStringList{"mixes", "--notebook", file("a.iris")}; }, complaints);
        const auto end = std::chrono::steady_clock::now() + howLong();
        for (; std::chrono::steady_clock::now() < end; ++edits) {
            writer.apply(putting(std::vector<Tube>{tubeCalled("Rush " + std::to_string(edits))}), "bring in one");
            QTest::qWait(2);
        }
        commands = lists.stop() + dumps.stop() + mixes.stop();
    }
    reader.closeWriteChannel();
    QVERIFY(reader.waitForFinished(60000));
    qInfo("%d edits, %d commands", edits, commands);
    QVERIFY2(complaints.words().isEmpty(), qPrintable(complaints.words().value(0)));
    QCOMPARE(reader.readAllStandardOutput(), QByteArray());
    QVERIFY(edits > 5 && commands > 5);
    const auto now = NotebookStore::open(file("a.iris"), Access::Read).value()->load().value();
    QCOMPARE(now.tubes.size(), static_cast<std::size_t>(fewTubes + edits));
}

void TestTogether::commandsWaitForEachOther()
{
    Complaints complaints;
    const auto bringIn = [&](const QString& who) {
        return [this, who](int number) {
            const QString list = file(who + ".csv");
            putFile(list, QString("name,codes\n%1 %2,PG7\n").arg(who).arg(number).toUtf8());
            return QStringList{"import", file("a.iris"), "tubes", list};
        };
    };
    int brought = 0;
    {
        Commands one(bringIn("Teal"), complaints);
        Commands other(bringIn("Snipe"), complaints);
        Commands dumps(
            [&](int) {
                return QStringList{"export", file("a.iris"), "json", "--out", file("a.json")};
            },
            complaints);
        std::this_thread::sleep_for(howLong());
        brought = one.stop() + other.stop();
        dumps.stop();
    }
    qInfo("%d lists were brought in", brought);
    QVERIFY2(complaints.words().isEmpty(), qPrintable(complaints.words().value(0)));
    QVERIFY(brought > 5);
    const auto now = NotebookStore::open(file("a.iris")).value()->load().value();
    QCOMPARE(now.tubes.size(), static_cast<std::size_t>(fewTubes + brought));
}

int main(int argc, char** argv)
{
    QGuiApplication application(argc, argv);
    const QStringList arguments = QCoreApplication::arguments();
    if (arguments.value(1) == QLatin1String("--reading"))
        return beTheReader(arguments.value(2));
    TestTogether test;
    return QTest::qExec(&test, argc, argv);
}

#include "tst_together.moc"
