#pragma once

#include <locale.h>

namespace iris {

/// While it lives, this thread reads and writes numbers with a point, whatever the desktop is set to. For libraries
/// that ask the C library for them; our own numbers never do.
class PlainLocale {
public:
    PlainLocale() : m_plain(newlocale(LC_ALL_MASK, "C", nullptr)), m_before(uselocale(m_plain)) {}
    ~PlainLocale()
    {
        uselocale(m_before);
        freelocale(m_plain);
    }
    PlainLocale(const PlainLocale&) = delete;
    PlainLocale& operator=(const PlainLocale&) = delete;

private:
    locale_t m_plain;
    locale_t m_before;
};

} // namespace iris
