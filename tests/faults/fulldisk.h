#pragma once

#include <string>

/// A disk that runs full, or a program that is ended, when the test says so. Linked into a test, it stands before the
/// system's own write calls, those of the libraries among them, for regular files under one folder; everything else
/// goes through.
namespace fulldisk {

/// Lets so many calls that write or flush through; the next one writes half of what it was given and then, like every
/// one after it, finds the disk full.
void allow(const std::string& folder, long calls);

/// Lets so many calls that write, flush, cut, rename or remove through; in the next one the program is ended (SIGKILL),
/// a write when half of it is done.
void killAt(const std::string& folder, long calls);

/// In each such call, when half of it is done, the program stops (SIGSTOP) until it is told to go on: what is on disk
/// then is what a program that was ended there leaves, and the next call costs no run of its own.
void pauseInEach(const std::string& folder);

/// From now on nothing can be read of the files but their first 4096 bytes: the disk is faulty.
void failReads(const std::string& folder);

/// How often a folder was flushed since allow().
long folderFlushes();

/// Lets everything through again; how many calls there were since allow().
long release();

} // namespace fulldisk
