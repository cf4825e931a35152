#include "sheet/keptpicture.h"

#include "sheet/scan.h"

#include <QBuffer>
#include <QColorSpace>
#include <QCryptographicHash>

namespace iris {
Picture pictureOf(QImage image, int widest)
{
    if (image.width() > widest)
        image = image.scaledToWidth(widest, Qt::SmoothTransformation);
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
