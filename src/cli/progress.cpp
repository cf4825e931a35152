#include "cli/progress.h"

#include <chrono>
#include <cmath>
#include <cstdio>
#include <memory>
#include <unistd.h>

namespace iris {
namespace {

/// Shows how far work has come once it takes longer than one waits without a thought, and wipes it off at the end.
class ProgressLine {
public:
    ~ProgressLine()
    {
        if (m_shown >= 0)
            std::fputs("\r\033[K", stderr);
    }

    void show(double share)
    {
        constexpr std::chrono::seconds patience{1};
        const int percent = static_cast<int>(std::floor(100 * share));
        if (percent == m_shown || std::chrono::steady_clock::now() - m_start < patience)
            return;
        m_shown = percent;
        std::fprintf(stderr, "\r%d %% looked through", percent);
    }

private:
    std::chrono::steady_clock::time_point m_start = std::chrono::steady_clock::now();
    int m_shown = -1;
};

} // namespace

WorkOptions watched()
{
    WorkOptions work;
    if (isWatched())
        work.progress = [line = std::make_shared<ProgressLine>()](double share) { line->show(share); };
    return work;
}

bool isWatched()
{
    return isatty(STDERR_FILENO) != 0;
}

void tellMeanwhile(const std::string& line)
{
    if (isWatched())
        std::fprintf(stderr, "%s\n", line.c_str());
}

} // namespace iris
