#pragma once

#include <cstddef>
#include <functional>
#include <stop_token>

namespace iris {

/// How long work is watched and ended. `progress` gets 0 to 1 and may be called from any of the working threads, one
/// at a time; `threads` 0 means as many as the machine has.
struct WorkOptions {
    std::stop_token stop;
    std::function<void(double)> progress;
    unsigned threads = 0;
};

/// Runs task(i) for i = 0 .. count - 1 on several threads, each taking the next; stops early when asked to.
void inParallel(std::size_t count, const WorkOptions& work, const std::function<void(std::size_t)>& task);

} // namespace iris
