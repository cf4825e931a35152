#include "fulldisk.h"

#include <cerrno>
#include <climits>
#include <cstdio>
#include <dlfcn.h>
#include <sys/stat.h>
#include <sys/types.h>
#include <sys/uio.h>
#include <unistd.h>

namespace {

std::string watched; // empty: nothing is watched
long allowed = 0;
long calls = 0;

template <typename Function> Function real(const char* name)
{
    return reinterpret_cast<Function>(dlsym(RTLD_NEXT, name));
}

bool isWatched(int file)
{
    if (watched.empty())
        return false;
    struct stat about {};
    if (::fstat(file, &about) != 0 || !S_ISREG(about.st_mode))
        return false;
    char link[64];
    char path[PATH_MAX + 1];
    std::snprintf(link, sizeof link, "/proc/self/fd/%d", file);
    const ssize_t length = ::readlink(link, path, PATH_MAX);
    return length > 0 && std::string(path, static_cast<std::size_t>(length)).starts_with(watched);
}

enum class Verdict { Through, Half, Full };

Verdict next(int file)
{
    if (!isWatched(file))
        return Verdict::Through;
    const long number = calls++;
    return number < allowed ? Verdict::Through : number == allowed ? Verdict::Half : Verdict::Full;
}

ssize_t full()
{
    errno = ENOSPC;
    return -1;
}

} // namespace

namespace fulldisk {

void allow(const std::string& folder, long number)
{
    watched = folder;
    allowed = number;
    calls = 0;
}

long release()
{
    watched.clear();
    return calls;
}

} // namespace fulldisk

extern "C" {

ssize_t write(int file, const void* bytes, size_t size)
{
    static const auto own = real<ssize_t (*)(int, const void*, size_t)>("write");
    const Verdict verdict = next(file);
    if (verdict == Verdict::Full || (verdict == Verdict::Half && size < 2))
        return full();
    return own(file, bytes, verdict == Verdict::Half ? size / 2 : size);
}

ssize_t pwrite(int file, const void* bytes, size_t size, off_t at)
{
    static const auto own = real<ssize_t (*)(int, const void*, size_t, off_t)>("pwrite");
    const Verdict verdict = next(file);
    if (verdict == Verdict::Full || (verdict == Verdict::Half && size < 2))
        return full();
    return own(file, bytes, verdict == Verdict::Half ? size / 2 : size, at);
}

ssize_t pwrite64(int file, const void* bytes, size_t size, off64_t at)
{
    static const auto own = real<ssize_t (*)(int, const void*, size_t, off64_t)>("pwrite64");
    const Verdict verdict = next(file);
    if (verdict == Verdict::Full || (verdict == Verdict::Half && size < 2))
        return full();
    return own(file, bytes, verdict == Verdict::Half ? size / 2 : size, at);
}

int fsync(int file)
{
    static const auto own = real<int (*)(int)>("fsync");
    return next(file) == Verdict::Through ? own(file) : static_cast<int>(full());
}

int fdatasync(int file)
{
    static const auto own = real<int (*)(int)>("fdatasync");
    return next(file) == Verdict::Through ? own(file) : static_cast<int>(full());
}
}
