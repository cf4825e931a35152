#include "paint/filmfit.h"
#include "paint/labelprior.h"
#include "paint/rebuild.h"

#include "base/text.h"

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <map>
#include <string>

using namespace iris;

/// Makes a row of the reference table: the shape of one or more rows in some amounts, bent smoothly until its full and
/// thin wash come where they are wanted, and the three colours it then has.
///
///     tablerow PBr24=1 PW6=0.5 full.l=84 full.c=38 full.h=84 thin.h=88
///
/// Prints the nine colours as data/reference/pigments.csv holds them and the line of shapes.csv.

namespace {

constexpr double noise = 0.1;

struct Wanted {
    std::map<std::string, double> numbers; ///< "full.l", "thin.c", "black.h" ...

    /// What is wanted of a wash; what is left open stays as it is.
    Lab of(const std::string& wash, const Lab& now) const
    {
        const auto number = [&](const char* axis, double own) {
            const auto found = numbers.find(wash + "." + axis);
            return found == numbers.end() ? own : found->second;
        };
        const Lch own = toLch(now);
        const double chroma = number("c", own.chroma);
        const double radians = number("h", own.hueDegrees) * std::acos(-1.0) / 180;
        return {number("l", own.l), chroma * std::cos(radians), chroma * std::sin(radians)};
    }
};

Film bent(const Film& base, const Wanted& wanted)
{
    ReferencePigment plain = *ReferenceTable::shipped().find("PB29").value();
    plain.shape.absorption = base.absorption;
    const std::array<const ReferencePigment*, 1> one{&plain};
    FilmPrior prior = labelPrior(one);
    prior.pigments = {base};
    prior.covariance *= 9; // the painter knows better than the makers' spread where it should lie
    Film film = base;
    for (int round = 0; round < 12; ++round) {
        const Swatch now = swatchOf(film);
        const Swatch target{wanted.of("full", now.full), wanted.of("thin", now.thin),
                            wanted.of("black", now.overBlack)};
        film = fitFilm(target, prior, noise, whitePaper()).film;
    }
    return film;
}

void print(const Film& film)
{
    const Swatch swatch = swatchOf(film);
    for (const Lab& lab : {swatch.full, swatch.thin, swatch.overBlack}) {
        const Lch lch = toLch(lab);
        std::fprintf(stderr, "L %.1f C %.1f h %.1f\n", lch.l, lch.chroma, lch.hueDegrees);
    }
    for (const Lab& lab : {swatch.full, swatch.thin, swatch.overBlack})
        std::printf("%.1f,%.1f,%.1f,", lab.l, lab.a, lab.b);
    // S is log-linear, so two bands tell it.
    const double slope = std::log(film.scattering.back() / film.scattering.front()) / 2;
    std::printf("\n%.4g,%.4g", film.scattering.front() * std::exp(slope), slope);
    for (const double k : film.absorption)
        std::printf(",%.4g", k);
    std::printf("\n");
}

} // namespace

int main(int argc, char** argv)
{
    std::vector<Film> films;
    std::vector<double> amounts;
    Wanted wanted;
    for (int i = 1; i < argc; ++i) {
        const std::string argument = argv[i];
        const auto equals = argument.find('=');
        const std::string name = argument.substr(0, equals);
        const auto value = parseNumber(argument.substr(equals == std::string::npos ? argument.size() : equals + 1));
        const auto row = ReferenceTable::shipped().find(name);
        if (!value || (!row && name.find('.') == std::string::npos)) {
            std::fprintf(stderr, "tablerow: cannot read \"%s\"\n", argv[i]);
            return 2;
        }
        if (row) {
            films.push_back(typicalFilm(**row));
            amounts.push_back(*value);
        } else {
            wanted.numbers[name] = *value;
        }
    }
    std::vector<WeightedFilm> parts;
    for (std::size_t i = 0; i < films.size(); ++i)
        parts.push_back({&films[i], amounts[i]});
    if (parts.empty())
        return 2;
    print(bent(mixedFilm(parts), wanted));
    return 0;
}
