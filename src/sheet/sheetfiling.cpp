#include "sheet/sheetfiling.h"

#include "sheet/keptpicture.h"

#include <algorithm>
#include <set>

namespace iris {
namespace {

constexpr int pictureWidth = 220;

/// What a new reading of a square begins with: the record whose place it takes, or, where only a wet reading is there
/// of one that is dry now, a new record with its words. The wet one stays: the two tell how the mix dries.
MixRecord filedBefore(const Notebook& notebook, SheetId sheet, std::size_t cell, bool wet)
{
    MixRecord before;
    for (const MixRecord& mix : notebook.mixes) {
        if (mix.sheet != sheet || mix.cell != static_cast<int>(cell))
            continue;
        if (mix.wet == wet)
            return mix;
        before = mix;
        before.id = {};
    }
    return before;
}

Picture pictureOfSquare(const Scan& scan, const FoundSheet& found, const QRectF& square)
{
    const QRect part = found.inPixels(square.adjusted(-1, -1, 1, 1))
                           .boundingRect()
                           .toAlignedRect()
                           .intersected(QRect(QPoint(), scan.size()));
    return pictureOf(scan.image().copy(part), pictureWidth);
}

MixRecord mixOf(const SquareReading& square, const SheetRecord& sheet, const FilingDetails& details, MixRecord mix)
{
    mix.parts = sheet.cells[square.cell].parts;
    mix.wash = sheet.cells[square.cell].wash;
    mix.origin = MixOrigin::Sheet;
    mix.wet = details.wet;
    mix.date = details.date;
    mix.paper = details.paper;
    mix.painted = square.painted;
    mix.overBlack = square.overBlack;
    mix.uncertainty = square.uncertainty;
    mix.sheet = sheet.id;
    mix.cell = static_cast<int>(square.cell);
    return mix;
}

} // namespace

NotebookEdit filing(const Notebook& notebook, const Scan& scan, const SheetReading& reading,
                    const std::vector<std::size_t>& accepted, const FilingDetails& details)
{
    NotebookEdit edit;
    const SheetRecord* sheet = notebook.sheet(reading.sheet);
    const auto layout = sheet ? layoutOf(*sheet) : tl::unexpected(Error{});
    if (!layout)
        return edit;
    std::set<int> filed;
    for (const MixRecord& mix : notebook.mixes)
        if (mix.sheet == sheet->id && !mix.wet)
            filed.insert(mix.cell);
    for (const SquareReading& square : reading.squares) {
        const bool wanted = std::ranges::find(accepted, square.cell) != accepted.end();
        if (!wanted || square.refused() || square.blank())
            continue;
        MixRecord mix = mixOf(square, *sheet, details, filedBefore(notebook, sheet->id, square.cell, details.wet));
        Picture picture = pictureOfSquare(scan, reading.found, layout->cells[square.cell]);
        mix.picture = picture.name;
        edit.pictures.push_back(std::move(picture));
        edit.mixes.put.push_back(std::move(mix));
        if (!details.wet)
            filed.insert(static_cast<int>(square.cell));
    }
    const bool finished = filed.size() >= reading.squares.size(); // dry
    if (finished != sheet->finished && !edit.mixes.put.empty()) {
        edit.sheets.put = {*sheet};
        edit.sheets.put.front().finished = finished;
    }
    return edit;
}

} // namespace iris
