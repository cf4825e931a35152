#include "finding/simplest.h"

#include "mixing/mixkernel.h"

#include <algorithm>
#include <cmath>
#include <vector>

namespace iris {
namespace {

// So far from the middle a second tube, and laying a wash twice, count.
constexpr double anotherTube = 15;
constexpr double twice = 8;

/// Keeps what lies in the range and nearest to its middle.
class Nearest {
public:
    Nearest(const ColourRange& range, const MixKernel& kernel, std::span<const std::size_t> places)
        : m_range(range),
          m_middle(range.middle()),
          m_kernel(kernel),
          m_places(places)
    {
    }

    void lookThrough(std::span<const std::size_t> set)
    {
        for (std::size_t chunk = 0; chunk < MixKernel::chunkCount(set.size()); ++chunk) {
            m_kernel.mix(set, chunk, m_chunk);
            for (std::size_t place = 0; place < chunkRecipes; ++place) {
                const Lab lab{m_chunk.l[place], m_chunk.a[place], m_chunk.b[place]};
                const bool isTwice = place < fullWashPlace * chunkRatios;
                const double distance = std::hypot(lab.l - m_middle.l, lab.a - m_middle.a, lab.b - m_middle.b)
                                        + (isTwice ? twice : 0) + (set.size() > 1 ? anotherTube : 0);
                if ((m_found && distance >= m_far) || !m_range.holds(lab))
                    continue;
                m_far = distance;
                m_found = m_kernel.recipeAt(set, chunk, place);
            }
        }
    }

    /// Counting the paints as they were given.
    std::optional<Recipe> found() const
    {
        std::optional<Recipe> recipe = m_found;
        for (std::size_t i = 0; recipe && i < recipe->parts.size(); ++i)
            recipe->parts[i].paint = m_places[recipe->parts[i].paint];
        return recipe;
    }

private:
    const ColourRange& m_range;
    Lab m_middle;
    const MixKernel& m_kernel;
    std::span<const std::size_t> m_places;
    LabChunk m_chunk;
    std::optional<Recipe> m_found;
    double m_far = 0;
};

} // namespace

std::optional<Recipe> simplestWithin(const ColourRange& range, std::span<const Paint> paints,
                                     std::span<const std::size_t> places, Handling handling)
{
    std::vector<Paint> own;
    for (const std::size_t place : places)
        own.push_back(paints[place]);
    if (own.empty())
        return std::nullopt;
    const MixKernel kernel(own, handling);
    Nearest nearest(range, kernel, places);
    for (std::size_t one = 0; one < own.size(); ++one)
        nearest.lookThrough(std::array{one});
    for (std::size_t one = 0; one < std::min(own.size(), mostInPairsAtOnce); ++one)
        for (std::size_t other = one + 1; other < std::min(own.size(), mostInPairsAtOnce); ++other)
            nearest.lookThrough(std::array{one, other});
    return nearest.found();
}

} // namespace iris
