#include "notebook/drying.h"

#include <algorithm>
#include <set>

namespace iris {
namespace {

/// One thing that was read wet and dry: how much lighter it dried, and what was in it.
struct Dried {
    double lighter = 0;
    std::vector<TubeId> tubes;
};

void addCards(const Notebook& notebook, std::vector<Dried>& dried)
{
    std::set<TubeId> tubes;
    for (const SwatchRecord& swatch : notebook.swatches)
        tubes.insert(swatch.tube);
    for (const TubeId tube : tubes)
        if (const auto shift = dryingShift(notebook.swatches, tube))
            dried.push_back({shift->lighter, {tube}});
}

void addSquares(const Notebook& notebook, std::vector<Dried>& dried)
{
    std::map<std::pair<SheetId, int>, const MixRecord*> wet;
    for (const MixRecord& mix : notebook.mixes)
        if (mix.sheet.value != 0 && mix.wet && mix.painted)
            wet[{mix.sheet, mix.cell}] = &mix;
    for (const MixRecord& mix : notebook.mixes) {
        const auto before = wet.find({mix.sheet, mix.cell});
        if (mix.wet || !mix.painted || before == wet.end())
            continue;
        Dried one{mix.painted->l - before->second->painted->l, {}};
        for (const MixPart& part : mix.parts)
            one.tubes.push_back(part.tube);
        dried.push_back(std::move(one));
    }
}

} // namespace

std::optional<ExpectedDrying> expectedDrying(const Notebook& notebook, const std::vector<TubeId>& tubes)
{
    std::vector<Dried> dried;
    addCards(notebook, dried);
    addSquares(notebook, dried);
    const auto meanOf = [&](auto&& counts) -> std::optional<double> {
        double sum = 0;
        int read = 0;
        for (const Dried& one : dried)
            if (counts(one)) {
                sum += one.lighter;
                ++read;
            }
        return read > 0 ? std::optional(sum / read) : std::nullopt;
    };
    const auto own =
        meanOf([&](const Dried& one) { return std::ranges::find_first_of(one.tubes, tubes) != one.tubes.end(); });
    if (own)
        return ExpectedDrying{*own, true};
    const auto all = meanOf([](const Dried&) { return true; });
    return all ? std::optional(ExpectedDrying{*all, false}) : std::nullopt;
}

} // namespace iris
