#include "notebook/studio.h"

#include "base/parallel.h"
#include "colour/deltae.h"

#include <algorithm>

namespace iris {
namespace {

/// Of a tube among those of a notebook, which stand in the order of their ids.
std::optional<std::size_t> placeIn(const std::vector<Tube>& tubes, TubeId id)
{
    const auto found = std::ranges::lower_bound(tubes, id, {}, &Tube::id);
    if (found == tubes.end() || found->id != id)
        return std::nullopt;
    return static_cast<std::size_t>(found - tubes.begin());
}

/// A tube of unknown pigments without a swatch shows as bare paper until it has one.
Paint unknownPaint(const Tube& tube)
{
    Paint unknown;
    unknown.name = tube.name;
    unknown.codes = tube.codes;
    unknown.swatch = swatchOf(unknown.film);
    return unknown;
}

/// The paints of the notebook's tubes; those of the studio before, as they are, when none has changed.
std::shared_ptr<const std::vector<Paint>> paintsOf(const Notebook& notebook, FilmCache& films, const Studio& before)
{
    const std::vector<Tube>& tubes = notebook.tubes;
    const bool sameReadings = notebook.swatches == before.notebook.swatches;
    const ReadingNoises noises(notebook.swatches);
    const ReadingNoises noisesBefore(sameReadings ? std::vector<SwatchRecord>{} : before.notebook.swatches);
    std::vector<std::optional<std::size_t>> same(tubes.size()); // where the paint of a place stands already
    std::vector<std::size_t> changed;
    for (std::size_t place = 0; place < tubes.size(); ++place) {
        const auto then = before.placeOf(tubes[place].id);
        if (then && before.notebook.tubes[*then] == tubes[place]
            && (sameReadings || noisesBefore.of(before.notebook.tubes[*then]) == noises.of(tubes[place])))
            same[place] = then;
        else
            changed.push_back(place);
    }
    // A long list that comes in at once would take long if its films were found one after the other.
    std::vector<Paint> made(changed.size());
    inParallel(changed.size(), {}, [&](std::size_t i) {
        const Tube& tube = tubes[changed[i]];
        made[i] = paintOf(tube, ReferenceTable::shipped(), films, noises.of(tube)).value_or(unknownPaint(tube));
    });
    const std::vector<std::string> names = namesApart(tubes);
    for (std::size_t i = 0; i < changed.size(); ++i)
        made[i].name = names[changed[i]];
    bool asBefore = tubes.size() == before.unlearnt.size();
    for (std::size_t place = 0; asBefore && place < tubes.size(); ++place)
        asBefore = !same[place] || (*same[place] == place && before.unlearnt[place].name == names[place]);
    for (std::size_t i = 0; asBefore && i < changed.size(); ++i)
        asBefore = made[i] == before.unlearnt[changed[i]];
    if (asBefore)
        return before.parts.unlearnt;
    auto paints = std::make_shared<std::vector<Paint>>(tubes.size());
    for (std::size_t place = 0; place < tubes.size(); ++place)
        if (same[place]) {
            (*paints)[place] = before.unlearnt[*same[place]];
            (*paints)[place].name = names[place];
        }
    for (std::size_t i = 0; i < changed.size(); ++i)
        (*paints)[changed[i]] = std::move(made[i]);
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
Learned carriedLearning(const Studio& from, const Notebook& to, const std::vector<Paint>& unlearnt,
                        const Lessons& teaching)
{
    Learned learned = beforePainting(unlearnt, learningOptionsOf(to));
    for (std::size_t then = 0; then < from.notebook.tubes.size(); ++then)
        if (const auto now = placeIn(to.tubes, from.notebook.tubes[then].id))
            learned.strengths[*now] *= from.learned.strengths[then] / from.unlearnt[then].strength;
    std::vector<std::size_t> rows; // of the covariance then
    std::size_t row = 0;
    for (std::size_t i = 0; i < from.learned.touched.size(); ++i) {
        const std::size_t then = from.learned.touched[i];
        const std::size_t unknowns = 1 + from.learned.bends[i].size();
        const auto now = placeIn(to.tubes, from.notebook.tubes[then].id);
        if (now && unlearnt[*now].doubt == from.unlearnt[then].doubt) {
            learned.touched.push_back(*now); // tubes are in the order of their ids in both
            learned.bends.push_back(from.learned.bends[i]);
            for (std::size_t which = 0; which < unknowns; ++which)
                rows.push_back(row + which);
        }
        row += unknowns;
    }
    learned.rows = rowsOf(learned.bends);
    if (rows.size() == row) { // all of it, in its order
        learned.covariance = from.learned.covariance;
    } else {
        std::vector<double> covariance;
        covariance.reserve(rows.size() * rows.size());
        for (const std::size_t one : rows)
            for (const std::size_t other : rows)
                covariance.push_back((*from.learned.covariance)[one * row + other]);
        learned.covariance = Shared(std::move(covariance));
    }
    learned.lessons.reserve(teaching.mixes.size());
    std::size_t then = 0;
    for (std::size_t i = 0; i < teaching.mixes.size(); ++i) {
        const MixId id = teaching.mixes[i];
        while (then < from.lessons.mixes.size() && from.lessons.mixes[then] < id)
            ++then;
        const bool known = then < from.lessons.mixes.size() && from.lessons.mixes[then] == id;
        learned.lessons.push_back(known ? from.learned.lessons[then] : unlearntLesson(teaching.squares[i], unlearnt));
    }
    return learned;
}

/// Whether a place means the same tube in both lists.
bool haveSamePlaces(const std::vector<Tube>& one, const std::vector<Tube>& other)
{
    return std::ranges::equal(one, other, {}, &Tube::id, &Tube::id);
}

} // namespace

std::optional<std::size_t> Studio::placeOf(TubeId id) const
{
    return placeIn(notebook.tubes, id);
}

std::vector<std::size_t> Studio::atHand() const
{
    std::vector<std::size_t> places;
    for (std::size_t place = 0; place < notebook.tubes.size(); ++place)
        if (isAtHand(notebook.tubes[place]))
            places.push_back(place);
    return places;
}

Studio::Studio()
    : Studio(StudioParts{{},
                         std::make_shared<std::vector<Paint>>(),
                         std::make_shared<std::vector<Paint>>(),
                         std::make_shared<PaintedMixes>(),
                         std::make_shared<Lessons>(),
                         std::make_shared<Learned>()})
{
}

Studio::Studio(StudioParts own)
    : parts(std::move(own)),
      notebook(parts.notebook),
      unlearnt(*parts.unlearnt),
      paints(*parts.paints),
      painted(*parts.painted),
      lessons(*parts.lessons),
      learned(*parts.learned),
      names(notebook.tubes),
      behind(parts.behind)
{
}

StudioPtr studioOf(Notebook notebook, FilmCache& films, const StudioPtr& before, std::size_t mostAtOnce)
{
    const Studio none;
    const Studio& old = before ? *before : none;
    StudioParts own;
    own.notebook = std::move(notebook);
    const Notebook& now = own.notebook;
    own.unlearnt = paintsOf(now, films, old);
    const bool samePaints = own.unlearnt == old.parts.unlearnt;
    const bool sameMixes = now.mixes == old.notebook.mixes && haveSamePlaces(now.tubes, old.notebook.tubes);
    own.painted = sameMixes ? old.parts.painted : std::make_shared<const PaintedMixes>(now);
    own.lessons = sameMixes ? old.parts.lessons : std::make_shared<const Lessons>(lessonsOf(now));
    const bool taughtTheSame = samePaints && (sameMixes || own.lessons->squares == old.lessons.squares)
                               && learningOptionsOf(now) == learningOptionsOf(old.notebook);
    if (before && taughtTheSame) {
        own.learned = old.parts.learned;
        own.paints = old.parts.paints;
        own.behind = old.behind;
        return std::make_shared<const Studio>(std::move(own));
    }
    own.behind = own.lessons->squares.size() > mostAtOnce;
    own.learned = std::make_shared<const Learned>(
        own.behind ? carriedLearning(old, now, *own.unlearnt, *own.lessons)
                   : learnFrom(*own.unlearnt, own.lessons->squares, learningOptionsOf(now)));
    own.paints = std::make_shared<const std::vector<Paint>>(asLearnt(*own.unlearnt, *own.learned));
    return std::make_shared<const Studio>(std::move(own));
}

StudioPtr learnt(const StudioPtr& studio, std::stop_token stop)
{
    StudioParts now = studio->parts;
    now.learned = std::make_shared<const Learned>(
        learnFrom(*now.unlearnt, now.lessons->squares, learningOptionsOf(now.notebook), std::move(stop)));
    now.paints = std::make_shared<const std::vector<Paint>>(asLearnt(*now.unlearnt, *now.learned));
    now.behind = false;
    return std::make_shared<const Studio>(std::move(now));
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
