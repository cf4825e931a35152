#pragma once

#include <algorithm>
#include <array>
#include <bit>
#include <cstddef>
#include <cstdint>
#include <span>

namespace iris {

/// The most needs that are met at once.
inline constexpr std::size_t mostNeeds = 256;

/// Which of a number of needs: one bit each, in words of 64.
template <std::size_t Words> class NeedBits {
public:
    static constexpr std::size_t wordBits = 64;

    constexpr NeedBits() = default;
    /// The needs of another that this has words for.
    template <std::size_t Others> explicit constexpr NeedBits(const NeedBits<Others>& other)
    {
        for (std::size_t i = 0; i < std::min(Words, Others); ++i)
            m_words[i] = other.word(i);
    }

    constexpr std::uint64_t word(std::size_t i) const { return m_words[i]; }
    constexpr void setWord(std::size_t i, std::uint64_t bits) { m_words[i] = bits; }

    constexpr bool isEmpty() const
    {
        std::uint64_t any = 0;
        for (const std::uint64_t word : m_words)
            any |= word;
        return any == 0;
    }
    constexpr bool has(std::size_t need) const { return (m_words[need / wordBits] >> (need % wordBits) & 1) != 0; }
    constexpr void add(std::size_t need) { m_words[need / wordBits] |= std::uint64_t{1} << (need % wordBits); }
    constexpr bool meets(const NeedBits& other) const { return !(*this & other).isEmpty(); }
    constexpr bool includes(const NeedBits& other) const { return (other & ~*this).isEmpty(); }

    constexpr std::size_t count() const
    {
        std::size_t sum = 0;
        for (const std::uint64_t word : m_words)
            sum += static_cast<std::size_t>(std::popcount(word));
        return sum;
    }

    /// Calls visit(need) for each, in rising order.
    template <typename Visit> constexpr void forEach(Visit&& visit) const
    {
        for (std::size_t i = 0; i < Words; ++i)
            for (std::uint64_t left = m_words[i]; left != 0; left &= left - 1)
                visit(i * wordBits + static_cast<std::size_t>(std::countr_zero(left)));
    }

    constexpr NeedBits& operator|=(const NeedBits& other)
    {
        for (std::size_t i = 0; i < Words; ++i)
            m_words[i] |= other.m_words[i];
        return *this;
    }
    constexpr NeedBits& operator&=(const NeedBits& other)
    {
        for (std::size_t i = 0; i < Words; ++i)
            m_words[i] &= other.m_words[i];
        return *this;
    }
    friend constexpr NeedBits operator|(NeedBits one, const NeedBits& other) { return one |= other; }
    friend constexpr NeedBits operator&(NeedBits one, const NeedBits& other) { return one &= other; }
    constexpr NeedBits operator~() const
    {
        NeedBits inverse;
        for (std::size_t i = 0; i < Words; ++i)
            inverse.m_words[i] = ~m_words[i];
        return inverse;
    }

    constexpr bool operator==(const NeedBits&) const = default;

private:
    std::array<std::uint64_t, Words> m_words{};
};

/// Which of up to mostNeeds needs.
using NeedMask = NeedBits<mostNeeds / 64>;

/// What some needs weigh together.
template <std::size_t Words> int weightOf(const NeedBits<Words>& needs, std::span<const int> weights)
{
    int weight = 0;
    needs.forEach([&](std::size_t need) { weight += weights[need]; });
    return weight;
}

constexpr NeedMask needBit(std::size_t need)
{
    NeedMask mask;
    mask.add(need);
    return mask;
}

/// The first so many needs.
constexpr NeedMask needBits(std::size_t count)
{
    NeedMask mask;
    for (std::size_t need = 0; need < count; ++need)
        mask.add(need);
    return mask;
}

} // namespace iris
