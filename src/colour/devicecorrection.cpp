#include "colour/devicecorrection.h"

#include "colour/deltae.h"
#include "colour/observer.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>
#include <vector>

namespace iris {
namespace {

constexpr int unknowns = 12; // three log powers, nine of the matrix
using Unknowns = Eigen::Matrix<double, unknowns, 1>;

// How far a device may reasonably stray; the pull towards no correction is in units of these.
constexpr double powerSd = 0.15;
constexpr double matrixSd = 0.25;
constexpr double colourSd = 1.0;

constexpr std::size_t fewestPatches = 12;
constexpr std::size_t fewestGreys = 4;
constexpr double greyChroma = 6.0;
constexpr double hopeless = 6.0;

Unknowns noCorrection()
{
    Unknowns x = Unknowns::Zero();
    x[3] = x[7] = x[11] = 1;
    return x;
}

DeviceCorrection correctionOf(const Unknowns& x)
{
    DeviceCorrection correction;
    for (int i = 0; i < 3; ++i)
        correction.power[static_cast<std::size_t>(i)] = std::exp(x[i]);
    for (int i = 0; i < 9; ++i)
        correction.matrix[static_cast<std::size_t>(i)] = x[3 + i];
    return correction;
}

Eigen::VectorXd missesOf(const Unknowns& x, std::span<const ChartPatch> patches)
{
    const DeviceCorrection correction = correctionOf(x);
    Eigen::VectorXd misses(3 * static_cast<Eigen::Index>(patches.size()) + unknowns);
    Eigen::Index row = 0;
    for (const ChartPatch& patch : patches) {
        const Lab lab = toLab(toXyz(correction.corrected(patch.seen)), d50White);
        // CIELAB stretches strong colours; deltaE00 counts them by about 1 + 0.045 C.
        const double scale = colourSd * (1 + 0.045 * toLch(patch.truth).chroma);
        misses[row++] = 1.4 * (lab.l - patch.truth.l) / colourSd;
        misses[row++] = (lab.a - patch.truth.a) / scale;
        misses[row++] = (lab.b - patch.truth.b) / scale;
    }
    const Unknowns pull = x - noCorrection();
    for (int i = 0; i < unknowns; ++i)
        misses[row++] = pull[i] / (i < 3 ? powerSd : matrixSd);
    return misses;
}

Eigen::MatrixXd slopesOf(const Unknowns& x, std::span<const ChartPatch> patches)
{
    constexpr double step = 1e-5;
    const Eigen::Index rows = 3 * static_cast<Eigen::Index>(patches.size()) + unknowns;
    Eigen::MatrixXd slopes(rows, unknowns);
    for (int i = 0; i < unknowns; ++i) {
        Unknowns up = x;
        Unknowns down = x;
        up[i] += step;
        down[i] -= step;
        slopes.col(i) = (missesOf(up, patches) - missesOf(down, patches)) / (2 * step);
    }
    return slopes;
}

DeviceCorrection fitted(std::span<const ChartPatch> patches)
{
    Unknowns x = noCorrection();
    double damping = 1e-2;
    Eigen::VectorXd misses = missesOf(x, patches);
    for (int round = 0; round < 40 && damping < 1e8; ++round) {
        const Eigen::MatrixXd slopes = slopesOf(x, patches);
        Eigen::Matrix<double, unknowns, unknowns> normal = slopes.transpose() * slopes;
        normal.diagonal() *= 1 + damping;
        const Unknowns candidate = x - normal.ldlt().solve(slopes.transpose() * misses);
        const Eigen::VectorXd after = missesOf(candidate, patches);
        if (after.squaredNorm() < misses.squaredNorm()) {
            const bool settled = misses.squaredNorm() - after.squaredNorm() < 1e-7 * misses.squaredNorm();
            x = candidate;
            misses = after;
            damping /= 4;
            if (settled)
                break;
        } else {
            damping *= 8;
        }
    }
    return correctionOf(x);
}

double missOf(const DeviceCorrection& correction, const ChartPatch& patch)
{
    return deltaE00(toLab(toXyz(correction.corrected(patch.seen)), d50White), patch.truth);
}

double leaveOneOut(std::span<const ChartPatch> patches)
{
    std::vector<double> misses;
    for (std::size_t left = 0; left < patches.size(); ++left) {
        std::vector<ChartPatch> others(patches.begin(), patches.end());
        others.erase(others.begin() + static_cast<std::ptrdiff_t>(left));
        misses.push_back(missOf(fitted(others), patches[left]));
    }
    std::ranges::sort(misses);
    return misses[static_cast<std::size_t>(0.68 * static_cast<double>(misses.size()))];
}

} // namespace

LinearRgb DeviceCorrection::corrected(const LinearRgb& seen) const
{
    const std::array<double, 3> in{std::pow(std::max(0.0, seen.red), power[0]),
                                   std::pow(std::max(0.0, seen.green), power[1]),
                                   std::pow(std::max(0.0, seen.blue), power[2])};
    const auto row = [&](std::size_t r) {
        return matrix[3 * r] * in[0] + matrix[3 * r + 1] * in[1] + matrix[3 * r + 2] * in[2];
    };
    return {row(0), row(1), row(2)};
}

Result<DeviceCorrection> fitDeviceCorrection(std::span<const ChartPatch> patches)
{
    if (patches.size() < fewestPatches)
        return failure(ErrorCode::BadOption, "a chart needs 12 patches or more to set a device right");
    const auto greys = static_cast<std::size_t>(
        std::ranges::count_if(patches, [](const ChartPatch& patch) { return toLch(patch.truth).chroma < greyChroma; }));
    if (greys < fewestGreys)
        return failure(ErrorCode::BadOption, "a chart needs at least 4 greys among its patches");
    if (patches.size() - greys < fewestGreys)
        return failure(ErrorCode::BadOption, "a chart of nothing but greys cannot set colours right");
    DeviceCorrection correction = fitted(patches);
    std::vector<double> misses;
    for (const ChartPatch& patch : patches)
        misses.push_back(missOf(correction, patch));
    std::ranges::sort(misses);
    if (misses[misses.size() / 2] >= hopeless)
        return failure(ErrorCode::BadOption, "the patches do not look like the chart in the file; is it the right "
                                             "chart, and the right way up?");
    correction.uncertainty = leaveOneOut(patches);
    return correction;
}

} // namespace iris
