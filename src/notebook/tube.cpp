#include "notebook/tube.h"

#include "base/text.h"
#include "notebook/soundness.h"

#include <algorithm>
#include <array>
#include <chrono>
#include <map>

namespace iris {
namespace {

bool names(const std::string& text, const std::string& part)
{
    return !part.empty() && lowered(text).find(lowered(part)) != std::string::npos;
}

const ReferencePigment* rowFor(const PigmentCode& code, const Tube& tube, const ReferenceTable& table)
{
    auto rows = table.rowsOf(code);
    if (tube.codes.size() > 1) // its other codes tell what is mixed in
        std::erase_if(rows, [](const ReferencePigment* row) { return row->isMixture(); });
    for (const std::string& hint : {tube.form, tube.name}) {
        for (const ReferencePigment* row : rows)
            if (names(hint, row->form) || names(hint, row->commonName))
                return row;
    }
    return table.typical(code);
}

} // namespace

std::vector<const ReferencePigment*> typicalRows(const Tube& tube, const ReferenceTable& table)
{
    std::vector<const ReferencePigment*> rows;
    for (const PigmentCode& code : tube.codes)
        if (const ReferencePigment* row = rowFor(code, tube, table))
            rows.push_back(row);
    return rows;
}

Result<Paint> paintOf(const Tube& tube, const ReferenceTable& table, FilmCache& films, double readingNoise)
{
    const auto rows = typicalRows(tube, table);
    if (rows.empty() && !tube.swatch) {
        return failure(ErrorCode::UnknownPigment,
                       "nothing is known yet of " + (tube.codes.empty() ? "\"" + tube.name + "\"" : textOf(tube.codes))
                           + "; it needs a swatch of its own: full, thin and over black");
    }
    Paint paint = rows.empty() ? Paint{} : paintOf(rows);
    paint.name = tube.name;
    paint.codes = tube.codes;
    if (tube.swatch) {
        // A pigment that is not in the table may be most of what is in the tube.
        const auto label = rows.size() == tube.codes.size() ? rows : std::vector<const ReferencePigment*>{};
        const LabelledFilm labelled = films.rebuilt(*tube.swatch, label, readingNoise);
        paint.source = ColourSource::Measured;
        paint.makersDiffer.clear();
        paint.swatch = *tube.swatch;
        paint.film = labelled.rebuilt.film;
        paint.doubt = labelled.doubt;
        paint.worstResidual = labelled.rebuilt.worstResidual();
        paint.swatchFits = labelled.rebuilt.fits();
        paint.looksLikeItsLabel = labelled.looksLikeItsLabel();
        if (rows.size() != 1)
            paint.family = familyOf(*tube.swatch);
    }
    paint.strength = tube.strength.value_or(paint.strength);
    paint.staining = tube.measured.staining.value_or(tube.staining.value_or(paint.staining));
    paint.granulation = tube.measured.granulation.value_or(tube.granulation.value_or(paint.granulation));
    paint.lightfastness = tube.lightfastness.value_or(paint.lightfastness);
    return paint;
}

Result<Paint> typicalPaintOf(Tube tube, const ReferenceTable& table)
{
    tube.swatch.reset();
    tube.measured = {};
    FilmCache unused;
    return paintOf(tube, table, unused);
}

Result<void> validate(const Tube& tube, const ReferenceTable& table)
{
    if (trimmed(tube.name).empty())
        return failure(ErrorCode::BadOption, "a tube needs a name");
    if (typicalRows(tube, table).empty() && !tube.swatch) {
        if (tube.codes.empty())
            return failure(ErrorCode::BadPigmentCode, "a tube needs a pigment code, or a swatch of its own");
        return failure(ErrorCode::UnknownPigment,
                       textOf(tube.codes) + " is not in the reference table; give the tube a swatch of its own");
    }
    return checkSound(tube);
}

bool areFalseTwins(const Tube& first, const Tube& second, const ReferenceTable& table)
{
    if (trimmed(first.name).size() != trimmed(second.name).size())
        return false;
    return lowered(trimmed(first.name)) == lowered(trimmed(second.name)) && !areTwins(first, second, table)
           && (first.codes != second.codes || typicalRows(first, table) != typicalRows(second, table));
}

bool isAtHand(const Tube& tube)
{
    return tube.stock.where == Whereabouts::Palette || tube.stock.where == Whereabouts::Drawer;
}

std::optional<double> Stock::pricePerMl() const
{
    if (!sizeMl || !price || *sizeMl <= 0)
        return std::nullopt;
    return *price / *sizeMl;
}

bool isDay(std::string_view text)
{
    const auto parts = split(text, '-');
    if (text.size() != 10 || parts.size() != 3 || parts[0].size() != 4 || parts[1].size() != 2)
        return false;
    const auto year = parseWholeNumber(parts[0], 0, 9999); // "2E27" has four letters, too
    const auto month = parseWholeNumber(parts[1], 1, 12);
    const auto day = parseWholeNumber(parts[2], 1, 31);
    return year && month && day
           && std::chrono::year_month_day(std::chrono::year(static_cast<int>(*year)),
                                          std::chrono::month(static_cast<unsigned>(*month)),
                                          std::chrono::day(static_cast<unsigned>(*day)))
                  .ok();
}

bool areTwins(const Tube& first, const Tube& second, const ReferenceTable& table)
{
    // Other codes are other rows; a thousand tubes are told apart without looking them up.
    if (first.codes.size() != second.codes.size() || !std::ranges::is_permutation(first.codes, second.codes))
        return false;
    auto one = typicalRows(first, table);
    auto two = typicalRows(second, table);
    std::ranges::sort(one);
    std::ranges::sort(two);
    return !one.empty() && one == two && one.size() == first.codes.size() && two.size() == second.codes.size();
}

std::vector<std::string> namesApart(const std::vector<Tube>& tubes)
{
    std::map<std::string, std::vector<const Tube*>> byName;
    for (const Tube& tube : tubes)
        byName[lowered(tube.name)].push_back(&tube);
    std::vector<std::string> names;
    for (const Tube& tube : tubes) {
        const std::vector<const Tube*>& alike = byName[lowered(tube.name)];
        const auto others = [&](auto member) {
            return std::ranges::count(alike, tube.*member, [&](const Tube* other) { return other->*member; }) - 1;
        };
        std::string name = tube.name;
        if (alike.size() > 1 && others(&Tube::codes) == 0 && !tube.codes.empty())
            name += " " + textOf(tube.codes);
        else if (alike.size() > 1 && !tube.maker.empty())
            name += ", " + tube.maker;
        names.push_back(std::move(name));
    }
    return names;
}

TubeNames::TubeNames(const std::vector<Tube>& tubes)
{
    const std::vector<std::string> names = namesApart(tubes);
    for (std::size_t i = 0; i < tubes.size(); ++i)
        if (names[i] != tubes[i].name)
            m_apart.emplace(tubes[i].id, names[i]);
}

const std::string& TubeNames::of(TubeId tube, const std::string& kept) const
{
    const auto apart = m_apart.find(tube);
    return apart == m_apart.end() ? kept : apart->second;
}

} // namespace iris
