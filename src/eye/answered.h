#pragma once

#include "base/named.h"
#include "colour/huefamily.h"

#include <optional>

namespace iris {

/// What an eye is asked.
enum class EyeQuestion {
    Warmer, ///< which of two
    Cooler,
    Cleaner,
    Darker,
    WhichMakes, ///< which pair of tubes makes that
    WhatWentIn, ///< which tube was stirred in
    HowMuch,    ///< how many touches of it
    DoesItDull, ///< whether two tubes grey each other
};

template <>
inline constexpr std::array enumNames<EyeQuestion>{
    EnumName{EyeQuestion::Warmer, "warmer"},          EnumName{EyeQuestion::Cooler, "cooler"},
    EnumName{EyeQuestion::Cleaner, "cleaner"},        EnumName{EyeQuestion::Darker, "darker"},
    EnumName{EyeQuestion::WhichMakes, "which makes"}, EnumName{EyeQuestion::WhatWentIn, "what went in"},
    EnumName{EyeQuestion::HowMuch, "how much"},       EnumName{EyeQuestion::DoesItDull, "does it dull"}};
inline constexpr std::array<EyeQuestion, 8> allEyeQuestions{
    EyeQuestion::Warmer,     EyeQuestion::Cooler,     EyeQuestion::Cleaner, EyeQuestion::Darker,
    EyeQuestion::WhichMakes, EyeQuestion::WhatWentIn, EyeQuestion::HowMuch, EyeQuestion::DoesItDull};

/// One that was answered.
struct Answered {
    EyeQuestion question = EyeQuestion::Warmer;
    double apart = 0; ///< how far what is right was from what is not, deltaE00
    bool right = false;
    std::optional<HueFamily> family; ///< of what was looked at; nothing for a grey

    bool operator==(const Answered&) const = default;
};

} // namespace iris
