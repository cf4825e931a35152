#include "learning/learning.h"

#include "base/parallel.h"
#include "colour/deltae.h"
#include "learning/stepvector.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cassert>
#include <cmath>

namespace iris {
namespace {

constexpr double huberLimit = 2.5;
// Two thirds of normal misses in three numbers (one of which the wash takes up) stay below so many deviations of each.
constexpr double twoThirdsOfSpace = 1.5;
constexpr double thinnest = 0.02;
constexpr double thickest = 4;
constexpr std::size_t mostUnknowns = 1500;

/// One square at some paints: what it adds to the normal equations once its thickness is eliminated.
struct Contribution {
    Eigen::MatrixXd hessian; ///< of the unknowns of its own paints, in the order of MixSlope::perUnknown()
    Eigen::VectorXd gradient;
    double cost = 0;
    double washGradient = 0;
    double washCurvature = 1;
    Eigen::VectorXd washCross; ///< between its unknowns and its thickness
    double washTaken = 0;      ///< how much of its three numbers the thickness takes up, 0 to 1
    double missed = 0;         ///< the sum of its squared misses, in deviations
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
    Fit(std::vector<Paint> paints, std::span<const PaintedMix> squares, const LearningOptions& options)
        : m_start(std::move(paints)),
          m_squares(squares),
          m_options(options),
          m_mostBends(std::max<std::size_t>(mostUnknowns / m_start.size(), 2) - 1)
    {
        if (m_start.size() > mostUnknowns / 2)
            m_mostBends = 0;
        std::vector<double> precision;
        for (std::size_t i = 0; i < m_start.size(); ++i) {
            const double sd = sdOf(i, options);
            m_first.push_back(static_cast<Eigen::Index>(precision.size()));
            precision.push_back(1 / (sd * sd));
            precision.insert(precision.end(), std::min(m_mostBends, m_start[i].doubt.count()), 1.0);
        }
        m_first.push_back(static_cast<Eigen::Index>(precision.size()));
        m_prior = Eigen::Map<const Eigen::VectorXd>(precision.data(), m_first.back());
        m_now.unknowns = Eigen::VectorXd::Zero(m_first.back());
        for (const PaintedMix& square : squares) {
            m_now.washes.push_back(std::log(square.wash));
            m_places.push_back(placesOf(square));
        }
        m_now.paints = m_start;
    }

    bool run(const std::stop_token& stop);
    Learned result(const std::stop_token& stop) const;
    /// Weighs the squares anew where the search has come to rest, by how well they are met there.
    void weighByMisses();

private:
    /// The unknowns at some moment, and what follows from them.
    struct State {
        Eigen::VectorXd unknowns;   ///< of each paint: ln(strength) beyond its own, then its bends
        std::vector<double> washes; ///< ln(thickness) of each square
        std::vector<Paint> paints;
        std::vector<Contribution> parts; ///< of each square
        double cost = 0;
    };

    std::vector<Eigen::Index> placesOf(const PaintedMix& square) const;
    Paint paintAt(std::size_t paint, const Eigen::VectorXd& ownUnknowns) const;
    State stateAt(Eigen::VectorXd unknowns, std::vector<double> washes) const;
    Contribution contribution(const PaintedMix& square, std::span<const Paint> paints, double logWash) const;
    void forSquares(const std::function<void(std::size_t)>& task, const std::stop_token& stop = {}) const;
    std::vector<double> washesAfter(const Eigen::VectorXd& way, double damping) const;
    Eigen::MatrixXd normalMatrix() const;
    Eigen::MatrixXd covarianceNow() const;
    MixLesson lesson(std::size_t square, const Eigen::MatrixXd& covariance) const;
    double bestWash(const PaintedMix& square, std::span<const Paint> paints, double logWash) const;
    bool step(double& damping);

    double m_noise = 1; ///< times the noise that is stated
    const std::vector<Paint> m_start;
    std::span<const PaintedMix> m_squares;
    LearningOptions m_options;
    std::size_t m_mostBends;
    std::vector<Eigen::Index> m_first; ///< where the unknowns of each paint begin; one more for the end
    Eigen::VectorXd m_prior;
    std::vector<std::vector<Eigen::Index>> m_places; ///< of the unknowns of each square
    State m_now;
};

std::vector<Eigen::Index> Fit::placesOf(const PaintedMix& square) const
{
    std::vector<Eigen::Index> places;
    for (const Part& part : square.parts)
        for (Eigen::Index at = m_first[part.paint]; at < m_first[part.paint + 1]; ++at)
            places.push_back(at);
    return places;
}

Paint Fit::paintAt(std::size_t paint, const Eigen::VectorXd& own) const
{
    Paint moved = m_start[paint];
    moved.strength *= std::exp(std::clamp(own[0], -8.0, 8.0));
    if (own.size() > 1)
        moved.film = bent(moved.film, moved.doubt, {own.data() + 1, static_cast<std::size_t>(own.size() - 1)});
    return moved;
}

Fit::State Fit::stateAt(Eigen::VectorXd unknowns, std::vector<double> washes) const
{
    State state{std::move(unknowns), std::move(washes), {}, std::vector<Contribution>(m_squares.size()), 0};
    for (std::size_t i = 0; i < m_start.size(); ++i)
        state.paints.push_back(paintAt(i, state.unknowns.segment(m_first[i], m_first[i + 1] - m_first[i])));
    forSquares([&](std::size_t square) {
        state.parts[square] = contribution(m_squares[square], state.paints, state.washes[square]);
    });
    state.cost = state.unknowns.cwiseProduct(m_prior).dot(state.unknowns) / 2;
    for (const Contribution& part : state.parts)
        state.cost += part.cost;
    return state;
}

Contribution Fit::contribution(const PaintedMix& square, std::span<const Paint> paints, double logWash) const
{
    const MixSlope slope = slopeOf({square.parts, std::exp(logWash)}, paints, m_mostBends);
    const double sd = std::hypot(square.uncertainty, m_options.modelSd) * m_noise / twoThirdsOfSpace;
    const LabStep off{slope.colour.l - square.colour.l, slope.colour.a - square.colour.a,
                      slope.colour.b - square.colour.b};
    const Eigen::Vector3d miss = vectorOf(seenStep(square.colour, off)) / sd;
    const Eigen::Vector3d perWash = vectorOf(seenStep(square.colour, slope.perLogWash)) / sd;
    const std::vector<LabStep> steps = slope.perUnknown();
    Eigen::MatrixXd perUnknown(3, static_cast<Eigen::Index>(steps.size()));
    for (std::size_t i = 0; i < steps.size(); ++i)
        perUnknown.col(static_cast<Eigen::Index>(i)) = vectorOf(seenStep(square.colour, steps[i])) / sd;

    const double length = miss.norm();
    const double weight = length > huberLimit ? huberLimit / length : 1;
    const double washPrior = 1 / (m_options.washSd * m_options.washSd);
    const double washOff = logWash - std::log(square.wash);
    Contribution result;
    result.cost = huberCost(miss.squaredNorm()) + washPrior * washOff * washOff / 2;
    result.washCurvature = weight * perWash.squaredNorm() + washPrior;
    result.washGradient = weight * perWash.dot(miss) + washPrior * washOff;
    result.washTaken = weight * perWash.squaredNorm() / result.washCurvature;
    result.missed = weight * miss.squaredNorm();
    result.washCross = weight * perUnknown.transpose() * perWash;
    result.hessian = weight * perUnknown.transpose() * perUnknown
                     - result.washCross * result.washCross.transpose() / result.washCurvature;
    result.gradient =
        weight * perUnknown.transpose() * miss - result.washCross * (result.washGradient / result.washCurvature);
    return result;
}

void Fit::forSquares(const std::function<void(std::size_t)>& task, const std::stop_token& stop) const
{
    constexpr std::size_t stretch = 64;
    const std::size_t count = m_squares.size();
    inParallel((count + stretch - 1) / stretch, {.stop = stop, .progress = {}}, [&](std::size_t part) {
        for (std::size_t square = part * stretch; square < std::min(count, (part + 1) * stretch); ++square)
            task(square);
    });
}

Eigen::MatrixXd Fit::normalMatrix() const
{
    Eigen::MatrixXd normal = m_prior.asDiagonal();
    for (std::size_t i = 0; i < m_squares.size(); ++i)
        for (std::size_t r = 0; r < m_places[i].size(); ++r)
            for (std::size_t c = 0; c < m_places[i].size(); ++c)
                normal(m_places[i][r], m_places[i][c]) +=
                    m_now.parts[i].hessian(static_cast<Eigen::Index>(r), static_cast<Eigen::Index>(c));
    return normal;
}

/// The washes that go with a step of the unknowns, each from what its square says.
std::vector<double> Fit::washesAfter(const Eigen::VectorXd& way, double damping) const
{
    std::vector<double> washes = m_now.washes;
    for (std::size_t i = 0; i < m_squares.size(); ++i) {
        const Contribution& own = m_now.parts[i];
        double cross = 0;
        for (std::size_t r = 0; r < m_places[i].size(); ++r)
            cross += own.washCross[static_cast<Eigen::Index>(r)] * way[m_places[i][r]];
        washes[i] -= (own.washGradient + cross) / (own.washCurvature * (1 + damping));
        washes[i] = std::clamp(washes[i], std::log(thinnest), std::log(thickest));
    }
    return washes;
}

/// One damped step; false when nothing gets better any more.
bool Fit::step(double& damping)
{
    Eigen::VectorXd gradient = m_prior.cwiseProduct(m_now.unknowns);
    for (std::size_t i = 0; i < m_squares.size(); ++i)
        for (std::size_t r = 0; r < m_places[i].size(); ++r)
            gradient[m_places[i][r]] += m_now.parts[i].gradient[static_cast<Eigen::Index>(r)];
    const Eigen::MatrixXd normal = normalMatrix();
    for (int tries = 0; tries < 12; ++tries) {
        Eigen::MatrixXd damped = normal;
        damped.diagonal() *= 1 + damping;
        // With its prior the matrix is positive definite; for hundreds of tubes LLT is many times as fast as LDLT.
        const Eigen::VectorXd way = damped.llt().solve(-gradient);
        State then = stateAt(m_now.unknowns + way, washesAfter(way, damping));
        if (then.cost < m_now.cost) {
            const double gain = m_now.cost - then.cost;
            const double before = m_now.cost;
            m_now = std::move(then);
            damping = std::max(damping / 5, 1e-9);
            return gain > 1e-6 * (1 + before);
        }
        damping = std::max(4 * damping, 1e-3);
    }
    return false;
}

bool Fit::run(const std::stop_token& stop)
{
    double damping = 1e-3;
    m_now = stateAt(m_now.unknowns, m_now.washes);
    for (int round = 0; round < 60 && !stop.stop_requested(); ++round)
        if (!step(damping))
            return true;
    return false;
}

/// The wash at which a square comes nearest, by Gauss-Newton along the one unknown.
double Fit::bestWash(const PaintedMix& square, std::span<const Paint> paints, double logWash) const
{
    for (int round = 0; round < 4; ++round) {
        const Contribution own = contribution(square, paints, logWash);
        logWash = std::clamp(logWash - std::clamp(own.washGradient / own.washCurvature, -0.5, 0.5), std::log(thinnest),
                             std::log(thickest));
    }
    return logWash;
}

MixLesson Fit::lesson(std::size_t at, const Eigen::MatrixXd& covariance) const
{
    const PaintedMix& square = m_squares[at];
    const Contribution& own = m_now.parts[at];
    const auto& places = m_places[at];
    const auto count = static_cast<Eigen::Index>(places.size());
    Eigen::MatrixXd inside(count, count);
    for (Eigen::Index r = 0; r < count; ++r)
        for (Eigen::Index c = 0; c < count; ++c)
            inside(r, c) = covariance(places[static_cast<std::size_t>(r)], places[static_cast<std::size_t>(c)]);
    // Without this square the curvature is H - h and the slope is minus its own; Woodbury keeps to its own unknowns.
    const Eigen::MatrixXd without = Eigen::MatrixXd::Identity(count, count) - own.hessian * inside;
    const Eigen::VectorXd shift = inside * without.fullPivLu().solve(own.gradient);

    // Its paints alone, as before, as found and as found from the others.
    PaintedMix alone = square;
    std::vector<Paint> before;
    std::vector<Paint> found;
    std::vector<Paint> leftOut;
    Eigen::Index row = 0;
    for (std::size_t i = 0; i < square.parts.size(); ++i) {
        const std::size_t paint = square.parts[i].paint;
        const Eigen::Index unknowns = m_first[paint + 1] - m_first[paint];
        before.push_back(m_start[paint]);
        found.push_back(m_now.paints[paint]);
        leftOut.push_back(
            paintAt(paint, m_now.unknowns.segment(m_first[paint], unknowns) + shift.segment(row, unknowns)));
        alone.parts[i].paint = i;
        row += unknowns;
    }
    const auto missAt = [&](const std::vector<Paint>& paints, double logWash) {
        return deltaE00(colourOf({alone.parts, std::exp(logWash)}, paints), square.colour);
    };
    const double wash = m_now.washes[at];
    const double leftOutWash = bestWash(alone, leftOut, wash);
    const Recipe matched{alone.parts, std::exp(leftOutWash)};
    MixLesson lesson;
    lesson.thickness = std::exp(wash);
    lesson.before = missAt(before, bestWash(alone, before, wash));
    lesson.after = missAt(found, wash);
    lesson.leftOutColour = colourOf(matched, leftOut);
    lesson.leftOut = deltaE00(lesson.leftOutColour, square.colour);
    lesson.leftOutAsLaid = missAt(leftOut, std::log(square.wash));
    return lesson;
}

void Fit::weighByMisses()
{
    // As good as so many numbers that agree with what is stated; beyond these bounds chance has a hand in it.
    constexpr double beforehand = 12;
    constexpr double least = 0.4;
    constexpr double most = 2.5;
    const Eigen::MatrixXd covariance = covarianceNow();
    double misses = beforehand;
    double freedom = beforehand;
    for (std::size_t i = 0; i < m_squares.size(); ++i) {
        const Contribution& part = m_now.parts[i];
        double taken = part.washTaken;
        for (std::size_t r = 0; r < m_places[i].size(); ++r)
            for (std::size_t c = 0; c < m_places[i].size(); ++c)
                taken += part.hessian(static_cast<Eigen::Index>(r), static_cast<Eigen::Index>(c))
                         * covariance(m_places[i][r], m_places[i][c]);
        misses += part.missed;
        freedom += std::max(0.0, 3 - taken);
    }
    m_noise = std::clamp(std::sqrt(misses / freedom), least, most);
    m_now = stateAt(m_now.unknowns, m_now.washes);
}

Eigen::MatrixXd Fit::covarianceNow() const
{
    const Eigen::MatrixXd normal = normalMatrix();
    return normal.llt().solve(Eigen::MatrixXd::Identity(normal.rows(), normal.cols()));
}

Learned Fit::result(const std::stop_token& stop) const
{
    Learned learned;
    for (std::size_t i = 0; i < m_start.size(); ++i) {
        learned.strengths.push_back(m_now.paints[i].strength);
        learned.bends.emplace_back(m_now.unknowns.data() + m_first[i] + 1, m_now.unknowns.data() + m_first[i + 1]);
    }
    const Eigen::MatrixXd covariance = covarianceNow();
    learned.covariance = Shared(std::vector<double>(covariance.data(), covariance.data() + covariance.size()));
    double stated = 0;
    for (const PaintedMix& square : m_squares)
        stated += square.uncertainty * square.uncertainty / static_cast<double>(m_squares.size());
    const double all = (stated + m_options.modelSd * m_options.modelSd) * m_noise * m_noise;
    learned.modelMiss = std::sqrt(std::max(0.0, all - stated));
    learned.lessons.resize(m_squares.size());
    forSquares([&](std::size_t square) { learned.lessons[square] = lesson(square, covariance); }, stop);
    return learned;
}

} // namespace

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

Learned learnFrom(std::span<const Paint> paints, std::span<const PaintedMix> squares, const LearningOptions& options,
                  std::stop_token stop)
{
    Learned learned = beforePainting(paints, options);
    Subset subset = subsetOf(paints, squares, options);
    if (subset.places.empty())
        return learned;
    Fit fit(std::move(subset.paints), subset.squares, subset.options);
    learned.settled = fit.run(stop);
    if (stop.stop_requested())
        return learned;
    fit.weighByMisses();
    if (stop.stop_requested())
        return learned;
    const Learned found = fit.result(stop);
    learned.touched = subset.places;
    learned.bends = found.bends;
    learned.rows = rowsOf(found.bends);
    learned.covariance = found.covariance;
    learned.lessons = found.lessons;
    learned.modelMiss = found.modelMiss;
    for (std::size_t i = 0; i < subset.places.size(); ++i)
        learned.strengths[subset.places[i]] = found.strengths[i];
    return learned;
}

} // namespace iris
