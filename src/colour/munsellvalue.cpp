#include "colour/munsellvalue.h"

#include <algorithm>

namespace iris {

double luminanceOfMunsellValue(double value)
{
    const double v = std::clamp(value, 0.0, 10.0);
    return v * (1.1914 + v * (-0.22533 + v * (0.23352 + v * (-0.020484 + v * 0.00081939))));
}

double munsellValue(double luminance)
{
    const double target = std::clamp(luminance, 0.0, 100.0);
    double low = 0;
    double high = 10;
    while (high - low > 1e-9) {
        const double middle = (low + high) / 2;
        (luminanceOfMunsellValue(middle) < target ? low : high) = middle;
    }
    return (low + high) / 2;
}

} // namespace iris
