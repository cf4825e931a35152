#include "notebook/listtobuy.h"

#include "base/csvreader.h"
#include "base/text.h"
#include "colour/deltae.h"
#include "paint/ratings.h"
#include "words/paintwords.h"

#include <algorithm>

namespace iris {
namespace {

constexpr std::size_t mostInstead = 2;

/// How much two paints look alike, in full and thin wash together.
double apartInBoth(const Paint& one, const Paint& other)
{
    return (deltaE00(one.swatch.full, other.swatch.full) + deltaE00(one.swatch.thin, other.swatch.thin)) / 2;
}

/// The tubes that another set of as many has in the place of one.
std::vector<std::size_t> doAsWell(std::size_t tube, const std::vector<std::size_t>& set,
                                  const std::vector<std::vector<std::size_t>>& equals)
{
    for (const TubeSwap& swap : swapsOf(set, equals))
        if (swap.tube == tube)
            return swap.instead;
    return {};
}

/// What looks most like a paint and can be bought as easily, nearest first.
std::vector<Paint> lookAlikes(const Paint& paint)
{
    constexpr double much = 14;
    std::vector<Paint> table;
    addTable(table, Shelf::Usual);
    std::erase_if(table, [&](const Paint& other) {
        return other.codes == paint.codes || other.family != paint.family || apartInBoth(paint, other) > much;
    });
    std::ranges::sort(table, {}, [&](const Paint& other) { return apartInBoth(paint, other); });
    return table;
}

/// What it is asked for besides its own name.
std::vector<std::string> namesInShops(const Paint& paint, const std::string& form)
{
    constexpr std::size_t most = 2;
    if (paint.codes.size() != 1)
        return {};
    const auto row = ReferenceTable::shipped().find(paint.codes.front().text() + (form.empty() ? "" : '/' + form));
    if (!row)
        return {};
    std::vector<std::string> names = (*row)->alsoCalled;
    std::erase_if(names, [&](const std::string& name) { return lowered(name) == lowered(paint.name); });
    names.resize(std::min(names.size(), most));
    return names;
}

ToBuy toBuy(std::size_t tube, const std::vector<std::size_t>& set, const TubePool& pool,
            const std::vector<std::vector<std::size_t>>& equals)
{
    ToBuy one{pool.paints[tube], pool.forms[tube], namesInShops(pool.paints[tube], pool.forms[tube]), {}, {}};
    std::vector<std::size_t> others = doAsWell(tube, set, equals);
    std::erase_if(others, [&](std::size_t other) { return fades(pool.paints[other].lightfastness); });
    std::ranges::stable_sort(others, std::greater<>(), [&](std::size_t other) { return pool.paints[other].sold; });
    for (const std::size_t other : others) {
        const bool isAnother = pool.paints[other].codes != one.paint.codes;
        if (pool.isOwned(other) && !one.owned)
            one.owned = pool.paints[other];
        else if (!pool.isOwned(other) && isAnother && one.instead.size() < mostInstead)
            one.instead.push_back({pool.paints[other], true});
    }
    for (Paint& other : lookAlikes(one.paint)) {
        const bool isThere = std::ranges::any_of(
            one.instead, [&](const ToBuy::Instead& known) { return known.paint.codes == other.codes; });
        if (one.instead.size() < mostInstead && !isThere)
            one.instead.push_back({std::move(other), false});
    }
    return one;
}

} // namespace

ListToBuy listToBuy(const std::vector<std::size_t>& tubes, const TubePool& pool,
                    const std::vector<std::vector<std::size_t>>& equals)
{
    ListToBuy list;
    for (const std::size_t tube : tubes)
        if (pool.isOwned(tube))
            list.have.push_back(pool.paints[tube]);
        else
            list.buy.push_back(toBuy(tube, tubes, pool, equals));
    return list;
}

std::string askForWords(const ToBuy& one)
{
    const std::string called = one.alsoCalled.empty() ? "" : ", also called " + joinedInWords(one.alsoCalled, "or");
    return nameAndCodes(one.paint) + called + "; " + std::string(soldWords(one.paint.sold)) + ".";
}

std::string insteadWords(const ToBuy& one)
{
    std::string words;
    if (one.owned)
        words = "Your own " + nameAndCodes(*one.owned) + " does as well. ";
    std::vector<std::string> others;
    for (const ToBuy::Instead& other : one.instead)
        others.push_back(nameAndCodes(other.paint)
                         + (other.doesAsWell ? ", which does as well" : ", which looks much like it"));
    if (others.empty())
        return words;
    return words + "Or " + others.front() + (others.size() > 1 ? "; or " + others.back() : "") + ".";
}

std::string shoppingCsv(const ListToBuy& list)
{
    std::string csv = csvLine({"name", "codes", "form", "also_called", "have", "sold", "or", "or_else"});
    const auto other = [](const ToBuy& one, std::size_t which) {
        return which < one.instead.size() ? guarded(nameAndCodes(one.instead[which].paint)) : std::string();
    };
    for (const ToBuy& one : list.buy)
        csv += csvLine({guarded(one.paint.name), guarded(textOf(one.paint.codes)), guarded(one.form),
                        guarded(joinedInWords(one.alsoCalled, "or")), "no", std::string(soldWords(one.paint.sold)),
                        other(one, 0), other(one, 1)});
    for (const Paint& own : list.have)
        csv += csvLine({guarded(own.name), guarded(textOf(own.codes)), "", "", "yes", "", "", ""});
    return csv;
}

} // namespace iris
