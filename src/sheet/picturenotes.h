#pragma once

#include "sheet/picturefile.h"

namespace iris {

/// What stands in a picture's own notes (EXIF, ICC, the fields of a TIFF). They are a help, not a need: a picture whose
/// notes are damaged is read without them.
struct PictureNotes {
    QByteArray profile;
    bool lostProfile = false;  ///< there is a profile, but it cannot be taken out
    bool printingInks = false; ///< a TIFF of separated inks
    bool looseChannel = false; ///< a TIFF's fourth channel that does not say what it is: infrared as a rule, no alpha
    int orientation = 1;       ///< as EXIF counts it, 1 to 8: 1 upright, 6 to be turned a quarter clockwise
};
PictureNotes notesOf(const PictureFile& picture);

/// A picture turned and mirrored upright. Source: EXIF 2.32 (CIPA DC-008), table 6, Orientation.
QImage upright(QImage image, int orientation);

} // namespace iris
