#include "palette/need.h"

#include "base/csvfields.h"
#include "base/text.h"
#include "colour/colourname.h"
#include "colour/deltae.h"
#include "colour/srgb.h"
#include "mixing/cleanliness.h"
#include "paint/ratings.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <map>

namespace iris {
namespace {

Result<Lab> colourOf(const CsvFields& fields)
{
    const std::string hex = fields.text("hex");
    if (!trimmed(hex).empty())
        return parseHex(hex).map([](const Srgb& colour) { return toLab(colour); });
    return parseLab(fields.text("l") + "," + fields.text("a") + "," + fields.text("b"));
}

/// A column of yes and no; an empty field is no.
Result<bool> yesOrNo(const CsvFields& fields, const char* column)
{
    const std::string word = lowered(trimmed(fields.text(column)));
    if (word.empty() || word == "no" || word == "0")
        return false;
    if (word == "yes" || word == "1" || word == "x")
        return true;
    return failure(ErrorCode::BadNeed, std::string(column) + " is yes or no");
}

Result<NeedTerms> termsFrom(const CsvFields& fields)
{
    NeedTerms terms;
    for (const auto& [column, asked] :
         {std::pair("transparent", &terms.transparent), std::pair("lightfast", &terms.lightfast),
          std::pair("lifts", &terms.lifts), std::pair("value_first", &terms.valueFirst)}) {
        const auto answer = yesOrNo(fields, column);
        if (!answer)
            return tl::unexpected(answer.error());
        *asked = *answer;
    }
    return terms;
}

Result<Need> needFrom(const CsvFields& fields)
{
    Need need;
    need.name = fields.text("name");
    const auto colour = colourOf(fields);
    if (!colour)
        return tl::unexpected(colour.error());
    need.target = *colour;
    if (const std::string text = fields.text("tolerance"); !text.empty()) {
        const auto tolerance = parseTolerance(text);
        if (!tolerance)
            return tl::unexpected(tolerance.error());
        need.tolerance = *tolerance;
    }
    if (const std::string text = fields.text("importance"); !text.empty()) {
        const auto importance = parseNumber(text);
        if (!importance || (*importance != 1 && *importance != 2 && *importance != 3))
            return failure(ErrorCode::BadNeed, "importance is 1, 2 or 3");
        need.importance = static_cast<int>(*importance);
    }
    return termsFrom(fields).map([&](const NeedTerms& terms) {
        need.terms = terms;
        return need;
    });
}

/// "dark muted blue", where colourName() has "muted blue, dark": names stand in lists.
std::string nameOf(const Lab& colour)
{
    const std::string value = valueWord(colour);
    const std::string name = colourNameWithoutValue(colour);
    return value == "mid value" ? name : std::string(value).append(" ").append(name);
}

constexpr int stillLifts = 1; ///< staining

/// What some colours can be told apart by, and the words from who has most of it to who has least.
struct Telling {
    double (*of)(const Lab&);
    double isSeenFrom; ///< what makes a difference
    std::array<const char*, 5> words;
};

const std::array<Telling, 3>& tellings()
{
    static const std::array<Telling, 3> all{
        Telling{[](const Lab& lab) { return lab.l; }, 3, {"palest", "paler", "middling", "deeper", "deepest"}},
        Telling{[](const Lab& lab) { return toLch(lab).chroma; },
                4,
                {"cleanest", "cleaner", "middling", "duller", "dullest"}},
        Telling{warmthOf, 3, {"warmest", "warmer", "middling", "cooler", "coolest"}}};
    return all;
}

/// Those of one name in the order of something, who has most of it first.
void sortBy(const Telling& telling, std::vector<Need*>& alike)
{
    std::ranges::stable_sort(alike, std::greater(), [&](const Need* need) { return telling.of(need->target); });
}

/// How plainly the two are told apart that are hardest to tell, in steps that are seen.
double plainnessOf(const Telling& telling, std::vector<Need*> alike)
{
    sortBy(telling, alike);
    double least = std::numeric_limits<double>::infinity();
    for (std::size_t i = 1; i < alike.size(); ++i)
        least = std::min(least, telling.of(alike[i - 1]->target) - telling.of(alike[i]->target));
    return least / telling.isSeenFrom;
}

/// "paler muted blue", "deepest muted blue"; of more than there are words for a number, the palest first.
void nameApart(const std::string& name, std::vector<Need*> alike)
{
    static constexpr std::array<std::array<std::size_t, 5>, 4> wordsOf{
        {{1, 3}, {0, 2, 4}, {0, 1, 3, 4}, {0, 1, 2, 3, 4}}};
    const Telling& telling =
        *std::ranges::max_element(tellings(), {}, [&](const Telling& each) { return plainnessOf(each, alike); });
    const bool inWords = alike.size() - 2 < wordsOf.size();
    sortBy(inWords ? telling : tellings().front(), alike);
    for (std::size_t i = 0; i < alike.size(); ++i)
        alike[i]->name = inWords  ? std::string(telling.words[wordsOf[alike.size() - 2][i]]) + " " + name
                         : i == 0 ? name
                                  : name + " " + std::to_string(i + 1);
}

} // namespace

bool allows(const NeedTerms& terms, const Paint& paint)
{
    if (terms.transparent && paint.transparency().kind > TransparencyClass::SemiTransparent)
        return false;
    if (terms.lightfast && !lasts(paint.lightfastness))
        return false;
    return !terms.lifts || paint.staining <= stillLifts;
}

std::vector<NeedMask> needsAllowing(std::span<const Paint> paints, std::span<const Need> needs)
{
    std::vector<NeedMask> allowing(paints.size());
    for (std::size_t t = 0; t < paints.size(); ++t)
        for (std::size_t n = 0; n < needs.size(); ++n)
            if (allows(needs[n].terms, paints[t]))
                allowing[t].add(n);
    return allowing;
}

double lightnessFactor(const Need& need)
{
    return need.terms.valueFirst ? valueFirstFactor : 1;
}

double apartFrom(const Need& need, const Lab& colour)
{
    return deltaE00(colour, need.target, lightnessFactor(need));
}

void nameByColour(std::span<Need> needs)
{
    std::map<std::string, std::vector<Need*>> alike;
    for (Need& need : needs)
        alike[nameOf(need.target)].push_back(&need);
    for (auto& [name, group] : alike) {
        if (group.size() > 1)
            nameApart(name, group);
        else
            group.front()->name = name;
    }
}

std::string toleranceWord(double value)
{
    if (value == tolerance::close)
        return "close";
    if (value == tolerance::workable)
        return "workable";
    if (value == tolerance::loose)
        return "loose";
    return formatNumber(value, 1) + " apart";
}

Result<double> parseTolerance(std::string_view text)
{
    const std::string word = lowered(trimmed(text));
    if (word == "close")
        return tolerance::close;
    if (word == "workable")
        return tolerance::workable;
    if (word == "loose")
        return tolerance::loose;
    const auto number = parseNumber(word);
    if (!number || *number <= 0 || *number > 40)
        return failure(ErrorCode::BadNeed, "a tolerance is close, workable, loose, or a number above 0 and up to 40");
    return *number;
}

std::string writeNeedsCsv(std::span<const Need> needs)
{
    std::string csv =
        csvLine({"name", "L", "a", "b", "tolerance", "importance", "transparent", "lightfast", "lifts", "value_first"});
    for (const Need& need : needs) {
        std::vector<std::string> fields{guarded(need.name)};
        for (const double value : {need.target.l, need.target.a, need.target.b, need.tolerance})
            fields.push_back(shortestNumber(value));
        fields.push_back(std::to_string(need.importance));
        for (const bool asked : {need.terms.transparent, need.terms.lightfast, need.terms.lifts, need.terms.valueFirst})
            fields.emplace_back(asked ? "yes" : "");
        csv += csvLine(fields);
    }
    return csv;
}

Result<std::vector<Need>> readNeedsCsv(std::string_view text)
{
    const auto records = readCsv(text, guessSeparator(text));
    if (!records)
        return tl::unexpected(records.error());
    if (records->empty())
        return failure(ErrorCode::BadNeed, "the list of needs is empty");
    CsvColumns columns;
    for (std::size_t i = 0; i < records->front().fields.size(); ++i)
        columns[lowered(trimmed(records->front().fields[i]))] = i;
    if (!columns.contains("hex") && !(columns.contains("l") && columns.contains("a") && columns.contains("b")))
        return failure(ErrorCode::BadNeed, "the first line must name the columns: name and L, a, b (or hex)");
    std::vector<Need> needs;
    for (std::size_t i = 1; i < records->size(); ++i) {
        auto need = needFrom(CsvFields(columns, (*records)[i]));
        if (!need) {
            Error error = need.error();
            error.line = (*records)[i].line;
            return tl::unexpected(error);
        }
        if (need->name.empty())
            need->name = "need " + std::to_string(i);
        needs.push_back(std::move(*need));
    }
    if (needs.size() > mostNeeds)
        return failure(ErrorCode::BadNeed, "at most " + std::to_string(mostNeeds) + " needs can be met at once");
    return needs;
}

} // namespace iris
