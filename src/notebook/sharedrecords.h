#pragma once

#include <algorithm>
#include <compare>
#include <cstddef>
#include <initializer_list>
#include <iterator>
#include <memory>
#include <utility>
#include <vector>

namespace iris {

/// Records of which there may be thousands, in a list that costs little to copy and to compare with what it was copied
/// from: the records themselves are shared and never change; one that is put takes another's place. Read as a vector.
template <typename Record> class SharedRecords {
    using Shared = std::shared_ptr<const Record>;

public:
    using value_type = Record;

    class const_iterator {
    public:
        using iterator_category = std::random_access_iterator_tag;
        using value_type = Record;
        using difference_type = std::ptrdiff_t;
        using pointer = const Record*;
        using reference = const Record&;

        const_iterator() = default;
        explicit const_iterator(const Shared* at) : m_at(at) {}

        reference operator*() const { return **m_at; }
        pointer operator->() const { return m_at->get(); }
        reference operator[](difference_type step) const { return *m_at[step]; }
        const_iterator& operator++() { return *this += 1; }
        const_iterator& operator--() { return *this += -1; }
        const_iterator operator++(int) { return std::exchange(*this, *this + 1); }
        const_iterator operator--(int) { return std::exchange(*this, *this - 1); }
        const_iterator& operator+=(difference_type step)
        {
            m_at += step;
            return *this;
        }
        const_iterator& operator-=(difference_type step) { return *this += -step; }
        friend const_iterator operator+(const_iterator one, difference_type step) { return one += step; }
        friend const_iterator operator+(difference_type step, const_iterator one) { return one += step; }
        friend const_iterator operator-(const_iterator one, difference_type step) { return one -= step; }
        friend difference_type operator-(const_iterator one, const_iterator other) { return one.m_at - other.m_at; }
        auto operator<=>(const const_iterator&) const = default;

    private:
        const Shared* m_at = nullptr;
    };
    using iterator = const_iterator;

    SharedRecords() = default;
    SharedRecords(std::vector<Record> records) // NOLINT(google-explicit-constructor): it stands where a vector stood
    {
        m_records.reserve(records.size());
        for (Record& record : records)
            m_records.push_back(std::make_shared<const Record>(std::move(record)));
    }
    SharedRecords(std::initializer_list<Record> records) : SharedRecords(std::vector<Record>(records)) {}

    std::size_t size() const { return m_records.size(); }
    bool empty() const { return m_records.empty(); }
    const_iterator begin() const { return const_iterator(m_records.data()); }
    const_iterator end() const { return const_iterator(m_records.data() + m_records.size()); }
    const Record& operator[](std::size_t i) const { return *m_records[i]; }
    const Record& front() const { return *m_records.front(); }
    const Record& back() const { return *m_records.back(); }

    std::vector<Record> copied() const { return {begin(), end()}; }

    void push_back(Record record) { m_records.push_back(std::make_shared<const Record>(std::move(record))); }

    /// In the place of the one with its id, or where it belongs in the order of ids.
    void put(const Record& record)
    {
        const auto place = std::ranges::lower_bound(*this, record.id, {}, &Record::id) - begin();
        const auto at = m_records.begin() + place;
        if (at != m_records.end() && (*at)->id == record.id)
            *at = std::make_shared<const Record>(record);
        else
            m_records.insert(at, std::make_shared<const Record>(record));
    }

    template <typename Unwanted> void removeIf(Unwanted&& unwanted)
    {
        std::erase_if(m_records, [&](const Shared& record) { return unwanted(*record); });
    }

    /// Whatever is done to a list: change(vector) gets them all to change.
    template <typename Change> void change(Change&& change)
    {
        std::vector<Record> own = copied();
        change(own);
        *this = SharedRecords(std::move(own));
    }

    bool operator==(const SharedRecords& other) const
    {
        return std::ranges::equal(m_records, other.m_records,
                                  [](const Shared& one, const Shared& two) { return one == two || *one == *two; });
    }

private:
    std::vector<Shared> m_records;
};

/// Calls change(list) with the records of a kind as a vector.
template <typename Record, typename Change> void changeList(std::vector<Record>& records, Change&& change)
{
    change(records);
}
template <typename Record, typename Change> void changeList(SharedRecords<Record>& records, Change&& change)
{
    records.change(change);
}

/// Calls change(record) for each.
template <typename Records, typename Change> void changeAll(Records& records, Change&& change)
{
    changeList(records, [&](auto& list) {
        for (auto& record : list)
            change(record);
    });
}

} // namespace iris
