#include "sheet/patchreading.h"

#include "colour/deltae.h"
#include "colour/observer.h"
#include "paint/paper.h"
#include "sheet/robust.h"

namespace iris {
namespace {

/// What is left of the paper's own unevenness and of the paint's, as a share of the deltaE that both cause.
constexpr double spreadLeft = 0.35;
constexpr double deltaPerUnevenness = 40; // 1 % of light is about 0.4 in L*

constexpr std::size_t fewestPixels = 150;
constexpr double mostLooked = 40000;
constexpr double strayBeyond = 3.5;
constexpr double muchClipped = 0.02;
constexpr double muchGlare = 0.05;
constexpr double someGlare = 0.004;
constexpr double twoColoursApart = 3.0;
constexpr double unevenSpread = 4.0;

/// The pixels of a region, spread over it evenly, with their places.
struct Pixels {
    std::vector<LinearRgb> light;
    std::vector<QPoint> places;
    std::size_t all = 0;
    double clipped = 0;
};

bool isClipped(QRgba64 pixel)
{
    constexpr int high = 65535 - 200;
    constexpr int low = 100;
    const auto [least, most] = std::minmax({pixel.red(), pixel.green(), pixel.blue()});
    return most >= high || least <= low;
}

/// Reads every step-th pixel of every step-th row inside a polygon.
Pixels pixelsIn(const Scan& scan, const QPolygonF& region)
{
    Pixels pixels;
    const QRect bounds = region.boundingRect().toAlignedRect().intersected(QRect(QPoint(), scan.size()));
    if (bounds.isEmpty())
        return pixels;
    const double area = static_cast<double>(bounds.width()) * bounds.height();
    const int step = std::max(1, static_cast<int>(std::sqrt(area / mostLooked)));
    std::vector<QRgba64> row;
    std::size_t clipped = 0;
    for (int y = bounds.top(); y <= bounds.bottom(); y += step) {
        row.clear();
        for (int x = bounds.left(); x <= bounds.right(); x += step) {
            if (!region.containsPoint(QPointF(x + 0.5, y + 0.5), Qt::OddEvenFill))
                continue;
            QRgba64 pixel;
            scan.row(y, x, 1, {&pixel, 1});
            row.push_back(pixel);
            pixels.places.emplace_back(x, y);
            clipped += isClipped(pixel);
        }
        const std::size_t before = pixels.light.size();
        pixels.light.resize(before + row.size());
        scan.convert(row, std::span(pixels.light).subspan(before));
    }
    pixels.all = pixels.light.size() * static_cast<std::size_t>(step) * static_cast<std::size_t>(step);
    pixels.clipped = pixels.light.empty() ? 0 : static_cast<double>(clipped) / static_cast<double>(pixels.light.size());
    return pixels;
}

std::vector<double> channelOf(const std::vector<LinearRgb>& light, double LinearRgb::*channel)
{
    std::vector<double> values;
    values.reserve(light.size());
    for (const LinearRgb& pixel : light)
        values.push_back(pixel.*channel);
    return values;
}

/// The patch cut into squares, each with its mean light. Grain averages out in a square, a speck or a bloom does not,
/// so that strays can be told from grain.
struct Squares {
    std::vector<LinearRgb> light;
    std::vector<double> counts;
};

Squares squaresOf(const Pixels& pixels, const QRectF& bounds)
{
    constexpr double squareCount = 220;
    const double side = std::max(3.0, std::sqrt(bounds.width() * bounds.height() / squareCount));
    const auto columns = static_cast<std::size_t>(bounds.width() / side) + 1;
    const auto rows = static_cast<std::size_t>(bounds.height() / side) + 1;
    std::vector<LinearRgb> sums(columns * rows);
    std::vector<double> counts(columns * rows, 0);
    for (std::size_t i = 0; i < pixels.light.size(); ++i) {
        const auto column = static_cast<std::size_t>(std::max(0.0, (pixels.places[i].x() - bounds.left()) / side));
        const auto row = static_cast<std::size_t>(std::max(0.0, (pixels.places[i].y() - bounds.top()) / side));
        const std::size_t at = std::min(row, rows - 1) * columns + std::min(column, columns - 1);
        sums[at].red += pixels.light[i].red;
        sums[at].green += pixels.light[i].green;
        sums[at].blue += pixels.light[i].blue;
        ++counts[at];
    }
    Squares squares;
    const double fewest = 0.3 * *std::ranges::max_element(counts); // slivers along the edge
    for (std::size_t i = 0; i < sums.size(); ++i)
        if (counts[i] > 0 && counts[i] >= fewest) {
            squares.light.push_back({sums[i].red / counts[i], sums[i].green / counts[i], sums[i].blue / counts[i]});
            squares.counts.push_back(counts[i]);
        }
    return squares;
}

/// Without the squares that stray in any channel; twice, since strays hide behind worse ones.
Squares withoutStrays(Squares squares)
{
    for (int round = 0; round < 2; ++round) {
        std::vector<bool> kept(squares.light.size(), true);
        for (double LinearRgb::*channel : {&LinearRgb::red, &LinearRgb::green, &LinearRgb::blue}) {
            const std::vector<double> values = channelOf(squares.light, channel);
            const double middle = medianOf(values);
            const double reach = strayBeyond * std::max(robustSd(values), 0.004 * middle + 1e-5);
            for (std::size_t i = 0; i < values.size(); ++i)
                kept[i] = kept[i] && std::abs(values[i] - middle) <= reach;
        }
        Squares result;
        for (std::size_t i = 0; i < kept.size(); ++i)
            if (kept[i]) {
                result.light.push_back(squares.light[i]);
                result.counts.push_back(squares.counts[i]);
            }
        if (result.light.size() * 3 < squares.light.size())
            break; // no part of the patch agrees with the rest
        squares = std::move(result);
    }
    return squares;
}

LinearRgb meanOf(const Squares& squares)
{
    LinearRgb sum;
    double all = 0;
    for (std::size_t i = 0; i < squares.light.size(); ++i) {
        const double count = squares.counts[i];
        sum.red += count * squares.light[i].red;
        sum.green += count * squares.light[i].green;
        sum.blue += count * squares.light[i].blue;
        all += count;
    }
    return {sum.red / all, sum.green / all, sum.blue / all};
}

/// Share of pixels that mirror the lamp: brighter than the paper ever is. Paper that shows through a grain of paint is
/// only as bright as paper.
double glareOf(const std::vector<LinearRgb>& light, const LinearRgb& paper)
{
    constexpr double brighter = 1.06;
    constexpr double limit = 0.985;
    std::size_t glare = 0;
    for (const LinearRgb& pixel : light)
        glare += pixel.red > std::min(limit, brighter * paper.red)
                 && pixel.green > std::min(limit, brighter * paper.green)
                 && pixel.blue > std::min(limit, brighter * paper.blue);
    return static_cast<double>(glare) / static_cast<double>(light.size());
}

/// The commonest colour: that of the square with the most others within 5 of it, averaged with them.
Lab commonestColour(const std::vector<Lab>& colours)
{
    constexpr double window = 5;
    Lab best;
    std::size_t most = 0;
    for (const Lab& centre : colours) {
        Lab sum;
        std::size_t count = 0;
        for (const Lab& lab : colours) {
            if (std::hypot(lab.l - centre.l, lab.a - centre.a, lab.b - centre.b) > window)
                continue;
            sum = {sum.l + lab.l, sum.a + lab.a, sum.b + lab.b};
            ++count;
        }
        if (count > most) {
            most = count;
            const auto all = static_cast<double>(count);
            best = {sum.l / all, sum.a / all, sum.b / all};
        }
    }
    return best;
}

std::vector<Lab> coloursOf(const Squares& squares, const ColourBasis& basis)
{
    std::vector<Lab> colours;
    colours.reserve(squares.light.size());
    for (const LinearRgb& light : squares.light)
        colours.push_back(basis.colourOf(light));
    return colours;
}

double spreadOf(const std::vector<Lab>& colours)
{
    const auto sd = [&](double Lab::*axis) {
        std::vector<double> values;
        values.reserve(colours.size());
        for (const Lab& lab : colours)
            values.push_back(lab.*axis);
        return robustSd(values);
    };
    return std::hypot(sd(&Lab::l), sd(&Lab::a), sd(&Lab::b));
}

void even(Pixels& pixels, const LightField& field)
{
    for (std::size_t i = 0; i < pixels.light.size(); ++i)
        pixels.light[i] = field.evened(pixels.light[i], pixels.places[i].x() + 0.5, pixels.places[i].y() + 0.5);
}

} // namespace

std::string describe(Doubt doubt)
{
    switch (doubt) {
    case Doubt::TooSmall: return "too small to read; scan finer, or mark a larger place";
    case Doubt::Clipped: return "too bright or too dark for the device; set a shorter or longer exposure";
    case Doubt::Glare: return "the light is mirrored here; turn the lamp or use a scanner";
    case Doubt::LooksWet: return "looks wet or shiny; let it dry first";
    case Doubt::TwoColours: return "more than one colour here: a bloom, a hard edge, or the mark lies across one";
    case Doubt::Blurred: return "the black line is blurred; hold the camera still or scan";
    case Doubt::Uneven: return "the wash is uneven; the reading is its average";
    }
    return {};
}

bool refuses(Doubt doubt)
{
    return doubt == Doubt::TooSmall || doubt == Doubt::Glare || doubt == Doubt::Blurred;
}

bool PatchReading::refused() const
{
    return std::ranges::any_of(doubts, refuses);
}

LinearRgb ColourBasis::overPaper(const LinearRgb& evened) const
{
    constexpr double darkest = 1e-4;
    const LinearRgb light = correction.corrected(evened);
    const LinearRgb own = correction.corrected(meanPaper);
    return {light.red / std::max(darkest, own.red), light.green / std::max(darkest, own.green),
            light.blue / std::max(darkest, own.blue)};
}

Lab ColourBasis::colourOf(const LinearRgb& evened) const
{
    LinearRgb light = correction.corrected(evened);
    if (paper || !tone.isNone()) {
        const LinearRgb white = paper ? toLinearRgb(*paper) : correction.corrected(meanPaper);
        const LinearRgb over = tone.isNone() ? overPaper(evened) : tone.undone(overPaper(evened));
        light = {over.red * white.red, over.green * white.green, over.blue * white.blue};
    }
    Xyz xyz = toXyz(light);
    xyz = {std::max(0.0, xyz.x), std::max(0.0, xyz.y), std::max(0.0, xyz.z)};
    return toLab(xyz, d50White);
}

PatchReading readPatch(const Scan& scan, const QPolygonF& region, const LightField& field, const ColourBasis& basis)
{
    PatchReading reading;
    Pixels pixels = pixelsIn(scan, region);
    reading.pixels = pixels.all;
    reading.clipped = pixels.clipped;
    if (pixels.light.size() < fewestPixels) {
        reading.doubts.push_back(Doubt::TooSmall);
        return reading;
    }
    even(pixels, field);
    const Squares all = squaresOf(pixels, region.boundingRect());
    const Squares kept = withoutStrays(all);
    reading.light = meanOf(kept);
    reading.colour = basis.colourOf(reading.light);
    reading.spread = spreadOf(coloursOf(kept, basis));

    const double glare = glareOf(pixels.light, field.meanPaper());
    if (glare > muchGlare)
        reading.doubts.push_back(Doubt::Glare);
    else if (glare > someGlare)
        reading.doubts.push_back(Doubt::LooksWet);
    if (pixels.clipped > muchClipped && glare <= someGlare) // a mirrored lamp is at the limit, too
        reading.doubts.push_back(Doubt::Clipped);
    const Lab commonest = commonestColour(coloursOf(all, basis));
    if (deltaE00(commonest, reading.colour) > twoColoursApart)
        reading.doubts.push_back(Doubt::TwoColours);
    else if (reading.spread > unevenSpread)
        reading.doubts.push_back(Doubt::Uneven);
    return reading;
}

std::optional<LinearRgb> lightIn(const Scan& scan, const QPolygonF& region, const LightField& field)
{
    Pixels pixels = pixelsIn(scan, region);
    if (pixels.light.size() < fewestPixels)
        return std::nullopt;
    even(pixels, field);
    return meanOf(withoutStrays(squaresOf(pixels, region.boundingRect())));
}

PaperLight paperLightFrom(const Scan& scan, const std::vector<QPolygonF>& regions, double reach)
{
    constexpr double muchTooBright = 0.25;
    PaperLight paper;
    paper.field = LightField::fitted(std::vector{PaperSample{0, 0, {1, 1, 1}}}, scan.size(), 1);
    for (const QPolygonF& region : regions) {
        const Pixels pixels = pixelsIn(scan, region);
        if (pixels.light.size() < fewestPixels)
            continue;
        const QPointF centre = region.boundingRect().center();
        paper.samples.push_back(
            {centre.x(), centre.y(), meanOf(withoutStrays(squaresOf(pixels, region.boundingRect())))});
        paper.tooBright += pixels.clipped > muchTooBright;
    }
    if (paper.samples.empty())
        return paper;
    paper.tooBright /= static_cast<double>(paper.samples.size());
    paper.field = LightField::fitted(paper.samples, scan.size(), paper.samples.size());
    if (reach > 0)
        paper.field = paper.field.followed(paper.samples, reach);
    return paper;
}

ColourBasis basisFor(const LightField& field, const std::optional<DeviceCorrection>& device,
                     const std::optional<Lab>& paperWhite)
{
    ColourBasis basis;
    basis.meanPaper = field.meanPaper();
    if (device)
        basis.correction = *device;
    basis.paper = paperWhite;
    if (!device && !paperWhite)
        basis.paper = toLab(seen(whitePaper()));
    return basis;
}

double readingUncertainty(const std::optional<DeviceCorrection>& device, double spread, const LightField& field)
{
    const double own = device ? device->uncertainty : DeviceCorrection::uncalibrated;
    return std::hypot(own, spreadLeft * spread, deltaPerUnevenness * field.unevenness());
}

} // namespace iris
