#include "base/text.h"
#include "cli/json.h"
#include "cli/progress.h"
#include "cli/tubesource.h"
#include "palette/closeness.h"
#include "palette/picturefit.h"
#include "palette/reach.h"
#include "sheet/picturesample.h"
#include "words/mixwords.h"

#include <algorithm>

namespace iris {
namespace {

constexpr std::size_t mostCompared = 4;
constexpr std::size_t mostTubes = 24;

struct Named {
    std::string name;
    std::vector<Paint> paints;
};

Result<Named> classicOf(const ClassicTriad& classic)
{
    Named named{classic.name, {}};
    for (const char* pigment : classic.pigments) {
        const auto row = ReferenceTable::shipped().find(pigment);
        if (!row)
            return tl::unexpected(row.error());
        named.paints.push_back(paintOf(**row));
        named.paints.back().name = (*row)->id();
    }
    return named;
}

Result<Named> paletteCalled(const std::string& name, const TubeSource& source)
{
    const Notebook& notebook = source.notebook();
    const auto kept = std::ranges::find(notebook.palettes, name, &PaletteRecord::name);
    if (kept != notebook.palettes.end()) {
        Named named{name, {}};
        for (std::size_t i = 0; i < notebook.tubes.size(); ++i)
            if (std::ranges::find(kept->tubes, notebook.tubes[i].id) != kept->tubes.end())
                named.paints.push_back(source.paints()[i]);
        return named;
    }
    const auto classic = std::ranges::find(classicTriads, lowered(name), &ClassicTriad::name);
    if (classic != classicTriads.end())
        return classicOf(*classic);
    return failure(ErrorCode::NotFound, "no kept palette called \"" + name + "\", and no classic triad");
}

Result<std::vector<Named>> palettesOf(const CompareArguments& arguments, const TubeSource& source)
{
    std::vector<Named> palettes;
    for (const std::string& name : arguments.palettes) {
        auto named = paletteCalled(name, source);
        if (!named)
            return tl::unexpected(named.error());
        palettes.push_back(std::move(*named));
    }
    for (const std::string& set : arguments.sets) {
        Named named{set, {}};
        for (const std::string& tube : split(set, ',')) {
            auto paint = source.paintCalled(trimmed(tube));
            if (!paint)
                return tl::unexpected(paint.error());
            if (std::ranges::find(named.paints, *paint) == named.paints.end())
                named.paints.push_back(std::move(*paint));
        }
        palettes.push_back(std::move(named));
    }
    if (palettes.size() < 2 || palettes.size() > mostCompared)
        return failure(ErrorCode::BadOption, "two to four palettes can be compared");
    for (const Named& palette : palettes)
        if (palette.paints.empty() || palette.paints.size() > mostTubes)
            return failure(ErrorCode::BadOption, "\"" + palette.name + "\" has no tubes, or more than 24");
    return palettes;
}

Json reachJson(const Named& palette, const PaletteReach& reach)
{
    Json object{{"palette", palette.name},
                {"tubes", Json::array()},
                {"volume", reach.volume()},
                {"mean_chroma", rounded(reach.meanChroma(), 2)},
                {"cleanest", rounded(reach.cleanest, 2)},
                {"greyest", rounded(reach.greyest, 2)},
                {"darkest_l", rounded(reach.lowest, 2)},
                {"lightest_l", rounded(reach.highest, 2)},
                {"warmest_grey_b", rounded(reach.warmestGrey, 2)},
                {"coolest_grey_b", rounded(reach.coolestGrey, 2)},
                {"chroma_by_hue", Json::array()}};
    for (const Paint& paint : palette.paints)
        object["tubes"].push_back(paint.name);
    for (const double chroma : reach.chroma)
        object["chroma_by_hue"].push_back(rounded(chroma, 2));
    object["chroma_by_value"] = Json::array();
    for (const double chroma : reach.chromaAtValue)
        object["chroma_by_value"].push_back(rounded(chroma, 2));
    return object;
}

std::string reachText(const Named& palette, const PaletteReach& reach)
{
    std::vector<std::string> names;
    for (const Paint& paint : palette.paints)
        names.push_back(shown(paint.name));
    return shown(palette.name) + ": " + joinedInWords(names) + "\n  reaches " + std::to_string(reach.volume())
           + " cells; chroma " + formatNumber(reach.meanChroma(), 1) + " on average around the wheel, "
           + formatNumber(reach.cleanest, 1) + " at most; darkest L " + formatNumber(reach.lowest, 1)
           + ", lightest tint L " + formatNumber(reach.highest, 1) + "; "
           + greysWords(reach.coolestGrey, reach.warmestGrey) + " (b " + formatNumber(reach.coolestGrey, 1) + " to "
           + formatNumber(reach.warmestGrey, 1) + ")\n";
}

} // namespace

Result<Output> compareCommand(const CompareArguments& arguments)
{
    const auto source = TubeSource::from(arguments.source);
    if (!source)
        return tl::unexpected(source.error());
    const auto palettes = palettesOf(arguments, *source);
    if (!palettes)
        return tl::unexpected(palettes.error());
    std::vector<std::string> remarks = source->remarks();
    std::optional<ColourCells> picture;
    if (!arguments.picture.empty()) {
        const auto scan = scanOf(arguments.picture, remarks);
        if (!scan)
            return tl::unexpected(scan.error());
        picture = colourCells(sampleOf(*scan, sampleSide).pixels);
        picture = PictureFitting(*picture, PaintRange::ofWatercolour(source->handling().paper)).laid(*picture);
    }
    std::vector<Need> needs;
    for (const NeedRecord& record : source->notebook().needs)
        needs.push_back(record.need);
    Output output{{}, {{"palettes", Json::array()}}, remarks};
    for (const Named& palette : *palettes) {
        const PaletteReach reach = reachOf(palette.paints, source->handling(), watched());
        Json object = reachJson(palette, reach);
        output.text += reachText(palette, reach);
        if (picture) {
            const Redrawn drawn = redrawn(*picture, reach, watched());
            object["picture"] = {{"mean_apart", rounded(drawn.meanApart, 3)},
                                 {"falls_short", rounded(drawn.fallsShort, 4)}};
            output.text += "  the picture: " + formatNumber(drawn.meanApart, 1) + " apart on average, "
                           + formatNumber(100 * drawn.fallsShort, 0) + " % of it out of reach\n";
        }
        if (!needs.empty()) {
            const NeedsMet own = needsMetBy(palette.paints, needs, source->handling());
            object["needs"] = {{"met", own.met}, {"of", needs.size()}, {"threes", own.threes}};
            output.text += "  meets " + std::to_string(own.met) + " of " + std::to_string(needs.size()) + " needs, "
                           + std::to_string(own.threes) + " of them with three tubes\n";
        }
        output.json["palettes"].push_back(object);
    }
    return output;
}

} // namespace iris
