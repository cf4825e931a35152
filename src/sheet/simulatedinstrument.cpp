#include "sheet/simulatedinstrument.h"

#include "colour/observer.h"
#include "paint/paper.h"

#include <random>

namespace iris {

CgatsFile simulatedMeasurement(const Film& film, double shareLeft, double noise, unsigned seed)
{
    std::mt19937 random(seed);
    std::normal_distribution<double> error(0, noise);
    CgatsFile file{"Swatch of one tube", "Simulated instrument", {}};
    const auto measure = [&](const char* name, double thickness, const Spectrum& backing) {
        Spectrum reflectance = seen(filmReflectance(film, thickness, backing));
        for (double& value : reflectance)
            value = std::clamp(value * (1 + error(random)), 0.0, 1.0);
        file.samples.push_back({name, toLab(reflectance), reflectance});
    };
    measure("paper", 0, whitePaper());
    measure("full", wash::full, whitePaper());
    measure("thin", wash::thin, whitePaper());
    measure("over black", wash::full, blackLine());
    measure("lifted", shareLeft, whitePaper());
    return file;
}

} // namespace iris
