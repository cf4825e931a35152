#include "finding/replacing.h"

#include "base/goldensection.h"
#include "colour/deltae.h"
#include "finding/candidates.h"
#include "mixing/ratios.h"

#include <algorithm>
#include <cmath>
#include <tuple>

namespace iris {
namespace {

constexpr double worthASecond = 0.5;

/// One mix with the tube in it: how strongly the tube counts, the film of all the rest, and the colour as it is.
struct Scene {
    double own = 0;
    double rest = 0; ///< 0 for the tube alone
    Film others;
    double wash = wash::full;
    Lab colour;
};

std::vector<Scene> scenesOf(std::size_t tube, std::span<const Recipe> mixes, std::span<const Paint> paints)
{
    std::vector<Scene> scenes;
    for (const Recipe& recipe : mixes) {
        Scene scene;
        std::vector<WeightedFilm> others;
        for (const Part& part : recipe.parts) {
            const double weight = part.parts * paints[part.paint].strength;
            if (part.paint == tube) {
                scene.own += weight;
            } else {
                scene.rest += weight;
                others.push_back({&paints[part.paint].film, weight});
            }
        }
        if (scene.own == 0)
            continue;
        if (!others.empty())
            scene.others = mixedFilm(others);
        scene.wash = recipe.wash;
        scene.colour = colourOf(recipe, paints, whitePaper());
        scenes.push_back(scene);
    }
    return scenes;
}

/// How far the scenes come out with another film in place of the tube, counting `factor` times as strongly.
std::vector<double> apartIn(const std::vector<Scene>& scenes, const Film& film, double factor)
{
    std::vector<double> apart;
    for (const Scene& scene : scenes) {
        const std::array films{WeightedFilm{&film, scene.own * factor}, WeightedFilm{&scene.others, scene.rest}};
        // Alone, more of it is a thicker film.
        const double wash = scene.rest > 0 ? scene.wash : scene.wash * factor;
        apart.push_back(deltaE00(seenLab(mixedFilm(films), wash, whitePaper()), scene.colour));
    }
    return apart;
}

double meanOf(const std::vector<double>& values)
{
    double sum = 0;
    for (const double value : values)
        sum += value / static_cast<double>(values.size());
    return sum;
}

void measure(StandIn& standIn, const std::vector<Scene>& scenes, const Film& film, double tubeStrength,
             double ownStrength)
{
    const double log = lowestBetween(
        std::log(0.3), std::log(3.0), [&](double at) { return meanOf(apartIn(scenes, film, std::exp(at))); }, 16);
    standIn.apartOf = apartIn(scenes, film, std::exp(log));
    standIn.apartInMixes = meanOf(standIn.apartOf);
    standIn.strength = std::exp(log) * tubeStrength / ownStrength;
}

double strengthOf(const Recipe& recipe, std::span<const Paint> paints)
{
    double strength = 0;
    double parts = 0;
    for (const Part& part : recipe.parts) {
        strength += part.parts * paints[part.paint].strength;
        parts += part.parts;
    }
    return strength / parts;
}

} // namespace

std::vector<Recipe> halfAndHalf(std::size_t tube, std::span<const Paint> paints, const std::vector<std::size_t>& places,
                                Handling handling)
{
    std::vector<Recipe> mixes{{{{tube, 1}}, wash::full, handling}, {{{tube, 1}}, wash::thin, handling}};
    for (const std::size_t other : places)
        if (other != tube) {
            const auto parts = nearestParts(paints[other].strength / paints[tube].strength, handling);
            mixes.push_back({{{tube, parts[0]}, {other, parts[1]}}, wash::full, handling});
        }
    return mixes;
}

std::vector<StandIn> standInsFor(std::size_t tube, std::span<const Recipe> mixes, std::span<const Paint> paints,
                                 const ReplaceOptions& options)
{
    const Handling handling = onWhitePaper(options.handling);
    std::vector<std::size_t> places = options.places;
    std::erase(places, tube);
    std::vector<Scene> scenes = scenesOf(tube, mixes, paints);
    if (scenes.empty())
        scenes = scenesOf(tube, halfAndHalf(tube, paints, places, handling), paints);
    const Wanted like = wantedLike(swatchOf(paints[tube].film));
    CandidateOptions looks;
    looks.mostTubes = 2;
    looks.most = 4 * options.most;
    looks.handling = handling;
    looks.work = options.work;
    std::vector<Recipe> tried;
    for (const std::size_t place : places)
        tried.push_back({{{place, 1}}, wash::full, handling});
    std::vector<std::size_t> usual = places;
    std::erase_if(usual, [&](std::size_t place) { return !standsOn(Shelf::Usual, paints[place]); });
    const auto tryPairsOf = [&](const std::vector<std::size_t>& some) {
        for (const Candidate& candidate : candidatesFor(like, paints, some, looks)) {
            const Recipe recipe{candidate.recipe.parts, wash::full, handling};
            if (recipe.parts.size() == 2 && std::ranges::find(tried, recipe) == tried.end())
                tried.push_back(recipe);
        }
    };
    tryPairsOf(places);
    if (usual.size() < places.size()) // what is hard to get must not crowd out what would do as well
        tryPairsOf(usual);
    std::vector<StandIn> found(tried.size());
    inParallel(tried.size(), options.work, [&](std::size_t i) {
        const Film film = mixedFilm(tried[i], paints);
        found[i].recipe = tried[i];
        found[i].apartAlone = apartFrom(like, laidOut(film, wash::full, handling.paper));
        measure(found[i], scenes, film, paints[tube].strength, strengthOf(tried[i], paints));
    });
    if (options.work.stop.stop_requested())
        return {};
    const auto aloneAs = [&](std::size_t paint) {
        const auto one = std::ranges::find_if(
            found, [&](const StandIn& s) { return s.recipe.parts.size() == 1 && s.recipe.parts[0].paint == paint; });
        return one == found.end() ? std::numeric_limits<double>::infinity() : one->apartInMixes;
    };
    std::vector<StandIn> kept;
    for (const StandIn& one : found) {
        double alone = std::numeric_limits<double>::infinity();
        for (const Part& part : one.recipe.parts)
            alone = std::min(alone, aloneAs(part.paint));
        if (one.recipe.parts.size() == 1 || one.apartInMixes < alone - worthASecond)
            kept.push_back(one);
    }
    std::ranges::sort(kept, {}, [](const StandIn& s) { return std::tuple(s.apartInMixes, s.recipe.parts); });
    if (kept.size() > options.most)
        kept.resize(options.most);
    return kept;
}

} // namespace iris
