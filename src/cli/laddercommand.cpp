#include "base/text.h"
#include "cli/arguments.h"
#include "cli/json.h"
#include "colour/colourname.h"
#include "mixing/pairwords.h"

namespace iris {
namespace {

Json stepJson(const LadderStep& step)
{
    Json object{{"share", rounded(step.share, 4)},
                {"parts", {step.parts[0], step.parts[1]}},
                {"colour", toJson(step.colour)},
                {"chroma", rounded(step.lch.chroma, 3)},
                {"hue_angle", rounded(step.lch.hueDegrees, 2)}};
    addDisplay(object, step.colour);
    return object;
}

std::string padded(std::string text, std::size_t width)
{
    text.insert(0, text.size() < width ? width - text.size() : 0, ' ');
    return text;
}

std::string stepText(const LadderStep& step)
{
    return padded(partsText(step), 6) + "  " + padded(formatNumber(step.share * 100, 0), 3) + "%  "
           + padded(labText(step.colour), 20) + "  chroma " + padded(formatNumber(step.lch.chroma, 1), 5) + "  hue "
           + padded(formatNumber(step.lch.hueDegrees, 0), 3) + "  " + colourName(step.colour) + "\n";
}

} // namespace

Result<Output> ladderCommand(const LadderArguments& arguments)
{
    if (arguments.steps < 2 || arguments.steps > 101)
        return failure(ErrorCode::BadNumber, "a ladder has 2 to 101 steps");
    const auto wash = checkedWash(arguments.wash);
    if (!wash)
        return tl::unexpected(wash.error());
    const auto source = TubeSource::from(arguments.source);
    if (!source)
        return tl::unexpected(source.error());
    const auto first = source->find(arguments.first);
    const auto second = source->find(arguments.second);
    if (!first)
        return tl::unexpected(first.error());
    if (!second)
        return tl::unexpected(second.error());
    const Paint& one = source->paints()[*first];
    const Paint& two = source->paints()[*second];
    const auto spacing = parseLadderSpacing(arguments.spacing);
    if (!spacing)
        return failure(ErrorCode::BadOption, "--spacing is strength, appearance or parts");
    const Ladder ladder = ladderBetween(one, two, arguments.steps, *wash, whitePaper(), *spacing);
    const WayBetween way = wayBetween(one, two, *wash);

    Output output{shown(one.name) + " to " + shown(two.name) + ": " + describe(way.kind) + "\n"
                      + shown(explain(one, two, way)) + "\n",
                  {}};
    output.json = {{"first", one.name},
                   {"second", two.name},
                   {"wash", *wash},
                   {"judgement", describe(way.kind)},
                   {"reason", explain(one, two, way)},
                   {"most_neutral_step", ladder.mostNeutral},
                   {"cleanest_step", ladder.cleanest},
                   {"turning_step", ladder.turningPoint},
                   {"keeps_chroma", rounded(way.keepsChroma, 3)},
                   {"steps", Json::array()}};
    for (const LadderStep& step : arguments.back ? thereAndBack(ladder) : ladder.steps) {
        output.json["steps"].push_back(stepJson(step));
        output.text += stepText(step);
    }
    output.remarks = source->remarks();
    return output;
}

} // namespace iris
