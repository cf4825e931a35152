#pragma once

#include "notebook/notebook.h"
#include "notebook/recordfields.h"

#include <algorithm>

namespace iris {

// What an edit does to the records of one kind, and what takes it back.

template <typename Records, typename Id> const typename Records::value_type* find(const Records& records, Id id)
{
    const auto found = std::ranges::find(records, id, &Records::value_type::id);
    return found == records.end() ? nullptr : &*found;
}

template <typename Record> void put(std::vector<Record>& records, const Record& record)
{
    const auto place = std::ranges::lower_bound(records, record.id, {}, &Record::id);
    if (place != records.end() && place->id == record.id)
        *place = record;
    else
        records.insert(place, record);
}

template <typename Record> void put(SharedRecords<Record>& records, const Record& record)
{
    records.put(record);
}

template <typename Record, typename Unwanted> void removeIf(std::vector<Record>& records, Unwanted&& unwanted)
{
    std::erase_if(records, unwanted);
}

template <typename Record, typename Unwanted> void removeIf(SharedRecords<Record>& records, Unwanted&& unwanted)
{
    records.removeIf(unwanted);
}

/// Whether taking tubes out changes a record, or takes it out as well.
template <typename Record> bool losesBy(const Record& record, const std::vector<TubeId>& gone)
{
    Record after = record;
    forgetTubes(after, gone);
    return holds(gone, ownerOf(record)) || after != record;
}

/// The records of a kind after an edit; those of tubes that are taken out go with them.
template <typename Records, typename Record>
void applyChanges(Records& records, const Changes<Record>& changes, const std::vector<TubeId>& gone)
{
    removeIf(records,
             [&](const Record& record) { return holds(changes.removed, record.id) || holds(gone, ownerOf(record)); });
    if constexpr (requires { records.front().tubes; })
        for (Record& record : records)
            forgetTubes(record, gone);
    for (const Record& record : changes.put)
        put(records, record);
}

/// What puts them back: the old ones that were changed or removed, by whatever, and the ids of those that are new.
template <typename Records, typename Record>
Changes<Record> inverseOf(const Records& before, const Changes<Record>& changes, const std::vector<TubeId>& gone)
{
    Changes<Record> inverse;
    for (const Record& record : changes.put) {
        if (const Record* old = find(before, record.id))
            inverse.put.push_back(*old);
        else
            inverse.removed.push_back(record.id);
    }
    for (const auto id : changes.removed)
        if (const Record* old = find(before, id))
            inverse.put.push_back(*old);
    for (const Record& record : before)
        if (!gone.empty() && losesBy(record, gone) && !find(inverse.put, record.id))
            inverse.put.push_back(record);
    return inverse;
}

} // namespace iris
