#include "base/text.h"
#include "cli/arguments.h"
#include "cli/json.h"
#include "cli/tubesource.h"
#include "colour/colourname.h"
#include "colour/deltae.h"
#include "colour/srgb.h"
#include "notebook/ownmixes.h"
#include "notebook/studio.h"
#include "palette/need.h"
#include "words/mixwords.h"

#include <algorithm>

namespace iris {
namespace {

/// A mix of the notebook, what it looks like, and how far that lies from the colour that was asked for.
struct Listed {
    const MixRecord* mix = nullptr;
    std::optional<MixColour> colour;
    double apart = 0;
};

Result<std::optional<Lab>> soughtBy(const MixesArguments& arguments)
{
    if (!arguments.lab.empty()) {
        const auto lab = parseLab(arguments.lab);
        return lab ? Result<std::optional<Lab>>(*lab) : tl::unexpected(lab.error());
    }
    if (!arguments.hex.empty()) {
        const auto hex = parseHex(arguments.hex);
        return hex ? Result<std::optional<Lab>>(toLab(*hex)) : tl::unexpected(hex.error());
    }
    return std::nullopt;
}

std::string mixText(const Listed& listed, bool sought, Handling handling, const TubeNames& names)
{
    const MixRecord& mix = *listed.mix;
    std::string text = "  " + shown((mix.name.empty() ? "" : mix.name + ": ") + partsText(mix.parts, handling, names))
                       + ", " + washWord(mix.wash) + " wash";
    if (listed.colour)
        text += (listed.colour->isPainted ? ": " : ": expected ") + colourName(listed.colour->colour) + ", Lab "
                + labText(listed.colour->colour);
    if (sought)
        text += ", " + formatNumber(listed.apart, 1) + " apart";
    for (const std::string* words : {&mix.date, &mix.tags, &mix.notes})
        if (!words->empty())
            text += "; " + shown(*words);
    return text + "\n";
}

Json mixJson(const Listed& listed, bool sought)
{
    const MixRecord& mix = *listed.mix;
    Json object{{"id", mix.id.value}, {"called", mix.name}, {"parts", Json::array()}, {"wash", mix.wash},
                {"wet", mix.wet},     {"date", mix.date},   {"stars", mix.stars},     {"tags", mix.tags},
                {"notes", mix.notes}, {"painted", nullptr}, {"expected", nullptr}};
    for (const MixPart& part : mix.parts)
        object["parts"].push_back({{"tube", part.name}, {"parts", part.parts}});
    if (listed.colour) {
        object[listed.colour->isPainted ? "painted" : "expected"] = toJson(listed.colour->colour);
        addDisplay(object, listed.colour->colour);
    }
    if (sought)
        object["apart"] = rounded(listed.apart, 2);
    return object;
}

} // namespace

Result<Output> mixesCommand(const MixesArguments& arguments)
{
    const auto open = openNotebook(arguments.notebook, Access::Read);
    if (!open)
        return tl::unexpected(open.error());
    const auto sought = soughtBy(arguments);
    if (!sought)
        return tl::unexpected(sought.error());
    const auto tolerance = parseTolerance(arguments.tolerance);
    if (!tolerance)
        return tl::unexpected(tolerance.error());
    FilmCache films;
    const StudioPtr studio = studioOf(open->notebook, films);
    MixSearch search(arguments.find);
    std::vector<Listed> listed;
    for (const MixRecord& mix : studio->notebook.mixes) {
        const auto isMeant = [&](const MixPart& part) { return lowered(part.name) == lowered(arguments.with); };
        if (!arguments.with.empty() && std::ranges::none_of(mix.parts, isMeant))
            continue;
        if (!search.finds(mix, *studio))
            continue;
        const auto colour = colourOf(mix, *studio);
        if (*sought && !colour)
            continue;
        const double apart = *sought ? deltaE00(**sought, colour->colour) : 0;
        if (apart <= *tolerance)
            listed.push_back({&mix, colour, apart});
    }
    if (*sought)
        std::ranges::stable_sort(listed, {}, &Listed::apart);
    else
        std::ranges::reverse(listed);
    Output output{listed.empty() ? "no such mix\n" : "", {{"mixes", Json::array()}}, open->store->remarks(), {}};
    listed.resize(std::min(listed.size(), static_cast<std::size_t>(arguments.most)));
    for (const Listed& one : listed) {
        output.text += mixText(one, sought->has_value(), studio->notebook.handling, studio->names);
        output.json["mixes"].push_back(mixJson(one, sought->has_value()));
    }
    return output;
}

} // namespace iris
