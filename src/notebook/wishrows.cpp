#include "notebook/wishrows.h"

#include "base/text.h"
#include "notebook/recordrows.h"
#include "notebook/statement.h"

#include <QSqlQuery>
#include <QVariant>
#include <algorithm>

namespace iris {

namespace {

/// What is no wish we know is one of a later version, and none to us.
void readSetting(PaletteWishes& wishes, const std::string& name, const std::string& value)
{
    if (name == "wish_pool")
        wishes.pool = named<Pool>(value).value_or(Pool::Owned);
    else if (name == "wish_only")
        wishes.only = termsFromWords(value);
    else if (name == "wish_red")
        wishes.red = named<RedPrimary>(value).value_or(RedPrimary::Either);
    else if (name == "wish_places")
        wishes.places = parsePlaces(value).value_or(std::vector<Slot>());
    else if (name == "wish_prefer")
        wishes.prefer = preferencesFromWords(value);
    else if (name == "wish_sure")
        wishes.sure = static_cast<int>(parseWholeNumber(value, 0, 100).value_or(0));
}

} // namespace

Result<PaletteWishes> loadWishes(const QSqlDatabase& database)
{
    PaletteWishes wishes;
    QSqlQuery query(database);
    query.prepare(QStringLiteral("SELECT school, most_tubes FROM wish"));
    if (auto done = run(query, database, Doing::Reading); !done)
        return tl::unexpected(done.error());
    if (query.next()) {
        Row row(query);
        wishes.school = parseSchool(row.text()).value_or(School::Free);
        wishes.mostTubes = static_cast<std::size_t>(std::clamp(row.whole(), 1, 12));
    }
    query.prepare(QStringLiteral("SELECT tube, must FROM wish_tube ORDER BY tube"));
    if (auto done = run(query, database, Doing::Reading); !done)
        return tl::unexpected(done.error());
    while (query.next()) {
        Row row(query);
        const TubeId tube{row.id()};
        (row.whole() != 0 ? wishes.must : wishes.never).push_back(tube);
    }
    if (auto whole = readToTheEnd(query, database); !whole)
        return tl::unexpected(whole.error());
    query.prepare(QStringLiteral("SELECT name, value FROM setting WHERE name LIKE 'wish_%'"));
    if (auto done = run(query, database, Doing::Reading); !done)
        return tl::unexpected(done.error());
    while (query.next()) {
        Row row(query);
        const std::string name = row.text();
        readSetting(wishes, name, row.text());
    }
    return readToTheEnd(query, database).map([&] { return std::move(wishes); });
}

Result<void> writeWishes(const QSqlDatabase& database, const PaletteWishes& wishes)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("UPDATE wish SET school = ?, most_tubes = ?"));
    query.addBindValue(QString::fromStdString(std::string(nameOf(wishes.school))));
    query.addBindValue(static_cast<int>(wishes.mostTubes));
    if (auto done = run(query, database); !done)
        return done;
    query.prepare(QStringLiteral("INSERT OR REPLACE INTO setting (name, value) VALUES (?, ?)"));
    for (const auto& [name, value] :
         {std::pair<std::string_view, std::string>("wish_pool", std::string(nameOf(wishes.pool))),
          std::pair<std::string_view, std::string>("wish_only", wordsOf(wishes.only)),
          std::pair<std::string_view, std::string>("wish_red", std::string(nameOf(wishes.red))),
          std::pair<std::string_view, std::string>("wish_places", wordsOf(wishes.places)),
          std::pair<std::string_view, std::string>("wish_prefer", wordsOf(wishes.prefer)),
          std::pair<std::string_view, std::string>("wish_sure", std::to_string(wishes.sure))}) {
        Binder(query) << name << value;
        if (auto done = run(query, database); !done)
            return done;
    }
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

} // namespace iris
