#pragma once

#include "notebook/notebook.h"

namespace iris {

inline Tube tubeOf(std::int64_t id, const char* name, const char* code)
{
    Tube made;
    made.id = {id};
    made.name = name;
    made.codes = parsePigmentCodes(code).value_or(std::vector<iris::PigmentCode>{});
    return made;
}

/// A yellow, a blue and an earth.
inline Notebook threeTubes()
{
    Notebook notebook;
    notebook.tubes = {tubeOf(2, "Lemon", "PY3"), tubeOf(5, "Ultramarine", "PB29"), tubeOf(9, "Earth", "PBr7")};
    return notebook;
}

/// Two entries of one pigment, the second with more written down.
inline Notebook twoTubes()
{
    Notebook notebook;
    for (const std::int64_t id : {1, 2}) {
        Tube tube;
        tube.id = {id};
        tube.name = "Ultramarine";
        tube.codes = parsePigmentCodes("PB29").value();
        notebook.tubes.push_back(tube);
    }
    notebook.tubes[1].maker = "Lower Quay";
    notebook.tubes[1].notes = "Granulates";
    notebook.palettes = {{{1}, "Box", {{2}}}};
    notebook.wishes.never = {{2}};
    return notebook;
}

inline SwatchRecord reading(TubeId tube, const Swatch& colours, bool wet = false)
{
    SwatchRecord record;
    record.tube = tube;
    record.painted = record.onWhite = colours;
    record.wet = wet;
    return record;
}

inline const Swatch blue{{33, 12, -50}, {72, -2, -27}, {22, 1, -11}};
inline const Swatch paler{{36, 10, -47}, {74, -2, -25}, {24, 1, -11}};

/// As the store would number new records.
inline NotebookEdit numbered(NotebookEdit edit, std::int64_t from)
{
    for (SwatchRecord& record : edit.swatches.put)
        if (record.id.value == 0)
            record.id = {from++};
    return edit;
}

} // namespace iris
