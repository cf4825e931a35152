#include "sheet/lightfield.h"

#include "sheet/robust.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>

namespace iris {
namespace {

constexpr double darkest = 1e-4;

std::array<double, 3> channels(const LinearRgb& light)
{
    return {light.red, light.green, light.blue};
}

std::array<double, 6> termsAt(double u, double v)
{
    return {1, u, v, u * u, u * v, v * v};
}

int termCount(std::size_t places)
{
    return places >= 6 ? 6 : places >= 3 ? 3 : 1;
}

/// One channel's fit with the weights of the samples.
std::array<double, 6> fitChannel(const Eigen::MatrixXd& places, const Eigen::VectorXd& logs,
                                 const Eigen::VectorXd& weights)
{
    const Eigen::Index terms = places.cols();
    Eigen::MatrixXd normal = places.transpose() * weights.asDiagonal() * places;
    normal.diagonal().array() += 1e-9;
    const Eigen::VectorXd solved = normal.ldlt().solve(places.transpose() * weights.asDiagonal() * logs);
    std::array<double, 6> result{};
    for (Eigen::Index i = 0; i < terms; ++i)
        result[static_cast<std::size_t>(i)] = solved[i];
    return result;
}

double brightness(const LinearRgb& light)
{
    return 0.25 * light.red + 0.5 * light.green + 0.25 * light.blue;
}

std::vector<PaperSample> samplesOf(const Overview& overview, const Mask& mask)
{
    // A grid of samples is plenty for six numbers a channel.
    const int step = std::max(1, std::max(overview.width, overview.height) / 120);
    std::vector<PaperSample> samples;
    for (int y = 0; y < overview.height; y += step)
        for (int x = 0; x < overview.width; x += step)
            if (mask.at(x, y)) {
                const QPointF place = overview.inScan(x, y);
                samples.push_back({place.x(), place.y(), overview.at(x, y)});
            }
    return samples;
}

/// The brightest twentieth of the picture, past any glare: the first guess at paper.
Mask brightest(const Overview& overview)
{
    std::vector<double> values;
    for (const LinearRgb& light : overview.light)
        values.push_back(brightness(light));
    std::vector<double> sorted = values;
    std::ranges::sort(sorted);
    const double high = sorted[static_cast<std::size_t>(0.90 * static_cast<double>(sorted.size() - 1))];
    Mask mask(overview.width, overview.height);
    for (int y = 0; y < overview.height; ++y)
        for (int x = 0; x < overview.width; ++x)
            mask.set(x, y, values[mask.index(x, y)] > 0.8 * high);
    return mask;
}

/// @param most how many times lighter or darker a channel may be
bool looksLikePaper(const LinearRgb& light, const LinearRgb& paper, double most)
{
    const auto own = channels(light);
    const auto expected = channels(paper);
    for (std::size_t c = 0; c < 3; ++c) {
        const double times = std::max(own[c], darkest) / std::max(expected[c], darkest);
        if (times > most || times * most < 1)
            return false;
    }
    return true;
}

/// How far bare paper lies off a field, channel by channel in logarithms, and where.
struct Miss {
    double x = 0;
    double y = 0;
    std::array<double, 3> log{};
};

std::vector<Miss> missesOf(std::span<const PaperSample> samples, const LightField& field)
{
    std::vector<Miss> misses;
    for (const PaperSample& sample : samples) {
        const auto own = channels(sample.light);
        const auto expected = channels(field.paperAt(sample.x, sample.y));
        Miss miss{sample.x, sample.y, {}};
        for (std::size_t c = 0; c < 3; ++c)
            miss.log[c] = std::log(std::max(own[c], darkest) / std::max(expected[c], darkest));
        misses.push_back(miss);
    }
    return misses;
}

std::vector<Miss> withoutPaint(const std::vector<Miss>& misses, double near)
{
    constexpr double alike = 0.04;
    constexpr double fewest = 0.2; ///< share of the neighbours: at the edge of a shadow half of them still agree
    std::vector<Miss> kept;
    for (const Miss& one : misses) {
        int neighbours = 0;
        int agreeing = 0;
        for (const Miss& other : misses) {
            if (&one == &other || std::hypot(one.x - other.x, one.y - other.y) > near)
                continue;
            ++neighbours;
            const bool agrees = std::abs(one.log[0] - other.log[0]) < alike
                                && std::abs(one.log[1] - other.log[1]) < alike
                                && std::abs(one.log[2] - other.log[2]) < alike;
            agreeing += agrees;
        }
        if (agreeing >= std::max(1.0, fewest * neighbours))
            kept.push_back(one);
    }
    return kept;
}

std::array<double, 3> averaged(const std::vector<Miss>& misses, double x, double y, double reach)
{
    constexpr double towardsNone = 0.02; ///< weight of no miss at all
    std::array<double, 3> sum{};
    double weights = towardsNone;
    for (const Miss& miss : misses) {
        const double squared = ((miss.x - x) * (miss.x - x) + (miss.y - y) * (miss.y - y)) / (reach * reach);
        if (squared > 16)
            continue;
        const double weight = std::exp(-0.5 * squared);
        weights += weight;
        for (std::size_t c = 0; c < 3; ++c)
            sum[c] += weight * miss.log[c];
    }
    for (double& channel : sum)
        channel /= weights;
    return sum;
}

} // namespace

LightField LightField::fitted(std::span<const PaperSample> samples, QSize picture, std::size_t places)
{
    LightField field;
    field.m_halfWidth = picture.width() / 2.0;
    field.m_halfHeight = picture.height() / 2.0;
    const auto rows = static_cast<Eigen::Index>(samples.size());
    const int terms = termCount(places);
    Eigen::MatrixXd grid(rows, terms);
    Eigen::MatrixXd logs(rows, 3);
    for (Eigen::Index i = 0; i < rows; ++i) {
        const PaperSample& sample = samples[static_cast<std::size_t>(i)];
        const auto at = termsAt(sample.x / field.m_halfWidth - 1, sample.y / field.m_halfHeight - 1);
        for (int t = 0; t < terms; ++t)
            grid(i, t) = at[static_cast<std::size_t>(t)];
        const auto light = channels(sample.light);
        for (int c = 0; c < 3; ++c)
            logs(i, c) = std::log(std::max(light[static_cast<std::size_t>(c)], darkest));
    }
    Eigen::VectorXd weights = Eigen::VectorXd::Ones(rows);
    for (int round = 0; round < 5; ++round) {
        Eigen::VectorXd misses = Eigen::VectorXd::Zero(rows);
        for (int c = 0; c < 3; ++c) {
            auto& solved = field.m_terms[static_cast<std::size_t>(c)];
            solved = fitChannel(grid, logs.col(c), weights);
            const Eigen::VectorXd off = grid * Eigen::Map<const Eigen::VectorXd>(solved.data(), terms) - logs.col(c);
            misses = misses.cwiseMax(off.cwiseAbs());
        }
        const double sd = 1.4826 * medianOf({misses.begin(), misses.end()});
        field.m_unevenness = sd;
        const double cutoff = std::max(4.7 * sd, 1e-6);
        for (Eigen::Index i = 0; i < rows; ++i) { // Tukey's biweight
            const double share = misses[i] / cutoff;
            weights[i] = share < 1 ? (1 - share * share) * (1 - share * share) : 0;
        }
        if (weights.sum() < terms)
            weights.setOnes();
    }
    field.setMean();
    return field;
}

void LightField::setMean()
{
    m_mean = {0, 0, 0};
    constexpr int steps = 9;
    for (int j = 0; j < steps; ++j)
        for (int i = 0; i < steps; ++i) {
            const LinearRgb at = paperAt((i + 0.5) / steps * 2 * m_halfWidth, (j + 0.5) / steps * 2 * m_halfHeight);
            m_mean.red += at.red / (steps * steps);
            m_mean.green += at.green / (steps * steps);
            m_mean.blue += at.blue / (steps * steps);
        }
}

LightField LightField::followed(std::span<const PaperSample> samples, double reach) const
{
    LightField field = *this;
    const std::vector<Miss> misses = withoutPaint(missesOf(samples, *this), 2.5 * reach);
    field.m_spacing = reach / 2;
    field.m_columns = static_cast<int>(2 * m_halfWidth / field.m_spacing) + 2;
    const int rows = static_cast<int>(2 * m_halfHeight / field.m_spacing) + 2;
    field.m_nearby.resize(static_cast<std::size_t>(field.m_columns * rows));
    for (int row = 0; row < rows; ++row)
        for (int column = 0; column < field.m_columns; ++column)
            field.m_nearby[static_cast<std::size_t>(row * field.m_columns + column)] =
                averaged(misses, column * field.m_spacing, row * field.m_spacing, reach);
    field.setMean();
    return field;
}

std::array<double, 3> LightField::logAt(double x, double y) const
{
    const auto at = termsAt(x / m_halfWidth - 1, y / m_halfHeight - 1);
    std::array<double, 3> log{};
    for (std::size_t c = 0; c < 3; ++c)
        for (std::size_t t = 0; t < at.size(); ++t)
            log[c] += m_terms[c][t] * at[t];
    return log;
}

std::array<double, 3> LightField::nearbyAt(double x, double y) const
{
    const int rows = static_cast<int>(m_nearby.size()) / m_columns;
    const double column = std::clamp(x / m_spacing, 0.0, m_columns - 1.001);
    const double row = std::clamp(y / m_spacing, 0.0, rows - 1.001);
    const auto corner = static_cast<std::size_t>(static_cast<int>(row) * m_columns + static_cast<int>(column));
    const double u = column - std::floor(column);
    const double v = row - std::floor(row);
    const auto below = corner + static_cast<std::size_t>(m_columns);
    std::array<double, 3> log{};
    for (std::size_t c = 0; c < 3; ++c)
        log[c] = (1 - v) * ((1 - u) * m_nearby[corner][c] + u * m_nearby[corner + 1][c])
                 + v * ((1 - u) * m_nearby[below][c] + u * m_nearby[below + 1][c]);
    return log;
}

LinearRgb LightField::paperAt(double x, double y) const
{
    std::array<double, 3> log = logAt(x, y);
    if (m_spacing > 0) {
        const std::array<double, 3> nearby = nearbyAt(x, y);
        for (std::size_t c = 0; c < 3; ++c)
            log[c] += nearby[c];
    }
    return {std::exp(log[0]), std::exp(log[1]), std::exp(log[2])};
}

LinearRgb LightField::evened(const LinearRgb& light, double x, double y) const
{
    const LinearRgb paper = paperAt(x, y);
    return {light.red * m_mean.red / paper.red, light.green * m_mean.green / paper.green,
            light.blue * m_mean.blue / paper.blue};
}

Result<BarePaper> findBarePaper(const Overview& overview, QSize picture)
{
    BarePaper paper{{}, brightest(overview)};
    // From a wide net to a fine one, as the fall of light becomes known.
    for (const double tolerance : {0.25, 0.12, 0.07, 0.05}) {
        const std::vector<PaperSample> samples = samplesOf(overview, paper.mask);
        if (paper.mask.count() * 20 < paper.mask.size() || samples.size() < 30)
            return failure(ErrorCode::BadPicture,
                           "too little bare paper can be seen; leave a white margin around the paint");
        paper.field = LightField::fitted(samples, picture, tolerance > 0.2 ? 3 : 6);
        const double most = std::exp(tolerance);
        for (int y = 0; y < overview.height; ++y)
            for (int x = 0; x < overview.width; ++x) {
                const QPointF place = overview.inScan(x, y);
                paper.mask.set(x, y,
                               looksLikePaper(overview.at(x, y), paper.field.paperAt(place.x(), place.y()), most));
            }
    }
    return paper;
}

} // namespace iris
