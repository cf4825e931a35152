#include "base/text.h"
#include "cli/json.h"
#include "cli/palettequestion.h"
#include "cli/progress.h"
#include "cli/tubesource.h"
#include "drawing/boxcontents.h"

#include <algorithm>

namespace iris {
namespace {

/// The tubes of a kept palette are all that must be in, and nothing else may.
Result<void> takeKept(const BoxArguments& arguments, Question& question)
{
    const auto all = TubeSource::from(arguments.palette.source);
    if (!all)
        return tl::unexpected(all.error());
    const auto& palettes = all->notebook().palettes;
    const auto kept = std::ranges::find(palettes, arguments.kept, &PaletteRecord::name);
    if (kept == palettes.end())
        return failure(ErrorCode::NotFound, "no kept palette called \"" + arguments.kept + "\" in the notebook");
    std::vector<std::size_t> tubes;
    for (std::size_t place = 0; place < question.paints().size(); ++place)
        if (std::ranges::find(kept->tubes, question.pool.tubes[place]) != kept->tubes.end())
            tubes.push_back(place);
    question.limits = limitsOfJust(tubes, question.paints().size());
    return {};
}

Result<BoxOptions> optionsOf(const BoxArguments& arguments)
{
    const auto order = named<BoxOrder>(arguments.order);
    if (!order)
        return failure(ErrorCode::BadOption, "--order is hue, lean, value or habit");
    const auto size = named<PanSize>(arguments.size);
    if (!size)
        return failure(ErrorCode::BadOption, "--size is half or full");
    return BoxOptions{*order, *size, static_cast<std::size_t>(arguments.pans)};
}

Json boxJson(const BoxContents& contents)
{
    Json json{{"columns", contents.layout.columns},
              {"pan_mm", {measureOf(contents.layout.size).widthMm, measureOf(contents.layout.size).heightMm}},
              {"pans", Json::array()},
              {"paint_ml", Json::array()},
              {"swatching",
               {{"squares", contents.time.squares},
                {"fewest_minutes", contents.time.fewestMinutes},
                {"most_minutes", contents.time.mostMinutes}}}};
    for (const auto& pan : contents.layout.pans)
        json["pans"].push_back(pan ? Json(contents.paints[*pan].name) : Json());
    for (const PaintUse& use : contents.uses)
        json["paint_ml"].push_back({{"tube", contents.paints[use.tube].name}, {"ml", rounded(use.ml, 3)}});
    return json;
}

std::string boxText(const BoxContents& contents)
{
    std::string text;
    for (std::size_t row = 0; row < contents.layout.rows(); ++row) {
        text += " ";
        for (std::size_t column = 0; column < contents.layout.columns; ++column) {
            const auto pan = contents.layout.pans[row * contents.layout.columns + column];
            text += (column > 0 ? " | " : " ") + (pan ? shown(contents.paints[*pan].name) : "-");
        }
        text += "\n";
    }
    for (const QString& note : contents.notes)
        text += note.toStdString() + "\n";
    return text;
}

} // namespace

Result<Output> boxCommand(const BoxArguments& arguments)
{
    auto question = paletteQuestion(arguments.palette);
    if (!question)
        return tl::unexpected(question.error());
    if (!arguments.kept.empty())
        if (const auto taken = takeKept(arguments, *question); !taken)
            return tl::unexpected(taken.error());
    const auto options = optionsOf(arguments);
    if (!options)
        return tl::unexpected(options.error());
    const auto choice = question->session().choose(question->limits, watched());
    if (!choice)
        return tl::unexpected(choice.error());
    if (choice->sets.empty())
        return Output{question->nothingMet(), Json::object(), question->remarks};
    const BoxAsked asked{*options, arguments.widthCm, arguments.heightCm, {}};
    const auto contents =
        boxContentsOf(arguments.kept.empty() ? QStringLiteral("The box") : QString::fromStdString(arguments.kept),
                      choice->sets.front(), question->needs, question->paints(), asked);
    if (!contents)
        return tl::unexpected(contents.error());
    if (!arguments.out.empty())
        if (const auto written = writeBox(*contents, QString::fromStdString(arguments.out)); !written)
            return tl::unexpected(written.error());
    return Output{boxText(*contents), boxJson(*contents), question->remarks};
}

} // namespace iris
