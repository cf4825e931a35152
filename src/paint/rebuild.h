#pragma once

#include "paint/filmdoubt.h"
#include "paint/paper.h"
#include "pigment/referencetable.h"

#include <array>
#include <map>
#include <mutex>
#include <span>
#include <vector>

namespace iris {

/// The three dry colours a tube is known by, CIELAB D50.
struct Swatch {
    Lab full;      ///< thickness 1 on white paper
    Lab thin;      ///< thickness 0.2 on white paper
    Lab overBlack; ///< thickness 1 over the black line

    bool operator==(const Swatch&) const = default;
};

/// How far a reading is off: one standard deviation in each of L*, a* and b*, when nothing better is known. Our own
/// judgement of such devices on rough paper.
namespace noise {
inline constexpr double exact = 0.05; ///< colours that were computed
inline constexpr double instrument = 0.5;
inline constexpr double card = 1; ///< a scan set right by a chart; also colours typed in
inline constexpr double photograph = 2;
} // namespace noise

/// A film found from a swatch, and how far its own three colours are from the ones given.
struct RebuiltFilm {
    Film film;
    std::array<double, 3> residual{}; ///< deltaE00 of full, thin and over-black
    double noise = noise::exact;      ///< of the reading, as it was taken to be

    double worstResidual() const;

    /// False for a swatch that no film of one paint gives, whatever the noise.
    bool fits() const;

    bool operator==(const RebuiltFilm&) const = default;
};

/// Finds K in 36 bands and log-linear S that give a swatch's three colours: the smoothest log K (second differences,
/// a little of the first) among those that meet the nine measured numbers as far as their noise; see fitFilm().
/// Any three colours give an answer; ask whether it fits().
///
/// `paper` is the reflectance under its surface of the paper the swatch was painted on.
RebuiltFilm rebuildFilm(const Swatch& swatch, const Spectrum& paper = whitePaper(), double noise = noise::exact);

/// A film found from a swatch and from what the label says is in the tube.
struct LabelledFilm {
    RebuiltFilm rebuilt;
    double believed =
        0;           ///< how likely the label is right, seen the swatch: 0 to 1; 0 without a label that tells a shape
    FilmDoubt doubt; ///< what is still open about the film, once the swatch is known
    double labelCost =
        0; ///< how hard the typical films must be bent for it: about chi-square with 9 degrees of freedom

    /// False when the swatch is not one of such pigments as the label names; true without a label.
    bool looksLikeItsLabel() const;

    bool operator==(const LabelledFilm&) const = default;
};

/// Rebuilds a film both ways, bent from the typical films of the label's pigments and smooth, and blends the two (K and
/// S by their logarithms) by how likely each is to give these colours, a label being right in 93 of 100 tubes before
/// anything was measured. No label, or one of pigments that tell no shape, leaves the smooth one.
/// @param label rows of the table; may be empty. @param readingNoise see `noise`; below 0.15 counts as that
LabelledFilm rebuildFilm(const Swatch& swatch, std::span<const ReferencePigment* const> label, double readingNoise);

/// A pigment whose typical film comes near a swatch.
struct LikelyPigment {
    const ReferencePigment* pigment;
    double cost; ///< as LabelledFilm::labelCost
};

/// The rows of a table that a swatch looks like most, the likeliest first: by the evidence of the swatch under each
/// one's prior. Takes about 0.1 s.
std::vector<LikelyPigment> likelyPigments(const Swatch& swatch, double readingNoise, const ReferenceTable& table,
                                          std::size_t most);

/// The three colours a film gives on a paper and over the black line.
Swatch swatchOf(const Film& film, const Spectrum& paper = whitePaper());

/// A swatch painted on a paper of some other white, as it would look on the white paper of the reference table: the
/// film is rebuilt on its own paper and moved; what the film could not explain is carried along.
Swatch onWhitePaper(const Swatch& painted, const Lab& paperWhite);

/// rebuildFilm() remembered by swatch, label and noise. Safe to use from several threads.
class FilmCache {
public:
    LabelledFilm rebuilt(const Swatch& swatch, const std::vector<const ReferencePigment*>& label, double readingNoise);

private:
    struct Question {
        std::array<double, 10> numbers; ///< the swatch's nine and the noise
        std::vector<const ReferencePigment*> label;

        auto operator<=>(const Question&) const = default;
    };

    std::mutex m_mutex;
    std::map<Question, LabelledFilm> m_films;
};

} // namespace iris
