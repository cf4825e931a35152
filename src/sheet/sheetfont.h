#pragma once

#include <QFont>

namespace iris {

/// The family that ships with the application, for the window and for printed sheets.
inline constexpr auto fontFamily = "Open Sans";

/// Loads it; once is enough. False when a file is damaged.
bool loadFonts();

} // namespace iris
