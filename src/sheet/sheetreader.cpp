#include "sheet/sheetreader.h"

#include "base/goldensection.h"
#include "base/text.h"
#include "colour/deltae.h"
#include "colour/observer.h"
#include "notebook/lessons.h"
#include "paint/paper.h"
#include "sheet/lineink.h"

#include <algorithm>
#include <cmath>

namespace iris {
namespace {

// A wash this near the paper is no wash, unless that is what it should look like.
constexpr double asBare = 2.5;
constexpr double plainlyColoured = 6;
// Beyond this even a wash of another thickness does not explain the colour.
constexpr double farOff = 18;
// The gutters are closer together than that, so that three or four of them tell of the light at every place.
constexpr double followedWithinMm = 9;
constexpr double muchTooBright = 0.1;

/// What the parts should give: the film where every tube is known, and the wash at which it comes nearest.
struct Expectation {
    Film film;
    double thickness = 1;
    double apart = 0;
};

Expectation expectationOf(const Recipe& recipe, std::span<const Paint> paints, const Lab& seenColour,
                          const Spectrum& paper)
{
    constexpr double thinnest = 0.05;
    constexpr double thickest = 2.5;
    Expectation expected{mixedFilm(recipe, paints), 1, 0};
    const auto apart = [&](double logThickness) {
        return deltaE00(seenLab(expected.film, std::exp(logThickness), paper), seenColour);
    };
    expected.thickness = std::exp(lowestBetween(std::log(thinnest), std::log(thickest), apart));
    expected.apart = apart(std::log(expected.thickness));
    return expected;
}

bool has(const PatchReading& reading, Doubt doubt)
{
    return std::ranges::find(reading.doubts, doubt) != reading.doubts.end();
}

bool inSight(const QPolygonF& region, QSize picture)
{
    return QRectF(QPointF(), QSizeF(picture)).contains(region.boundingRect());
}

/// Everything a square is read with.
struct Setting {
    const Scan& scan;
    const FoundSheet& found;
    const SheetLayout& layout;
    const SheetRecord& record;
    const Notebook& notebook;
    std::span<const Paint> paints;
    const PaperLight& light;
    const ColourBasis& basis;
    const std::optional<DeviceCorrection>& device;
    Lab paper;
    Spectrum paperSpectrum;
};

/// Sets the square beside what its parts should give, and moves its colour to the white paper of the table.
void compare(SquareReading& square, const Setting& at)
{
    const SheetCell& cell = at.record.cells[square.cell];
    square.painted = square.wash.colour;
    if (square.overLine)
        square.overBlack = square.overLine->colour;
    const auto recipe = recipeOf(cell.parts, cell.wash, at.notebook);
    const bool nearPaper = deltaE00(square.wash.colour, at.paper) < asBare;
    if (!recipe) {
        if (nearPaper)
            square.doubts.push_back(SquareDoubt::Blank);
        return;
    }
    const Lab meant = seenLab(mixedFilm(*recipe, at.paints), cell.wash, at.paperSpectrum);
    if (nearPaper && deltaE00(meant, at.paper) > plainlyColoured) {
        square.doubts.push_back(SquareDoubt::Blank);
        return;
    }
    const Expectation expected = expectationOf(*recipe, at.paints, square.wash.colour, at.paperSpectrum);
    const Lab onOwn = seenLab(expected.film, expected.thickness, at.paperSpectrum);
    const Lab onWhite = seenLab(expected.film, expected.thickness, whitePaper());
    // What the prediction misses on the paper in hand it misses on any other.
    square.painted = {onWhite.l + square.wash.colour.l - onOwn.l, onWhite.a + square.wash.colour.a - onOwn.a,
                      onWhite.b + square.wash.colour.b - onOwn.b};
    square.expected = onWhite;
    square.thickness = expected.thickness;
    square.apart = expected.apart;
    if (square.apart > farOff)
        square.doubts.push_back(SquareDoubt::FarOff);
}

/// Where bare paper beside a square is not what the light is taken for, or the light changes much within it.
bool liesAtAnEdge(std::size_t cell, const Setting& at)
{
    constexpr double missed = 0.035; // of the light of one sample
    constexpr double steep = 0.12;   // across the square, beyond what a smooth fall does
    const QRectF& square = at.layout.cells[cell];
    const QRectF around = at.found.inPixels(square.adjusted(-5, -5, 5, 12)).boundingRect();
    int off = 0;
    for (const PaperSample& sample : at.light.samples) {
        if (!around.contains(sample.x, sample.y))
            continue;
        const LinearRgb expected = at.light.field.paperAt(sample.x, sample.y);
        off += std::abs(std::log(std::max(1e-4, sample.light.green) / expected.green)) > missed;
    }
    const QRectF inside = at.found.inPixels(at.layout.washOf(cell, at.record.blackLine)).boundingRect();
    double least = 0;
    double most = 0;
    for (const double u : {0.0, 0.5, 1.0})
        for (const double v : {0.0, 0.5, 1.0}) {
            const double beyond =
                at.light.field.beyondSmooth(inside.left() + u * inside.width(), inside.top() + v * inside.height());
            const bool first = u == 0 && v == 0;
            least = first ? beyond : std::min(least, beyond);
            most = first ? beyond : std::max(most, beyond);
        }
    return off >= 2 || most - least > steep;
}

SquareReading readSquare(std::size_t cell, const Setting& at)
{
    SquareReading square;
    square.cell = cell;
    const QPolygonF wash = at.found.inPixels(at.layout.washOf(cell, at.record.blackLine));
    if (!inSight(wash, at.scan.size())) {
        square.doubts.push_back(SquareDoubt::OutOfSight);
        return square;
    }
    square.wash = readPatch(at.scan, wash, at.light.field, at.basis);
    square.uncertainty = readingUncertainty(at.device, square.wash.spread, at.light.field);
    if (square.wash.refused()) {
        square.doubts.push_back(SquareDoubt::Unreadable);
        return square;
    }
    const QPolygonF line = at.found.inPixels(at.layout.overLineOf(cell));
    if (at.record.blackLine && inSight(line, at.scan.size())) {
        PatchReading overLine = readPatch(at.scan, line, at.light.field, at.basis);
        if (!overLine.refused())
            square.overLine = std::move(overLine);
    }
    if (has(square.wash, Doubt::TwoColours) || has(square.wash, Doubt::LooksWet) || has(square.wash, Doubt::Clipped))
        square.doubts.push_back(SquareDoubt::Patchy);
    if (liesAtAnEdge(cell, at))
        square.doubts.push_back(SquareDoubt::LightEdge);
    return square;
}

/// The squares of one tube that is measured: what they should look like is known.
std::vector<ControlSquare> controlsIn(const std::vector<SquareReading>& squares, const Setting& at)
{
    std::vector<ControlSquare> controls;
    for (const SquareReading& square : squares) {
        const SheetCell& cell = at.record.cells[square.cell];
        const auto recipe = recipeOf(cell.parts, cell.wash, at.notebook);
        const bool bare = deltaE00(square.wash.colour, at.paper) < asBare;
        if (!recipe || recipe->parts.size() != 1 || square.refused() || !square.doubts.empty() || bare)
            continue;
        const Paint& paint = at.paints[recipe->parts.front().paint];
        if (paint.source != ColourSource::Measured)
            continue;
        const auto overLine =
            square.overLine ? std::optional(at.basis.overPaper(square.overLine->light)) : std::nullopt;
        controls.push_back({paint.film, cell.wash, at.basis.overPaper(square.wash.light), overLine});
    }
    return controls;
}

/// Light off the printed black of the marks over that off the paper; the darkest of them, since one may be smeared.
std::optional<LinearRgb> printedBlack(const Setting& at)
{
    std::optional<LinearRgb> darkest;
    for (const QRectF& place : at.layout.blacks()) {
        const QPolygonF region = at.found.inPixels(place);
        const auto light = inSight(region, at.scan.size()) ? lightIn(at.scan, region, at.light.field) : std::nullopt;
        if (!light)
            continue;
        const LinearRgb over = at.basis.overPaper(*light);
        if (!darkest || over.green < darkest->green)
            darkest = over;
    }
    return darkest;
}

/// Takes out of a square what the known ones showed.
void setRight(SquareReading& square, const ColourBasis& basis)
{
    if (basis.tone.isNone())
        return;
    square.wash.colour = basis.colourOf(square.wash.light);
    if (square.overLine)
        square.overLine->colour = basis.colourOf(square.overLine->light);
}

void doubtTheLight(SquareReading& square, const SheetReading& reading)
{
    if (square.blank())
        return;
    if (reading.light.doubtful || reading.light.blackPale)
        square.doubts.push_back(SquareDoubt::OddLight);
    if (reading.tooBright)
        square.doubts.push_back(SquareDoubt::TooBright);
}

/// Whether a white can be that of paper in any usual light: from a bright white to a cream.
bool looksLikePaper(const Lab& white)
{
    return white.l > 80 && white.l < 102 && std::abs(white.a) < 4 && white.b > -7 && white.b < 13;
}

std::optional<LineTrace> lineTraceOf(std::size_t cell, const Setting& at)
{
    const SheetCell& own = at.record.cells[cell];
    const auto recipe = recipeOf(own.parts, own.wash, at.notebook);
    const QPolygonF near = at.found.inPixels(at.layout.besideLineOf(cell));
    const QPolygonF far = at.found.inPixels(at.layout.farFromLineOf(cell));
    if (!recipe || !inSight(near, at.scan.size()) || !inSight(far, at.scan.size()))
        return std::nullopt;
    const PatchReading beside = readPatch(at.scan, near, at.light.field, at.basis);
    const PatchReading below = readPatch(at.scan, far, at.light.field, at.basis);
    if (beside.refused() || below.refused())
        return std::nullopt;
    const Expectation laid = expectationOf(*recipe, at.paints, below.colour, at.paperSpectrum);
    return traceOf(laid.film, laid.thickness, beside.colour, below.colour, at.paperSpectrum);
}

bool painted(const SquareReading& square)
{
    return !square.refused() && !square.blank();
}

InkShare inkIn(const std::vector<SquareReading>& squares, const Setting& at)
{
    std::vector<LineTrace> traces;
    for (const SquareReading& square : squares)
        if (const auto trace = painted(square) ? lineTraceOf(square.cell, at) : std::nullopt)
            traces.push_back(*trace);
    return inkShareOf(traces);
}

/// Bare paper that is in the picture: the bracketed places and the gutters.
std::vector<QPolygonF> barePlaces(const Scan& scan, const FoundSheet& found, const SheetLayout& layout)
{
    std::vector<QPolygonF> places;
    const auto add = [&](const QRectF& mm) {
        QPolygonF place = found.inPixels(mm);
        if (inSight(place, scan.size()))
            places.push_back(std::move(place));
    };
    for (const QRectF& white : layout.whites)
        add(white.adjusted(0.8, 0.8, -0.8, -0.8));
    for (const QRectF& gutter : layout.gutters())
        add(gutter);
    return places;
}

Result<const SheetRecord*> recordOf(const FoundSheet& found, const Notebook& notebook, const std::string& typed)
{
    const std::string text = found.code ? found.code->toStdString() : typed;
    if (found.code && !typed.empty() && lowered(typed) != lowered(text))
        return failure(ErrorCode::BadSheetCode, "the sheet says that it is " + text + ", not " + typed
                                                    + "; leave the code out where the sheet shows it");
    if (text.empty())
        return failure(ErrorCode::BadSheetCode,
                       "the sheet's code cannot be read; type what is printed beside its title, as in 3F9A0C-12");
    const auto code = parseSheetCode(text);
    if (!code)
        return failure(ErrorCode::BadSheetCode, "\"" + text + "\" is no code of a sheet");
    if (code->notebook != notebook.code)
        return failure(ErrorCode::NotFound, "this sheet was printed from another notebook (" + text + ")");
    const SheetRecord* record = notebook.sheet(code->sheet);
    if (!record)
        return failure(ErrorCode::NotFound, "sheet " + text + " was taken out of this notebook");
    if (record->format != found.format)
        return failure(ErrorCode::BadPicture, "sheet " + text + " was laid out for other paper than this");
    return record;
}

Error stopped()
{
    return {ErrorCode::Stopped, "stopped", {}, 0, 0};
}

} // namespace

std::string describe(SquareDoubt doubt)
{
    switch (doubt) {
    case SquareDoubt::Blank: return "not painted yet";
    case SquareDoubt::OutOfSight: return "not in the picture";
    case SquareDoubt::Unreadable: return "cannot be read";
    case SquareDoubt::Patchy: return "a bloom, a hard edge or a shine lies in it";
    case SquareDoubt::LineRan: return "ink of the black lines is in it";
    case SquareDoubt::OddLight: return "squares of this sheet whose colour is known look like another colour";
    case SquareDoubt::LightEdge: return "the edge of a shadow lies across it or beside it";
    case SquareDoubt::TooBright: return "the paper is as bright as the device can go";
    case SquareDoubt::FarOff: return "looks like another mix than is printed beside it";
    }
    return {};
}

std::vector<std::string> remarksOn(const SheetReading& reading)
{
    constexpr double plainlyOff = 0.02;
    std::vector<std::string> remarks;
    const LightJudgement& light = reading.light;
    if (light.mended())
        remarks.push_back("The light or the device changed the tones: the " + std::to_string(light.known)
                          + " squares whose colour is known came out " + formatNumber(light.missBefore, 1)
                          + " off, all in one way, and with that taken out of the whole sheet "
                          + formatNumber(light.missAfter, 1) + ".");
    if (light.doubtful)
        remarks.push_back("The squares whose colour is known came out " + formatNumber(light.missAfter, 1)
                          + " off, and no one change of tone explains it: look at the light, the device's settings and "
                            "whether they were painted from the right tubes.");
    if (light.blackPale)
        remarks.emplace_back("The printed black looks grey: haze, a mirrored lamp or a faint print.");
    if (reading.tooBright)
        remarks.emplace_back("The paper is as bright as the device can go, so that pale washes cannot be told from it; "
                             "expose less.");
    if (reading.paperOdd)
        remarks.emplace_back(
            "The paper does not look like paper through this device's chart, so the light must be another "
            "one; the paper's white was taken for it.");
    if (reading.ink.hasRun())
        remarks.emplace_back(
            "The black lines have run into the washes, which reads them too dark and dull; print with a "
            "waterproof black, or without the line.");
    if (reading.found.tags < 4)
        remarks.emplace_back("One corner mark cannot be seen; the squares near it may be a little off.");
    if (std::abs(reading.found.printedScale - 1) > plainlyOff)
        remarks.emplace_back("It was printed at " + formatNumber(100 * reading.found.printedScale, 0)
                             + " % of its size, which does not matter for reading.");
    return remarks;
}

bool SquareReading::refused() const
{
    return std::ranges::any_of(
        doubts, [](SquareDoubt doubt) { return doubt == SquareDoubt::OutOfSight || doubt == SquareDoubt::Unreadable; });
}

bool SquareReading::blank() const
{
    return std::ranges::find(doubts, SquareDoubt::Blank) != doubts.end();
}

Result<SheetReading> readSheet(const Scan& scan, const Notebook& notebook, std::span<const Paint> paints,
                               const SheetOptions& options)
{
    const auto say = [&](const char* doing) {
        if (options.progress)
            options.progress(doing);
    };
    say("looking for the sheet");
    auto found = findSheet(scan);
    if (!found)
        return tl::unexpected(found.error());
    const auto record = recordOf(*found, notebook, options.typedCode);
    if (!record)
        return tl::unexpected(record.error());
    const auto layout = layoutOf(**record);
    if (!layout)
        return tl::unexpected(layout.error());
    if (options.stop.stop_requested())
        return tl::unexpected(stopped());

    say("reading the squares");
    const PaperLight light =
        paperLightFrom(scan, barePlaces(scan, *found, *layout), followedWithinMm * found->pixelsPerMm);
    ColourBasis basis = basisFor(light.field, options.device, options.paperWhite);
    const bool paperOdd = !basis.paper && !looksLikePaper(basis.colourOf(light.field.meanPaper()));
    if (paperOdd) // the light is not the one the device was set right under: then the paper is the better white
        basis.paper = toLab(seen(whitePaper()));
    SheetReading reading;
    reading.found = std::move(*found);
    reading.sheet = (*record)->id;
    reading.paper = basis.colourOf(light.field.meanPaper());
    reading.paperAssumed = (!options.device && !options.paperWhite) || paperOdd;
    reading.paperOdd = paperOdd;
    reading.tooBright = light.tooBright > muchTooBright;
    const Setting at{scan,
                     reading.found,
                     *layout,
                     **record,
                     notebook,
                     paints,
                     light,
                     basis,
                     options.device,
                     reading.paper,
                     paperSeenAs(reading.paper)};
    for (std::size_t cell = 0; cell < (*record)->cells.size(); ++cell) {
        if ((*record)->cells[cell].parts.empty())
            continue;
        if (options.stop.stop_requested())
            return tl::unexpected(stopped());
        reading.squares.push_back(readSquare(cell, at));
    }
    reading.light = judgeLight(controlsIn(reading.squares, at), printedBlack(at), at.paperSpectrum,
                               options.device ? options.device->uncertainty : DeviceCorrection::uncalibrated);
    basis.tone = reading.light.tone;
    for (SquareReading& square : reading.squares)
        if (!square.refused()) {
            setRight(square, basis);
            compare(square, at);
            doubtTheLight(square, reading);
        }
    if ((*record)->blackLine)
        reading.ink = inkIn(reading.squares, at);
    if (reading.ink.hasRun()) // even where it does not show, ink is in every square
        for (SquareReading& square : reading.squares)
            if (painted(square))
                square.doubts.push_back(SquareDoubt::LineRan);
    return reading;
}

} // namespace iris
