#pragma once

#include "base/named.h"
#include "base/result.h"
#include "finding/puddle.h"

#include <string>
#include <vector>

namespace iris {

/// What is believed of the paints in a well: how much more than counted each got in, or how much stronger it is, as the
/// natural logarithm of a factor, and how far that may be off.
struct Belief {
    std::vector<double> logFactor; ///< one a paint of the list
    std::vector<double> sd;        ///< > 0
};

/// Before anything was seen: a factor of 1, off by half for what a tube's strength may be and by a fifth for what a
/// brush takes up; both figures are ours.
Belief firstBelief(std::size_t paints);

/// What a painter sees in a puddle that is not there yet.
enum class Look { TooRed, TooYellow, TooGreen, TooBlue, TooLight, TooDark, TooDull, TooClean };

template <>
inline constexpr std::array enumNames<Look>{
    EnumName{Look::TooRed, "too red"},   EnumName{Look::TooYellow, "too yellow"}, EnumName{Look::TooGreen, "too green"},
    EnumName{Look::TooBlue, "too blue"}, EnumName{Look::TooLight, "too light"},   EnumName{Look::TooDark, "too dark"},
    EnumName{Look::TooDull, "too dull"}, EnumName{Look::TooClean, "too clean"}};
inline constexpr std::array<Look, 8> allLooks{Look::TooRed,   Look::TooYellow, Look::TooGreen, Look::TooBlue,
                                              Look::TooLight, Look::TooDark,   Look::TooDull,  Look::TooClean};

/// What the painter sees, as a colour: a dab that was read, or what is wanted moved by what is said.
struct Sight {
    Lab colour;
    double sd = 1; ///< deltaE00
};

/// @return BadValue for looks that contradict one another
Result<Sight> sightOf(const std::vector<Look>& looks, const Wanted& wanted);

/// What is believed once a puddle was seen: which paint got in too much, or is stronger, as little as explains the
/// sight. The wash of what was seen is free, since dabs are laid thicker and thinner.
/// @param paper under its surface, which the puddle is tried on
Belief corrected(const Belief& belief, const PuddleContents& contents, const Sight& sight,
                 std::span<const Paint> paints, const Spectrum& paper);

/// What a sight shows that no belief about amounts explains: the puddle is that much off what is reckoned, because its
/// paints are other than thought. To be reckoned with until something else is seen. It is taken as far as the sight is
/// surer than the mixing (4 deltaE, our judgement, against the sight's own sd).
/// @param belief as corrected() by that sight
Lab unexplained(const Belief& belief, const PuddleContents& contents, const Sight& sight, std::span<const Paint> paints,
                const Spectrum& paper);

/// What to aim at so that a puddle that is off by so much comes out as wanted.
Wanted aimedAt(const Wanted& wanted, const Lab& off);

/// One thing to put in.
struct TouchStep {
    std::size_t paint = 0;
    double parts = 0;          ///< a whole number of touches, or of parts
    double wash = wash::full;  ///< at which it then comes nearest
    Laid laid;                 ///< what is expected then, at that wash
    double apart = 0;          ///< from what is wanted
    Transparency transparency; ///< of the puddle then
};

/// What to do with a puddle: at most four steps, the first to be done and looked at before the next is asked for.
struct TouchAdvice {
    double apartNow = 0; ///< at the wash at which it comes nearest now
    double washNow = wash::full;
    Laid laidNow;
    std::vector<TouchStep> steps; ///< none when nothing helps, or when it is there
    Handling handling = {};       ///< they are counted with
    /// Without steps: a tube that would help, were a touch of it not too much for so small a puddle.
    std::optional<std::size_t> tooMuch;
    /// No tube helps by itself: the first two steps are done before one looks.
    bool twoAtOnce = false;

    /// How many steps come before one looks.
    std::size_t atOnce() const { return twoAtOnce && steps.size() > 1 ? 2 : 1; }
    /// When no paint helps although it is not there: which of the paints in it leans the wrong way. Nothing otherwise.
    std::optional<std::size_t> leansWrong;
};

/// A puddle is there when it is nearer than this to what is wanted, deltaE00.
inline constexpr double thereBelow = 2;

struct TouchOptions {
    std::vector<std::size_t> places; ///< paints that may be put in
    double tolerance = thereBelow;
    Handling handling = {}; ///< whose touches are put in
};

/// What to add so that it does not overshoot even if the tube is stronger than thought: the amount that would be right
/// if it were as strong as it may well be (by the belief, one sd and a quarter, nine in ten), in whole touches, at
/// least one. First comes what moves most with least: of tubes that do as well the one of which least is needed, and of
/// a few that are needed together the one that helps most by itself. Never water to make it warmer: water only sets the
/// wash.
TouchAdvice nextTouch(const PuddleContents& contents, const Wanted& wanted, std::span<const Paint> paints,
                      const Belief& belief, const TouchOptions& options);

} // namespace iris
