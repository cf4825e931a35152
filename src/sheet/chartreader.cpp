#include "sheet/chartreader.h"

#include <cmath>

namespace iris {
namespace {

QPointF between(const QPolygonF& corners, double u, double v)
{
    const QPointF top = corners[0] + u * (corners[1] - corners[0]);
    const QPointF bottom = corners[3] + u * (corners[2] - corners[3]);
    return top + v * (bottom - top);
}

} // namespace

QPolygonF ChartPlace::patch(int column, int row) const
{
    constexpr double margin = 0.22;
    const auto at = [&](double u, double v) { return between(corners, (column + u) / columns, (row + v) / rows); };
    return QPolygonF({at(margin, margin), at(1 - margin, margin), at(1 - margin, 1 - margin), at(margin, 1 - margin)});
}

int likelyColumns(std::size_t patches)
{
    const auto count = static_cast<int>(patches);
    for (int columns = static_cast<int>(std::ceil(std::sqrt(1.5 * count))); columns > 1; --columns)
        if (count % columns == 0)
            return columns;
    return count;
}

std::optional<QPolygonF> findChart(const Scan& scan)
{
    const Overview overview = overviewOf(scan);
    const auto paper = findBarePaper(overview, scan.size());
    if (!paper)
        return std::nullopt;
    Mask patches(overview.width, overview.height);
    for (int y = 0; y < overview.height; ++y)
        for (int x = 0; x < overview.width; ++x)
            patches.set(x, y, !paper->mask.at(x, y));
    QRectF box;
    for (const Blob& blob : blobsOf(patches, patches.size() / 400)) {
        if (blob.touchesBorder)
            continue;
        for (int y = 0; y < overview.height; ++y)
            for (int x = 0; x < overview.width; ++x)
                if (blob.mask.at(x, y))
                    box = box.united(QRectF(x, y, 1, 1));
    }
    if (box.isEmpty())
        return std::nullopt;
    const double scale = overview.scale;
    const QRectF place(box.left() * scale, box.top() * scale, box.width() * scale, box.height() * scale);
    return QPolygonF({place.topLeft(), place.topRight(), place.bottomRight(), place.bottomLeft()});
}

Result<DeviceCorrection> readChart(const Scan& scan, const ChartPlace& place, const CgatsFile& truth)
{
    if (truth.samples.size() != static_cast<std::size_t>(place.columns) * static_cast<std::size_t>(place.rows))
        return failure(ErrorCode::BadOption, "the file lists " + std::to_string(truth.samples.size())
                                                 + " patches, but the chart is " + std::to_string(place.columns)
                                                 + " by " + std::to_string(place.rows));
    const auto paper = findBarePaper(overviewOf(scan), scan.size());
    const LightField even = LightField::fitted(std::vector{PaperSample{0, 0, {1, 1, 1}}}, scan.size(), 1);
    const LightField& field = paper ? paper->field : even;
    std::vector<ChartPatch> patches;
    for (int row = 0; row < place.rows; ++row)
        for (int column = 0; column < place.columns; ++column) {
            const CgatsSample& sample = truth.samples[patches.size()];
            const PatchReading reading = readPatch(scan, place.patch(column, row), field, {});
            if (!sample.lab)
                return failure(ErrorCode::BadPicture, "patch " + sample.name + " has no Lab value in the file");
            if (reading.refused())
                return failure(ErrorCode::BadPicture,
                               "patch " + sample.name + " cannot be read: " + describe(reading.doubts.front()));
            patches.push_back({reading.light, *sample.lab});
        }
    return fitDeviceCorrection(patches);
}

} // namespace iris
