#include "sheet/lineink.h"

#include "colour/observer.h"
#include "paint/paper.h"

#include <Eigen/Dense>
#include <cmath>

namespace iris {
namespace {

constexpr double inkStep = 0.1; ///< of thickness, and of ink

Eigen::Vector3d vectorOf(const Lab& colour)
{
    return {colour.l, colour.a, colour.b};
}

/// Ink lies over the wash in specks: their light adds up.
Lab inked(const Lab& bare, const Lab& overLine, double share)
{
    const Xyz light = toXyz(bare, d50White);
    const Xyz dark = toXyz(overLine, d50White);
    return toLab(Xyz{light.x + share * (dark.x - light.x), light.y + share * (dark.y - light.y),
                     light.z + share * (dark.z - light.z)},
                 d50White);
}

} // namespace

LineTrace traceOf(const Film& film, double thickness, const Lab& besideLine, const Lab& lowerDown,
                  const Spectrum& paper)
{
    const Lab bare = seenLab(film, thickness, paper);
    const Lab thicker = seenLab(film, (1 + inkStep) * thickness, paper);
    const Lab dark = inked(bare, seenLab(film, thickness, blackLine()), inkStep);
    const Eigen::Vector3d byInk = (vectorOf(dark) - vectorOf(bare)) / inkStep;
    const Eigen::Vector3d byWash = (vectorOf(thicker) - vectorOf(bare)).normalized();
    const Eigen::Vector3d byInkAlone = byInk - byInk.dot(byWash) * byWash;
    const Eigen::Vector3d seen = vectorOf(besideLine) - vectorOf(lowerDown);
    return {seen.dot(byInkAlone.normalized()), byInkAlone.norm()};
}

InkShare inkShareOf(std::span<const LineTrace> traces)
{
    double pulls = 0;
    double products = 0;
    for (const LineTrace& trace : traces) {
        pulls += trace.pull * trace.pull;
        products += trace.pull * trace.shift;
    }
    InkShare ink{0, 0, traces.size()};
    if (pulls <= 0 || traces.size() < 2)
        return ink;
    ink.share = products / pulls;
    double scatter = 0;
    for (const LineTrace& trace : traces)
        scatter += std::pow(trace.shift - ink.share * trace.pull, 2);
    ink.error = std::sqrt(scatter / static_cast<double>(traces.size() - 1) / pulls);
    return ink;
}

} // namespace iris
