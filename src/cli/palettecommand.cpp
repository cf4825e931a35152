#include "base/text.h"
#include "cli/json.h"
#include "cli/progress.h"
#include "cli/textinput.h"
#include "cli/tubesource.h"
#include "notebook/pool.h"
#include "palette/choicesession.h"

#include <algorithm>

namespace iris {
namespace {

struct Context {
    const std::vector<Paint>& paints;
    const std::vector<Need>& needs;
};

Json namesOf(const std::vector<std::size_t>& tubes, const Context& context)
{
    Json names = Json::array();
    for (const std::size_t tube : tubes)
        names.push_back(context.paints[tube].name);
    return names;
}

Json answerJson(const NeedAnswer& answer, const Need& need, const Context& context)
{
    Json object{
        {"need", need.name}, {"target", toJson(need.target)}, {"tolerance", need.tolerance}, {"met", answer.met}};
    if (!answer.match.recipe.parts.empty())
        object["recipe"] = toJson(answer.match, context.paints);
    return object;
}

Json setJson(const PaletteSet& set, const Context& context)
{
    Json object{{"tubes", namesOf(set.tubes, context)},
                {"mean_apart", rounded(set.meanApart, 3)},
                {"recipes", Json::array()},
                {"reasons", Json::array()}};
    for (std::size_t n = 0; n < context.needs.size(); ++n)
        object["recipes"].push_back(answerJson(set.answers[n], context.needs[n], context));
    for (const TubeReason& reason : set.reasons) {
        Json lost = Json::array();
        for (const std::size_t need : reason.lostWithout)
            lost.push_back(context.needs[need].name);
        object["reasons"].push_back({{"tube", context.paints[reason.tube].name}, {"lost_without", lost}});
    }
    return object;
}

Json unreachableJson(const std::vector<Unreachable>& unreachable, const Context& context)
{
    Json list = Json::array();
    for (const Unreachable& missed : unreachable) {
        Json object{{"need", context.needs[missed.need].name}};
        if (!missed.nearest.recipe.parts.empty())
            object["nearest"] = toJson(missed.nearest, context.paints);
        list.push_back(object);
    }
    return list;
}

Json choiceJson(const Choice& choice, const Context& context)
{
    Json object{{"size", choice.sets.empty() ? 0 : choice.sets.front().tubes.size()},
                {"sets_of_this_size", choice.setsOfThisSize},
                {"more_sets_than_counted", choice.moreSets},
                {"sets", Json::array()},
                {"unreachable", Json::array()},
                {"proof", {{"smaller_sizes_ruled_out", Json::array()}}}};
    for (const PaletteSet& set : choice.sets)
        object["sets"].push_back(setJson(set, context));
    object["unreachable"] = unreachableJson(choice.unreachable, context);
    for (const SizeRuledOut& size : choice.ruledOut)
        object["proof"]["smaller_sizes_ruled_out"].push_back({{"size", size.size}, {"states_searched", size.looked}});
    object["proof"]["recipes_considered"] = choice.recipesInAll;
    return object;
}

std::string setText(const PaletteSet& set, const Context& context)
{
    std::vector<std::string> names;
    for (const std::size_t tube : set.tubes)
        names.push_back(shown(context.paints[tube].name));
    return joinedInWords(names) + " (" + formatNumber(set.meanApart, 1) + " apart on average)";
}

std::string proofText(const Choice& choice, School school)
{
    if (school != School::Free)
        return "Every set of this school was weighed; none covers more.\n";
    if (choice.ruledOut.empty())
        return "No smaller set is possible.\n";
    std::vector<std::string> sizes;
    for (const SizeRuledOut& size : choice.ruledOut)
        sizes.push_back(std::to_string(size.size));
    return "No smaller set will do: every set of " + joinedInWords(sizes) + (sizes.back() == "1" ? " tube" : " tubes")
           + " was ruled out.\n";
}

std::string unreachableText(const std::vector<Unreachable>& unreachable, const Context& context)
{
    std::string text;
    for (const Unreachable& missed : unreachable) {
        const std::string name = shown(context.needs[missed.need].name);
        if (missed.nearest.recipe.parts.empty())
            text += "No tube here is what " + name + " asks for\n";
        else
            text += "No tube here reaches " + name + "; nearest is " + recipeText(missed.nearest.recipe, context.paints)
                    + " (" + formatNumber(missed.nearest.apart, 1) + " apart)\n";
    }
    return text;
}

std::string choiceText(const Choice& choice, const Context& context, School school)
{
    if (choice.sets.empty())
        return "None of these tubes reaches any of the needs.\n" + unreachableText(choice.unreachable, context);
    const PaletteSet& best = choice.sets.front();
    std::string text = counted(best.tubes.size(), "tube") + ": " + setText(best, context) + "\n\n";
    for (std::size_t n = 0; n < context.needs.size(); ++n) {
        const NeedAnswer& answer = best.answers[n];
        text += "  " + shown(context.needs[n].name) + ": ";
        text += answer.match.recipe.parts.empty()
                    ? "not met; no tube of these is what it asks for\n"
                    : (answer.met ? "" : "not met; nearest ") + recipeText(answer.match.recipe, context.paints) + " ("
                          + formatNumber(answer.match.apart, 1) + " apart)\n";
    }
    text += "\n" + proofText(choice, school);
    for (const TubeReason& reason : best.reasons) {
        std::vector<std::string> lost;
        for (const std::size_t need : reason.lostWithout)
            lost.push_back(shown(context.needs[need].name));
        text += "Without " + shown(context.paints[reason.tube].name) + ": "
                + (lost.empty() ? "nothing is lost" : "no " + joinedInWords(lost)) + "\n";
    }
    text += unreachableText(choice.unreachable, context);
    for (std::size_t i = 1; i < choice.sets.size(); ++i)
        text += (i == 1 ? "Other sets that do as well (" + std::to_string(choice.setsOfThisSize) + " in all):\n" : "")
                + std::string("  ") + setText(choice.sets[i], context) + "\n";
    return text;
}

/// A question about palettes, asked in full.
struct Question {
    std::vector<Paint> paints;
    std::vector<bool> owned; ///< one a paint
    std::vector<Need> needs;
    Limits limits;
    Learned learned; ///< of the paints
    std::vector<std::string> remarks;
};

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

/// Out of the named tubes, or everything the table has.
Result<void> takeTubes(const PaletteArguments& arguments, const TubeSource& all, Question& question)
{
    const auto source = all.usable(arguments.onlyTubes, arguments.must);
    if (!source)
        return tl::unexpected(source.error());
    const auto must = source->find(arguments.must);
    const auto never = source->find(arguments.never);
    if (!must || !never)
        return tl::unexpected(must ? never.error() : must.error());
    question.paints = source->paints();
    question.learned = source->learned();
    question.owned.assign(question.paints.size(), all.isNotebook());
    question.limits.must = *must;
    question.limits.never = *never;
    for (std::size_t i = 0; i < question.paints.size(); ++i)
        if (!letsThrough(arguments.only, question.paints[i]) && std::ranges::find(*must, i) == must->end()
            && std::ranges::find(*never, i) == never->end())
            question.limits.never.push_back(i);
    question.remarks.insert(question.remarks.end(), source->remarks().begin(), source->remarks().end());
    return {};
}

/// Out of a notebook's tubes by where they are, and of the table.
Result<void> takePool(const PaletteArguments& arguments, const TubeSource& all, Question& question)
{
    const auto from = parsePool(arguments.from.empty() ? "owned" : arguments.from);
    if (!from)
        return failure(ErrorCode::BadOption, "--from is palette, drawer, owned, wished or table");
    const auto must = all.find(arguments.must);
    const auto never = all.find(arguments.never);
    if (!must || !never)
        return tl::unexpected(must ? never.error() : must.error());
    PaletteWishes wishes;
    wishes.pool = *from;
    wishes.only = arguments.only;
    for (const std::size_t place : *must)
        wishes.must.push_back(all.notebook().tubes[place].id);
    for (const std::size_t place : *never)
        wishes.never.push_back(all.notebook().tubes[place].id);
    TubePool pool = poolOf(all.notebook(), all.paints(), wishes);
    question.learned = learnedOf(pool, all.learned());
    question.paints = std::move(pool.paints);
    for (const TubeId id : pool.tubes)
        question.owned.push_back(id.value != 0);
    question.limits.must = *must;
    question.limits.never = std::move(pool.leftOut);
    return {};
}

Result<Question> questionOf(const PaletteArguments& arguments)
{
    Question question;
    const auto school = parseSchool(arguments.school);
    if (!school)
        return tl::unexpected(school.error());
    const bool fixedSize = *school == School::Triad || *school == School::SplitPrimary;
    if (fixedSize && arguments.mostTubes != PaletteArguments{}.mostTubes)
        return failure(ErrorCode::BadOption, "--largest is for a free choice; a " + std::string(nameOf(*school))
                                                 + " has " + std::to_string(slotsOf(*school).size()) + " tubes");
    const auto all = TubeSource::from(arguments.source);
    if (!all)
        return tl::unexpected(all.error());
    if (!all->isNotebook() && !arguments.from.empty() && arguments.from != "table")
        return failure(ErrorCode::BadOption, "--from " + arguments.from + " needs --notebook");
    auto needs = needsOf(arguments, *all, question.remarks);
    if (!needs)
        return tl::unexpected(needs.error());
    question.needs = std::move(*needs);
    const auto taken = all->isNotebook() && arguments.onlyTubes.empty() ? takePool(arguments, *all, question)
                                                                        : takeTubes(arguments, *all, question);
    if (!taken)
        return tl::unexpected(taken.error());
    question.limits.school = *school;
    question.limits.mostTubes = static_cast<std::size_t>(arguments.mostTubes);
    question.limits.mostSets = static_cast<std::size_t>(std::clamp(arguments.mostSets, 1, 50));
    return question;
}

/// What of a set would have to be bought; empty when nothing, or when nothing is owned.
std::string toBuyText(const PaletteSet& set, const Question& question)
{
    std::vector<std::string> names;
    for (const std::size_t tube : set.tubes)
        if (!question.owned[tube])
            names.push_back(shown(question.paints[tube].name) + " (" + textOf(question.paints[tube].codes) + ")");
    const bool nothingOwned = std::ranges::none_of(question.owned, [](bool owned) { return owned; });
    return names.empty() || nothingOwned ? "" : "To buy: " + joinedInWords(names) + "\n";
}

Json toBuyJson(const PaletteSet& set, const Question& question)
{
    Json names = Json::array();
    for (const std::size_t tube : set.tubes)
        if (!question.owned[tube])
            names.push_back(question.paints[tube].name);
    return names;
}

std::string stepText(const StairStep& step, const Context& context)
{
    const auto names = [&](const std::vector<std::size_t>& tubes) {
        std::vector<std::string> words;
        for (const std::size_t tube : tubes)
            words.push_back(shown(context.paints[tube].name));
        return joinedInWords(words);
    };
    std::string line = "  " + counted(step.set.tubes.size(), "tube") + ": " + std::to_string(step.met()) + " of "
                       + std::to_string(context.needs.size()) + ", " + formatNumber(step.set.meanApart, 1)
                       + " apart on average; ";
    line += step.left.empty() ? "add " + names(step.added) : names(step.added) + " instead of " + names(step.left);
    return line + "\n";
}

Json stepJson(const StairStep& step, const Question& question, const Context& context)
{
    return {{"size", step.set.tubes.size()},
            {"met", step.met()},
            {"lost", step.lost},
            {"mean_apart", rounded(step.set.meanApart, 3)},
            {"sets_of_this_size", step.sets},
            {"tubes", namesOf(step.set.tubes, context)},
            {"added", namesOf(step.added, context)},
            {"left", namesOf(step.left, context)},
            {"to_buy", toBuyJson(step.set, question)}};
}

/// A question and its answer.
struct Answered {
    Question question;
    Choice choice;

    Context context() const { return {question.paints, question.needs}; }
};

Result<Answered> answered(const PaletteArguments& arguments)
{
    auto question = questionOf(arguments);
    if (!question)
        return tl::unexpected(question.error());
    auto choice = choosePalette(question->paints, question->needs, question->limits, watched());
    if (!choice)
        return tl::unexpected(choice.error());
    return Answered{std::move(*question), std::move(*choice)};
}

/// A set and how sure its recipes are.
struct Weighed {
    const PaletteSet* set;
    std::vector<double> sure;
    double mean = 0;
};

/// The surest first.
std::vector<Weighed> weighed(const Answered& answer)
{
    const Question& question = answer.question;
    std::vector<Weighed> sets;
    for (const PaletteSet& set : answer.choice.sets) {
        Weighed one{&set, surenessOf(set, question.needs, question.paints, question.learned)};
        for (const double sure : one.sure)
            one.mean += sure / static_cast<double>(one.sure.size());
        sets.push_back(std::move(one));
    }
    std::ranges::stable_sort(sets, std::greater<>(), &Weighed::mean);
    return sets;
}

Json weighedJson(const Weighed& weighed, const Context& context)
{
    Json object{{"tubes", namesOf(weighed.set->tubes, context)},
                {"sure_on_average", rounded(weighed.mean, 3)},
                {"needs", Json::array()}};
    for (std::size_t n = 0; n < context.needs.size(); ++n)
        object["needs"].push_back({{"need", context.needs[n].name}, {"sure", rounded(weighed.sure[n], 3)}});
    return object;
}

} // namespace

Result<Output> paletteCommand(const PaletteArguments& arguments)
{
    const auto answer = answered(arguments);
    if (!answer)
        return tl::unexpected(answer.error());
    const auto& [question, choice] = *answer;
    Output output{choiceText(choice, answer->context(), question.limits.school), choiceJson(choice, answer->context()),
                  question.remarks};
    for (std::size_t i = 0; i < choice.sets.size(); ++i)
        output.json["sets"][i]["to_buy"] = toBuyJson(choice.sets[i], question);
    if (!choice.sets.empty())
        output.text += toBuyText(choice.sets.front(), question);
    return output;
}

Result<Output> robustCommand(const PaletteArguments& arguments)
{
    const auto answer = answered(arguments);
    if (!answer)
        return tl::unexpected(answer.error());
    const Context context = answer->context();
    const std::vector<Weighed> sets = weighed(*answer);
    Output output{{}, {{"sets", Json::array()}}, answer->question.remarks};
    for (const Weighed& one : sets) {
        output.json["sets"].push_back(weighedJson(one, context));
        output.text +=
            setText(*one.set, context) + ", comes out " + formatNumber(100 * one.mean, 0) + " times in 100\n";
        for (std::size_t n = 0; &one == &sets.front() && n < context.needs.size(); ++n)
            output.text +=
                "  " + shown(context.needs[n].name) + ": " + formatNumber(100 * one.sure[n], 0) + " in 100\n";
    }
    if (sets.empty())
        output.text = "None of these tubes reaches any of the needs.\n";
    return output;
}

Result<Output> staircaseCommand(const PaletteArguments& arguments)
{
    const auto question = questionOf(arguments);
    if (!question)
        return tl::unexpected(question.error());
    const auto stairs = ChoiceSession(question->paints, question->needs).staircase(question->limits, watched());
    if (!stairs)
        return tl::unexpected(stairs.error());
    const Context context{question->paints, question->needs};
    Output output{
        "What each tube more buys:\n", {{"steps", Json::array()}, {"unreachable", Json::array()}}, question->remarks};
    for (const StairStep& step : stairs->steps) {
        output.text += stepText(step, context);
        output.json["steps"].push_back(stepJson(step, *question, context));
    }
    output.text += unreachableText(stairs->unreachable, context);
    output.json["unreachable"] = unreachableJson(stairs->unreachable, context);
    return output;
}

} // namespace iris
