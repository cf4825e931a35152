#pragma once

#include "paint/film.h"

#include <memory>
#include <vector>

namespace iris {

/// One way in which a film may be off, by one standard deviation: K is multiplied by exp(logAbsorption), S by
/// exp(logScattering). The ways of one film are independent of each other.
struct FilmBend {
    Spectrum logAbsorption{};
    Spectrum logScattering{};

    bool operator==(const FilmBend&) const = default;
};

/// How a film may be off in what can be seen of it: a few bends, the one that is seen most first. Cheap to copy. What
/// only makes a film stronger or weaker as a whole is left out: that is the tube's strength, and the thickness of a
/// wash.
class FilmDoubt {
public:
    /// None: the film is what it is.
    FilmDoubt() = default;
    explicit FilmDoubt(std::vector<FilmBend> bends)
        : m_bends(std::make_shared<const std::vector<FilmBend>>(std::move(bends)))
    {
    }

    std::size_t count() const { return m_bends ? m_bends->size() : 0; }
    const FilmBend& bend(std::size_t i) const { return (*m_bends)[i]; }

    bool operator==(const FilmDoubt& other) const
    {
        return m_bends == other.m_bends || (count() == other.count() && (count() == 0 || *m_bends == *other.m_bends));
    }

private:
    std::shared_ptr<const std::vector<FilmBend>> m_bends;
};

/// The film bent by so many standard deviations of each of the first bends of a doubt; missing ones count as 0.
Film bent(const Film& film, const FilmDoubt& doubt, std::span<const double> deviations);

} // namespace iris
