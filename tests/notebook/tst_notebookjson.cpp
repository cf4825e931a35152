#include "../testprogram.h"
#include "notebook/notebookjson.h"
#include "notebook/notebookstore.h"
#include "randomnotebook.h"

#include <QCoreApplication>
#include <QTemporaryDir>
#include <QtTest>
#include <nlohmann/json.hpp>

using namespace iris;

class TestNotebookJson : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void roundTripsWithoutLoss();
    void badFiles_data();
    void badFiles();
};

/// Through text and back, and through a file of its own and back, for many made-up notebooks.
void TestNotebookJson::roundTripsWithoutLoss()
{
    const QTemporaryDir folder;
    for (unsigned seed = 1; seed <= 120; ++seed) {
        const NotebookDump dump = RandomNotebook(seed).dump();
        // Written in two ways; the library's own is the measure.
        const std::string written = writeNotebookJson(dump);
        QVERIFY(nlohmann::ordered_json::parse(written).dump(1) + "\n" == written);
        const auto read = readNotebookJson(writeNotebookJson(dump));
        QVERIFY2(read, read ? "" : qPrintable(QString("seed %1: %2").arg(seed).arg(read.error().message.c_str())));
        QVERIFY2(*read == dump, qPrintable(QString("seed %1").arg(seed)));
        if (seed > 20)
            continue;
        const auto store = NotebookStore::create(folder.filePath(QString::number(seed))).value();
        QVERIFY(store->apply(filling(*read)));
        QVERIFY2(store->load().value() == dump.notebook, qPrintable(QString("seed %1").arg(seed)));
        for (const Picture& picture : dump.pictures)
            QCOMPARE(store->picture(picture.name).value(), picture);
    }
}

void TestNotebookJson::badFiles_data()
{
    QTest::addColumn<QByteArray>("find");
    QTest::addColumn<QByteArray>("replace");
    QTest::addColumn<QString>("says");
    QTest::newRow("cut off") << QByteArray("\"wishes\"") << QByteArray("\"wish") << "no JSON";
    QTest::newRow("another format") << QByteArray("iris-bianca-notebook") << QByteArray("a-list") << "not a notebook";
    QTest::newRow("newer") << QByteArray("\"version\": 1") << QByteArray("\"version\": 9") << "newer";
    QTest::newRow("a code that is none") << QByteArray("PB29") << QByteArray("blue") << "blue";
    QTest::newRow("an id twice") << QByteArray("\"id\": 4") << QByteArray("\"id\": 2") << "two tubes";
    QTest::newRow("a tube that is gone") << QByteArray("\"tube\": ") << QByteArray("\"tube\": 99")
                                         << "a tube that is not there";
    QTest::newRow("no name") << QByteArray("\"name\"") << QByteArray("\"nome\"") << "name";
    QTest::newRow("a rating of nine") << QByteArray("\"staining\": ") << QByteArray("\"staining\": 9") << "staining";
    QTest::newRow("words for a colour") << QByteArray("\"full\": [") << QByteArray("\"full\": [\"pale\",") << "full";
    QTest::newRow("a picture damaged") << QByteArray("\"base64\": \"") << QByteArray("\"base64\": \"AAAA") << "damaged";
}

void TestNotebookJson::badFiles()
{
    QFETCH(QByteArray, find);
    QFETCH(QByteArray, replace);
    QFETCH(QString, says);
    QByteArray text = QByteArray::fromStdString(writeNotebookJson(RandomNotebook(6).dump()));
    const qsizetype at = text.indexOf(find);
    QVERIFY2(at >= 0, "the sample does not hold what this row breaks");
    text.replace(at, find.size(), replace);
    const auto read = readNotebookJson(text.toStdString());
    QVERIFY(!read);
    QCOMPARE(read.error().code, ErrorCode::BadJson);
    QVERIFY2(QString::fromStdString(read.error().message).contains(says), read.error().message.c_str());
}

IRIS_TEST(TestNotebookJson, QCoreApplication)
#include "tst_notebookjson.moc"
