#include "eye/weakspots.h"

#include "base/text.h"
#include "eye/threshold.h"

#include <algorithm>
#include <map>

namespace iris {
namespace {

constexpr std::size_t lastOnes = 60;
constexpr std::size_t toldFrom = 12;
constexpr int weakFrom = 8;
constexpr int wrongFrom = 4;
constexpr double plainly = 0.2;

bool isOfTwo(EyeQuestion question)
{
    return question <= EyeQuestion::Darker;
}

double guessed(EyeQuestion question)
{
    return isOfTwo(question) || question == EyeQuestion::DoesItDull ? 0.5 : 1.0 / 3;
}

/// Warmer and cooler are one thing that an eye tells.
EyeQuestion sameAs(EyeQuestion question)
{
    return question == EyeQuestion::Cooler ? EyeQuestion::Warmer : question;
}

std::vector<Answered> lastOf(EyeQuestion question, std::span<const Answered> answers)
{
    std::vector<Answered> own;
    for (const Answered& one : answers)
        if (sameAs(one.question) == sameAs(question) && one.apart > 0)
            own.push_back(one);
    if (own.size() > lastOnes)
        own.erase(own.begin(), own.end() - static_cast<std::ptrdiff_t>(lastOnes));
    return own;
}

Threshold learntFrom(EyeQuestion question, std::span<const Answered> own)
{
    constexpr double ofTwo = 4;
    constexpr double ofMixes = 10;
    Threshold threshold(isOfTwo(question) ? ofTwo : ofMixes, guessed(question));
    for (const Answered& one : own)
        threshold.answer(one.apart, one.right);
    return threshold;
}

std::string_view whatIsTold(EyeQuestion question)
{
    switch (question) {
    case EyeQuestion::Warmer: return "warmer from cooler";
    case EyeQuestion::Cleaner: return "cleaner from duller";
    case EyeQuestion::Darker: return "darker from lighter";
    default: return "";
    }
}

std::string mistakeOf(EyeQuestion question)
{
    switch (question) {
    case EyeQuestion::Warmer: return "you often take the cooler one for the warmer";
    case EyeQuestion::Cooler: return "you often take the warmer one for the cooler";
    case EyeQuestion::Cleaner: return "you often take the duller one for the cleaner";
    case EyeQuestion::Darker: return "you often take the lighter one for the darker";
    case EyeQuestion::WhichMakes: return "you often miss which pair makes a mix";
    case EyeQuestion::WhatWentIn: return "you often miss what was stirred in";
    case EyeQuestion::HowMuch: return "you often miss how much went in";
    case EyeQuestion::DoesItDull: return "you often misjudge which pairs grey each other";
    }
    return {};
}

} // namespace

double worthAsking(EyeQuestion question, std::span<const Answered> answers)
{
    return learntFrom(question, lastOf(question, answers)).next();
}

std::vector<std::string> toldWords(std::span<const Answered> answers)
{
    std::vector<std::string> words;
    for (const EyeQuestion question : {EyeQuestion::Warmer, EyeQuestion::Cleaner, EyeQuestion::Darker}) {
        const std::vector<Answered> own = lastOf(question, answers);
        if (own.size() >= toldFrom)
            words.push_back("You tell " + std::string(whatIsTold(question)) + " where they are "
                            + formatNumber(learntFrom(question, own).estimate(), 1) + " apart.");
    }
    return words;
}

std::vector<std::string> weakWords(std::span<const Answered> answers)
{
    struct Tally {
        int asked = 0;
        int wrong = 0;
    };
    std::map<EyeQuestion, Tally> all;
    std::map<std::pair<EyeQuestion, std::optional<HueFamily>>, Tally> each;
    for (const Answered& one : answers)
        for (Tally* tally : {&all[one.question], &each[{one.question, one.family}]}) {
            ++tally->asked;
            tally->wrong += one.right ? 0 : 1;
        }
    std::vector<std::string> words;
    for (const auto& [what, tally] : each) {
        const Tally rest{all[what.first].asked - tally.asked, all[what.first].wrong - tally.wrong};
        const auto share = [](const Tally& of) { return of.asked > 0 ? static_cast<double>(of.wrong) / of.asked : 0; };
        if (tally.asked < weakFrom || tally.wrong < wrongFrom || share(tally) < share(rest) + plainly)
            continue;
        const std::string where = what.second ? std::string(nameOf(*what.second)) + "s" : "greys";
        words.push_back("Among " + where + " " + mistakeOf(what.first) + ".");
    }
    return words;
}

} // namespace iris
