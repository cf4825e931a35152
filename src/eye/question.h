#pragma once

#include "eye/answered.h"
#include "learning/learning.h"
#include "mixing/recipe.h"

#include <random>
#include <string>
#include <vector>

namespace iris {

/// A question to an eye: colours to look at, answers to choose from, and what is right.
struct Asked {
    EyeQuestion question = EyeQuestion::Warmer;
    std::string words;                ///< "Which is warmer?"
    std::vector<Lab> colours;         ///< that fill the page, touching
    std::vector<std::string> answers; ///< 2 or 3; "the left one" where the colours themselves are the answers
    std::size_t right = 0;            ///< place among the answers
    double apart = 0;                 ///< what is right from the nearest that is not, deltaE00
    std::optional<HueFamily> family;  ///< of the first colour; nothing for a grey
    std::string told;                 ///< what to say of it afterwards

    bool operator==(const Asked&) const = default;
};

/// What questions are made of.
struct EyePaints {
    std::span<const Paint> paints;
    std::vector<std::size_t> places; ///< the tubes one has, each once
    const Learned& learned;
    Handling handling;
};

/// A question of a kind, as hard as asked for, out of one's own tubes. Two colours to tell apart lie just so far apart,
/// and both are shown as they are: none is beyond what a screen shows. Of mixes none is asked that the model is not
/// sure of: what is right and what is not lie farther apart than both may come out otherwise (expectedMiss()).
/// @param apart deltaE00, above 0: for mixes what is wrong is at least this far from what is right, and not much
/// farther where the tubes allow it
/// @return nothing where the tubes give no such question
std::optional<Asked> ask(EyeQuestion question, double apart, const EyePaints& own, std::mt19937& random);

/// Ten kinds in a row, in turn and in no order: the four of two colours twice as often as those of mixes.
std::vector<EyeQuestion> roundOfTen(std::mt19937& random);

} // namespace iris
