#include "base/text.h"
#include "cli/arguments.h"
#include "cli/json.h"
#include "colour/colourname.h"
#include "files/outputfile.h"
#include "mixing/ladder.h"
#include "mixing/pairchart.h"
#include "sheet/sheetfiling.h"
#include "sheet/sheetpage.h"
#include "sheet/sheetplan.h"
#include "sheet/sheetreader.h"
#include "words/mixwords.h"

#include <algorithm>

namespace iris {
namespace {

constexpr int mostSquares = 200;

Result<TubeSource> sourceOf(const std::string& notebook)
{
    if (notebook.empty())
        return failure(ErrorCode::BadOption, "name the notebook with --notebook");
    return TubeSource::from({notebook, false});
}

std::vector<std::size_t> atHand(const Notebook& notebook)
{
    std::vector<std::size_t> places;
    for (std::size_t i = 0; i < notebook.tubes.size(); ++i)
        if (isAtHand(notebook.tubes[i]))
            places.push_back(i);
    return places;
}

struct Worth {
    std::vector<WorthSquare> squares;
    std::vector<WorthCard> cards;
};

Worth worthOf(const TubeSource& source, int squares)
{
    WorthOptions options;
    options.squares = static_cast<std::size_t>(squares);
    options.among = atHand(source.notebook());
    options.handling = source.handling();
    const auto wanted = wantedBy(source.notebook(), source.paints(),
                                 [&](std::size_t place) { return isAtHand(source.notebook().tubes[place]); });
    return {worthPainting(source.paints(), source.learned(), wanted, options),
            cardsWorthReading(source.paints(), source.learned(), wanted, options)};
}

/// What is to be painted: squares in a grid, or one after the other.
struct Squares {
    std::vector<SheetCell> cells;
    int columns = 0;
    std::string title;
};

Result<Squares> ladderSquares(const SheetArguments& arguments, const TubeSource& source)
{
    if (arguments.ladder.size() != 2)
        return failure(ErrorCode::BadOption, "--ladder takes two tubes");
    const auto ends = source.find(arguments.ladder);
    const auto spacing = named<LadderSpacing>(arguments.spacing);
    if (!ends)
        return tl::unexpected(ends.error());
    if (ends->size() != 2 || !spacing || arguments.steps < 2 || arguments.steps > 101)
        return failure(ErrorCode::BadOption,
                       "a ladder has two tubes, 2 to 101 steps, and --spacing strength, appearance or parts");
    const Paint& first = source.paints()[(*ends)[0]];
    const Paint& second = source.paints()[(*ends)[1]];
    const Ladder ladder = ladderBetween(first, second, arguments.steps, wash::full, source.handling(), *spacing);
    std::vector<Recipe> recipes;
    for (const LadderStep& step : arguments.back ? thereAndBack(ladder) : ladder.steps) {
        Recipe recipe{{}, wash::full, step.handling};
        for (std::size_t i = 0; i < 2; ++i)
            if (step.parts[i] > 0)
                recipe.parts.push_back({(*ends)[i], step.parts[i]});
        recipes.push_back(std::move(recipe));
    }
    return Squares{cellsOf(recipes, source.notebook()), 0,
                   first.name + " to " + second.name + (arguments.back ? " and back" : "")};
}

Result<Squares> chartSquares(const ChartArguments& arguments, const TubeSource& source)
{
    const auto rows = source.find(arguments.rows);
    const auto columns = arguments.columns.empty() ? rows : source.find(arguments.columns);
    const auto wash = checkedWash(arguments.wash);
    if (!rows)
        return tl::unexpected(rows.error());
    if (!columns)
        return tl::unexpected(columns.error());
    if (!wash)
        return tl::unexpected(wash.error());
    const ChartPlan plan{*rows, *columns, arguments.rowShare, !arguments.byParts, *wash, {}, source.handling()};
    return Squares{cellsOf(chartOf(plan, source.paints()), source.notebook()), static_cast<int>(columns->size()),
                   "Mixing chart"};
}

Result<Squares> squaresOf(const SheetArguments& arguments, const TubeSource& source)
{
    if (arguments.worth > 0) {
        if (arguments.worth > mostSquares)
            return failure(ErrorCode::BadNumber, "at most 200 squares at a time");
        std::vector<Recipe> recipes;
        for (const WorthSquare& square : worthOf(source, arguments.worth).squares)
            recipes.push_back(square.recipe);
        return Squares{cellsOf(recipes, source.notebook()), 0, "Worth painting next"};
    }
    if (!arguments.ladder.empty())
        return ladderSquares(arguments, source);
    if (arguments.chart.rows.empty())
        return failure(ErrorCode::BadOption, "say what to paint: --rows (and --columns), --ladder, or --next");
    return chartSquares(arguments.chart, source);
}

Result<std::vector<SheetRecord>> planned(const SheetArguments& arguments, const TubeSource& source)
{
    const auto squares = squaresOf(arguments, source);
    if (!squares)
        return tl::unexpected(squares.error());
    const auto format = named<SheetFormat>(arguments.format);
    if (!format)
        return failure(ErrorCode::BadOption, "--format is A4 or Letter");
    if (!arguments.date.empty() && !isDay(arguments.date))
        return failure(ErrorCode::BadOption, "--date is a day, as in 2026-10-03");
    const SheetChoice choice{arguments.title.empty() ? squares->title : arguments.title,
                             arguments.date,
                             *format,
                             arguments.cellMm,
                             !arguments.noLine,
                             arguments.noChecks ? std::vector<SheetCell>()
                                                : controlSquares(source.notebook(), source.paints())};
    return squares->columns > 0 ? sheetsFor(squares->cells, squares->columns, choice)
                                : sheetsFor(squares->cells, choice);
}

void describe(Output& output, const SheetRecord& sheet, const std::string& code)
{
    const SheetEffort effort = effortOf(sheet);
    output.text += "sheet " + std::to_string(sheet.id.value) + " (" + code + "): " + shown(sheet.title) + ", "
                   + counted(static_cast<std::size_t>(effort.squares), "square") + ", "
                   + formatNumber(effort.fewestMinutes, 0) + " to " + formatNumber(effort.mostMinutes, 0)
                   + " minutes and half an hour to dry\n";
    Json paints = Json::array();
    for (const SheetEffort::Paint& paint : effort.paints) {
        output.text += "  " + formatNumber(paint.ml, 2) + " ml " + shown(paint.name) + "\n";
        paints.push_back({{"tube", paint.name}, {"ml", rounded(paint.ml, 3)}});
    }
    output.json["sheets"].push_back({{"sheet", sheet.id.value},
                                     {"code", code},
                                     {"title", sheet.title},
                                     {"squares", effort.squares},
                                     {"minutes", {effort.fewestMinutes, effort.mostMinutes}},
                                     {"paint", paints}});
}

Result<SheetOptions> optionsOf(const ReadSheetArguments& arguments, const Notebook& notebook)
{
    SheetOptions options;
    options.typedCode = arguments.code;
    if (!arguments.device.empty()) {
        const auto found = std::ranges::find(notebook.devices, arguments.device, &DeviceRecord::name);
        if (found == notebook.devices.end())
            return failure(ErrorCode::NotFound, "no device called \"" + arguments.device + "\" in the notebook");
        options.device = found->correction;
    }
    if (!arguments.paper.empty()) {
        const auto white = parseLab(arguments.paper);
        if (!white)
            return tl::unexpected(white.error());
        options.paperWhite = *white;
    }
    return options;
}

Json lightJson(const LightJudgement& light)
{
    return {{"known_squares", light.known},
            {"off_before", rounded(light.missBefore, 2)},
            {"off_after", rounded(light.missAfter, 2)},
            {"power", rounded(light.tone.power, 3)},
            {"veil", rounded(light.tone.veil, 4)},
            {"bend", rounded(light.tone.bend, 3)},
            {"mix", rounded(light.tone.mix, 3)},
            {"doubtful", light.doubtful || light.blackPale}};
}

Json squareJson(const SquareReading& square, const std::string& mix, bool filed)
{
    Json object{{"square", square.cell + 1}, {"mix", mix}, {"filed", filed}};
    object["doubts"] = Json::array();
    for (const SquareDoubt doubt : square.doubts)
        object["doubts"].push_back(describe(doubt));
    if (square.refused())
        return object;
    object["painted"] = toJson(square.painted);
    object["expected"] = toJson(square.expected);
    object["apart"] = rounded(square.apart, 2);
    object["thickness"] = rounded(square.thickness, 3);
    addDisplay(object, square.painted);
    return object;
}

std::string squareText(const SquareReading& square, const std::string& mix, bool filed)
{
    std::string text = "  " + std::to_string(square.cell + 1) + "  " + shown(mix) + ": ";
    if (!square.refused() && !square.blank())
        text += labText(square.painted) + ", " + colourName(square.painted) + ", " + formatNumber(square.apart, 1)
                + " away from what was expected";
    for (const SquareDoubt doubt : square.doubts)
        text += "; " + describe(doubt);
    return text + (filed ? "\n" : " (not filed)\n");
}

std::vector<std::size_t> acceptedOf(const SheetReading& reading, const ReadSheetArguments& arguments)
{
    std::vector<std::size_t> accepted;
    for (const SquareReading& square : reading.squares)
        if (!arguments.look && !square.refused() && !square.blank() && (square.certain() || arguments.doubtful))
            accepted.push_back(square.cell);
    return accepted;
}

} // namespace

Result<Output> sheetCommand(const SheetArguments& arguments)
{
    const auto source = sourceOf(arguments.notebook);
    if (!source)
        return tl::unexpected(source.error());
    auto sheets = planned(arguments, *source);
    if (!sheets)
        return tl::unexpected(sheets.error());
    const auto open = openNotebook(arguments.notebook, Access::Write);
    if (!open)
        return tl::unexpected(open.error());
    // The page bears the sheet's number, so the number is known before it is given out; it is only given out once the
    // page is safely written beside its place.
    const auto next = open->store->nextSheet();
    if (!next)
        return tl::unexpected(next.error());
    Output output{"", {{"file", arguments.out}, {"sheets", Json::array()}}};
    std::vector<SheetPage> pages;
    for (std::size_t i = 0; i < sheets->size(); ++i) {
        SheetRecord& sheet = (*sheets)[i];
        sheet.id = {next->value + static_cast<std::int64_t>(i)};
        const auto page = pageOf(sheet, open->notebook);
        if (!page)
            return tl::unexpected(page.error());
        pages.push_back(*page);
        describe(output, sheet, sheetCode(open->notebook.code, sheet.id));
    }
    const QByteArray pdf = pdfOf(pages);
    auto file = OutputFile::prepare(QString::fromStdString(arguments.out),
                                    {pdf.constData(), static_cast<std::size_t>(pdf.size())});
    if (!file)
        return tl::unexpected(file.error());
    NotebookEdit edit;
    edit.sheets.put = std::move(*sheets);
    if (const auto done = open->store->apply(edit); !done)
        return tl::unexpected(done.error());
    if (const auto placed = file->putInPlace(); !placed) {
        NotebookEdit back; // a sheet nobody can print is no sheet
        for (const SheetRecord& sheet : edit.sheets.put)
            back.sheets.removed.push_back(sheet.id);
        if (const auto undone = open->store->apply(back); !undone)
            return tl::unexpected(undone.error());
        return tl::unexpected(placed.error());
    }
    output.text += shown(arguments.out) + "\n";
    return output;
}

Result<Output> readSheetCommand(const ReadSheetArguments& arguments)
{
    const auto source = sourceOf(arguments.notebook);
    if (!source)
        return tl::unexpected(source.error());
    if (!arguments.date.empty() && !isDay(arguments.date))
        return failure(ErrorCode::BadOption, "--date is a day, as in 2026-10-03");
    std::vector<std::string> remarks = source->remarks();
    const auto scan = scanOf(arguments.picture, remarks);
    if (!scan)
        return tl::unexpected(scan.error());
    const auto options = optionsOf(arguments, source->notebook());
    if (!options)
        return tl::unexpected(options.error());
    const auto reading = readSheet(*scan, source->notebook(), source->paints(), *options);
    if (!reading)
        return tl::unexpected(reading.error());
    const SheetRecord& sheet = *source->notebook().sheet(reading->sheet);
    const std::vector<std::size_t> accepted = acceptedOf(*reading, arguments);
    if (!accepted.empty()) {
        const auto open = openNotebook(arguments.notebook, Access::Write);
        if (!open)
            return tl::unexpected(open.error());
        const NotebookEdit edit =
            filing(open->notebook, *scan, *reading, accepted, {arguments.date, arguments.paperName, arguments.wet});
        if (const auto done = open->store->apply(edit); !done)
            return tl::unexpected(done.error());
    }
    Output output{"sheet " + std::to_string(sheet.id.value) + ": " + shown(sheet.title) + ", "
                      + std::to_string(accepted.size()) + " of " + counted(reading->squares.size(), "square")
                      + " filed\n",
                  {{"sheet", sheet.id.value},
                   {"title", sheet.title},
                   {"paper", toJson(reading->paper)},
                   {"marks", reading->found.tags},
                   {"printed_scale", rounded(reading->found.printedScale, 3)},
                   {"lines_ran", reading->ink.hasRun()},
                   {"light", lightJson(reading->light)},
                   {"remarks", remarksOn(*reading)},
                   {"filed", accepted.size()},
                   {"squares", Json::array()}},
                  remarks};
    for (const std::string& remark : remarksOn(*reading))
        output.text += "  " + remark + "\n";
    const TubeNames names(source->notebook().tubes);
    for (const SquareReading& square : reading->squares) {
        const bool filed = std::ranges::find(accepted, square.cell) != accepted.end();
        const std::string mix = partsText(sheet.cells[square.cell].parts, source->handling(), names);
        output.json["squares"].push_back(squareJson(square, mix, filed));
        output.text += squareText(square, mix, filed);
    }
    return output;
}

Result<Output> nextCommand(const NextArguments& arguments)
{
    const auto source = sourceOf(arguments.notebook);
    if (!source)
        return tl::unexpected(source.error());
    if (arguments.squares < 1)
        return failure(ErrorCode::BadNumber, "--most is 1 to 1000");
    const Learned& learned = source->learned();
    Output output{"", {{"painted", learned.lessons.size()}, {"typical_miss", nullptr}, {"squares", Json::array()}}};
    if (const auto miss = learned.typicalMiss()) {
        output.json["typical_miss"] = rounded(*miss, 2);
        output.text += "Predictions are " + formatNumber(*miss, 1) + " off (median of "
                       + std::to_string(learned.lessons.size()) + " painted squares, each left out in turn)\n";
    } else {
        output.text += "Too few painted squares to tell how good predictions are\n";
    }
    const Worth worth = worthOf(*source, arguments.squares);
    for (const WorthSquare& square : worth.squares) {
        output.text += "  " + recipeText(square.recipe, source->paints()) + ": may be "
                       + formatNumber(square.missBefore, 1) + " off, teaches " + std::string(teachingWord(square.share))
                       + " (" + formatNumber(100 * square.share, 0) + " % of all there is to learn)\n";
        output.json["squares"].push_back({{"parts", partsJson(square.recipe, source->paints())},
                                          {"wash", square.recipe.wash},
                                          {"expected_miss", rounded(square.missBefore, 2)},
                                          {"share_of_doubt", rounded(square.share, 4)}});
    }
    constexpr std::size_t mostCards = 3;
    output.json["cards"] = Json::array();
    for (const WorthCard& card : std::span(worth.cards).first(std::min(mostCards, worth.cards.size())))
        output.json["cards"].push_back(
            {{"tube", source->paints()[card.paint].name}, {"share_of_doubt", rounded(card.share, 4)}});
    if (const auto card = cardBeforeSquares(worth.cards, worth.squares))
        output.text += "A swatch card of " + shown(source->paints()[card->paint].name)
                       + " would teach more than the next four squares together\n";
    return output;
}

} // namespace iris
