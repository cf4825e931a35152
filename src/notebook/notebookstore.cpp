#include "notebook/notebookstore.h"

#include <QFile>
#include <QFileInfo>
#include <QSqlDatabase>
#include <QSqlError>
#include <QSqlQuery>
#include <QStringList>
#include <QUuid>
#include <QVariant>

namespace iris {
namespace {

constexpr auto driver = "QSQLITE";

QString text(const std::string& value)
{
    return QString::fromStdString(value);
}

tl::unexpected<Error> fileFailure(ErrorCode code, const QString& path, const QString& message)
{
    return tl::unexpected(Error{code, message.toStdString(), path.toStdString(), 0, 0});
}

QString shortName(const QString& path)
{
    return QFileInfo(path).fileName();
}

tl::unexpected<Error> queryFailure(const QSqlDatabase& database, const QSqlError& error)
{
    const QString path = database.databaseName();
    return fileFailure(
        ErrorCode::FileUnwritable, path,
        QStringLiteral("%1 could not be written (%2); nothing in it was changed")
            .arg(shortName(path), error.databaseText().isEmpty() ? error.driverText() : error.databaseText()));
}

Result<void> run(QSqlQuery& query, const QSqlDatabase& database)
{
    if (query.exec())
        return {};
    return queryFailure(database, query.lastError());
}

Result<void> run(const QSqlDatabase& database, const QString& statement)
{
    QSqlQuery query(database);
    if (query.exec(statement))
        return {};
    return queryFailure(database, query.lastError());
}

const QStringList& schema()
{
    static const QStringList statements{
        QStringLiteral("CREATE TABLE tube (id INTEGER PRIMARY KEY, maker TEXT NOT NULL, name TEXT NOT NULL, "
                       "codes TEXT NOT NULL, form TEXT NOT NULL, full_l REAL, full_a REAL, full_b REAL, thin_l REAL, "
                       "thin_a REAL, thin_b REAL, black_l REAL, black_a REAL, black_b REAL, strength REAL, "
                       "staining INTEGER, granulation INTEGER, lightfastness INTEGER, notes TEXT NOT NULL)"),
        QStringLiteral("CREATE TABLE need (id INTEGER PRIMARY KEY, name TEXT NOT NULL, l REAL NOT NULL, "
                       "a REAL NOT NULL, b REAL NOT NULL, tolerance REAL NOT NULL, importance INTEGER NOT NULL)"),
        QStringLiteral("CREATE TABLE palette (id INTEGER PRIMARY KEY, name TEXT NOT NULL)"),
        QStringLiteral("CREATE TABLE palette_tube (palette INTEGER NOT NULL REFERENCES palette(id) ON DELETE CASCADE, "
                       "tube INTEGER NOT NULL REFERENCES tube(id) ON DELETE CASCADE, place INTEGER NOT NULL, "
                       "PRIMARY KEY (palette, tube))"),
        QStringLiteral("CREATE TABLE wish (id INTEGER PRIMARY KEY CHECK (id = 1), school TEXT NOT NULL, "
                       "most_tubes INTEGER NOT NULL)"),
        QStringLiteral("CREATE TABLE wish_tube (tube INTEGER PRIMARY KEY REFERENCES tube(id) ON DELETE CASCADE, "
                       "must INTEGER NOT NULL)"),
        QStringLiteral("INSERT INTO wish (id, school, most_tubes) VALUES (1, 'free', 12)"),
        QStringLiteral("PRAGMA application_id = %1").arg(NotebookStore::applicationId),
        QStringLiteral("PRAGMA user_version = %1").arg(NotebookStore::schemaVersion),
    };
    return statements;
}

/// Values of one row by column.
class Row {
public:
    explicit Row(const QSqlQuery& query) : m_query(query) {}

    std::string text(int column) const { return m_query.value(column).toString().toStdString(); }
    double real(int column) const { return m_query.value(column).toDouble(); }
    int whole(int column) const { return m_query.value(column).toInt(); }
    std::int64_t id(int column) const { return m_query.value(column).toLongLong(); }
    Lab lab(int column) const { return {real(column), real(column + 1), real(column + 2)}; }

    std::optional<double> maybeReal(int column) const
    {
        return m_query.isNull(column) ? std::nullopt : std::optional(real(column));
    }
    std::optional<int> maybeWhole(int column) const
    {
        return m_query.isNull(column) ? std::nullopt : std::optional(whole(column));
    }

private:
    const QSqlQuery& m_query;
};

Tube tubeFrom(const Row& row)
{
    Tube tube;
    tube.id = {row.id(0)};
    tube.maker = row.text(1);
    tube.name = row.text(2);
    tube.codes = parsePigmentCodes(row.text(3)).value_or(std::vector<PigmentCode>{});
    tube.form = row.text(4);
    if (row.maybeReal(5))
        tube.swatch = Swatch{row.lab(5), row.lab(8), row.lab(11)};
    tube.strength = row.maybeReal(14);
    tube.staining = row.maybeWhole(15);
    tube.granulation = row.maybeWhole(16);
    tube.lightfastness = row.maybeWhole(17);
    tube.notes = row.text(18);
    return tube;
}

template <typename T> QVariant variantOf(const std::optional<T>& value)
{
    return value ? QVariant(*value) : QVariant();
}

void bindLab(QSqlQuery& query, const std::optional<Swatch>& swatch, Lab Swatch::*colour)
{
    for (double Lab::*axis : {&Lab::l, &Lab::a, &Lab::b})
        query.addBindValue(swatch ? QVariant((*swatch).*colour.*axis) : QVariant());
}

QVariant idOrNew(std::int64_t id)
{
    return id > 0 ? QVariant(static_cast<qlonglong>(id)) : QVariant();
}

/// SQLite's first bytes, which every notebook begins with.
bool looksLikeSqlite(const QString& path)
{
    QFile file(path);
    return file.open(QIODevice::ReadOnly) && file.read(16) == QByteArray("SQLite format 3\0", 16);
}

/// One number from a PRAGMA, or nothing when the file cannot be read as a database.
std::optional<int> pragma(const QSqlDatabase& database, const QString& name)
{
    QSqlQuery query(database);
    if (!query.exec(QStringLiteral("PRAGMA ") + name) || !query.next())
        return std::nullopt;
    return query.value(0).toInt();
}

Result<void> checkContents(const QSqlDatabase& database)
{
    const QString path = database.databaseName();
    const QString name = shortName(path);
    const auto damaged = [&] {
        return fileFailure(ErrorCode::DamagedNotebook, path,
                           QStringLiteral("%1 is damaged and cannot be read; it was left as it is").arg(name));
    };
    const auto id = pragma(database, QStringLiteral("application_id"));
    const auto version = pragma(database, QStringLiteral("user_version"));
    if (!id || !version)
        return damaged();
    if (*id != NotebookStore::applicationId)
        return fileFailure(ErrorCode::NotANotebook, path,
                           QStringLiteral("%1 is not an Iris Bianca notebook").arg(name));
    if (*version > NotebookStore::schemaVersion)
        return fileFailure(ErrorCode::NewerNotebook, path,
                           QStringLiteral("%1 was written by a newer Iris Bianca; this one cannot read it").arg(name));
    QSqlQuery check(database);
    if (!check.exec(QStringLiteral("PRAGMA quick_check(1)")) || !check.next()
        || check.value(0).toString() != QLatin1String("ok"))
        return damaged();
    const QStringList tables = database.tables();
    for (const auto* table : {"tube", "need", "palette", "palette_tube", "wish", "wish_tube"})
        if (!tables.contains(QLatin1String(table)))
            return damaged();
    return {};
}

/// Looks at a file without being able to change it.
Result<void> checkFile(const QString& path)
{
    const QString name = shortName(path);
    const QFileInfo info(path);
    if (!info.exists())
        return fileFailure(ErrorCode::FileUnreadable, path, QStringLiteral("there is no file %1").arg(path));
    if (!info.isFile() || !info.isReadable())
        return fileFailure(ErrorCode::FileUnreadable, path, QStringLiteral("%1 cannot be read").arg(name));
    if (!looksLikeSqlite(path))
        return fileFailure(ErrorCode::NotANotebook, path,
                           QStringLiteral("%1 is not an Iris Bianca notebook").arg(name));
    const QString connection = QUuid::createUuid().toString();
    Result<void> result;
    {
        QSqlDatabase database = QSqlDatabase::addDatabase(QLatin1String(driver), connection);
        database.setDatabaseName(path);
        database.setConnectOptions(QStringLiteral("QSQLITE_OPEN_READONLY"));
        result = database.open()
                     ? checkContents(database)
                     : fileFailure(ErrorCode::FileUnreadable, path, QStringLiteral("%1 cannot be opened").arg(name));
    }
    QSqlDatabase::removeDatabase(connection);
    return result;
}

Result<QString> openConnection(const QString& path)
{
    const QString connection = QUuid::createUuid().toString();
    QSqlDatabase database = QSqlDatabase::addDatabase(QLatin1String(driver), connection);
    database.setDatabaseName(path);
    if (!database.open() || !run(database, QStringLiteral("PRAGMA foreign_keys = ON"))) {
        database = QSqlDatabase();
        QSqlDatabase::removeDatabase(connection);
        return fileFailure(ErrorCode::FileUnwritable, path,
                           QStringLiteral("%1 cannot be opened for writing").arg(shortName(path)));
    }
    return connection;
}

} // namespace

NotebookStore::NotebookStore(QString path, QString connection)
    : m_path(std::move(path)),
      m_connection(std::move(connection))
{
}

NotebookStore::~NotebookStore()
{
    database().close();
    QSqlDatabase::removeDatabase(m_connection);
}

QSqlDatabase NotebookStore::database() const
{
    return QSqlDatabase::database(m_connection, false);
}

/// Runs work and commits it, or takes all of it back when it fails.
Result<void> NotebookStore::inTransaction(const std::function<Result<void>()>& work)
{
    QSqlDatabase base = database();
    if (!base.transaction())
        return queryFailure(base, base.lastError());
    Result<void> result = work();
    if (result && !base.commit())
        result = queryFailure(base, base.lastError());
    if (!result)
        base.rollback();
    return result;
}

Result<std::unique_ptr<NotebookStore>> NotebookStore::create(const QString& path)
{
    if (QFileInfo::exists(path))
        return fileFailure(ErrorCode::FileUnwritable, path,
                           QStringLiteral("there is already a file called %1").arg(shortName(path)));
    auto connection = openConnection(path);
    if (!connection)
        return tl::unexpected(connection.error());
    std::unique_ptr<NotebookStore> store(new NotebookStore(path, *connection));
    const auto made = store->inTransaction([&]() -> Result<void> {
        for (const QString& statement : schema())
            if (auto done = run(store->database(), statement); !done)
                return done;
        return {};
    });
    if (!made)
        return tl::unexpected(made.error());
    return store;
}

Result<std::unique_ptr<NotebookStore>> NotebookStore::open(const QString& path)
{
    if (auto fine = checkFile(path); !fine)
        return tl::unexpected(fine.error());
    auto connection = openConnection(path);
    if (!connection)
        return tl::unexpected(connection.error());
    return std::unique_ptr<NotebookStore>(new NotebookStore(path, *connection));
}

namespace {

Result<std::vector<Tube>> loadTubes(const QSqlDatabase& database)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral(
        "SELECT id, maker, name, codes, form, full_l, full_a, full_b, thin_l, thin_a, thin_b, black_l, black_a, "
        "black_b, strength, staining, granulation, lightfastness, notes FROM tube ORDER BY id"));
    if (auto done = run(query, database); !done)
        return tl::unexpected(done.error());
    std::vector<Tube> tubes;
    while (query.next())
        tubes.push_back(tubeFrom(Row(query)));
    return tubes;
}

Result<std::vector<NeedRecord>> loadNeeds(const QSqlDatabase& database)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("SELECT id, name, l, a, b, tolerance, importance FROM need ORDER BY id"));
    if (auto done = run(query, database); !done)
        return tl::unexpected(done.error());
    std::vector<NeedRecord> needs;
    while (query.next()) {
        const Row row(query);
        needs.push_back({{row.id(0)}, {row.text(1), row.lab(2), row.real(5), row.whole(6)}});
    }
    return needs;
}

Result<std::vector<PaletteRecord>> loadPalettes(const QSqlDatabase& database)
{
    QSqlQuery query(database);
    query.prepare(
        QStringLiteral("SELECT palette.id, palette.name, palette_tube.tube FROM palette LEFT JOIN palette_tube "
                       "ON palette_tube.palette = palette.id ORDER BY palette.id, palette_tube.place"));
    if (auto done = run(query, database); !done)
        return tl::unexpected(done.error());
    std::vector<PaletteRecord> palettes;
    while (query.next()) {
        const Row row(query);
        if (palettes.empty() || palettes.back().id.value != row.id(0))
            palettes.push_back({{row.id(0)}, row.text(1), {}});
        if (!query.isNull(2))
            palettes.back().tubes.push_back({row.id(2)});
    }
    return palettes;
}

Result<PaletteWishes> loadWishes(const QSqlDatabase& database)
{
    PaletteWishes wishes;
    QSqlQuery query(database);
    query.prepare(QStringLiteral("SELECT school, most_tubes FROM wish"));
    if (auto done = run(query, database); !done)
        return tl::unexpected(done.error());
    if (query.next()) {
        wishes.school = parseSchool(Row(query).text(0)).value_or(School::Free);
        wishes.mostTubes = static_cast<std::size_t>(std::clamp(Row(query).whole(1), 1, 12));
    }
    query.prepare(QStringLiteral("SELECT tube, must FROM wish_tube ORDER BY tube"));
    if (auto done = run(query, database); !done)
        return tl::unexpected(done.error());
    while (query.next())
        (Row(query).whole(1) != 0 ? wishes.must : wishes.never).push_back({Row(query).id(0)});
    return wishes;
}

template <typename Id>
Result<void> removeRows(const QSqlDatabase& database, const QString& table, const std::vector<Id>& ids)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("DELETE FROM %1 WHERE id = ?").arg(table));
    for (const Id id : ids) {
        query.addBindValue(static_cast<qlonglong>(id.value));
        if (auto done = run(query, database); !done)
            return done;
    }
    return {};
}

} // namespace

Result<Notebook> NotebookStore::load() const
{
    const QSqlDatabase base = database();
    auto tubes = loadTubes(base);
    auto needs = loadNeeds(base);
    auto palettes = loadPalettes(base);
    auto wishes = loadWishes(base);
    if (!tubes)
        return tl::unexpected(tubes.error());
    if (!needs)
        return tl::unexpected(needs.error());
    if (!palettes)
        return tl::unexpected(palettes.error());
    if (!wishes)
        return tl::unexpected(wishes.error());
    return Notebook{std::move(*tubes), std::move(*needs), std::move(*palettes), std::move(*wishes)};
}

namespace {

/// An upsert, not a replace: replacing would delete the row first and take a tube out of its palettes.
QString tubeUpsert()
{
    const QStringList columns{
        QStringLiteral("maker"),       QStringLiteral("name"),          QStringLiteral("codes"),
        QStringLiteral("form"),        QStringLiteral("full_l"),        QStringLiteral("full_a"),
        QStringLiteral("full_b"),      QStringLiteral("thin_l"),        QStringLiteral("thin_a"),
        QStringLiteral("thin_b"),      QStringLiteral("black_l"),       QStringLiteral("black_a"),
        QStringLiteral("black_b"),     QStringLiteral("strength"),      QStringLiteral("staining"),
        QStringLiteral("granulation"), QStringLiteral("lightfastness"), QStringLiteral("notes")};
    QStringList updates;
    for (const QString& column : columns)
        updates << column + QStringLiteral(" = excluded.") + column;
    const QStringList marks(columns.size(), QStringLiteral("?"));
    return QStringLiteral("INSERT INTO tube (id, %1) VALUES (?, %2) ON CONFLICT (id) DO UPDATE SET %3")
        .arg(columns.join(QStringLiteral(", ")), marks.join(QStringLiteral(", ")), updates.join(QStringLiteral(", ")));
}

Result<void> writeTubes(const QSqlDatabase& database, std::vector<Tube>& tubes)
{
    QSqlQuery query(database);
    query.prepare(tubeUpsert());
    for (Tube& tube : tubes) {
        query.addBindValue(idOrNew(tube.id.value));
        for (const std::string& field : {tube.maker, tube.name, textOf(tube.codes), tube.form})
            query.addBindValue(text(field));
        for (Lab Swatch::*colour : {&Swatch::full, &Swatch::thin, &Swatch::overBlack})
            bindLab(query, tube.swatch, colour);
        query.addBindValue(variantOf(tube.strength));
        query.addBindValue(variantOf(tube.staining));
        query.addBindValue(variantOf(tube.granulation));
        query.addBindValue(variantOf(tube.lightfastness));
        query.addBindValue(text(tube.notes));
        if (auto done = run(query, database); !done)
            return done;
        if (tube.id.value <= 0)
            tube.id = {query.lastInsertId().toLongLong()};
    }
    return {};
}

Result<void> writeNeeds(const QSqlDatabase& database, std::vector<NeedRecord>& needs)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("INSERT OR REPLACE INTO need (id, name, l, a, b, tolerance, importance) "
                                 "VALUES (?, ?, ?, ?, ?, ?, ?)"));
    for (NeedRecord& record : needs) {
        query.addBindValue(idOrNew(record.id.value));
        query.addBindValue(text(record.need.name));
        for (const double value : {record.need.target.l, record.need.target.a, record.need.target.b})
            query.addBindValue(value);
        query.addBindValue(record.need.tolerance);
        query.addBindValue(record.need.importance);
        if (auto done = run(query, database); !done)
            return done;
        if (record.id.value <= 0)
            record.id = {query.lastInsertId().toLongLong()};
    }
    return {};
}

Result<void> writePalette(const QSqlDatabase& database, PaletteRecord& palette)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("INSERT OR REPLACE INTO palette (id, name) VALUES (?, ?)"));
    query.addBindValue(idOrNew(palette.id.value));
    query.addBindValue(text(palette.name));
    if (auto done = run(query, database); !done)
        return done;
    if (palette.id.value <= 0)
        palette.id = {query.lastInsertId().toLongLong()};
    query.prepare(QStringLiteral("INSERT INTO palette_tube (palette, tube, place) VALUES (?, ?, ?)"));
    for (std::size_t place = 0; place < palette.tubes.size(); ++place) {
        query.addBindValue(static_cast<qlonglong>(palette.id.value));
        query.addBindValue(static_cast<qlonglong>(palette.tubes[place].value));
        query.addBindValue(static_cast<int>(place));
        if (auto done = run(query, database); !done)
            return done;
    }
    return {};
}

Result<void> writeWishes(const QSqlDatabase& database, const PaletteWishes& wishes)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("UPDATE wish SET school = ?, most_tubes = ?"));
    query.addBindValue(text(std::string(nameOf(wishes.school))));
    query.addBindValue(static_cast<int>(wishes.mostTubes));
    if (auto done = run(query, database); !done)
        return done;
    if (auto done = run(database, QStringLiteral("DELETE FROM wish_tube")); !done)
        return done;
    query.prepare(QStringLiteral("INSERT INTO wish_tube (tube, must) VALUES (?, ?)"));
    for (const bool must : {true, false}) {
        for (const TubeId tube : must ? wishes.must : wishes.never) {
            query.addBindValue(static_cast<qlonglong>(tube.value));
            query.addBindValue(must ? 1 : 0);
            if (auto done = run(query, database); !done)
                return done;
        }
    }
    return {};
}

Result<void> carryOut(const QSqlDatabase& database, NotebookEdit& edit)
{
    if (auto done = removeRows(database, QStringLiteral("tube"), edit.removeTubes); !done)
        return done;
    if (auto done = removeRows(database, QStringLiteral("need"), edit.removeNeeds); !done)
        return done;
    if (auto done = removeRows(database, QStringLiteral("palette"), edit.removePalettes); !done)
        return done;
    if (auto done = writeTubes(database, edit.putTubes); !done)
        return done;
    if (auto done = writeNeeds(database, edit.putNeeds); !done)
        return done;
    for (PaletteRecord& palette : edit.putPalettes)
        if (auto done = writePalette(database, palette); !done)
            return done;
    return edit.wishes ? writeWishes(database, *edit.wishes) : Result<void>{};
}

} // namespace

Result<NotebookEdit> NotebookStore::apply(NotebookEdit edit)
{
    const auto done = inTransaction([&] { return carryOut(database(), edit); });
    if (!done)
        return tl::unexpected(done.error());
    return edit;
}

} // namespace iris
