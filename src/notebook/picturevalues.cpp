#include "notebook/picturevalues.h"

namespace iris {

PictureFitting fittingFor(PictureFit fit, const ColourCells& picture, const Studio& studio)
{
    if (fit == PictureFit::AsItIs)
        return {};
    if (fit == PictureFit::ToPaint)
        return {picture, PaintRange::ofWatercolour(studio.notebook.handling.paper)};
    std::vector<Paint> paints;
    for (const std::size_t place : studio.atHand())
        paints.push_back(studio.paints[place]);
    return {picture, PaintRange::of(paints, studio.notebook.handling)};
}

} // namespace iris
