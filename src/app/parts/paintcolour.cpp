#include "app/parts/paintcolour.h"

#include "colour/srgb.h"

namespace iris {

QColor displayed(const Lab& lab, bool valuesOnly)
{
    const Srgb colour = toSrgb(valuesOnly ? Lab{lab.l, 0, 0} : lab);
    return {colour.red, colour.green, colour.blue};
}

} // namespace iris
