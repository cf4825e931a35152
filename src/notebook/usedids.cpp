#include "notebook/usedids.h"

#include "base/text.h"
#include "notebook/notebookrows.h"
#include "notebook/recordfields.h"
#include "notebook/recordkinds.h"
#include "notebook/recordrows.h"
#include "notebook/soundness.h"
#include "notebook/statement.h"

#include <algorithm>

namespace iris {
namespace {

/// The highest number in a table; 0 for an empty one.
Result<std::int64_t> highestId(const QSqlDatabase& database, const std::string& table)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("SELECT coalesce(max(id), 0) FROM %1").arg(QString::fromStdString(table)));
    if (auto done = run(query, database); !done)
        return tl::unexpected(done.error());
    if (!query.next())
        return failureOf(query.lastError(), database, Doing::Writing);
    return query.value(0).toLongLong();
}

bool sameName(const std::string& one, const std::string& other)
{
    return lowered(trimmed(one)) == lowered(trimmed(other));
}

/// Gives parts of mixes and squares back to the tube whose name they keep, where there is just one.
class Reunion {
public:
    explicit Reunion(const Notebook& notebook) : m_notebook(notebook) {}

    /// True when a part was given to another tube.
    bool mend(std::vector<MixPart>& parts, const std::string& where)
    {
        bool changed = false;
        for (MixPart& part : parts) {
            const Tube* tube = m_notebook.tube(part.tube);
            if (!tube || part.name.empty() || sameName(tube->name, part.name))
                continue;
            const Tube* other = theOneCalled(part.name);
            if (other) {
                part.tube = other->id;
                changed = true;
                m_remarks.push_back(where + " was painted with " + part.name
                                    + " and belongs to that tube again, not to " + tube->name);
            } else {
                m_remarks.push_back(where + " was painted with " + part.name + ", and the tube of that number is now "
                                    + tube->name + "; if it is not the same paint, change the mix");
            }
        }
        return changed;
    }

    const std::vector<std::string>& remarks() const { return m_remarks; }

private:
    const Tube* theOneCalled(const std::string& name) const
    {
        const Tube* found = nullptr;
        for (const Tube& tube : m_notebook.tubes) {
            if (!sameName(tube.name, name))
                continue;
            if (found)
                return nullptr;
            found = &tube;
        }
        return found;
    }

    const Notebook& m_notebook;
    std::vector<std::string> m_remarks;
};

std::string nameOf(const MixRecord& mix)
{
    return "mix " + std::to_string(mix.id.value) + (mix.name.empty() ? "" : " (" + mix.name + ")");
}

/// The edit after which the count of every kind is at least what is there and what that names.
NotebookEdit countingAnew(const Notebook& notebook)
{
    NotebookEdit edit;
    const auto count = [&](const auto& id) {
        if (allowed::id.holds(static_cast<double>(id.value)))
            edit.usedIds[tableOf(id)] = std::max(edit.usedIds[tableOf(id)], id.value);
    };
    forEachKind([&](const auto& kind) {
        for (const auto& record : notebook.*kind.records) {
            count(record.id);
            forEachIdIn(record, count);
        }
    });
    return edit;
}

/// The numbers that new records of one edit get.
class Numbers {
public:
    template <typename Record>
    Result<void> give(const QSqlDatabase& database, const std::string& kind, std::vector<Record>& records)
    {
        std::int64_t next = 0;
        for (Record& record : records) {
            if (record.id.value > 0)
                continue;
            if (next == 0) {
                const auto id = nextId(database, kind);
                if (!id)
                    return tl::unexpected(id.error());
                next = std::max(*id, highestOf(records) + 1);
            }
            if (record.id.value < 0)
                m_given[kind][record.id.value] = next;
            record.id = {next++};
        }
        return {};
    }

    /// The record's own number in the place of the one it went by; one that nothing has is left to who checks.
    template <typename Id> void follow(Id& id) const
    {
        const auto given = m_given.find(tableOf(id));
        if (id.value < 0 && given != m_given.end())
            if (const auto number = given->second.find(id.value); number != given->second.end())
                id = {number->second};
    }

private:
    /// Of those that have a number a record may have; 0 for none.
    template <typename Record> static std::int64_t highestOf(const std::vector<Record>& records)
    {
        std::int64_t highest = 0;
        for (const Record& record : records)
            if (allowed::id.holds(static_cast<double>(record.id.value)))
                highest = std::max(highest, record.id.value);
        return highest;
    }

    std::map<std::string, std::map<std::int64_t, std::int64_t>> m_given; ///< by kind
};

const QString damagedCount = QStringLiteral("typeof(last) <> 'integer' OR last < 0 OR last > ?");

} // namespace

Result<UsedIds> loadUsedIds(const QSqlDatabase& database, Doing doing)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("SELECT kind, last FROM used_id"));
    if (auto done = run(query, database, doing); !done)
        return tl::unexpected(done.error());
    UsedIds ids;
    while (query.next()) {
        Row row(query);
        const std::string kind = row.text();
        const std::int64_t last = row.id();
        if (isKind(kind) && allowed::reference.holds(static_cast<double>(last)))
            ids[kind] = last;
    }
    return readToTheEnd(query, database, doing).map([&] { return ids; });
}

Result<std::int64_t> nextId(const QSqlDatabase& database, const std::string& kind)
{
    const auto used = loadUsedIds(database, Doing::Writing);
    if (!used)
        return tl::unexpected(used.error());
    const auto last = used->find(kind);
    // A count that was meddled with must not lead to a record that is there being written over.
    const auto highest = highestId(database, kind);
    if (!highest)
        return highest;
    const std::int64_t next = std::max(last == used->end() ? 0 : last->second, *highest) + 1;
    if (!allowed::id.holds(static_cast<double>(next)))
        return failure(ErrorCode::BadValue, "the notebook has no number left for anything new of this kind");
    return next;
}

Result<void> giveNumbers(const QSqlDatabase& database, NotebookEdit& edit)
{
    Numbers numbers;
    Result<void> done;
    forEachKind([&](const auto& kind) {
        if (done)
            done = numbers.give(database, kind.table, (edit.*kind.changes).put);
    });
    const auto name = [&](auto& id) { numbers.follow(id); };
    forEachKind([&](const auto& kind) { forEachIdIn((edit.*kind.changes).put, name); });
    if (edit.wishes) {
        forEachIdIn(edit.wishes->must, name);
        forEachIdIn(edit.wishes->never, name);
    }
    return done;
}

Result<void> keepUsed(const QSqlDatabase& database, const std::string& kind, std::int64_t id)
{
    if (id <= 0)
        return {};
    QSqlQuery query(database);
    query.prepare(QStringLiteral("INSERT INTO used_id (kind, last) VALUES (?, ?) "
                                 "ON CONFLICT (kind) DO UPDATE SET last = max(last, excluded.last)"));
    Binder(query) << kind;
    query.addBindValue(static_cast<qlonglong>(id));
    return run(query, database);
}

Result<std::vector<std::string>> rebuildUsedIds(const QSqlDatabase& database)
{
    const auto notebook = loadRows(database);
    if (!notebook)
        return tl::unexpected(notebook.error());
    NotebookEdit edit = countingAnew(*notebook);
    Reunion reunion(*notebook);
    for (MixRecord mix : notebook->mixes)
        if (reunion.mend(mix.parts, nameOf(mix)))
            edit.mixes.put.push_back(std::move(mix));
    if (auto done = writeRows(database, edit); !done)
        return tl::unexpected(done.error());
    return reunion.remarks();
}

Result<std::vector<std::string>> damagedUsedIds(const QSqlDatabase& database)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("SELECT kind FROM used_id WHERE %1").arg(damagedCount));
    query.addBindValue(allowed::reference.most);
    if (auto done = run(query, database, Doing::Reading); !done)
        return tl::unexpected(done.error());
    std::vector<std::string> kinds;
    while (query.next())
        kinds.push_back(Row(query).text());
    return readToTheEnd(query, database).map([&] { return std::move(kinds); });
}

Result<void> mendUsedIds(const QSqlDatabase& database)
{
    QSqlQuery query(database);
    query.prepare(QStringLiteral("DELETE FROM used_id WHERE %1").arg(damagedCount));
    query.addBindValue(allowed::reference.most);
    if (auto done = run(query, database); !done)
        return done;
    const auto notebook = loadRows(database);
    if (!notebook)
        return tl::unexpected(notebook.error());
    NotebookEdit edit = countingAnew(*notebook);
    return writeRows(database, edit);
}

} // namespace iris
