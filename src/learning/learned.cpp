#include "learning/learning.h"

#include <algorithm>
#include <cassert>
#include <cmath>

namespace iris {
namespace {

constexpr std::size_t fewestSquares = 3;

double median(std::vector<double> values)
{
    const auto middle = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
    std::ranges::nth_element(values, middle);
    return *middle;
}

} // namespace

std::optional<std::size_t> Learned::rowOf(const Unknown& unknown) const
{
    const auto found = std::ranges::lower_bound(touched, unknown.paint);
    if (found == touched.end() || *found != unknown.paint)
        return std::nullopt;
    const auto at = static_cast<std::size_t>(found - touched.begin());
    return unknown.which <= bends[at].size() ? std::optional(rows[at] + unknown.which) : std::nullopt;
}

std::vector<std::size_t> rowsOf(const std::vector<std::vector<double>>& bends)
{
    std::vector<std::size_t> rows;
    std::size_t row = 0;
    for (const auto& own : bends) {
        rows.push_back(row);
        row += 1 + own.size();
    }
    return rows;
}

Learned within(const Learned& learned, const std::vector<std::size_t>& places)
{
    Learned part = learned;
    part.strengths.clear();
    part.variances.clear();
    part.touched.clear();
    part.bends.clear();
    std::vector<std::size_t> kept; // rows of the whole covariance
    for (const std::size_t place : places) {
        const auto found = std::ranges::lower_bound(learned.touched, place);
        if (found != learned.touched.end() && *found == place) {
            const auto at = static_cast<std::size_t>(found - learned.touched.begin());
            part.touched.push_back(part.strengths.size());
            part.bends.push_back(learned.bends[at]);
            for (std::size_t i = 0; i <= learned.bends[at].size(); ++i)
                kept.push_back(learned.rows[at] + i);
        }
        part.strengths.push_back(learned.strengths[place]);
        part.variances.push_back(learned.variances[place]);
    }
    part.rows = rowsOf(part.bends);
    const auto all = static_cast<std::size_t>(std::lround(std::sqrt(static_cast<double>(learned.covariance->size()))));
    std::vector<double> covariance;
    for (const std::size_t row : kept)
        for (const std::size_t column : kept)
            covariance.push_back((*learned.covariance)[row * all + column]);
    part.covariance = Shared(std::move(covariance));
    return part;
}

double Learned::covarianceOf(const Unknown& one, const Unknown& two) const
{
    const auto row = rowOf(one);
    const auto column = rowOf(two);
    if (row && column) {
        const std::size_t side = rows.back() + 1 + bends.back().size();
        return (*covariance)[*row * side + *column];
    }
    if (one != two)
        return 0;
    return one.which == 0 ? variances[one.paint] : 1;
}

bool Learned::isTouched(std::size_t paint) const
{
    return std::ranges::binary_search(touched, paint);
}

double Learned::factor(std::size_t paint) const
{
    return std::exp(std::sqrt(covarianceOf(paint, paint)));
}

std::optional<double> Learned::typicalMiss() const
{
    if (lessons.size() < fewestSquares)
        return std::nullopt;
    std::vector<double> misses;
    for (const MixLesson& lesson : lessons)
        misses.push_back(lesson.leftOut);
    return median(std::move(misses));
}

std::vector<Paint> asLearnt(std::vector<Paint> paints, const Learned& learned)
{
    assert(paints.size() == learned.paints());
    for (std::size_t i = 0; i < paints.size(); ++i)
        paints[i].strength = learned.strengths[i];
    for (std::size_t i = 0; i < learned.touched.size(); ++i) {
        Paint& paint = paints[learned.touched[i]];
        if (learned.bends[i].empty())
            continue;
        paint.film = bent(paint.film, paint.doubt, learned.bends[i]);
        if (paint.source == ColourSource::Typical)
            paint.swatch = swatchOf(paint.film);
    }
    return paints;
}

double expectedMiss(const Recipe& recipe, std::span<const Paint> paints, const Learned& learned)
{
    const std::vector<LabStep> slopes = slopesAtMatchedWash(slopeOf(recipe, paints, learned.strengths));
    const std::vector<Unknown> unknowns = unknownsOf(recipe, paints);
    double variance = 0;
    for (std::size_t i = 0; i < slopes.size(); ++i)
        for (std::size_t j = 0; j < slopes.size(); ++j)
            variance += learned.covarianceOf(unknowns[i], unknowns[j]) * product(slopes[i], slopes[j]);
    return std::hypot(std::sqrt(std::max(0.0, variance)), learned.modelMiss);
}

} // namespace iris
