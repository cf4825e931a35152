#pragma once

#include "eye/answered.h"

#include <span>
#include <string>
#include <vector>

namespace iris {

/// How hard a question is worth asking next, deltaE00: by the last 60 answers of its kind, see Threshold.
double worthAsking(EyeQuestion question, std::span<const Answered> answers);

/// What an eye tells by now, in sentences: "You tell warmer from cooler where they are 2.4 apart." of each kind of two
/// colours that was asked at least 12 times.
std::vector<std::string> toldWords(std::span<const Answered> answers);

/// Where it is weak: "Among greys you often take the cooler one for the warmer." Of what was asked at least 8 times
/// and answered wrongly plainly more often than the rest of its kind (by 20 in 100, and 4 times at least).
std::vector<std::string> weakWords(std::span<const Answered> answers);

} // namespace iris
