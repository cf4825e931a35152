#include "sheet/sheetfiling.h"

#include "sheet/keptpicture.h"

#include <algorithm>
#include <set>

namespace iris {
namespace {

constexpr int pictureWidth = 220;

/// The record of a square that a new reading takes the place of. A wet one stays beside a dry one: the two tell how the
/// mix dries.
const MixRecord* filedBefore(const Notebook& notebook, SheetId sheet, std::size_t cell, bool wet)
{
    const auto found = std::ranges::find_if(notebook.mixes, [&](const MixRecord& mix) {
        return mix.sheet == sheet && mix.cell == static_cast<int>(cell) && mix.wet == wet;
    });
    return found == notebook.mixes.end() ? nullptr : &*found;
}

Picture pictureOfSquare(const Scan& scan, const FoundSheet& found, const QRectF& square)
{
    const QRect part = found.inPixels(square.adjusted(-1, -1, 1, 1))
                           .boundingRect()
                           .toAlignedRect()
                           .intersected(QRect(QPoint(), scan.size()));
    return pictureOf(scan.image().copy(part), pictureWidth);
}

MixRecord mixOf(const SquareReading& square, const SheetRecord& sheet, const FilingDetails& details,
                const MixRecord* before)
{
    MixRecord mix = before ? *before : MixRecord();
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
        if (mix.sheet == sheet->id)
            filed.insert(mix.cell);
    for (const SquareReading& square : reading.squares) {
        const bool wanted = std::ranges::find(accepted, square.cell) != accepted.end();
        if (!wanted || square.refused() || square.blank())
            continue;
        MixRecord mix = mixOf(square, *sheet, details, filedBefore(notebook, sheet->id, square.cell, details.wet));
        Picture picture = pictureOfSquare(scan, reading.found, layout->cells[square.cell]);
        mix.picture = picture.name;
        edit.pictures.push_back(std::move(picture));
        edit.putMixes.push_back(std::move(mix));
        filed.insert(static_cast<int>(square.cell));
    }
    const bool finished = filed.size() >= reading.squares.size() && !details.wet;
    if (finished != sheet->finished && !edit.putMixes.empty()) {
        edit.putSheets = {*sheet};
        edit.putSheets.front().finished = finished;
    }
    return edit;
}

} // namespace iris
