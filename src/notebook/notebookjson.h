#pragma once

#include "notebook/notebook.h"

#include <functional>
#include <string>
#include <string_view>

namespace iris {

/// A whole notebook as it stands in a JSON file, its pictures with it.
struct NotebookDump {
    Notebook notebook;
    std::vector<Picture> pictures;

    bool operator==(const NotebookDump&) const = default;
};

class NotebookStore;

/// A notebook with the pictures its readings name.
Result<NotebookDump> dumpOf(const NotebookStore& store, const Notebook& notebook);

/// JSON text by the schema of docs/formats.md: UTF-8, every number to its last digit, pictures in base64.
std::string writeNotebookJson(const NotebookDump& dump);

/// Reads what writeNotebookJson() writes: the same notebook again. Unknown keys are passed over.
/// @return BadJson with what is wrong and where: no JSON at all, another kind of file, a newer format, a record that
/// lacks something, refers to what is not there, or holds what no notebook may hold.
Result<NotebookDump> readNotebookJson(std::string_view text, const ReferenceTable& table);

/// The edit that fills an empty notebook with everything in a dump, under its own ids.
NotebookEdit filling(const NotebookDump& dump);

} // namespace iris
