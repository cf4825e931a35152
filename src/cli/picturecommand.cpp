#include "base/text.h"
#include "cli/json.h"
#include "cli/progress.h"
#include "cli/tubesource.h"
#include "colour/colourname.h"
#include "files/outputfile.h"
#include "notebook/edits.h"
#include "notebook/picturevalues.h"
#include "palette/picturecolours.h"
#include "sheet/keptpicture.h"
#include "sheet/pickedcolour.h"
#include "sheet/picturesample.h"

#include <QFileInfo>

namespace iris {
namespace {

constexpr int aroundTheWhite = 4; ///< pixels

Result<std::optional<LinearRgb>> whiteOf(const Scan& scan, const std::string& place)
{
    if (place.empty())
        return std::nullopt;
    const std::vector<std::string> parts = split(place, ',');
    std::optional<int> x;
    std::optional<int> y;
    if (parts.size() == 2) {
        x = parseWholeNumber(parts[0], 0, scan.size().width() - 1);
        y = parseWholeNumber(parts[1], 0, scan.size().height() - 1);
    }
    if (!x || !y)
        return failure(ErrorCode::BadOption, "--white is a place in the picture as X,Y, at most "
                                                 + std::to_string(scan.size().width() - 1) + ","
                                                 + std::to_string(scan.size().height() - 1));
    return lightAt(scan, {*x, *y}, aroundTheWhite);
}

/// The colours of a picture as needs, with what they were in it.
struct FoundNeeds {
    std::vector<PictureColour> colours;
    std::vector<Need> needs;
    std::vector<Lab> seen;
    PictureFit fit = PictureFit::AsItIs;
};

Json jsonOf(const PictureColour& colour, const Need& need, const Lab& seen)
{
    Json object{{"need", need.name},
                {"target", toJson(need.target)},
                {"seen", toJson(seen)},
                {"share", rounded(colour.share, 4)},
                {"role", nameOf(colour.role)},
                {"importance", need.importance},
                {"value_first", need.terms.valueFirst}};
    addDisplay(object, need.target);
    return object;
}

const char* reachedBy(PictureFit fit)
{
    return fit == PictureFit::ToTubes ? "these tubes reach" : "watercolour reaches";
}

std::string textOf(const PictureColour& colour, const Need& need)
{
    std::string line =
        "  " + formatNumber(100 * colour.share, 1) + " %  " + need.name + "  (" + labText(need.target) + ")";
    if (colour.role != PictureRole::Common)
        line += ", " + std::string(nameOf(colour.role));
    return line + "\n";
}

/// What is gathered of a picture, after which its pixels are not needed: a large one takes a gigabyte and more.
struct SeenPicture {
    std::optional<LinearRgb> white;
    ColourCells cells;
};

Result<SeenPicture> seenIn(const PictureArguments& arguments, std::vector<std::string>& remarks)
{
    const auto scan = scanOf(arguments.picture, remarks);
    if (!scan)
        return tl::unexpected(scan.error());
    const auto white = whiteOf(*scan, arguments.white);
    if (!white)
        return tl::unexpected(white.error());
    return SeenPicture{*white, colourCells(sampleOf(*scan, sampleSide, *white).pixels)};
}

Result<PictureFit> fitOf(const std::string& values)
{
    if (values == "as-is")
        return PictureFit::AsItIs;
    if (const auto fit = named<PictureFit>("to " + values))
        return *fit;
    return failure(ErrorCode::BadOption, "--values is paint, tubes or as-is");
}

Result<PictureFitting> fittingOf(PictureFit fit, const ColourCells& picture, const std::string& notebook)
{
    if (fit != PictureFit::ToTubes)
        return fittingFor(fit, picture, Studio());
    if (notebook.empty())
        return failure(ErrorCode::BadOption, "--values tubes needs the notebook whose tubes they are: --into");
    const auto open = openNotebook(notebook, Access::Read);
    if (!open)
        return tl::unexpected(open.error());
    FilmCache films;
    return fittingFor(fit, picture, *studioOf(open->notebook, films));
}

Result<FoundNeeds> needsIn(const ColourCells& picture, const PictureArguments& arguments)
{
    const auto fit = fitOf(arguments.values);
    const auto fitting = fit ? fittingOf(*fit, picture, arguments.into) : tl::unexpected(fit.error());
    if (!fitting)
        return tl::unexpected(fitting.error());
    const ColourCells laid = fitting->laid(picture);
    FoundNeeds found{pictureColours(laid, static_cast<std::size_t>(arguments.most)), {}, {}, *fit};
    found.needs = needsFor(found.colours);
    for (const Need& need : found.needs)
        found.seen.push_back(seenBefore(picture, laid, need.target));
    return found;
}

/// Keeps the picture and its needs in one edit. It is made small first, so that no other writer waits for that.
Result<void> keep(const PictureArguments& arguments, const std::optional<LinearRgb>& white, const FoundNeeds& found)
{
    const std::vector<Need>& needs = found.needs;
    const auto picture = pictureFrom(QString::fromStdString(arguments.picture), subjectWidth);
    if (!picture)
        return tl::unexpected(picture.error());
    auto open = openNotebook(arguments.into, Access::Write);
    if (!open)
        return tl::unexpected(open.error());
    if (open->notebook.subjects.size() >= mostSubjects)
        return failure(ErrorCode::BadOption, "the notebook keeps as many pictures as it can; take one out first");
    if (open->notebook.needs.size() + needs.size() > mostNeeds)
        return failure(ErrorCode::BadNeed, "that would be more than " + std::to_string(mostNeeds) + " needs");
    const std::string file = QFileInfo(QString::fromStdString(arguments.picture)).completeBaseName().toStdString();
    const SubjectId number{-1};
    SubjectRecord subject{number, arguments.name.empty() ? file : arguments.name, picture->name, {}, {}, found.fit};
    if (white)
        subject.white = pickedColour(*white);
    NotebookEdit edit = putting(subject, *picture);
    for (std::size_t i = 0; i < needs.size(); ++i)
        edit.needs.put.push_back({{}, needs[i], number, found.seen[i]});
    const auto written = open->store->apply(std::move(edit));
    return written ? Result<void>{} : tl::unexpected(written.error());
}

} // namespace

Result<Output> needsFromPictureCommand(const PictureArguments& arguments)
{
    Output output;
    const auto seen = seenIn(arguments, output.remarks);
    if (!seen)
        return tl::unexpected(seen.error());
    const auto found = needsIn(seen->cells, arguments);
    if (!found)
        return tl::unexpected(found.error());
    const auto& [colours, needs, before, fit] = *found;
    if (!arguments.out.empty())
        if (const auto done = writeWhole(QString::fromStdString(arguments.out), writeNeedsCsv(needs)); !done)
            return tl::unexpected(done.error());
    if (!arguments.into.empty())
        if (const auto done = keep(arguments, seen->white, *found); !done)
            return tl::unexpected(done.error());
    output.text = "The picture is made of " + counted(colours.size(), "colour")
                  + (fit == PictureFit::AsItIs ? "" : ", its values laid into what " + std::string(reachedBy(fit)))
                  + ":\n";
    output.json = {{"colours", Json::array()}};
    for (std::size_t i = 0; i < colours.size(); ++i) {
        output.text += textOf(colours[i], needs[i]);
        output.json["colours"].push_back(jsonOf(colours[i], needs[i], before[i]));
    }
    return output;
}

} // namespace iris
