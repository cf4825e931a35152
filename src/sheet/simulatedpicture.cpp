#include "sheet/simulatedpicture.h"

#include "base/text.h"
#include "colour/observer.h"
#include "mixing/recipe.h"
#include "paint/paper.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <random>

namespace iris {
namespace {

constexpr std::array grainByGranulation{0.02, 0.06, 0.12, 0.2};

tl::unexpected<Error> wrong(const std::string& what)
{
    return failure(ErrorCode::BadOption, what);
}

std::vector<std::string> words(std::string_view text)
{
    std::vector<std::string> found;
    for (const std::string& word : split(text, ' '))
        if (!trimmed(word).empty())
            found.emplace_back(trimmed(word));
    return found;
}

/// What a line begins with; empty for one that begins with nothing.
std::string firstWord(const std::string& text)
{
    const std::vector<std::string> found = words(text);
    return found.empty() ? std::string() : found.front();
}

Result<double> lengthIn(const std::string& text)
{
    const auto number = parseNumber(trimmed(text));
    if (!number || *number < 0 || *number > 5000)
        return wrong("\"" + text + "\" is no length in mm");
    return *number;
}

Result<QPolygonF> placesIn(const std::string& text)
{
    QPolygonF places;
    for (const std::string& word : words(text)) {
        const std::vector<std::string> pair = split(word, '/');
        const auto x = lengthIn(pair.front());
        const auto y = pair.size() == 2 ? lengthIn(pair.back()) : wrong("a place is X/Y, not \"" + word + "\"");
        if (!x || !y)
            return tl::unexpected(!x ? x.error() : y.error());
        places << QPointF(*x, *y);
    }
    if (places.size() < 2)
        return wrong("there are too few places");
    return places;
}

/// Two numbers with "to" between them.
Result<std::pair<double, double>> spanIn(const std::string& text)
{
    const std::vector<std::string> found = words(text);
    if (found.size() != 3 || found[1] != "to")
        return wrong("\"" + text + "\" is not one number to another");
    const auto from = lengthIn(found[0]);
    const auto to = lengthIn(found[2]);
    if (!from || !to)
        return tl::unexpected(!from ? from.error() : to.error());
    return std::pair(*from, *to);
}

QPointF along(const QPolygonF& line, double share)
{
    const double at = share * static_cast<double>(line.size() - 1);
    const auto from = std::min(static_cast<qsizetype>(at), line.size() - 2);
    return line[from] + (line[from + 1] - line[from]) * (at - static_cast<double>(from));
}

/// Thin strokes that rise from a line and lean a little.
std::vector<QPolygonF> reedsOn(const QPolygonF& line, int count, std::pair<double, double> length, std::mt19937& random)
{
    std::uniform_real_distribution<double> share(0, 1);
    std::vector<QPolygonF> reeds;
    for (int i = 0; i < count; ++i) {
        const QPointF foot = along(line, share(random));
        const double tall = length.first + (length.second - length.first) * share(random);
        const QPointF tip = foot + QPointF(tall * (share(random) - 0.4) * 0.5, -tall);
        const double wide = 0.4 + 0.012 * tall;
        reeds.push_back(QPolygonF{foot - QPointF(wide, 0), foot + QPointF(wide, 0), tip});
    }
    return reeds;
}

std::vector<QPolygonF> dabsIn(const QPolygonF& area, int count, std::pair<double, double> radius, std::mt19937& random)
{
    std::uniform_real_distribution<double> share(0, 1);
    const QRectF bounds = area.boundingRect();
    std::vector<QPolygonF> dabs;
    for (int tries = 0; static_cast<int>(dabs.size()) < count && tries < 100 * count; ++tries) {
        const QPointF middle =
            bounds.topLeft() + QPointF(share(random) * bounds.width(), share(random) * bounds.height());
        if (!area.containsPoint(middle, Qt::OddEvenFill))
            continue;
        const double r = radius.first + (radius.second - radius.first) * share(random);
        QPolygonF dab;
        for (int corner = 0; corner < 9; ++corner) {
            const double angle = 2 * std::numbers::pi * corner / 9;
            dab << middle + QPointF(1.3 * r * std::cos(angle), r * std::sin(angle)) * (0.85 + 0.3 * share(random));
        }
        dabs.push_back(dab);
    }
    return dabs;
}

/// "Ultramarine:3 + Burnt Sienna:1" as one film and how it grains.
Result<std::pair<Film, int>> filmOf(const std::string& recipe, const SimulatedPicture::FindPaint& find)
{
    std::vector<Paint> paints;
    std::vector<double> parts;
    for (const std::string& part : split(recipe, '+')) {
        const std::size_t colon = part.rfind(':');
        const auto amount = colon == std::string::npos ? std::nullopt : parseNumber(trimmed(part.substr(colon + 1)));
        if (!amount || *amount <= 0)
            return wrong("a recipe is TUBE:PARTS + TUBE:PARTS, not \"" + recipe + "\"");
        auto paint = find(std::string(trimmed(part.substr(0, colon))));
        if (!paint)
            return tl::unexpected(paint.error());
        paints.push_back(std::move(*paint));
        parts.push_back(*amount);
    }
    std::vector<WeightedFilm> films;
    int granulation = 0;
    for (std::size_t i = 0; i < paints.size(); ++i) {
        films.push_back({&paints[i].film, parts[i] * paints[i].strength});
        granulation = std::max(granulation, paints[i].granulation);
    }
    return std::pair(mixedFilm(films), granulation);
}

} // namespace

bool SimulatedPicture::Wash::holds(QPointF place) const
{
    return bounds.contains(place) && std::ranges::any_of(shapes, [&](const QPolygonF& shape) {
               return shape.boundingRect().contains(place) && shape.containsPoint(place, Qt::OddEvenFill);
           });
}

Result<SimulatedPicture::Wash> SimulatedPicture::washFrom(const std::vector<std::string>& fields, const FindPaint& find)
{
    const std::string kind = firstWord(fields[0]);
    const bool scattered = kind == "reeds" || kind == "dabs";
    if (kind != "area" && !scattered)
        return wrong("a line begins with paper, area, reeds or dabs, not \"" + kind + "\"");
    if (fields.size() != (scattered ? 6 : 4))
        return wrong("a line of " + kind + " has " + (scattered ? "6" : "4") + " parts with commas between");
    const auto film = filmOf(fields[1], find);
    const auto thickness = spanIn(fields[2]);
    const auto places = placesIn(fields.back());
    if (!film)
        return tl::unexpected(film.error());
    if (!thickness || !places)
        return tl::unexpected(!thickness ? thickness.error() : places.error());
    Wash wash;
    wash.shades = FilmShades(film->first, whitePaper());
    wash.from = thickness->first;
    wash.to = thickness->second;
    wash.grain = grainByGranulation[static_cast<std::size_t>(std::clamp(film->second, 0, 3))];
    std::mt19937 random(m_seed * 101 + static_cast<unsigned>(m_washes.size()));
    if (scattered) {
        const auto count = parseWholeNumber(trimmed(fields[3]), 1, 5000);
        const auto size = spanIn(fields[4]);
        if (!count || !size)
            return count ? tl::unexpected(size.error()) : wrong("\"" + fields[3] + "\" is not how many");
        wash.shapes =
            kind == "reeds" ? reedsOn(*places, *count, *size, random) : dabsIn(*places, *count, *size, random);
    } else {
        wash.ragged = 1.2;
        wash.shapes = {*places};
    }
    for (const QPolygonF& shape : wash.shapes)
        wash.bounds = wash.bounds.united(shape.boundingRect());
    return wash;
}

Result<void> SimulatedPicture::takeLine(const std::string& line, const FindPaint& find)
{
    const std::vector<std::string> first = words(line);
    if (firstWord(line) == "paper") {
        const auto width = first.size() == 3 ? lengthIn(first[1]) : wrong("paper WIDTH HEIGHT");
        const auto height = first.size() == 3 ? lengthIn(first[2]) : wrong("paper WIDTH HEIGHT");
        if (!width || !height || *width < 10 || *height < 10)
            return wrong("paper is at least 10 by 10 mm: paper WIDTH HEIGHT");
        m_width = *width;
        m_height = *height;
        return {};
    }
    if (m_width == 0)
        return wrong("the first line tells of the paper");
    auto wash = washFrom(split(line, ','), find);
    if (!wash)
        return tl::unexpected(wash.error());
    m_washes.push_back(std::move(*wash));
    return {};
}

Result<SimulatedPicture> SimulatedPicture::from(std::string_view script, const FindPaint& find, unsigned seed)
{
    SimulatedPicture picture;
    picture.m_seed = seed;
    picture.m_paper = toLinearRgb(toXyz(whitePaper()));
    int number = 0;
    for (const std::string& raw : split(script, '\n')) {
        ++number;
        const std::string line(trimmed(raw.substr(0, raw.find('#'))));
        if (line.empty())
            continue;
        if (auto taken = picture.takeLine(line, find); !taken) {
            Error error = taken.error();
            error.line = number;
            return tl::unexpected(error);
        }
    }
    if (picture.m_width == 0)
        return wrong("the script is empty");
    return picture;
}

LinearRgb SimulatedPicture::at(double xMm, double yMm) const
{
    for (std::size_t i = m_washes.size(); i-- > 0;) {
        const Wash& wash = m_washes[i];
        QPointF place(xMm, yMm);
        if (wash.ragged > 0)
            place +=
                wash.ragged * QPointF(simulatedNoise(xMm, yMm, 9, m_seed + 3), simulatedNoise(xMm, yMm, 9, m_seed + 4));
        if (!wash.holds(place))
            continue;
        const double down = std::clamp((yMm - wash.bounds.top()) / std::max(1.0, wash.bounds.height()), 0.0, 1.0);
        const double lay = simulatedLay(xMm, yMm, 0.08, wash.grain, m_seed + static_cast<unsigned>(i));
        return wash.shades.at((wash.from + down * (wash.to - wash.from)) * std::max(0.05, lay));
    }
    return m_paper;
}

} // namespace iris
