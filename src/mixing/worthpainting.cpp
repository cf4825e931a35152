#include "mixing/worthpainting.h"

#include "mixing/mixslope.h"
#include "mixing/ratios.h"

#include <Eigen/Dense>
#include <cmath>

namespace iris {
namespace {

Eigen::Vector3d vectorOf(const LabStep& step)
{
    return {step[0], step[1], step[2]};
}

/// A pair, and how finely a square of it tells the difference of its log strengths.
struct Candidate {
    std::size_t first;
    std::size_t second;
    Recipe recipe;
    double information; ///< 1 / variance of the difference

    bool operator==(const Candidate&) const = default;
};

/// The ratio of a pair that tells most.
Candidate candidateOf(std::span<const Paint> paints, const Learned& known, std::size_t first, std::size_t second,
                      const WorthOptions& options)
{
    Candidate best{first, second, {}, -1};
    for (const double share : {0.35, 0.5, 0.65}) {
        const Recipe recipe = pairAt(paints, first, second, share, options.wash);
        const auto slopes = slopesAtMatchedWash(slopeOf(recipe, paints, known.strengths));
        const double information = vectorOf(slopes[0]).squaredNorm() / (options.readingSd * options.readingSd);
        if (information > best.information)
            best = {first, second, recipe, information};
    }
    return best;
}

std::vector<Candidate> candidatesOf(std::span<const Paint> paints, const Learned& known, const WorthOptions& options)
{
    std::vector<Candidate> candidates;
    for (std::size_t i = 0; i < paints.size(); ++i)
        for (std::size_t j = i + 1; j < paints.size(); ++j)
            if (!options.allowed || options.allowed(i, j))
                candidates.push_back(candidateOf(paints, known, i, j, options));
    return candidates;
}

Eigen::MatrixXd wantedSlopes(std::span<const Paint> paints, const Learned& known, std::span<const WantedMix> wanted)
{
    const auto count = static_cast<Eigen::Index>(paints.size());
    Eigen::MatrixXd sum = Eigen::MatrixXd::Zero(count, count);
    for (const WantedMix& want : wanted) {
        const auto& parts = want.recipe.parts;
        const auto slopes = slopesAtMatchedWash(slopeOf(want.recipe, paints, known.strengths));
        for (std::size_t i = 0; i < parts.size(); ++i)
            for (std::size_t j = 0; j < parts.size(); ++j)
                sum(static_cast<Eigen::Index>(parts[i].paint), static_cast<Eigen::Index>(parts[j].paint)) +=
                    want.weight * vectorOf(slopes[i]).dot(vectorOf(slopes[j]));
    }
    return sum;
}

/// d' M d for d = 1 at the first paint and -1 at the second.
double acrossPair(const Eigen::MatrixXd& matrix, const Candidate& candidate)
{
    const auto i = static_cast<Eigen::Index>(candidate.first);
    const auto j = static_cast<Eigen::Index>(candidate.second);
    return matrix(i, i) + matrix(j, j) - matrix(i, j) - matrix(j, i);
}

} // namespace

Recipe pairAt(std::span<const Paint> paints, std::size_t first, std::size_t second, double share, double wash)
{
    const auto parts = nearestParts((1 - share) / paints[first].strength / (share / paints[second].strength));
    return {{{first, parts[0]}, {second, parts[1]}}, wash};
}

std::vector<WantedMix> everyPair(std::span<const Paint> paints, double wash, double weight)
{
    std::vector<WantedMix> wanted;
    for (std::size_t i = 0; i < paints.size(); ++i)
        for (std::size_t j = i + 1; j < paints.size(); ++j)
            wanted.push_back({pairAt(paints, i, j, 0.5, wash), weight});
    return wanted;
}

std::vector<WorthSquare> worthPainting(std::span<const Paint> paints, const Learned& known,
                                       std::span<const WantedMix> wanted, const WorthOptions& options)
{
    std::vector<Candidate> candidates = candidatesOf(paints, known, options);
    const Eigen::MatrixXd goal = wantedSlopes(paints, known, wanted);
    const auto count = static_cast<Eigen::Index>(paints.size());
    Eigen::MatrixXd covariance = Eigen::Map<const Eigen::MatrixXd>(known.covariance.data(), count, count);
    const double doubt = (goal * covariance).trace();
    std::vector<WorthSquare> squares;
    while (squares.size() < options.squares && !candidates.empty() && doubt > 0) {
        const Eigen::MatrixXd reach = covariance * goal * covariance;
        const auto gain = [&](const Candidate& c) {
            return acrossPair(reach, c) * c.information / (1 + c.information * acrossPair(covariance, c));
        };
        const auto best = std::ranges::max_element(candidates, {}, gain);
        if (gain(*best) <= 0)
            break;
        squares.push_back({best->recipe, expectedMiss(best->recipe, paints, known), gain(*best) / doubt});
        Eigen::VectorXd across = Eigen::VectorXd::Zero(count);
        across[static_cast<Eigen::Index>(best->first)] = 1;
        across[static_cast<Eigen::Index>(best->second)] = -1;
        const Eigen::VectorXd way = covariance * across;
        covariance -= way * way.transpose() * (best->information / (1 + best->information * across.dot(way)));
        candidates.erase(best);
    }
    return squares;
}

} // namespace iris
