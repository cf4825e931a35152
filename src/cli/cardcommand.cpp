#include "base/text.h"
#include "cli/json.h"
#include "cli/textinput.h"
#include "cli/tubesource.h"
#include "notebook/cgats.h"
#include "notebook/measuredswatch.h"
#include "notebook/notebookstore.h"
#include "sheet/cardfiling.h"
#include "sheet/chartreader.h"
#include "words/paintwords.h"

#include <algorithm>

namespace iris {
namespace {

Result<CgatsFile> measurementsFrom(const std::string& file, std::vector<std::string>& remarks)
{
    const auto text = textOf(file, InputKind::Measurements, remarks);
    if (!text)
        return tl::unexpected(text.error());
    return readCgats(*text).map_error([&](const Error& error) { return atFile(error, file); });
}

/// The chart's grid, from --chart-box "left,top,right,bottom" in pixels.
Result<ChartPlace> placeOf(const CardArguments& arguments, std::size_t patches)
{
    std::vector<double> sides;
    for (const std::string& side : split(arguments.chartBox, ','))
        if (const auto value = parseNumber(side))
            sides.push_back(*value);
    if (sides.size() != 4 || sides[2] <= sides[0] || sides[3] <= sides[1])
        return failure(ErrorCode::BadOption, "--chart-box is left,top,right,bottom of the patches, in pixels");
    const int columns = arguments.chartColumns > 0 ? arguments.chartColumns : likelyColumns(patches);
    ChartPlace place;
    place.corners = QPolygonF({{sides[0], sides[1]}, {sides[2], sides[1]}, {sides[2], sides[3]}, {sides[0], sides[3]}});
    place.columns = columns;
    place.rows = std::max(1, static_cast<int>(patches) / std::max(1, columns));
    return place;
}

Result<DeviceCorrection> deviceOf(const CardArguments& arguments, std::vector<std::string>& remarks)
{
    if (arguments.chartFile.empty() || arguments.chartBox.empty())
        return failure(ErrorCode::BadOption,
                       "a chart needs --chart-file with its colours and --chart-box with its place");
    const auto truth = measurementsFrom(arguments.chartFile, remarks);
    if (!truth)
        return tl::unexpected(truth.error());
    const auto place = placeOf(arguments, truth->samples.size());
    if (!place)
        return tl::unexpected(place.error());
    const auto scan = scanOf(arguments.chart, remarks);
    if (!scan)
        return tl::unexpected(scan.error());
    return readChart(*scan, *place, *truth);
}

/// A device kept in the notebook the reading goes into.
Result<DeviceCorrection> keptDevice(const CardArguments& arguments)
{
    if (arguments.target.notebook.empty())
        return failure(ErrorCode::BadOption, "--device takes a device from the notebook of --into");
    const auto open = openNotebook(arguments.target.notebook, Access::Read);
    if (!open)
        return tl::unexpected(open.error());
    const auto found = std::ranges::find(open->notebook.devices, arguments.device, &DeviceRecord::name);
    if (found == open->notebook.devices.end())
        return failure(ErrorCode::NotFound, "no device called \"" + arguments.device + "\" in the notebook");
    return found->correction;
}

Result<CardOptions> optionsOf(const CardArguments& arguments, std::vector<std::string>& remarks)
{
    CardOptions options;
    if (!arguments.device.empty()) {
        const auto device = keptDevice(arguments);
        if (!device)
            return tl::unexpected(device.error());
        options.device = *device;
    } else if (!arguments.chart.empty()) {
        const auto device = deviceOf(arguments, remarks);
        if (!device)
            return tl::unexpected(device.error());
        options.device = *device;
    }
    if (!arguments.paper.empty()) {
        const auto paper = parseLab(arguments.paper);
        if (!paper)
            return tl::unexpected(paper.error());
        options.paperWhite = *paper;
    }
    if (arguments.dpi > 0)
        options.pixelsPerMm = arguments.dpi / 25.4;
    return options;
}

Json patchJson(const PatchReading& patch)
{
    Json object = toJson(patch.colour);
    object["spread"] = rounded(patch.spread, 2);
    object["pixels"] = patch.pixels;
    object["refused"] = patch.refused();
    object["doubts"] = Json::array();
    for (const Doubt doubt : patch.doubts)
        object["doubts"].push_back(describe(doubt));
    return object;
}

std::string patchText(const std::string& name, const std::optional<PatchReading>& patch)
{
    if (!patch)
        return "  " + name + ": not found\n";
    std::string text = "  " + name + ": " + (patch->refused() ? "refused" : labText(patch->colour));
    for (const Doubt doubt : patch->doubts)
        text += "; " + describe(doubt);
    return text + '\n';
}

/// What a swatch means: transparency, lean, hiding in numbers.
void addJudgements(Output& output, const Swatch& swatch, const Film& film)
{
    const Transparency transparency = transparencyOf(swatch, film);
    const Lean lean = leanOf(swatch.thin, familyOf(swatch));
    output.json["swatch"] = toJson(swatch);
    output.json["transparency"] = toJson(transparency);
    output.json["contrast_ratio"] = rounded(contrastRatio(swatch), 1);
    output.json["lightness_gain"] = rounded(lightnessGain(swatch), 1);
    output.json["lean"] = toJson(lean);
    output.text += "  " + describe(lean) + "; " + describe(transparency) + " (contrast ratio "
                   + formatNumber(contrastRatio(swatch), 0) + " %)\n";
}

Output outputOf(const CardReading& reading)
{
    Output output{"paper " + labText(reading.paper) + (reading.paperAssumed ? " (taken for granted)" : "") + "\n",
                  Json{{"paper", toJson(reading.paper)}, {"paper_assumed", reading.paperAssumed}}};
    output.text += patchText("full", reading.full) + patchText("thin", reading.thin)
                   + patchText("over black", reading.overBlack) + patchText("lifted", reading.lifted);
    const auto add = [&](const char* key, const std::optional<PatchReading>& patch) {
        if (patch)
            output.json[key] = patchJson(*patch);
    };
    add("full", reading.full);
    add("thin", reading.thin);
    add("over_black", reading.overBlack);
    add("lifted", reading.lifted);
    output.json["uncertainty"] = rounded(reading.uncertainty, 2);
    if (reading.swatch)
        addJudgements(output, *reading.swatch, reading.film->film);
    if (reading.shareLeft) {
        output.json["staining"] = stainingOf(*reading.shareLeft);
        output.json["share_left"] = rounded(*reading.shareLeft, 3);
        output.text += "  " + std::string(stainingWord(stainingOf(*reading.shareLeft))) + " ("
                       + formatNumber(100 * *reading.shareLeft, 0) + " % is left)\n";
    }
    if (reading.grain) {
        output.json["granulation"] = granulationOf(reading.grain->total());
        output.json["grain"] = {{"fine", rounded(reading.grain->fine, 4)},
                                {"coarse", rounded(reading.grain->coarse, 4)}};
        output.text += "  " + std::string(granulationWord(granulationOf(reading.grain->total()))) + "\n";
    }
    output.text += "  good to about " + formatNumber(reading.uncertainty, 1) + "\n";
    return output;
}

Result<TubeId> tubeCalled(const Notebook& notebook, const std::string& name)
{
    const auto found = std::ranges::find_if(notebook.tubes, [&](const Tube& tube) {
        return lowered(tube.name) == lowered(trimmed(name)) || std::to_string(tube.id.value) == name;
    });
    if (found == notebook.tubes.end())
        return failure(ErrorCode::NotFound, "no tube called \"" + name + "\" in the notebook");
    return found->id;
}

/// Files a reading under a tube of a notebook, and keeps with it the device that it was read through.
Result<void> fileInto(const FileArguments& target, SwatchRecord record, const Picture* picture,
                      const std::vector<DeviceRecord>& devices = {})
{
    const auto open = openNotebook(target.notebook, Access::Write);
    if (!open)
        return tl::unexpected(open.error());
    const auto tube = tubeCalled(open->notebook, target.tube);
    if (!tube)
        return tl::unexpected(tube.error());
    record.tube = *tube;
    record.wet = target.wet;
    record.date = target.date;
    record.paper = target.paperName;
    NotebookEdit edit = picture ? filing(open->notebook, record, *picture) : filing(open->notebook, record);
    edit.devices.put = devices;
    const auto done = open->store->apply(std::move(edit));
    return done ? Result<void>{} : tl::unexpected(done.error());
}

Result<void> check(const FileArguments& target)
{
    if (target.notebook.empty() != target.tube.empty())
        return failure(ErrorCode::BadOption, "to file a reading, name both --into NOTEBOOK and --tube TUBE");
    if (!target.date.empty() && !isDay(target.date))
        return failure(ErrorCode::BadOption, "a day is written as year, month and day, as in 2026-10-03");
    return {};
}

} // namespace

Result<Output> readCardCommand(const CardArguments& arguments)
{
    if (const auto fine = check(arguments.target); !fine)
        return tl::unexpected(fine.error());
    std::vector<std::string> remarks;
    const auto options = optionsOf(arguments, remarks);
    if (!options)
        return tl::unexpected(options.error());
    const auto scan = scanOf(arguments.picture, remarks);
    if (!scan)
        return tl::unexpected(scan.error());
    const auto reading = readCard(*scan, {}, *options);
    if (!reading)
        return tl::unexpected(reading.error());
    Output output = outputOf(*reading);
    output.remarks = remarks;
    if (arguments.target.notebook.empty())
        return output;
    if (!reading->swatch)
        return failure(ErrorCode::BadPicture, "full, thin and over black could not all be read; nothing was filed");
    std::vector<DeviceRecord> devices;
    if (!arguments.keepDevice.empty() && options->device)
        devices = {{{}, arguments.keepDevice, arguments.target.date, *options->device}};
    const Picture picture = pictureOf(*scan, reading->regions);
    if (const auto filed = fileInto(arguments.target, recordOf(*reading, {}), &picture, devices); !filed)
        return tl::unexpected(filed.error());
    output.text += "filed under " + shown(arguments.target.tube) + "\n";
    return output;
}

Result<Output> readMeasurementsCommand(const MeasurementArguments& arguments)
{
    if (const auto fine = check(arguments.target); !fine)
        return tl::unexpected(fine.error());
    std::vector<std::string> remarks;
    const auto file = measurementsFrom(arguments.file, remarks);
    if (!file)
        return tl::unexpected(file.error());
    const auto record = readingFrom(*file, arguments.target.tube);
    if (!record)
        return tl::unexpected(record.error());
    Output output{"paper " + labText(record->paperWhite) + "\n", Json{{"paper", toJson(record->paperWhite)}}, remarks};
    addJudgements(output, record->onWhite, rebuildFilm(record->onWhite).film);
    if (arguments.target.notebook.empty())
        return output;
    if (const auto filed = fileInto(arguments.target, *record, nullptr); !filed)
        return tl::unexpected(filed.error());
    output.text += "filed under " + shown(arguments.target.tube) + "\n";
    return output;
}

} // namespace iris
