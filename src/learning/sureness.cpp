#include "learning/sureness.h"

#include "learning/mixslope.h"

#include <Eigen/Cholesky>
#include <Eigen/Core>
#include <algorithm>
#include <cmath>
#include <limits>
#include <random>

namespace iris {
namespace {

/// Washes from half to twice, and how much finer is looked beside the best of them.
constexpr std::array washFactors{0.5, 0.707, 1.0, 1.414, 2.0};
constexpr double washStep = 1.414;
constexpr double fineStep = 1.04;

/// A root of what is open about the paints, so that it times independent normal numbers varies as they do.
Eigen::MatrixXd rootOf(const std::vector<Unknown>& unknowns, const Learned& learned)
{
    const auto count = static_cast<Eigen::Index>(unknowns.size());
    Eigen::MatrixXd covariance(count, count);
    for (Eigen::Index i = 0; i < count; ++i)
        for (Eigen::Index j = 0; j < count; ++j)
            covariance(i, j) =
                learned.covarianceOf(unknowns[static_cast<std::size_t>(i)], unknowns[static_cast<std::size_t>(j)]);
    // Rounding can leave it a hair short of positive.
    covariance.diagonal().array() += 1e-9;
    return Eigen::LLT<Eigen::MatrixXd>(covariance).matrixL();
}

/// A colour moved by what the model itself is off by, as much along each of lightness, chroma and hue.
Lab blurred(const Lab& colour, const std::array<double, 3>& seen)
{
    const Lch lch = toLch(colour);
    const double off = colour.l - 50;
    const double sL = 1 + 0.015 * off * off / std::sqrt(20 + off * off);
    const double sC = 1 + 0.045 * lch.chroma;
    const double sH = 1 + 0.015 * lch.chroma;
    const double x = lch.chroma > 0 ? colour.a / lch.chroma : 1;
    const double y = lch.chroma > 0 ? colour.b / lch.chroma : 0;
    return {colour.l + sL * seen[0], colour.a + sC * seen[1] * x - sH * seen[2] * y,
            colour.b + sC * seen[1] * y + sH * seen[2] * x};
}

class Trial {
public:
    Trial(const Recipe& recipe, std::span<const Paint> paints, const Learned& learned, const SurenessOptions& options)
        : m_recipe(recipe),
          m_paints(paints),
          m_learned(learned),
          m_unknowns(unknownsOf(recipe, paints)),
          m_root(rootOf(m_unknowns, learned)),
          m_random(options.seed),
          m_part(1 - options.partsOff, 1 + options.partsOff)
    {
    }

    /// One try: how near it comes at its best wash.
    double nearest(const std::function<double(const Lab&)>& apart)
    {
        const Film film = drawn();
        const double blur = m_learned.modelMiss / std::sqrt(3.0);
        const std::array seen{blur * m_normal(m_random), blur * m_normal(m_random), blur * m_normal(m_random)};
        double least = std::numeric_limits<double>::infinity();
        double best = 1;
        const auto look = [&](double factor) {
            const double here = apart(blurred(seenLab(film, m_recipe.wash * factor, whitePaper()), seen));
            if (here < least) {
                least = here;
                best = factor;
            }
        };
        for (const double factor : washFactors)
            look(factor);
        for (double step = std::sqrt(washStep); step > fineStep; step = std::sqrt(step))
            for (const double factor : {best / step, best * step})
                look(factor);
        return least;
    }

private:
    Film drawn()
    {
        Eigen::VectorXd normal(m_root.rows());
        for (Eigen::Index i = 0; i < normal.size(); ++i)
            normal(i) = m_normal(m_random);
        const Eigen::VectorXd off = m_root * normal;
        std::vector<Film> films;
        std::vector<double> weights;
        Eigen::Index at = 0;
        for (const Part& part : m_recipe.parts) {
            const Paint& paint = m_paints[part.paint];
            const double strength = m_learned.strengths[part.paint] * std::exp(off(at++));
            std::vector<double> bends;
            while (at < off.size() && m_unknowns[static_cast<std::size_t>(at)].paint == part.paint)
                bends.push_back(off(at++));
            films.push_back(bent(paint.film, paint.doubt, bends));
            weights.push_back(part.parts * m_part(m_random) * strength);
        }
        std::vector<WeightedFilm> weighted;
        for (std::size_t i = 0; i < films.size(); ++i)
            weighted.push_back({&films[i], weights[i]});
        return mixedFilm(weighted);
    }

    const Recipe& m_recipe;
    std::span<const Paint> m_paints;
    const Learned& m_learned;
    std::vector<Unknown> m_unknowns;
    Eigen::MatrixXd m_root;
    std::mt19937 m_random;
    std::uniform_real_distribution<double> m_part;
    std::normal_distribution<double> m_normal;
};

} // namespace

double sureness(const Recipe& recipe, std::span<const Paint> paints, const Learned& learned,
                const std::function<double(const Lab&)>& apart, double tolerance, const SurenessOptions& options)
{
    Trial trial(recipe, paints, learned, options);
    int there = 0;
    for (int draw = 0; draw < options.draws; ++draw)
        there += trial.nearest(apart) <= tolerance;
    return static_cast<double>(there) / options.draws;
}

} // namespace iris
