#pragma once

#include "notebook/pool.h"

namespace iris {

/// What is wished of tubes that are not the painter's yet, by what they are: no notebook has numbers for them.
class PurchaseWishes {
public:
    /// One that is left out.
    struct Left {
        std::string key;
        std::string name;
    };

    /// What tells a paint of the table from the others: several go by one name.
    static std::string keyOf(const TubePool& pool, std::size_t place);

    bool must(const std::string& key) const;
    void setMust(const std::string& key, bool must);
    void leaveOut(const std::string& key, const std::string& name);
    void allow(const std::string& key);
    const std::vector<Left>& leftOut() const { return m_never; }

    /// Adds them to what is asked of a pool.
    void apply(Limits& limits, const TubePool& pool) const;

private:
    std::vector<std::string> m_must;
    std::vector<Left> m_never;
};

} // namespace iris
