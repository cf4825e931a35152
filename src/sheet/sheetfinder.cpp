#include "sheet/sheetfinder.h"

#include "sheet/sheetmarks.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>
#include <optional>

namespace iris {
namespace {

constexpr int fewestTagsOfASheet = 3;
constexpr double mostResidualMm = 0.7;
constexpr double mostForeshortening = 2.2;

struct PointPair {
    QPointF mm;
    QPointF pixel;
};

/// Shifts and scales points about their middle to a mean distance of sqrt 2, which keeps the equations well behaved.
Eigen::Matrix3d normaliser(const std::vector<QPointF>& points)
{
    QPointF middle;
    for (const QPointF& point : points)
        middle += point / static_cast<double>(points.size());
    double distance = 0;
    for (const QPointF& point : points)
        distance += std::hypot(point.x() - middle.x(), point.y() - middle.y()) / static_cast<double>(points.size());
    const double scale = std::numbers::sqrt2 / std::max(distance, 1e-9);
    Eigen::Matrix3d matrix;
    matrix << scale, 0, -scale * middle.x(), 0, scale, -scale * middle.y(), 0, 0, 1;
    return matrix;
}

/// The projective map that takes mm to pixels, by the normalised direct linear transform.
/// Source: Hartley and Zisserman, "Multiple View Geometry in Computer Vision" (2004), algorithm 4.2.
QTransform homography(const std::vector<PointPair>& pairs)
{
    std::vector<QPointF> mm;
    std::vector<QPointF> pixels;
    for (const PointPair& pair : pairs) {
        mm.push_back(pair.mm);
        pixels.push_back(pair.pixel);
    }
    const Eigen::Matrix3d fromMm = normaliser(mm);
    const Eigen::Matrix3d fromPixels = normaliser(pixels);
    // Its least singular vector is the least eigenvector of the system times itself, nine by nine however many points.
    Eigen::Matrix<double, 9, 9> squared = Eigen::Matrix<double, 9, 9>::Zero();
    for (std::size_t i = 0; i < pairs.size(); ++i) {
        const Eigen::Vector3d x = fromMm * Eigen::Vector3d(mm[i].x(), mm[i].y(), 1);
        const Eigen::Vector3d y = fromPixels * Eigen::Vector3d(pixels[i].x(), pixels[i].y(), 1);
        Eigen::Matrix<double, 9, 1> row;
        row << 0, 0, 0, -x, y[1] * x;
        squared += row * row.transpose();
        row << x, 0, 0, 0, -y[0] * x;
        squared += row * row.transpose();
    }
    const Eigen::Matrix<double, 9, 1> h =
        Eigen::SelfAdjointEigenSolver<Eigen::Matrix<double, 9, 9>>(squared).eigenvectors().col(0);
    Eigen::Matrix3d matrix;
    matrix << h[0], h[1], h[2], h[3], h[4], h[5], h[6], h[7], h[8];
    matrix = fromPixels.inverse() * matrix * fromMm;
    matrix /= matrix(2, 2);
    return {matrix(0, 0), matrix(1, 0), matrix(2, 0), matrix(0, 1), matrix(1, 1),
            matrix(2, 1), matrix(0, 2), matrix(1, 2), matrix(2, 2)};
}

std::vector<PointPair> pairsOf(const std::vector<FoundTag>& tags, const SheetLayout& marks)
{
    std::vector<PointPair> pairs;
    for (const FoundTag& tag : tags) {
        const QRectF& place = marks.tags[static_cast<std::size_t>(tag.number)];
        const std::array corners{place.topLeft(), place.topRight(), place.bottomRight(), place.bottomLeft()};
        for (int i = 0; i < 4; ++i)
            pairs.push_back({corners[static_cast<std::size_t>(i)], tag.corners[i]});
    }
    return pairs;
}

double residualOf(const std::vector<PointPair>& pairs, const QTransform& toPixels)
{
    const QTransform back = toPixels.inverted();
    double sum = 0;
    for (const PointPair& pair : pairs) {
        const QPointF off = back.map(pair.pixel) - pair.mm;
        sum += off.x() * off.x() + off.y() * off.y();
    }
    return std::sqrt(sum / static_cast<double>(pairs.size()));
}

/// The fit of the format whose marks the tags lie like.
FoundSheet bestFit(const std::vector<FoundTag>& tags)
{
    FoundSheet best;
    best.residualMm = std::numeric_limits<double>::infinity();
    for (const SheetFormat format : {SheetFormat::A4, SheetFormat::Letter}) {
        const auto pairs = pairsOf(tags, marksOf(format));
        const QTransform toPixels = homography(pairs);
        const double residual = residualOf(pairs, toPixels);
        if (residual < best.residualMm)
            best = {format, toPixels, static_cast<int>(tags.size()), residual, 0, 1, std::nullopt};
    }
    return best;
}

/// Pixels to a mm at places over the sheet, least and most in any direction.
std::pair<double, double> finenessOf(const FoundSheet& sheet)
{
    const QSizeF page = pageSizeMm(sheet.format);
    double least = std::numeric_limits<double>::infinity();
    double most = 0;
    for (const double u : {0.1, 0.5, 0.9})
        for (const double v : {0.1, 0.5, 0.9}) {
            const QPointF at(u * page.width(), v * page.height());
            for (const QPointF& step : {QPointF(1, 0), QPointF(0, 1)}) {
                const QPointF way = sheet.toPixels.map(at + step) - sheet.toPixels.map(at);
                least = std::min(least, std::hypot(way.x(), way.y()));
                most = std::max(most, std::hypot(way.x(), way.y()));
            }
        }
    return {least, most};
}

/// A place of the sheet set upright, so many pixels to a mm.
QImage rectified(const Scan& scan, const FoundSheet& sheet, const QRectF& mm, double pixelsPerMm)
{
    QImage image((mm.size() * pixelsPerMm).toSize(), QImage::Format_Grayscale8);
    image.fill(Qt::white);
    const QRect whole(QPoint(), scan.size());
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x) {
            const QPointF at = sheet.toPixels.map(mm.topLeft() + QPointF(x + 0.5, y + 0.5) / pixelsPerMm);
            const QPoint pixel(static_cast<int>(std::floor(at.x())), static_cast<int>(std::floor(at.y())));
            if (whole.contains(pixel))
                image.scanLine(y)[x] = static_cast<uchar>(qGray(scan.image().pixel(pixel)));
        }
    return image;
}

std::optional<QString> codeOf(const Scan& scan, const FoundSheet& sheet)
{
    constexpr double quietMm = 3;
    for (const QRectF& place : marksOf(sheet.format).codes)
        for (const double fineness : {8.0, 14.0, 5.0})
            if (const auto code =
                    readCode(rectified(scan, sheet, place.adjusted(-quietMm, -quietMm, quietMm, quietMm), fineness)))
                return code;
    return std::nullopt;
}

Result<void> checkTags(const std::vector<FoundTag>& tags, const Scan& scan)
{
    if (tags.empty() && isMirrorImage(scan.image()))
        return failure(ErrorCode::BadPicture, "the picture is a mirror image; turn mirroring off and scan again");
    if (tags.empty())
        return failure(ErrorCode::BadPicture, "no printed sheet can be seen here: none of its four corner marks");
    for (int number = 0; number < 4; ++number)
        if (std::ranges::count(tags, number, &FoundTag::number) > 1)
            return failure(ErrorCode::BadPicture, "there are two sheets in this picture; scan one at a time");
    if (static_cast<int>(tags.size()) < fewestTagsOfASheet)
        return failure(ErrorCode::BadPicture,
                       "only " + std::to_string(tags.size())
                           + " of the sheet's four corner marks can be seen, and three are needed: scan the whole "
                             "sheet, and keep paint off the corners");
    return {};
}

} // namespace

QPolygonF FoundSheet::inPixels(const QRectF& mm) const
{
    QPolygonF polygon;
    for (const QPointF& corner : {mm.topLeft(), mm.topRight(), mm.bottomRight(), mm.bottomLeft()})
        polygon << toPixels.map(corner);
    return polygon;
}

Result<FoundSheet> findSheet(const Scan& scan)
{
    const std::vector<FoundTag> tags = findTags(scan.image());
    if (auto fine = checkTags(tags, scan); !fine)
        return tl::unexpected(fine.error());
    FoundSheet sheet = bestFit(tags);
    if (!(sheet.residualMm <= mostResidualMm))
        return failure(ErrorCode::BadPicture, "the corner marks do not lie as on one flat sheet: press it flat, and "
                                              "scan one sheet at a time");
    const auto [least, most] = finenessOf(sheet);
    if (most > mostForeshortening * least)
        return failure(ErrorCode::BadPicture, "the picture is taken too much from the side; hold the camera over the "
                                              "middle of the sheet");
    if (least < fewestPixelsPerMm)
        return failure(ErrorCode::BadPicture, "the picture is too coarse, about "
                                                  + std::to_string(std::lround(25.4 * least))
                                                  + " dots to the inch on the sheet; at least 130 are needed");
    sheet.pixelsPerMm = least;
    if (scan.pixelsPerMm())
        sheet.printedScale = std::sqrt(least * most) / *scan.pixelsPerMm();
    sheet.code = codeOf(scan, sheet);
    return sheet;
}

} // namespace iris
