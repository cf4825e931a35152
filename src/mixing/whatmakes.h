#pragma once

#include "base/named.h"
#include "base/parallel.h"
#include "colour/huefamily.h"
#include "mixing/mixkernel.h"

#include <optional>
#include <string_view>

namespace iris {

/// The kinds of colour a painter hunts for among the tubes.
enum class MixKind {
    Oranges,
    Greens,
    Violets,
    Browns, ///< hue 25 to 88 degrees, L* below 52, chroma 8 to 45: within what colourName() calls brown or umber
    Greys,  ///< chroma below 6, L* 30 and above
    Darks,  ///< L* below 30, chroma below 10
};

template <>
inline constexpr std::array enumNames<MixKind>{
    EnumName{MixKind::Oranges, "oranges"}, EnumName{MixKind::Greens, "greens"}, EnumName{MixKind::Violets, "violets"},
    EnumName{MixKind::Browns, "browns"},   EnumName{MixKind::Greys, "greys"},   EnumName{MixKind::Darks, "darks"}};
inline constexpr std::array<MixKind, 6> allMixKinds{MixKind::Greens, MixKind::Oranges, MixKind::Violets,
                                                    MixKind::Browns, MixKind::Greys,   MixKind::Darks};

/// True when a colour counts as a kind. The three hues lie within what colourName() gives that word to: oranges 48 to
/// 80, greens 102 to 225 and violets 298 to 350 degrees (a violet-blue is a blue, and beyond 350 a red-violet is a
/// rose), with chroma 10 and more and no browns.
bool isOfKind(const Lab& colour, MixKind kind);

/// What comes first. For a hue the best is what goes farthest towards the middle of its family, a cos m + b sin m with
/// m = middleDegrees(); for greys the most neutral beside the depth that is left (chroma over 100 - L*: water takes
/// both away), for darks the nearest to black, for browns the strongest in colour. Whether greys and darks are warm or
/// cool goes by the best mix of their tubes, so that one pair is not both.
enum class MixOrder { Best, Muted, Warm, Cool, Light, Dark, Transparent, Lifts, FewPigments };

template <>
inline constexpr std::array enumNames<MixOrder>{EnumName{MixOrder::Best, "best"},
                                                EnumName{MixOrder::Muted, "muted"},
                                                EnumName{MixOrder::Warm, "warm"},
                                                EnumName{MixOrder::Cool, "cool"},
                                                EnumName{MixOrder::Light, "light"},
                                                EnumName{MixOrder::Dark, "dark"},
                                                EnumName{MixOrder::Transparent, "transparent"},
                                                EnumName{MixOrder::Lifts, "lifts"},
                                                EnumName{MixOrder::FewPigments, "few pigments"}};
inline constexpr std::array<MixOrder, 9> allMixOrders{MixOrder::Best,        MixOrder::Muted, MixOrder::Warm,
                                                      MixOrder::Cool,        MixOrder::Light, MixOrder::Dark,
                                                      MixOrder::Transparent, MixOrder::Lifts, MixOrder::FewPigments};

/// A mix of the kind that was asked for.
struct Finding {
    Recipe recipe;
    Lab colour;
    MixJudgement judgement;

    bool operator==(const Finding&) const = default;
};

struct WhatMakesOptions {
    MixKind kind = MixKind::Greens;
    MixOrder order = MixOrder::Best;
    int mostTubes = 2;               ///< 2 or 3
    std::size_t most = 60;           ///< how many to list
    double thinnest = 0.17;          ///< the thinnest wash that is looked at
    bool withBlacks = false;         ///< greys and darks may be mixed with a tube of black, which is no find
    std::optional<std::size_t> with; ///< only mixes of this tube
    Handling handling = {};
    WorkOptions work = {};
};

/// The mixes of two or three paints that make a kind of colour: of every set the recipe that comes first in the order,
/// over all ratios and washes. What looks like one of its tubes alone at the same wash, deltaE00 below 5, is no find
/// (the limit is ours), nor are three tubes where two of them do as well. Of many
/// paints only some are looked at in threes (worthThrees()). Empty when stopped.
std::vector<Finding> whatMakes(std::span<const Paint> paints, const WhatMakesOptions& options);

/// What comes nearest to a grey or a dark where no mix is one.
struct NearMiss {
    Recipe recipe;
    Lab colour;
    Lab secondLayer; ///< of a wash twice as thick
    /// The family that would take its colour away, where none of the tubes is of about that hue; nothing when it is
    /// only too light.
    std::optional<HueFamily> missing;

    bool operator==(const NearMiss&) const = default;
};

/// Of the tubes and mixes that whatMakes() would look at for greys or darks, the one nearest to a neutral: for darks
/// to black at full strength, for greys to a middle grey. Nothing for other kinds, without paints, or when stopped.
std::optional<NearMiss> nearestTo(std::span<const Paint> paints, const WhatMakesOptions& options);

/// The same tubes at the same wash in other parts: the nearest colour that is warmer, or cooler, by at least 2
/// (warmthOf()). Nothing when no parts are.
std::optional<Recipe> nudged(const Recipe& recipe, std::span<const Paint> paints, bool warmer);

/// Whether a tube of black is worth its well beside the darks one can mix.
struct BlackVerdict {
    std::size_t black = 0;    ///< the darkest tube of black there is
    Lab colour;               ///< at full strength
    double mixedDeeper = 0;   ///< L* of the black less that of the deepest mixed dark: above 0 the mix is deeper
    bool worthItsWell = true; ///< false when a mix comes within 2 of its depth
};
/// Nothing without a tube of black or without a mixed dark.
std::optional<BlackVerdict> judgeBlack(std::span<const Paint> paints, const std::vector<Finding>& darks);

} // namespace iris
