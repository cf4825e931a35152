#pragma once

#include <memory>
#include <utility>

namespace iris {

/// A large value that is not changed any more: copying it copies none of it, and it equals what it was copied from at
/// once. Safe to read from several threads.
template <typename Value> class Shared {
public:
    Shared() : Shared(Value{}) {}
    explicit Shared(Value value) : m_value(std::make_shared<const Value>(std::move(value))) {}

    const Value& operator*() const { return *m_value; }
    const Value* operator->() const { return m_value.get(); }

    bool operator==(const Shared& other) const { return m_value == other.m_value || *m_value == *other.m_value; }

private:
    std::shared_ptr<const Value> m_value;
};

} // namespace iris
