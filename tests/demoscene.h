#pragma once

#include "colour/srgb.h"

#include <QImage>
#include <vector>

/// The washes of demoScene(), from the top down.
inline std::vector<iris::Lab> demoWashes()
{
    return {{82, -4, -14}, {88, 6, 20}, {52, -12, 26}, {44, 22, 24}, {24, 2, -6}};
}

/// A picture of five bands of even colour, or with `mixed` in another order and with a grey among them.
inline QImage demoScene(QSize size, bool mixed = false)
{
    std::vector<iris::Lab> bands = demoWashes();
    if (mixed)
        bands = {{60, 0, 0}, bands[3], bands[1], bands[2], bands[0]};
    QImage image(size, QImage::Format_RGB32);
    for (int y = 0; y < size.height(); ++y) {
        const auto band = static_cast<std::size_t>(y * static_cast<int>(bands.size()) / size.height());
        const iris::Srgb colour = iris::toSrgb(bands[band]);
        for (int x = 0; x < size.width(); ++x)
            image.setPixel(x, y, qRgb(colour.red, colour.green, colour.blue));
    }
    return image;
}
