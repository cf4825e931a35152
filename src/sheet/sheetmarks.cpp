#include "sheet/sheetmarks.h"

#include <QPainter>
#include <QTransform>
#include <ZXing/BarcodeFormat.h>
#include <ZXing/BitMatrix.h>
#include <ZXing/DecodeHints.h>
#include <ZXing/MultiFormatWriter.h>
#include <ZXing/ReadBarcode.h>
#include <algorithm>
#include <exception>
#include <memory>
#include <numeric>

extern "C" {
#include <apriltag/apriltag.h>
#include <apriltag/common/image_u8.h>
#include <apriltag/tag36h11.h>
}

namespace iris {
namespace {

constexpr int tagModules = 8; // the black square; the code proper is 6 x 6 inside it
constexpr int highestTag = 3;
constexpr float surely = 15;
constexpr int mostWrongBits = 2;
constexpr int longestSide = 3500;
constexpr int narrowest = 32; // a tag of 8 modules needs 2 pixels a module after the detector has halved the picture

/// The detector and its family, let go together.
class Detector {
public:
    Detector() : m_family(tag36h11_create()), m_detector(apriltag_detector_create())
    {
        apriltag_detector_add_family_bits(m_detector, m_family, mostWrongBits);
        m_detector->quad_decimate = 2;
        // Its pool of threads takes work off a list that is still being written, and has crashed (apriltag 3.3.0).
        m_detector->nthreads = 1;
        m_detector->refine_edges = true;
    }
    ~Detector()
    {
        apriltag_detector_destroy(m_detector);
        tag36h11_destroy(m_family);
    }
    Detector(const Detector&) = delete;
    Detector& operator=(const Detector&) = delete;

    /// The sure ones, in pixels of a grey picture.
    std::vector<FoundTag> detect(QImage grey)
    {
        image_u8_t view{grey.width(), grey.height(), static_cast<int32_t>(grey.bytesPerLine()), grey.bits()};
        zarray_t* detections = apriltag_detector_detect(m_detector, &view);
        std::vector<FoundTag> tags;
        for (int i = 0; i < zarray_size(detections); ++i) {
            apriltag_detection_t* detection = nullptr;
            zarray_get(detections, i, &detection);
            if (detection->id > highestTag || detection->decision_margin < surely || detection->hamming > mostWrongBits)
                continue;
            FoundTag tag{detection->id, {}};
            // The library counts from the lower left and on to the right.
            for (const int corner : {3, 2, 1, 0})
                tag.corners << QPointF(detection->p[corner][0] + 0.5, detection->p[corner][1] + 0.5);
            tags.push_back(std::move(tag));
        }
        apriltag_detections_destroy(detections);
        return tags;
    }

private:
    apriltag_family_t* m_family;
    apriltag_detector_t* m_detector;
};

/// A picture in greys, each pixel the mean of those it stands for; null when it is too narrow to hold a tag. Line by
/// line, since of a page at 1,200 dpi no second copy should be made.
QImage smallGrey(const QImage& picture)
{
    const double shrink = std::min(1.0, static_cast<double>(longestSide) / std::max(picture.width(), picture.height()));
    const QSize size = picture.size() * shrink;
    // The library divides by the number of its tiles, which a narrow strip has none of.
    if (std::min(size.width(), size.height()) < narrowest)
        return {};
    // Where the pixels that each small one stands for begin.
    const auto edges = [](int small, int large) {
        std::vector<int> places;
        for (int place = 0; place <= small; ++place)
            places.push_back(static_cast<int>(static_cast<qint64>(place) * large / small));
        return places;
    };
    const std::vector<int> columns = edges(size.width(), picture.width());
    const std::vector<int> lines = edges(size.height(), picture.height());
    QImage grey(size, QImage::Format_Grayscale8);
    std::vector<int> sums(columns.size() - 1);
    for (std::size_t y = 0; y + 1 < lines.size(); ++y) {
        std::ranges::fill(sums, 0);
        for (int line = lines[y]; line < lines[y + 1]; ++line) {
            const QImage row = picture.copy(0, line, picture.width(), 1).convertToFormat(QImage::Format_Grayscale8);
            const uchar* light = row.constScanLine(0);
            for (std::size_t x = 0; x < sums.size(); ++x)
                sums[x] = std::accumulate(light + columns[x], light + columns[x + 1], sums[x]);
        }
        uchar* means = grey.scanLine(static_cast<int>(y));
        for (std::size_t x = 0; x < sums.size(); ++x) {
            const int count = (columns[x + 1] - columns[x]) * (lines[y + 1] - lines[y]);
            means[x] = static_cast<uchar>((sums[x] + count / 2) / count);
        }
    }
    return grey;
}

} // namespace

void drawTag(QPainter& painter, int number, const QRectF& square)
{
    const std::unique_ptr<apriltag_family_t, void (*)(apriltag_family_t*)> family(tag36h11_create(), tag36h11_destroy);
    const std::unique_ptr<image_u8_t, void (*)(image_u8_t*)> image(apriltag_to_image(family.get(), number),
                                                                   image_u8_destroy);
    const double module = square.width() / tagModules;
    // The library draws a white frame of one module about the black square.
    const int frame = (image->width - tagModules) / 2;
    painter.fillRect(square, Qt::black);
    for (int y = 0; y < tagModules; ++y)
        for (int x = 0; x < tagModules; ++x)
            if (image->buf[(y + frame) * image->stride + x + frame] > 127)
                painter.fillRect(QRectF(square.left() + x * module, square.top() + y * module, module, module),
                                 Qt::white);
}

Result<QrCode> encodeCode(const std::string& text)
{
    constexpr int levelH = 8;
    try {
        ZXing::MultiFormatWriter writer(ZXing::BarcodeFormat::QRCode);
        writer.setMargin(0).setEccLevel(levelH);
        const ZXing::BitMatrix matrix = writer.encode(text, 0, 0);
        QrCode code{matrix.width(), {}};
        for (int y = 0; y < matrix.height(); ++y)
            for (int x = 0; x < matrix.width(); ++x)
                code.dark.push_back(matrix.get(x, y));
        return code;
    } catch (const std::exception&) {
        return failure(ErrorCode::BadValue, "\"" + text + "\" cannot be printed as a code");
    }
}

void drawCode(QPainter& painter, const QrCode& code, const QRectF& square)
{
    const double module = square.width() / std::max(1, code.side);
    for (std::size_t i = 0; i < code.dark.size(); ++i) {
        const auto x = static_cast<double>(static_cast<int>(i) % code.side);
        const auto y = static_cast<double>(static_cast<int>(i) / code.side);
        if (code.dark[i])
            painter.fillRect(QRectF(square.left() + x * module, square.top() + y * module, module, module), Qt::black);
    }
}

std::vector<FoundTag> findTags(const QImage& picture)
{
    const QImage grey = smallGrey(picture);
    if (grey.isNull())
        return {};
    std::vector<FoundTag> tags = Detector().detect(grey);
    const QTransform toPicture = QTransform::fromScale(static_cast<double>(picture.width()) / grey.width(),
                                                       static_cast<double>(picture.height()) / grey.height());
    for (FoundTag& tag : tags)
        tag.corners = toPicture.map(tag.corners);
    return tags;
}

bool isMirrorImage(const QImage& picture)
{
    const QImage grey = smallGrey(picture);
    return !grey.isNull() && !Detector().detect(grey.mirrored(true, false)).empty();
}

std::optional<QString> readCode(const QImage& picture)
{
    const QImage grey = picture.convertToFormat(QImage::Format_Grayscale8);
    const ZXing::ImageView view(grey.constBits(), grey.width(), grey.height(), ZXing::ImageFormat::Lum,
                                static_cast<int>(grey.bytesPerLine()));
    ZXing::DecodeHints hints;
    hints.setFormats(ZXing::BarcodeFormat::QRCode).setTryHarder(true).setTryRotate(false);
    try {
        const ZXing::Result result = ZXing::ReadBarcode(view, hints);
        return result.isValid() ? std::optional(QString::fromStdString(result.text())) : std::nullopt;
    } catch (const std::exception&) {
        return std::nullopt; // what the reader stumbles over is no code
    }
}

} // namespace iris
