#pragma once

#include "notebook/studio.h"
#include "palette/picturefit.h"

namespace iris {

/// How the values of a picture come to paper; to tubes means what is at hand of a studio's. Long work for many tubes.
PictureFitting fittingFor(PictureFit fit, const ColourCells& picture, const Studio& studio);

} // namespace iris
