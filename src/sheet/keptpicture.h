#pragma once

#include "notebook/notebook.h"

#include <QImage>
#include <QString>

namespace iris {

/// A picture to keep, shrunk to a width when it is wider, as a JPEG.
Picture pictureOf(QImage image, int widest);

/// A picture file to keep beside a record, upright by its EXIF orientation and in sRGB; only looked at, never measured,
/// so greys and any profile will do.
/// @return FileUnreadable, or BadPicture for what is no picture, damaged, too small or too large (picturefile.h).
Result<Picture> pictureFrom(const QString& path, int widest);

} // namespace iris
