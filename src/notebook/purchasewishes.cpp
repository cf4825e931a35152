#include "notebook/purchasewishes.h"

#include <algorithm>

namespace iris {

std::string PurchaseWishes::keyOf(const TubePool& pool, std::size_t place)
{
    return textOf(pool.paints[place].codes) + "/" + pool.forms[place];
}

bool PurchaseWishes::must(const std::string& key) const
{
    return std::ranges::find(m_must, key) != m_must.end();
}

void PurchaseWishes::setMust(const std::string& key, bool must)
{
    std::erase(m_must, key);
    if (must)
        m_must.push_back(key);
}

void PurchaseWishes::leaveOut(const std::string& key, const std::string& name)
{
    setMust(key, false);
    m_never.push_back({key, name});
}

void PurchaseWishes::allow(const std::string& key)
{
    std::erase_if(m_never, [&](const Left& left) { return left.key == key; });
}

void PurchaseWishes::apply(Limits& limits, const TubePool& pool) const
{
    for (std::size_t place = 0; place < pool.paints.size(); ++place) {
        if (pool.isOwned(place) || std::ranges::find(limits.never, place) != limits.never.end())
            continue;
        const std::string key = keyOf(pool, place);
        if (std::ranges::find(m_never, key, &Left::key) != m_never.end())
            limits.never.push_back(place);
        else if (must(key))
            limits.must.push_back(place);
    }
}

} // namespace iris
