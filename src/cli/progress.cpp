#include "cli/progress.h"

#include <chrono>
#include <cmath>
#include <cstdio>
#include <memory>
#include <unistd.h>

namespace iris {
namespace {

using Clock = std::chrono::steady_clock;

/// Shows how far work has come: on a terminal in a line that is wiped off at the end, once it takes longer than one
/// waits without a thought; where it goes into a file or another program, in a line every now and then, so that what is
/// long is not taken for stuck.
class ProgressLine {
public:
    ~ProgressLine()
    {
        if (m_shown >= 0 && isWatched())
            std::fputs("\r\033[K", stderr);
    }

    void show(double share)
    {
        constexpr std::chrono::seconds patience{1};
        constexpr std::chrono::seconds betweenLines{10};
        const int percent = static_cast<int>(std::floor(100 * share));
        const auto now = Clock::now();
        const auto next = m_last + (isWatched() ? (m_shown < 0 ? patience : std::chrono::seconds{0}) : betweenLines);
        if (percent == m_shown || now < next)
            return;
        m_shown = percent;
        m_last = now;
        std::fprintf(stderr, isWatched() ? "\r%d %% looked through" : "%d %% looked through\n", percent);
    }

private:
    Clock::time_point m_last = Clock::now();
    int m_shown = -1;
};

} // namespace

WorkOptions watched()
{
    WorkOptions work;
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
