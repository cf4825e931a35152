#include "palette/picturecolours.h"

#include "colour/deltae.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>
#include <numeric>
#include <optional>

namespace iris {
namespace {

constexpr double hardlyToldApart = 5; ///< deltaE00 between two colours that one puddle serves
constexpr double passedOver = 12;     ///< deltaE00 from every colour so far that makes an accent
constexpr double speck = 4e-4;        ///< share of the picture; less is a speck
constexpr double mostOfAnAccent = 0.03;
constexpr double vivid = 22;      ///< chroma of an accent
constexpr double endShare = 0.01; ///< of the picture that the darkest dark and the lightest light are the mean of
constexpr int mostRounds = 60;

double squared(const Lab& one, const Lab& other)
{
    const double l = one.l - other.l;
    const double a = one.a - other.a;
    const double b = one.b - other.b;
    return l * l + a * a + b * b;
}

std::size_t nearestTo(const Lab& colour, std::span<const Lab> middles)
{
    std::size_t nearest = 0;
    for (std::size_t i = 1; i < middles.size(); ++i)
        if (squared(colour, middles[i]) < squared(colour, middles[nearest]))
            nearest = i;
    return nearest;
}

/// A mean that grows.
struct Gathered {
    Lab sum{0, 0, 0};
    double share = 0;

    void add(const Lab& colour, double part)
    {
        sum = {sum.l + part * colour.l, sum.a + part * colour.a, sum.b + part * colour.b};
        share += part;
    }
    Lab mean() const { return {sum.l / share, sum.a / share, sum.b / share}; }
};

std::vector<Lab> spreadOut(const ColourCells& cells, std::size_t count)
{
    const auto heaviest = std::ranges::max_element(cells.shares) - cells.shares.begin();
    std::vector<Lab> starts{cells.colours[static_cast<std::size_t>(heaviest)]};
    std::vector<double> apart(cells.colours.size(), std::numeric_limits<double>::infinity());
    while (starts.size() < count) {
        std::size_t best = 0;
        double most = 0;
        for (std::size_t i = 0; i < apart.size(); ++i) {
            apart[i] = std::min(apart[i], squared(cells.colours[i], starts.back()));
            if (apart[i] * cells.shares[i] > most) {
                most = apart[i] * cells.shares[i];
                best = i;
            }
        }
        if (most == 0)
            break;
        starts.push_back(cells.colours[best]);
    }
    return starts;
}

/// Lloyd's iteration to its end.
std::vector<Lab> settled(const ColourCells& cells, std::vector<Lab> middles)
{
    for (int round = 0; round < mostRounds; ++round) {
        std::vector<Gathered> gathered(middles.size());
        for (std::size_t i = 0; i < cells.colours.size(); ++i)
            gathered[nearestTo(cells.colours[i], middles)].add(cells.colours[i], cells.shares[i]);
        std::vector<Lab> next;
        for (std::size_t m = 0; m < middles.size(); ++m)
            next.push_back(gathered[m].share > 0 ? gathered[m].mean() : middles[m]);
        if (next == middles)
            break;
        middles = std::move(next);
    }
    return middles;
}

/// The middle without which least is lost, and the cluster that is widest.
struct MiddleSwap {
    std::size_t leaves = 0;
    std::size_t splits = 0;
};
MiddleSwap likelySwap(const ColourCells& cells, std::span<const Lab> middles)
{
    std::vector<double> wide(middles.size());
    std::vector<double> lost(middles.size());
    for (std::size_t i = 0; i < cells.colours.size(); ++i) {
        const std::size_t nearest = nearestTo(cells.colours[i], middles);
        const double own = squared(cells.colours[i], middles[nearest]);
        double second = std::numeric_limits<double>::infinity();
        for (std::size_t m = 0; m < middles.size(); ++m)
            if (m != nearest)
                second = std::min(second, squared(cells.colours[i], middles[m]));
        wide[nearest] += cells.shares[i] * own;
        lost[nearest] += cells.shares[i] * (second - own);
    }
    return {static_cast<std::size_t>(std::ranges::min_element(lost) - lost.begin()),
            static_cast<std::size_t>(std::ranges::max_element(wide) - wide.begin())};
}

/// The cell of a middle's cluster that is farthest from it, by its share.
Lab outermost(const ColourCells& cells, std::span<const Lab> middles, std::size_t which)
{
    Lab farthest = middles[which];
    double most = 0;
    for (std::size_t i = 0; i < cells.colours.size(); ++i) {
        if (nearestTo(cells.colours[i], middles) != which)
            continue;
        const double pull = cells.shares[i] * squared(cells.colours[i], middles[which]);
        if (pull > most) {
            most = pull;
            farthest = cells.colours[i];
        }
    }
    return farthest;
}

/// The mean of the darkest, or lightest, part of the picture.
Lab endOf(const ColourCells& cells, bool lightest)
{
    std::vector<std::size_t> order(cells.colours.size());
    std::iota(order.begin(), order.end(), 0);
    std::ranges::stable_sort(order, {},
                             [&](std::size_t i) { return lightest ? -cells.colours[i].l : cells.colours[i].l; });
    Gathered gathered;
    for (const std::size_t i : order) {
        gathered.add(cells.colours[i], std::min(cells.shares[i], endShare - gathered.share));
        if (gathered.share >= endShare)
            break;
    }
    return gathered.mean();
}

double nearestOf(const Lab& colour, const std::vector<PictureColour>& colours)
{
    double least = std::numeric_limits<double>::infinity();
    for (const PictureColour& other : colours)
        least = std::min(least, deltaE00(colour, other.colour));
    return least;
}

void giveShares(const ColourCells& cells, std::vector<PictureColour>& colours)
{
    std::vector<Lab> plain;
    for (PictureColour& colour : colours) {
        colour.share = 0;
        plain.push_back(colour.colour);
    }
    const std::vector<std::size_t> nearest = nearestColours(cells, plain);
    for (std::size_t i = 0; i < nearest.size(); ++i)
        colours[nearest[i]].share += cells.shares[i];
}

/// Takes colours that are hardly told apart as one, the two nearest first.
std::vector<PictureColour> merged(std::vector<PictureColour> colours)
{
    while (colours.size() > 1) {
        double least = hardlyToldApart;
        std::pair<std::size_t, std::size_t> two;
        for (std::size_t i = 0; i < colours.size(); ++i)
            for (std::size_t j = i + 1; j < colours.size(); ++j)
                if (const double apart = deltaE00(colours[i].colour, colours[j].colour); apart < least) {
                    least = apart;
                    two = {i, j};
                }
        if (least == hardlyToldApart)
            break;
        Gathered both;
        both.add(colours[two.first].colour, colours[two.first].share);
        both.add(colours[two.second].colour, colours[two.second].share);
        colours[two.first] = {both.mean(), both.share, PictureRole::Common};
        colours.erase(colours.begin() + static_cast<std::ptrdiff_t>(two.second));
    }
    return colours;
}

/// The most telling vivid colour that all others pass over: its cell and what lies close around it.
std::optional<PictureColour> accentBeside(const ColourCells& cells, const std::vector<PictureColour>& colours)
{
    std::optional<PictureColour> accent;
    double most = 0;
    for (std::size_t i = 0; i < cells.colours.size(); ++i) {
        const Lab& colour = cells.colours[i];
        const double chroma = std::hypot(colour.a, colour.b);
        if (chroma < vivid)
            continue;
        const double apart = nearestOf(colour, colours);
        const double pull = apart * chroma * std::sqrt(cells.shares[i]);
        if (apart < passedOver || pull <= most)
            continue;
        Gathered around;
        for (std::size_t j = 0; j < cells.colours.size(); ++j)
            if (deltaE00(cells.colours[j], colour) < passedOver / 2)
                around.add(cells.colours[j], cells.shares[j]);
        if (around.share < speck)
            continue;
        most = pull;
        accent = {around.mean(), around.share, PictureRole::Accent};
    }
    return accent;
}

/// What the clusters themselves found that is small, vivid and far from the rest.
void markAccents(std::vector<PictureColour>& colours)
{
    constexpr double small = 0.01;
    for (PictureColour& colour : colours) {
        const double chroma = std::hypot(colour.colour.a, colour.colour.b);
        const bool alone = std::ranges::all_of(colours, [&](const PictureColour& other) {
            return &other == &colour || deltaE00(other.colour, colour.colour) >= passedOver;
        });
        if (colour.share < small && colour.share >= speck && chroma >= vivid && alone)
            colour.role = PictureRole::Accent;
    }
}

/// Makes room by taking out the common colour there is least of.
void makeRoom(std::vector<PictureColour>& colours, std::size_t most)
{
    while (colours.size() >= most) {
        auto least = colours.end();
        for (auto colour = colours.begin(); colour != colours.end(); ++colour)
            if (colour->role == PictureRole::Common && (least == colours.end() || colour->share < least->share))
                least = colour;
        if (least == colours.end())
            return;
        colours.erase(least);
    }
}

void addEnd(const ColourCells& cells, bool lightest, std::size_t most, std::vector<PictureColour>& colours)
{
    const Lab end = lightest ? lightestOf(cells) : darkestOf(cells);
    const PictureRole role = lightest ? PictureRole::Lightest : PictureRole::Darkest;
    const auto closest = std::ranges::min_element(
        colours, {}, [&](const PictureColour& colour) { return deltaE00(colour.colour, end); });
    if (closest != colours.end() && deltaE00(closest->colour, end) < hardlyToldApart) {
        *closest = {end, closest->share, role};
        return;
    }
    makeRoom(colours, most);
    colours.push_back({end, endShare, role});
}

} // namespace

Lab darkestOf(const ColourCells& cells)
{
    return endOf(cells, false);
}

Lab lightestOf(const ColourCells& cells)
{
    return endOf(cells, true);
}

double clusterSpread(const ColourCells& cells, std::span<const Lab> middles)
{
    double spread = 0;
    for (std::size_t i = 0; i < cells.colours.size(); ++i)
        spread += cells.shares[i] * squared(cells.colours[i], middles[nearestTo(cells.colours[i], middles)]);
    return spread;
}

std::vector<Lab> clusterMiddles(const ColourCells& cells, std::size_t count)
{
    if (cells.colours.empty() || count == 0)
        return {};
    std::vector<Lab> middles = settled(cells, spreadOut(cells, count));
    double spread = clusterSpread(cells, middles);
    for (std::size_t swaps = 0; middles.size() > 2 && swaps < count; ++swaps) {
        const MiddleSwap swap = likelySwap(cells, middles);
        std::vector<Lab> moved = middles;
        moved[swap.leaves] = outermost(cells, middles, swap.splits);
        moved = settled(cells, std::move(moved));
        const double movedSpread = clusterSpread(cells, moved);
        if (swap.leaves == swap.splits || movedSpread >= spread)
            break;
        middles = std::move(moved);
        spread = movedSpread;
    }
    return middles;
}

std::vector<PictureColour> pictureColours(const ColourCells& cells, std::size_t most)
{
    constexpr std::size_t mostAccents = 4;
    std::vector<PictureColour> colours;
    for (const Lab& middle : clusterMiddles(cells, most))
        colours.push_back({middle, 0, PictureRole::Common});
    if (colours.empty())
        return colours;
    giveShares(cells, colours);
    std::erase_if(colours, [](const PictureColour& colour) { return colour.share < speck; });
    colours = merged(std::move(colours));
    markAccents(colours);
    addEnd(cells, false, most, colours);
    addEnd(cells, true, most, colours);
    for (std::size_t i = 0; i < mostAccents; ++i) {
        const auto accent = accentBeside(cells, colours);
        if (!accent)
            break;
        makeRoom(colours, most);
        if (colours.size() >= most)
            break;
        colours.push_back(*accent);
    }
    giveShares(cells, colours);
    for (PictureColour& colour : colours)
        if (colour.role == PictureRole::Accent && colour.share > mostOfAnAccent)
            colour.role = PictureRole::Common;
    std::ranges::stable_sort(colours, std::greater<>(), [](const PictureColour& colour) { return colour.colour.l; });
    return colours;
}

std::vector<Need> needsFor(std::span<const PictureColour> colours)
{
    constexpr double much = 0.15;
    std::vector<Need> needs;
    for (const PictureColour& colour : colours) {
        Need need;
        need.target = colour.colour;
        need.tolerance = tolerance::workable;
        need.importance = colour.share >= much ? 3 : 2;
        need.terms.valueFirst = colour.role == PictureRole::Darkest || colour.role == PictureRole::Lightest;
        needs.push_back(std::move(need));
    }
    nameByColour(needs);
    return needs;
}

std::vector<Lab> splitColour(const ColourCells& cells, std::span<const Lab> colours, std::size_t which)
{
    const std::vector<std::size_t> nearest = nearestColours(cells, colours);
    ColourCells own;
    for (std::size_t i = 0; i < nearest.size(); ++i)
        if (nearest[i] == which) {
            own.colours.push_back(cells.colours[i]);
            own.shares.push_back(cells.shares[i]);
        }
    std::vector<Lab> two = clusterMiddles(own, 2);
    return two.size() == 2 && two[0] != two[1] ? two : std::vector<Lab>{};
}

} // namespace iris
