#include "sheet/sheetlight.h"

#include "base/goldensection.h"
#include "colour/deltae.h"
#include "colour/observer.h"
#include "paint/paper.h"
#include "sheet/robust.h"

#include <array>
#include <cmath>
#include <set>

namespace iris {
namespace {

// How well each thing is known, in deltaE00 or natural logarithms. They are ours, tried on made-up sheets.
constexpr double washSd = 1.3;
constexpr double overLineSd = 3.5; ///< the line of a swatch and the printed one are not the same black
constexpr double thicknessSd = 0.5;
constexpr double blackTypical = 0.04;
constexpr double blackSd = 0.5;
constexpr double powerSd = 0.25;
constexpr double veilSd = 0.04;
constexpr double bendSd = 0.4;
constexpr double mixSd = 0.1;
constexpr double mostCost = 20; ///< of one square

// When a curve is worth it, and when what is left is too much.
constexpr double plainlyBetter = 7; ///< in cost; chance reaches it in a tenth of good scans, and then changes little
constexpr double wellMet = 1.7;
constexpr double plainlyOff = 2.6;
constexpr double plainlyBeyond = 1.05; ///< the device's own uncertainty
constexpr double paleBlack = 0.14;

/// A colour as a device can show it: no channel below nothing.
Lab shownBy(const LinearRgb& light)
{
    const LinearRgb shown{std::max(0.0, light.red), std::max(0.0, light.green), std::max(0.0, light.blue)};
    return toLab(toXyz(shown), d50White);
}

/// Light off paper of a reflectance, and off the film on it.
LinearRgb times(const LinearRgb& one, const LinearRgb& two)
{
    return {one.red * two.red, one.green * two.green, one.blue * two.blue};
}

struct Fit {
    double cost = 0;
    double miss = 0; ///< deltaE00 of the wash
};

/// What is known on a sheet, beside what a picture shows of it.
class KnownThings {
public:
    KnownThings(std::span<const ControlSquare> squares, std::optional<LinearRgb> black, const Spectrum& paper)
        : m_squares(squares),
          m_black(black),
          m_paper(paper),
          m_paperLight(toLinearRgb(toLab(seen(paper))))
    {
    }

    Fit fit(const ControlSquare& square, const ToneCurve& tone) const
    {
        const Lab washSeen = shownBy(times(tone.undone(square.seen), m_paperLight));
        const std::optional<Lab> overSeen =
            square.overLine ? std::optional(shownBy(times(tone.undone(*square.overLine), m_paperLight))) : std::nullopt;
        const auto at = [&](double logThickness) {
            const double x = std::exp(logThickness);
            const double off = deltaE00(shownBy(toLinearRgb(seenLab(square.film, x, m_paper))), washSeen);
            const double laid = (logThickness - std::log(square.wash)) / thicknessSd;
            double cost = (off / washSd) * (off / washSd) + laid * laid;
            if (overSeen) {
                const double over =
                    deltaE00(shownBy(toLinearRgb(seenLab(square.film, x, blackLine()))), *overSeen) / overLineSd;
                cost += over * over;
            }
            return std::pair(cost, off);
        };
        constexpr int fineEnough = 14; // to 0.4 % of a thickness
        const double best = lowestBetween(
            std::log(0.1), std::log(3.0), [&](double x) { return at(x).first; }, fineEnough);
        const auto [cost, off] = at(best);
        return {std::min(cost, mostCost), off};
    }

    double cost(const ToneCurve& tone) const
    {
        double sum = std::pow(std::log(tone.power) / powerSd, 2) + std::pow(tone.veil / veilSd, 2)
                     + std::pow(tone.bend / bendSd, 2) + std::pow(tone.mix / mixSd, 2);
        for (const ControlSquare& square : m_squares)
            sum += fit(square, tone).cost;
        if (m_black) {
            const LinearRgb black = tone.undone(*m_black);
            const double dark = std::max(1e-3, (black.red + black.green + black.blue) / 3);
            sum += std::min(mostCost, std::pow(std::log(dark / blackTypical) / blackSd, 2));
        }
        return sum;
    }

    std::vector<double> misses(const ToneCurve& tone) const
    {
        std::vector<double> all;
        for (const ControlSquare& square : m_squares)
            all.push_back(fit(square, tone).miss);
        return all;
    }

private:
    std::span<const ControlSquare> m_squares;
    std::optional<LinearRgb> m_black;
    Spectrum m_paper;
    LinearRgb m_paperLight;
};

/// The curve of least cost: each of its numbers by golden section in turn, from a wide range to a narrow one.
ToneCurve bestCurve(const KnownThings& known)
{
    constexpr int rounds = 6;
    constexpr int steps = 11;
    double reach = 1;
    ToneCurve tone;
    for (int round = 0; round < rounds; ++round, reach *= 0.6) {
        const auto search = [&](double ToneCurve::*number, double half, double least, double most) {
            const double low = std::max(least, tone.*number - reach * half);
            const double high = std::min(most, tone.*number + reach * half);
            const auto cost = [&](double value) {
                ToneCurve tried = tone;
                tried.*number = value;
                return known.cost(tried);
            };
            tone.*number = lowestBetween(low, high, cost, steps);
        };
        search(&ToneCurve::power, 0.6, 0.5, 2);
        search(&ToneCurve::bend, 0.8, -0.9, 0.9);
        search(&ToneCurve::veil, 0.1, 0, 0.2);
        search(&ToneCurve::mix, 0.2, 0, 0.5); // what a program made brighter is not undone by one number
    }
    return tone;
}

/// How far a tone curve moves a tube's colours in a way that another thickness does not.
double tellingPower(const Paint& paint)
{
    constexpr double step = 0.05;
    const LinearRgb paper = toLinearRgb(toLab(seen(whitePaper())));
    const auto curved = [&](const Lab& colour) {
        const LinearRgb light = toLinearRgb(colour);
        const LinearRgb over{std::max(0.0, light.red / paper.red), std::max(0.0, light.green / paper.green),
                             std::max(0.0, light.blue / paper.blue)};
        return shownBy(times(ToneCurve{1 + step}.undone(over), paper));
    };
    const auto at = [&](double x) { return shownBy(toLinearRgb(seenLab(paint.film, x, whitePaper()))); };
    const Lab own = at(1);
    // The nearest the tube comes to its curved self by being laid thicker or thinner.
    const Lab target = curved(own);
    const auto miss = [&](double log) { return deltaE00(at(std::exp(log)), target); };
    return miss(lowestBetween(-0.4, 0.4, miss)) / step;
}

} // namespace

LightJudgement judgeLight(std::span<const ControlSquare> squares, std::optional<LinearRgb> black, const Spectrum& paper,
                          double uncertainty)
{
    LightJudgement judgement;
    judgement.known = squares.size();
    judgement.blackPale = black && (black->red + black->green + black->blue) / 3 > paleBlack;
    if (squares.empty())
        return judgement;
    const KnownThings known(squares, black, paper);
    const std::vector<double> before = known.misses({});
    judgement.missBefore = medianOf(before);
    judgement.missAfter = judgement.missBefore;
    if (squares.size() >= 2) {
        const ToneCurve curve = bestCurve(known);
        const double after = medianOf(known.misses(curve));
        if (known.cost({}) - known.cost(curve) > plainlyBetter && after < wellMet) {
            judgement.tone = curve;
            judgement.missAfter = after;
        }
    }
    judgement.doubtful = judgement.missAfter > std::max(plainlyOff, plainlyBeyond * uncertainty);
    return judgement;
}

std::vector<std::size_t> tellingTubes(const Notebook& notebook, std::span<const Paint> paints, std::size_t most)
{
    struct Candidate {
        std::size_t place;
        double tells;
    };
    std::vector<Candidate> candidates;
    for (std::size_t place = 0; place < paints.size(); ++place)
        if (paints[place].source == ColourSource::Measured && isAtHand(notebook.tubes[place]))
            candidates.push_back({place, tellingPower(paints[place])});
    std::ranges::stable_sort(candidates, std::greater(), &Candidate::tells);
    std::vector<std::size_t> chosen;
    std::set<HueFamily> families;
    for (const bool anyFamily : {false, true})
        for (const Candidate& candidate : candidates) {
            const bool taken = std::ranges::find(chosen, candidate.place) != chosen.end();
            if (chosen.size() >= most || taken || (!anyFamily && families.contains(paints[candidate.place].family)))
                continue;
            chosen.push_back(candidate.place);
            families.insert(paints[candidate.place].family);
        }
    return chosen;
}

} // namespace iris
