#pragma once

#include <QtTest>

/// How long a test waits for work off the interface thread, ms: on the slowest machine and under a sanitizer only what
/// never comes takes so long.
inline constexpr int patienceMs = 120'000;

#define COMES_TRUE(condition) QTRY_VERIFY_WITH_TIMEOUT(condition, patienceMs)
