#include "colour/observer.h"

#include <numeric>

namespace iris {
namespace {

// Constant tables first: the scaled weights below are built from them before main() in this same file.
constexpr std::array<Spectrum, 3> matching{{
    {0.001368, 0.004243, 0.01431, 0.04351, 0.13438, 0.2839,     0.34828,     0.3362,      0.2908,
     0.19536,  0.09564,  0.03201, 0.0049,  0.0093,  0.06327,    0.1655,      0.2904,      0.4334499,
     0.5945,   0.7621,   0.9163,  1.0263,  1.0622,  1.0026,     0.8544499,   0.6424,      0.4479,
     0.2835,   0.1649,   0.0874,  0.04677, 0.0227,  0.01135916, 0.005790346, 0.002899327, 0.001439971},
    {3.9e-05, 0.00012, 0.000396, 0.00121, 0.004, 0.0116,    0.023, 0.038,   0.06,     0.09098,  0.13902,  0.20802,
     0.323,   0.503,   0.71,     0.862,   0.954, 0.9949501, 0.995, 0.952,   0.87,     0.757,    0.631,    0.503,
     0.381,   0.265,   0.175,    0.107,   0.061, 0.032,     0.017, 0.00821, 0.004102, 0.002091, 0.001047, 0.00052},
    {0.006450001, 0.02005001, 0.06785001,  0.2074, 0.6456, 1.3856,     1.74706, 1.77211, 1.6692,
     1.28764,     0.8129501,  0.46518,     0.272,  0.1582, 0.07824999, 0.04216, 0.0203,  0.008749999,
     0.0039,      0.0021,     0.001650001, 0.0011, 0.0008, 0.00034,    0.00019, 5e-05,   2e-05,
     0,           0,          0,           0,      0,      0,          0,       0,       0},
}};

constexpr Spectrum d50Power{24.488, 29.871, 49.308,  56.513, 60.034, 57.818, 74.825,  87.247,  90.612,
                            91.368, 95.109, 91.963,  95.724, 96.613, 97.129, 102.099, 100.755, 102.317,
                            100.0,  97.735, 98.918,  93.499, 97.688, 99.269, 99.042,  95.722,  98.857,
                            95.667, 98.190, 103.003, 99.133, 87.381, 91.604, 92.889,  76.854,  86.511};

constexpr std::array<Spectrum, 3> scaledWeights()
{
    double yOfDiffuser = 0;
    for (std::size_t band = 0; band < bandCount; ++band)
        yOfDiffuser += d50Power[band] * matching[1][band];
    std::array<Spectrum, 3> weights{};
    for (std::size_t axis = 0; axis < 3; ++axis)
        for (std::size_t band = 0; band < bandCount; ++band)
            weights[axis][band] = 100.0 * d50Power[band] * matching[axis][band] / yOfDiffuser;
    return weights;
}

constexpr std::array<Spectrum, 3> weightsD50 = scaledWeights();

constexpr Xyz weighted(const Spectrum& reflectance)
{
    Xyz sum;
    for (std::size_t band = 0; band < bandCount; ++band) {
        sum.x += weightsD50[0][band] * reflectance[band];
        sum.y += weightsD50[1][band] * reflectance[band];
        sum.z += weightsD50[2][band] * reflectance[band];
    }
    return sum;
}

} // namespace

constinit const std::array<Spectrum, 3> cie1931ColourMatching = matching;
constinit const Spectrum illuminantD50 = d50Power;
constinit const std::array<Spectrum, 3> d50Weights = weightsD50;
constinit const Xyz d50White = weighted(flatSpectrum(1.0));

Xyz toXyz(const Spectrum& reflectance)
{
    return weighted(reflectance);
}

Lab toLab(const Spectrum& reflectance)
{
    return toLab(weighted(reflectance), d50White);
}

} // namespace iris
