#pragma once

#include "mixing/ladder.h"

#include <functional>
#include <optional>

namespace iris {

/// The paint that takes another nearest to grey, and the step of their ladder where it does.
struct GreyPartner {
    std::size_t place = 0;
    LadderStep step;
};

/// The true mixing complement among some paints: the one whose ladder of 11 steps with `own` comes nearest to neutral
/// strictly between the ends. Blacks and whites do not count. Every paint is tried at five shares, and the two dozen
/// that come nearest at all eleven, so that a long list stays quick.
/// @param allowed which places may be chosen
std::optional<GreyPartner> greyPartnerOf(const std::vector<Paint>& paints, std::size_t own,
                                         const std::function<bool(std::size_t)>& allowed, Handling handling);

} // namespace iris
