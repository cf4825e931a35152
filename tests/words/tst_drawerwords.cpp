#include "../testprogram.h"
#include "paint/paint.h"
#include "words/drawerwords.h"

#include <QtTest>
#include <numeric>

using namespace iris;

/// What is said of a drawer is so. Common practice (the facts of the trade), without a source.
class TestDrawerWords : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void twinsAreNamed();
    void redsThatLeanOrangeMakeNoViolet();
    void theCleanestAreTold();
    void whatFadesAndWhatHides();
    void phthaloIsStrong();
    void littleIsSaidOfLittle();
    void placesAreThoseOfTheDrawer();
};

namespace {

std::vector<Paint> drawerOf(std::initializer_list<const char*> pigments)
{
    std::vector<Paint> paints;
    for (const char* pigment : pigments) {
        paints.push_back(paintOf(*ReferenceTable::shipped().find(pigment).value()));
        paints.back().name = pigment;
    }
    return paints;
}

QString saidOf(const std::vector<Paint>& paints)
{
    std::vector<std::size_t> places(paints.size());
    std::iota(places.begin(), places.end(), 0U);
    QString all;
    for (const DrawerTruth& truth : drawerTruths(paints, places, {}))
        all += QString::fromStdString(truth.words) + '\n';
    return all;
}

} // namespace

void TestDrawerWords::twinsAreNamed()
{
    std::vector<Paint> paints = drawerOf({"PB29", "PB29", "PR101/light red"});
    paints[1].name = "French Blue";
    const QString said = saidOf(paints);
    QVERIFY2(said.startsWith("PB29 and French Blue are one paint, PB29, under two names."), qPrintable(said));
    // Two tubes of one code and other forms are no twins.
    QVERIFY(!saidOf(drawerOf({"PBr7/burnt sienna", "PBr7/raw umber"})).contains("one paint"));
    QVERIFY(saidOf(drawerOf({"PB29", "PB29"})).contains("You have PB29 twice"));
}

void TestDrawerWords::redsThatLeanOrangeMakeNoViolet()
{
    const QString said = saidOf(drawerOf({"PR108/light", "PR254", "PB29", "PY3"}));
    QVERIFY2(said.contains("None of your 2 reds leans violet: a violet stays quiet"), qPrintable(said));
    QVERIFY(!saidOf(drawerOf({"PR108/light", "PV19/rose", "PB29"})).contains("leans violet"));
    const QString warm = saidOf(drawerOf({"PY110", "PY153", "PB15:3"}));
    QVERIFY2(warm.contains("None of your 2 yellows leans green"), qPrintable(warm));
}

void TestDrawerWords::theCleanestAreTold()
{
    const QString said =
        saidOf(drawerOf({"PY3", "PY43", "PB15:3", "PB29", "PV19/rose", "PR108/light", "PBr7/burnt sienna"}));
    QVERIFY2(said.contains("cleanest green your tubes mix is PY3 and PB15:3")
                 || said.contains("cleanest green your tubes mix is PB15:3 and PY3"),
             qPrintable(said));
    QVERIFY2(said.contains(QRegularExpression("cleanest violet your tubes mix is [^\n]*PV19/rose")), qPrintable(said));
    QVERIFY2(said.contains("truest grey"), qPrintable(said));
}

void TestDrawerWords::whatFadesAndWhatHides()
{
    const QString said = saidOf(drawerOf({"PR83", "PR108/light", "PB29"}));
    QVERIFY2(said.contains("PR83 fades"), qPrintable(said));
    QVERIFY2(said.contains("PR108/light hides what lies below it"), qPrintable(said));
    QVERIFY(!said.contains("PB29 fades") && !said.contains("PB29 hides"));
}

void TestDrawerWords::phthaloIsStrong()
{
    const QString said = saidOf(drawerOf({"PB15:3", "PG18"}));
    QVERIFY2(said.contains(QRegularExpression("One part of PB15:3 does as much as \\d+ of PG18")), qPrintable(said));
}

void TestDrawerWords::littleIsSaidOfLittle()
{
    QVERIFY(saidOf({}).isEmpty());
    QVERIFY(saidOf(drawerOf({"PB29"})).isEmpty());
    std::stop_source stop;
    stop.request_stop();
    const auto paints = drawerOf({"PY3", "PB29"});
    const std::vector<std::size_t> places{0, 1};
    QVERIFY(drawerTruths(paints, places, {}, stop.get_token()).empty());
}

void TestDrawerWords::placesAreThoseOfTheDrawer()
{
    const auto paints = drawerOf({"PBk9", "PY3", "PW6", "PB15:3"});
    const std::vector<std::size_t> places{3, 1};
    for (const DrawerTruth& truth : drawerTruths(paints, places, {}))
        for (const std::size_t tube : truth.tubes)
            QVERIFY(tube == 3 || tube == 1);
}

IRIS_TEST(TestDrawerWords, QCoreApplication)
#include "tst_drawerwords.moc"
