#include "learning/worthpainting.h"

#include "learning/mixslope.h"
#include "learning/stepvector.h"
#include "mixing/ratios.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>
#include <optional>

namespace iris {
namespace {

/// Every paint that is asked about or may be used, in order: the others take no part.
std::vector<std::size_t> placesOf(const std::vector<std::size_t>& among, std::span<const WantedMix> wanted)
{
    std::vector<std::size_t> places = among;
    for (const WantedMix& want : wanted)
        for (const Part& part : want.recipe.parts)
            places.push_back(part.paint);
    std::ranges::sort(places);
    places.erase(std::unique(places.begin(), places.end()), places.end());
    return places;
}

/// A reading that could be taken: how it moves, seen, with what is unknown.
struct Look {
    std::vector<Eigen::Index> rows; ///< of those unknowns on the board
    Eigen::MatrixXd slopes;         ///< three numbers or nine, by unknown
    double sd = 1;                  ///< of each number
};

struct Candidate {
    Recipe recipe;
    Look look;
};

/// All that is unknown of some paints: its covariance C, and what is wanted of it, the mean squared miss tr(G C).
class Board {
public:
    Board(std::span<const Paint> paints, const Learned& known, std::vector<std::size_t> places)
        : m_paints(paints),
          m_places(std::move(places)),
          m_mostBends(m_places.size() > mostUnknowns / 2 ? 0
                                                         : mostUnknowns / std::max<std::size_t>(1, m_places.size()) - 1)
    {
        for (const std::size_t place : m_places) {
            m_first.push_back(m_size);
            m_size += 1 + static_cast<Eigen::Index>(std::min(m_mostBends, paints[place].doubt.count()));
        }
        setCovariance(known);
        m_goal = Eigen::MatrixXd::Zero(m_size, m_size);
    }

    void want(const WantedMix& mix)
    {
        const Look look = lookAt(mix.recipe, 1);
        for (Eigen::Index i = 0; i < look.slopes.cols(); ++i)
            for (Eigen::Index j = 0; j < look.slopes.cols(); ++j)
                m_goal(row(look, i), row(look, j)) += mix.weight * look.slopes.col(i).dot(look.slopes.col(j));
    }
    void wantIsKnown() { m_reach = m_covariance * m_goal * m_covariance; }

    double doubt() const { return m_goal.cwiseProduct(m_covariance).sum(); }

    /// A square of a recipe whose wash is matched.
    Look lookAt(const Recipe& recipe, double sd) const
    {
        Look look;
        look.sd = sd;
        const auto steps = slopesAtMatchedWash(slopeOf(recipe, m_paints, m_mostBends));
        look.slopes.resize(3, static_cast<Eigen::Index>(steps.size()));
        for (std::size_t i = 0; i < steps.size(); ++i)
            look.slopes.col(static_cast<Eigen::Index>(i)) = vectorOf(steps[i]);
        for (const Unknown& unknown : unknownsOf(recipe, m_paints, m_mostBends))
            look.rows.push_back(firstOf(unknown.paint) + static_cast<Eigen::Index>(unknown.which));
        return look;
    }

    /// A card of one tube: full, thin and over the black line. Its strength does not show.
    Look lookAtCard(std::size_t paint, double sd) const
    {
        Look look;
        look.sd = sd;
        const auto bends = static_cast<Eigen::Index>(std::min(m_mostBends, m_paints[paint].doubt.count()));
        look.slopes.resize(9, bends);
        for (Eigen::Index bend = 0; bend < bends; ++bend)
            look.rows.push_back(firstOf(paint) + 1 + bend);
        const auto add = [&](double wash, const Spectrum& backing, Eigen::Index at) {
            const MixSlope slope = slopeOf({{{paint, 1}}, wash}, m_paints, m_mostBends, backing);
            for (Eigen::Index bend = 0; bend < bends; ++bend)
                look.slopes.block<3, 1>(at, bend) =
                    vectorOf(seenStep(slope.colour, slope.perBend[0][static_cast<std::size_t>(bend)]));
        };
        add(wash::full, whitePaper(), 0);
        add(wash::thin, whitePaper(), 3);
        add(wash::full, blackLine(), 6);
        return look;
    }

    /// How much of the doubt such a reading takes away.
    double gain(const Look& look) const { return spreadOf(look).ldlt().solve(within(m_reach, look)).trace(); }

    /// The board once it was read.
    void read(const Look& look)
    {
        Eigen::MatrixXd along(m_size, look.slopes.rows()); // C H'
        along.setZero();
        for (Eigen::Index i = 0; i < look.slopes.cols(); ++i)
            along += m_covariance.col(row(look, i)) * look.slopes.col(i).transpose();
        const Eigen::MatrixXd lower = spreadOf(look).llt().matrixL();
        const Eigen::MatrixXd part =
            lower.triangularView<Eigen::Lower>().solve(along.transpose()).transpose(); // C becomes C - P P'
        const Eigen::MatrixXd goalPart = m_goal * part;
        const Eigen::MatrixXd back = m_covariance * goalPart;
        m_reach +=
            part * (part.transpose() * goalPart) * part.transpose() - back * part.transpose() - part * back.transpose();
        m_covariance -= part * part.transpose();
    }

private:
    static constexpr std::size_t mostUnknowns = 1500;

    void setCovariance(const Learned& known)
    {
        m_covariance = Eigen::MatrixXd::Zero(m_size, m_size);
        const auto unknowns = [&](std::size_t i) {
            return (i + 1 < m_first.size() ? m_first[i + 1] : m_size) - m_first[i];
        };
        for (std::size_t i = 0; i < m_places.size(); ++i)
            for (std::size_t j = 0; j <= i; ++j) {
                if (i != j && !(known.isTouched(m_places[i]) && known.isTouched(m_places[j])))
                    continue;
                for (Eigen::Index r = 0; r < unknowns(i); ++r)
                    for (Eigen::Index c = 0; c < unknowns(j); ++c)
                        m_covariance(m_first[i] + r, m_first[j] + c) = m_covariance(m_first[j] + c, m_first[i] + r) =
                            known.covarianceOf(Unknown{m_places[i], static_cast<std::size_t>(r)},
                                               Unknown{m_places[j], static_cast<std::size_t>(c)});
            }
    }
    Eigen::Index firstOf(std::size_t paint) const
    {
        return m_first[static_cast<std::size_t>(std::ranges::lower_bound(m_places, paint) - m_places.begin())];
    }
    static Eigen::Index row(const Look& look, Eigen::Index i) { return look.rows[static_cast<std::size_t>(i)]; }

    /// H M H' for the slopes H of a look.
    static Eigen::MatrixXd within(const Eigen::MatrixXd& matrix, const Look& look)
    {
        const Eigen::Index count = look.slopes.cols();
        Eigen::MatrixXd inside(count, count);
        for (Eigen::Index i = 0; i < count; ++i)
            for (Eigen::Index j = 0; j < count; ++j)
                inside(i, j) = matrix(row(look, i), row(look, j));
        return look.slopes * inside * look.slopes.transpose();
    }
    Eigen::MatrixXd spreadOf(const Look& look) const
    {
        Eigen::MatrixXd spread = within(m_covariance, look);
        spread.diagonal().array() += look.sd * look.sd;
        return spread;
    }

    std::span<const Paint> m_paints;
    std::vector<std::size_t> m_places;
    std::size_t m_mostBends;
    std::vector<Eigen::Index> m_first;
    Eigen::Index m_size = 0;
    Eigen::MatrixXd m_covariance;
    Eigen::MatrixXd m_goal;
    Eigen::MatrixXd m_reach; ///< C G C
};

std::vector<std::size_t> amongOf(std::span<const Paint> paints, const WorthOptions& options)
{
    std::vector<std::size_t> among = options.among;
    for (std::size_t i = 0; options.among.empty() && i < paints.size(); ++i)
        among.push_back(i);
    return among;
}

/// Nothing when stopped.
std::optional<Board> boardOf(std::span<const Paint> paints, const Learned& known, std::span<const WantedMix> wanted,
                             const WorthOptions& options)
{
    Board board(paints, known, placesOf(amongOf(paints, options), wanted));
    for (const WantedMix& mix : wanted) {
        if (options.stop.stop_requested())
            return std::nullopt;
        board.want(mix);
    }
    board.wantIsKnown();
    return board;
}

/// Every pair, each at the ratio that tells most about what is wanted.
std::vector<Candidate> candidatesOf(std::span<const Paint> paints, const Board& board, const WorthOptions& options)
{
    const std::vector<std::size_t> among = amongOf(paints, options);
    std::vector<Candidate> candidates;
    for (std::size_t i = 0; i < among.size() && !options.stop.stop_requested(); ++i)
        for (std::size_t j = i + 1; j < among.size(); ++j) {
            Candidate best;
            double most = -1;
            for (const double share : {0.35, 0.5, 0.65}) {
                const Recipe recipe = pairAt(paints, among[i], among[j], share, options.wash, options.handling);
                Look look = board.lookAt(recipe, options.readingSd);
                if (const double gain = board.gain(look); gain > most) {
                    most = gain;
                    best = {recipe, std::move(look)};
                }
            }
            candidates.push_back(std::move(best));
        }
    return candidates;
}

} // namespace

Recipe pairAt(std::span<const Paint> paints, std::size_t first, std::size_t second, double share, double wash,
              Handling handling)
{
    const auto parts = nearestParts((1 - share) / paints[first].strength / (share / paints[second].strength), handling);
    return {{{first, parts[0]}, {second, parts[1]}}, wash, handling};
}

std::vector<WantedMix> everyPair(std::span<const Paint> paints, Handling handling, double wash, double weight)
{
    std::vector<WantedMix> wanted;
    for (std::size_t i = 0; i < paints.size(); ++i)
        for (std::size_t j = i + 1; j < paints.size(); ++j)
            wanted.push_back({pairAt(paints, i, j, 0.5, wash, handling), weight});
    return wanted;
}

std::vector<WorthSquare> worthPainting(std::span<const Paint> paints, const Learned& known,
                                       std::span<const WantedMix> wanted, const WorthOptions& options)
{
    std::optional<Board> board = boardOf(paints, known, wanted, options);
    if (!board)
        return {};
    std::vector<Candidate> candidates = candidatesOf(paints, *board, options);
    const double doubt = board->doubt();
    std::vector<WorthSquare> squares;
    while (squares.size() < options.squares && !candidates.empty() && doubt > 0) {
        if (options.stop.stop_requested())
            return {};
        std::vector<double> gains;
        for (const Candidate& candidate : candidates)
            gains.push_back(board->gain(candidate.look));
        const auto best = std::ranges::max_element(gains);
        if (*best <= 0)
            break;
        const auto chosen = candidates.begin() + (best - gains.begin());
        squares.push_back({chosen->recipe, expectedMiss(chosen->recipe, paints, known), *best / doubt});
        board->read(chosen->look);
        candidates.erase(chosen);
    }
    return squares;
}

std::vector<WorthCard> cardsWorthReading(std::span<const Paint> paints, const Learned& known,
                                         std::span<const WantedMix> wanted, const WorthOptions& options)
{
    const std::optional<Board> board = boardOf(paints, known, wanted, options);
    std::vector<WorthCard> cards;
    if (!board || board->doubt() <= 0)
        return cards;
    for (const std::size_t paint : amongOf(paints, options)) {
        const double gain = board->gain(board->lookAtCard(paint, noise::card));
        if (gain > 0)
            cards.push_back({paint, gain / board->doubt()});
    }
    std::ranges::stable_sort(cards, std::greater(), &WorthCard::share);
    return cards;
}

std::optional<WorthCard> cardBeforeSquares(std::span<const WorthCard> cards, std::span<const WorthSquare> squares)
{
    double next = 0;
    for (const WorthSquare& square : squares.first(std::min<std::size_t>(4, squares.size())))
        next += square.share;
    return !cards.empty() && cards.front().share > next ? std::optional(cards.front()) : std::nullopt;
}

} // namespace iris
