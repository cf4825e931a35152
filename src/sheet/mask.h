#pragma once

#include <cstdint>
#include <vector>

namespace iris {

/// Yes or no for every pixel of a small picture.
class Mask {
public:
    Mask(int width, int height, bool value = false)
        : m_width(width),
          m_height(height),
          m_set(static_cast<std::size_t>(width) * static_cast<std::size_t>(height), value ? 1 : 0)
    {
    }

    int width() const { return m_width; }
    int height() const { return m_height; }
    std::size_t size() const { return m_set.size(); }
    bool at(int x, int y) const { return m_set[index(x, y)] != 0; }
    void set(int x, int y, bool value) { m_set[index(x, y)] = value ? 1 : 0; }
    std::size_t count() const;

    std::size_t index(int x, int y) const
    {
        return static_cast<std::size_t>(y) * static_cast<std::size_t>(m_width) + static_cast<std::size_t>(x);
    }

private:
    int m_width;
    int m_height;
    std::vector<std::uint8_t> m_set;
};

/// How far each pixel that is set lies from the nearest that is not (or from the border), in pixels; 0 outside.
/// Two passes of the 3-4 chamfer. Source: Borgefors, "Distance transformations in digital images" (1986).
std::vector<float> distanceInside(const Mask& mask);

/// The mask without anything thinner than about twice the radius: eroded by it, then grown by it again.
Mask opened(const Mask& mask, float radius);

/// A connected patch of set pixels (neighbours share a side).
struct Blob {
    Mask mask;
    std::size_t pixels = 0;
    double centreX = 0;
    double centreY = 0;
    bool touchesBorder = false;
};

/// Every patch of at least so many pixels, largest first.
std::vector<Blob> blobsOf(const Mask& mask, std::size_t fewestPixels);

} // namespace iris
