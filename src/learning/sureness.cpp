#include "learning/sureness.h"

#include "colour/deltae.h"
#include "learning/mixslope.h"
#include "mixing/labcolumns.h"
#include "mixing/mixkernel.h"

#include <Eigen/Cholesky>
#include <Eigen/Core>
#include <algorithm>
#include <cmath>
#include <limits>
#include <random>

namespace iris {
namespace {

/// A try is let out at five washes from twice to half, and then in ever finer steps beside the best of them.
constexpr std::size_t coarseWashes = 5; // each sqrt(1/2) of the one before, as the kernel has them
constexpr std::array fineSteps{1.189207115, 1.090507733, 1.044273782}; // 2^(1/4), 2^(1/8), 2^(1/16)
constexpr std::size_t atATime = chunkRatios;

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
template <typename Number>
std::array<Number, 3> blurred(Number l, Number a, Number b, const std::array<Number, 3>& seen)
{
    const Number off = l - 50;
    const Number chroma = std::sqrt(a * a + b * b);
    const Number sL = 1 + Number(0.015) * off * off / std::sqrt(20 + off * off);
    const Number sC = 1 + Number(0.045) * chroma;
    const Number sH = 1 + Number(0.015) * chroma;
    const Number x = chroma > 0 ? a / chroma : 1;
    const Number y = chroma > 0 ? b / chroma : 0;
    return {l + sL * seen[0], a + sC * seen[1] * x - sH * seen[2] * y, b + sC * seen[1] * y + sH * seen[2] * x};
}

/// One try: by what the tubes, the hand and the model are off.
struct Draw {
    Eigen::VectorXd unknowns;
    std::vector<double> hand; ///< a factor for each part of the recipe
    std::array<double, 3> seen{};
};

/// Sixteen numbers, one a try, in each of many columns.
using Lanes = Eigen::Array<float, atATime, 1>;
using LaneColumns = Eigen::Array<float, atATime, Eigen::Dynamic>;

/// A film with its bends, in single precision.
struct BendingFilm {
    std::array<Eigen::RowVectorXf, 2> values;  ///< K and S of every band
    std::array<Eigen::MatrixXf, 2> logarithms; ///< a row a bend, a column a band

    BendingFilm(const Film& film, const FilmDoubt& doubt, std::size_t bends)
    {
        for (std::size_t which = 0; which < values.size(); ++which) {
            values[which].resize(bandCount);
            logarithms[which].resize(static_cast<Eigen::Index>(bends), bandCount);
            const Spectrum& own = which == 0 ? film.absorption : film.scattering;
            for (std::size_t band = 0; band < bandCount; ++band) {
                const auto column = static_cast<Eigen::Index>(band);
                values[which](column) = static_cast<float>(own[band]);
                for (std::size_t i = 0; i < bends; ++i) {
                    const FilmBend& bend = doubt.bend(i);
                    logarithms[which](static_cast<Eigen::Index>(i), column) =
                        static_cast<float>(which == 0 ? bend.logAbsorption[band] : bend.logScattering[band]);
                }
            }
        }
    }
};

class Trial {
public:
    Trial(const Recipe& recipe, std::span<const Paint> paints, const Learned& learned, const Aim& aim,
          const SurenessOptions& options)
        : m_recipe(recipe),
          m_paper(recipe.handling.paper.reflectance()),
          m_paints(paints),
          m_learned(learned),
          m_aim(aim),
          m_target(aim.target),
          m_unknowns(unknownsOf(recipe, paints)),
          m_root(rootOf(m_unknowns, learned)),
          m_random(options.seed),
          m_part(1 - options.partsOff, 1 + options.partsOff)
    {
        for (const Part& part : recipe.parts)
            m_films.emplace_back(paints[part.paint].film, paints[part.paint].doubt, bendsOf(part.paint));
    }

    /// How many of so many further tries, up to atATime, come within the tolerance at some wash.
    int there(std::size_t tries)
    {
        std::array<Draw, atATime> draws;
        for (Draw& draw : std::span(draws).first(tries))
            draw = drawn();
        for (Draw& draw : std::span(draws).subspan(tries))
            draw = draws.front();
        const Lanes least = nearest(draws);
        int count = 0;
        for (std::size_t i = 0; i < tries; ++i) {
            const double beyond = least(static_cast<Eigen::Index>(i)) - m_aim.tolerance;
            count += (std::abs(beyond) > nearCall ? beyond < 0 : isThere(draws[i])) ? 1 : 0;
        }
        return count;
    }

private:
    std::size_t bendsOf(std::size_t paint) const
    {
        const auto all = std::ranges::count(m_unknowns, paint, &Unknown::paint);
        return static_cast<std::size_t>(all) - 1; // beside its strength
    }

    Draw drawn()
    {
        Eigen::VectorXd normal(m_root.rows());
        for (Eigen::Index i = 0; i < normal.size(); ++i)
            normal(i) = m_normal(m_random);
        Draw draw{m_root * normal, {}, {}};
        for (std::size_t part = 0; part < m_recipe.parts.size(); ++part)
            draw.hand.push_back(m_part(m_random));
        const double blur = m_learned.modelMiss / std::sqrt(3.0);
        for (double& seen : draw.seen)
            seen = blur * m_normal(m_random);
        return draw;
    }

    /// How much of a part's paint, by strength, goes into a try.
    double weightOf(const Draw& draw, std::size_t part, Eigen::Index strengthAt) const
    {
        const Part& own = m_recipe.parts[part];
        return own.parts * draw.hand[part] * m_learned.strengths[own.paint] * std::exp(draw.unknowns(strengthAt));
    }

    Film filmOf(const Draw& draw) const
    {
        std::vector<Film> films;
        std::vector<double> weights;
        Eigen::Index at = 0;
        for (std::size_t part = 0; part < m_recipe.parts.size(); ++part) {
            const Paint& paint = m_paints[m_recipe.parts[part].paint];
            const auto bends = static_cast<Eigen::Index>(bendsOf(m_recipe.parts[part].paint));
            weights.push_back(weightOf(draw, part, at));
            const Eigen::VectorXd deviations = draw.unknowns.segment(at + 1, bends);
            films.push_back(bent(paint.film, paint.doubt, std::span(deviations.data(), std::size_t(bends))));
            at += 1 + bends;
        }
        std::vector<WeightedFilm> weighted;
        for (std::size_t i = 0; i < films.size(); ++i)
            weighted.push_back({&films[i], weights[i]});
        return mixedFilm(weighted);
    }

    /// K and S of the mixes of some tries: a column a band.
    std::array<LaneColumns, 2> mixesOf(const std::array<Draw, atATime>& draws) const
    {
        constexpr float mostBent = 5; // as bent() has it
        std::array<LaneColumns, 2> mixes;
        for (LaneColumns& columns : mixes)
            columns.setZero(atATime, bandCount);
        Lanes total = Lanes::Zero();
        Eigen::Index at = 0;
        for (std::size_t part = 0; part < m_films.size(); ++part) {
            const Eigen::Index bends = m_films[part].logarithms[0].rows();
            Lanes weight;
            Eigen::MatrixXf deviations(atATime, bends);
            for (std::size_t i = 0; i < atATime; ++i) {
                const auto lane = static_cast<Eigen::Index>(i);
                weight(lane) = static_cast<float>(weightOf(draws[i], part, at));
                deviations.row(lane) = draws[i].unknowns.segment(at + 1, bends).transpose().cast<float>();
            }
            for (std::size_t which = 0; which < mixes.size(); ++which) {
                LaneColumns films = (deviations * m_films[part].logarithms[which]).array();
                films =
                    films.max(-mostBent).min(mostBent).exp(); // by itself: with a row to each it would be one by one
                films.rowwise() *= m_films[part].values[which].array();
                mixes[which] += films.colwise() * weight;
            }
            total += weight;
            at += 1 + bends;
        }
        for (LaneColumns& columns : mixes)
            columns.colwise() /= total;
        return mixes;
    }

    /// How near each comes, in single precision: of those that come within the tolerance for sure perhaps not the
    /// least.
    Lanes nearest(const std::array<Draw, atATime>& draws) const
    {
        const std::array<LaneColumns, 2> mixes = mixesOf(draws);
        Lanes least = Lanes::Constant(std::numeric_limits<float>::infinity());
        Lanes best = Lanes::Ones();
        lookAt(mixes, Lanes::Ones(), coarseWashes, draws, least, best);
        for (const double step : fineSteps) {
            if (least.maxCoeff() <= m_aim.tolerance - nearCall)
                break;
            const Lanes coarse = best;
            for (const double side : {step, 1 / step})
                lookAt(mixes, coarse * static_cast<float>(side / recipeWashes[0]), 1, draws, least, best);
        }
        return least;
    }

    /// Looks at some washes from one factor on down, each try at its own.
    void lookAt(const std::array<LaneColumns, 2>& mixes, const Lanes& factor, std::size_t washes,
                const std::array<Draw, atATime>& draws, Lanes& least, Lanes& best) const
    {
        constexpr float leastAbsorption = 1e-7F; // the kernel's square root wants a value above 0
        const Lanes thickness = factor * static_cast<float>(m_recipe.wash);
        FilmLanes films;
        for (std::size_t band = 0; band < bandCount; ++band) {
            const auto column = static_cast<Eigen::Index>(band);
            Eigen::Map<Lanes>(films.absorption[band].data()) = (mixes[0].col(column) * thickness).max(leastAbsorption);
            Eigen::Map<Lanes>(films.scattering[band].data()) = mixes[1].col(column) * thickness;
        }
        LabChunk colours;
        washesOf(films, m_paper, colours);
        blurChunk(colours, washes, draws);
        std::array<float, chunkRecipes> apart;
        measure(colours, washes, apart);
        for (std::size_t at = 0; at < washes * atATime; ++at) {
            const auto lane = static_cast<Eigen::Index>(at % atATime);
            if (apart[at] < least(lane)) {
                least(lane) = apart[at];
                best(lane) = factor(lane) * static_cast<float>(recipeWashes[at / atATime]);
            }
        }
    }

    static void blurChunk(LabChunk& colours, std::size_t washes, const std::array<Draw, atATime>& draws)
    {
        for (std::size_t at = 0; at < washes * atATime; ++at) {
            const auto& seen = draws[at % atATime].seen;
            const auto [l, a, b] = blurred(
                colours.l[at], colours.a[at], colours.b[at],
                std::array{static_cast<float>(seen[0]), static_cast<float>(seen[1]), static_cast<float>(seen[2])});
            colours.l[at] = l;
            colours.a[at] = a;
            colours.b[at] = b;
        }
    }

    void measure(const LabChunk& colours, std::size_t washes, std::array<float, chunkRecipes>& apart) const
    {
        if (m_aim.kL == 1)
            return m_target.measure(colours, std::numeric_limits<float>::infinity(), apart, washes);
        for (std::size_t at = 0; at < washes * atATime; ++at)
            apart[at] =
                static_cast<float>(deltaE00({colours.l[at], colours.a[at], colours.b[at]}, m_aim.target, m_aim.kL));
    }

    /// The same of one try in double precision.
    bool isThere(const Draw& draw) const
    {
        const Film film = filmOf(draw);
        double least = std::numeric_limits<double>::infinity();
        double best = 1;
        const auto lookAt = [&](double factor) {
            const Lab colour = seenLab(film, m_recipe.wash * factor, m_paper);
            const auto [l, a, b] = blurred(colour.l, colour.a, colour.b, draw.seen);
            if (const double here = deltaE00({l, a, b}, m_aim.target, m_aim.kL); here < least) {
                least = here;
                best = factor;
            }
        };
        for (std::size_t wash = 0; wash < coarseWashes; ++wash)
            lookAt(recipeWashes[wash]);
        for (const double step : fineSteps) {
            const double coarse = best;
            for (const double side : {step, 1 / step})
                lookAt(coarse * side);
        }
        return least <= m_aim.tolerance;
    }

    const Recipe& m_recipe;
    Spectrum m_paper;
    std::span<const Paint> m_paints;
    const Learned& m_learned;
    Aim m_aim;
    ChunkTarget m_target;
    std::vector<Unknown> m_unknowns;
    Eigen::MatrixXd m_root;
    std::vector<BendingFilm> m_films; ///< of each part of the recipe
    std::mt19937 m_random;
    std::uniform_real_distribution<double> m_part;
    std::normal_distribution<double> m_normal;
};

/// Whether so few of the tries came out that even a recipe just as sure as is wanted would do as badly less than once
/// in ten thousand times: four standard deviations of the binomial distribution below what is wanted.
bool isHopeless(int there, int tried, double times)
{
    constexpr double deviations = 4;
    return tried * times - there > deviations * std::sqrt(tried * times * (1 - times)) && tried > 0;
}

/// How many of the tries are there, and of how many: ends when `isSettled(there, tried)`.
template <typename Settled> std::pair<int, int> tryOut(Trial& trial, int draws, Settled&& isSettled)
{
    int there = 0;
    int tried = 0;
    while (tried < draws && !isSettled(there, tried)) {
        const int now = std::min(draws - tried, static_cast<int>(atATime));
        there += trial.there(static_cast<std::size_t>(now));
        tried += now;
    }
    return {there, tried};
}

} // namespace

double sureness(const Recipe& recipe, std::span<const Paint> paints, const Learned& learned, const Aim& aim,
                const SurenessOptions& options)
{
    Trial trial(recipe, paints, learned, aim, options);
    const auto [there, tried] = tryOut(trial, options.draws, [](int, int) { return false; });
    return static_cast<double>(there) / tried;
}

bool isAtLeastSure(double times, const Recipe& recipe, std::span<const Paint> paints, const Learned& learned,
                   const Aim& aim, const SurenessOptions& options)
{
    Trial trial(recipe, paints, learned, aim, options);
    const double wanted = times * options.draws;
    const auto [there, tried] = tryOut(trial, options.draws, [&](int found, int of) {
        return found >= wanted || found + options.draws - of < wanted || isHopeless(found, of, times);
    });
    return there >= wanted;
}

} // namespace iris
