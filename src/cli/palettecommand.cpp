#include "base/text.h"
#include "cli/json.h"
#include "cli/palettequestion.h"
#include "cli/progress.h"
#include "notebook/listtobuy.h"
#include "palette/choicesession.h"
#include "palette/closeness.h"
#include "palette/firstguess.h"
#include "palette/partners.h"
#include "words/mixwords.h"
#include "words/paintwords.h"
#include "words/palettewords.h"

#include <algorithm>
#include <numeric>

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
    if (answer.match.isThere())
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
        if (missed.nearest.isThere())
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
    object["proof"]["tubes_passed_over"] = choice.passedOver;
    return object;
}

std::string setText(const PaletteSet& set, const Context& context)
{
    std::vector<std::string> names;
    for (const std::size_t tube : set.tubes)
        names.push_back(shown(context.paints[tube].name));
    return joinedInWords(names) + " (" + formatNumber(set.meanApart, 1) + " apart on average)";
}

std::string unreachableText(const std::vector<Unreachable>& unreachable, const Context& context)
{
    std::string text;
    for (const Unreachable& missed : unreachable)
        text += shown(nearestWords(missed, context.needs[missed.need], context.paints, false)) + "\n";
    return text;
}

/// What comes before an answer that is not one.
std::string missedWords(const NeedAnswer& answer, const Need& need)
{
    return answer.met ? "" : answer.isUnsure(need) ? "not sure enough; nearest " : "not met; nearest ";
}

std::string choiceText(const Choice& choice, const Context& context, const Question& question)
{
    if (choice.sets.empty())
        return question.nothingMet() + unreachableText(choice.unreachable, context);
    const PaletteSet& best = choice.sets.front();
    std::string text = counted(best.tubes.size(), "tube") + ": " + setText(best, context) + "\n\n";
    for (std::size_t n = 0; n < context.needs.size(); ++n) {
        const NeedAnswer& answer = best.answers[n];
        text += "  " + shown(context.needs[n].name) + ": ";
        text += !answer.match.isThere()
                    ? "not met; no tube of these is what it asks for\n"
                    : missedWords(answer, context.needs[n]) + recipeText(answer.match.recipe, context.paints) + " ("
                          + formatNumber(answer.match.apart, 1) + " apart)\n";
    }
    text += "\n" + proofWords(choice, question.limits.school) + "\n";
    if (choice.passedOver > 0)
        text += passedOverWords(choice.passedOver) + "\n";
    if (question.limits.surely)
        text += "Met is what comes out at least " + std::to_string(question.sure) + " times in 100.\n";
    for (const TubeReason& reason : best.reasons) {
        std::vector<std::string> lost;
        for (const std::size_t need : reason.lostWithout)
            lost.push_back(shown(context.needs[need].name));
        text += "Without " + shown(context.paints[reason.tube].name) + ": "
                + (lost.empty() ? "nothing is lost" : "no " + joinedInWords(lost)) + "\n";
    }
    text += unreachableText(choice.unreachable, context);
    for (std::size_t i = 1; i < choice.sets.size(); ++i)
        text += (i == 1 ? "Other sets that do as well (" + std::to_string(choice.setsOfThisSize)
                              + (choice.moreSets ? " or more" : " in all") + "):\n"
                        : "")
                + std::string("  ") + setText(choice.sets[i], context) + "\n";
    return text;
}

/// What of a set would have to be bought; empty when nothing, or when nothing is owned.
std::string toBuyText(const ListToBuy& list, const Question& question)
{
    std::vector<std::string> names;
    std::string each;
    for (const ToBuy& one : list.buy) {
        names.push_back(shown(nameAndCodes(one.paint)));
        each += "  " + shown(askForWords(one) + " " + insteadWords(one)) + "\n";
    }
    return names.empty() || !question.ownsAny() ? "" : "To buy: " + joinedInWords(names) + "\n" + each;
}

/// For each tube to be bought what may be bought in its place.
Json insteadJson(const ListToBuy& list)
{
    Json json = Json::array();
    for (const ToBuy& one : list.buy) {
        Json others = Json::array();
        for (const ToBuy::Instead& other : one.instead)
            others.push_back({{"tube", other.paint.name}, {"does_as_well", other.doesAsWell}});
        json.push_back({{"tube", one.paint.name},
                        {"codes", textOf(one.paint.codes)},
                        {"sold", one.paint.sold},
                        {"also_called", one.alsoCalled},
                        {"owned", one.owned ? Json(one.owned->name) : Json()},
                        {"instead", std::move(others)}});
    }
    return json;
}

Json toBuyJson(const PaletteSet& set, const Question& question)
{
    Json names = Json::array();
    for (const std::size_t tube : set.tubes)
        if (!question.isOwned(tube))
            names.push_back(question.paints()[tube].name);
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

    Context context() const { return {question.paints(), question.needs}; }
};

/// Where the search takes a while and somebody waits for it: what there is to begin with.
void tellFirstGuess(const Question& question)
{
    constexpr std::size_t manyTubes = 90; // about a second
    if (!isWatched() || question.paints().size() < manyTubes)
        return;
    const auto guess = firstGuess(question.paints(), question.needs, question.limits, question.handling);
    if (!guess || guess->tubes.empty())
        return;
    std::vector<std::string> names;
    for (const std::size_t tube : guess->tubes)
        names.push_back(shown(question.paints()[tube].name));
    tellMeanwhile("To begin with: " + joinedInWords(names, "and") + ", for " + std::to_string(guess->met) + " of "
                  + std::to_string(question.needs.size()) + " needs. Now for the proof.");
}

Result<Answered> answered(const PaletteArguments& arguments)
{
    auto question = paletteQuestion(arguments);
    if (!question)
        return tl::unexpected(question.error());
    tellFirstGuess(*question);
    auto choice = question->session().choose(question->limits, watched());
    if (!choice)
        return tl::unexpected(choice.error());
    if (question->surestFirst)
        surestFirst(*choice, question->needs, question->paints(), question->learned);
    return Answered{std::move(*question), std::move(*choice)};
}

/// A set and how sure its recipes are.
struct Weighed {
    const PaletteSet* set;
    std::vector<double> sure;

    double mean() const { return std::accumulate(sure.begin(), sure.end(), 0.0) / static_cast<double>(sure.size()); }
};

/// The surest first.
std::vector<Weighed> weighed(Answered& answer)
{
    const Question& question = answer.question;
    const auto sure = surestFirst(answer.choice, question.needs, question.paints(), question.learned);
    std::vector<Weighed> sets;
    for (std::size_t i = 0; i < sure.size(); ++i)
        sets.push_back({&answer.choice.sets[i], sure[i]});
    return sets;
}

Json weighedJson(const Weighed& weighed, const Context& context)
{
    Json object{{"tubes", namesOf(weighed.set->tubes, context)},
                {"sure_on_average", rounded(weighed.mean(), 3)},
                {"needs", Json::array()}};
    for (std::size_t n = 0; n < context.needs.size(); ++n)
        object["needs"].push_back({{"need", context.needs[n].name}, {"sure", rounded(weighed.sure[n], 3)}});
    return object;
}

} // namespace

namespace {

std::string swapsText(const Answered& answer)
{
    std::string text;
    for (const TubeSwap& swap : swapsOf(answer.choice.sets.front().tubes, answer.choice.equals)) {
        std::vector<std::string> names;
        for (const std::size_t tube : swap.instead)
            names.push_back(shown(answer.question.paints()[tube].name));
        text += "Instead of " + shown(answer.question.paints()[swap.tube].name)
                + ", as well: " + joinedInWords(names, "or") + "\n";
    }
    return text;
}

Json swapsJson(const Answered& answer)
{
    Json swaps = Json::array();
    if (!answer.choice.sets.empty())
        for (const TubeSwap& swap : swapsOf(answer.choice.sets.front().tubes, answer.choice.equals))
            swaps.push_back({{"tube", answer.question.paints()[swap.tube].name},
                             {"instead", namesOf(swap.instead, answer.context())}});
    return swaps;
}

/// The needs the best set leaves unmet, and which other tubes bring it nearest to each.
struct Falling {
    std::size_t need;
    std::vector<Closer> closers;
    BeyondPaint beyond = BeyondPaint::No;
};

std::vector<Falling> fallingShort(const Answered& answer)
{
    constexpr std::size_t most = 3;
    const Question& question = answer.question;
    std::vector<std::size_t> others;
    for (std::size_t i = 0; i < question.paints().size(); ++i)
        if (std::ranges::find(question.limits.never, i) == question.limits.never.end())
            others.push_back(i);
    std::vector<Falling> falling;
    const PaletteSet& set = answer.choice.sets.front();
    for (std::size_t n = 0; n < question.needs.size(); ++n) {
        if (set.answers[n].met)
            continue;
        const Need& need = question.needs[n];
        const BeyondPaint beyond =
            beyondPaint(need.target, need.tolerance, PaintRange::ofWatercolour(question.handling.paper));
        std::vector<Closer> closers;
        if (beyond == BeyondPaint::No)
            closers = closersOf(need, question.paints(), set.tubes, others, question.handling, watched());
        closers.resize(std::min(closers.size(), most));
        falling.push_back({n, std::move(closers), beyond});
    }
    return falling;
}

std::string fallingText(const Falling& falling, const Answered& answer)
{
    const Question& question = answer.question;
    std::string text = shown(question.needs[falling.need].name) + " is not met; ";
    if (falling.beyond != BeyondPaint::No)
        return text + "it is " + std::string(beyondWords(falling.beyond)) + "\n";
    if (falling.closers.empty())
        return text + "no tube more brings it nearer\n";
    std::vector<std::string> helps;
    for (const Closer& closer : falling.closers)
        helps.push_back(shown(question.paints()[closer.paint].name) + " (" + formatNumber(closer.match.apart, 1)
                        + " apart)");
    return text + "with one tube more: " + joinedInWords(helps, "or") + "\n";
}

/// Tubes that one mix alone contains.
std::string strangersText(const Answered& answer)
{
    std::string text;
    for (const Stranger& stranger : strangersIn(answer.choice.sets.front()))
        text += shown(answer.question.paints()[stranger.tube].name) + " is only in "
                + shown(answer.question.needs[stranger.need].name) + ": it may look foreign to the rest\n";
    return text;
}

/// Of a split primary: which of its tubes mixes cleanest with each, and which greys it most.
std::string partnersText(const Answered& answer)
{
    const School school = answer.question.limits.school;
    if (school != School::SplitPrimary && school != School::SplitPlus)
        return {};
    std::string text;
    for (const Partners& partners : partnersOf(answer.question.paints(), answer.choice.sets.front().tubes))
        text += shown(answer.question.paints()[partners.tube].name) + ": cleanest with "
                + shown(answer.question.paints()[partners.cleanest].name) + ", greyest with "
                + shown(answer.question.paints()[partners.greyest].name) + "\n";
    return text;
}

/// The triad with a red and the one with a magenta.
Result<Output> bothWays(PaletteArguments arguments)
{
    Output output{{}, Json::object(), {}};
    arguments.bothWays = false;
    for (const RedPrimary red : {RedPrimary::Red, RedPrimary::Magenta}) {
        arguments.red = nameOf(red);
        auto way = paletteCommand(arguments);
        if (!way)
            return way;
        output.text += "With a " + arguments.red + "\n" + way->text + (red == RedPrimary::Red ? "\n" : "");
        output.json[arguments.red] = std::move(way->json);
        for (std::string& remark : way->remarks)
            if (std::ranges::find(output.remarks, remark) == output.remarks.end())
                output.remarks.push_back(std::move(remark));
    }
    return output;
}

} // namespace

Result<Output> paletteCommand(const PaletteArguments& arguments)
{
    if (arguments.bothWays && parseSchool(arguments.school).value_or(School::Free) != School::Triad)
        return failure(ErrorCode::BadOption, "--both-ways is for a triad");
    if (arguments.bothWays)
        return bothWays(arguments);
    const auto answer = answered(arguments);
    if (!answer)
        return tl::unexpected(answer.error());
    const auto& [question, choice] = *answer;
    Output output{choiceText(choice, answer->context(), question), choiceJson(choice, answer->context()),
                  question.remarks};
    for (std::size_t i = 0; i < choice.sets.size(); ++i)
        output.json["sets"][i]["to_buy"] = toBuyJson(choice.sets[i], question);
    output.json["swaps"] = swapsJson(*answer);
    if (question.limits.surely)
        output.json["sure"] = question.sure;
    if (choice.sets.empty())
        return output;
    const ListToBuy list = listToBuy(choice.sets.front().tubes, question.pool, choice.equals);
    output.json["shopping"] = insteadJson(list);
    output.text += toBuyText(list, question) + partnersText(*answer) + strangersText(*answer);
    return output;
}

Result<Output> substitutesCommand(const PaletteArguments& arguments)
{
    const auto answer = answered(arguments);
    if (!answer)
        return tl::unexpected(answer.error());
    const Context context = answer->context();
    Output output{answer->question.nothingMet(),
                  {{"swaps", swapsJson(*answer)}, {"unmet", Json::array()}},
                  answer->question.remarks};
    if (answer->choice.sets.empty())
        return output;
    const PaletteSet& best = answer->choice.sets.front();
    output.json["tubes"] = namesOf(best.tubes, context);
    const std::string swaps = swapsText(*answer);
    output.text =
        setText(best, context) + "\n" + (swaps.empty() ? "Nothing does as well in the place of any of them.\n" : swaps);
    for (const Falling& falling : fallingShort(*answer)) {
        output.text += fallingText(falling, *answer);
        Json helps = Json::array();
        for (const Closer& closer : falling.closers)
            helps.push_back({{"tube", context.paints[closer.paint].name},
                             {"owned", answer->question.isOwned(closer.paint)},
                             {"recipe", toJson(closer.match, context.paints)}});
        output.json["unmet"].push_back({{"need", context.needs[falling.need].name}, {"helps", helps}});
    }
    return output;
}

Result<Output> robustCommand(const PaletteArguments& arguments)
{
    auto answer = answered(arguments);
    if (!answer)
        return tl::unexpected(answer.error());
    const Context context = answer->context();
    const std::vector<Weighed> sets = weighed(*answer);
    Output output{{}, {{"sets", Json::array()}}, answer->question.remarks};
    for (const Weighed& one : sets) {
        output.json["sets"].push_back(weighedJson(one, context));
        output.text +=
            setText(*one.set, context) + ", comes out " + formatNumber(100 * one.mean(), 0) + " times in 100\n";
        for (std::size_t n = 0; &one == &sets.front() && n < context.needs.size(); ++n)
            output.text +=
                "  " + shown(context.needs[n].name) + ": " + formatNumber(100 * one.sure[n], 0) + " in 100\n";
    }
    if (sets.empty())
        output.text = answer->question.nothingMet();
    return output;
}

Result<Output> staircaseCommand(const PaletteArguments& arguments)
{
    const auto question = paletteQuestion(arguments);
    if (!question)
        return tl::unexpected(question.error());
    const auto stairs = question->session().staircase(question->limits, watched());
    if (!stairs)
        return tl::unexpected(stairs.error());
    const Context context{question->paints(), question->needs};
    Output output{
        "What each tube more buys:\n", {{"steps", Json::array()}, {"unreachable", Json::array()}}, question->remarks};
    for (const StairStep& step : stairs->steps) {
        output.text += stepText(step, context);
        output.json["steps"].push_back(stepJson(step, *question, context));
    }
    output.text += unreachableText(stairs->unreachable, context);
    if (stairs->passedOver > 0)
        output.text += passedOverWords(stairs->passedOver) + "\n";
    output.json["unreachable"] = unreachableJson(stairs->unreachable, context);
    return output;
}

} // namespace iris
