#include "../testprogram.h"
#include "palette/need.h"
#include "words/learntwords.h"

#include <QtTest>

using namespace iris;

class TestLearntWords : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void strengthsAreTold_data();
    void strengthsAreTold();
    void tellingBothWaysIsTheSame();
    void distancesGoUp();
};

void TestLearntWords::strengthsAreTold_data()
{
    QTest::addColumn<double>("taken");
    QTest::addColumn<double>("found");
    QTest::addColumn<double>("factor");
    QTest::newRow("as strong as thought") << 1.0 << 1.1 << 1.1;
    QTest::newRow("about half as strong again") << 1.0 << 1.5 << 1.2;
    QTest::newRow("about twice as strong as thought") << 0.5 << 1.0 << 1.2;
    QTest::newRow("about three times as strong as thought") << 1.0 << 3.0 << 1.2;
    QTest::newRow("about a third weaker than thought") << 3.0 << 2.0 << 1.2;
    QTest::newRow("about half as strong as thought") << 2.1 << 1.05 << 1.3;
    QTest::newRow("about a quarter as strong as thought") << 4.0 << 1.0 << 1.3;
    QTest::newRow("far weaker than thought") << 10.0 << 1.0 << 1.3;
    QTest::newRow("many times as strong as thought") << 1.0 << 12.0 << 1.3;
    QTest::newRow("too little painted to tell") << 1.0 << 1.5 << 2.2; // it may be off by more
}

void TestLearntWords::strengthsAreTold()
{
    QFETCH(double, taken);
    QFETCH(double, found);
    QFETCH(double, factor);
    QCOMPARE(strengthInWords(taken, found, factor), std::string(QTest::currentDataTag()));
}

/// What is called stronger is stronger, and what is called weaker weaker, at any ratio.
void TestLearntWords::tellingBothWaysIsTheSame()
{
    for (double ratio = 0.05; ratio < 20; ratio *= 1.01) {
        const std::string words = strengthInWords(1, ratio, 1.05);
        const bool isPlain = isPlainlyOther(1, ratio, 1.05);
        QCOMPARE(words == "as strong as thought", !isPlain);
        if (!isPlain)
            continue;
        const bool saysMore = words.find("stronger") != std::string::npos || words.find("again") != std::string::npos
                              || words.find("twice") != std::string::npos || words.find("times") != std::string::npos;
        QVERIFY2(saysMore == (ratio > 1), words.c_str());
    }
}

void TestLearntWords::distancesGoUp()
{
    QStringList said;
    for (double apart = 0; apart < 15; apart += 0.1)
        if (const QString words = QString::fromStdString(apartInWords(apart)); said.isEmpty() || said.last() != words)
            said << words;
    QCOMPARE(said.size(), 6);
    QCOMPARE(apartInWords(tolerance::close), std::string("the same at a glance"));
}

IRIS_TEST(TestLearntWords, QCoreApplication)
#include "tst_learntwords.moc"
