#pragma once

#include "notebook/edits.h"
#include "sheet/cardreader.h"

namespace iris {

/// What of a reading goes into the notebook. The reading must have a swatch.
SwatchRecord recordOf(const CardReading& reading, TubeId tube);

/// The card cut out of its scan, at most 900 pixels wide, as a JPEG.
Picture pictureOf(const Scan& scan, const CardRegions& regions);

/// Everything that happens when a reading is accepted: record, picture, and the tube that goes by it when it is dry.
NotebookEdit filing(const Notebook& notebook, SwatchRecord record, const Picture& picture);

} // namespace iris
