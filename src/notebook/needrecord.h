#pragma once

#include "palette/need.h"

namespace iris {

struct NeedId {
    std::int64_t value = 0;

    auto operator<=>(const NeedId&) const = default;
};

struct SubjectId {
    std::int64_t value = 0;

    auto operator<=>(const SubjectId&) const = default;
};

/// A need as it stands in a notebook.
struct NeedRecord {
    NeedId id;
    Need need;
    SubjectId subject = {}; ///< the picture it is for; 0 for any, and it may be gone

    bool operator==(const NeedRecord&) const = default;
};

} // namespace iris
