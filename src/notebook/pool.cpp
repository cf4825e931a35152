#include "notebook/pool.h"

#include "base/csvreader.h"
#include "base/text.h"

#include <algorithm>
#include <numeric>

namespace iris {
namespace {

constexpr int mostSold = 3;
constexpr double againstRare = 0.25;
constexpr double againstBlack = 1; ///< to be bought: most teachers mix theirs (common practice)

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
    case Pool::Table:
    case Pool::Everything: return isAtHand(tube);
    }
    return false;
}

bool isTheSame(const Tube& tube, const ReferencePigment& row)
{
    return isAtHand(tube) && tube.codes.size() == 1 && tube.codes.front() == row.code
           && (tube.form.empty() || lowered(tube.form) == lowered(row.form));
}

/// The rows of the table that may be bought from a shelf and are not at hand already.
std::vector<const ReferencePigment*> rowsToBuy(const Notebook& notebook, Shelf shelf)
{
    std::vector<const ReferencePigment*> rows;
    for (const ReferencePigment& row : ReferenceTable::shipped().pigments())
        if (standsOn(shelf, paintOf(row))
            && std::ranges::none_of(notebook.tubes, [&](const Tube& tube) { return isTheSame(tube, row); }))
            rows.push_back(&row);
    return rows;
}

void addRows(const Notebook& notebook, Shelf shelf, TubePool& pool)
{
    for (const ReferencePigment* row : rowsToBuy(notebook, shelf)) {
        pool.paints.push_back(paintOf(*row));
        pool.tubes.push_back({});
        pool.forms.push_back(row->form);
    }
}

/// What one preference holds against each paint of a pool, 0 to 1.
std::vector<double> heldAgainst(Preference preference, const TubePool& pool, const Notebook& notebook)
{
    std::vector<double> against;
    const auto price = [&](std::size_t place) {
        const Tube* tube = pool.isOwned(place) ? notebook.tube(pool.tubes[place]) : nullptr;
        return tube ? tube->stock.pricePerMl() : std::nullopt;
    };
    double dearest = 0;
    for (std::size_t place = 0; place < pool.paints.size(); ++place)
        dearest = std::max(dearest, price(place).value_or(0));
    TubeTerms metals;
    metals.noListedMetals = true;
    for (std::size_t place = 0; place < pool.paints.size(); ++place) {
        const Paint& paint = pool.paints[place];
        double held = 0;
        switch (preference) {
        case Preference::Owned: {
            const Tube* tube = notebook.tube(pool.tubes[place]);
            held = tube && isAtHand(*tube) ? 0 : 1;
            break;
        }
        case Preference::Cheap: held = dearest > 0 ? price(place).value_or(dearest / 2) / dearest : 0; break;
        case Preference::Lightfast: held = (paint.lightfastness - 1) / 4.0; break;
        case Preference::Transparent:
            held = static_cast<double>(paint.transparency().kind) / static_cast<double>(TransparencyClass::Opaque);
            break;
        case Preference::NoListedMetals: held = letsThrough(metals, paint) ? 0 : 1; break;
        case Preference::SinglePigments: held = paint.codes.size() > 1 ? 1 : 0; break;
        case Preference::FewThrees:
        case Preference::Forgiving: break; // of recipes, not of tubes
        }
        against.push_back(held);
    }
    return against;
}

} // namespace

std::vector<std::size_t> addToBuy(std::vector<Paint>& paints, const Notebook& notebook, Shelf shelf)
{
    std::vector<std::size_t> places;
    for (const ReferencePigment* row : rowsToBuy(notebook, shelf)) {
        places.push_back(paints.size());
        paints.push_back(paintOf(*row));
    }
    return places;
}

Limits limitsOf(const PaletteWishes& wishes, const TubePool& pool, const Notebook& notebook)
{
    Limits limits;
    limits.school = wishes.school;
    limits.red = wishes.red;
    limits.places = wishes.places;
    limits.mostTubes = wishes.mostTubes;
    limits.never = pool.leftOut;
    limits.surely = wishes.sure > 0;
    limits.againstMixedPrimaries = 1;
    for (std::size_t place = 0; place < pool.tubes.size(); ++place)
        if (pool.isOwned(place) && holds(wishes.must, pool.tubes[place]))
            limits.must.push_back(place);
    const bool buys = std::ranges::count(pool.tubes, TubeId{}) > 0;
    if (buys || !wishes.prefer.empty())
        limits.heldAgainst.assign(pool.paints.size(), 0);
    for (std::size_t place = 0; buys && place < pool.paints.size(); ++place)
        if (!pool.isOwned(place)) // of what does equally well, what is easy to get
            limits.heldAgainst[place] += (mostSold - pool.paints[place].sold) * againstRare
                                         + (pool.paints[place].family == HueFamily::Black ? againstBlack : 0);
    for (const Preference preference : wishes.prefer) {
        const std::vector<double> held = heldAgainst(preference, pool, notebook);
        for (std::size_t place = 0; place < held.size(); ++place)
            limits.heldAgainst[place] += held[place];
        limits.againstThrees += preference == Preference::FewThrees ? 1 : 0;
    }
    return limits;
}

std::vector<std::vector<double>> surestFirst(Choice& choice, std::span<const Need> needs, std::span<const Paint> paints,
                                             const Learned& learned, std::stop_token stop)
{
    std::vector<std::pair<std::vector<double>, PaletteSet>> weighed;
    for (PaletteSet& set : choice.sets) {
        std::vector<double> sure = surenessOf(set, needs, paints, learned, {}, stop);
        weighed.emplace_back(std::move(sure), std::move(set));
    }
    std::ranges::stable_sort(weighed, {}, [](const auto& one) {
        const auto& [sure, set] = one;
        return std::pair(set.heldAgainst, -std::accumulate(sure.begin(), sure.end(), 0.0));
    });
    std::vector<std::vector<double>> sureness;
    for (std::size_t i = 0; i < weighed.size(); ++i) {
        choice.sets[i] = std::move(weighed[i].second);
        sureness.push_back(std::move(weighed[i].first));
    }
    return sureness;
}

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

namespace {

Aim aimOf(const Need& need)
{
    return {need.target, need.tolerance, lightnessFactor(need)};
}

} // namespace

std::vector<double> surenessOf(const PaletteSet& set, std::span<const Need> needs, std::span<const Paint> paints,
                               const Learned& learned, const SurenessOptions& options, std::stop_token stop)
{
    std::vector<double> sure(needs.size());
    for (std::size_t n = 0; n < needs.size() && !stop.stop_requested(); ++n)
        if (set.answers[n].met || set.answers[n].isUnsure(needs[n]))
            sure[n] = set.answers[n].match.recipe.isBarePaper()
                          ? 1
                          : sureness(set.answers[n].match.recipe, paints, learned, aimOf(needs[n]), options);
    return sure;
}

SureTest sureTestOf(std::vector<Paint> paints, Learned learned, int timesIn100)
{
    return
        [paints = std::move(paints), learned = std::move(learned), timesIn100](const Recipe& recipe, const Need& need) {
            return isAtLeastSure(timesIn100 / 100.0, recipe, paints, learned, aimOf(need));
        };
}

TubePool poolOf(const Notebook& notebook, std::span<const Paint> paints, const PaletteWishes& wishes)
{
    TubePool pool;
    pool.paints.assign(paints.begin(), paints.end());
    for (const Tube& tube : notebook.tubes) {
        pool.tubes.push_back(tube.id);
        pool.forms.push_back(tube.form);
    }
    if (const auto shelf = shelfOf(wishes.pool))
        addRows(notebook, *shelf, pool);
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
