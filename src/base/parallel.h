#pragma once

#include <cstddef>
#include <functional>
#include <memory>
#include <mutex>
#include <stop_token>
#include <vector>

namespace iris {

/// How long work is watched and ended. `progress` gets 0 to 1 and may be called from any of the working threads, one
/// at a time; `threads` 0 means as many as the machine has.
struct WorkOptions {
    std::stop_token stop;
    std::function<void(double)> progress;
    unsigned threads = 0;
};

/// The same work, which tells nobody how far it is.
WorkOptions quiet(WorkOptions work);

/// Runs task(i) for i = 0 .. count - 1 on several threads, each taking the next; stops early when asked to.
void inParallel(std::size_t count, const WorkOptions& work, const std::function<void(std::size_t)>& task);

/// Work space that is costly to make, for tasks that run on several threads: each takes one that is free and leaves it
/// to the next.
template <typename Space> class SpareSpaces {
public:
    /// Calls task(space) with a space of its own; make() gives a new one.
    template <typename Make, typename Task> void use(Make&& make, Task&& task)
    {
        std::unique_ptr<Space> space;
        {
            const std::scoped_lock lock(m_mutex);
            if (!m_free.empty()) {
                space = std::move(m_free.back());
                m_free.pop_back();
            }
        }
        if (!space)
            space = make();
        task(*space);
        const std::scoped_lock lock(m_mutex);
        m_free.push_back(std::move(space));
    }

private:
    std::mutex m_mutex;
    std::vector<std::unique_ptr<Space>> m_free;
};

} // namespace iris
