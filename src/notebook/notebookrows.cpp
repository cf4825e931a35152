#include "notebook/notebookrows.h"

#include "notebook/mixjson.h"
#include "notebook/rowbinding.h"

#include <QFileInfo>
#include <QSqlQuery>
#include <QStringList>
#include <QVariant>
#include <algorithm>
#include <array>

namespace iris {
namespace {

Result<void> run(QSqlQuery& query, const QSqlDatabase& database)
{
    if (query.exec())
        return {};
    return writeFailure(database, query.lastError());
}

template <typename Value> std::string_view nameOrNothing(const std::optional<Value>& value)
{
    return value ? nameOf(*value) : std::string_view();
}

/// One kind of record: its table, its columns after the id, and how a row is read and bound in that order.
template <typename Record> struct Table;

template <> struct Table<Tube> {
    static constexpr auto name = "tube";
    static constexpr std::array columns{"maker",
                                        "name",
                                        "codes",
                                        "form",
                                        "full_l",
                                        "full_a",
                                        "full_b",
                                        "thin_l",
                                        "thin_a",
                                        "thin_b",
                                        "black_l",
                                        "black_a",
                                        "black_b",
                                        "strength",
                                        "staining",
                                        "granulation",
                                        "lightfastness",
                                        "notes",
                                        "line",
                                        "transparency",
                                        "measured_staining",
                                        "measured_granulation",
                                        "container",
                                        "size_ml",
                                        "price",
                                        "left_percent",
                                        "whereabouts",
                                        "bought_on"};

    static Tube read(Row& row)
    {
        Tube tube;
        tube.id = {row.id()};
        tube.maker = row.text();
        tube.name = row.text();
        tube.codes = parsePigmentCodes(row.text()).value_or(std::vector<PigmentCode>{});
        tube.form = row.text();
        tube.swatch = row.maybeSwatch();
        tube.strength = row.maybeReal();
        tube.staining = row.maybeWhole();
        tube.granulation = row.maybeWhole();
        tube.lightfastness = row.maybeWhole();
        tube.notes = row.text();
        tube.line = row.text();
        tube.transparency = parseTransparency(row.text());
        tube.measured.staining = row.maybeWhole();
        tube.measured.granulation = row.maybeWhole();
        tube.stock.container = parseContainer(row.text()).value_or(Container::Tube);
        tube.stock.sizeMl = row.maybeReal();
        tube.stock.price = row.maybeReal();
        tube.stock.leftPercent = row.maybeWhole();
        tube.stock.where = parseWhereabouts(row.text()).value_or(Whereabouts::Drawer);
        tube.stock.boughtOn = row.text();
        return tube;
    }

    static void bind(Binder& to, const Tube& tube)
    {
        to << tube.maker << tube.name << textOf(tube.codes) << tube.form << tube.swatch << tube.strength
           << tube.staining << tube.granulation << tube.lightfastness << tube.notes << tube.line
           << nameOrNothing(tube.transparency) << tube.measured.staining << tube.measured.granulation
           << nameOf(tube.stock.container) << tube.stock.sizeMl << tube.stock.price << tube.stock.leftPercent
           << nameOf(tube.stock.where) << tube.stock.boughtOn;
    }
};

template <> struct Table<SwatchRecord> {
    static constexpr auto name = "swatch";
    static constexpr std::array columns{"tube",
                                        "origin",
                                        "wet",
                                        "date",
                                        "paper",
                                        "paper_l",
                                        "paper_a",
                                        "paper_b",
                                        "painted_full_l",
                                        "painted_full_a",
                                        "painted_full_b",
                                        "painted_thin_l",
                                        "painted_thin_a",
                                        "painted_thin_b",
                                        "painted_black_l",
                                        "painted_black_a",
                                        "painted_black_b",
                                        "full_l",
                                        "full_a",
                                        "full_b",
                                        "thin_l",
                                        "thin_a",
                                        "thin_b",
                                        "black_l",
                                        "black_a",
                                        "black_b",
                                        "uncertainty",
                                        "lifted_l",
                                        "lifted_a",
                                        "lifted_b",
                                        "share_left",
                                        "grain",
                                        "picture",
                                        "notes"};

    static SwatchRecord read(Row& row)
    {
        SwatchRecord swatch;
        swatch.id = {row.id()};
        swatch.tube = {row.id()};
        swatch.origin = parseSwatchOrigin(row.text()).value_or(SwatchOrigin::Typed);
        swatch.wet = row.whole() != 0;
        swatch.date = row.text();
        swatch.paper = row.text();
        swatch.paperWhite = row.lab();
        swatch.painted = row.swatch();
        swatch.onWhite = row.swatch();
        swatch.uncertainty = row.real();
        swatch.lifted = row.maybeLab();
        swatch.shareLeft = row.maybeReal();
        swatch.grain = row.maybeReal();
        swatch.picture = row.text();
        swatch.notes = row.text();
        return swatch;
    }

    static void bind(Binder& to, const SwatchRecord& swatch)
    {
        to << swatch.tube << nameOf(swatch.origin) << int(swatch.wet) << swatch.date << swatch.paper
           << swatch.paperWhite << swatch.painted << swatch.onWhite << swatch.uncertainty << swatch.lifted
           << swatch.shareLeft << swatch.grain << swatch.picture << swatch.notes;
    }
};

template <> struct Table<PaperRecord> {
    static constexpr auto name = "paper";
    static constexpr std::array columns{"name", "l", "a", "b", "notes"};

    static PaperRecord read(Row& row)
    {
        PaperRecord paper;
        paper.id = {row.id()};
        paper.name = row.text();
        paper.white = row.lab();
        paper.notes = row.text();
        return paper;
    }

    static void bind(Binder& to, const PaperRecord& paper) { to << paper.name << paper.white << paper.notes; }
};

template <> struct Table<DeviceRecord> {
    static constexpr auto name = "device";
    static constexpr std::array columns{"name", "date", "power_r", "power_g", "power_b", "m11", "m12",        "m13",
                                        "m21",  "m22",  "m23",     "m31",     "m32",     "m33", "uncertainty"};

    static DeviceRecord read(Row& row)
    {
        DeviceRecord device;
        device.id = {row.id()};
        device.name = row.text();
        device.date = row.text();
        for (double& power : device.correction.power)
            power = row.real();
        for (double& cell : device.correction.matrix)
            cell = row.real();
        device.correction.uncertainty = row.real();
        return device;
    }

    static void bind(Binder& to, const DeviceRecord& device)
    {
        to << device.name << device.date;
        for (const double power : device.correction.power)
            to << power;
        for (const double cell : device.correction.matrix)
            to << cell;
        to << device.correction.uncertainty;
    }
};

template <> struct Table<FilterRecord> {
    static constexpr auto name = "filter";
    static constexpr std::array columns{"name", "words", "family", "transparency", "leans_to", "whereabouts"};

    static FilterRecord read(Row& row)
    {
        FilterRecord filter;
        filter.id = {row.id()};
        filter.name = row.text();
        filter.sieve.words = row.text();
        filter.sieve.family = hueFamilyNamed(row.text());
        filter.sieve.transparency = parseTransparency(row.text());
        filter.sieve.leansTo = hueFamilyNamed(row.text());
        filter.sieve.where = parseWhereabouts(row.text());
        return filter;
    }

    static void bind(Binder& to, const FilterRecord& filter)
    {
        to << filter.name << filter.sieve.words << nameOrNothing(filter.sieve.family)
           << nameOrNothing(filter.sieve.transparency) << nameOrNothing(filter.sieve.leansTo)
           << nameOrNothing(filter.sieve.where);
    }
};

template <> struct Table<NeedRecord> {
    static constexpr auto name = "need";
    static constexpr std::array columns{"name", "l", "a", "b", "tolerance", "importance"};

    static NeedRecord read(Row& row)
    {
        NeedRecord record;
        record.id = {row.id()};
        record.need.name = row.text();
        record.need.target = row.lab();
        record.need.tolerance = row.real();
        record.need.importance = row.whole();
        return record;
    }

    static void bind(Binder& to, const NeedRecord& record)
    {
        to << record.need.name << record.need.target << record.need.tolerance << record.need.importance;
    }
};

template <> struct Table<MixRecord> {
    static constexpr auto name = "mix";
    static constexpr std::array columns{"name",    "parts",   "wash",        "layers",  "wet",       "origin",
                                        "date",    "paper",   "l",           "a",       "b",         "black_l",
                                        "black_a", "black_b", "uncertainty", "picture", "grew_from", "stars",
                                        "tags",    "notes",   "sheet",       "cell"};

    static MixRecord read(Row& row)
    {
        MixRecord mix;
        mix.id = {row.id()};
        mix.name = row.text();
        mix.parts = partsFromText(row.text());
        mix.wash = row.real();
        mix.layers = row.whole();
        mix.wet = row.whole() != 0;
        mix.origin = parseMixOrigin(row.text()).value_or(MixOrigin::Noted);
        mix.date = row.text();
        mix.paper = row.text();
        mix.painted = row.maybeLab();
        mix.overBlack = row.maybeLab();
        mix.uncertainty = row.real();
        mix.picture = row.text();
        mix.from = {row.id()};
        mix.stars = row.whole();
        mix.tags = row.text();
        mix.notes = row.text();
        mix.sheet = {row.id()};
        mix.cell = row.whole();
        return mix;
    }

    static void bind(Binder& to, const MixRecord& mix)
    {
        to << mix.name << textFrom(mix.parts) << mix.wash << mix.layers << int(mix.wet) << nameOf(mix.origin)
           << mix.date << mix.paper << mix.painted << mix.overBlack << mix.uncertainty << mix.picture << mix.from
           << mix.stars << mix.tags << mix.notes << mix.sheet << mix.cell;
    }
};

template <> struct Table<SheetRecord> {
    static constexpr auto name = "sheet";
    static constexpr std::array columns{"title",   "date",       "format", "cell_mm",
                                        "columns", "black_line", "cells",  "finished"};

    static SheetRecord read(Row& row)
    {
        SheetRecord sheet;
        sheet.id = {row.id()};
        sheet.title = row.text();
        sheet.date = row.text();
        sheet.format = parseSheetFormat(row.text()).value_or(SheetFormat::A4);
        sheet.cellMm = row.real();
        sheet.columns = std::max(1, row.whole());
        sheet.blackLine = row.whole() != 0;
        sheet.cells = cellsFromText(row.text());
        sheet.finished = row.whole() != 0;
        return sheet;
    }

    static void bind(Binder& to, const SheetRecord& sheet)
    {
        to << sheet.title << sheet.date << nameOf(sheet.format) << sheet.cellMm << sheet.columns << int(sheet.blackLine)
           << textFrom(sheet.cells) << int(sheet.finished);
    }
};

template <typename Record> QStringList columnsOf()
{
    QStringList names;
    for (const char* column : Table<Record>::columns)
        names << QLatin1String(column);
    return names;
}

template <typename Record> Result<std::vector<Record>> load(const QSqlDatabase& database)
{
    QSqlQuery query(database);
    query.setForwardOnly(true);
    query.prepare(QStringLiteral("SELECT id, %1 FROM %2 ORDER BY id")
                      .arg(columnsOf<Record>().join(QStringLiteral(", ")), QLatin1String(Table<Record>::name)));
    if (auto done = run(query, database); !done)
        return tl::unexpected(done.error());
    std::vector<Record> records;
    while (query.next()) {
        Row row(query);
        records.push_back(Table<Record>::read(row));
    }
    return records;
}

/// An upsert, not a replace: replacing would delete the row first, and with it all that hangs on it.
template <typename Record> Result<void> write(const QSqlDatabase& database, std::vector<Record>& records)
{
    if (records.empty())
        return {};
    const QStringList columns = columnsOf<Record>();
    QStringList updates;
    for (const QString& column : columns)
        updates << column + QStringLiteral(" = excluded.") + column;
    QSqlQuery query(database);
    query.prepare(QStringLiteral("INSERT INTO %1 (id, %2) VALUES (?, %3) ON CONFLICT (id) DO UPDATE SET %4")
                      .arg(QLatin1String(Table<Record>::name), columns.join(QStringLiteral(", ")),
                           QStringList(columns.size(), QStringLiteral("?")).join(QStringLiteral(", ")),
                           updates.join(QStringLiteral(", "))));
    for (Record& record : records) {
        query.addBindValue(record.id.value > 0 ? QVariant(static_cast<qlonglong>(record.id.value)) : QVariant());
        Binder binder(query);
        Table<Record>::bind(binder, record);
        if (auto done = run(query, database); !done)
            return done;
        if (record.id.value <= 0)
            record.id = {query.lastInsertId().toLongLong()};
    }
    return {};
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
        Row row(query);
        const PaletteId id{row.id()};
        const std::string name = row.text();
        if (palettes.empty() || palettes.back().id != id)
            palettes.push_back({id, name, {}});
        if (!query.isNull(2))
            palettes.back().tubes.push_back({row.id()});
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
        Row row(query);
        wishes.school = parseSchool(row.text()).value_or(School::Free);
        wishes.mostTubes = static_cast<std::size_t>(std::clamp(row.whole(), 1, 12));
    }
    query.prepare(QStringLiteral("SELECT tube, must FROM wish_tube ORDER BY tube"));
    if (auto done = run(query, database); !done)
        return tl::unexpected(done.error());
    while (query.next()) {
        Row row(query);
        const TubeId tube{row.id()};
        (row.whole() != 0 ? wishes.must : wishes.never).push_back(tube);
    }
    return wishes;
}

/// A setting's value; empty when it was never set.
Result<std::string> loadSetting(const QSqlDatabase& database, std::string_view name)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("SELECT value FROM setting WHERE name = ?"));
    Binder(query) << name;
    if (auto done = run(query, database); !done)
        return tl::unexpected(done.error());
    return query.next() ? Row(query).text() : std::string();
}

Result<void> writeSetting(const QSqlDatabase& database, std::string_view name, std::string_view value)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("INSERT OR REPLACE INTO setting (name, value) VALUES (?, ?)"));
    Binder(query) << name << value;
    return run(query, database);
}

Result<void> writePictures(const QSqlDatabase& database, const std::vector<Picture>& pictures)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("INSERT OR IGNORE INTO picture (name, bytes) VALUES (?, ?)"));
    for (const Picture& picture : pictures) {
        query.addBindValue(QString::fromStdString(picture.name));
        query.addBindValue(QByteArray(picture.bytes.data(), static_cast<qsizetype>(picture.bytes.size())));
        if (auto done = run(query, database); !done)
            return done;
    }
    return {};
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

Result<void> writePalette(const QSqlDatabase& database, PaletteRecord& palette)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("INSERT OR REPLACE INTO palette (id, name) VALUES (?, ?)"));
    query.addBindValue(palette.id.value > 0 ? QVariant(static_cast<qlonglong>(palette.id.value)) : QVariant());
    query.addBindValue(QString::fromStdString(palette.name));
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
    query.addBindValue(QString::fromStdString(std::string(nameOf(wishes.school))));
    query.addBindValue(static_cast<int>(wishes.mostTubes));
    if (auto done = run(query, database); !done)
        return done;
    if (auto done = iris::run(database, QStringLiteral("DELETE FROM wish_tube")); !done)
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

Result<void> removeAll(const QSqlDatabase& database, const NotebookEdit& edit)
{
    Result<void> done = removeRows(database, QStringLiteral("tube"), edit.removeTubes);
    if (done)
        done = removeRows(database, QStringLiteral("swatch"), edit.removeSwatches);
    if (done)
        done = removeRows(database, QStringLiteral("paper"), edit.removePapers);
    if (done)
        done = removeRows(database, QStringLiteral("device"), edit.removeDevices);
    if (done)
        done = removeRows(database, QStringLiteral("filter"), edit.removeFilters);
    if (done)
        done = removeRows(database, QStringLiteral("need"), edit.removeNeeds);
    if (done)
        done = removeRows(database, QStringLiteral("palette"), edit.removePalettes);
    if (done)
        done = removeRows(database, QStringLiteral("mix"), edit.removeMixes);
    if (done)
        done = removeRows(database, QStringLiteral("sheet"), edit.removeSheets);
    return done;
}

/// The first error of several results.
template <typename... Results> std::optional<Error> firstError(const Results&... results)
{
    std::optional<Error> error;
    ((error || results ? void() : void(error = results.error())), ...);
    return error;
}

} // namespace

Result<void> run(const QSqlDatabase& database, const QString& statement)
{
    QSqlQuery query(database);
    if (query.exec(statement))
        return {};
    return writeFailure(database, query.lastError());
}

tl::unexpected<Error> writeFailure(const QSqlDatabase& database, const QSqlError& error)
{
    const QString path = database.databaseName();
    // SQLite's primary result codes, https://www.sqlite.org/rescode.html.
    const int code = error.nativeErrorCode().toInt() & 0xff;
    const QString why = code == 13                       ? QStringLiteral("the disk is full")
                        : code == 8                      ? QStringLiteral("it may only be read")
                        : code == 5                      ? QStringLiteral("another program is writing to it")
                        : error.databaseText().isEmpty() ? error.driverText()
                                                         : error.databaseText();
    const QString message =
        QStringLiteral("%1 could not be written (%2); nothing in it was changed").arg(QFileInfo(path).fileName(), why);
    return tl::unexpected(Error{ErrorCode::FileUnwritable, message.toStdString(), path.toStdString(), 0, 0});
}

Result<Notebook> loadRows(const QSqlDatabase& database)
{
    auto tubes = load<Tube>(database);
    auto swatches = load<SwatchRecord>(database);
    auto papers = load<PaperRecord>(database);
    auto devices = load<DeviceRecord>(database);
    auto filters = load<FilterRecord>(database);
    auto needs = load<NeedRecord>(database);
    auto palettes = loadPalettes(database);
    auto mixes = load<MixRecord>(database);
    auto sheets = load<SheetRecord>(database);
    auto wishes = loadWishes(database);
    auto warmBlue = loadSetting(database, "warm_blue");
    auto code = loadSetting(database, "code");
    if (auto error = firstError(tubes, swatches, papers, devices, filters, needs, palettes, mixes, sheets, wishes,
                                warmBlue, code))
        return tl::unexpected(*error);
    return Notebook{std::move(*tubes),
                    std::move(*swatches),
                    std::move(*papers),
                    std::move(*devices),
                    std::move(*filters),
                    std::move(*needs),
                    std::move(*palettes),
                    std::move(*mixes),
                    std::move(*sheets),
                    std::move(*wishes),
                    parseWarmBlue(*warmBlue).value_or(WarmBlue::VioletSide),
                    std::move(*code)};
}

Result<void> writeRows(const QSqlDatabase& database, NotebookEdit& edit)
{
    Result<void> done = removeAll(database, edit);
    if (done)
        done = writePictures(database, edit.pictures);
    if (done)
        done = write(database, edit.putTubes);
    if (done)
        done = write(database, edit.putSwatches);
    if (done)
        done = write(database, edit.putPapers);
    if (done)
        done = write(database, edit.putDevices);
    if (done)
        done = write(database, edit.putFilters);
    if (done)
        done = write(database, edit.putNeeds);
    if (done)
        done = write(database, edit.putMixes);
    if (done)
        done = write(database, edit.putSheets);
    for (PaletteRecord& palette : edit.putPalettes)
        if (done)
            done = writePalette(database, palette);
    if (done && edit.wishes)
        done = writeWishes(database, *edit.wishes);
    if (done && edit.warmBlue)
        done = writeSetting(database, "warm_blue", nameOf(*edit.warmBlue));
    if (done && edit.code)
        done = writeSetting(database, "code", *edit.code);
    return done;
}

Result<Picture> loadPicture(const QSqlDatabase& database, const std::string& name)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("SELECT bytes FROM picture WHERE name = ?"));
    query.addBindValue(QString::fromStdString(name));
    if (auto done = run(query, database); !done)
        return tl::unexpected(done.error());
    if (!query.next())
        return failure(ErrorCode::NotFound, "the picture is not in the notebook");
    return Picture{name, query.value(0).toByteArray().toStdString()};
}

} // namespace iris
