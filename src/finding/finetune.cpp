#include "finding/finetune.h"

#include "colour/deltae.h"

#include <Eigen/Dense>

#include <algorithm>
#include <cmath>
#include <numeric>

namespace iris {
namespace {

constexpr int mostSteps = 24;
constexpr double lengthOfTry = 1e-4; ///< for differences in place of derivatives
constexpr double enough = 1e-4;      ///< a step of the sum of squares that small ends it

/// What is searched: the logarithm of each share, and of the wash last.
using Place = Eigen::VectorXd;
using Miss = Eigen::Matrix<double, 6, 1>;

Film filmOf(std::span<const std::size_t> set, std::span<const double> shares, std::span<const Paint> paints)
{
    std::vector<WeightedFilm> films;
    for (std::size_t i = 0; i < set.size(); ++i)
        films.push_back({&paints[set[i]].film, shares[i]});
    return mixedFilm(films);
}

Place placeOf(const Tuned& start, double thickest)
{
    Place place(static_cast<Eigen::Index>(start.shares.size() + 1));
    for (std::size_t i = 0; i < start.shares.size(); ++i)
        place(static_cast<Eigen::Index>(i)) = std::log(start.shares[i]);
    place(place.size() - 1) = std::log(std::clamp(start.wash, thinnestWash, thickest));
    return place;
}

Tuned tunedAt(const Place& place, double thickest)
{
    Tuned tuned;
    for (Eigen::Index i = 0; i + 1 < place.size(); ++i)
        tuned.shares.push_back(std::exp(place(i)));
    const double whole = std::accumulate(tuned.shares.begin(), tuned.shares.end(), 0.0);
    for (double& share : tuned.shares)
        share /= whole;
    tuned.wash = std::clamp(std::exp(place(place.size() - 1)), thinnestWash, thickest);
    return tuned;
}

} // namespace

Finetuner::Finetuner(const Wanted& wanted, std::span<const Paint> paints, const Paper& paper, double thickest)
    : m_wanted(wanted),
      m_paints(paints),
      m_thickest(thickest),
      m_paper(paper.reflectance())
{
}

Laid Finetuner::laid(std::span<const std::size_t> set, std::span<const double> shares, double wash) const
{
    const Film film = filmOf(set, shares, m_paints);
    Laid laid{seenLab(film, wash, m_paper), {}};
    if (m_wanted.thin) // half of the work, and seldom asked for
        laid.thin = seenLab(film, wash * wash::thin, m_paper);
    return laid;
}

Tuned Finetuner::tuned(std::span<const std::size_t> set, const Tuned& start) const
{
    return search(set, start, set.size() > 1);
}

Tuned Finetuner::washOf(std::span<const std::size_t> set, const Tuned& start) const
{
    return search(set, start, false);
}

Tuned Finetuner::search(std::span<const std::size_t> set, const Tuned& start, bool sharesToo) const
{
    const auto missAt = [&](const Place& at) -> Miss {
        const Tuned tuned = tunedAt(at, m_thickest);
        const std::array<double, 6> miss = missOf(m_wanted, laid(set, tuned.shares, tuned.wash));
        return Miss::Map(miss.data());
    };
    Place place = placeOf(start, m_thickest);
    const Eigen::Index first = sharesToo ? 0 : place.size() - 1;
    const Eigen::Index free = place.size() - first;
    Miss miss = missAt(place);
    double damping = 1e-2;
    for (int step = 0; step < mostSteps; ++step) {
        Eigen::Matrix<double, 6, Eigen::Dynamic> slope(6, free);
        for (Eigen::Index i = 0; i < free; ++i) {
            Place beside = place;
            // As thick as it goes the wash can only be let out.
            const double length = first + i + 1 == place.size() ? -lengthOfTry : lengthOfTry;
            beside(first + i) += length;
            slope.col(i) = (missAt(beside) - miss) / length;
        }
        Eigen::MatrixXd normal = slope.transpose() * slope;
        normal.diagonal().array() += damping * normal.diagonal().array() + 1e-9;
        const Eigen::VectorXd move = normal.ldlt().solve(-slope.transpose() * miss);
        Place next = place;
        for (Eigen::Index i = 0; i < free; ++i)
            next(first + i) += std::clamp(move(i), -1.5, 1.5);
        next(next.size() - 1) = std::clamp(next(next.size() - 1), std::log(thinnestWash), std::log(m_thickest));
        const Miss nextMiss = missAt(next);
        const double gain = miss.squaredNorm() - nextMiss.squaredNorm();
        if (gain > 0) {
            place = next;
            miss = nextMiss;
            damping = std::max(1e-6, damping / 5);
            if (gain < enough)
                break;
        } else {
            damping *= 8;
            if (damping > 1e6)
                break;
        }
    }
    Tuned best = tunedAt(place, m_thickest);
    best.apart = miss.norm();
    return best;
}

} // namespace iris
