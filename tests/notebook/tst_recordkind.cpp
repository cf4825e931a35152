#include "../testprogram.h"
#include "notebook/mender.h"
#include "notebook/notebookschema.h"
#include "notebook/recordedits.h"
#include "notebook/recordmerging.h"
#include "notebook/recordstore.h"

#include <QSqlDatabase>
#include <QtTest>

using namespace iris;

/// A kind of record that no notebook has, and a field more of it: told once, here, and found in everything that follows
/// from that.
class TestRecordKind : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void init();
    void cleanup();
    void rowsAreWrittenAndRead();
    void aFieldThatCameLaterIsAddedToItsTable();
    void jsonSaysWhatIsNotAsUsual();
    void jsonWithoutWhatMustBeThereIsRefused();
    void whatIsOutOfRangeIsMended();
    void anEditIsTakenBack();
    void whatGoesWithATubeComesBackWithIt();
    void twoTubesBecomeOneInIt();
    void twoBecomeOne();
    void everyKindHasItsColumns();

private:
    QSqlDatabase m_database;
};

namespace {

enum class Hair { Sable, Synthetic };

struct SpongeId {
    std::int64_t value = 0;

    auto operator<=>(const SpongeId&) const = default;
};

struct Sponge {
    SpongeId id;
    std::string name;
    double sizeMm = 8;
    Hair hair = Hair::Sable;
    std::optional<int> wear;
    TubeId keptFor;            ///< the tube it is kept for, and thrown away with
    std::vector<TubeId> tubes; ///< those it was used with
    std::vector<MixPart> lastMix;
    std::string notes;

    template <typename Self, typename Visit> static void fields(Self& self, Visit&& visit)
    {
        visit("name", self.name, Field{.words = "name", .text = TextKind::Name, .json = InJson::Required});
        visit("size_mm", self.sizeMm, Field{.words = "its size", .range = Range{1, 100}, .usual = 8, .since = 7});
        visit("hair", self.hair, Field{.json = InJson::Always, .in = "made_of", .since = 7});
        visit("wear", self.wear, Field{.words = "its wear", .range = Range{0, 3}, .since = 7});
        visit("kept_for", self.keptFor, Field{.words = "its tube", .goesWithIt = true, .since = 7});
        visit("tubes", self.tubes, Field{.words = "tubes", .since = 7});
        visit("last_mix", self.lastMix, Field{.words = "tubes", .most = 3, .since = 7});
        visit("notes", self.notes, Field{.words = "its notes", .text = TextKind::Notes, .since = 7});
    }

    bool operator==(const Sponge&) const = default;
};

/// The same kind one version on.
struct LaterSponge : Sponge {
    std::optional<double> price;

    template <typename Self, typename Visit> static void fields(Self& self, Visit&& visit)
    {
        Sponge::fields(self, visit);
        visit("price", self.price, Field{.words = "its price", .range = Range{0, 1000}, .since = 8});
    }

    bool operator==(const LaterSponge&) const = default;
};

constexpr auto brushTable = "brush";
constexpr int since = 7;

Sponge rigger()
{
    return {{3}, "Rigger", 2.5, Hair::Synthetic, 1, {2}, {{2}, {5}}, {{{2}, "Teal", 3}, {{9}, "Gone", 1}}, "Splits"};
}

} // namespace

namespace iris {

template <>
inline constexpr std::array enumNames<Hair>{EnumName{Hair::Sable, "sable"}, EnumName{Hair::Synthetic, "synthetic"}};

} // namespace iris

void TestRecordKind::init()
{
    const QString connection = connectionFor({});
    m_database = QSqlDatabase::addDatabase("QSQLITE", connection);
    m_database.setDatabaseName(":memory:");
    QVERIFY(m_database.open());
    QVERIFY(runAll(m_database, firstSchema()));
    for (int version = 1; version < schemaVersion(); ++version)
        QVERIFY(runAll(m_database, upgradeFrom(version)));
    QVERIFY(runAll(m_database, statementsOf<Sponge>(brushTable, since, since)));
    std::vector<Tube> tubes(6);
    for (std::size_t i = 0; i < tubes.size(); ++i)
        tubes[i].id = {static_cast<std::int64_t>(i) + 1};
    QVERIFY(write(m_database, "tube", tubes));
}

void TestRecordKind::cleanup()
{
    const QString connection = m_database.connectionName();
    m_database = {};
    QSqlDatabase::removeDatabase(connection);
}

void TestRecordKind::rowsAreWrittenAndRead()
{
    std::vector<Sponge> brushes{rigger(), {{4}, "Mop", 30, Hair::Sable, {}, {}, {}, {}, {}}};
    QVERIFY(write(m_database, brushTable, brushes));
    const auto loaded = load<Sponge>(m_database, brushTable);
    QVERIFY2(loaded, loaded ? "" : loaded.error().message.c_str());
    QCOMPARE(*loaded, brushes);
    QCOMPARE(loadUsedIds(m_database)->at("tube"), 9); // the tube that is gone keeps its number, named by a mix
    brushes[0].tubes = {{5}};
    brushes[0].wear.reset();
    QVERIFY(write(m_database, brushTable, brushes));
    QCOMPARE(*load<Sponge>(m_database, brushTable), brushes);
    QVERIFY(removeRows(m_database, brushTable, std::vector{SpongeId{3}}));
    QCOMPARE(load<Sponge>(m_database, brushTable)->size(), 1U);
}

void TestRecordKind::aFieldThatCameLaterIsAddedToItsTable()
{
    std::vector<Sponge> old{rigger()};
    QVERIFY(write(m_database, brushTable, old));
    QCOMPARE(newestFieldOf<LaterSponge>(), 8);
    const QStringList steps = statementsOf<LaterSponge>(brushTable, since, 8);
    QCOMPARE(steps, QStringList{"ALTER TABLE brush ADD COLUMN price REAL"});
    QVERIFY(runAll(m_database, steps));
    auto later = *load<LaterSponge>(m_database, brushTable);
    QVERIFY(static_cast<const Sponge&>(later.front()) == old.front());
    QVERIFY(!later.front().price);
    later.front().price = 12.5;
    QVERIFY(write(m_database, brushTable, later));
    QCOMPARE(*load<LaterSponge>(m_database, brushTable), later);
    QVERIFY(statementsOf<LaterSponge>(brushTable, since, 9).isEmpty());
}

void TestRecordKind::jsonSaysWhatIsNotAsUsual()
{
    const Json json = jsonOf(rigger());
    QCOMPARE(json.at("made_of").at("hair").get<std::string>(), std::string("synthetic"));
    QCOMPARE(recordFrom<Sponge>(JsonReader(json, "brush 1")), rigger());
    Sponge usual;
    usual.id = {1};
    usual.name = "Round";
    QCOMPARE(QString::fromStdString(jsonOf(usual).dump()),
             QString(R"({"id":1,"name":"Round","made_of":{"hair":"sable"}})"));
    QCOMPARE(recordFrom<Sponge>(JsonReader(jsonOf(usual), "brush 1")), usual);
}

void TestRecordKind::jsonWithoutWhatMustBeThereIsRefused()
{
    for (const auto& [text, complaint] :
         {std::pair(R"({"id":1,"made_of":{}})", "brush 1 has no \"name\""),
          std::pair(R"({"id":1,"name":"Mop"})", "brush 1 has no \"made_of\""),
          std::pair(R"({"id":1,"name":"Mop","made_of":{"hair":"straw"}})", "brush 1, made_of: \"straw\" is no hair"),
          std::pair(R"({"id":0,"name":"Mop","made_of":{}})", "brush 1: an id is a whole number above 0")}) {
        const Json json = Json::parse(text);
        try {
            static_cast<void>(recordFrom<Sponge>(JsonReader(json, "brush 1")));
            QFAIL(text);
        } catch (const Fault& fault) {
            QCOMPARE(fault.message, std::string(complaint));
        }
    }
}

void TestRecordKind::whatIsOutOfRangeIsMended()
{
    Sponge brush = rigger();
    Complaints complaints;
    Mender sound(complaints, "brush", 3, calledIn(brush));
    mendFields(brush, sound);
    QVERIFY(complaints.empty());
    QCOMPARE(brush, rigger());
    brush.sizeMm = 1e300;
    brush.wear = 7;
    brush.keptFor = {-4};
    brush.lastMix.resize(5, {{1}, "x", 0});
    Mender mender(complaints, "brush", 3, calledIn(brush));
    mendFields(brush, mender);
    QCOMPARE(brush.sizeMm, 100.0);
    QVERIFY(!brush.wear); // what may be left open is
    QCOMPARE(brush.keptFor.value, 0);
    QCOMPARE(brush.lastMix.size(), 3U);
    QCOMPARE(complaints.size(), 5U);
    QCOMPARE(complaints.front(), std::string("brush 3 (Rigger): its size is 1e+300, and runs from 1 to 100"));
}

void TestRecordKind::anEditIsTakenBack()
{
    std::vector<Sponge> brushes{rigger()};
    brushes.push_back({{7}, "Mop", 30, Hair::Sable, {}, {}, {}, {}, {}});
    Sponge changed = rigger();
    changed.sizeMm = 3;
    Sponge added = rigger();
    added.id = {9};
    const Changes<Sponge> changes{{changed, added}, {{7}}};
    const Changes<Sponge> back = inverseOf(brushes, changes, {});
    std::vector<Sponge> after = brushes;
    applyChanges(after, changes, {});
    QCOMPARE(after.size(), 2U);
    QCOMPARE(after.front().sizeMm, 3.0);
    applyChanges(after, back, {});
    QCOMPARE(after, brushes);
}

void TestRecordKind::whatGoesWithATubeComesBackWithIt()
{
    std::vector<Sponge> brushes{rigger()};
    brushes.push_back({{7}, "Mop", 30, Hair::Sable, {}, {}, {{1}, {5}}, {}, {}});
    for (const TubeId gone : {TubeId{2}, TubeId{5}}) {
        std::vector<Sponge> after = brushes;
        applyChanges(after, Changes<Sponge>{}, {gone});
        QCOMPARE(after.size(), gone.value == 2 ? 1U : 2U); // the rigger was kept for the second
        QCOMPARE(after.back().tubes.size(), gone.value == 2 ? 2U : 1U);
        applyChanges(after, inverseOf(brushes, Changes<Sponge>{}, {gone}), {});
        QCOMPARE(after, brushes);
    }
}

void TestRecordKind::twoTubesBecomeOneInIt()
{
    Tube kept;
    kept.id = {5};
    kept.name = "Deep Teal";
    Sponge brush = rigger();
    QVERIFY(replaceIn(brush, {2}, kept));
    QCOMPARE(brush.keptFor.value, 5);
    QCOMPARE(brush.tubes, std::vector<TubeId>{{5}});
    QCOMPARE(brush.lastMix.front().name, std::string("Deep Teal"));
    QVERIFY(!replaceIn(brush, {2}, kept));
}

void TestRecordKind::twoBecomeOne()
{
    Sponge open;
    open.name = "Mop";
    open.notes = "Soft";
    const Sponge filled = filledUp(open, rigger());
    QCOMPARE(filled.name, std::string("Mop"));
    QCOMPARE(filled.sizeMm, 8.0);
    QCOMPARE(filled.wear, std::optional(1));
    QCOMPARE(filled.hair, Hair::Sable); // there is always one
    QCOMPARE(filled.notes, std::string("Soft\nSplits"));
}

/// What records tell is what the tables of the newest schema have, no more and no less.
void TestRecordKind::everyKindHasItsColumns()
{
    const QSet<QString> shape = shapeOf(m_database);
    forEachKind([&](const auto& kind) {
        QStringList told = columnsOf<RecordOf<decltype(kind)>>() << "id";
        QStringList there;
        for (const QString& column : shape)
            if (column.startsWith(QLatin1String(kind.table) + '.'))
                there << column.section('.', 1);
        told.sort();
        there.sort();
        QCOMPARE(told, there);
    });
}

IRIS_TEST(TestRecordKind, NoApplication)
#include "tst_recordkind.moc"
