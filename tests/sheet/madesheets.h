#pragma once

#include "learning/worthpainting.h"
#include "notebook/lessons.h"
#include "sheet/simulateddevice.h"
#include "sheet/simulatedsheet.h"

#include <random>

/// A drawer of tubes and a sheet of their pairs, for tests.
struct MadeSheet {
    iris::Notebook notebook;
    std::vector<iris::Paint> paints;

    const iris::SheetRecord& record() const { return notebook.sheets.front(); }
    iris::SheetPage page() const { return pageOf(record(), notebook).value(); }
};

/// So many squares of the pairs of ten tubes, drawn from a seed.
inline MadeSheet madeSheet(unsigned seed, std::size_t squares, double cellMm = 25, int columns = 6,
                           iris::SheetFormat format = iris::SheetFormat::A4)
{
    using namespace iris;
    MadeSheet made;
    made.notebook.code = "3F9A0C";
    static FilmCache films;
    std::int64_t id = 1;
    for (const char* code :
         {"PY3", "PY35", "PY43", "PR108/light", "PV19/rose", "PB29", "PB28", "PB15:3", "PG7", "PBr7/burnt sienna"}) {
        const std::string text = code;
        Tube tube;
        tube.id = {id++};
        tube.codes = {parsePigmentCode(text.substr(0, text.find('/'))).value()};
        tube.form = text.find('/') == std::string::npos ? "" : text.substr(text.find('/') + 1);
        tube.name = "Tube " + text;
        made.notebook.tubes.push_back(tube);
        made.paints.push_back(paintOf(tube, ReferenceTable::shipped(), films).value());
    }
    std::vector<WantedMix> pairs = everyPair(made.paints, usualHandling);
    std::mt19937 random(seed);
    std::ranges::shuffle(pairs, random);
    SheetRecord sheet;
    sheet.id = {static_cast<std::int64_t>(seed % 1000) + 1};
    sheet.title = "Pairs of the marsh";
    sheet.date = "2026-10-04";
    sheet.format = format;
    sheet.cellMm = cellMm;
    sheet.columns = columns;
    for (std::size_t i = 0; i < squares; ++i)
        sheet.cells.push_back({mixPartsOf(pairs[i % pairs.size()].recipe, made.notebook), i % 5 == 4 ? 0.45 : 1.0});
    made.notebook.sheets = {sheet};
    return made;
}
