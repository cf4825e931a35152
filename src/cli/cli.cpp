#include "cli/cli.h"

#include "cli/commands.h"

#include <CLI/CLI.hpp>
#include <algorithm>
#include <functional>
#include <ostream>

namespace iris {
namespace {

constexpr int wrongArgument = 2;
constexpr int fileTrouble = 1;

/// Everything the arguments are read into, and the command they ask for.
struct Request {
    bool json = false;
    std::function<Result<Output>()> run;
    PigmentArguments pigment;
    MixArguments mix;
    LadderArguments ladder;
    ChartArguments chart;
    WhatMakesArguments whatMakes;
    WhatMakesArguments neutrals;
    WhatMakesArguments darks;
    WheelArguments wheel;
    SheetArguments sheet;
    ReadSheetArguments readSheet;
    NextArguments next;
    MatchArguments match;
    PaletteArguments palette;
    NotebookArguments notebook;
    TubesArguments tubes;
    CardArguments card;
    MeasurementArguments measurements;
    SimulateArguments simulate;
    ExportArguments exchangeOut;
    ImportArguments exchangeIn;
};

CLI::App* addCommand(CLI::App& app, Request& request, const char* name, const char* what,
                     std::function<Result<Output>()> run)
{
    CLI::App* command = app.add_subcommand(name, what);
    command->add_flag("--json", request.json, "Print JSON; docs/cli.md lists the keys");
    command->callback([&request, run = std::move(run)] { request.run = run; });
    return command;
}

void addSource(CLI::App* command, SourceArguments& source)
{
    command->add_option("--notebook", source.notebook, "Take tubes from this notebook");
    command->add_flag("--reference", source.reference, "Take tubes from the reference table (the default)");
}

void setUpMixing(CLI::App& app, Request& request)
{
    auto* pigment = addCommand(app, request, "pigment", "What the reference table says of a pigment",
                               [&] { return pigmentCommand(request.pigment); });
    pigment->add_option("CODE", request.pigment.code, "CODE or CODE/FORM, as in PBr7/burnt sienna")->required();

    auto* mix = addCommand(app, request, "mix", "The colour of a mix", [&] { return mixCommand(request.mix); });
    mix->add_option("TUBE:PARTS", request.mix.parts, "Tubes and their parts, as in PY3:3 PB29:1")->required();
    mix->add_option("--wash", request.mix.wash, "Film thickness: full 1, middle 0.45, thin 0.2");
    mix->add_option("--over", request.mix.over, "As a glaze over this dry wash: tubes and their parts");
    mix->add_option("--over-wash", request.mix.overWash, "Film thickness of the wash below");
    addSource(mix, request.mix.source);

    auto* ladder = addCommand(app, request, "ladder", "The way from one tube to another",
                              [&] { return ladderCommand(request.ladder); });
    ladder->add_option("FIRST", request.ladder.first, "A tube")->required();
    ladder->add_option("SECOND", request.ladder.second, "Another tube")->required();
    ladder->add_option("--steps", request.ladder.steps, "How many steps, both ends counted");
    ladder->add_option("--wash", request.ladder.wash, "Film thickness: full 1, middle 0.45, thin 0.2");
    ladder->add_option("--spacing", request.ladder.spacing, "Even in strength, appearance or parts");
    ladder->add_flag("--back", request.ladder.back, "And back again to the first tube");
    addSource(ladder, request.ladder.source);
}

void addChart(CLI::App* command, ChartArguments& chart)
{
    command->add_option("--rows", chart.rows, "Tubes down the side")->delimiter(',');
    command->add_option("--columns", chart.columns, "Tubes across; the rows again when left out")->delimiter(',');
    command->add_option("--row-share", chart.rowShare, "How much of the row's tube, 0 to 1; 0.5 is balanced");
    command->add_flag("--by-parts", chart.byParts, "Share out by parts of tube paint instead of by strength");
    command->add_option("--wash", chart.wash, "Film thickness: full 1, middle 0.45, thin 0.2");
}

void addSearch(CLI::App* command, WhatMakesArguments& search)
{
    command->add_option("--max-tubes", search.mostTubes, "Tubes in a mix, 2 or 3");
    command->add_option("--with", search.with, "Only mixes of this tube");
    command->add_option("--only", search.only, "Use only these tubes")->delimiter(',');
    command->add_option("--most", search.most, "How many to list");
    addSource(command, search.source);
}

void setUpPairs(CLI::App& app, Request& request)
{
    auto* chart = addCommand(app, request, "chart", "Every tube of the rows with every tube of the columns",
                             [&] { return chartCommand(request.chart); });
    addChart(chart, request.chart);
    chart->add_flag("--water", request.chart.water, "One tube a row, with six steps of water");
    chart->add_option("--order", request.chart.order, "by hand, hue, lean or value");
    addSource(chart, request.chart.source);

    auto* makes = addCommand(app, request, "what-makes", "Which tubes make a kind of colour",
                             [&] { return whatMakesCommand(request.whatMakes); });
    makes->add_option("KIND", request.whatMakes.kind, "greens, oranges, violets, browns, greys or darks")->required();
    makes->add_option("--order", request.whatMakes.order,
                      "best, muted, warm, cool, light, dark, transparent, lifts or few pigments");
    addSearch(makes, request.whatMakes);

    auto* neutrals = addCommand(app, request, "neutrals", "Cool and warm greys, and what greys each tube best",
                                [&] { return neutralsCommand(request.neutrals); });
    addSearch(neutrals, request.neutrals);
    auto* darks = addCommand(app, request, "darks", "The deepest mixes, and whether a tube black is worth its well",
                             [&] { return darksCommand(request.darks); });
    addSearch(darks, request.darks);

    auto* wheel = addCommand(app, request, "wheel", "Twelve even steps of hue around three tubes",
                             [&] { return wheelCommand(request.wheel); });
    wheel->add_option("TUBE", request.wheel.primaries, "Three tubes, in order around the wheel")->required();
    wheel->add_option("--others", request.wheel.others, "Tubes to set on the wheel")->delimiter(',');
    wheel->add_option("--wash", request.wheel.wash, "Film thickness: full 1, middle 0.45, thin 0.2");
    addSource(wheel, request.wheel.source);
}

void setUpSheets(CLI::App& app, Request& request)
{
    auto* sheet = addCommand(app, request, "sheet", "Lay out a sheet to paint and write it as a PDF",
                             [&] { return sheetCommand(request.sheet); });
    sheet->add_option("--notebook", request.sheet.notebook, "The notebook the sheet is kept in")->required();
    sheet->add_option("--out", request.sheet.out, "The PDF to write")->required();
    sheet->add_option("--title", request.sheet.title, "What is printed on top");
    sheet->add_option("--date", request.sheet.date, "The day, as in 2026-10-03");
    sheet->add_option("--format", request.sheet.format, "A4 or Letter");
    sheet->add_option("--cell", request.sheet.cellMm, "Width of a square, 15 to 75 mm");
    sheet->add_flag("--no-line", request.sheet.noLine, "No black line across the squares");
    addChart(sheet, request.sheet.chart);
    sheet->add_option("--ladder", request.sheet.ladder, "Two tubes")->delimiter(',');
    sheet->add_option("--steps", request.sheet.steps, "Steps of the ladder, 3 to 15");
    sheet->add_flag("--back", request.sheet.back, "The ladder and back again to its first tube");
    sheet->add_option("--spacing", request.sheet.spacing, "Even in appearance, strength or parts");
    sheet->add_option("--next", request.sheet.worth, "So many of the squares worth painting next");

    auto* read = addCommand(app, request, "read-sheet", "Read a painted sheet from a scan or photograph",
                            [&] { return readSheetCommand(request.readSheet); });
    read->add_option("PICTURE", request.readSheet.picture, "PNG, JPEG or TIFF")->required();
    read->add_option("--into", request.readSheet.notebook, "The notebook the sheet was printed from")->required();
    read->add_option("--device", request.readSheet.device, "A device kept in the notebook");
    read->add_option("--paper", request.readSheet.paper, "The paper's white as L,a,b");
    read->add_option("--paper-name", request.readSheet.paperName, "The name of the paper");
    read->add_option("--code", request.readSheet.code, "The sheet's code, when the picture does not show it");
    read->add_option("--date", request.readSheet.date, "The day, as in 2026-10-03");
    read->add_flag("--wet", request.readSheet.wet, "The paint is not dry yet: kept, but nothing is learnt from it");
    read->add_flag("--doubtful", request.readSheet.doubtful, "File doubtful squares as well");
    read->add_flag("--look", request.readSheet.look, "Only look; file nothing");

    auto* next =
        addCommand(app, request, "next", "The squares worth painting next", [&] { return nextCommand(request.next); });
    next->add_option("--notebook", request.next.notebook, "The notebook")->required();
    next->add_option("--squares", request.next.squares, "How many, 1 to 200");
}

void setUpChoosing(CLI::App& app, Request& request)
{
    auto* match = addCommand(app, request, "match", "Recipes for a colour, closest first",
                             [&] { return matchCommand(request.match); });
    match->add_option("--lab", request.match.lab, "The colour as L,a,b");
    match->add_option("--hex", request.match.hex, "The colour as #rrggbb");
    match->add_option("--tolerance", request.match.tolerance, "close, workable, loose, or a number");
    match->add_option("--max-tubes", request.match.mostTubes, "Tubes in a recipe, 1 to 3");
    match->add_option("--most", request.match.most, "How many recipes to list");
    match->add_option("--only", request.match.only, "Use only these tubes")->delimiter(',');
    addSource(match, request.match.source);

    auto* palette = addCommand(app, request, "palette", "The smallest set of tubes that meets the needs",
                               [&] { return paletteCommand(request.palette); });
    palette->add_option("--needs", request.palette.needsFile, "CSV with name and L, a, b or hex")->required();
    palette->add_option("--school", request.palette.school, "free, triad or split");
    palette->add_option("--must", request.palette.must, "Tubes that must be in")->delimiter(',');
    palette->add_option("--never", request.palette.never, "Tubes to leave out")->delimiter(',');
    palette->add_option("--only", request.palette.only, "Choose only from these tubes")->delimiter(',');
    palette->add_option("--max-tubes", request.palette.mostTubes, "At most so many tubes, 1 to 12");
    palette->add_option("--most-sets", request.palette.mostSets, "How many sets to list, 1 to 50");
    addSource(palette, request.palette.source);
}

void setUpNotebooks(CLI::App& app, Request& request)
{
    auto* notebook = addCommand(app, request, "notebook", "Make a new notebook from CSV files",
                                [&] { return notebookCommand(request.notebook); });
    notebook->add_option("FILE", request.notebook.file, "The notebook to make")->required();
    notebook->add_option("--tubes", request.notebook.tubesFile, "CSV of tubes; docs/formats.md lists the columns");
    notebook->add_option("--needs", request.notebook.needsFile, "CSV of needs");
    notebook->add_option("--palettes", request.notebook.palettesFile, "CSV of palettes: palette, tube");

    auto* tubes = addCommand(app, request, "tubes", "List a notebook's tubes as CSV",
                             [&] { return tubesCommand(request.tubes); });
    tubes->add_option("NOTEBOOK", request.tubes.notebook, "The notebook")->required();
}

void addTarget(CLI::App* command, FileArguments& target)
{
    command->add_option("--into", target.notebook, "File the reading in this notebook");
    command->add_option("--tube", target.tube, "under this tube");
    command->add_option("--date", target.date, "with this day, as in 2026-10-03");
    command->add_option("--paper-name", target.paperName, "and the name of the paper");
    command->add_flag("--wet", target.wet, "The paint is not dry yet: kept, but never mixed with");
}

void setUpReading(CLI::App& app, Request& request)
{
    auto* card = addCommand(app, request, "read-card", "Read a swatch card from a scan or photograph",
                            [&] { return readCardCommand(request.card); });
    card->add_option("PICTURE", request.card.picture, "PNG, JPEG or TIFF")->required();
    card->add_option("--chart", request.card.chart, "A picture of a colour chart from the same device");
    card->add_option("--chart-file", request.card.chartFile, "The chart's colours, CGATS text");
    card->add_option("--chart-box", request.card.chartBox, "Where its patches are: left,top,right,bottom in pixels");
    card->add_option("--chart-columns", request.card.chartColumns, "How many patches in a row");
    card->add_option("--device", request.card.device, "A device kept in the notebook, instead of a chart");
    card->add_option("--keep-device", request.card.keepDevice, "Keep the device in the notebook under this name");
    card->add_option("--paper", request.card.paper, "The paper's white as L,a,b");
    card->add_option("--dpi", request.card.dpi, "The scan's resolution, when the picture does not tell");
    addTarget(card, request.card.target);

    auto* measurements = addCommand(app, request, "read-measurements", "Read a swatch from an instrument's CGATS file",
                                    [&] { return readMeasurementsCommand(request.measurements); });
    measurements->add_option("FILE", request.measurements.file, "CGATS text with full, thin and black")->required();
    addTarget(measurements, request.measurements.target);

    auto* simulate = addCommand(app, request, "simulate", "Paint with a made-up scanner, camera, chart or instrument",
                                [&] { return simulateCommand(request.simulate); });
    simulate->add_option("WHAT", request.simulate.what, "card, photo, chart, measurement or sheet")->required();
    simulate->add_option("--tube", request.simulate.tube, "The tube to paint with");
    simulate->add_option("--out", request.simulate.out, "The file to write")->required();
    simulate->add_option("--dpi", request.simulate.dpi, "Of a scan");
    simulate->add_option("--seed", request.simulate.seed, "Another seed, another card");
    simulate->add_option("--sheet", request.simulate.sheet, "The number of a sheet in the notebook");
    simulate->add_option("--strengths-off", request.simulate.strengthsOff,
                         "How many times stronger or weaker the painter's tubes are at most");
    simulate->add_option("--line-runs", request.simulate.lineRuns, "How far the black lines run, mm");
    simulate->add_option("--device", request.simulate.device, "Another device, other faults");
    addSource(simulate, request.simulate.source);
}

void setUpExchange(CLI::App& app, Request& request)
{
    auto* out = addCommand(app, request, "export", "Write a notebook in an open format",
                           [&] { return exportCommand(request.exchangeOut); });
    out->add_option("NOTEBOOK", request.exchangeOut.notebook, "The notebook")->required();
    out->add_option("FORMAT", request.exchangeOut.format, "json, tubes, swatches, gpl or cgats")->required();
    out->add_option("--out", request.exchangeOut.out, "The file to write; otherwise it is printed");

    auto* in = addCommand(app, request, "import", "Bring a list into a notebook",
                          [&] { return importCommand(request.exchangeIn); });
    in->add_option("NOTEBOOK", request.exchangeIn.notebook, "The notebook")->required();
    in->add_option("FORMAT", request.exchangeIn.format, "tubes, swatches or json")->required();
    in->add_option("FILE", request.exchangeIn.file, "The file to read")->required();
}

std::string oneLine(std::string text)
{
    std::ranges::replace(text, '\n', ' ');
    return text;
}

std::string describe(const Error& error)
{
    std::string text;
    if (!error.file.empty() && error.line > 0)
        text = error.file + ", line " + std::to_string(error.line) + ": ";
    else if (error.line > 0)
        text = "line " + std::to_string(error.line) + ": ";
    return text + error.message;
}

bool isFileTrouble(ErrorCode code)
{
    switch (code) {
    case ErrorCode::FileUnreadable:
    case ErrorCode::FileUnwritable:
    case ErrorCode::NotANotebook:
    case ErrorCode::DamagedNotebook:
    case ErrorCode::NewerNotebook:
    case ErrorCode::BadPicture: return true;
    default: return false;
    }
}

} // namespace

int runCli(std::vector<std::string> arguments, std::ostream& out, std::ostream& err)
{
    CLI::App app("Iris Bianca on the command line: pigments, mixes, matches and palettes", "iris-bianca-cli");
    app.require_subcommand(1);
    Request request;
    setUpMixing(app, request);
    setUpPairs(app, request);
    setUpSheets(app, request);
    setUpChoosing(app, request);
    setUpNotebooks(app, request);
    setUpReading(app, request);
    setUpExchange(app, request);
    try {
        std::ranges::reverse(arguments); // the order CLI11 takes a vector in
        app.parse(arguments);
    } catch (const CLI::CallForHelp&) {
        const auto chosen = app.get_subcommands();
        out << (chosen.empty() ? app.help() : chosen.front()->help());
        return 0;
    } catch (const CLI::ParseError& error) {
        err << oneLine(error.what()) << '\n';
        return wrongArgument;
    }
    const auto output = request.run();
    if (!output) {
        err << oneLine(describe(output.error())) << '\n';
        return isFileTrouble(output.error().code) ? fileTrouble : wrongArgument;
    }
    out << (request.json ? output->json.dump(2) + "\n" : output->text);
    return 0;
}

} // namespace iris
