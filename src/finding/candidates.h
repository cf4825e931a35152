#pragma once

#include "base/named.h"
#include "base/parallel.h"
#include "finding/counting.h"
#include "finding/sift.h"

#include <functional>
#include <optional>

namespace iris {

/// A recipe that may serve for a wanted colour.
struct Candidate {
    Recipe recipe;    ///< counted out with a brush; its wash is the best for these parts
    Laid laid;        ///< what that gives
    double apart = 0; ///< apartFrom() what is wanted
    /// The same tubes in shares that nobody counts: what they could do.
    double apartUncounted = 0;
    /// apartFrom() when the part that matters most is a quarter more or less than meant.
    double apartWhenCareless = 0;
    Transparency transparency;

    bool operator==(const Candidate&) const = default;
};

struct CandidateOptions {
    int mostTubes = 3;     ///< 1 to 4
    std::size_t most = 24; ///< how many to give
    Sift sift;
    Handling handling = {};
    WorkOptions work = {};
    /// Told what tubes alone and pairs give, in order, before three are tried; from the thread that asked.
    std::function<void(const std::vector<Candidate>&)> soFar = {};
};

/// What a list of candidates begins with.
enum class CandidateOrder {
    AsTried, ///< close ones before others, fewest tubes first; three only where they are seen to be better
    Closest,
    FewestTubes,
    Forgiving, ///< least apart when a part is a quarter off
    Transparent,
};

template <>
inline constexpr std::array enumNames<CandidateOrder>{
    EnumName{CandidateOrder::AsTried, "as tried"}, EnumName{CandidateOrder::Closest, "closest"},
    EnumName{CandidateOrder::FewestTubes, "fewest tubes"}, EnumName{CandidateOrder::Forgiving, "forgiving"},
    EnumName{CandidateOrder::Transparent, "transparent"}};
inline constexpr std::array<CandidateOrder, 5> allCandidateOrders{
    CandidateOrder::AsTried, CandidateOrder::Closest, CandidateOrder::FewestTubes, CandidateOrder::Forgiving,
    CandidateOrder::Transparent};

/// The tubes of the candidates decide between equals.
void sortCandidates(std::vector<Candidate>& candidates, CandidateOrder order);

/// Recipes for a wanted colour, as tried. Every set of up to three of the places is mixed in all ratios and washes that
/// are tried (MixKernel); the most promising are tuned freely, and then counted out. Of many paints only some are tried
/// in threes (worthThrees()), and none where no three could come into the list. Sets of four grow out of the
/// threes they hold. A set is left out when a smaller one inside it comes as close; bare paper is the smallest of all.
/// Empty when stopped, or when nothing is let through.
/// @param places in the paints that may be used, each once
std::vector<Candidate> candidatesFor(const Wanted& wanted, std::span<const Paint> paints,
                                     std::vector<std::size_t> places, const CandidateOptions& options = {});

/// A recipe as a candidate.
Candidate candidateOf(const Wanted& wanted, std::span<const Paint> paints, const Recipe& recipe);

/// Why nothing comes near, in a plain word for each way: what is wanted is cleaner, darker or lighter than the nearest
/// of the tubes by more than a painter lets pass.
struct OutOfReach {
    bool tooClean = false; ///< by 4 of chroma
    bool tooDark = false;  ///< by 3 of L*
    bool tooLight = false;
};
OutOfReach outOfReach(const Wanted& wanted, const Candidate& nearest);

/// The one paint out of others whose help brings a wanted colour nearest: alone, or beside one or two of those that
/// come nearest now. Nothing when none helps by half a unit, or when stopped.
struct Helper {
    std::size_t place = 0; ///< in the paints that were given
    Candidate candidate;
};
std::optional<Helper> helperFor(const Wanted& wanted, std::span<const Paint> paints, const std::vector<Candidate>& now,
                                const std::vector<std::size_t>& others, Handling handling,
                                const WorkOptions& work = {});

/// Of what no usual shelf has, the one that would help plainly more, by a unit, than what is there to buy.
/// @param paints gets those paints behind its own
std::optional<Helper> rarerHelper(const Wanted& wanted, std::vector<Paint>& paints, const std::vector<Candidate>& now,
                                  const std::optional<Helper>& usual, Handling handling, const WorkOptions& work = {});

} // namespace iris
