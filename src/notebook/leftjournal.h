#pragma once

#include "base/result.h"

#include <QString>

namespace iris {

/// What SQLite keeps beside a notebook while an edit is written, and finds there again when the program was ended in
/// the middle of it: the pages as they were before. SQLite rolls back whatever lies under that name, whoever it
/// belongs to; so it is looked at before SQLite sees it.
QString journalOf(const QString& notebook);

/// Whether something lies under the name of a notebook's journal.
bool hasJournal(const QString& notebook);

/// Whether some program is in the middle of writing in a notebook.
/// Source: https://www.sqlite.org/lockingv3.html, sections 3 and 4.2; the bytes stand in SQLite's os.h.
bool isBeingWritten(const QString& notebook);

/// Whether a journal lies there that nobody is at work with: an edit was cut off, or somebody put it there.
bool isLeftInAnEdit(const QString& notebook);

/// Whether rolling a journal back gives the notebook's own last state: by the edit's mark, which every journal of ours
/// begins with; in one of an older program by its first page and by how large it says that the notebook was. Damaged
/// ones and files that are no journal are not.
/// Source: https://www.sqlite.org/fileformat.html, sections 1.3 (the first page) and 3 (journals, their checksum).
bool isJournalOf(const QString& journal, const QString& notebook);

/// What to tell of one that was set aside under a name, or, without one, only passed over.
std::string remarkOnJournal(const QString& notebook, const QString& aside);

/// Gives a journal that is not the notebook's own another name beside it, under which nothing rolls it back.
/// @return the name it has now; FileUnwritable with the reason
Result<QString> setJournalAside(const QString& notebook);

} // namespace iris
