#pragma once

#include "finding/sift.h"

#include <QAction>
#include <array>

class QMenu;

namespace iris {

/// What tubes must be, to be ticked in a menu, in the order of TubeTerms.
using TermActs = std::array<QAction*, 5>;

/// @param objectName of each, followed by its number
TermActs addTermActs(QMenu& menu, const char* objectName);

TubeTerms tickedIn(const TermActs& acts);

} // namespace iris
