#include "cli/commands.h"
#include "cli/tubesource.h"
#include "notebook/cgats.h"
#include "sheet/simulateddevice.h"
#include "sheet/simulatedinstrument.h"
#include "sheet/simulatedsheet.h"

#include <QFile>
#include <QSaveFile>
#include <cmath>
#include <random>

namespace iris {
namespace {

Result<void> written(const std::string& path, const std::string& text)
{
    QSaveFile file(QString::fromStdString(path));
    if (file.open(QIODevice::WriteOnly) && file.write(text.data(), static_cast<qint64>(text.size())) >= 0
        && file.commit())
        return {};
    return tl::unexpected(Error{ErrorCode::FileUnwritable, path + " cannot be written", path, 0, 0});
}

Result<void> saved(const Scan& scan, const std::string& path)
{
    if (scan.image().save(QString::fromStdString(path), nullptr, 92))
        return {};
    return tl::unexpected(
        Error{ErrorCode::FileUnwritable, path + " cannot be written; name it .png, .jpg or .tif", path, 0, 0});
}

/// How much is left after lifting for each staining rating, and how rough the film is for each granulation rating.
constexpr std::array leftByStaining{0.05, 0.2, 0.45, 0.8};
constexpr std::array grainByGranulation{0.01, 0.06, 0.15, 0.3};

CardPainting paintingOf(const Paint& paint, unsigned seed)
{
    CardPainting painting;
    painting.film = paint.film;
    painting.shareLeft = leftByStaining[static_cast<std::size_t>(paint.staining)];
    painting.grain = grainByGranulation[static_cast<std::size_t>(paint.granulation)];
    painting.specks = 6;
    painting.blooms = seed % 2;
    painting.seed = seed;
    return painting;
}

Result<Output> chart(const SimulateArguments& arguments)
{
    const SimulatedChart scene(SimulatedChart::twelvePatches(), 4);
    const Scan scan = scanned(scene, arguments.dpi, scannerFaults(arguments.device, 9999));
    CgatsFile truth{"Twelve patches", "none: made up", {}};
    for (const Lab& patch : scene.patches())
        truth.samples.push_back({"patch " + std::to_string(truth.samples.size() + 1), patch, {}});
    if (const auto done = saved(scan, arguments.out); !done)
        return tl::unexpected(done.error());
    const std::string colours = arguments.out + ".txt";
    if (const auto done = written(colours, writeCgats(truth)); !done)
        return tl::unexpected(done.error());
    const QRectF box = scene.cornersAt(arguments.dpi / 25.4).boundingRect();
    const std::string sides =
        std::to_string(static_cast<int>(box.left())) + ',' + std::to_string(static_cast<int>(box.top())) + ','
        + std::to_string(static_cast<int>(box.right())) + ',' + std::to_string(static_cast<int>(box.bottom()));
    return Output{arguments.out + " and " + colours + "\n--chart-box " + sides + " --chart-columns 4\n",
                  Json{{"picture", arguments.out}, {"colours", colours}, {"box", sides}, {"columns", 4}}};
}

/// The tubes as they really are in a made-up painter's box: each stronger or weaker than the notebook believes.
std::vector<Paint> withStrengthsOff(std::vector<Paint> paints, double most, unsigned seed)
{
    std::mt19937 random(seed * 31 + 7);
    std::uniform_real_distribution<double> off(-std::log(most), std::log(most));
    for (Paint& paint : paints)
        paint.strength *= std::exp(off(random));
    return paints;
}

Result<Output> sheet(const SimulateArguments& arguments, const TubeSource& source)
{
    const SheetRecord* record = source.notebook().sheet({arguments.sheet});
    if (!record)
        return failure(ErrorCode::NotFound, "name a sheet of the notebook with --notebook and --sheet");
    if (!(arguments.lineRuns >= 0 && arguments.lineRuns <= 50))
        return failure(ErrorCode::BadNumber, "--line-runs is 0 to 50 mm");
    if (!(arguments.strengthsOff >= 1 && arguments.strengthsOff <= 10))
        return failure(ErrorCode::BadNumber, "--strengths-off is 1 to 10");
    const auto page = pageOf(*record, source.notebook());
    if (!page)
        return tl::unexpected(page.error());
    SheetPainting painting;
    painting.seed = arguments.seed;
    painting.specks = 12;
    painting.lineRuns = arguments.lineRuns;
    // The painter's tubes stay what they are from sheet to sheet, as the device does.
    const SimulatedSheet scene(*page, source.notebook(),
                               withStrengthsOff(source.unlearnt(), arguments.strengthsOff, arguments.device), painting);
    const Scan scan = scanned(scene, arguments.dpi, scannerFaults(arguments.device, arguments.seed));
    if (const auto done = saved(scan, arguments.out); !done)
        return tl::unexpected(done.error());
    return Output{arguments.out + ": " + record->title + "\n",
                  Json{{"file", arguments.out}, {"sheet", arguments.sheet}}};
}

} // namespace

Result<Output> simulateCommand(const SimulateArguments& arguments)
{
    if (arguments.dpi < 50 || arguments.dpi > 1200)
        return failure(ErrorCode::BadNumber, "a scan has 50 to 1200 dpi");
    if (arguments.what == "chart")
        return chart(arguments);
    const auto source = TubeSource::from(arguments.source);
    if (!source)
        return tl::unexpected(source.error());
    if (arguments.what == "sheet")
        return sheet(arguments, *source);
    const auto place = source->find(arguments.tube);
    if (!place)
        return tl::unexpected(place.error());
    const Paint& paint = source->paints()[*place];
    const CardPainting painting = paintingOf(paint, arguments.seed);
    Result<void> done;
    if (arguments.what == "card") {
        done = saved(scanned(SimulatedCard(painting), arguments.dpi, scannerFaults(arguments.device, arguments.seed)),
                     arguments.out);
    } else if (arguments.what == "photo") {
        done = saved(photographed(SimulatedCard(painting), 2400, cameraFaults(arguments.device, arguments.seed)),
                     arguments.out);
    } else if (arguments.what == "measurement") {
        done = written(arguments.out,
                       writeCgats(simulatedMeasurement(paint.film, painting.shareLeft, 0.004, arguments.seed)));
    } else {
        return failure(ErrorCode::BadOption, "what can be simulated is card, photo, chart, measurement or sheet");
    }
    if (!done)
        return tl::unexpected(done.error());
    return Output{arguments.out + ": " + paint.name + "\n", Json{{"file", arguments.out}, {"tube", paint.name}}};
}

} // namespace iris
