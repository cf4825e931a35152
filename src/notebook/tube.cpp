#include "notebook/tube.h"

#include "base/text.h"

#include <algorithm>

namespace iris {
namespace {

bool names(const std::string& text, const std::string& part)
{
    return !part.empty() && lowered(text).find(lowered(part)) != std::string::npos;
}

const ReferencePigment* rowFor(const PigmentCode& code, const Tube& tube, const ReferenceTable& table)
{
    const auto rows = table.rowsOf(code);
    for (const std::string& hint : {tube.form, tube.name}) {
        for (const ReferencePigment* row : rows)
            if (names(hint, row->form) || names(hint, row->commonName))
                return row;
    }
    return table.typical(code);
}

bool outside(const std::optional<int>& rating, int low, int high)
{
    return rating && (*rating < low || *rating > high);
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

Result<Paint> paintOf(const Tube& tube, const ReferenceTable& table, FilmCache& films)
{
    const auto rows = typicalRows(tube, table);
    if (rows.empty() && !tube.swatch) {
        return failure(ErrorCode::UnknownPigment,
                       "nothing is known yet of " + (tube.codes.empty() ? "\"" + tube.name + "\"" : textOf(tube.codes))
                           + "; it needs a swatch of its own: full, thin and over black");
    }
    Paint paint = rows.empty() ? Paint{} : paintOf(rows, films);
    paint.name = tube.name;
    paint.codes = tube.codes;
    if (tube.swatch) {
        const RebuiltFilm rebuilt = films.rebuilt(*tube.swatch);
        paint.source = ColourSource::Measured;
        paint.swatch = *tube.swatch;
        paint.film = rebuilt.film;
        paint.worstResidual = rebuilt.worstResidual();
        if (rows.size() != 1)
            paint.family = familyOf(*tube.swatch);
    }
    paint.strength = tube.strength.value_or(paint.strength);
    paint.staining = tube.staining.value_or(paint.staining);
    paint.granulation = tube.granulation.value_or(paint.granulation);
    paint.lightfastness = tube.lightfastness.value_or(paint.lightfastness);
    return paint;
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
    if (tube.strength && !(*tube.strength > 0 && *tube.strength <= 20))
        return failure(ErrorCode::BadNumber, "strength is above 0 and at most 20");
    if (outside(tube.staining, 0, 3))
        return failure(ErrorCode::BadNumber, "staining runs from 0 to 3");
    if (outside(tube.granulation, 0, 3))
        return failure(ErrorCode::BadNumber, "granulation runs from 0 to 3");
    if (outside(tube.lightfastness, 1, 5))
        return failure(ErrorCode::BadNumber, "lightfastness runs from 1 (excellent) to 5 (fugitive)");
    return {};
}

bool areTwins(const Tube& first, const Tube& second, const ReferenceTable& table)
{
    auto one = typicalRows(first, table);
    auto two = typicalRows(second, table);
    std::ranges::sort(one);
    std::ranges::sort(two);
    return !one.empty() && one == two && one.size() == first.codes.size() && two.size() == second.codes.size();
}

} // namespace iris
