#include "drawing/displayed.h"

#include "colour/srgb.h"

namespace iris {

QColor displayed(const Lab& lab, bool valuesOnly)
{
    const Srgb colour = toSrgb(valuesOnly ? Lab{lab.l, 0, 0} : lab);
    return {colour.red, colour.green, colour.blue};
}

QImage displayed(const QImage& picture, bool valuesOnly)
{
    if (!valuesOnly)
        return picture;
    QImage greys = picture.convertToFormat(QImage::Format_ARGB32);
    for (int y = 0; y < greys.height(); ++y) {
        auto* line = reinterpret_cast<QRgb*>(greys.scanLine(y));
        for (int x = 0; x < greys.width(); ++x) {
            const QColor own(line[x]);
            const auto part = [](int value) { return static_cast<std::uint8_t>(value); };
            const QColor grey =
                displayed(toLab(Srgb{part(own.red()), part(own.green()), part(own.blue()), false}), true);
            line[x] = qRgba(grey.red(), grey.green(), grey.blue(), qAlpha(line[x]));
        }
    }
    return greys;
}

} // namespace iris
