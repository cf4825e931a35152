#include "notebook/studio.h"

#include "base/parallel.h"
#include "colour/deltae.h"

#include <algorithm>
#include <map>

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

std::vector<Paint> paintsOf(const Notebook& notebook, FilmCache& films, const Studio& before)
{
    const std::vector<Tube>& tubes = notebook.tubes;
    const bool sameReadings = notebook.swatches == before.notebook.swatches;
    const ReadingNoises noises(notebook.swatches);
    const ReadingNoises noisesBefore(sameReadings ? std::vector<SwatchRecord>{} : before.notebook.swatches);
    std::vector<Paint> paints(tubes.size());
    std::vector<std::size_t> changed;
    for (std::size_t place = 0; place < paints.size(); ++place) {
        const auto same = before.placeOf(tubes[place].id);
        if (same && before.notebook.tubes[*same] == tubes[place]
            && (sameReadings || noisesBefore.of(before.notebook.tubes[*same]) == noises.of(tubes[place])))
            paints[place] = before.unlearnt[*same];
        else
            changed.push_back(place);
    }
    // A long list that comes in at once would take long if its films were found one after the other.
    inParallel(changed.size(), {}, [&](std::size_t i) {
        const Tube& tube = tubes[changed[i]];
        paints[changed[i]] =
            paintOf(tube, ReferenceTable::shipped(), films, noises.of(tube)).value_or(unknownPaint(tube));
    });
    return paints;
}

/// How far a square lies from what is expected of it without having learnt anything, at the wash that was meant.
MixLesson unlearntLesson(const PaintedMix& square, std::span<const Paint> paints)
{
    MixLesson lesson;
    lesson.thickness = square.wash;
    lesson.leftOutColour = colourOf({square.parts, square.wash}, paints);
    const double miss = deltaE00(lesson.leftOutColour, square.colour);
    lesson.before = lesson.after = lesson.leftOut = lesson.leftOutAsLaid = miss;
    return lesson;
}

/// What an earlier studio had learnt, for the tubes and mixes that are still there; the rest as before anything was
/// painted. Of a tube whose own reading has changed only the strength is carried over.
Learned carriedLearning(const Studio& from, const Studio& to)
{
    Learned learned = beforePainting(to.unlearnt, learningOptionsOf(to.notebook));
    for (std::size_t then = 0; then < from.notebook.tubes.size(); ++then)
        if (const auto now = to.placeOf(from.notebook.tubes[then].id))
            learned.strengths[*now] *= from.learned.strengths[then] / from.unlearnt[then].strength;
    std::vector<std::size_t> rows; // of the covariance then
    std::size_t row = 0;
    for (std::size_t i = 0; i < from.learned.touched.size(); ++i) {
        const std::size_t then = from.learned.touched[i];
        const std::size_t unknowns = 1 + from.learned.bends[i].size();
        const auto now = to.placeOf(from.notebook.tubes[then].id);
        if (now && to.unlearnt[*now].doubt == from.unlearnt[then].doubt) {
            learned.touched.push_back(*now); // tubes are in the order of their ids in both
            learned.bends.push_back(from.learned.bends[i]);
            for (std::size_t which = 0; which < unknowns; ++which)
                rows.push_back(row + which);
        }
        row += unknowns;
    }
    learned.rows = rowsOf(learned.bends);
    for (const std::size_t one : rows)
        for (const std::size_t other : rows)
            learned.covariance.push_back(from.learned.covariance[one * row + other]);
    std::map<MixId, std::size_t> lessons;
    for (std::size_t i = 0; i < from.lessons.mixes.size(); ++i)
        lessons.emplace(from.lessons.mixes[i], i);
    for (std::size_t i = 0; i < to.lessons.mixes.size(); ++i) {
        const auto then = lessons.find(to.lessons.mixes[i]);
        learned.lessons.push_back(then == lessons.end() ? unlearntLesson(to.lessons.squares[i], to.unlearnt)
                                                        : from.learned.lessons[then->second]);
    }
    return learned;
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

StudioPtr studioOf(Notebook notebook, FilmCache& films, const StudioPtr& before, std::size_t mostAtOnce)
{
    const Studio none;
    const Studio& old = before ? *before : none;
    auto studio = std::make_shared<Studio>();
    studio->notebook = std::move(notebook);
    const Notebook& now = studio->notebook;
    studio->unlearnt = paintsOf(now, films, old);
    studio->painted = PaintedMixes(now);
    studio->lessons = lessonsOf(now);
    const bool taughtTheSame = studio->unlearnt == old.unlearnt && studio->lessons.squares == old.lessons.squares
                               && learningOptionsOf(now) == learningOptionsOf(old.notebook);
    if (before && taughtTheSame) {
        studio->learned = old.learned;
        studio->behind = old.behind;
    } else if (studio->lessons.squares.size() <= mostAtOnce) {
        studio->learned = learnFrom(studio->unlearnt, studio->lessons.squares, learningOptionsOf(now));
    } else {
        studio->learned = carriedLearning(old, *studio);
        studio->behind = true;
    }
    studio->paints = asLearnt(studio->unlearnt, studio->learned);
    return studio;
}

StudioPtr learnt(const StudioPtr& studio, std::stop_token stop)
{
    auto now = std::make_shared<Studio>(*studio);
    now->learned = learnFrom(now->unlearnt, now->lessons.squares, learningOptionsOf(now->notebook), std::move(stop));
    now->paints = asLearnt(now->unlearnt, now->learned);
    now->behind = false;
    return now;
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
