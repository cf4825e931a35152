#include "notebook/pool.h"

#include "base/csvreader.h"
#include "base/text.h"

#include <algorithm>

namespace iris {
namespace {

bool holds(const std::vector<TubeId>& list, TubeId id)
{
    return std::ranges::find(list, id) != list.end();
}

bool isIn(Pool pool, const Tube& tube)
{
    const Whereabouts where = tube.stock.where;
    switch (pool) {
    case Pool::Palette: return where == Whereabouts::Palette;
    case Pool::Drawer: return where == Whereabouts::Drawer;
    case Pool::Wished: return where != Whereabouts::UsedUp;
    case Pool::Owned:
    case Pool::Table: return isAtHand(tube);
    }
    return false;
}

bool isTheSame(const Tube& tube, const ReferencePigment& row)
{
    return isAtHand(tube) && tube.codes.size() == 1 && tube.codes.front() == row.code
           && (tube.form.empty() || lowered(tube.form) == lowered(row.form));
}

void addTable(const Notebook& notebook, TubePool& pool)
{
    for (const ReferencePigment& row : ReferenceTable::shipped().pigments()) {
        if (std::ranges::any_of(notebook.tubes, [&](const Tube& tube) { return isTheSame(tube, row); }))
            continue;
        pool.paints.push_back(paintOf(row));
        pool.paints.back().name = row.commonName;
        pool.tubes.push_back({});
        pool.forms.push_back(row.form);
    }
}

} // namespace

Learned learnedOf(const TubePool& pool, const Learned& learned)
{
    Learned all = learned;
    const auto rows = std::span(pool.paints).subspan(learned.paints());
    const Learned ofRows = beforePainting(rows);
    all.strengths.insert(all.strengths.end(), ofRows.strengths.begin(), ofRows.strengths.end());
    all.variances.insert(all.variances.end(), ofRows.variances.begin(), ofRows.variances.end());
    return all;
}

std::vector<Tube> wishedFor(std::span<const std::size_t> tubes, const TubePool& pool)
{
    std::vector<Tube> wished;
    for (const std::size_t place : tubes) {
        if (pool.isOwned(place))
            continue;
        Tube tube;
        tube.name = pool.paints[place].name;
        tube.codes = pool.paints[place].codes;
        tube.form = pool.forms[place];
        tube.stock.where = Whereabouts::WishList;
        wished.push_back(std::move(tube));
    }
    return wished;
}

std::string shoppingCsv(std::span<const std::size_t> tubes, const TubePool& pool)
{
    std::string csv = csvLine({"name", "codes", "form", "have"});
    for (const bool owned : {false, true})
        for (const std::size_t place : tubes)
            if (pool.isOwned(place) == owned) {
                std::vector<std::string> fields{guarded(pool.paints[place].name),
                                                guarded(textOf(pool.paints[place].codes)), guarded(pool.forms[place])};
                fields.emplace_back(owned ? "yes" : "no");
                csv += csvLine(fields);
            }
    return csv;
}

std::vector<double> surenessOf(const PaletteSet& set, std::span<const Need> needs, std::span<const Paint> paints,
                               const Learned& learned, const SurenessOptions& options, std::stop_token stop)
{
    std::vector<double> sure(needs.size());
    for (std::size_t n = 0; n < needs.size() && !stop.stop_requested(); ++n)
        if (set.answers[n].met)
            sure[n] = sureness(
                set.answers[n].match.recipe, paints, learned,
                [&](const Lab& colour) { return apartFrom(needs[n], colour); }, needs[n].tolerance, options);
    return sure;
}

TubePool poolOf(const Notebook& notebook, std::span<const Paint> paints, const PaletteWishes& wishes)
{
    TubePool pool;
    pool.paints.assign(paints.begin(), paints.end());
    for (const Tube& tube : notebook.tubes) {
        pool.tubes.push_back(tube.id);
        pool.forms.push_back(tube.form);
    }
    if (wishes.pool == Pool::Table)
        addTable(notebook, pool);
    for (std::size_t place = 0; place < pool.paints.size(); ++place) {
        const TubeId id = pool.tubes[place];
        if (id.value != 0 && holds(wishes.must, id))
            continue;
        const bool there = id.value == 0 || (isIn(wishes.pool, notebook.tubes[place]) && !holds(wishes.never, id));
        if (!there || !letsThrough(wishes.only, pool.paints[place]))
            pool.leftOut.push_back(place);
    }
    return pool;
}

} // namespace iris
