#pragma once

#include "notebook/notebookjson.h"
#include "notebook/notebookstore.h"

#include <QFileInfo>

namespace fuzz {

/// A new notebook under a name; made once and copied from then on, since making takes longer than all that is tried.
inline void putNewNotebook(const char* name)
{
    static const QByteArray bytes = [] {
        const QString path = folder().filePath(QStringLiteral("new.iris"));
        promise(iris::NotebookStore::create(path).has_value(), "a new notebook can be made");
        QFile file(path);
        promise(file.open(QIODevice::ReadOnly), "the new notebook is there");
        const QByteArray all = file.readAll();
        file.remove();
        return all;
    }();
    put(name, bytes);
}

/// Opens a notebook that may be anything. One that opens can be read, goes out as JSON, comes back equal and, when it
/// is asked for as well, fills a new notebook and is equal there.
inline void openAndTakeOutAndBack(const QString& path, bool alsoFill)
{
    using namespace iris;
    auto store = NotebookStore::open(path);
    if (!store)
        return;
    const auto notebook = (*store)->load();
    if (!notebook)
        return;
    const auto full = dumpOf(**store, *notebook);
    promise(full.has_value(), "a notebook that opens can go out");
    const auto back = readNotebookJson(writeNotebookJson(full->dump));
    promise(back.has_value(), back ? "" : back.error().message.c_str());
    promise(*back == full->dump, "a notebook comes back equal");
    if (!alsoFill)
        return;
    putNewNotebook("copy.iris");
    auto other = NotebookStore::open(folder().filePath(QStringLiteral("copy.iris")));
    promise(other.has_value(), "a new notebook opens");
    const auto filled = (*other)->apply(filling(*back));
    promise(filled.has_value(), filled ? "" : filled.error().message.c_str());
    const auto again = (*other)->load();
    Notebook expected = back->notebook;
    if (expected.code.empty() && again)
        expected.code = again->code; // a notebook without one is given one
    promise(again && *again == expected, "a notebook filled from a dump is the one that was dumped");
    promise((*other)->remarks().empty(), "nothing is wrong with a notebook filled from a dump");
}

} // namespace fuzz
