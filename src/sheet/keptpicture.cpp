#include "sheet/keptpicture.h"

#include "sheet/scan.h"

#include <QBuffer>
#include <QColorSpace>
#include <QCryptographicHash>
#include <algorithm>

namespace iris {
Picture pictureOf(QImage image, int widest)
{
    constexpr int longest = 16000; // a JPEG side is at most 65,535
    if (image.width() > widest || image.height() > longest)
        image = image.scaled(std::min(widest, image.width()), std::min(longest, image.height()), Qt::KeepAspectRatio,
                             Qt::SmoothTransformation);
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    image.save(&buffer, "JPEG", 88);
    return {QCryptographicHash::hash(bytes, QCryptographicHash::Sha256).toHex().toStdString(), bytes.toStdString()};
}

Result<Picture> pictureFrom(const QString& path, int widest)
{
    auto image = pictureIn(path);
    if (!image)
        return tl::unexpected(image.error());
    if (image->colorSpace().isValid())
        image->convertToColorSpace(QColorSpace::SRgb);
    return pictureOf(std::move(*image), widest);
}

} // namespace iris
