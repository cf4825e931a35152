#pragma once

#include "mixing/matching.h"
#include "palette/covering.h"
#include "palette/school.h"

#include <optional>

namespace iris {

/// What a palette must be like. Paints are named by their index in the list given to choosePalette().
struct Limits {
    School school = School::Free;
    std::vector<std::size_t> must;
    std::vector<std::size_t> never;
    std::size_t mostTubes = 12;          ///< of a free choice and of split primary plus, 1 to 12
    std::size_t mostSets = 50;           ///< how many sets to work out recipes for
    RedPrimary red = RedPrimary::Either; ///< of a triad
    std::vector<Slot> places = {};       ///< of School::Own, 1 to mostOwnPlaces
    /// What is held against each paint, >= 0; empty for nothing. Sets that do equally well come in the order of the sum
    /// over their tubes, and of what follows, before how close they come.
    std::vector<double> heldAgainst = {};
    double againstThrees = 0; ///< held against every need whose closest recipe takes three tubes, >= 0
    /// Held against every primary, red, yellow or blue, that is asked for and has no tube of its own: painters find
    /// such a palette hard to think in. >= 0
    double againstMixedPrimaries = 0;
    bool surely = false; ///< a need counts as met when some recipe passes the session's SureTest, and not otherwise

    /// BadOption with what is wrong: a tube both must and never, an index out of range, no tube for a place of the
    /// school, more must tubes than mostTubes.
    Result<void> validate(std::span<const Paint> paints) const;

    bool operator==(const Limits&) const = default;
};

/// The limits that leave but one set.
/// @param paints how many there are to choose from
Limits limitsOfJust(std::vector<std::size_t> tubes, std::size_t paints);

/// How a palette answers one need.
struct NeedAnswer {
    bool met = false;
    /// The closest recipe within the palette, also when it is not close enough, or not sure enough; bare paper where
    /// that does.
    Match match;

    /// Close enough, and yet not met: it would not come out as often as was asked.
    bool isUnsure(const Need& need) const { return !met && match.apart <= need.tolerance; }

    bool operator==(const NeedAnswer&) const = default;
};

/// Why a tube is in a palette.
struct TubeReason {
    std::size_t tube = 0;
    std::vector<std::size_t> lostWithout; ///< needs that no recipe of the other tubes meets

    bool operator==(const TubeReason&) const = default;
};

struct PaletteSet {
    std::vector<std::size_t> tubes;  ///< in rising order
    std::vector<NeedAnswer> answers; ///< one a need
    std::vector<TubeReason> reasons; ///< one a tube
    double meanApart = 0;            ///< mean deltaE00 over the needs it meets
    double heldAgainst = 0;          ///< as Limits asks

    bool operator==(const PaletteSet&) const = default;
};

/// A need that no recipe of any of the allowed tubes meets.
struct Unreachable {
    std::size_t need = 0;
    Match nearest;

    bool operator==(const Unreachable&) const = default;
};

enum class ChoiceEnd {
    Done,    ///< searched to the end: what it says is proven
    Stopped, ///< cancelled; nothing in it is to be trusted
};

struct Choice {
    ChoiceEnd end = ChoiceEnd::Done;
    std::vector<PaletteSet> sets; ///< closest first; the listed ones of `setsOfThisSize`. Empty when no need is reached
    std::size_t setsOfThisSize = 0; ///< how many sets do equally well in number of tubes and needs covered
    std::vector<std::vector<std::size_t>> equals; ///< the tubes of each of them, in no order that means anything
    bool moreSets = false;                        ///< the search met even more than it keeps count of
    std::vector<Unreachable> unreachable;
    std::vector<SizeRuledOut> ruledOut; ///< the proof: each smaller size, searched to the end
    std::size_t passedOver = 0; ///< how many paints were not chosen from, where very many are allowed (mostHelpful())
    bool paperIsEnough = false; ///< bare paper meets every need: no tube is wanted
    std::uint64_t recipesMixed = 0;
    std::uint64_t recipesInAll = 0;
};

/// A tube that one mix of a picture alone contains: it may look foreign to the rest.
struct Stranger {
    std::size_t tube = 0;
    std::size_t need = 0;

    bool operator==(const Stranger&) const = default;
};
/// Of a set that mixes at least three needs, the tubes that are in one of its recipes alone. Source: common practice.
std::vector<Stranger> strangersIn(const PaletteSet& set);

/// What may stand in the place of one tube of a set, everything else as it is.
struct TubeSwap {
    std::size_t tube = 0;
    std::vector<std::size_t> instead; ///< in rising order
};

/// Of sets that do equally well, those that differ from one of them in a single tube, by that tube; tubes that nothing
/// replaces are left out.
std::vector<TubeSwap> swapsOf(const std::vector<std::size_t>& set, const std::vector<std::vector<std::size_t>>& equals);

/// What so many tubes can do at best.
struct StairStep {
    PaletteSet set; ///< one that does it: the set of the step before and one tube more where that does as
                    ///< well, otherwise the closest of those that were weighed
    std::vector<std::size_t> added; ///< its tubes that the step before has not
    std::vector<std::size_t> left;  ///< the tubes of the step before that it has not
    std::size_t sets = 0;           ///< how many sets of this size do as well
    bool moreSets = false;          ///< the search met even more than it keeps count of
    int lost = 0;                   ///< importance of the needs it leaves unmet

    std::size_t met() const;

    bool operator==(const StairStep&) const = default;
};

/// What each tube more buys: needs met and the mean miss, from one tube on until nothing more is to be gained.
struct Staircase {
    ChoiceEnd end = ChoiceEnd::Done;
    std::vector<StairStep> steps; ///< the first has as many tubes as must be in, at least one
    std::vector<Unreachable> unreachable;
    std::size_t passedOver = 0; ///< as in a Choice

    bool operator==(const Staircase&) const = default;
};

/// Chooses the smallest set of tubes whose recipes meet the needs, exactly, and every other set of that size; among
/// them the one with the least mean deltaE00 comes first. Needs that no recipe can meet are set apart first and
/// reported with the nearest colour there is. A school that cannot cover everything covers the most importance it can.
/// With the usual brush.
/// @param needs 1 to mostNeeds; @param paints 1 to mostPaints after the never tubes are taken out
/// @return BadOption or BadNeed when the question makes no sense; a stopped choice is a value with end Stopped.
Result<Choice> choosePalette(std::span<const Paint> paints, std::span<const Need> needs, const Limits& limits,
                             const WorkOptions& work = {});

} // namespace iris
