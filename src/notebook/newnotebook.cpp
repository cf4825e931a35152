#include "notebook/newnotebook.h"

#include "files/textfile.h"
#include "notebook/notebookjson.h"
#include "notebook/notebookstore.h"

namespace iris {

Result<void> notebookFromJson(const QString& json, const QString& path)
{
    const auto file = readTextFile(json, InputKind::Dump);
    if (!file)
        return tl::unexpected(file.error());
    const auto dump = readNotebookJson(file->text);
    if (!dump)
        return tl::unexpected(dump.error());
    const auto store = NotebookStore::create(path, [&](NotebookStore& made) -> Result<void> {
        const auto filled = made.apply(filling(*dump));
        return filled ? Result<void>{} : tl::unexpected(filled.error());
    });
    return store ? Result<void>{} : tl::unexpected(store.error());
}

} // namespace iris
