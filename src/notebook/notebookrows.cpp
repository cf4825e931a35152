#include "notebook/notebookrows.h"

#include "base/text.h"
#include "notebook/recordfields.h"
#include "notebook/recordkinds.h"
#include "notebook/recordrows.h"
#include "notebook/recordstore.h"
#include "notebook/soundness.h"
#include "notebook/statement.h"
#include "notebook/usedids.h"
#include "notebook/wishrows.h"

#include <QSqlQuery>
#include <QStringList>
#include <QVariant>
#include <algorithm>
#include <map>

namespace iris {
namespace {

/// A setting's value; empty when it was never set.
Result<std::string> loadSetting(const QSqlDatabase& database, std::string_view name)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("SELECT value FROM setting WHERE name = ?"));
    Binder(query) << name;
    if (auto done = run(query, database, Doing::Reading); !done)
        return tl::unexpected(done.error());
    const std::string value = query.next() ? Row(query).text() : std::string();
    return readToTheEnd(query, database).map([&] { return value; });
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

/// As parseLab() takes it, to the last digit; nothing for white paper.
std::string writtenPaper(const Paper& paper)
{
    const auto exact = [](double value) { return QString::number(value, 'g', 17).toStdString(); };
    const Lab white = paper.white();
    return paper.isWhitePaper() ? "" : exact(white.l) + "," + exact(white.a) + "," + exact(white.b);
}

/// What a notebook has one of, each under its name.
Result<void> loadSettings(const QSqlDatabase& database, Notebook& notebook)
{
    std::map<std::string, std::string> values;
    for (const char* name : {"warm_blue", "touches_a_part", "layers", "own_paper", "code"}) {
        auto value = loadSetting(database, name);
        if (!value)
            return tl::unexpected(value.error());
        values[name] = std::move(*value);
    }
    notebook.warmBlue = named<WarmBlue>(values["warm_blue"]).value_or(notebook.warmBlue);
    if (const std::string& touches = values["touches_a_part"]; !touches.empty())
        notebook.handling.touchesAPart = static_cast<int>(parseWholeNumber(touches, 1, 100).value_or(0));
    notebook.handling.inOneGo = values["layers"] == "one";
    if (const std::string& paper = values["own_paper"]; !paper.empty())
        notebook.handling.paper = Paper(parseLab(paper).value_or(Lab{}));
    notebook.code = values["code"];
    auto wishes = loadWishes(database);
    if (!wishes)
        return tl::unexpected(wishes.error());
    notebook.wishes = std::move(*wishes);
    return {};
}

Result<void> writeSettings(const QSqlDatabase& database, const NotebookEdit& edit)
{
    Result<void> done;
    if (edit.wishes)
        done = writeWishes(database, *edit.wishes);
    if (done && edit.warmBlue)
        done = writeSetting(database, "warm_blue", nameOf(*edit.warmBlue));
    if (done && edit.handling)
        done = writeSetting(database, "touches_a_part", std::to_string(edit.handling->touchesAPart));
    if (done && edit.handling)
        done = writeSetting(database, "layers", edit.handling->inOneGo ? "one" : "two");
    if (done && edit.handling)
        done = writeSetting(database, "own_paper", writtenPaper(edit.handling->paper));
    if (done && edit.code)
        done = writeSetting(database, "code", *edit.code);
    return done;
}

} // namespace

Result<Notebook> loadRows(const QSqlDatabase& database)
{
    Notebook notebook;
    Result<void> done;
    forEachKind([&](const auto& kind) {
        using Record = RecordOf<decltype(kind)>;
        if (!done)
            return;
        auto records = load<Record>(database, kind.table);
        if (records)
            notebook.*kind.records = std::move(*records);
        else
            done = tl::unexpected(records.error());
    });
    if (done)
        done = loadSettings(database, notebook);
    return done.map([&] { return std::move(notebook); });
}

Result<void> writeRows(const QSqlDatabase& database, const NotebookEdit& edit)
{
    Result<void> done;
    forEachKind([&](const auto& kind) {
        if (done)
            done = removeRows(database, kind.table, (edit.*kind.changes).removed);
    });
    if (done)
        done = writePictures(database, edit.pictures);
    forEachKind([&](const auto& kind) {
        if (done)
            done = write(database, kind.table, (edit.*kind.changes).put);
    });
    if (done)
        done = writeSettings(database, edit);
    for (const auto& [kind, last] : edit.usedIds)
        if (done)
            done = keepUsed(database, kind, last);
    return done;
}

Result<Picture> loadPicture(const QSqlDatabase& database, const std::string& name)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("SELECT bytes FROM picture WHERE name = ?"));
    query.addBindValue(QString::fromStdString(name));
    if (auto done = run(query, database, Doing::Reading); !done)
        return tl::unexpected(done.error());
    if (query.next())
        return Picture{name, query.value(0).toByteArray().toStdString()};
    if (auto whole = readToTheEnd(query, database); !whole)
        return tl::unexpected(whole.error());
    return failure(ErrorCode::NotFound, "the picture is not in the notebook");
}

Result<void> checkPicturesAreThere(const QSqlDatabase& database, const NotebookEdit& edit)
{
    std::set<std::string> named;
    forEachKind([&](const auto& kind) {
        for (const auto& record : (edit.*kind.changes).put)
            forEachPictureIn(record, [&](const std::string& name) { named.insert(name); });
    });
    QSqlQuery query(database);
    query.prepare(QStringLiteral("SELECT count(*) FROM picture WHERE name = ?"));
    for (const std::string& name : named) {
        Binder(query) << name;
        if (auto done = run(query, database); !done)
            return done;
        if (!query.next() || query.value(0).toInt() == 0)
            return failure(ErrorCode::BadValue, "a record names a picture that is not in the notebook");
    }
    return {};
}

Result<std::set<std::string>> loadPictureNames(const QSqlDatabase& database)
{
    QSqlQuery query(database);
    query.setForwardOnly(true);
    query.prepare(QStringLiteral("SELECT name FROM picture"));
    if (auto done = run(query, database, Doing::Reading); !done)
        return tl::unexpected(done.error());
    std::set<std::string> names;
    while (query.next())
        names.insert(Row(query).text());
    return readToTheEnd(query, database).map([&] { return std::move(names); });
}

} // namespace iris
