#pragma once

#include "paint/filmfit.h"
#include "pigment/referencetable.h"

#include <span>

namespace iris {

/// The film a row of the table typically is.
Film typicalFilm(const ReferencePigment& pigment);

/// What is believed of a paint of which nothing is known: log K smooth over wavelength, S log-linear.
const FilmPrior& smoothPrior();

/// What is believed of a paint because of the pigments its label names: their typical films in unknown amounts, equal
/// ones the likeliest, bent the ways in which makers are thought to differ - stronger or weaker, smooth differences
/// from band to band, bands shifted as a whole or in one third of the spectrum, wider or narrower, a little flat
/// absorption (dirt, extender), more or less scattering. All of it is a guess, in the sizes given in labelprior.cpp;
/// rows of low confidence are believed less. At least one pigment.
FilmPrior labelPrior(std::span<const ReferencePigment* const> pigments);

/// What is in doubt of a tube that was never read: how its film may differ from the typical one of its pigments. The
/// answer for a single row of the shipped table is remembered. Safe to use from several threads.
FilmDoubt doubtOfLabel(const std::vector<const ReferencePigment*>& pigments);

/// False for what no K and S describes well: dyes that glow, mica and graphite. Their labels tell no shape.
bool tellsAShape(const ReferencePigment& pigment);

} // namespace iris
