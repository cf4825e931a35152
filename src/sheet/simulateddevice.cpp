#include "sheet/simulateddevice.h"

#include <QBuffer>
#include <QImageReader>
#include <QTransform>
#include <cmath>
#include <numbers>
#include <random>

namespace iris {
namespace {

/// Fast repeatable noise, near enough normal.
class Noise {
public:
    explicit Noise(unsigned seed) : m_state(seed * 2654435761U + 12345) {}

    double next()
    {
        double sum = 0;
        for (int i = 0; i < 4; ++i) {
            m_state ^= m_state << 13;
            m_state ^= m_state >> 17;
            m_state ^= m_state << 5;
            sum += static_cast<double>(m_state & 0xffff) / 65535.0;
        }
        return (sum - 2) * std::numbers::sqrt3;
    }

private:
    std::uint32_t m_state;
};

struct Rgb {
    float red = 0;
    float green = 0;
    float blue = 0;
};

/// A picture in linear light.
struct Canvas {
    int width;
    int height;
    std::vector<Rgb> pixels;

    Rgb& at(int x, int y)
    {
        return pixels[static_cast<std::size_t>(y) * static_cast<std::size_t>(width) + static_cast<std::size_t>(x)];
    }
};

/// A light blur, one small kernel along each direction.
void blur(Canvas& canvas, double sigma)
{
    if (sigma < 0.2)
        return;
    const int radius = std::max(1, static_cast<int>(std::ceil(2.5 * sigma)));
    std::vector<float> kernel;
    float sum = 0;
    for (int i = -radius; i <= radius; ++i) {
        kernel.push_back(static_cast<float>(std::exp(-0.5 * i * i / (sigma * sigma))));
        sum += kernel.back();
    }
    const auto pass = [&](int dx, int dy) {
        Canvas result = canvas;
        for (int y = 0; y < canvas.height; ++y)
            for (int x = 0; x < canvas.width; ++x) {
                Rgb total;
                for (int i = -radius; i <= radius; ++i) {
                    const Rgb& from = canvas.at(std::clamp(x + i * dx, 0, canvas.width - 1),
                                                std::clamp(y + i * dy, 0, canvas.height - 1));
                    const float weight = kernel[static_cast<std::size_t>(i) + static_cast<std::size_t>(radius)] / sum;
                    total.red += weight * from.red;
                    total.green += weight * from.green;
                    total.blue += weight * from.blue;
                }
                result.at(x, y) = total;
            }
        canvas = std::move(result);
    };
    pass(1, 0);
    pass(0, 1);
}

/// A channel's tone curve and the sRGB encoding after it, looked up: a page has millions of pixels.
class ToneTable {
public:
    explicit ToneTable(double power)
    {
        for (std::size_t i = 0; i < m_level.size(); ++i)
            m_level[i] = 255 * srgbEncoded(std::pow(brightest * static_cast<double>(i) / last, power));
    }

    int byteOf(double linear, double noise) const
    {
        const double place = std::clamp(linear / brightest, 0.0, 1.0) * last;
        const auto i = std::min(static_cast<std::size_t>(place), m_level.size() - 2);
        const double level = m_level[i] + (place - static_cast<double>(i)) * (m_level[i + 1] - m_level[i]);
        return static_cast<int>(std::clamp(level + noise, 0.0, 255.0) + 0.5);
    }

private:
    static constexpr double brightest = 2.5;
    static constexpr double last = 16384;
    std::array<double, 16385> m_level{};
};

/// What the device makes of light: uneven, through its own gains, cross-talk and tone curve, noisy.
QImage developed(Canvas canvas, const DeviceFaults& faults)
{
    QImage image(canvas.width, canvas.height, QImage::Format_RGB32);
    const std::array tones{ToneTable(faults.power[0]), ToneTable(faults.power[1]), ToneTable(faults.power[2])};
    Noise noise(faults.seed);
    std::mt19937 random(faults.seed + 77);
    std::uniform_real_distribution<double> share(-0.4, 0.4);
    const double lampX = share(random);
    const double lampY = share(random);
    for (int y = 0; y < canvas.height; ++y) {
        auto* line = reinterpret_cast<QRgb*>(image.scanLine(y));
        for (int x = 0; x < canvas.width; ++x) {
            const double u = 2.0 * x / canvas.width - 1 - lampX;
            const double v = 2.0 * y / canvas.height - 1 - lampY;
            const double lamp = 1 - faults.unevenLight * (u * u + v * v) / 2;
            const Rgb& light = canvas.at(x, y);
            const std::array<double, 3> in{static_cast<double>(light.red) * lamp * faults.gain[0],
                                           static_cast<double>(light.green) * lamp * faults.gain[1],
                                           static_cast<double>(light.blue) * lamp * faults.gain[2]};
            std::array<int, 3> out{};
            for (std::size_t c = 0; c < 3; ++c) {
                const double mixed = faults.crossTalk[3 * c] * in[0] + faults.crossTalk[3 * c + 1] * in[1]
                                     + faults.crossTalk[3 * c + 2] * in[2];
                out[c] = tones[c].byteOf(mixed, faults.noise * noise.next());
            }
            line[x] = qRgb(out[0], out[1], out[2]);
        }
    }
    return image;
}

QImage throughJpeg(const QImage& image, int quality)
{
    if (quality <= 0)
        return image;
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "JPEG", quality);
    return QImage::fromData(bytes, "JPEG");
}

/// Fills a canvas from a scene, through a transform from pixels to mm; what lies beyond is the ground.
Canvas drawn(const Scene& scene, QSize size, const QTransform& toMm, Rgb ground)
{
    Canvas canvas{size.width(), size.height(), {}};
    canvas.pixels.resize(static_cast<std::size_t>(size.width()) * static_cast<std::size_t>(size.height()));
    for (int y = 0; y < size.height(); ++y)
        for (int x = 0; x < size.width(); ++x) {
            const QPointF place = toMm.map(QPointF(x + 0.5, y + 0.5));
            if (place.x() < 0 || place.y() < 0 || place.x() >= scene.widthMm() || place.y() >= scene.heightMm()) {
                canvas.at(x, y) = ground;
                continue;
            }
            const LinearRgb light = scene.at(place.x(), place.y());
            canvas.at(x, y) = {static_cast<float>(light.red), static_cast<float>(light.green),
                               static_cast<float>(light.blue)};
        }
    return canvas;
}

std::array<double, 9> crossTalkOf(std::mt19937& random, double least, double most)
{
    std::uniform_real_distribution<double> share(least, most);
    std::array<double, 9> matrix{};
    for (std::size_t r = 0; r < 3; ++r) {
        double others = 0;
        for (std::size_t c = 0; c < 3; ++c)
            if (r != c)
                others += matrix[3 * r + c] = share(random) / 2;
        matrix[3 * r + r] = 1 - others;
    }
    return matrix;
}

} // namespace

DeviceFaults scannerFaults(unsigned same, unsigned sheet)
{
    std::mt19937 device(same * 104729 + 17);
    std::uniform_real_distribution<double> share(-1, 1);
    DeviceFaults faults;
    for (double& power : faults.power)
        power = 1 + 0.06 * share(device);
    faults.crossTalk = crossTalkOf(device, 0.02, 0.07);
    for (double& gain : faults.gain)
        gain = 0.95 + 0.02 * share(device);
    faults.unevenLight = 0.03 + 0.03 * std::abs(share(device));
    faults.noise = 1.2 + 0.6 * share(device);
    std::mt19937 each(sheet * 7727 + 5);
    faults.tiltDegrees = 1.0 * share(each);
    faults.jpegQuality = 90 + static_cast<int>(5 * share(each));
    faults.seed = same * 31 + sheet;
    return faults;
}

DeviceFaults cameraFaults(unsigned same, unsigned picture)
{
    DeviceFaults faults = scannerFaults(same, picture);
    std::mt19937 each(picture * 5113 + 41);
    std::uniform_real_distribution<double> share(-1, 1);
    faults.gain = {0.9 * (1 + 0.06 * share(each)), 0.9, 0.9 * (1 + 0.10 * share(each))};
    faults.unevenLight = 0.12 + 0.10 * std::abs(share(each));
    faults.noise = 2;
    faults.blurMm = 0.12;
    faults.tiltDegrees = 12 * share(each);
    faults.perspective = 0.04 * std::abs(share(each));
    return faults;
}

Scan scanned(const Scene& scene, double dpi, const DeviceFaults& faults)
{
    const double perMm = dpi / 25.4;
    const QSize size(static_cast<int>(scene.widthMm() * perMm), static_cast<int>(scene.heightMm() * perMm));
    QTransform toMm;
    toMm.translate(scene.widthMm() / 2, scene.heightMm() / 2);
    toMm.rotate(faults.tiltDegrees);
    toMm.scale(1 / perMm, 1 / perMm);
    toMm.translate(-size.width() / 2.0, -size.height() / 2.0);
    Canvas canvas = drawn(scene, size, toMm, {0.88F, 0.88F, 0.87F});
    blur(canvas, faults.blurMm * perMm);
    QImage image = throughJpeg(developed(std::move(canvas), faults), faults.jpegQuality);
    image.setDotsPerMeterX(static_cast<int>(perMm * 1000));
    image.setDotsPerMeterY(static_cast<int>(perMm * 1000));
    return Scan::of(std::move(image), perMm);
}

Scan photographed(const Scene& scene, int widthPixels, const DeviceFaults& faults)
{
    const double perMm = widthPixels / (scene.widthMm() * 1.35);
    const QSize size(widthPixels, static_cast<int>(scene.heightMm() * 1.5 * perMm));
    QTransform lean; // the far edge is smaller
    lean = QTransform(1, 0, 0, 0, 1, faults.perspective / scene.heightMm(), 0, 0, 1);
    QTransform toMm;
    toMm.translate(scene.widthMm() / 2, scene.heightMm() / 2);
    toMm.rotate(faults.tiltDegrees);
    toMm.scale(1 / perMm, 1 / perMm);
    toMm.translate(-size.width() / 2.0, -size.height() / 2.0);
    QTransform about;
    about.translate(scene.widthMm() / 2, scene.heightMm() / 2);
    const QTransform full = toMm * about.inverted() * lean * about;
    Canvas canvas = drawn(scene, size, full, {0.16F, 0.14F, 0.12F});
    blur(canvas, faults.blurMm * perMm);
    return Scan::of(throughJpeg(developed(std::move(canvas), faults), faults.jpegQuality));
}

} // namespace iris
