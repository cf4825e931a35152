#include "base/text.h"
#include "cli/json.h"
#include "cli/progress.h"
#include "cli/textinput.h"
#include "cli/tubesource.h"
#include "palette/choose.h"

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
    for (const Unreachable& missed : choice.unreachable)
        object["unreachable"].push_back(
            {{"need", context.needs[missed.need].name}, {"nearest", toJson(missed.nearest, context.paints)}});
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

std::string unreachableText(const Choice& choice, const Context& context)
{
    std::string text;
    for (const Unreachable& missed : choice.unreachable)
        text += "No tube here reaches " + shown(context.needs[missed.need].name) + "; nearest is "
                + recipeText(missed.nearest.recipe, context.paints) + " (" + formatNumber(missed.nearest.apart, 1)
                + " apart)\n";
    return text;
}

std::string choiceText(const Choice& choice, const Context& context, School school)
{
    if (choice.sets.empty())
        return "None of these tubes reaches any of the needs.\n" + unreachableText(choice, context);
    const PaletteSet& best = choice.sets.front();
    std::string text = counted(best.tubes.size(), "tube") + ": " + setText(best, context) + "\n\n";
    for (std::size_t n = 0; n < context.needs.size(); ++n) {
        const NeedAnswer& answer = best.answers[n];
        text += "  " + shown(context.needs[n].name) + ": " + (answer.met ? "" : "not met; nearest ")
                + recipeText(answer.match.recipe, context.paints) + " (" + formatNumber(answer.match.apart, 1)
                + " apart)\n";
    }
    text += "\n" + proofText(choice, school);
    for (const TubeReason& reason : best.reasons) {
        std::vector<std::string> lost;
        for (const std::size_t need : reason.lostWithout)
            lost.push_back(shown(context.needs[need].name));
        text += "Without " + shown(context.paints[reason.tube].name) + ": "
                + (lost.empty() ? "nothing is lost" : "no " + joinedInWords(lost)) + "\n";
    }
    text += unreachableText(choice, context);
    for (std::size_t i = 1; i < choice.sets.size(); ++i)
        text += (i == 1 ? "Other sets that do as well (" + std::to_string(choice.setsOfThisSize) + " in all):\n" : "")
                + std::string("  ") + setText(choice.sets[i], context) + "\n";
    return text;
}

Result<Limits> limitsOf(const PaletteArguments& arguments, const TubeSource& source)
{
    Limits limits;
    const auto school = parseSchool(arguments.school);
    const auto must = source.find(arguments.must);
    const auto never = source.find(arguments.never);
    if (!school)
        return tl::unexpected(school.error());
    if (!must)
        return tl::unexpected(must.error());
    if (!never)
        return tl::unexpected(never.error());
    if (arguments.mostTubes < 1 || arguments.mostTubes > 12)
        return failure(ErrorCode::BadNumber, "a palette has 1 to 12 tubes");
    const std::size_t places = slotsOf(*school).size();
    if (*school != School::Free && arguments.mostTubes != PaletteArguments{}.mostTubes)
        return failure(ErrorCode::BadOption, "--largest is for a free choice; a " + std::string(nameOf(*school))
                                                 + " has " + std::to_string(places) + " tubes");
    limits.school = *school;
    limits.must = *must;
    limits.never = *never;
    limits.mostTubes = static_cast<std::size_t>(arguments.mostTubes);
    limits.mostSets = static_cast<std::size_t>(std::clamp(arguments.mostSets, 1, 50));
    return limits;
}

} // namespace

Result<Output> paletteCommand(const PaletteArguments& arguments)
{
    std::vector<std::string> remarks;
    const auto text = textOf(arguments.needsFile, InputKind::List, remarks);
    if (!text)
        return tl::unexpected(text.error());
    const auto needs = readNeedsCsv(*text);
    if (!needs)
        return tl::unexpected(atFile(needs.error(), arguments.needsFile));
    const auto all = TubeSource::from(arguments.source);
    if (!all)
        return tl::unexpected(all.error());
    const auto source = all->usable(arguments.only, arguments.must);
    if (!source)
        return tl::unexpected(source.error());
    const auto limits = limitsOf(arguments, *source);
    if (!limits)
        return tl::unexpected(limits.error());
    const auto choice = choosePalette(source->paints(), *needs, *limits, watched());
    if (!choice)
        return tl::unexpected(choice.error());
    remarks.insert(remarks.end(), source->remarks().begin(), source->remarks().end());
    const Context context{source->paints(), *needs};
    return Output{choiceText(*choice, context, limits->school), choiceJson(*choice, context), remarks};
}

} // namespace iris
