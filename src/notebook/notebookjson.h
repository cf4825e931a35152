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
    UsedIds usedIds;

    bool operator==(const NotebookDump&) const = default;
};

class NotebookStore;

/// A notebook with the pictures its records name. A picture that is gone from the file or damaged in it is left out,
/// and with it its name, so that a notebook can always go out; `picturesLeftOut` counts them.
struct FullDump {
    NotebookDump dump;
    std::size_t picturesLeftOut = 0;
};
Result<FullDump> dumpOf(const NotebookStore& store, const Notebook& notebook);

/// JSON text by the schema of docs/formats.md: UTF-8, every number to its last digit, pictures in base64.
std::string writeNotebookJson(const NotebookDump& dump);

/// The same of a notebook in its file, as dumpOf() has it, with one picture at a time in memory: years of them are as
/// large as the text itself.
struct WholeText {
    std::string text;
    std::size_t picturesLeftOut = 0;
};
Result<WholeText> wholeNotebookJson(const NotebookStore& store, const Notebook& notebook);

/// Reads what writeNotebookJson() writes: the same notebook again. Unknown keys are passed over.
/// @return BadJson with what is wrong and where: no JSON at all, another kind of file, a newer format, a record that
/// lacks something, refers to what is not there, or holds what no notebook may hold (soundness.h).
Result<NotebookDump> readNotebookJson(std::string_view text);

/// The edit that fills an empty notebook with everything in a dump, under its own ids.
NotebookEdit filling(const NotebookDump& dump);

} // namespace iris
