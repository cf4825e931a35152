#include "cli/palettequestion.h"

#include "base/text.h"
#include "cli/textinput.h"
#include "cli/tubesource.h"
#include "palette/barepaper.h"

#include <algorithm>

namespace iris {
namespace {

Result<std::vector<Need>> needsOf(const PaletteArguments& arguments, const TubeSource& source,
                                  std::vector<std::string>& remarks)
{
    if (!arguments.needsFile.empty()) {
        const auto text = textOf(arguments.needsFile, InputKind::List, remarks);
        if (!text)
            return tl::unexpected(text.error());
        auto needs = readNeedsCsv(*text);
        return needs ? needs : tl::unexpected(atFile(needs.error(), arguments.needsFile));
    }
    if (!source.isNotebook())
        return failure(ErrorCode::BadOption, "say what is needed, with --needs FILE or --notebook");
    const Notebook& notebook = source.notebook();
    const auto subject = std::ranges::find(notebook.subjects, arguments.picture, &SubjectRecord::name);
    if (!arguments.picture.empty() && subject == notebook.subjects.end())
        return failure(ErrorCode::NotFound, "no picture called \"" + arguments.picture + "\" in the notebook");
    std::vector<Need> needs;
    for (const NeedRecord& record : notebook.needs)
        if (arguments.picture.empty() || record.subject == subject->id)
            needs.push_back(record.need);
    return needs;
}

Result<PaletteWishes> wishesOf(const PaletteArguments& arguments)
{
    PaletteWishes wishes;
    const auto school = parseSchool(arguments.school);
    if (!school)
        return tl::unexpected(school.error());
    auto places = parsePlaces(arguments.places);
    if (!places)
        return tl::unexpected(places.error());
    const auto red = named<RedPrimary>(arguments.red);
    if (!red)
        return failure(ErrorCode::BadOption, "--red is either, red or magenta");
    wishes.school = places->empty() ? *school : School::Own;
    wishes.places = std::move(*places);
    wishes.red = *red;
    if (wishes.school == School::Own && wishes.places.empty())
        return failure(ErrorCode::BadOption, "say your own places, with --places \"yellow leans green, red, blue\"");
    if (*red != RedPrimary::Either && wishes.school != School::Triad)
        return failure(ErrorCode::BadOption, "--red is for a triad");
    wishes.mostTubes = static_cast<std::size_t>(arguments.mostTubes);
    const bool fixedSize = wishes.school != School::Free && wishes.school != School::SplitPlus;
    if (fixedSize && arguments.mostTubes != PaletteArguments{}.mostTubes)
        return failure(ErrorCode::BadOption,
                       "--largest is for a free choice; a " + std::string(nameOf(wishes.school)) + " has "
                           + std::to_string(slotsOf(wishes.school, wishes.red, wishes.places).size()) + " tubes");
    wishes.only = arguments.only;
    wishes.prefer = preferencesFromWords(arguments.prefer);
    wishes.sure = arguments.sure;
    for (const std::string& word : split(arguments.prefer, ','))
        if (!trimmed(word).empty() && !named<Preference>(word))
            return failure(ErrorCode::BadOption,
                           "\"" + word + "\" is nothing to prefer: say any of "
                               + wordsOf(std::vector(allPreferences.begin(), allPreferences.end())));
    return wishes;
}

std::vector<TubeId> idsAt(const std::vector<std::size_t>& places, const TubePool& pool)
{
    std::vector<TubeId> ids;
    for (const std::size_t place : places)
        ids.push_back(pool.tubes[place]);
    return ids;
}

/// Out of the named tubes, or everything the table has.
Result<void> takeTubes(const PaletteArguments& arguments, const TubeSource& all, PaletteWishes wishes,
                       Question& question)
{
    const auto source = all.usable(arguments.onlyTubes, arguments.must);
    if (!source)
        return tl::unexpected(source.error());
    const auto must = source->find(arguments.must);
    const auto never = source->find(arguments.never);
    if (!must || !never)
        return tl::unexpected(must ? never.error() : must.error());
    TubePool& pool = question.pool;
    pool.paints = source->paints();
    for (std::size_t i = 0; i < pool.paints.size(); ++i)
        pool.tubes.push_back(all.isNotebook() ? source->notebook().tubes[i].id : TubeId{});
    pool.forms.resize(pool.paints.size());
    const auto holds = [](const std::vector<std::size_t>& list, std::size_t place) {
        return std::ranges::find(list, place) != list.end();
    };
    for (std::size_t i = 0; i < pool.paints.size(); ++i)
        if (holds(*never, i) || (!letsThrough(wishes.only, pool.paints[i]) && !holds(*must, i)))
            pool.leftOut.push_back(i);
    question.learned = source->learned();
    question.limits = limitsOf(wishes, pool, source->notebook());
    question.limits.must = *must;
    question.remarks.insert(question.remarks.end(), source->remarks().begin(), source->remarks().end());
    return {};
}

/// Out of a notebook's tubes by where they are, and of the table.
Result<void> takePool(const PaletteArguments& arguments, const TubeSource& all, PaletteWishes wishes,
                      Question& question)
{
    const auto from = named<Pool>(arguments.from.empty() ? "owned" : arguments.from);
    if (!from)
        return failure(ErrorCode::BadOption, "--from is palette, drawer, owned, wished, table or everything");
    const auto must = all.find(arguments.must);
    const auto never = all.find(arguments.never);
    if (!must || !never)
        return tl::unexpected(must ? never.error() : must.error());
    TubePool names;
    for (const Tube& tube : all.notebook().tubes)
        names.tubes.push_back(tube.id);
    wishes.pool = *from == Pool::Table && arguments.source.rare ? Pool::Everything : *from;
    wishes.must = idsAt(*must, names);
    wishes.never = idsAt(*never, names);
    question.pool = poolOf(all.notebook(), all.paints(), wishes);
    question.learned = learnedOf(question.pool, all.learned());
    question.limits = limitsOf(wishes, question.pool, all.notebook());
    return {};
}

} // namespace

bool Question::ownsAny() const
{
    return std::ranges::any_of(pool.tubes, [](TubeId id) { return id.value != 0; });
}

std::string Question::nothingMet() const
{
    if (metByPaper(needs, handling).count() == needs.size())
        return "Bare paper is all it takes.\n";
    return limits.surely ? "No mix of these tubes is sure enough for any of the needs.\n"
                         : "None of these tubes reaches any of the needs.\n";
}

ChoiceSession Question::session() const
{
    return {pool.paints, needs, handling, limits.surely ? sureTestOf(pool.paints, learned, sure) : SureTest()};
}

Result<Question> paletteQuestion(const PaletteArguments& arguments)
{
    Question question;
    auto wishes = wishesOf(arguments);
    if (!wishes)
        return tl::unexpected(wishes.error());
    const auto all = TubeSource::from(arguments.source);
    if (!all)
        return tl::unexpected(all.error());
    if (!all->isNotebook() && !arguments.from.empty() && arguments.from != "table" && arguments.from != "everything")
        return failure(ErrorCode::BadOption, "--from " + arguments.from + " needs --notebook");
    question.handling = all->handling();
    auto needs = needsOf(arguments, *all, question.remarks);
    if (!needs)
        return tl::unexpected(needs.error());
    question.needs = std::move(*needs);
    const bool byPlace = all->isNotebook() && arguments.onlyTubes.empty();
    const auto taken =
        byPlace ? takePool(arguments, *all, *wishes, question) : takeTubes(arguments, *all, *wishes, question);
    if (!taken)
        return tl::unexpected(taken.error());
    question.limits.mostSets = static_cast<std::size_t>(std::clamp(arguments.mostSets, 1, 50));
    question.sure = wishes->sure;
    question.surestFirst = std::ranges::find(wishes->prefer, Preference::Forgiving) != wishes->prefer.end();
    return question;
}

} // namespace iris
