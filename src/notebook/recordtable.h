#pragma once

#include "notebook/notebook.h"
#include "notebook/rowbinding.h"

#include <array>

namespace iris {

/// One kind of record: its table, its columns after the id, and how a row is read and bound in that order.
template <typename Record> struct Table;

template <typename Value> std::string_view nameOrNothing(const std::optional<Value>& value)
{
    return value ? nameOf(*value) : std::string_view();
}

} // namespace iris
