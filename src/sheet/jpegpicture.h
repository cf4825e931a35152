#pragma once

#include "sheet/picturefile.h"

namespace iris {

/// The pixels of a JPEG as they are stored, through libjpeg itself: it alone tells whether the picture is there to its
/// end, and in what it is. Its resolution is kept where it says one.
/// @return BadPicture for one that is cut off or damaged, in printing inks, too small, too large, or more than the
/// memory there is
Result<QImage> decodeJpeg(const PictureFile& file);

} // namespace iris
