#pragma once

#include <array>
#include <cstddef>

namespace iris {

/// How small a difference an eye tells, learnt from right and wrong answers. QUEST (Watson and Pelli 1983, Perception
/// and Psychophysics 33, 113-120): the threshold T is believed in as a density over log10 of the difference, each
/// answer multiplies it by how likely that was, and the next difference asked is its mean. An eye is right with
///
///     P(x) = d g + (1 - d) (1 - (1 - g) exp(-10^(b (x - T)))),  x = log10 of the difference,
///
/// g the share of right guesses, b = 3.5 and d = 0.01 as in that paper.
class Threshold {
public:
    /// @param first what is thought before anything was asked, deltaE00 above 0; it may be three times as much or a
    /// third
    /// @param guessed share of answers that are right by chance, 1/2 of two, 1/3 of three
    explicit Threshold(double first = 4, double guessed = 0.5);

    /// The difference worth asking next, deltaE00.
    double next() const;
    /// @param asked the difference there was, deltaE00 above 0
    void answer(double asked, bool right);

    /// The difference that is told right in 82 of 100 with two to choose from (1 - 1/(2e)), deltaE00.
    double estimate() const;
    /// That is right within this factor, two times in three; 1 or more.
    double factor() const;

private:
    static constexpr std::size_t steps = 241;

    double logAt(std::size_t step) const;
    double mean() const;

    double m_guessed;
    std::array<double, steps> m_density{};
};

/// How likely an eye with a threshold is right.
double chanceOfRight(double asked, double threshold, double guessed);

} // namespace iris
