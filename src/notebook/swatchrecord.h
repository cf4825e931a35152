#pragma once

#include "base/named.h"
#include "colour/devicecorrection.h"
#include "notebook/allowed.h"
#include "notebook/field.h"
#include "notebook/tube.h"

#include <map>

namespace iris {

struct SwatchId {
    std::int64_t value = 0;

    auto operator<=>(const SwatchId&) const = default;
};

struct PaperId {
    std::int64_t value = 0;

    auto operator<=>(const PaperId&) const = default;
};

struct DeviceId {
    std::int64_t value = 0;

    auto operator<=>(const DeviceId&) const = default;
};

/// How a swatch came into the notebook.
enum class SwatchOrigin { Typed, Card, Instrument, Picture };

template <>
inline constexpr std::array enumNames<SwatchOrigin>{
    EnumName{SwatchOrigin::Typed, "typed"}, EnumName{SwatchOrigin::Card, "card"},
    EnumName{SwatchOrigin::Instrument, "instrument"}, EnumName{SwatchOrigin::Picture, "picture"}};

/// One reading of a tube. Every one is kept; which of them the tube goes by is the tube's own swatch.
struct SwatchRecord {
    SwatchId id;
    TubeId tube;
    SwatchOrigin origin = SwatchOrigin::Typed;
    bool wet = false;       ///< read before it was dry: kept for the drying shift, never mixed with
    std::string date;       ///< the day, as in 2026-10-03, or empty
    std::string paper;      ///< the paper's name; empty when unknown
    Lab paperWhite;         ///< its white, D50
    Swatch painted;         ///< as read, on that paper
    Swatch onWhite;         ///< the same on the white paper of the reference table
    double uncertainty = 0; ///< deltaE00 that two thirds of such readings stay below; 0 when nothing is known
    std::optional<Lab> lifted;
    std::optional<double> shareLeft; ///< of the film after lifting, 0 to 1
    std::optional<double> grain;     ///< Grain::total() of the reading
    std::string picture;             ///< name of a picture in the notebook, or empty
    std::string notes;

    template <typename Self, typename Visit> static void fields(Self& self, Visit&& visit)
    {
        visit("tube", self.tube, Field{.words = "its tube", .json = InJson::Required, .goesWithIt = true});
        visit("origin", self.origin, Field{.json = InJson::Always});
        visit("wet", self.wet, Field{.json = InJson::Required});
        visit("date", self.date, Field{.words = "its date", .text = TextKind::Day});
        visit("paper", self.paper, Field{.words = "its paper"});
        visit("paper_white", self.paperWhite, Field{.words = "the paper", .json = InJson::Required, .column = "paper"});
        visit("painted", self.painted, Field{.words = "a colour as painted", .json = InJson::Required});
        visit("on_white", self.onWhite,
              Field{.words = "a colour on white paper", .json = InJson::Required, .column = ""});
        visit("uncertainty", self.uncertainty,
              Field{.words = "uncertainty", .range = allowed::uncertainty, .json = InJson::Required});
        visit("lifted", self.lifted, Field{.words = "the lifted patch"});
        visit("share_left", self.shareLeft, Field{.words = "the share left after lifting", .range = allowed::share});
        visit("grain", self.grain, Field{.words = "grain", .range = allowed::grain});
        visit("picture", self.picture, Field{.words = "its picture", .text = TextKind::Picture});
        visit("notes", self.notes, Field{.words = "its notes", .text = TextKind::Notes});
    }

    bool operator==(const SwatchRecord&) const = default;
};

/// How much a colour changed on drying, from the last wet reading of a tube to the last dry one.
struct DryingShift {
    double lighter = 0; ///< L* of the dry full wash less that of the wet one
    double apart = 0;   ///< deltaE00 between them

    bool operator==(const DryingShift&) const = default;
};
std::optional<DryingShift> dryingShift(const std::vector<SwatchRecord>& swatches, TubeId tube);

/// How far the dry readings of tubes are off, by tube; see `noise`. Where a tube was read more than once, how its
/// readings differ tells (the standard deviation of a difference is sqrt(2) that of a reading); else what the reading
/// it goes by says of itself, or how it was taken. Colours typed in, or of no reading that is left, count as a card's.
class ReadingNoises {
public:
    explicit ReadingNoises(const std::vector<SwatchRecord>& swatches);

    /// Of the swatch a tube goes by.
    double of(const Tube& tube) const;

private:
    std::map<TubeId, std::vector<const SwatchRecord*>> m_dry; ///< in the order they were filed
};

/// A sheet the painter paints on.
struct PaperRecord {
    PaperId id;
    std::string name;
    Lab white; ///< D50
    std::string notes;

    template <typename Self, typename Visit> static void fields(Self& self, Visit&& visit)
    {
        visit("name", self.name, Field{.words = "name", .text = TextKind::Name, .json = InJson::Required});
        visit("white", self.white, Field{.words = "its white", .json = InJson::Required, .column = ""});
        visit("notes", self.notes, Field{.words = "its notes", .text = TextKind::Notes});
    }

    bool operator==(const PaperRecord&) const = default;
};

/// A scanner or camera that was set right by a chart.
struct DeviceRecord {
    DeviceId id;
    std::string name;
    std::string date; ///< the day of the chart
    DeviceCorrection correction;

    template <typename Self, typename Visit> static void fields(Self& self, Visit&& visit)
    {
        visit("name", self.name, Field{.words = "name", .text = TextKind::Name, .json = InJson::Required});
        visit("date", self.date, Field{.words = "its date", .text = TextKind::Day});
        visit("power", self.correction.power,
              Field{.words = "the power of a channel", .range = allowed::power, .json = InJson::Required});
        visit("matrix", self.correction.matrix,
              Field{.words = "a gain of a channel", .range = allowed::gain, .json = InJson::Required, .column = "m"});
        visit("uncertainty", self.correction.uncertainty,
              Field{.words = "uncertainty", .range = allowed::uncertainty, .json = InJson::Required});
    }

    bool operator==(const DeviceRecord&) const = default;
};

/// The tube after a dry reading: it goes by the new colours, and by the ratings that came with them.
Tube withReading(Tube tube, const SwatchRecord& reading);

/// Tinting strength of a tube from one let-down with a tube of known strength: the strength, between 1/32 and 32 times
/// the table's scale, at which the mix comes nearest to what was painted, its wash thickness left free (0.3 to 1.5).
/// Source of the mixing: Duncan (1940), see mixedFilm().
/// @param partsOfTube, partsOfKnown > 0
struct LetDown {
    double strength = 1;
    double apart = 0; ///< deltaE00 between the best mix and the painted one; above 4 is doubtful
};
LetDown strengthFromLetDown(const Film& tube, const Film& known, double knownStrength, double partsOfTube,
                            double partsOfKnown, const Lab& painted);

} // namespace iris
