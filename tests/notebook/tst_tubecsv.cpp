#include "../testprogram.h"
#include "notebook/tubecsv.h"

#include <QtTest>
#include <random>

using namespace iris;

class TestTubeCsv : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void fiftyThousandRowsAreNoDrawer();
    void stockAndLabelComeIn();
    void readsOtherPeoplesLists_data();
    void readsOtherPeoplesLists();
    void badRowsAreNamedAndGoodOnesComeIn();
    void refusesWhatIsNoList_data();
    void refusesWhatIsNoList();
    void roundTripsWithoutLoss();
};

void TestTubeCsv::readsOtherPeoplesLists_data()
{
    QTest::addColumn<QByteArray>("text");
    QTest::newRow("plain") << QByteArray("name,codes\nLemon,PY3\nBlue,PB29\n");
    QTest::newRow("semicolons, CRLF") << QByteArray("Name;Codes\r\nLemon;PY3\r\nBlue;PB29\r\n");
    QTest::newRow("tabs") << QByteArray("NAME\tPigment\nLemon\tpy 3\nBlue\tPB29");
    QTest::newRow("byte order mark, other order")
        << QByteArray("\xEF\xBB\xBF"
                      "pigments,tube,price\n\"PY3\",Lemon,4.50\nPB29,Blue,5\n");
    QTest::newRow("blank lines") << QByteArray("name,codes\n\nLemon,PY3\n\n\nBlue,PB29\n");
}

void TestTubeCsv::readsOtherPeoplesLists()
{
    QFETCH(QByteArray, text);
    const auto list = readTubesCsv(text.toStdString(), ReferenceTable::shipped());
    QVERIFY(list.has_value());
    QVERIFY(list->problems.empty());
    QCOMPARE(list->tubes.size(), 2U);
    QCOMPARE(list->tubes[0].name, std::string("Lemon"));
    QCOMPARE(textOf(list->tubes[1].codes), std::string("PB29"));
}

void TestTubeCsv::badRowsAreNamedAndGoodOnesComeIn()
{
    const auto list = readTubesCsv("name,codes,full_L,strength,staining,smell\n"
                                   "Lemon,PY3,,,,\n"
                                   "Mystery,,,,,\n"
                                   "Blue,PB29,,abc,,\n"
                                   "Half,PB29,40,,,\n"
                                   ",PB29,,,,\n"
                                   "Odd,PZ9,,,,\n"
                                   "Grainy,PB29,,,2.5,\n"
                                   "Rose,PV19,,1.2,3,sweet\n",
                                   ReferenceTable::shipped());
    QVERIFY(list.has_value());
    QCOMPARE(list->tubes.size(), 2U);
    QCOMPARE(list->tubes[1].staining, std::optional(3));
    QCOMPARE(list->problems.size(), 6U);
    for (std::size_t i = 0; i < list->problems.size(); ++i) {
        QCOMPARE(list->problems[i].line, int(i) + 3);
        QVERIFY(!list->problems[i].message.empty());
    }
    QCOMPARE(list->ignoredColumns, std::vector<std::string>{"smell"});
}

void TestTubeCsv::refusesWhatIsNoList_data()
{
    QTest::addColumn<QByteArray>("text");
    QTest::newRow("empty") << QByteArray("");
    QTest::newRow("no header") << QByteArray("Lemon,PY3\nBlue,PB29\n");
    QTest::newRow("open quote") << QByteArray("name,codes\n\"Lemon,PY3\n");
}

void TestTubeCsv::refusesWhatIsNoList()
{
    QFETCH(QByteArray, text);
    QVERIFY(!readTubesCsv(text.toStdString(), ReferenceTable::shipped()));
}

void TestTubeCsv::roundTripsWithoutLoss()
{
    constexpr unsigned seed = 5150;
    std::mt19937 random(seed);
    std::uniform_real_distribution<double> value(0, 90);
    const auto lab = [&] { return Lab{value(random), value(random) - 45, value(random) - 45}; };
    const std::vector<std::string> names{"Lemon", "Reed; gold", "\"Hull\" Red", "Mud,\nwet", "\xC3\x89tang", " edge "};
    const std::vector<std::string> codes{"PY3", "PBr7", "PG7, PY150", "PB15:3"};
    for (int round = 0; round < 50; ++round) {
        std::vector<Tube> tubes(1 + random() % 20);
        for (Tube& tube : tubes) {
            tube.name = names[random() % names.size()];
            tube.maker = names[random() % names.size()];
            tube.codes = parsePigmentCodes(codes[random() % codes.size()]).value();
            tube.notes = random() % 2 ? names[random() % names.size()] : "";
            if (random() % 2)
                tube.swatch = Swatch{lab(), lab(), lab()};
            if (random() % 2)
                tube.strength = 0.01 + value(random) / 10;
            if (random() % 2)
                tube.granulation = int(random() % 4);
        }
        const auto back = readTubesCsv(writeTubesCsv(tubes), ReferenceTable::shipped());
        QVERIFY2(back && back->problems.empty() && back->tubes == tubes,
                 qPrintable(QString("seed %1 round %2").arg(seed).arg(round)));
    }
}

void TestTubeCsv::fiftyThousandRowsAreNoDrawer()
{
    std::string text = "name,codes\r\n";
    for (int i = 0; i < 50000; ++i)
        text += "Mud " + std::to_string(i) + ",PBr7\r\n";
    const auto list = readTubesCsv(text, ReferenceTable::shipped());
    QVERIFY(!list);
    QVERIFY(list.error().message.find("50000 lines") != std::string::npos);
}

void TestTubeCsv::stockAndLabelComeIn()
{
    const auto list =
        readTubesCsv("Name;Codes;Transparency;Staining;Container;Size_ml;Price;Left_percent;Where;Bought_on\n"
                     "Blue;PB29;Semi-Transparent;2;pan;1.8;6.5;40;wish list;2026-10-03\n"
                     "Green;PG7;see-through;;;;;;;\n"
                     "Red;PR122;;;jar;;;;;\n"
                     "Mud;PBr7;;;;;;140;;\n"
                     "Sky;PB35;;;;;;;;soon\n",
                     ReferenceTable::shipped());
    QVERIFY(list);
    QCOMPARE(list->tubes.size(), 1U);
    const Tube& blue = list->tubes[0];
    QCOMPARE(blue.transparency, std::optional(TransparencyClass::SemiTransparent));
    QCOMPARE(blue.staining, std::optional(2));
    QCOMPARE(blue.stock, (Stock{Container::Pan, 1.8, 6.5, 40, Whereabouts::WishList, "2026-10-03"}));
    QVERIFY(std::abs(*blue.stock.pricePerMl() - 6.5 / 1.8) < 1e-12);
    QVERIFY(!isAtHand(blue));
    QCOMPARE(list->problems.size(), 4U);
    QVERIFY(list->problems[0].message.find("see-through") != std::string::npos);
    QVERIFY(list->problems[1].message.find("jar") != std::string::npos);
}

IRIS_TEST(TestTubeCsv, NoApplication)
#include "tst_tubecsv.moc"
