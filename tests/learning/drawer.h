#pragma once

#include <vector>

/// The tubes of the made-up painters that learning is tried on.
inline const std::vector<const char*> drawer{
    "PY3",  "PY35/light", "PY43",   "PR108/light", "PV19/rose",         "PR122",
    "PB29", "PB28",       "PB15:3", "PG7",         "PBr7/burnt sienna", "PO71"};
