#include "notebook/shortfall.h"

#include "base/text.h"
#include "paint/ratings.h"
#include "words/paintwords.h"
#include "words/palettewords.h"

#include <algorithm>

namespace iris {
namespace {

constexpr std::size_t mostTold = 3;

std::optional<Shortfall::Helper> bestOf(const Need& need, const std::vector<Paint>& paints,
                                        const std::vector<std::size_t>& set, const std::vector<std::size_t>& others,
                                        Handling handling, std::stop_token stop)
{
    WorkOptions work;
    work.stop = stop;
    const std::vector<Closer> closers = closersOf(need, paints, set, others, handling, work);
    if (closers.empty())
        return std::nullopt;
    return Shortfall::Helper{paints[closers.front().paint], closers.front().match};
}

std::string helperWords(const Shortfall::Helper& helper, const Need& need, bool surely)
{
    const bool near = helper.match.apart <= need.tolerance;
    return nameAndCodes(helper.paint)
           + (near && surely ? " comes near enough as it is counted" // whether it would be sure enough was not tried
              : near         ? " would meet it"
                             : " comes nearest")
           + ", " + formatNumber(helper.match.apart, 1) + " apart";
}

} // namespace

std::vector<Shortfall> shortfallsOf(const ShownChoice& shown, std::stop_token stop)
{
    const TubePool& pool = shown.pool();
    const std::vector<Need>& needs = shown.needs();
    const Handling handling = shown.question->studio->notebook.handling;
    std::vector<Paint> paints = pool.paints;
    std::vector<std::size_t> owned, table, rare;
    for (std::size_t place = 0; place < pool.paints.size(); ++place)
        if (!std::ranges::binary_search(pool.leftOut, place))
            (pool.isOwned(place) ? owned : table).push_back(place);
    if (std::ranges::all_of(pool.tubes, [](TubeId tube) { return tube.value != 0; }))
        table = addToBuy(paints, shown.question->studio->notebook, Shelf::Usual);
    for (const std::size_t place : addToBuy(paints, shown.question->studio->notebook, Shelf::Everything))
        if (!standsOn(Shelf::Usual, paints[place]))
            rare.push_back(place);
    std::vector<Shortfall> shortfalls;
    for (std::size_t n = 0; n < needs.size() && shortfalls.size() < mostTold; ++n) {
        const NeedAnswer& answer = shown.set().answers[n];
        if (answer.met || answer.isUnsure(needs[n]))
            continue;
        const BeyondPaint beyond =
            beyondPaint(needs[n].target, needs[n].tolerance, PaintRange::ofWatercolour(handling.paper));
        if (beyond != BeyondPaint::No) {
            shortfalls.push_back({n, {}, {}, {}, beyond});
            continue;
        }
        Shortfall one{n, bestOf(needs[n], paints, shown.set().tubes, owned, handling, stop), {}, {}};
        const auto meets = [&](const std::optional<Shortfall::Helper>& helper) {
            return helper && helper->match.apart <= needs[n].tolerance;
        };
        if (!meets(one.owned))
            one.bought = bestOf(needs[n], paints, shown.set().tubes, table, handling, stop);
        if (!meets(one.owned) && !meets(one.bought))
            one.rarer = bestOf(needs[n], paints, shown.set().tubes, rare, handling, stop);
        if (!meets(one.rarer))
            one.rarer.reset();
        if (stop.stop_requested())
            return {};
        shortfalls.push_back(std::move(one));
    }
    return shortfalls;
}

std::string shortfallWords(const Shortfall& shortfall, const Need& need, bool surely)
{
    const auto& [place, owned, bought, rarer, beyond] = shortfall;
    if (beyond != BeyondPaint::No)
        return need.name + " is not met: it is " + std::string(beyondWords(beyond)) + ".";
    std::vector<std::string> helps;
    if (owned)
        helps.push_back("of yours " + helperWords(*owned, need, surely));
    if (bought && (!owned || bought->match.apart < owned->match.apart))
        helps.push_back("to buy, " + helperWords(*bought, need, surely));
    if (rarer)
        helps.push_back((fades(rarer->paint.lightfastness) ? "what fades, " : "hard to get, ")
                        + helperWords(*rarer, need, surely));
    if (helps.empty())
        helps.push_back("no one tube brings it nearer");
    std::string words = need.name + " is not met: " + helps.front();
    for (std::size_t i = 1; i < helps.size(); ++i)
        words += "; " + helps[i];
    return words + ".";
}

} // namespace iris
