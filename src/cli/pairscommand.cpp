#include "base/text.h"
#include "cli/arguments.h"
#include "cli/json.h"
#include "cli/progress.h"
#include "colour/colourname.h"
#include "colour/deltae.h"
#include "mixing/cleanliness.h"
#include "mixing/greypartner.h"
#include "mixing/pairchart.h"
#include "mixing/whatmakes.h"
#include "mixing/wheel.h"
#include "paint/ratings.h"
#include "words/mixwords.h"
#include "words/paintwords.h"

#include <algorithm>

namespace iris {
namespace {

/// The tubes that are named, or every one that is there to mix with.
Result<std::vector<std::size_t>> placesOf(const std::vector<std::string>& names, const TubeSource& source)
{
    if (!names.empty())
        return source.find(names);
    std::vector<std::size_t> all;
    for (std::size_t i = 0; i < source.paints().size(); ++i)
        if (!source.isNotebook() || isAtHand(source.notebook().tubes[i]))
            all.push_back(i);
    return all;
}

Result<ChartPlan> planOf(const ChartArguments& arguments, const TubeSource& source)
{
    const auto wash = checkedWash(arguments.wash);
    const auto order = named<AxisOrder>(arguments.order);
    if (!wash)
        return tl::unexpected(wash.error());
    if (!order)
        return failure(ErrorCode::BadOption, "--order is by hand, hue, lean or value");
    if (!(arguments.rowShare > 0 && arguments.rowShare < 1))
        return failure(ErrorCode::BadNumber, "--row-share lies between 0 and 1");
    const auto rows = placesOf(arguments.rows, source);
    const auto columns = arguments.columns.empty() ? rows : placesOf(arguments.columns, source);
    if (!rows)
        return tl::unexpected(rows.error());
    if (!columns)
        return tl::unexpected(columns.error());
    ChartPlan plan{ordered(*rows, source.paints(), *order),
                   ordered(*columns, source.paints(), *order),
                   arguments.rowShare,
                   !arguments.byParts,
                   *wash,
                   {},
                   source.handling()};
    if (arguments.water)
        plan.waterSteps = {1, 0.7, 0.45, 0.3, 0.2, 0.1};
    return plan;
}

Json cellJson(const Recipe& recipe, const Lab& colour, const TubeSource& source)
{
    Json object{{"parts", partsJson(recipe, source.paints())},
                {"wash", rounded(recipe.wash, 3)},
                {"colour", toJson(colour)},
                {"expected_miss", rounded(expectedMiss(recipe, source.paints(), source.learned()), 2)}};
    addDisplay(object, colour);
    const MixRecord* painted = source.isNotebook() ? source.painted().as(source.notebook(), recipe) : nullptr;
    if (painted) {
        object["painted"] = toJson(*painted->painted);
        object["apart"] = rounded(deltaE00(*painted->painted, colour), 2);
    }
    return object;
}

Json findingJson(const Finding& finding, const TubeSource& source)
{
    return mixJson(finding.recipe, finding.colour, finding.judgement, source.paints());
}

std::string findingText(const Finding& finding, MixKind kind, const TubeSource& source)
{
    const std::string side = kind == MixKind::Greys ? greySideWord(finding.colour) : "neutral";
    return "  " + recipeText(finding.recipe, source.paints()) + ": " + colourName(finding.colour)
           + (side == "neutral" ? "" : ", " + side) + ", Lab " + labText(finding.colour) + "; "
           + describe(finding.judgement.transparency) + separationText(finding.judgement.separation) + ", "
           + std::string(stainingWord(finding.judgement.staining)) + "\n";
}

Result<WhatMakesOptions> optionsOf(const WhatMakesArguments& arguments, const TubeSource& source)
{
    WhatMakesOptions options;
    const auto kind = named<MixKind>(arguments.kind);
    const auto order = named<MixOrder>(arguments.order);
    if (!kind)
        return failure(ErrorCode::BadOption, "what can be made is greens, oranges, violets, browns, greys or darks");
    if (!order)
        return failure(ErrorCode::BadOption,
                       "--order is best, muted, warm, cool, light, dark, transparent, lifts or few pigments");
    if (arguments.mostTubes < 2 || arguments.mostTubes > 3)
        return failure(ErrorCode::BadNumber, "--max-tubes is 2 or 3");
    options.kind = *kind;
    options.order = *order;
    options.mostTubes = arguments.mostTubes;
    options.most = static_cast<std::size_t>(std::max(1, arguments.most));
    options.handling = source.handling();
    options.work = watched();
    if (!arguments.with.empty()) {
        const auto with = source.find(arguments.with);
        if (!with)
            return tl::unexpected(with.error());
        options.with = *with;
    }
    if (arguments.only.size() == 3)
        options.mostTubes = 3; // three that are named are meant to be mixed
    return options;
}

struct Made {
    TubeSource source;
    WhatMakesOptions options;
    std::vector<Finding> findings;
    std::optional<NearMiss> nearest; ///< where no mix is a grey or a dark
};

Result<Made> search(const WhatMakesArguments& arguments)
{
    const auto all = TubeSource::from(arguments.source);
    if (!all)
        return tl::unexpected(all.error());
    const std::vector<std::string> with =
        arguments.with.empty() ? std::vector<std::string>() : std::vector{arguments.with};
    auto source = all->usable(arguments.only, with);
    if (!source)
        return tl::unexpected(source.error());
    const auto options = optionsOf(arguments, *source);
    if (!options)
        return tl::unexpected(options.error());
    Made found{std::move(*source), *options, {}, {}};
    if (const std::string words = threesWords(found.source.paints().size()); options->mostTubes == 3 && !words.empty())
        found.source.note(words);
    found.findings = whatMakes(found.source.paints(), found.options);
    if (found.findings.empty())
        found.nearest = nearestTo(found.source.paints(), found.options);
    return found;
}

void add(Output& output, const std::string& heading, const char* key, const Made& found)
{
    output.text += heading + "\n";
    output.json[key] = Json::array();
    for (const Finding& finding : found.findings) {
        output.text += findingText(finding, found.options.kind, found.source);
        output.json[key].push_back(findingJson(finding, found.source));
    }
    if (found.nearest) {
        const NearMiss& near = *found.nearest;
        output.text += "  " + nearMissWords(found.options.kind, near, found.source.paints()) + "\n";
        output.json["nearest"] = {{"parts", partsJson(near.recipe, found.source.paints())},
                                  {"wash", near.recipe.wash},
                                  {"colour", toJson(near.colour)},
                                  {"second_layer", toJson(near.secondLayer)},
                                  {"missing", near.missing ? Json(nameOf(*near.missing)) : Json()}};
    } else if (found.findings.empty()) {
        output.text += "  none\n";
    }
}

void addPartners(Output& output, const TubeSource& source)
{
    output.text += "What greys each tube best\n";
    output.json["partners"] = Json::array();
    for (std::size_t i = 0; i < source.paints().size(); ++i) {
        const auto partner = greyPartnerOf(
            source.paints(), i, [](std::size_t) { return true; }, source.handling());
        if (!partner)
            continue;
        const std::string& own = source.paints()[i].name;
        const std::string& other = source.paints()[partner->place].name;
        const std::string chroma = formatNumber(partner->step.lch.chroma, 1);
        output.text +=
            "  " + shown(own) + ": " + shown(other) + " at " + partsText(partner->step) + ", chroma " + chroma + "\n";
        output.json["partners"].push_back({{"tube", own},
                                           {"partner", other},
                                           {"parts", {partner->step.parts[0], partner->step.parts[1]}},
                                           {"chroma", rounded(partner->step.lch.chroma, 2)}});
    }
}

Json wheelStepJson(const WheelStep& step, std::span<const Paint> paints)
{
    Json object{{"parts", partsJson(step.recipe, paints)},
                {"hue_angle", rounded(toLch(step.colour).hueDegrees, 1)},
                {"wanted_hue", rounded(step.wantedHue, 1)},
                {"reached", step.reached},
                {"colour", toJson(step.colour)}};
    addDisplay(object, step.colour);
    return object;
}

} // namespace

Result<Output> chartCommand(const ChartArguments& arguments, bool asJson)
{
    const auto source = TubeSource::from(arguments.source);
    if (!source)
        return tl::unexpected(source.error());
    const auto plan = planOf(arguments, *source);
    if (!plan)
        return tl::unexpected(plan.error());
    const PairChart chart = chartOf(*plan, source->paints());
    // A thousand tubes by a thousand are a million squares: only what is printed is made of them.
    Output output{"", {{"wash", plan->wash}, {"rows", Json::array()}}};
    const WorkOptions work = watched();
    for (std::size_t row = 0; row < plan->rows.size(); ++row) {
        work.progress(static_cast<double>(row) / static_cast<double>(plan->rows.size()));
        const std::string& name = source->paints()[plan->rows[row]].name;
        output.text += shown(name) + "\n";
        Json cells = Json::array();
        for (std::size_t column = 0; column < plan->columnCount(); ++column) {
            const std::size_t at = row * plan->columnCount() + column;
            const Recipe& recipe = chart.recipes[at];
            const Lab& colour = chart.colours[at];
            if (asJson)
                cells.push_back(cellJson(recipe, colour, *source));
            else
                output.text += "  " + recipeText(recipe, source->paints()) + ": " + colourName(colour) + ", Lab "
                               + labText(colour) + "\n";
        }
        output.json["rows"].push_back({{"tube", name}, {"cells", std::move(cells)}});
    }
    output.remarks = source->remarks();
    return output;
}

Result<Output> whatMakesCommand(const WhatMakesArguments& arguments)
{
    const auto found = search(arguments);
    if (!found)
        return tl::unexpected(found.error());
    Output output{"", Json::object()};
    add(output, arguments.kind + ", " + arguments.order + " first", "mixes", *found);
    output.remarks = found->source.remarks();
    return output;
}

Result<Output> neutralsCommand(const WhatMakesArguments& arguments)
{
    WhatMakesArguments sided = arguments;
    sided.kind = "greys";
    Output output{"", Json::object()};
    for (const char* side : {"cool", "warm"}) {
        sided.order = side;
        const auto found = search(sided);
        if (!found)
            return tl::unexpected(found.error());
        add(output, std::string(side) + " greys", side, *found);
        output.remarks = found->source.remarks();
        if (std::string_view(side) == "warm")
            addPartners(output, found->source);
    }
    return output;
}

Result<Output> darksCommand(const WhatMakesArguments& arguments)
{
    WhatMakesArguments darks = arguments;
    darks.kind = "darks";
    const auto found = search(darks);
    if (!found)
        return tl::unexpected(found.error());
    Output output{"", Json::object()};
    add(output, "Darks, deepest first", "mixes", *found);
    output.json["black"] = nullptr;
    if (const auto verdict = judgeBlack(found->source.paints(), found->findings)) {
        const std::string& name = found->source.paints()[verdict->black].name;
        output.text += shown(name)
                       + (verdict->worthItsWell ? " is worth its well: it is " : " is not worth its well: it is ")
                       + formatNumber(std::abs(verdict->mixedDeeper), 1)
                       + (verdict->mixedDeeper < 0 ? " darker" : " lighter") + " in L* than the deepest mixed dark\n";
        output.json["black"] = {{"tube", name},
                                {"mixed_deeper_by", rounded(verdict->mixedDeeper, 2)},
                                {"worth_its_well", verdict->worthItsWell}};
    }
    output.remarks = found->source.remarks();
    return output;
}

Result<Output> wheelCommand(const WheelArguments& arguments)
{
    const auto source = TubeSource::from(arguments.source);
    if (!source)
        return tl::unexpected(source.error());
    const auto wash = checkedWash(arguments.wash);
    if (!wash)
        return tl::unexpected(wash.error());
    const auto primaries = source->find(arguments.primaries);
    if (!primaries)
        return tl::unexpected(primaries.error());
    const auto others = source->find(arguments.others);
    if (!others)
        return tl::unexpected(others.error());
    if (primaries->size() != 3)
        return failure(ErrorCode::BadOption, "a wheel is mixed from three different tubes");
    const auto& paints = source->paints();
    const Wheel wheel =
        wheelOf(paints, {(*primaries)[0], (*primaries)[1], (*primaries)[2]}, *others, *wash, source->handling());
    Output output{"", {{"missing", wheel.missing()}, {"rim", Json::array()}, {"rings", Json::array()}}};
    const Recipe* last = nullptr;
    for (const WheelStep& step : wheel.rim) {
        output.json["rim"].push_back(wheelStepJson(step, paints));
        if (last && *last == step.recipe) // next to a gap the same mix stands in for two hues
            continue;
        last = &step.recipe;
        output.text += recipeText(step.recipe, paints) + ": " + colourName(step.colour) + ", hue "
                       + formatNumber(toLch(step.colour).hueDegrees, 0)
                       + (step.reached ? "" : " (the hue wanted here cannot be mixed)") + "\n";
    }
    for (const auto& ring : wheel.rings) {
        Json steps = Json::array();
        for (const WheelStep& step : ring)
            steps.push_back(wheelStepJson(step, paints));
        output.json["rings"].push_back(steps);
    }
    output.json["others"] = Json::array();
    for (const WheelPlace& place : wheel.others) {
        output.text += shown(paints[place.paint].name) + " stands at hue " + formatNumber(place.hueDegrees, 0) + ", "
                       + formatNumber(100 * place.radius, 0) + " % of the way out\n";
        output.json["others"].push_back({{"tube", paints[place.paint].name},
                                         {"hue_angle", rounded(place.hueDegrees, 1)},
                                         {"radius", rounded(place.radius, 3)}});
    }
    output.remarks = source->remarks();
    return output;
}

} // namespace iris
