#pragma once

#include "notebook/notebookstore.h"

/// What a notebook's file holds; nothing when it cannot be read.
inline std::optional<iris::Notebook> notebookIn(const QString& path)
{
    auto store = iris::NotebookStore::open(path);
    if (!store)
        return std::nullopt;
    auto notebook = (*store)->load();
    return notebook ? std::optional(std::move(*notebook)) : std::nullopt;
}
