#include "paint/rebuild.h"

#include "colour/deltae.h"
#include "paint/filmfit.h"
#include "paint/labelprior.h"

#include <algorithm>
#include <cmath>

namespace iris {
namespace {

// A film of one paint meets its swatch within about the noise; what is beyond three times that, or beyond 1 of an exact
// one, no paint gives.
constexpr double doubtful = 1.0;
constexpr double doubtfulNoises = 3.0;

constexpr double labelIsRight = 0.93; // before anything was measured; our judgement
constexpr double leastNoise = 0.15;   // finer than this a typical film is not known
// Above every honest tube and below nearly every false one in trials with made-up tubes (tests/paint/tst_label.cpp).
constexpr double unlikeItsLabel = 45;

RebuiltFilm rebuiltFrom(const Film& film, const Swatch& swatch, const Spectrum& paper, double noise)
{
    const Swatch own = swatchOf(film, paper);
    return {
        film,
        {deltaE00(own.full, swatch.full), deltaE00(own.thin, swatch.thin), deltaE00(own.overBlack, swatch.overBlack)},
        noise};
}

/// Between two films, K and S by their logarithms.
Film blended(const Film& one, const Film& other, double shareOfOne)
{
    Film film;
    const auto between = [&](double a, double b) {
        return std::exp(shareOfOne * std::log(a) + (1 - shareOfOne) * std::log(b));
    };
    for (std::size_t i = 0; i < bandCount; ++i) {
        film.absorption[i] = between(one.absorption[i], other.absorption[i]);
        film.scattering[i] = between(one.scattering[i], other.scattering[i]);
    }
    return film;
}

} // namespace

double RebuiltFilm::worstResidual() const
{
    return std::ranges::max(residual);
}

bool RebuiltFilm::fits() const
{
    return worstResidual() <= std::max(doubtful, doubtfulNoises * noise);
}

bool LabelledFilm::looksLikeItsLabel() const
{
    return labelCost <= unlikeItsLabel;
}

Swatch swatchOf(const Film& film, const Spectrum& paper)
{
    return {seenLab(film, wash::full, paper), seenLab(film, wash::thin, paper), seenLab(film, wash::full, blackLine())};
}

Swatch onWhitePaper(const Swatch& painted, const Lab& paperWhite)
{
    const Spectrum paper = paperSeenAs(paperWhite);
    const Film film = rebuildFilm(painted, paper).film;
    const Swatch there = swatchOf(film, paper);
    const Swatch here = swatchOf(film);
    const auto moved = [&](Lab Swatch::*colour) {
        const Lab& from = there.*colour;
        const Lab& to = here.*colour;
        const Lab& own = painted.*colour;
        return Lab{std::clamp(own.l + to.l - from.l, 0.0, 100.0), own.a + to.a - from.a, own.b + to.b - from.b};
    };
    return {moved(&Swatch::full), moved(&Swatch::thin), moved(&Swatch::overBlack)};
}

RebuiltFilm rebuildFilm(const Swatch& swatch, const Spectrum& paper, double noise)
{
    return rebuiltFrom(fitFilm(swatch, smoothPrior(), noise, paper).film, swatch, paper, noise);
}

LabelledFilm rebuildFilm(const Swatch& swatch, std::span<const ReferencePigment* const> label, double readingNoise)
{
    const double noise = std::max(readingNoise, leastNoise);
    const FilmFit smooth = fitFilm(swatch, smoothPrior(), noise, whitePaper());
    if (label.empty() || !std::ranges::all_of(label, [](const auto* row) { return tellsAShape(*row); }))
        return {rebuiltFrom(smooth.film, swatch, whitePaper(), noise), 0,
                doubtOf(smoothPrior(), smooth.unknowns, smooth.covariance), 0};
    const FilmPrior prior = labelPrior(label);
    const FilmFit typical = fitFilm(swatch, prior, noise, whitePaper());
    const double odds = (1 - labelIsRight) / labelIsRight * std::exp(smooth.logEvidence - typical.logEvidence);
    const double believed = 1 / (1 + odds);
    return {rebuiltFrom(blended(typical.film, smooth.film, believed), swatch, whitePaper(), noise), believed,
            believed > 0.5 ? doubtOf(prior, typical.unknowns, typical.covariance)
                           : doubtOf(smoothPrior(), smooth.unknowns, smooth.covariance),
            typical.cost};
}

std::vector<LikelyPigment> likelyPigments(const Swatch& swatch, double readingNoise, const ReferenceTable& table,
                                          std::size_t most)
{
    std::vector<std::pair<double, LikelyPigment>> tried;
    for (const ReferencePigment& row : table.pigments()) {
        if (!tellsAShape(row))
            continue;
        const std::array one{&row};
        const FilmFit fit = fitFilm(swatch, labelPrior(one), std::max(readingNoise, leastNoise), whitePaper());
        tried.push_back({fit.logEvidence, {&row, fit.cost}});
    }
    std::ranges::stable_sort(tried, std::ranges::greater(), [](const auto& one) { return one.first; });
    std::vector<LikelyPigment> likely;
    for (std::size_t i = 0; i < std::min(most, tried.size()); ++i)
        likely.push_back(tried[i].second);
    return likely;
}

LabelledFilm FilmCache::rebuilt(const Swatch& swatch, const std::vector<const ReferencePigment*>& label,
                                double readingNoise)
{
    const Question question{{swatch.full.l, swatch.full.a, swatch.full.b, swatch.thin.l, swatch.thin.a, swatch.thin.b,
                             swatch.overBlack.l, swatch.overBlack.a, swatch.overBlack.b, readingNoise},
                            label};
    {
        const std::scoped_lock lock(m_mutex);
        if (const auto found = m_films.find(question); found != m_films.end())
            return found->second;
    }
    const LabelledFilm film = rebuildFilm(swatch, label, readingNoise);
    const std::scoped_lock lock(m_mutex);
    return m_films.emplace(question, film).first->second;
}

} // namespace iris
