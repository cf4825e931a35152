#pragma once

#include "mixing/recipe.h"

#include <QString>
#include <span>

namespace iris {

QString text(const std::string& value);
QString text(std::string_view value);

/// "2.4"
QString number(double value, int decimals = 1);

/// "2.4 apart"
QString apart(double deltaE);

/// "62.0, -14.0, 38.0"
QString labText(const Lab& lab);

/// "3 Yellow Ochre + 1 Ultramarine"
QString recipeText(const Recipe& recipe, std::span<const Paint> paints);

/// "muted green, mid value", and what a display cannot show of it.
QString colourWords(const Lab& lab);

/// The day it is, as records keep it: "2026-10-03".
std::string today();

/// With its first letter a capital.
QString sentence(QString words);

/// "Reeds, Mud and Sky"
QString listed(const QStringList& words);

} // namespace iris
