#pragma once

#include <string>

/// A disk that runs full when the test says so. Linked into a test, it stands before the system's own write calls,
/// those of the libraries among them, for regular files under one folder; everything else goes through.
namespace fulldisk {

/// Lets so many calls that write or flush through; the next one writes half of what it was given and then, like every
/// one after it, finds the disk full.
void allow(const std::string& folder, long calls);

/// Lets everything through again; how many calls there were since allow().
long release();

} // namespace fulldisk
