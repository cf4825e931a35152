#pragma once

#include "mixing/setsearch.h"
#include "palette/choose.h"

namespace iris {

/// So many paints at most are chosen from, for the same reason as everywhere.
inline constexpr std::size_t mostChosenFrom = mostInThrees;

/// Of more than mostChosenFrom paints those to choose from: the ones that help most alone and in pairs, where a need
/// counts for more the fewer paints help with it; for each place of the school some that may stand there, and those
/// that must be in. All of them where they are fewer.
/// @return places in rising order; all where it was stopped
std::vector<std::size_t> mostHelpful(std::span<const Paint> paints, std::span<const Need> needs, const Limits& limits,
                                     const std::vector<std::size_t>& allowed, Handling handling,
                                     const WorkOptions& work);

} // namespace iris
