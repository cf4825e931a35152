#include "fulldisk.h"

#include <cerrno>
#include <climits>
#include <csignal>
#include <cstdio>
#include <cstdlib>
#include <dlfcn.h>
#include <sys/stat.h>
#include <sys/types.h>
#include <sys/uio.h>
#include <unistd.h>

namespace {

std::string watched; // empty: nothing is watched
long letThrough = 0;
long calls = 0;
bool kills = false;
bool pauses = false;
bool faulty = false;
long flushedFolders = 0;

template <typename Function> Function real(const char* name)
{
    return reinterpret_cast<Function>(dlsym(RTLD_NEXT, name));
}

bool isWatched(const char* path)
{
    char real[PATH_MAX + 1];
    const std::string name(path);
    const auto slash = name.rfind('/');
    const std::string folder = slash == std::string::npos ? "." : name.substr(0, slash);
    return !watched.empty() && ::realpath(folder.c_str(), real) && std::string(real).starts_with(watched);
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

/// Counts the folder that is flushed.
void noteFlush(int file)
{
    struct stat about {};
    flushedFolders += !watched.empty() && ::fstat(file, &about) == 0 && S_ISDIR(about.st_mode);
}

bool cannotRead(int file, off_t at, size_t size)
{
    constexpr off_t readable = 4096;
    return faulty && at + static_cast<off_t>(size) > readable && isWatched(file);
}

ssize_t faultyDisk()
{
    errno = EIO;
    return -1;
}

Verdict next(int file)
{
    if (faulty || !isWatched(file))
        return Verdict::Through;
    if (pauses)
        return Verdict::Half;
    const long number = calls++;
    return number < letThrough ? Verdict::Through : number == letThrough ? Verdict::Half : Verdict::Full;
}

/// In calls that change names and lengths the program is ended, and nothing else goes wrong.
template <typename What> void mayEndHere(What what)
{
    if (pauses && isWatched(what))
        ::raise(SIGSTOP);
    else if (kills && isWatched(what) && calls++ == letThrough)
        ::kill(::getpid(), SIGKILL);
}

/// Half of it is in the file, and no more of the program comes, or not yet.
void mayEndAfterHalf(Verdict verdict)
{
    if (pauses && verdict == Verdict::Half)
        ::raise(SIGSTOP);
    else if (kills && verdict == Verdict::Half)
        ::kill(::getpid(), SIGKILL);
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
    letThrough = number;
    calls = 0;
    kills = false;
    flushedFolders = 0;
}

void pauseInEach(const std::string& folder)
{
    watched = folder;
    pauses = true;
}

void failReads(const std::string& folder)
{
    watched = folder;
    faulty = true;
}

long folderFlushes()
{
    return flushedFolders;
}

void killAt(const std::string& folder, long number)
{
    allow(folder, number);
    kills = true;
}

long release()
{
    watched.clear();
    faulty = false;
    return calls;
}

} // namespace fulldisk

extern "C" {

ssize_t write(int file, const void* bytes, size_t size)
{
    static const auto own = real<ssize_t (*)(int, const void*, size_t)>("write");
    const Verdict verdict = next(file);
    if (verdict == Verdict::Full || (verdict == Verdict::Half && size < 2 && !pauses))
        return full();
    const ssize_t done = own(file, bytes, verdict == Verdict::Half ? size / 2 : size);
    mayEndAfterHalf(verdict);
    return pauses && verdict == Verdict::Half ? done + own(file, static_cast<const char*>(bytes) + done, size - done)
                                              : done;
}

ssize_t pwrite(int file, const void* bytes, size_t size, off_t at)
{
    static const auto own = real<ssize_t (*)(int, const void*, size_t, off_t)>("pwrite");
    const Verdict verdict = next(file);
    if (verdict == Verdict::Full || (verdict == Verdict::Half && size < 2 && !pauses))
        return full();
    const ssize_t done = own(file, bytes, verdict == Verdict::Half ? size / 2 : size, at);
    mayEndAfterHalf(verdict);
    return pauses && verdict == Verdict::Half
               ? done + own(file, static_cast<const char*>(bytes) + done, size - done, at + done)
               : done;
}

ssize_t pwrite64(int file, const void* bytes, size_t size, off64_t at)
{
    static const auto own = real<ssize_t (*)(int, const void*, size_t, off64_t)>("pwrite64");
    const Verdict verdict = next(file);
    if (verdict == Verdict::Full || (verdict == Verdict::Half && size < 2 && !pauses))
        return full();
    const ssize_t done = own(file, bytes, verdict == Verdict::Half ? size / 2 : size, at);
    mayEndAfterHalf(verdict);
    return pauses && verdict == Verdict::Half
               ? done + own(file, static_cast<const char*>(bytes) + done, size - done, at + done)
               : done;
}

int fsync(int file)
{
    static const auto own = real<int (*)(int)>("fsync");
    noteFlush(file);
    const Verdict verdict = next(file);
    mayEndAfterHalf(verdict);
    return verdict == Verdict::Through || pauses ? own(file) : static_cast<int>(full());
}

int fdatasync(int file)
{
    static const auto own = real<int (*)(int)>("fdatasync");
    noteFlush(file);
    const Verdict verdict = next(file);
    mayEndAfterHalf(verdict);
    return verdict == Verdict::Through || pauses ? own(file) : static_cast<int>(full());
}

ssize_t read(int file, void* bytes, size_t size)
{
    static const auto own = real<ssize_t (*)(int, void*, size_t)>("read");
    return cannotRead(file, faulty ? ::lseek(file, 0, SEEK_CUR) : 0, size) ? faultyDisk() : own(file, bytes, size);
}

ssize_t pread64(int file, void* bytes, size_t size, off64_t at)
{
    static const auto own = real<ssize_t (*)(int, void*, size_t, off64_t)>("pread64");
    return cannotRead(file, at, size) ? faultyDisk() : own(file, bytes, size, at);
}

ssize_t pread(int file, void* bytes, size_t size, off_t at)
{
    static const auto own = real<ssize_t (*)(int, void*, size_t, off_t)>("pread");
    return cannotRead(file, at, size) ? faultyDisk() : own(file, bytes, size, at);
}

int ftruncate(int file, off_t size) noexcept
{
    static const auto own = real<int (*)(int, off_t)>("ftruncate");
    mayEndHere(file);
    return own(file, size);
}

int ftruncate64(int file, off64_t size) noexcept
{
    static const auto own = real<int (*)(int, off64_t)>("ftruncate64");
    mayEndHere(file);
    return own(file, size);
}

int unlink(const char* path) noexcept
{
    static const auto own = real<int (*)(const char*)>("unlink");
    mayEndHere(path);
    return own(path);
}

int rename(const char* from, const char* to) noexcept
{
    static const auto own = real<int (*)(const char*, const char*)>("rename");
    mayEndHere(to);
    return own(from, to);
}

int renameat2(int fromFolder, const char* from, int toFolder, const char* to, unsigned flags) noexcept
{
    static const auto own = real<int (*)(int, const char*, int, const char*, unsigned)>("renameat2");
    mayEndHere(to);
    return own(fromFolder, from, toFolder, to, flags);
}
}
