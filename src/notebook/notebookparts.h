#pragma once

#include "notebook/studio.h"

#include <QFlags>

namespace iris {

/// What of a notebook can be another after an edit: whoever shows some of it follows just that.
enum class NotebookPart {
    Tubes = 1 << 0, ///< or their readings, or how their parts are counted
    Mixes = 1 << 1, ///< painted ones, and with them what is learnt from them
    Sheets = 1 << 2,
    Papers = 1 << 3,
    Devices = 1 << 4,
    Filters = 1 << 5,
    Needs = 1 << 6,
    Subjects = 1 << 7, ///< pictures to paint from, or the places picked in them
    Palettes = 1 << 8,
    Wishes = 1 << 9,
    WarmBlue = 1 << 10,
    Wells = 1 << 11,
};
Q_DECLARE_FLAGS(NotebookParts, NotebookPart)

inline constexpr NotebookParts everyPart = NotebookParts::fromInt((1 << 12) - 1);

/// What an edit made another.
NotebookParts changedBy(const NotebookEdit& edit, const Studio& before, const Studio& now);

} // namespace iris
