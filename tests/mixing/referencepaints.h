#pragma once

#include "mixing/ratios.h"
#include "mixing/recipe.h"

#include <vector>

/// The shipped table as paints, for tests; built once.
inline const std::vector<iris::Paint>& referencePaints()
{
    static const std::vector<iris::Paint> paints = [] {
        std::vector<iris::Paint> all;
        for (const iris::ReferencePigment& row : iris::ReferenceTable::shipped().pigments()) {
            all.push_back(paintOf(row));
            all.back().name = row.id();
        }
        return all;
    }();
    return paints;
}

/// The ratios that are tried of some of a list of paints.
inline std::vector<iris::Ratio> triedRatiosOf(const std::vector<iris::Paint>& paints, std::span<const std::size_t> set)
{
    std::vector<double> strengths;
    for (const std::size_t paint : set)
        strengths.push_back(paints[paint].strength);
    return iris::triedRatiosOf(strengths, iris::usualHandling);
}

/// One paint of the table by its id.
inline const iris::Paint& referencePaint(const char* id)
{
    const auto* row = iris::ReferenceTable::shipped().find(id).value();
    return referencePaints()[static_cast<std::size_t>(row - iris::ReferenceTable::shipped().pigments().data())];
}
