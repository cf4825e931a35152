#include "sheet/cardreader.h"

#include "colour/deltae.h"
#include "colour/observer.h"
#include "sheet/cardfinder.h"
#include "sheet/othertarget.h"
#include "sheet/robust.h"

#include <cmath>

namespace iris {
namespace {

template <typename Region> void keepGiven(Region& proposed, const Region& given)
{
    if (given)
        proposed = given;
}

CardRegions completed(CardRegions proposed, const CardRegions& given)
{
    if (!given.paper.empty())
        proposed.paper = given.paper;
    keepGiven(proposed.full, given.full);
    keepGiven(proposed.thin, given.thin);
    keepGiven(proposed.overBlack, given.overBlack);
    keepGiven(proposed.lifted, given.lifted);
    return proposed;
}

/// The middle of the black line's region, the way along the line and the step of one pixel across it.
struct LineWalk {
    QPointF middle;
    QPointF along;
    QPointF across; ///< unit length
    double width = 0;
};

/// Nothing for a region that is no four-sided strip.
std::optional<LineWalk> walkOf(const QPolygonF& strip)
{
    if (strip.size() < 4)
        return std::nullopt;
    const auto length = [](QPointF way) { return std::hypot(way.x(), way.y()); };
    QPointF along = strip[1] - strip[0];
    QPointF across = strip[3] - strip[0];
    if (length(across) > length(along))
        std::swap(along, across);
    const double width = length(across);
    if (width < 1)
        return std::nullopt;
    return LineWalk{(strip[0] + strip[1] + strip[2] + strip[3]) / 4, along, across / width, width};
}

/// Lightness on a walk across the black line, averaged along it.
std::vector<double> profileAcross(const Scan& scan, const LineWalk& line, double reach, const LightField& field)
{
    std::vector<double> profile;
    const int last = static_cast<int>(reach);
    for (int t = -last; t <= last; ++t) {
        double sum = 0;
        int count = 0;
        for (int s = -6; s <= 6; ++s) {
            const QPointF at = line.middle + t * line.across + 0.05 * s * line.along;
            const QPoint pixel(static_cast<int>(at.x()), static_cast<int>(at.y()));
            if (!QRect(QPoint(), scan.size()).contains(pixel))
                continue;
            QRgba64 value;
            LinearRgb light;
            scan.row(pixel.y(), pixel.x(), 1, {&value, 1});
            scan.convert({&value, 1}, {&light, 1});
            const LinearRgb even = field.evened(light, at.x(), at.y());
            sum += std::sqrt(std::max(0.0, (even.red + even.green + even.blue) / 3));
            ++count;
        }
        profile.push_back(count ? sum / count : 0);
    }
    return profile;
}

/// True when the line's edges are so soft that its middle is no longer black: at their steepest they would still take
/// more than half of the line's width from paint to black. A film that hides the line has no edge to judge by.
bool lineIsBlurred(const Scan& scan, const QPolygonF& strip, const LightField& field)
{
    const auto line = walkOf(strip);
    if (!line)
        return false;
    const std::vector<double> profile = profileAcross(scan, *line, 4 * line->width, field);
    const auto middleOf = [&](double from, double to) {
        const auto last = static_cast<double>(profile.size() - 1);
        return medianOf({profile.begin() + static_cast<std::ptrdiff_t>(from * last),
                         profile.begin() + static_cast<std::ptrdiff_t>(to * last) + 1});
    };
    const double dark = middleOf(0.47, 0.53);
    const double light = std::min(middleOf(0.02, 0.2), middleOf(0.8, 0.98));
    if (light - dark < 0.15)
        return false;
    double steepest = 0;
    for (std::size_t i = profile.size() / 4; i + 1 < profile.size() * 3 / 4; ++i)
        steepest = std::max(steepest, std::abs(profile[i + 1] - profile[i - 1]) / 2);
    const double level = (dark + light) / 2;
    const auto below = std::ranges::count_if(profile, [&](double value) { return value < level; });
    return (light - dark) / steepest > 0.5 * static_cast<double>(below);
}

/// A square about the middle of the first paper region.
QPolygonF plainPaper(const CardRegions& regions)
{
    const auto largest = std::ranges::max_element(regions.paper, {}, [](const QPolygonF& region) {
        return region.boundingRect().width() * region.boundingRect().height();
    });
    return largest == regions.paper.end() ? QPolygonF() : *largest;
}

double uncertaintyOf(const CardReading& reading, const CardOptions& options, const LightField& field)
{
    double spread = 0;
    for (const auto* patch : {&reading.full, &reading.thin, &reading.overBlack})
        if (*patch)
            spread = std::max(spread, (*patch)->spread);
    return readingUncertainty(options.device, spread, field);
}

void judge(CardReading& reading)
{
    const bool readable = reading.full && reading.thin && reading.overBlack && !reading.full->refused()
                          && !reading.thin->refused() && !reading.overBlack->refused();
    if (!readable)
        return;
    reading.painted = Swatch{reading.full->colour, reading.thin->colour, reading.overBlack->colour};
    const Spectrum paper = paperSeenAs(reading.paper);
    const RebuiltFilm own = rebuildFilm(*reading.painted, paper);
    reading.swatch = onWhitePaper(*reading.painted, reading.paper);
    reading.film = rebuildFilm(*reading.swatch);
    // A film that hardly differs from its paper cannot tell how much of it is left.
    constexpr double tellsApart = 6;
    const bool shows = deltaE00(reading.painted->full, reading.paper) > tellsApart;
    if (shows && reading.lifted && !reading.lifted->refused())
        reading.shareLeft = shareLeft(own.film, reading.lifted->colour, paper);
}

Error stopped()
{
    return {ErrorCode::Stopped, "stopped", {}, 0, 0};
}

} // namespace

bool CardReading::looksWet() const
{
    const auto wet = [](const std::optional<PatchReading>& patch) {
        return patch && std::ranges::find(patch->doubts, Doubt::LooksWet) != patch->doubts.end();
    };
    return wet(full) || wet(thin) || wet(overBlack);
}

Result<CardReading> readCard(const Scan& scan, const CardRegions& given, const CardOptions& options)
{
    const auto say = [&](const char* doing) {
        if (options.progress)
            options.progress(doing);
    };
    constexpr int leastSide = 120;
    if (std::min(scan.size().width(), scan.size().height()) < leastSide)
        return failure(ErrorCode::BadPicture, "the picture is too small; scan at 300 dpi");
    say("looking for the paper");
    const Overview overview = overviewOf(scan);
    const auto bare = findBarePaper(overview, scan.size());
    if (!bare && given.paper.empty())
        return tl::unexpected(bare.error());
    if (options.stop.stop_requested())
        return tl::unexpected(stopped());

    CardReading reading;
    say("looking for the paint");
    reading.regions = bare ? completed(findCard(overview, *bare), given) : given;
    const bool unmarked = !given.full && !given.thin && !given.overBlack;
    if (const auto other = bare && unmarked ? shownInsteadOfCard(scan, overview, *bare, reading.regions) : std::nullopt)
        return failure(ErrorCode::BadPicture, *other);
    const PaperLight marked = paperLightFrom(scan, given.paper);
    if (!given.paper.empty() && marked.samples.empty())
        return failure(ErrorCode::BadPicture, "what is marked as paper is too small or lies beyond the picture; mark a "
                                              "larger place of bare paper in it");
    const LightField field = given.paper.empty() ? bare->field : marked.field;
    const ColourBasis basis = basisFor(field, options.device, options.paperWhite);
    reading.paperAssumed = !options.device && !options.paperWhite;
    reading.paper = basis.colourOf(field.meanPaper());

    say("reading the colours");
    for (const QPolygonF& region : reading.regions.paper)
        reading.papers.push_back(readPatch(scan, region, field, basis));
    const auto read = [&](const std::optional<QPolygonF>& region) {
        return region && !options.stop.stop_requested() ? std::optional(readPatch(scan, *region, field, basis))
                                                        : std::nullopt;
    };
    reading.full = read(reading.regions.full);
    reading.thin = read(reading.regions.thin);
    reading.overBlack = read(reading.regions.overBlack);
    reading.lifted = read(reading.regions.lifted);
    if (reading.overBlack && lineIsBlurred(scan, *reading.regions.overBlack, field))
        reading.overBlack->doubts.push_back(Doubt::Blurred);
    if (options.stop.stop_requested())
        return tl::unexpected(stopped());

    say("finding the film");
    reading.uncertainty = uncertaintyOf(reading, options, field);
    judge(reading);
    const auto perMm = options.pixelsPerMm ? options.pixelsPerMm : scan.pixelsPerMm();
    if (perMm && reading.regions.thin && reading.thin && !reading.thin->refused() && !reading.regions.paper.empty())
        reading.grain = readGrain(scan, *reading.regions.thin, plainPaper(reading.regions), field, *perMm);
    return reading;
}

} // namespace iris
