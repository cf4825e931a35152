#pragma once

#include "base/named.h"
#include "finding/nexttouch.h"
#include "notebook/allowed.h"
#include "notebook/field.h"
#include "notebook/tube.h"

#include <string>
#include <vector>

namespace iris {

/// So many wells are kept; a new one takes the place of the oldest.
inline constexpr std::size_t mostWells = 8;
inline constexpr std::size_t mostWellSteps = 500;

struct WellId {
    std::int64_t value = 0;

    auto operator<=>(const WellId&) const = default;
};

/// One thing that was done with a well: paint put in, water, some of it blotted away or poured into another well, or
/// what it looked like.
struct WellStep {
    enum class Kind { Paint, Water, Blot, Poured, Seen };
    Kind kind = Kind::Paint;
    TubeId tube;       ///< of Paint
    std::string name;  ///< the tube's, kept
    double amount = 0; ///< parts of Paint; the share that stays of Water (of the film's thickness), Blot and Poured
    Lab seen{};        ///< of Seen
    double sd = 1;     ///< and how far that may be off, deltaE00

    template <typename Self, typename Visit> static void fields(Self& self, Visit&& visit)
    {
        visit("kind", self.kind, Field{.json = InJson::Always});
        visit("tube", self.tube, Field{.words = "a tube"});
        visit("name", self.name, Field{.words = "the name of a tube"});
        visit("amount", self.amount, Field{});
        visit("colour", self.seen, Field{.words = "a colour that was seen"});
        visit("sd", self.sd, Field{.words = "how far a colour may be off", .range = allowed::sightSd, .usual = 1});
    }

    bool operator==(const WellStep&) const = default;
};

template <>
inline constexpr std::array enumNames<WellStep::Kind>{
    EnumName{WellStep::Kind::Paint, "paint"}, EnumName{WellStep::Kind::Water, "water"},
    EnumName{WellStep::Kind::Blot, "blot"}, EnumName{WellStep::Kind::Poured, "poured"},
    EnumName{WellStep::Kind::Seen, "seen"}};

/// A puddle of the painter's, how it came about, and what it is to become.
struct WellRecord {
    WellId id;
    std::string name; ///< what it is for, "reeds"; may be empty
    std::optional<Lab> wanted;
    std::vector<WellStep> steps;
    bool best = false; ///< the painter's choice among the attempts at its colour

    template <typename Self, typename Visit> static void fields(Self& self, Visit&& visit)
    {
        visit("name", self.name, Field{.words = "its name", .text = TextKind::Title});
        visit("wanted", self.wanted, Field{.words = "its colour"});
        visit("best", self.best, Field{});
        visit("steps", self.steps, Field{.words = "steps", .json = InJson::Always, .most = mostWellSteps});
    }

    bool operator==(const WellRecord&) const = default;
};

struct Studio;

/// What lies in a well, by the places of the studio's tubes, and what is believed of them by what was seen. Paint of
/// tubes that are gone is left out; their names are told.
struct WellState {
    Puddle puddle;
    PuddleContents contents;
    Belief belief;
    Lab off; ///< how far the puddle is off what is reckoned, by what was seen last (unexplained())
    std::vector<std::string> gone;
};
WellState stateOf(const WellRecord& well, const Studio& studio);

/// Half of one well poured into another, and what stays behind: both as they are then. The water of both is in it.
struct Poured {
    WellRecord into;
    WellRecord from;
};
Poured poured(const WellRecord& from, WellRecord into, const Studio& studio);

/// A recipe as the steps that make it, in the order a painter would put it in.
std::vector<WellStep> stepsFor(const Recipe& recipe, const Studio& studio);

} // namespace iris
