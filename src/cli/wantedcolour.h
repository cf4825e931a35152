#pragma once

#include "cli/commands.h"
#include "cli/tubesource.h"
#include "finding/wanted.h"

namespace iris {

/// The colour a command is asked for: exactly one of the ways to say it, moved as asked. NotFound for a tube, need or
/// mix that is not there, BadColour for what is no colour.
Result<Wanted> wantedFrom(const WantedArguments& arguments, const TubeSource& source);

/// {"colour": .., "thin": .. or null}
Json toJson(const Wanted& wanted);

} // namespace iris
