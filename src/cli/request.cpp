#include "cli/request.h"

#include "cli/options.h"

namespace iris {
namespace {

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
    addText(command, "--notebook", source.notebook, "Take tubes from this notebook");
    command->add_flag("--reference", source.reference, "Take tubes from the reference table (the default)");
    command->add_flag("--rare", source.rare, "Also buy what is hard to get, old stock, or fades");
}

/// How many to list: the same words and limits wherever something is listed.
void addMost(CLI::App* command, int& most, const char* what)
{
    addNumber(command, "--most", most, what, {{1, 1000}, "1 to 1000"});
}

void addSteps(CLI::App* command, int& steps)
{
    addNumber(command, "--steps", steps, "Steps of the ladder, both ends counted", {{2, 101}, "2 to 101"});
}

void setUpMixing(CLI::App& app, Request& request)
{
    auto* pigment = addCommand(app, request, "pigment", "What the reference table says of a pigment",
                               [&] { return pigmentCommand(request.pigment); });
    addText(pigment, "CODE", request.pigment.code, "CODE or CODE/FORM, as in PBr7/burnt sienna")->required();

    auto* looksLike = addCommand(app, request, "looks-like", "What pigments a tube looks like, by its own swatch",
                                 [&] { return looksLikeCommand(request.looksLike); });
    addText(looksLike, "TUBE", request.looksLike.tube, "A tube of the notebook that has been read")->required();
    addMost(looksLike, request.looksLike.most, "How many pigments to list");
    addSource(looksLike, request.looksLike.source);

    auto* mix = addCommand(app, request, "mix", "The colour of a mix", [&] { return mixCommand(request.mix); });
    addText(mix, "TUBE:PARTS", request.mix.parts, "Tubes and their parts, as in PY3:3 PB29:1")->required();
    addWash(mix, "--wash", request.mix.wash, "full, middle, thin or a film thickness; full is 1");
    auto* over = addText(mix, "--over", request.mix.over, "As a glaze over this dry wash: tubes and their parts");
    addWash(mix, "--over-wash", request.mix.overWash, "The wash below: full, middle, thin or a thickness")->needs(over);
    addSource(mix, request.mix.source);

    auto* ladder = addCommand(app, request, "ladder", "The way from one tube to another",
                              [&] { return ladderCommand(request.ladder); });
    addText(ladder, "FIRST", request.ladder.first, "A tube")->required();
    addText(ladder, "SECOND", request.ladder.second, "Another tube")->required();
    addSteps(ladder, request.ladder.steps);
    addWash(ladder, "--wash", request.ladder.wash, "full, middle, thin or a film thickness; full is 1");
    addText(ladder, "--spacing", request.ladder.spacing, "Even in strength, appearance or parts");
    ladder->add_flag("--back", request.ladder.back, "And back again to the first tube");
    addSource(ladder, request.ladder.source);
}

void addChart(CLI::App* command, ChartArguments& chart)
{
    addText(command, "--rows", chart.rows, "Tubes down the side")->delimiter(',');
    addText(command, "--columns", chart.columns, "Tubes across; the rows again when left out")->delimiter(',');
    addNumber(command, "--row-share", chart.rowShare, "How much of the row's tube, 0 to 1; 0.5 is balanced",
              rules::share);
    command->add_flag("--by-parts", chart.byParts, "Share out by parts of tube paint instead of by strength");
    addWash(command, "--wash", chart.wash, "full, middle, thin or a film thickness; full is 1");
}

void addSearch(CLI::App* command, WhatMakesArguments& search)
{
    addNumber(command, "--max-tubes", search.mostTubes, "Tubes in a mix, 2 or 3", {{2, 3}, "2 or 3"});
    addText(command, "--with", search.with, "Only mixes of this tube");
    addText(command, "--only", search.only, "Use only these tubes")->delimiter(',');
    addMost(command, search.most, "How many mixes to list");
    addSource(command, search.source);
}

void setUpPairs(CLI::App& app, Request& request)
{
    auto* chart = addCommand(app, request, "chart", "Every tube of the rows with every tube of the columns",
                             [&] { return chartCommand(request.chart, request.json); });
    addChart(chart, request.chart);
    auto* water = chart->add_flag("--water", request.chart.water, "One tube a row, with six steps of water");
    for (const char* other : {"--columns", "--row-share", "--by-parts", "--wash"})
        water->excludes(chart->get_option(other));
    addText(chart, "--order", request.chart.order, "by hand, hue, lean or value");
    addSource(chart, request.chart.source);

    auto* makes = addCommand(app, request, "what-makes", "Which tubes make a kind of colour",
                             [&] { return whatMakesCommand(request.whatMakes); });
    addText(makes, "KIND", request.whatMakes.kind, "greens, oranges, violets, browns, greys or darks")->required();
    addText(makes, "--order", request.whatMakes.order,
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
    addText(wheel, "TUBE", request.wheel.primaries, "Three tubes, in order around the wheel")->required();
    addText(wheel, "--others", request.wheel.others, "Tubes to set on the wheel")->delimiter(',');
    addWash(wheel, "--wash", request.wheel.wash, "full, middle, thin or a film thickness; full is 1");
    addSource(wheel, request.wheel.source);
}

void setUpSheets(CLI::App& app, Request& request)
{
    auto* sheet = addCommand(app, request, "sheet", "Lay out a sheet to paint and write it as a PDF",
                             [&] { return sheetCommand(request.sheet); });
    addText(sheet, "--notebook", request.sheet.notebook, "The notebook the sheet is kept in")->required();
    addText(sheet, "--out", request.sheet.out, "The PDF to write")->required();
    addText(sheet, "--title", request.sheet.title, "What is printed on top");
    addText(sheet, "--date", request.sheet.date, "The day, as in 2026-10-03");
    addText(sheet, "--format", request.sheet.format, "A4 or Letter");
    addNumber(sheet, "--cell", request.sheet.cellMm, "Width of a square, 15 to 75 mm", {{15, 75}, "15 to 75 mm"});
    sheet->add_flag("--no-line", request.sheet.noLine, "No black line across the squares");
    sheet->add_flag("--no-checks", request.sheet.noChecks,
                    "No squares of measured tubes besides, which tell of the light and the device");
    addChart(sheet, request.sheet.chart);
    auto* ladder = addText(sheet, "--ladder", request.sheet.ladder, "Two tubes")->delimiter(',');
    addSteps(sheet, request.sheet.steps);
    sheet->add_flag("--back", request.sheet.back, "The ladder and back again to its first tube");
    addText(sheet, "--spacing", request.sheet.spacing, "Even in appearance, strength or parts");
    auto* next = addNumber(sheet, "--next", request.sheet.worth, "So many of the squares worth painting next",
                           {{1, 200}, "1 to 200"});
    CLI::Option* rows = sheet->get_option("--rows");
    for (const char* option : {"--columns", "--row-share", "--by-parts", "--wash"})
        sheet->get_option(option)->needs(rows);
    for (const char* option : {"--steps", "--back", "--spacing"})
        sheet->get_option(option)->needs(ladder);
    ladder->excludes(rows)->excludes(next);
    next->excludes(rows);

    auto* read = addCommand(app, request, "read-sheet", "Read a painted sheet from a scan or photograph",
                            [&] { return readSheetCommand(request.readSheet); });
    addText(read, "PICTURE", request.readSheet.picture, "PNG, JPEG or TIFF")->required();
    addText(read, "--into", request.readSheet.notebook, "The notebook the sheet was printed from")->required();
    addText(read, "--device", request.readSheet.device, "A device kept in the notebook");
    addText(read, "--paper", request.readSheet.paper, "The paper's white as L,a,b");
    addText(read, "--paper-name", request.readSheet.paperName, "The name of the paper");
    addText(read, "--code", request.readSheet.code, "The sheet's code, when the picture does not show it");
    addText(read, "--date", request.readSheet.date, "The day, as in 2026-10-03");
    read->add_flag("--wet", request.readSheet.wet, "The paint is not dry yet: kept, but nothing is learnt from it");
    read->add_flag("--doubtful", request.readSheet.doubtful, "File doubtful squares as well");
    auto* look = read->add_flag("--look", request.readSheet.look, "Only look; file nothing");
    for (const char* option : {"--doubtful", "--date", "--paper-name", "--wet"})
        look->excludes(read->get_option(option));
}

void setUpNext(CLI::App& app, Request& request)
{
    auto* next =
        addCommand(app, request, "next", "The squares worth painting next", [&] { return nextCommand(request.next); });
    addText(next, "--notebook", request.next.notebook, "The notebook")->required();
    addMost(next, request.next.squares, "How many squares to list");
}

void addWanted(CLI::App* command, WantedArguments& wanted)
{
    addText(command, "--lab", wanted.lab, "The colour as L,a,b");
    addText(command, "--hex", wanted.hex, "The colour as #rrggbb");
    addText(command, "--words", wanted.words, "The colour in words, as in \"dull olive, dark\"");
    addText(command, "--like", wanted.tube, "The colour of this tube, full and thin together");
    addText(command, "--need", wanted.need, "The colour of a need of the notebook");
    addText(command, "--mix", wanted.mix, "The colour of a painted mix of the notebook, by its name or id");
    addText(command, "--thin", wanted.thin, "And its thin wash as L,a,b");
    addText(command, "--but", wanted.but, "But warmer, cooler, lighter, darker, cleaner or duller")->delimiter(',');
    command->add_flag("--value-first", wanted.valueFirst, "The right value matters more than the exact hue");
    command->add_flag("--thin-matters", wanted.thinMatters, "The thin wash counts double");
}

/// What the tubes must be, the same words wherever tubes are chosen.
void addTerms(CLI::App* command, TubeTerms& terms)
{
    command->add_flag("--single", terms.singlePigments, "Only tubes of one pigment");
    command->add_flag("--transparent", terms.transparent, "Only transparent and semi-transparent tubes");
    command->add_flag("--lasting", terms.nothingFugitive, "Nothing fugitive");
    command->add_flag("--no-metals", terms.noListedMetals, "No cadmium, cobalt, nickel, lead and their like");
    command->add_flag("--no-black", terms.noTubeBlack, "No tube of black");
}

void setUpMatch(CLI::App& app, Request& request)
{
    auto* match = addCommand(app, request, "match", "Recipes for a colour, as a painter would try them",
                             [&] { return matchCommand(request.match); });
    addWanted(match, request.match.wanted);
    addText(match, "--tolerance", request.match.tolerance, "close, workable, loose, or a number");
    addText(match, "--order", request.match.order, "as tried, closest, fewest tubes, forgiving, transparent or price");
    addNumber(match, "--max-tubes", request.match.mostTubes, "Tubes in a recipe, 1 to 4", {{1, 4}, "1 to 4"});
    match->add_flag_callback(
        "--four", [&request] { request.match.mostTubes = 4; }, "Up to four tubes in a recipe");
    addMost(match, request.match.most, "How many recipes to list");
    addText(match, "--only", request.match.onlyTubes, "Use only these tubes")->delimiter(',');
    addText(match, "--with", request.match.with, "Only recipes with these tubes")->delimiter(',');
    addText(match, "--without", request.match.without, "Not these tubes")->delimiter(',');
    addTerms(match, request.match.only);
    match->add_flag("--helper", request.match.helper, "And which tube of the table would help most");
    addSource(match, request.match.source);
}

void setUpWell(CLI::App& app, Request& request)
{
    auto* touch = addCommand(app, request, "next-touch", "What to put into a puddle next, to come to a colour",
                             [&] { return nextTouchCommand(request.nextTouch); });
    addText(touch, "TUBE:PARTS", request.nextTouch.parts, "What is in it, as in PY3:6 PB15:3:1t")->required();
    addWanted(touch, request.nextTouch.wanted);
    addWash(touch, "--wash", request.nextTouch.wash, "How far it is let out");
    auto* seen = addText(touch, "--seen", request.nextTouch.seen, "What it really looks like, L,a,b of a dab");
    addText(touch, "--looks", request.nextTouch.looks, "or in words: too green,too light")
        ->delimiter(',')
        ->excludes(seen);
    addNumber(touch, "--tolerance", request.nextTouch.tolerance, "How near is there", {{0.1, 40}, "0.1 to 40"});
    addText(touch, "--only", request.nextTouch.only, "Put in only these tubes")->delimiter(',');
    addSource(touch, request.nextTouch.source);

    auto* glaze =
        addCommand(app, request, "glaze", "A wash laid once and again, over another, over ink, on toned paper",
                   [&] { return glazeCommand(request.glaze); });
    addText(glaze, "TUBE:PARTS", request.glaze.parts, "Tubes and their parts")->required();
    addWash(glaze, "--wash", request.glaze.wash, "The wash: full, middle, thin or a thickness");
    auto* over = addText(glaze, "--over", request.glaze.over, "Over this dry wash: tubes and their parts");
    addWash(glaze, "--over-wash", request.glaze.overWash, "The wash below")->needs(over);
    addNumber(glaze, "--layers", request.glaze.layers, "How many layers, each dry", {{1, 9}, "1 to 9"});
    addText(glaze, "--paper", request.glaze.paper, "On a paper of this colour, L,a,b");
    addSource(glaze, request.glaze.source);
}

void setUpMending(CLI::App& app, Request& request)
{
    auto* replace = addCommand(app, request, "replace", "What replaces a tube best, by how it mixes",
                               [&] { return replaceCommand(request.replace); });
    addText(replace, "TUBE", request.replace.tube, "The tube that is used up, fades or is no longer sold")->required();
    addText(replace, "--only", request.replace.only, "Only out of these tubes")->delimiter(',');
    addMost(replace, request.replace.most, "How many to list");
    addTerms(replace, request.replace.terms);
    addSource(replace, request.replace.source);

    auto* mother = addCommand(app, request, "mother", "A share of one tube stirred into every mix",
                              [&] { return motherCommand(request.mother); });
    addText(mother, "TUBE", request.mother.tube, "The tube")->required();
    addNumber(mother, "--share", request.mother.share, "How much of it, by strength", rules::share);
    addText(mother, "--into", request.mother.mixes, "Mixes, as in PY3:3+PB29:1; those of the notebook otherwise");
    addWash(mother, "--wash", request.mother.wash, "The wash of those");
    addSource(mother, request.mother.source);

    auto* diagnose = addCommand(app, request, "diagnose", "Why a mix is dull, and what mends it",
                                [&] { return diagnoseCommand(request.diagnose); });
    addText(diagnose, "TUBE:PARTS", request.diagnose.parts, "Tubes and their parts")->required();
    addWash(diagnose, "--wash", request.diagnose.wash, "full, middle, thin or a thickness");
    addSource(diagnose, request.diagnose.source);
}

/// What is asked of a palette.
void addChoice(CLI::App* command, PaletteArguments& palette)
{
    addText(command, "--needs", palette.needsFile, "CSV with name and L, a, b or hex; those of the notebook otherwise");
    addText(command, "--picture", palette.picture, "Only the needs of this picture of the notebook");
    addText(command, "--must", palette.must, "Tubes that must be in")->delimiter(',');
    addText(command, "--never", palette.never, "Tubes to leave out")->delimiter(',');
    auto* only = addText(command, "--only", palette.onlyTubes, "Choose only from these tubes")->delimiter(',');
    addText(command, "--from", palette.from, "palette, drawer, owned, wished or table")->excludes(only);
    addTerms(command, palette.only);
    addNumber(command, "--largest", palette.mostTubes, "The largest set that will do, 1 to 12 tubes",
              {{1, 12}, "1 to 12"});
    addText(command, "--school", palette.school, "free, triad, split, split plus or own places");
    addText(command, "--places", palette.places, "Your own places: \"yellow leans green, red, blue, earth, any\"");
    addText(command, "--red", palette.red, "What the red of a triad is: either, red or magenta");
    addText(
        command, "--prefer", palette.prefer,
        "What decides between equals: owned, cheap, lightfast, transparent, no metals, single pigments, few threes, "
        "forgiving");
    addNumber(command, "--sure", palette.sure, "Count as met only what comes out so many times in 100, 50 to 95",
              {{50, 95}, "50 to 95"});
    addSource(command, palette.source);
}

void setUpChoosing(CLI::App& app, Request& request)
{
    auto* palette = addCommand(app, request, "palette", "The smallest set of tubes that meets the needs",
                               [&] { return paletteCommand(request.palette); });
    addChoice(palette, request.palette);
    addMost(palette, request.palette.mostSets, "How many sets to list");
    palette->add_flag("--both-ways", request.palette.bothWays, "A triad with a red and one with a magenta");

    auto* compare = addCommand(app, request, "compare", "Two to four palettes: what each reaches, cleans and greys",
                               [&] { return compareCommand(request.compare); });
    addText(compare, "PALETTE", request.compare.palettes, "A kept palette, or bright, traditional or muted");
    addText(compare, "--set", request.compare.sets, "Tubes with commas between; may be given again");
    addText(compare, "--picture", request.compare.picture, "A picture to paint with each");
    addSource(compare, request.compare.source);

    auto* robust = addCommand(app, request, "robust", "How sure each recipe of the smallest palettes is",
                              [&] { return robustCommand(request.robust); });
    addChoice(robust, request.robust);
    addMost(robust, request.robust.mostSets, "How many sets to weigh");

    auto* stairs = addCommand(app, request, "staircase", "What each tube more buys",
                              [&] { return staircaseCommand(request.stairs); });
    addChoice(stairs, request.stairs);

    auto* substitutes = addCommand(app, request, "substitutes",
                                   "What may stand for each tube of the smallest palette, and what would help",
                                   [&] { return substitutesCommand(request.substitutes); });
    addChoice(substitutes, request.substitutes);

    auto* box = addCommand(app, request, "box", "A palette as it lies in its box, with a card for every need",
                           [&] { return boxCommand(request.box); });
    addChoice(box, request.box.palette);
    addText(box, "--palette", request.box.kept, "A kept palette, in place of the smallest one");
    addText(box, "--order", request.box.order, "hue, lean, value or habit");
    addText(box, "--size", request.box.size, "half or full pans");
    addNumber(box, "--pans", request.box.pans, "How many pans the box has", {{6, 24}, "6 to 24"});
    addNumber(box, "--width", request.box.widthCm, "Of the picture, cm", {{1, 500}, "1 to 500"});
    addNumber(box, "--height", request.box.heightCm, "Of the picture, cm", {{1, 500}, "1 to 500"});
    addText(box, "--out", request.box.out, "Write it as .pdf, .svg or .png");
}

void setUpPictures(CLI::App& app, Request& request)
{
    auto* needs = addCommand(app, request, "needs-from-picture", "The colours a picture is made of, as needs",
                             [&] { return needsFromPictureCommand(request.picture); });
    addText(needs, "PICTURE", request.picture.picture, "A photograph or sketch: PNG, JPEG, TIFF or WebP")->required();
    addNumber(needs, "--colours", request.picture.most, "How many at most, 2 to 40", {{2, 40}, "2 to 40"});
    addText(needs, "--white", request.picture.white, "A place that is white or grey, as X,Y in pixels");
    addText(needs, "--out", request.picture.out, "Write them as CSV");
    auto* into = addText(needs, "--into", request.picture.into, "Keep the picture and its needs in this notebook");
    addText(needs, "--name", request.picture.name, "What the picture is called there")->needs(into);
    addText(needs, "--values", request.picture.values,
            "Laid into what paint reaches (paint), what the tubes of --into reach (tubes), or left (as-is)");
}

void setUpNotebooks(CLI::App& app, Request& request)
{
    auto* notebook = addCommand(app, request, "notebook", "Make a new notebook from CSV files",
                                [&] { return notebookCommand(request.notebook); });
    addText(notebook, "FILE", request.notebook.file, "The notebook to make")->required();
    addText(notebook, "--tubes", request.notebook.tubesFile, "CSV of tubes; docs/formats.md lists the columns");
    addText(notebook, "--needs", request.notebook.needsFile, "CSV of needs");
    addText(notebook, "--palettes", request.notebook.palettesFile, "CSV of palettes: palette, tube");

    auto* tubes = addCommand(app, request, "tubes", "List a notebook's tubes as CSV",
                             [&] { return tubesCommand(request.tubes); });
    addText(tubes, "NOTEBOOK", request.tubes.notebook, "The notebook")->required();

    auto* touches =
        addCommand(app, request, "touches", "How you count and lay paint: touches a part, layers, your paper",
                   [&] { return touchesCommand(request.touches); });
    addText(touches, "NOTEBOOK", request.touches.notebook, "The notebook")->required();
    addText(touches, "NUMBER", request.touches.number, "4, 6, 8, 10 or 12, to count so from now on");
    addText(touches, "--paper", request.touches.paper,
            "What you paint on: white, natural white, cream, toned grey, toned tan, a paper of the notebook or L,a,b");
    addText(touches, "--layers", request.touches.layers,
            "How often a mix may be laid where one wash is too thin: one, two");

    auto* mixes = addCommand(app, request, "mixes", "List the mixes a notebook keeps, or those near a colour",
                             [&] { return mixesCommand(request.mixes); });
    addText(mixes, "--notebook", request.mixes.notebook, "The notebook")->required();
    auto* lab = addText(mixes, "--lab", request.mixes.lab, "Those near this colour, L,a,b");
    auto* hex = addText(mixes, "--hex", request.mixes.hex, "or this one, #rrggbb");
    hex->excludes(lab);
    addText(mixes, "--tolerance", request.mixes.tolerance, "How near: close, workable, loose, or a number");
    addText(mixes, "--with", request.mixes.with, "Only those with this tube in them");
    addText(mixes, "--find", request.mixes.find,
            "Only those that these words find: a name, tube, tag, note, or a colour as in \"dull olive, dark\"");
    addMost(mixes, request.mixes.most, "How many mixes to list");
}

void addTarget(CLI::App* command, FileArguments& target)
{
    addText(command, "--into", target.notebook, "File the reading in this notebook");
    addText(command, "--tube", target.tube, "under this tube");
    addText(command, "--date", target.date, "with this day, as in 2026-10-03");
    addText(command, "--paper-name", target.paperName, "and the name of the paper");
    command->add_flag("--wet", target.wet, "The paint is not dry yet: kept, but never mixed with");
    for (const char* option : {"--date", "--paper-name", "--wet"})
        command->get_option(option)->needs(command->get_option("--tube"));
}

void setUpReading(CLI::App& app, Request& request)
{
    auto* card = addCommand(app, request, "read-card", "Read a swatch card from a scan or photograph",
                            [&] { return readCardCommand(request.card); });
    addText(card, "PICTURE", request.card.picture, "PNG, JPEG or TIFF")->required();
    addText(card, "--chart", request.card.chart, "A picture of a colour chart from the same device");
    addText(card, "--chart-file", request.card.chartFile, "The chart's colours, CGATS text");
    addText(card, "--chart-box", request.card.chartBox, "Where its patches are: left,top,right,bottom in pixels");
    addNumber(card, "--chart-columns", request.card.chartColumns, "How many patches in a row", {{1, 100}, "1 to 100"});
    addText(card, "--device", request.card.device, "A device kept in the notebook, instead of a chart");
    addText(card, "--keep-device", request.card.keepDevice, "Keep the device in the notebook under this name");
    addText(card, "--paper", request.card.paper, "The paper's white as L,a,b");
    addNumber(card, "--dpi", request.card.dpi, "The scan's resolution, when the picture does not tell", rules::dpi);
    addTarget(card, request.card.target);
    for (const char* option : {"--chart-file", "--chart-box", "--chart-columns", "--keep-device"})
        card->get_option(option)->needs(card->get_option("--chart"));
    card->get_option("--keep-device")->needs(card->get_option("--into"));
    card->get_option("--device")->excludes(card->get_option("--chart"));

    auto* measurements = addCommand(app, request, "read-measurements", "Read a swatch from an instrument's CGATS file",
                                    [&] { return readMeasurementsCommand(request.measurements); });
    addText(measurements, "FILE", request.measurements.file, "CGATS text with full, thin and black")->required();
    addTarget(measurements, request.measurements.target);

    auto* simulate = addCommand(app, request, "simulate", "Paint with a made-up scanner, camera, chart or instrument",
                                [&] { return simulateCommand(request.simulate); });
    addText(simulate, "WHAT", request.simulate.what, "card, photo, chart, measurement, sheet, picture or snapshot")
        ->required();
    addText(simulate, "--script", request.simulate.script, "What a picture is made of, a file; docs/cli.md tells how");
    addText(simulate, "--tube", request.simulate.tube, "The tube to paint with");
    addText(simulate, "--out", request.simulate.out, "The file to write")->required();
    addNumber(simulate, "--dpi", request.simulate.dpi, "Of a scan", rules::dpi);
    addNumber(simulate, "--seed", request.simulate.seed, "Another seed, another card",
              {{0, 4294967295.0}, "a whole number from 0"});
    addNumber(simulate, "--sheet", request.simulate.sheet, "The number of a sheet in the notebook",
              {{1, 9e15}, "the number of a sheet"});
    addNumber(simulate, "--strengths-off", request.simulate.strengthsOff,
              "How many times stronger or weaker the painter's tubes are at most", {{1, 10}, "1 to 10"});
    addNumber(simulate, "--colours-off", request.simulate.coloursOff,
              "How far the colours of the painter's tubes are off: 1 is as far as makers are thought to differ",
              {{0, 3}, "0 to 3"});
    addNumber(simulate, "--line-runs", request.simulate.lineRuns, "How far the black lines run, mm",
              {{0, 50}, "0 to 50 mm"});
    addNumber(simulate, "--device", request.simulate.device, "Another device, other faults",
              {{0, 4294967295.0}, "a whole number from 0"});
    addSource(simulate, request.simulate.source);
}

void setUpExchange(CLI::App& app, Request& request)
{
    auto* out = addCommand(app, request, "export", "Write a notebook in an open format",
                           [&] { return exportCommand(request.exchangeOut); });
    addText(out, "NOTEBOOK", request.exchangeOut.notebook, "The notebook")->required();
    addText(out, "FORMAT", request.exchangeOut.format, "json, tubes, swatches, gpl or cgats")->required();
    addText(out, "--out", request.exchangeOut.out, "The file to write; otherwise it is printed");

    auto* in = addCommand(app, request, "import", "Bring a list into a notebook",
                          [&] { return importCommand(request.exchangeIn); });
    addText(in, "NOTEBOOK", request.exchangeIn.notebook, "The notebook")->required();
    addText(in, "FORMAT", request.exchangeIn.format, "tubes, lines, swatches or json")->required();
    addText(in, "FILE", request.exchangeIn.file, "The file to read; of lines - for what is typed or piped in")
        ->required();
}

} // namespace

void setUpCommands(CLI::App& app, Request& request)
{
    setUpMixing(app, request);
    setUpPairs(app, request);
    setUpSheets(app, request);
    setUpNext(app, request);
    setUpMatch(app, request);
    setUpWell(app, request);
    setUpMending(app, request);
    setUpChoosing(app, request);
    setUpPictures(app, request);
    setUpNotebooks(app, request);
    setUpReading(app, request);
    setUpExchange(app, request);
}

} // namespace iris
