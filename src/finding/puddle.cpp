#include "finding/puddle.h"

#include "mixing/ratios.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace iris {
namespace {

constexpr double fullWashMlPerCm2 = 0.25 / 100;
constexpr double plainlyStronger = 2;

void putIn(PuddleContents& contents, std::size_t paint, double amount)
{
    const double before = contents.partsInAll();
    // The water in a let out puddle stays what it was: 1 / wash parts of wash to each part of paint.
    contents.wash = before > 0 ? std::min(wash::full, contents.wash * (before + amount) / before) : wash::full;
    const auto found = std::ranges::find(contents.parts, paint, [](const auto& part) { return part.first; });
    if (found != contents.parts.end())
        found->second += amount;
    else
        contents.parts.emplace_back(paint, amount);
}

} // namespace

double takesOver(const Paint& paint)
{
    return paint.strength * (100 - paint.swatch.full.l);
}

double PuddleContents::partsInAll() const
{
    return std::accumulate(parts.begin(), parts.end(), 0.0,
                           [](double sum, const auto& part) { return sum + part.second; });
}

PuddleContents contentsOf(const Puddle& puddle, std::optional<std::size_t> acts)
{
    PuddleContents contents;
    const std::size_t count = std::min(acts.value_or(puddle.acts.size()), puddle.acts.size());
    for (std::size_t i = 0; i < count; ++i) {
        const WellAct& act = puddle.acts[i];
        switch (act.kind) {
        case WellAct::Kind::Paint: putIn(contents, act.paint, act.amount); break;
        case WellAct::Kind::Water: contents.wash *= act.amount; break;
        case WellAct::Kind::Blot:
            for (auto& part : contents.parts)
                part.second *= act.amount;
            break;
        }
    }
    return contents;
}

Film filmOf(const PuddleContents& contents, std::span<const Paint> paints)
{
    std::vector<WeightedFilm> films;
    for (const auto& [paint, amount] : contents.parts)
        films.push_back({&paints[paint].film, amount * paints[paint].strength});
    return mixedFilm(films);
}

std::optional<Recipe> recipeOf(const PuddleContents& contents, Handling handling)
{
    if (contents.isEmpty())
        return std::nullopt;
    Recipe recipe{{}, std::clamp(contents.wash, 0.001, 4.0), handling};
    int divisor = 0;
    for (const auto& [paint, amount] : contents.parts) {
        const int touches = std::clamp(static_cast<int>(std::lround(amount * handling.touchesAPart)), 1, 1000);
        recipe.parts.push_back({paint, touches});
        divisor = std::gcd(divisor, touches);
    }
    for (Part& part : recipe.parts)
        part.parts /= divisor;
    return recipe;
}

std::vector<std::size_t> startOrder(const Recipe& recipe, std::span<const Paint> paints)
{
    std::vector<std::size_t> order(recipe.parts.size());
    std::iota(order.begin(), order.end(), 0U);
    std::ranges::stable_sort(order, {}, [&](std::size_t part) { return takesOver(paints[recipe.parts[part].paint]); });
    return order;
}

Puddle puddleOf(const Recipe& recipe, std::span<const Paint> paints)
{
    const Counted count = countedParts(recipe);
    Puddle puddle;
    for (const std::size_t part : startOrder(recipe, paints)) {
        const double parts = count.touches > 0 ? static_cast<double>(count.amounts[part]) / count.touches
                                               : static_cast<double>(count.amounts[part]);
        puddle.acts.push_back({WellAct::Kind::Paint, recipe.parts[part].paint, parts});
    }
    if (recipe.wash < wash::full)
        puddle.acts.push_back({WellAct::Kind::Water, 0, recipe.wash});
    return puddle;
}

bool strongCameFirst(const Puddle& puddle, std::span<const Paint> paints)
{
    const PuddleContents contents = contentsOf(puddle);
    if (contents.isEmpty())
        return false;
    const Paint& first = paints[contents.parts.front().first];
    if (contents.parts.size() == 1)
        return first.strength >= plainlyStronger;
    return std::ranges::any_of(contents.parts, [&](const auto& part) {
        return takesOver(first) >= plainlyStronger * takesOver(paints[part.first]);
    });
}

std::vector<double> millilitresFor(const Recipe& recipe, double areaCm2)
{
    double whole = 0;
    for (const Part& part : recipe.parts)
        whole += part.parts;
    std::vector<double> amounts;
    for (const Part& part : recipe.parts)
        amounts.push_back(areaCm2 * recipe.wash * fullWashMlPerCm2 * part.parts / whole);
    return amounts;
}

} // namespace iris
