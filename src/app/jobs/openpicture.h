#pragma once

#include "app/jobs/job.h"
#include "sheet/scan.h"

namespace iris {

/// A picture that several jobs read, one after the other.
using ScanPtr = std::shared_ptr<const Scan>;

/// Opens a picture within a job, and tells that it does.
Result<ScanPtr> openPicture(const QString& path, const JobTools& tools);

/// Words about what to do with a picture, after what is to be known of how it was taken in.
QString withRemark(const Scan& scan, const QString& words);

} // namespace iris
