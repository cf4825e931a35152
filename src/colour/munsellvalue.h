#pragma once

namespace iris {

/// Luminance factor (0 to about 100, perfect diffuser 100) of a Munsell value (0 to 10):
/// Y = 1.1914 V - 0.22533 V^2 + 0.23352 V^3 - 0.020484 V^4 + 0.00081939 V^5. Source: ASTM D1535, equation 2.
double luminanceOfMunsellValue(double value);

/// Munsell value (0 to 10) of a luminance factor: the inverse of luminanceOfMunsellValue(), which is monotonic, by
/// bisection to 1e-9. Luminance outside 0 to 100 is taken as 0 or 100. Source: ASTM D1535.
double munsellValue(double luminance);

} // namespace iris
