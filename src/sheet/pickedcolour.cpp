#include "sheet/pickedcolour.h"

#include "colour/observer.h"
#include "paint/paper.h"
#include "sheet/patchreading.h"

#include <algorithm>

namespace iris {
namespace {

constexpr int mostInARow = 100;

/// Of linear sRGB; IEC 61966-2-1.
double luminance(const LinearRgb& light)
{
    return 0.2126 * light.red + 0.7152 * light.green + 0.0722 * light.blue;
}

} // namespace

LinearRgb lightAt(const Scan& scan, QPoint centre, int radius)
{
    const int step = std::max(1, (2 * radius + 1) / mostInARow);
    const int left = std::max(0, centre.x() - radius);
    const int right = std::min(scan.size().width() - 1, centre.x() + radius);
    std::vector<QRgba64> pixels(static_cast<std::size_t>((right - left) / step + 1));
    std::vector<LinearRgb> light(pixels.size());
    LinearRgb sum;
    std::size_t count = 0;
    for (int y = std::max(0, centre.y() - radius); y <= std::min(scan.size().height() - 1, centre.y() + radius);
         y += step) {
        scan.row(y, left, step, pixels);
        scan.convert(pixels, light);
        for (std::size_t i = 0; i < light.size(); ++i) {
            const int dx = left + static_cast<int>(i) * step - centre.x();
            const int dy = y - centre.y();
            if (dx * dx + dy * dy > radius * radius)
                continue;
            sum.red += light[i].red;
            sum.green += light[i].green;
            sum.blue += light[i].blue;
            ++count;
        }
    }
    const double share = count > 0 ? 1.0 / static_cast<double>(count) : 0;
    return {sum.red * share, sum.green * share, sum.blue * share};
}

Lab pickedColour(const LinearRgb& light, const std::optional<LinearRgb>& white)
{
    constexpr double least = 1e-3; // a white that is black in a channel says nothing
    LinearRgb seen = light;
    if (white) {
        const double whole = luminance(*white);
        seen.red *= whole / std::max(least, white->red);
        seen.green *= whole / std::max(least, white->green);
        seen.blue *= whole / std::max(least, white->blue);
    }
    return toLab(toXyz(seen), d50White);
}

Result<Dab> readDab(const LinearRgb& dab, const std::optional<LinearRgb>& paper)
{
    constexpr double asBrightAsCanBe = 0.99;
    if (!paper)
        return Dab{pickedColour(dab), 2 * DeviceCorrection::uncalibrated};
    if (std::min({paper->red, paper->green, paper->blue}) > asBrightAsCanBe)
        return failure(ErrorCode::BadValue, "the paper is too bright in this picture: nothing of its colour is left");
    if (luminance(*paper) <= luminance(dab))
        return failure(ErrorCode::BadValue, "the bare paper must be lighter than the dab");
    ColourBasis basis;
    basis.meanPaper = *paper;
    basis.paper = toLab(seen(whitePaper()));
    return Dab{basis.colourOf(dab), DeviceCorrection::uncalibrated};
}

} // namespace iris
