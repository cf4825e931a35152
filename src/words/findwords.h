#pragma once

#include "finding/candidates.h"
#include "finding/diagnosis.h"
#include "finding/nexttouch.h"

#include <string>

namespace iris {

/// Where a colour differs from the one that is wanted: "a touch greener and lighter", "much duller", "not to be told
/// apart" (below 1). Redder, yellower, greener, bluer; lighter, darker; cleaner, duller; the largest two. A touch is
/// below 3 deltaE00 of that kind, much above 10; what is below 0.7 is not said. The limits are ours.
std::string differenceWords(const Lab& colour, const Lab& wanted);

/// The same of a mix that may come out otherwise than reckoned: "give or take 3.2" where it would
/// be called the same and may be seen not to be.
/// @param miss how far off it may come out, deltaE00; 0 for one tube alone and for bare paper
std::string nearnessWords(const Lab& colour, const Lab& wanted, double miss);

/// An amount to put in: "2 parts", "half a part", "a touch", "3 touches", "2 and a half parts".
std::string amountWords(double parts, Handling handling);

/// What lies in a well: "3 parts of Lemon Yellow + 2 touches of Phthalo Blue".
std::string contentsWords(const PuddleContents& contents, std::span<const Paint> paints, Handling handling);

/// How to mix a recipe with the brush in hand: "6 parts of Lemon Yellow; then Phthalo Blue by touches, about 2; stop at
/// a mid value, muted yellow-green. Let it out to a thin wash." In startOrder().
std::string startWords(const Recipe& recipe, std::span<const Paint> paints);

/// What to do next, and what then comes of it.
struct AdviceWords {
    std::string act; ///< "Put in 2 touches of Burnt Sienna, and look."; "It is there." or that nothing helps
    std::string
        then; ///< what that does to value and transparency, and what may follow; why nothing helps. May be empty

    std::string whole() const { return then.empty() ? act : act + " " + then; }
};
AdviceWords adviceWords(const TouchAdvice& advice, std::span<const Paint> paints, double tolerance);

/// "PB15:3 counts as 2.0 times what went in: more of it got in, or it is stronger." Nothing where it is about what was
/// counted, by a sixth.
std::string beliefWords(const Belief& belief, std::size_t paint, std::span<const Paint> paints);

/// "These tubes are not that clean, and do not go that dark." Empty when it is none of the three.
std::string outOfReachWords(const OutOfReach& reach);

/// "Hull Red leans orange and carries yellow in, which greys the mix. Rose in its place: 2 Rose + 1 Ultramarine,
/// middle, makes a muted violet, mid value where there was a greyed plum, dark."
std::string diagnosisWords(const Diagnosis& diagnosis, std::span<const Paint> paints);

} // namespace iris
