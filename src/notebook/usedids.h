#pragma once

#include "notebook/notebook.h"
#include "notebook/statement.h"

#include <QSqlDatabase>

namespace iris {

/// The number the next record of a kind is to have: one above any that was ever given out.
Result<std::int64_t> nextId(const QSqlDatabase& database, const std::string& kind);

/// Gives every new record of an edit its number, and to what names it by the one it had in the edit.
Result<void> giveNumbers(const QSqlDatabase& database, NotebookEdit& edit);

/// Remembers that a number was given out; 0 is none.
Result<void> keepUsed(const QSqlDatabase& database, const std::string& kind, std::int64_t id);

/// The highest numbers given out so far.
Result<UsedIds> loadUsedIds(const QSqlDatabase& database, Doing doing = Doing::Reading);

/// The kinds whose count is no number a record could have.
Result<std::vector<std::string>> damagedUsedIds(const QSqlDatabase& database);

/// Counts those anew, from all that is there and all that it names.
Result<void> mendUsedIds(const QSqlDatabase& database);

/// What a notebook from before numbers were kept (schema 3 and below) can still tell of them: the highest that anything
/// in it goes by. A painted square whose tube had another name then is given back to the one tube of that name; where
/// there is none, it stays and is told of, since the tube may only have been called something else.
/// @return what there is to tell, one sentence each
Result<std::vector<std::string>> rebuildUsedIds(const QSqlDatabase& database);

} // namespace iris
