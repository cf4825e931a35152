#pragma once

#include "notebook/allowed.h"
#include "notebook/field.h"
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
    SubjectId subject = {};       ///< the picture it is for; 0 for any, and it may be gone
    std::optional<Lab> seen = {}; ///< what it was in the picture, before its values came to paper (PictureFit)

    template <typename Self, typename Visit> static void fields(Self& self, Visit&& visit)
    {
        visit("name", self.need.name, Field{.words = "name", .text = TextKind::Name, .json = InJson::Required});
        visit("target", self.need.target, Field{.words = "its colour", .json = InJson::Required, .column = ""});
        visit("tolerance", self.need.tolerance,
              Field{.words = "tolerance", .range = allowed::tolerance, .json = InJson::Required});
        visit("importance", self.need.importance,
              Field{.words = "importance", .range = allowed::importance, .json = InJson::Required});
        visit("transparent", self.need.terms.transparent, Field{});
        visit("lightfast", self.need.terms.lightfast, Field{});
        visit("lifts", self.need.terms.lifts, Field{});
        visit("value_first", self.need.terms.valueFirst, Field{});
        visit("subject", self.subject, Field{.words = "its picture"});
        visit("seen", self.seen, Field{.words = "its colour in the picture", .since = 7});
    }

    bool operator==(const NeedRecord&) const = default;
};

} // namespace iris
