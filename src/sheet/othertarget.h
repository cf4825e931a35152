#pragma once

#include "sheet/cardlayout.h"
#include "sheet/lightfield.h"
#include "sheet/overview.h"
#include "sheet/scan.h"

namespace iris {

/// What a picture that was taken for a swatch card shows instead, in words that tell what to do with it: a printed
/// sheet, by its corner tags, or a colour chart, by eight or more patches of one size. Nothing for what may well be a
/// card: one where all three patches were found and little else lies about is not looked at further.
std::optional<std::string> shownInsteadOfCard(const Scan& scan, const Overview& overview, const BarePaper& paper,
                                              const CardRegions& found);

} // namespace iris
