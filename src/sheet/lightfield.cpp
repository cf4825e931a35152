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
    constexpr int steps = 9;
    for (int j = 0; j < steps; ++j)
        for (int i = 0; i < steps; ++i) {
            const LinearRgb at =
                field.paperAt((i + 0.5) / steps * picture.width(), (j + 0.5) / steps * picture.height());
            field.m_mean.red += at.red / (steps * steps);
            field.m_mean.green += at.green / (steps * steps);
            field.m_mean.blue += at.blue / (steps * steps);
        }
    return field;
}

LinearRgb LightField::paperAt(double x, double y) const
{
    const auto at = termsAt(x / m_halfWidth - 1, y / m_halfHeight - 1);
    std::array<double, 3> light{};
    for (std::size_t c = 0; c < 3; ++c) {
        double log = 0;
        for (std::size_t t = 0; t < at.size(); ++t)
            log += m_terms[c][t] * at[t];
        light[c] = std::exp(log);
    }
    return {light[0], light[1], light[2]};
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
