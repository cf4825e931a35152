#include "paint/labelprior.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>
#include <map>
#include <mutex>

namespace iris {
namespace {

constexpr auto bandRows = static_cast<Eigen::Index>(bandCount);
using Bands = Eigen::Matrix<double, bandRows, 1>;
using BandMatrix = Eigen::Matrix<double, bandRows, bandRows>;

/// What differs from band to band: standard deviations of second and first differences and of the level.
struct Roughness {
    double second;
    double first;
    double level;
};

// Chosen on the reference table: loose enough for the steep edge of an organic yellow, tight enough to keep the far
// red from wandering.
constexpr Roughness anyPaint{0.45, 1.2, 8.0};
constexpr double anyLevel = -0.5; // ln K about which the level lies
constexpr double anyScatterOffset = -2.0;
constexpr double anyScatterOffsetSd = 3.0;
constexpr double anyScatterSlopeSd = 0.5;

// How two makers' paints of one code are thought to differ; from memory of the trade, not measured.
constexpr Roughness oneCode{0.06, 0.09, 0.30};
constexpr double scatterOffsetSd = 0.40;
constexpr double scatterSlopeSd = 0.15;
constexpr double amountSd = 1;
constexpr double shiftNm = 5;
constexpr double thirdShiftShare = 0.7;
constexpr double thirdWidthNm = 45;
constexpr std::array<double, 3> thirdsNm{440, 560, 680};
constexpr double steepest = 0.08; // of ln K, per nm: beyond it a shift is no longer a straight line
constexpr double widening = 0.07;
constexpr double mostWidening = 4;
constexpr double flatShare = 0.5;
constexpr double flatLeast = 0.05; // the table's clear windows are 0.02 to 0.1 deep
constexpr double flatOfLeast = 0.15;
constexpr double restSd = 0.02;
constexpr double lowConfidence = 1.5; // times as far off

BandMatrix roughnessPrecision(const Roughness& sd)
{
    BandMatrix precision = BandMatrix::Identity() / (sd.level * sd.level);
    for (Eigen::Index i = 0; i + 1 < bandRows; ++i) {
        Bands first = Bands::Zero();
        first[i] = -1 / sd.first;
        first[i + 1] = 1 / sd.first;
        precision += first * first.transpose();
    }
    for (Eigen::Index i = 0; i + 2 < bandRows; ++i) {
        Bands second = Bands::Zero();
        second[i] = second[i + 2] = 1 / sd.second;
        second[i + 1] = -2 / sd.second;
        precision += second * second.transpose();
    }
    return precision;
}

Bands logsOf(const Spectrum& spectrum)
{
    Bands logs;
    for (std::size_t i = 0; i < bandCount; ++i)
        logs[static_cast<Eigen::Index>(i)] = std::log(spectrum[i]);
    return logs;
}

/// Slope of ln K per nm, by central differences.
Bands slopeOf(const Bands& logs)
{
    Bands slope;
    for (Eigen::Index i = 0; i < bandRows; ++i) {
        const Eigen::Index before = std::max<Eigen::Index>(0, i - 1);
        const Eigen::Index after = std::min<Eigen::Index>(bandRows - 1, i + 1);
        slope[i] = (logs[after] - logs[before]) / (bandWidthNm * static_cast<double>(after - before));
    }
    return slope;
}

double nm(Eigen::Index band)
{
    return wavelengthNm(static_cast<std::size_t>(band));
}

/// How ln K of makers' paints varies about a typical one.
BandMatrix makersCovariance(const Spectrum& absorption)
{
    static const BandMatrix smooth = roughnessPrecision(oneCode).inverse();
    const Bands slope = slopeOf(logsOf(absorption));
    double total = 0;
    double centre = 0;
    double least = absorption[0];
    for (std::size_t i = 0; i < bandCount; ++i) {
        total += absorption[i];
        centre += absorption[i] * wavelengthNm(i);
        least = std::min(least, absorption[i]);
    }
    centre /= total;
    Bands shift;
    Bands wider;
    Bands flat;
    for (Eigen::Index i = 0; i < bandRows; ++i) {
        const double k = absorption[static_cast<std::size_t>(i)];
        shift[i] = shiftNm * std::clamp(slope[i], -steepest, steepest);
        wider[i] = widening * std::clamp(slope[i] * (nm(i) - centre), -mostWidening, mostWidening);
        flat[i] = flatShare * std::min(flatLeast + flatOfLeast * least, k) / k;
    }
    BandMatrix covariance = smooth + shift * shift.transpose() + wider * wider.transpose() + flat * flat.transpose();
    for (const double third : thirdsNm) {
        Bands part;
        for (Eigen::Index i = 0; i < bandRows; ++i) {
            const double away = (nm(i) - third) / thirdWidthNm;
            part[i] = shift[i] * std::exp(-away * away / 2);
        }
        covariance += thirdShiftShare * part * part.transpose();
    }
    covariance.diagonal().array() += restSd * restSd;
    return covariance;
}

FilmPrior makeSmoothPrior()
{
    FilmPrior prior;
    prior.pigments = {{flatSpectrum(1), flatSpectrum(1)}};
    prior.mean = Eigen::VectorXd::Constant(bandRows + 2, anyLevel);
    prior.mean[bandRows] = anyScatterOffset;
    prior.mean[bandRows + 1] = 0;
    prior.covariance = Eigen::MatrixXd::Zero(bandRows + 2, bandRows + 2);
    prior.covariance.topLeftCorner<bandRows, bandRows>() = roughnessPrecision(anyPaint).inverse();
    prior.covariance(bandRows, bandRows) = anyScatterOffsetSd * anyScatterOffsetSd;
    prior.covariance(bandRows + 1, bandRows + 1) = anyScatterSlopeSd * anyScatterSlopeSd;
    return prior;
}

} // namespace

Film typicalFilm(const ReferencePigment& pigment)
{
    const PigmentShape& shape = pigment.shape;
    return {shape.absorption, spectrumFrom([&](double wavelength) {
                return shape.scatteringAt555 * std::exp(shape.scatteringSlope * (wavelength - 555) / 175);
            })};
}

bool tellsAShape(const ReferencePigment& pigment)
{
    const auto isOf = [&](const char* code) { return pigment.code.text() == code; };
    return !isOf("BV10") && !isOf("PW20") && !isOf("PBk10");
}

const FilmPrior& smoothPrior()
{
    static const FilmPrior prior = makeSmoothPrior();
    return prior;
}

FilmPrior labelPrior(std::span<const ReferencePigment* const> pigments)
{
    FilmPrior prior;
    std::vector<WeightedFilm> parts;
    double width = 1;
    for (const ReferencePigment* pigment : pigments) {
        prior.pigments.push_back(typicalFilm(*pigment));
        width = pigment->confidence == "low" ? lowConfidence : width;
    }
    for (const Film& film : prior.pigments)
        parts.push_back({&film, 1});
    const Eigen::Index unknowns = bandRows + 1 + static_cast<Eigen::Index>(pigments.size());
    prior.mean = Eigen::VectorXd::Zero(unknowns);
    prior.covariance = Eigen::MatrixXd::Zero(unknowns, unknowns);
    prior.covariance.topLeftCorner<bandRows, bandRows>() =
        width * width * makersCovariance(mixedFilm(parts).absorption);
    prior.covariance(bandRows, bandRows) = width * width * scatterOffsetSd * scatterOffsetSd;
    prior.covariance(bandRows + 1, bandRows + 1) = width * width * scatterSlopeSd * scatterSlopeSd;
    prior.covariance.diagonal().tail(unknowns - bandRows - 2).setConstant(amountSd * amountSd);
    return prior;
}

FilmDoubt doubtOfLabel(const std::vector<const ReferencePigment*>& pigments)
{
    static std::mutex mutex;
    static std::map<std::vector<const ReferencePigment*>, FilmDoubt> known;
    const auto& rows = ReferenceTable::shipped().pigments();
    const bool keeps =
        pigments.size() == 1 && pigments.front() >= rows.data() && pigments.front() < rows.data() + rows.size();
    if (keeps) {
        const std::scoped_lock lock(mutex);
        if (const auto found = known.find(pigments); found != known.end())
            return found->second;
    }
    const FilmPrior prior = labelPrior(pigments);
    FilmDoubt doubt = doubtOf(prior, prior.mean, prior.covariance);
    if (keeps) {
        const std::scoped_lock lock(mutex);
        known.emplace(pigments, doubt);
    }
    return doubt;
}

} // namespace iris
