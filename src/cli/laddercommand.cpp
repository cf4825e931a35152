#include "base/text.h"
#include "cli/arguments.h"
#include "cli/json.h"
#include "colour/colourname.h"
#include "words/mixwords.h"
#include "words/pairwords.h"

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

/// How clean the balanced mix of two tubes is among those of the notebook; nothing for the table, which is nobody's
/// drawer.
std::optional<double> cleanlinessAmong(const TubeSource& source, const Paint& one, const Paint& two, double wash)
{
    if (!source.isNotebook())
        return std::nullopt;
    std::vector<Paint> drawer;
    for (std::size_t place = 0; place < source.paints().size(); ++place)
        if (source.isAtHand(place))
            drawer.push_back(source.paints()[place]);
    return CleanReach(drawer, wash).cleanlinessBetween(one, two);
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
    const auto spacing = named<LadderSpacing>(arguments.spacing);
    if (!spacing)
        return failure(ErrorCode::BadOption, "--spacing is strength, appearance or parts");
    const Ladder ladder = ladderBetween(one, two, arguments.steps, *wash, source->handling(), *spacing);
    const WayBetween way = wayBetween(one, two, *wash);
    const std::string reason = explain(one, two, way, cleanlinessAmong(*source, one, two, *wash));
    const auto advice = pairAdvice(source->paints(), *first, *second, *wash, way,
                                   [&](std::size_t place) { return source->isNotebook() && source->isAtHand(place); });

    Output output{shown(one.name) + " to " + shown(two.name) + "\n" + shown(reason) + "\n", {}};
    for (const std::string& words : advice)
        output.text += shown(words) + "\n";
    output.json = {{"first", one.name},
                   {"second", two.name},
                   {"wash", *wash},
                   {"judgement", describe(way)},
                   {"reason", reason},
                   {"advice", advice},
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
