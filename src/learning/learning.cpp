#include "learning/learning.h"

#include "base/parallel.h"
#include "colour/deltae.h"
#include "learning/mixslope.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cassert>
#include <cmath>

namespace iris {
namespace {

constexpr double huberLimit = 2.5;
constexpr double thinnest = 0.02;
constexpr double thickest = 4;
constexpr std::size_t fewestSquares = 3;

Eigen::Vector3d vectorOf(const LabStep& step)
{
    return {step[0], step[1], step[2]};
}

double median(std::vector<double> values)
{
    const auto middle = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
    std::ranges::nth_element(values, middle);
    return *middle;
}

/// One square at some strengths: what it adds to the normal equations once its thickness is eliminated.
struct Contribution {
    Eigen::MatrixXd hessian; ///< of its own paints
    Eigen::VectorXd gradient;
    double cost = 0;
    double washGradient = 0;
    double washCurvature = 1;
    Eigen::VectorXd washCross; ///< between its paints and its thickness
};

double huberCost(double squared)
{
    const double length = std::sqrt(squared);
    return length <= huberLimit ? squared / 2 : huberLimit * length - huberLimit * huberLimit / 2;
}

double sdOf(std::size_t paint, const LearningOptions& options)
{
    const bool own = paint < options.sureness.size() && options.sureness[paint] > 0;
    return own ? options.sureness[paint] : options.strengthSd;
}

/// The paints that are in some square, and the squares by their places among those: the others learn nothing.
struct Subset {
    std::vector<std::size_t> places;
    std::vector<Paint> paints;
    std::vector<PaintedMix> squares;
    LearningOptions options;
};

Subset subsetOf(std::span<const Paint> paints, std::span<const PaintedMix> squares, const LearningOptions& options)
{
    Subset subset;
    subset.options = options;
    subset.options.sureness.clear();
    for (const PaintedMix& square : squares)
        for (const Part& part : square.parts)
            subset.places.push_back(part.paint);
    std::ranges::sort(subset.places);
    subset.places.erase(std::unique(subset.places.begin(), subset.places.end()), subset.places.end());
    for (const std::size_t place : subset.places) {
        subset.paints.push_back(paints[place]);
        subset.options.sureness.push_back(sdOf(place, options));
    }
    for (PaintedMix square : squares) {
        for (Part& part : square.parts)
            part.paint =
                static_cast<std::size_t>(std::ranges::lower_bound(subset.places, part.paint) - subset.places.begin());
        subset.squares.push_back(std::move(square));
    }
    return subset;
}

class Fit {
public:
    Fit(std::span<const Paint> paints, std::span<const PaintedMix> squares, const LearningOptions& options)
        : m_paints(paints),
          m_squares(squares),
          m_options(options),
          m_logs(Eigen::VectorXd::Zero(static_cast<Eigen::Index>(paints.size()))),
          m_prior(m_logs.size())
    {
        for (std::size_t i = 0; i < paints.size(); ++i) {
            const double sd = sdOf(i, options);
            m_prior[static_cast<Eigen::Index>(i)] = 1 / (sd * sd);
        }
        for (const PaintedMix& square : squares)
            m_washes.push_back(std::log(square.wash));
    }

    bool run(const std::stop_token& stop);
    Learned result() const;

private:
    std::vector<double> strengths(const Eigen::VectorXd& logs) const;
    Contribution contribution(std::size_t square, const std::vector<double>& strengths, double logWash) const;
    std::vector<Contribution> contributions(const Eigen::VectorXd& logs, const std::vector<double>& washes) const;
    double cost(const Eigen::VectorXd& logs, const std::vector<Contribution>& parts) const;
    void forSquares(const std::function<void(std::size_t)>& task) const;
    std::vector<double> washesAfter(const Eigen::VectorXd& way, double damping) const;
    Eigen::MatrixXd normalMatrix(const std::vector<Contribution>& parts) const;
    MixLesson lesson(std::size_t square, const std::vector<double>& start, const std::vector<double>& found,
                     const Eigen::MatrixXd& covariance) const;
    double bestWash(std::size_t square, const std::vector<double>& strengths) const;
    double missAt(std::size_t square, const std::vector<double>& strengths, double logWash) const;
    bool step(double& damping);

    Eigen::Index place(const Part& part) const { return static_cast<Eigen::Index>(part.paint); }

    std::span<const Paint> m_paints;
    std::span<const PaintedMix> m_squares;
    const LearningOptions& m_options;
    Eigen::VectorXd m_logs; ///< ln(strength) beyond the paint's own
    Eigen::VectorXd m_prior;
    std::vector<double> m_washes;      ///< ln(thickness) of each square
    std::vector<Contribution> m_parts; ///< of each square, at these strengths and washes
};

std::vector<double> Fit::strengths(const Eigen::VectorXd& logs) const
{
    std::vector<double> values;
    for (std::size_t i = 0; i < m_paints.size(); ++i)
        values.push_back(m_paints[i].strength * std::exp(logs[static_cast<Eigen::Index>(i)]));
    return values;
}

Contribution Fit::contribution(std::size_t at, const std::vector<double>& strengths, double logWash) const
{
    const PaintedMix& square = m_squares[at];
    const MixSlope slope = slopeOf({square.parts, std::exp(logWash)}, m_paints, strengths);
    const double sd = std::hypot(square.uncertainty, m_options.modelSd);
    const LabStep off{slope.colour.l - square.colour.l, slope.colour.a - square.colour.a,
                      slope.colour.b - square.colour.b};
    const Eigen::Vector3d miss = vectorOf(seenStep(square.colour, off)) / sd;
    const Eigen::Vector3d perWash = vectorOf(seenStep(square.colour, slope.perLogWash)) / sd;
    const auto count = static_cast<Eigen::Index>(square.parts.size());
    Eigen::MatrixXd perStrength(3, count);
    for (Eigen::Index i = 0; i < count; ++i)
        perStrength.col(i) = vectorOf(seenStep(square.colour, slope.perLogStrength[static_cast<std::size_t>(i)])) / sd;

    const double length = miss.norm();
    const double weight = length > huberLimit ? huberLimit / length : 1;
    const double washPrior = 1 / (m_options.washSd * m_options.washSd);
    const double washOff = logWash - std::log(square.wash);
    Contribution result;
    result.cost = huberCost(miss.squaredNorm()) + washPrior * washOff * washOff / 2;
    result.washCurvature = weight * perWash.squaredNorm() + washPrior;
    result.washGradient = weight * perWash.dot(miss) + washPrior * washOff;
    result.washCross = weight * perStrength.transpose() * perWash;
    result.hessian = weight * perStrength.transpose() * perStrength
                     - result.washCross * result.washCross.transpose() / result.washCurvature;
    result.gradient =
        weight * perStrength.transpose() * miss - result.washCross * (result.washGradient / result.washCurvature);
    return result;
}

std::vector<Contribution> Fit::contributions(const Eigen::VectorXd& logs, const std::vector<double>& washes) const
{
    const std::vector<double> at = strengths(logs);
    std::vector<Contribution> parts(m_squares.size());
    forSquares([&](std::size_t square) { parts[square] = contribution(square, at, washes[square]); });
    return parts;
}

double Fit::cost(const Eigen::VectorXd& logs, const std::vector<Contribution>& parts) const
{
    double sum = logs.cwiseAbs2().dot(m_prior) / 2;
    for (const Contribution& part : parts)
        sum += part.cost;
    return sum;
}

/// Several threads, each a stretch of squares; every square writes its own place, so that the sum does not depend on
/// them.
void Fit::forSquares(const std::function<void(std::size_t)>& task) const
{
    constexpr std::size_t stretch = 64;
    const std::size_t count = m_squares.size();
    inParallel((count + stretch - 1) / stretch, {}, [&](std::size_t part) {
        for (std::size_t square = part * stretch; square < std::min(count, (part + 1) * stretch); ++square)
            task(square);
    });
}

Eigen::MatrixXd Fit::normalMatrix(const std::vector<Contribution>& parts) const
{
    Eigen::MatrixXd normal = m_prior.asDiagonal();
    for (std::size_t i = 0; i < m_squares.size(); ++i) {
        const auto& own = m_squares[i].parts;
        for (std::size_t r = 0; r < own.size(); ++r)
            for (std::size_t c = 0; c < own.size(); ++c)
                normal(place(own[r]), place(own[c])) +=
                    parts[i].hessian(static_cast<Eigen::Index>(r), static_cast<Eigen::Index>(c));
    }
    return normal;
}

/// The washes that go with a step of the strengths, each from what its square says.
std::vector<double> Fit::washesAfter(const Eigen::VectorXd& way, double damping) const
{
    std::vector<double> washes = m_washes;
    for (std::size_t i = 0; i < m_squares.size(); ++i) {
        double cross = 0;
        for (std::size_t r = 0; r < m_squares[i].parts.size(); ++r)
            cross += m_parts[i].washCross[static_cast<Eigen::Index>(r)] * way[place(m_squares[i].parts[r])];
        washes[i] -= (m_parts[i].washGradient + cross) / (m_parts[i].washCurvature * (1 + damping));
        washes[i] = std::clamp(washes[i], std::log(thinnest), std::log(thickest));
    }
    return washes;
}

/// One damped step; false when nothing gets better any more.
bool Fit::step(double& damping)
{
    Eigen::VectorXd gradient = m_prior.cwiseProduct(m_logs);
    for (std::size_t i = 0; i < m_squares.size(); ++i)
        for (std::size_t r = 0; r < m_squares[i].parts.size(); ++r)
            gradient[place(m_squares[i].parts[r])] += m_parts[i].gradient[static_cast<Eigen::Index>(r)];
    const double now = cost(m_logs, m_parts);
    const Eigen::MatrixXd normal = normalMatrix(m_parts);
    for (int tries = 0; tries < 12; ++tries) {
        Eigen::MatrixXd damped = normal;
        damped.diagonal() *= 1 + damping;
        // With its prior the matrix is positive definite; for hundreds of tubes LLT is many times as fast as LDLT.
        const Eigen::VectorXd way = damped.llt().solve(-gradient);
        std::vector<double> washes = washesAfter(way, damping);
        std::vector<Contribution> parts = contributions(m_logs + way, washes);
        const double then = cost(m_logs + way, parts);
        if (then < now) {
            m_logs += way;
            m_washes = std::move(washes);
            m_parts = std::move(parts);
            damping = std::max(damping / 5, 1e-9);
            return now - then > 1e-6 * (1 + now);
        }
        damping = std::max(4 * damping, 1e-3);
    }
    return false;
}

bool Fit::run(const std::stop_token& stop)
{
    double damping = 1e-3;
    m_parts = contributions(m_logs, m_washes);
    for (int round = 0; round < 60 && !stop.stop_requested(); ++round)
        if (!step(damping))
            return true;
    return false;
}

/// The wash at which a square of some strengths comes nearest, by Gauss-Newton along the one unknown.
double Fit::bestWash(std::size_t square, const std::vector<double>& strengths) const
{
    double wash = m_washes[square];
    for (int round = 0; round < 4; ++round) {
        const Contribution own = contribution(square, strengths, wash);
        wash = std::clamp(wash - std::clamp(own.washGradient / own.washCurvature, -0.5, 0.5), std::log(thinnest),
                          std::log(thickest));
    }
    return wash;
}

double Fit::missAt(std::size_t square, const std::vector<double>& strengths, double logWash) const
{
    const Recipe recipe{m_squares[square].parts, std::exp(logWash)};
    return deltaE00(slopeOf(recipe, m_paints, strengths).colour, m_squares[square].colour);
}

/// @param start the strengths before anything was painted
/// @param found those that were found
MixLesson Fit::lesson(std::size_t square, const std::vector<double>& start, const std::vector<double>& found,
                      const Eigen::MatrixXd& covariance) const
{
    const auto& parts = m_squares[square].parts;
    const Contribution& own = m_parts[square];
    const auto count = static_cast<Eigen::Index>(parts.size());
    Eigen::MatrixXd inside(count, count);
    for (Eigen::Index r = 0; r < count; ++r)
        for (Eigen::Index c = 0; c < count; ++c)
            inside(r, c) =
                covariance(place(parts[static_cast<std::size_t>(r)]), place(parts[static_cast<std::size_t>(c)]));
    // Without this square the curvature is H - h and the slope is minus its own; Woodbury keeps to its own paints.
    const Eigen::MatrixXd without = Eigen::MatrixXd::Identity(count, count) - own.hessian * inside;
    const Eigen::VectorXd shift = inside * without.fullPivLu().solve(own.gradient);
    std::vector<double> leftOut = found;
    for (std::size_t r = 0; r < parts.size(); ++r)
        leftOut[parts[r].paint] *= std::exp(shift[static_cast<Eigen::Index>(r)]);

    MixLesson lesson;
    lesson.thickness = std::exp(m_washes[square]);
    lesson.before = missAt(square, start, bestWash(square, start));
    lesson.after = missAt(square, found, m_washes[square]);
    const Recipe matched{parts, std::exp(bestWash(square, leftOut))};
    lesson.leftOutColour = slopeOf(matched, m_paints, leftOut).colour;
    lesson.leftOut = deltaE00(lesson.leftOutColour, m_squares[square].colour);
    lesson.leftOutAsLaid = missAt(square, leftOut, std::log(m_squares[square].wash));
    return lesson;
}

Learned Fit::result() const
{
    Learned learned;
    learned.strengths = strengths(m_logs);
    const Eigen::MatrixXd normal = normalMatrix(m_parts);
    const Eigen::MatrixXd covariance = normal.llt().solve(Eigen::MatrixXd::Identity(normal.rows(), normal.cols()));
    learned.covariance.assign(covariance.data(), covariance.data() + covariance.size());
    const std::vector<double> start = strengths(Eigen::VectorXd::Zero(m_logs.size()));
    learned.lessons.resize(m_squares.size());
    forSquares(
        [&](std::size_t square) { learned.lessons[square] = lesson(square, start, learned.strengths, covariance); });
    return learned;
}

} // namespace

double Learned::covarianceOf(std::size_t one, std::size_t two) const
{
    const auto first = std::ranges::lower_bound(touched, one);
    const auto second = std::ranges::lower_bound(touched, two);
    const bool both = first != touched.end() && *first == one && second != touched.end() && *second == two;
    if (!both)
        return one == two ? variances[one] : 0;
    return covariance[static_cast<std::size_t>(first - touched.begin()) * touched.size()
                      + static_cast<std::size_t>(second - touched.begin())];
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

Learned beforePainting(std::span<const Paint> paints, const LearningOptions& options)
{
    Learned learned;
    for (std::size_t i = 0; i < paints.size(); ++i) {
        const double sd = sdOf(i, options);
        learned.strengths.push_back(paints[i].strength);
        learned.variances.push_back(sd * sd);
    }
    return learned;
}

Learned learnStrengths(std::span<const Paint> paints, std::span<const PaintedMix> squares,
                       const LearningOptions& options, std::stop_token stop)
{
    Learned learned = beforePainting(paints, options);
    const Subset subset = subsetOf(paints, squares, options);
    if (subset.places.empty())
        return learned;
    Fit fit(subset.paints, subset.squares, subset.options);
    learned.settled = fit.run(stop);
    const Learned found = fit.result();
    learned.touched = subset.places;
    learned.covariance = found.covariance;
    learned.lessons = found.lessons;
    for (std::size_t i = 0; i < subset.places.size(); ++i)
        learned.strengths[subset.places[i]] = found.strengths[i];
    return learned;
}

std::vector<Paint> withStrengths(std::vector<Paint> paints, const Learned& learned)
{
    assert(paints.size() == learned.paints());
    for (std::size_t i = 0; i < paints.size(); ++i)
        paints[i].strength = learned.strengths[i];
    return paints;
}

double expectedMiss(const Recipe& recipe, std::span<const Paint> paints, const Learned& learned)
{
    const std::vector<LabStep> slopes = slopesAtMatchedWash(slopeOf(recipe, paints, learned.strengths));
    double variance = 0;
    for (std::size_t i = 0; i < slopes.size(); ++i)
        for (std::size_t j = 0; j < slopes.size(); ++j) {
            const double both = learned.covarianceOf(recipe.parts[i].paint, recipe.parts[j].paint);
            variance += both * vectorOf(slopes[i]).dot(vectorOf(slopes[j]));
        }
    return std::hypot(std::sqrt(std::max(0.0, variance)), learned.typicalMiss().value_or(1));
}

} // namespace iris
