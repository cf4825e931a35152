#include "eye/threshold.h"

#include <cmath>
#include <numeric>

namespace iris {
namespace {

constexpr double slope = 3.5;
constexpr double slips = 0.01;
constexpr double leastLog = -0.7;    // 0.2 deltaE00
constexpr double mostLog = 1.7;      // 50
constexpr double priorSpread = 0.48; // three times as much

} // namespace

double chanceOfRight(double asked, double threshold, double guessed)
{
    const double above = std::log10(asked) - std::log10(threshold);
    const double seen = 1 - (1 - guessed) * std::exp(-std::pow(10, slope * above));
    return slips * guessed + (1 - slips) * seen;
}

Threshold::Threshold(double first, double guessed) : m_guessed(guessed)
{
    for (std::size_t i = 0; i < steps; ++i) {
        const double off = (logAt(i) - std::log10(first)) / priorSpread;
        m_density[i] = std::exp(-off * off / 2);
    }
}

double Threshold::logAt(std::size_t step) const
{
    return leastLog + (mostLog - leastLog) * static_cast<double>(step) / static_cast<double>(steps - 1);
}

void Threshold::answer(double asked, bool right)
{
    double sum = 0;
    for (std::size_t i = 0; i < steps; ++i) {
        const double chance = chanceOfRight(asked, std::pow(10, logAt(i)), m_guessed);
        m_density[i] *= right ? chance : 1 - chance;
        sum += m_density[i];
    }
    for (double& density : m_density)
        density /= sum;
}

double Threshold::mean() const
{
    double sum = 0, all = 0;
    for (std::size_t i = 0; i < steps; ++i) {
        sum += m_density[i] * logAt(i);
        all += m_density[i];
    }
    return sum / all;
}

double Threshold::next() const
{
    return std::pow(10, mean());
}

double Threshold::estimate() const
{
    return std::pow(10, mean());
}

double Threshold::factor() const
{
    const double middle = mean();
    double spread = 0, all = 0;
    for (std::size_t i = 0; i < steps; ++i) {
        spread += m_density[i] * (logAt(i) - middle) * (logAt(i) - middle);
        all += m_density[i];
    }
    return std::pow(10, std::sqrt(spread / all));
}

} // namespace iris
