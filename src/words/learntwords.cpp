#include "words/learntwords.h"

#include "colour/deltae.h"
#include "palette/need.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <string_view>
#include <utility>

namespace iris {
namespace {

constexpr double plainly = 7.0 / 6;

} // namespace

std::string apartInWords(double apart)
{
    constexpr std::array<std::pair<double, std::string_view>, 5> limits{
        {{0.7, "not to be told apart"},
         {2, "told only where they touch"},
         {tolerance::close, "the same at a glance"},
         {tolerance::workable, "near enough for most pictures"},
         {tolerance::loose, "the same kind of colour"}}};
    for (const auto& [upTo, words] : limits)
        if (apart <= upTo)
            return std::string(words);
    return "plainly another colour";
}

std::vector<Lab> colourApart(double apart)
{
    constexpr Lab first{58, -14, 22};
    double less = 0, more = 60; // in L*
    for (int i = 0; i < 40; ++i) {
        const double middle = (less + more) / 2;
        (deltaE00(first, {first.l + middle / 3, first.a, first.b + middle}) < apart ? less : more) = middle;
    }
    return {first, {first.l + less / 3, first.a, first.b + less}};
}

bool isPlainlyOther(double taken, double found, double factor)
{
    const double ratio = std::max(found / taken, taken / found);
    return ratio >= plainly && ratio >= factor;
}

std::string strengthInWords(double taken, double found, double factor)
{
    if (!isPlainlyOther(taken, found, factor))
        return factor > 1.5 ? "too little painted to tell" : "as strong as thought";
    const double ratio = found / taken;
    constexpr std::array<std::pair<double, std::string_view>, 6> stronger{
        {{1.29, "about a quarter stronger than thought"},
         {1.42, "about a third stronger than thought"},
         {1.75, "about half as strong again"},
         {2.5, "about twice as strong as thought"},
         {3.5, "about three times as strong as thought"},
         {5, "about four times as strong as thought"}}};
    constexpr std::array<std::pair<double, std::string_view>, 5> weaker{
        {{0.29, "about a quarter as strong as thought"},
         {0.42, "about a third as strong as thought"},
         {0.58, "about half as strong as thought"},
         {0.71, "about a third weaker than thought"},
         {0.87, "about a quarter weaker than thought"}}};
    if (ratio > 1) {
        const auto words = std::ranges::find_if(stronger, [&](const auto& one) { return ratio < one.first; });
        return words == stronger.end() ? "many times as strong as thought" : std::string(words->second);
    }
    const auto words = std::ranges::find_if(weaker, [&](const auto& one) { return ratio < one.first; });
    return ratio < 0.2 ? "far weaker than thought"
                       : std::string(words == weaker.end() ? "a little weaker than thought" : words->second);
}

} // namespace iris
