#pragma once

#include "app/jobs/job.h"
#include "sheet/scan.h"

namespace iris {

/// A picture that several jobs read, one after the other.
using ScanPtr = std::shared_ptr<const Scan>;

/// Opens a picture within a job, and tells that it does.
Result<ScanPtr> openPicture(const QString& path, const JobTools& tools);

} // namespace iris
