#include "learning/worthpainting.h"

#include "learning/mixslope.h"
#include "mixing/ratios.h"

#include <Eigen/Dense>
#include <algorithm>
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

std::vector<Candidate> candidatesOf(std::span<const Paint> paints, const Learned& known, const WorthOptions& options,
                                    const std::vector<std::size_t>& among)
{
    std::vector<Candidate> candidates;
    for (std::size_t i = 0; i < among.size() && !options.stop.stop_requested(); ++i)
        for (std::size_t j = i + 1; j < among.size(); ++j)
            candidates.push_back(candidateOf(paints, known, among[i], among[j], options));
    return candidates;
}

/// Every paint that is asked about or may be used, in order: the others take no part.
std::vector<std::size_t> placesOf(const std::vector<std::size_t>& among, std::span<const WantedMix> wanted)
{
    std::vector<std::size_t> places = among;
    for (const WantedMix& want : wanted)
        for (const Part& part : want.recipe.parts)
            places.push_back(part.paint);
    std::ranges::sort(places);
    places.erase(std::unique(places.begin(), places.end()), places.end());
    return places;
}

/// Matrices over some of the paints.
class Board {
public:
    explicit Board(std::vector<std::size_t> places) : m_places(std::move(places)) {}

    Eigen::Index size() const { return static_cast<Eigen::Index>(m_places.size()); }
    Eigen::Index at(std::size_t paint) const
    {
        return static_cast<Eigen::Index>(std::ranges::lower_bound(m_places, paint) - m_places.begin());
    }
    Eigen::MatrixXd covarianceOf(const Learned& known) const
    {
        Eigen::MatrixXd matrix(size(), size());
        for (Eigen::Index i = 0; i < size(); ++i)
            for (Eigen::Index j = 0; j < size(); ++j)
                matrix(i, j) =
                    known.covarianceOf(m_places[static_cast<std::size_t>(i)], m_places[static_cast<std::size_t>(j)]);
        return matrix;
    }
    /// d' M d for d = 1 at the first paint and -1 at the second.
    double acrossPair(const Eigen::MatrixXd& matrix, const Candidate& candidate) const
    {
        const Eigen::Index i = at(candidate.first);
        const Eigen::Index j = at(candidate.second);
        return matrix(i, i) + matrix(j, j) - matrix(i, j) - matrix(j, i);
    }

private:
    std::vector<std::size_t> m_places;
};

Eigen::MatrixXd wantedSlopes(std::span<const Paint> paints, const Learned& known, std::span<const WantedMix> wanted,
                             const Board& board)
{
    Eigen::MatrixXd sum = Eigen::MatrixXd::Zero(board.size(), board.size());
    for (const WantedMix& want : wanted) {
        const auto& parts = want.recipe.parts;
        const auto slopes = slopesAtMatchedWash(slopeOf(want.recipe, paints, known.strengths));
        for (std::size_t i = 0; i < parts.size(); ++i)
            for (std::size_t j = 0; j < parts.size(); ++j)
                sum(board.at(parts[i].paint), board.at(parts[j].paint)) +=
                    want.weight * vectorOf(slopes[i]).dot(vectorOf(slopes[j]));
    }
    return sum;
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
    std::vector<std::size_t> among = options.among;
    for (std::size_t i = 0; options.among.empty() && i < paints.size(); ++i)
        among.push_back(i);
    std::vector<Candidate> candidates = candidatesOf(paints, known, options, among);
    const Board board(placesOf(among, wanted));
    const Eigen::MatrixXd goal = wantedSlopes(paints, known, wanted, board);
    Eigen::MatrixXd covariance = board.covarianceOf(known);
    const double doubt = goal.cwiseProduct(covariance).sum();
    std::vector<WorthSquare> squares;
    while (squares.size() < options.squares && !candidates.empty() && doubt > 0) {
        if (options.stop.stop_requested())
            return {};
        const Eigen::MatrixXd reach = covariance * goal * covariance;
        const auto gain = [&](const Candidate& c) {
            return board.acrossPair(reach, c) * c.information / (1 + c.information * board.acrossPair(covariance, c));
        };
        const auto best = std::ranges::max_element(candidates, {}, gain);
        if (gain(*best) <= 0)
            break;
        squares.push_back({best->recipe, expectedMiss(best->recipe, paints, known), gain(*best) / doubt});
        const Eigen::VectorXd way = covariance.col(board.at(best->first)) - covariance.col(board.at(best->second));
        covariance -=
            way * way.transpose() * (best->information / (1 + best->information * board.acrossPair(covariance, *best)));
        candidates.erase(best);
    }
    return squares;
}

} // namespace iris
