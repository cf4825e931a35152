#pragma once

#include "notebook/allowed.h"
#include "notebook/recordfields.h"

#include <algorithm>
#include <cmath>

namespace iris {

// What becomes of a record when the tube that it names becomes another one.

inline void replaceBy(std::vector<TubeId>& list, TubeId other, TubeId kept)
{
    if (holds(list, kept))
        std::erase(list, other);
    std::ranges::replace(list, other, kept);
}

/// Parts that have grown beyond what a mix may count are scaled down together.
inline void keepCountable(std::vector<MixPart>& parts)
{
    const int most = std::ranges::max_element(parts, {}, &MixPart::parts)->parts;
    const auto limit = static_cast<int>(allowed::parts.most);
    if (most <= limit)
        return;
    for (MixPart& part : parts)
        part.parts = std::max(1, static_cast<int>(std::lround(static_cast<double>(part.parts) * limit / most)));
}

/// A mix of the other tube is one of the kept tube; what held both holds the sum. False when nothing changed.
inline bool replaceBy(std::vector<MixPart>& parts, TubeId other, const Tube& kept)
{
    const auto from = std::ranges::find(parts, other, &MixPart::tube);
    if (from == parts.end())
        return false;
    const auto to = std::ranges::find(parts, kept.id, &MixPart::tube);
    if (to == parts.end()) {
        from->tube = kept.id;
        from->name = kept.name;
        return true;
    }
    to->parts += from->parts;
    parts.erase(from);
    keepCountable(parts);
    return true;
}

/// The kept tube in the place of the other wherever a record names that. False when nothing changed.
template <typename Value> bool replaceIn(Value& value, TubeId other, const Tube& kept)
{
    bool changed = false;
    if constexpr (std::is_same_v<Value, TubeId>) {
        changed = value == other;
        value = changed ? kept.id : value;
    } else if constexpr (std::is_same_v<Value, std::vector<TubeId>>) {
        changed = holds(value, other);
        replaceBy(value, other, kept.id);
    } else if constexpr (std::is_same_v<Value, std::vector<MixPart>>) {
        changed = replaceBy(value, other, kept);
    } else if constexpr (std::is_same_v<Value, WellStep>) {
        changed = value.kind == WellStep::Kind::Paint && value.tube == other;
        if (changed) {
            value.tube = kept.id;
            value.name = kept.name;
        }
    } else if constexpr (HasFields<Value>) {
        Value::fields(
            value, [&](const char*, auto& field, const Field&) { changed = replaceIn(field, other, kept) || changed; });
    } else if constexpr (std::ranges::range<Value> && !std::is_same_v<Value, std::string>) {
        for (auto& item : value)
            changed = replaceIn(item, other, kept) || changed;
    }
    return changed;
}

} // namespace iris
