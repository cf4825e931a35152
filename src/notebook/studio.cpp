#include "notebook/studio.h"

#include "base/parallel.h"

#include <algorithm>

namespace iris {
namespace {

/// A tube of unknown pigments without a swatch shows as bare paper until it has one.
Paint unknownPaint(const Tube& tube)
{
    Paint unknown;
    unknown.name = tube.name;
    unknown.codes = tube.codes;
    unknown.swatch = swatchOf(unknown.film);
    return unknown;
}

std::vector<Paint> paintsOf(const std::vector<Tube>& tubes, FilmCache& films, const Studio& before)
{
    std::vector<Paint> paints(tubes.size());
    std::vector<std::size_t> changed;
    for (std::size_t place = 0; place < paints.size(); ++place) {
        const auto same = before.placeOf(tubes[place].id);
        if (same && before.notebook.tubes[*same] == tubes[place])
            paints[place] = before.unlearnt[*same];
        else
            changed.push_back(place);
    }
    // A long list that comes in at once would take long if its films were found one after the other.
    inParallel(changed.size(), {}, [&](std::size_t i) {
        const Tube& tube = tubes[changed[i]];
        paints[changed[i]] = paintOf(tube, ReferenceTable::shipped(), films).value_or(unknownPaint(tube));
    });
    return paints;
}

} // namespace

std::optional<std::size_t> Studio::placeOf(TubeId id) const
{
    const auto found = std::ranges::lower_bound(notebook.tubes, id, {}, &Tube::id);
    if (found == notebook.tubes.end() || found->id != id)
        return std::nullopt;
    return static_cast<std::size_t>(found - notebook.tubes.begin());
}

std::vector<std::size_t> Studio::atHand() const
{
    std::vector<std::size_t> places;
    for (std::size_t place = 0; place < notebook.tubes.size(); ++place)
        if (isAtHand(notebook.tubes[place]))
            places.push_back(place);
    return places;
}

StudioPtr studioOf(Notebook notebook, FilmCache& films, const StudioPtr& before)
{
    const Studio none;
    const Studio& old = before ? *before : none;
    auto studio = std::make_shared<Studio>();
    studio->notebook = std::move(notebook);
    const Notebook& now = studio->notebook;
    studio->unlearnt = paintsOf(now.tubes, films, old);
    studio->lessons = lessonsOf(now);
    const bool taughtTheSame = studio->unlearnt == old.unlearnt && studio->lessons.squares == old.lessons.squares
                               && learningOptionsOf(now) == learningOptionsOf(old.notebook);
    studio->learned = before && taughtTheSame
                          ? old.learned
                          : learnStrengths(studio->unlearnt, studio->lessons.squares, learningOptionsOf(now));
    studio->paints = withStrengths(studio->unlearnt, studio->learned);
    return studio;
}

std::optional<Recipe> carriedOver(const Recipe& recipe, const Studio& from, const Studio& to)
{
    Recipe carried = recipe;
    for (Part& part : carried.parts) {
        const auto place = to.placeOf(from.notebook.tubes[part.paint].id);
        if (!place)
            return std::nullopt;
        part.paint = *place;
    }
    return carried;
}

} // namespace iris
