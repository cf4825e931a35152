#pragma once

#include "notebook/pool.h"

#include <QString>

namespace iris {

/// "3 tubes: all 12 colours, 2.8 apart on average"
/// @param keptName of a palette that is kept; empty for a choice
QString headlineWords(const PaletteSet& set, const QString& keptName);

/// What is said where no tubes meet anything.
QString nothingWords(bool surely);

/// "With a red: 11 of 12 with lemon yellow, cadmium red and cobalt blue."
QString wayWords(RedPrimary red, const Result<Choice>& choice, const TubePool& pool);

/// What comes nearest to the needs that nothing reaches, the first few.
/// @param ofKept of a palette that is kept, rather than of all there is to choose from
QString nearestWords(const Choice& choice, const std::vector<Need>& needs, const TubePool& pool, bool ofKept);

/// Which tubes of a box nothing rests on, each by itself; empty when something rests on all.
QString stayAtHomeWords(const PaletteSet& set, const TubePool& pool);

/// "To buy: yellow ochre (PY43)."; empty when all is owned.
QString toBuyWords(const PaletteSet& set, const TubePool& pool);

/// What is lost without a tube; the first few by name.
QString lostWords(const TubeReason& reason, const std::vector<Need>& needs);

} // namespace iris
