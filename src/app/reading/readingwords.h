#pragma once

#include "notebook/swatchrecord.h"
#include "paint/paint.h"

#include <QString>

namespace iris {

/// "4 Oct 2026, off a card, Rough 300 g" and the like; a wet one says so.
QString describe(const SwatchRecord& swatch);

/// How far a reading is from another, in words: "Full 2.4 away from the typical value: a little darker".
QString comparison(const Swatch& own, const Swatch& other, const QString& otherName);

/// "4 Oct 2026", or "no date".
QString dayInWords(const std::string& day);

} // namespace iris
