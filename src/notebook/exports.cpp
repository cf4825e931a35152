#include "notebook/exports.h"

#include "base/csvfields.h"
#include "colour/srgb.h"
#include "notebook/soundness.h"
#include "paint/paper.h"

#include <algorithm>
#include <array>
#include <charconv>

namespace iris {
namespace {

constexpr std::array<std::string_view, 24> swatchColumns{
    "tube",    "date",     "origin",   "wet",      "paper",      "paper_L", "paper_a",     "paper_b",
    "full_L",  "full_a",   "full_b",   "thin_L",   "thin_a",     "thin_b",  "black_L",     "black_a",
    "black_b", "lifted_L", "lifted_a", "lifted_b", "share_left", "grain",   "uncertainty", "notes"};

std::string written(const std::optional<double>& value)
{
    return value ? shortestNumber(*value) : "";
}

void addLab(std::vector<std::string>& fields, const std::optional<Lab>& lab)
{
    for (double Lab::*axis : {&Lab::l, &Lab::a, &Lab::b})
        fields.push_back(lab ? shortestNumber((*lab).*axis) : "");
}

std::string oneLine(std::string text)
{
    std::ranges::replace_if(
        text, [](char c) { return c == '\n' || c == '\r' || c == '\t'; }, ' ');
    return text;
}

void addColour(std::string& text, const Lab& lab, const std::string& name)
{
    const Srgb colour = toSrgb(lab);
    const auto padded = [](std::uint8_t value) {
        const std::string digits = std::to_string(value);
        return std::string(3 - digits.size(), ' ') + digits;
    };
    text += padded(colour.red) + ' ' + padded(colour.green) + ' ' + padded(colour.blue) + '\t' + oneLine(name)
            + (colour.outside ? " (stronger than sRGB)" : "") + '\n';
}

/// A colour whose three numbers must be there.
Lab neededLab(CsvFields& fields, const std::string& start)
{
    const auto needed = [&](const char* axis) {
        const auto value = fields.number(start + axis);
        if (!value)
            fields.complain("column " + start + axis + " is empty");
        return value.value_or(0);
    };
    const double l = needed("_l");
    const double a = needed("_a");
    const double b = needed("_b");
    return {l, a, b};
}

Result<SwatchRecord> swatchFrom(CsvFields fields, const Notebook& notebook)
{
    SwatchRecord swatch;
    const std::string name = fields.text("tube");
    const auto tube = std::ranges::find(notebook.tubes, name, &Tube::name);
    if (tube == notebook.tubes.end())
        return failure(ErrorCode::NotFound, "no tube called \"" + name + "\"");
    swatch.tube = tube->id;
    swatch.date = fields.text("date");
    if (!swatch.date.empty() && !isDay(swatch.date))
        fields.complain("\"" + swatch.date + "\" is not a day as in 2026-10-03");
    swatch.origin = named<SwatchOrigin>(fields.text("origin")).value_or(SwatchOrigin::Typed);
    swatch.wet = lowered(fields.text("wet")) == "yes";
    swatch.paper = fields.text("paper");
    swatch.paperWhite = neededLab(fields, "paper");
    swatch.painted = {neededLab(fields, "full"), neededLab(fields, "thin"), neededLab(fields, "black")};
    if (fields.number("lifted_l"))
        swatch.lifted = neededLab(fields, "lifted");
    swatch.shareLeft = fields.number("share_left");
    swatch.grain = fields.number("grain");
    swatch.uncertainty = fields.number("uncertainty").value_or(0);
    swatch.notes = fields.text("notes");
    if (!fields.problem().empty())
        return failure(ErrorCode::BadCsv, fields.problem());
    if (const auto sound = checkSound(swatch); !sound)
        return tl::unexpected(sound.error());
    swatch.onWhite = onWhitePaper(swatch.painted, swatch.paperWhite);
    return swatch;
}

} // namespace

std::string writeGimpPalette(const std::string& name, const std::vector<Paint>& paints)
{
    std::string text = "GIMP Palette\nName: " + oneLine(name) + "\nColumns: 3\n#\n";
    for (const Paint& paint : paints) {
        addColour(text, paint.swatch.full, paint.name + ", full");
        addColour(text, seenLab(paint.film, wash::middle, whitePaper()), paint.name + ", middle");
        addColour(text, paint.swatch.thin, paint.name + ", thin");
    }
    return text;
}

Result<std::vector<PaletteColour>> readGimpPalette(std::string_view text)
{
    std::vector<PaletteColour> colours;
    int number = 0;
    for (const std::string& line : split(text, '\n')) {
        ++number;
        const auto wrong = [&](const std::string& what) {
            return tl::unexpected(Error{ErrorCode::BadColour, what, {}, number, 0});
        };
        if (number == 1 && line != "GIMP Palette")
            return wrong("this is no palette: its first line is not \"GIMP Palette\"");
        if (number == 1 || line.empty() || line[0] == '#' || line.starts_with("Name:") || line.starts_with("Columns:"))
            continue;
        std::array<int, 3> channels{};
        const char* at = line.data();
        const char* end = line.data() + line.size();
        for (int& channel : channels) {
            at = std::find_if(at, end, [](char c) { return c != ' ' && c != '\t'; });
            const auto [next, code] = std::from_chars(at, end, channel);
            if (code != std::errc() || channel < 0 || channel > 255)
                return wrong("a colour is three whole numbers from 0 to 255");
            at = next;
        }
        const auto byte = [&](std::size_t i) { return static_cast<std::uint8_t>(channels[i]); };
        colours.push_back(
            {{byte(0), byte(1), byte(2), false}, std::string(trimmed({at, static_cast<std::size_t>(end - at)}))});
    }
    return colours;
}

CgatsFile cgatsOf(const std::string& description, const std::vector<Paint>& paints)
{
    CgatsFile file{description, "Iris Bianca film model", {}};
    for (const Paint& paint : paints) {
        const auto add = [&](const char* what, const Lab& lab, double thickness, const Spectrum& backing) {
            file.samples.push_back(
                {paint.name + ", " + what, lab, seen(filmReflectance(paint.film, thickness, backing))});
        };
        add("full", paint.swatch.full, wash::full, whitePaper());
        add("thin", paint.swatch.thin, wash::thin, whitePaper());
        add("over black", paint.swatch.overBlack, wash::full, blackLine());
    }
    return file;
}

std::string writeSwatchesCsv(const Notebook& notebook)
{
    std::string text = csvLine({swatchColumns.begin(), swatchColumns.end()});
    for (const SwatchRecord& swatch : notebook.swatches) {
        const Tube* tube = notebook.tube(swatch.tube);
        std::vector<std::string> fields{guarded(tube ? tube->name : ""), swatch.date,
                                        std::string(nameOf(swatch.origin)), swatch.wet ? "yes" : "no",
                                        guarded(swatch.paper)};
        addLab(fields, swatch.paperWhite);
        addLab(fields, swatch.painted.full);
        addLab(fields, swatch.painted.thin);
        addLab(fields, swatch.painted.overBlack);
        addLab(fields, swatch.lifted);
        fields.push_back(written(swatch.shareLeft));
        fields.push_back(written(swatch.grain));
        fields.push_back(shortestNumber(swatch.uncertainty));
        fields.push_back(guarded(swatch.notes));
        text += csvLine(fields);
    }
    return text;
}

Result<SwatchList> readSwatchesCsv(std::string_view text, const Notebook& notebook)
{
    const auto records = readCsv(text, guessSeparator(text));
    if (!records)
        return tl::unexpected(records.error());
    CsvColumns columns;
    if (!records->empty())
        for (std::size_t i = 0; i < records->front().fields.size(); ++i)
            columns.emplace(lowered(trimmed(records->front().fields[i])), i);
    for (const auto* needed : {"tube", "paper_l", "full_l", "thin_l", "black_l"})
        if (!columns.contains(needed))
            return failure(ErrorCode::BadCsv, std::string("there is no column called ") + needed
                                                  + "; the first line must name the columns");
    SwatchList list;
    for (std::size_t i = 1; i < records->size(); ++i) {
        auto swatch = swatchFrom(CsvFields(columns, (*records)[i]), notebook);
        if (swatch) {
            list.swatches.push_back(std::move(*swatch));
        } else {
            list.problems.push_back(swatch.error());
            list.problems.back().line = (*records)[i].line;
        }
    }
    return list;
}

} // namespace iris
