#include "base/text.h"
#include "cli/commands.h"
#include "cli/textinput.h"
#include "cli/tubesource.h"
#include "files/outputfile.h"
#include "notebook/cgats.h"
#include "sheet/picturefile.h"
#include "sheet/simulateddevice.h"
#include "sheet/simulatedinstrument.h"
#include "sheet/simulatedpicture.h"
#include "sheet/simulatedsheet.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <random>

namespace iris {
namespace {

constexpr double usualDpi = 300;

Result<void> saved(const Scan& scan, const std::string& path)
{
    return writePicture(scan.image(), QString::fromStdString(path));
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
    const double dpi = arguments.dpi.value_or(usualDpi);
    const Scan scan = scanned(scene, dpi, scannerFaults(arguments.device.value_or(1), 9999));
    CgatsFile truth{"Twelve patches", "none: made up", {}};
    for (const Lab& patch : scene.patches())
        truth.samples.push_back({"patch " + std::to_string(truth.samples.size() + 1), patch, {}});
    if (const auto done = saved(scan, arguments.out); !done)
        return tl::unexpected(done.error());
    const std::string colours = arguments.out + ".txt";
    if (const auto done = writeWhole(QString::fromStdString(colours), writeCgats(truth)); !done)
        return tl::unexpected(done.error());
    const QRectF box = scene.cornersAt(dpi / 25.4).boundingRect();
    const std::string sides =
        std::to_string(static_cast<int>(box.left())) + ',' + std::to_string(static_cast<int>(box.top())) + ','
        + std::to_string(static_cast<int>(box.right())) + ',' + std::to_string(static_cast<int>(box.bottom()));
    return Output{shown(arguments.out) + " and " + shown(colours) + "\n--chart-box " + sides + " --chart-columns 4\n",
                  Json{{"picture", arguments.out}, {"colours", colours}, {"box", sides}, {"columns", 4}}};
}

/// The tubes as they really are in a made-up painter's box: each stronger or weaker than the notebook believes, and of
/// another colour as far as there is doubt about it.
std::vector<Paint> asTheyAre(std::vector<Paint> paints, const SimulateArguments& arguments)
{
    // The painter's tubes stay what they are from sheet to sheet, as the device does.
    std::mt19937 random(arguments.device.value_or(1) * 31 + 7);
    const double most = arguments.strengthsOff.value_or(1);
    std::uniform_real_distribution<double> off(-std::log(most), std::log(most));
    for (Paint& paint : paints)
        paint.strength *= std::exp(off(random));
    std::normal_distribution<double> deviation(0, arguments.coloursOff.value_or(0));
    for (Paint& paint : paints) {
        std::vector<double> deviations;
        for (std::size_t i = 0; i < paint.doubt.count() && arguments.coloursOff; ++i)
            deviations.push_back(std::clamp(deviation(random), -2.0, 2.0));
        paint.film = bent(paint.film, paint.doubt, deviations);
    }
    return paints;
}

Result<Output> sheet(const SimulateArguments& arguments, const TubeSource& source)
{
    const SheetRecord* record = source.notebook().sheet({arguments.sheet.value_or(0)});
    if (!record)
        return failure(ErrorCode::NotFound, "name a sheet of the notebook with --notebook and --sheet");
    const auto page = pageOf(*record, source.notebook());
    if (!page)
        return tl::unexpected(page.error());
    SheetPainting painting;
    painting.seed = arguments.seed.value_or(1);
    painting.specks = 12;
    painting.lineRuns = arguments.lineRuns.value_or(0);
    const unsigned device = arguments.device.value_or(1);
    const SimulatedSheet scene(*page, source.notebook(), asTheyAre(source.unlearnt(), arguments), painting);
    const Scan scan =
        scanned(scene, arguments.dpi.value_or(usualDpi), scannerFaults(device, arguments.seed.value_or(1)));
    if (const auto done = saved(scan, arguments.out); !done)
        return tl::unexpected(done.error());
    return Output{shown(arguments.out) + ": " + shown(record->title) + "\n",
                  Json{{"file", arguments.out}, {"sheet", *arguments.sheet}}};
}

/// Options that change nothing are refused: whoever gives them expects something else.
Result<void> checkOptions(const SimulateArguments& arguments)
{
    const std::string& what = arguments.what;
    const bool isSheet = what == "sheet";
    const bool isChart = what == "chart";
    const bool isPicture = what == "picture" || what == "snapshot";
    const auto idle = [&](const char* option) {
        return failure(ErrorCode::BadOption, std::string(option) + " has no effect on a simulated " + what);
    };
    if (!isSheet && arguments.sheet)
        return idle("--sheet");
    if (!isSheet && arguments.strengthsOff)
        return idle("--strengths-off");
    if (!isSheet && arguments.coloursOff)
        return idle("--colours-off");
    if (!isSheet && arguments.lineRuns)
        return idle("--line-runs");
    if (!isPicture && !arguments.script.empty())
        return idle("--script");
    if (isPicture && arguments.script.empty())
        return failure(ErrorCode::BadOption, "a simulated picture is told by --script");
    if (what == "picture" && arguments.device)
        return idle("--device");
    if ((isSheet || isChart || isPicture) && !arguments.tube.empty())
        return idle("--tube");
    if (isChart && arguments.seed)
        return idle("--seed");
    if (isChart && !arguments.source.notebook.empty())
        return idle("--notebook");
    if ((what == "photo" || what == "measurement" || what == "snapshot") && arguments.dpi)
        return idle("--dpi");
    if (what == "measurement" && arguments.device)
        return idle("--device");
    return {};
}

/// A made-up painting out of a script: itself, or a snapshot of it with a camera's faults.
Result<Output> picture(const SimulateArguments& arguments, const TubeSource& source)
{
    constexpr double usualPictureDpi = 100;
    constexpr int snapshotWidth = 1600;
    std::vector<std::string> remarks;
    const auto script = textOf(arguments.script, InputKind::List, remarks);
    if (!script)
        return tl::unexpected(script.error());
    const auto find = [&](const std::string& name) {
        return source.find(name).map([&](std::size_t place) { return source.unlearnt()[place]; });
    };
    const unsigned seed = arguments.seed.value_or(1);
    const auto scene = SimulatedPicture::from(*script, find, seed);
    if (!scene)
        return tl::unexpected(atFile(scene.error(), arguments.script));
    const Scan scan = arguments.what == "snapshot"
                          ? photographed(*scene, snapshotWidth, cameraFaults(arguments.device.value_or(1), seed))
                          : scanned(*scene, arguments.dpi.value_or(usualPictureDpi), DeviceFaults{});
    if (const auto done = saved(scan, arguments.out); !done)
        return tl::unexpected(done.error());
    return Output{shown(arguments.out) + "\n", Json{{"file", arguments.out}}, remarks};
}

/// A card as it is scanned or photographed, or the measurements of one.
Result<void> writeCard(const SimulateArguments& arguments, const Paint& paint)
{
    const unsigned seed = arguments.seed.value_or(1);
    const unsigned device = arguments.device.value_or(1);
    const CardPainting painting = paintingOf(paint, seed);
    if (arguments.what == "measurement")
        return writeWhole(QString::fromStdString(arguments.out),
                          writeCgats(simulatedMeasurement(paint.film, painting.shareLeft, 0.004, seed)));
    const SimulatedCard card(painting);
    if (arguments.what == "photo")
        return saved(photographed(card, 2400, cameraFaults(device, seed)), arguments.out);
    return saved(scanned(card, arguments.dpi.value_or(usualDpi), scannerFaults(device, seed)), arguments.out);
}

} // namespace

Result<Output> simulateCommand(const SimulateArguments& arguments)
{
    const bool known =
        std::ranges::any_of(std::array{"card", "photo", "chart", "measurement", "sheet", "picture", "snapshot"},
                            [&](const char* what) { return arguments.what == what; });
    if (!known)
        return failure(ErrorCode::BadOption,
                       "what can be simulated is card, photo, chart, measurement, sheet, picture or snapshot");
    if (const auto fine = checkOptions(arguments); !fine)
        return tl::unexpected(fine.error());
    if (const auto fine = arguments.what == "measurement" ? checkPlace(QString::fromStdString(arguments.out))
                                                          : checkPictureName(QString::fromStdString(arguments.out));
        !fine)
        return tl::unexpected(fine.error());
    if (arguments.what == "chart")
        return chart(arguments);
    const auto source = TubeSource::from(arguments.source);
    if (!source)
        return tl::unexpected(source.error());
    if (arguments.what == "sheet")
        return sheet(arguments, *source);
    if (arguments.what == "picture" || arguments.what == "snapshot")
        return picture(arguments, *source);
    const auto place = source->find(arguments.tube);
    if (!place)
        return tl::unexpected(place.error());
    const Paint& paint = source->paints()[*place];
    if (const auto done = writeCard(arguments, paint); !done)
        return tl::unexpected(done.error());
    return Output{shown(arguments.out) + ": " + shown(paint.name) + "\n",
                  Json{{"file", arguments.out}, {"tube", paint.name}}};
}

} // namespace iris
