#pragma once

#include "base/result.h"

#include <QString>

namespace iris {

/// A path without its folders.
QString shortName(const QString& path);

/// An error about a file: "mud.png" and what is the matter with it.
tl::unexpected<Error> fileError(ErrorCode code, const QString& path, const QString& what);

/// The same in a sentence of its own.
tl::unexpected<Error> fileFailure(ErrorCode code, const QString& path, const QString& message);

/// What an error number of the system means to a painter: "the disk is full".
QString reasonOf(int errorNumber);

} // namespace iris
