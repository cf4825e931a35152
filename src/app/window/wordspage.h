#pragma once

#include "app/window/keyspage.h"

namespace iris {

/// The words this program uses for paint, and what each means, from where they are defined.
std::vector<KeySection> wordSections();

} // namespace iris
