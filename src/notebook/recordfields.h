#pragma once

#include "notebook/field.h"
#include "notebook/mixrecord.h"
#include "notebook/subjectrecord.h"
#include "notebook/wellrecord.h"

#include <algorithm>
#include <string>
#include <vector>

namespace iris {

// What follows from the fields that records tell of themselves (field.h): which other records one names, what it is
// called, how two become one.

template <typename Id> bool holds(const std::vector<Id>& ids, Id id)
{
    return std::ranges::find(ids, id) != ids.end();
}

/// What a record is called; empty where it has no name.
template <typename Record> std::string calledIn(const Record& record)
{
    std::string name;
    Record::fields(record, [&](const char*, const auto& value, const Field& field) {
        if constexpr (std::is_same_v<decltype(value), const std::string&>)
            if (field.text == TextKind::Name || field.text == TextKind::Title)
                name = value;
    });
    return name;
}

/// Calls visit(name) for every picture that a record goes by; it may be changed.
template <typename Record, typename Visit> void forEachPictureIn(Record& record, Visit&& visit)
{
    std::remove_const_t<Record>::fields(record, [&](const char*, auto& value, const Field& field) {
        if constexpr (std::is_same_v<std::remove_cvref_t<decltype(value)>, std::string>)
            if (field.text == TextKind::Picture && !value.empty())
                visit(value);
    });
}

/// Calls visit(id) for the number of every other record in a value: of tubes, mixes, sheets, pictures to paint.
template <typename Value, typename Visit> void forEachIdIn(Value& value, Visit&& visit)
{
    using Plain = std::remove_const_t<Value>;
    if constexpr (RecordId<Plain>)
        visit(value);
    else if constexpr (HasFields<Plain>)
        Plain::fields(value, [&](const char*, auto& field, const Field&) { forEachIdIn(field, visit); });
    else if constexpr (std::ranges::range<Plain>)
        for (auto& item : value)
            forEachIdIn(item, visit);
}

/// Calls visit(tube) for every tube that a record or a part of one names; it may be changed.
template <typename Value, typename Visit> void forEachTubeIn(Value& value, Visit&& visit)
{
    forEachIdIn(value, [&](auto& id) {
        if constexpr (std::is_same_v<std::remove_cvref_t<decltype(id)>, TubeId>)
            visit(id);
    });
}

/// The tube that a record belongs to, and goes with; 0 for none.
template <typename Record> TubeId ownerOf(const Record& record)
{
    TubeId owner;
    Record::fields(record, [&](const char*, const auto& value, const Field& field) {
        if constexpr (std::is_same_v<decltype(value), const TubeId&>)
            if (field.goesWithIt)
                owner = value;
    });
    return owner;
}

/// Takes tubes out of the lists of tubes that a record holds. What was painted with them keeps its parts, and their
/// names.
template <typename Record> void forgetTubes(Record& record, const std::vector<TubeId>& gone)
{
    Record::fields(record, [&](const char*, auto& value, const Field&) {
        if constexpr (std::is_same_v<decltype(value), std::vector<TubeId>&>)
            std::erase_if(value, [&](TubeId id) { return holds(gone, id); });
    });
}

/// Calls visit(value, value of the other, field) for every field of two records.
template <typename Record, typename Visit> void forEachFieldOfBoth(Record& one, const Record& other, Visit&& visit)
{
    std::vector<const void*> values; // of one type each, the same in both
    Record::fields(other, [&](const char*, const auto& value, const Field&) { values.push_back(&value); });
    auto next = values.begin();
    Record::fields(one, [&](const char*, auto& value, const Field& field) {
        visit(value, *static_cast<const std::remove_reference_t<decltype(value)>*>(*next++), field);
    });
}

/// A record with what it leaves open taken from another of its kind. Its name stays, and notes are kept of both.
template <typename Record> Record filledUp(Record record, const Record& from)
{
    forEachFieldOfBoth(record, from, [&](auto& value, const auto& other, const Field& field) {
        using Value = std::remove_reference_t<decltype(value)>;
        if constexpr (std::is_same_v<Value, std::string>)
            if (field.text == TextKind::Notes && !value.empty() && !other.empty() && other != value)
                value += "\n" + other;
        if constexpr (!std::is_enum_v<Value>) // one of which there is always one
            if (value == Value{})
                value = other;
    });
    return record;
}

} // namespace iris
