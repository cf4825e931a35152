#include "base/parallel.h"

#include <algorithm>
#include <atomic>
#include <mutex>
#include <thread>
#include <vector>

namespace iris {

WorkOptions quiet(WorkOptions work)
{
    work.progress = {};
    return work;
}

void inParallel(std::size_t count, const WorkOptions& work, const std::function<void(std::size_t)>& task)
{
    std::atomic<std::size_t> next = 0;
    std::mutex progressMutex;
    std::size_t done = 0;
    const auto worker = [&] {
        for (std::size_t i = next++; i < count && !work.stop.stop_requested(); i = next++) {
            task(i);
            const std::scoped_lock lock(progressMutex);
            ++done;
            if (work.progress)
                work.progress(static_cast<double>(done) / static_cast<double>(count));
        }
    };
    const unsigned wanted = work.threads > 0 ? work.threads : std::max(1U, std::thread::hardware_concurrency());
    std::vector<std::jthread> helpers;
    for (unsigned i = 1; i < wanted && i < count; ++i)
        helpers.emplace_back(worker);
    worker();
}

} // namespace iris
