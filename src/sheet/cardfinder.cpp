#include "sheet/cardfinder.h"

#include <Eigen/Dense>
#include <algorithm>
#include <cmath>
#include <numbers>

namespace iris {
namespace {

constexpr double smallestPatchShare = 0.008; // of the picture
constexpr double darkLine = 0.14;            // light of the line against the paper's

struct Place {
    double x = 0;
    double y = 0;
};

/// A straight piece of line and how wide it is, in pixels of the overview.
struct Line {
    Eigen::Vector2d middle;
    Eigen::Vector2d along; ///< unit length
    double width = 0;
};

/// A patch of paint without the line, and what sticks out of it.
struct Patch {
    Mask body;
    Place centre;
    std::vector<Place> stickingOut;
};

double relativeLight(const Overview& overview, const BarePaper& paper, int x, int y)
{
    const QPointF place = overview.inScan(x, y);
    const LinearRgb bare = paper.field.paperAt(place.x(), place.y());
    const LinearRgb& own = overview.at(x, y);
    return (own.red / bare.red + own.green / bare.green + own.blue / bare.blue) / 3;
}

/// The two largest pieces of what sticks out; the corners that opening rounds off are smaller than the line's ends.
std::vector<Place> endsOfLine(const Mask& dark)
{
    std::vector<Place> places;
    const std::vector<Blob> blobs = blobsOf(dark, 4);
    for (std::size_t i = 0; i < std::min<std::size_t>(2, blobs.size()); ++i) {
        if (blobs[i].pixels * 3 < blobs.front().pixels)
            continue;
        for (int y = 0; y < dark.height(); ++y)
            for (int x = 0; x < dark.width(); ++x)
                if (blobs[i].mask.at(x, y))
                    places.push_back({static_cast<double>(x), static_cast<double>(y)});
    }
    return places;
}

Patch patchOf(const Blob& blob, const Overview& overview, const BarePaper& paper)
{
    const float radius = static_cast<float>(0.11 * std::sqrt(static_cast<double>(blob.pixels)));
    Patch patch{opened(blob.mask, radius), {}, {}};
    Mask dark(blob.mask.width(), blob.mask.height());
    double count = 0;
    for (int y = 0; y < blob.mask.height(); ++y)
        for (int x = 0; x < blob.mask.width(); ++x) {
            if (patch.body.at(x, y)) {
                patch.centre.x += x;
                patch.centre.y += y;
                ++count;
            } else if (blob.mask.at(x, y) && relativeLight(overview, paper, x, y) < darkLine) {
                dark.set(x, y, true);
            }
        }
    if (count > 0)
        patch.centre = {patch.centre.x / count, patch.centre.y / count};
    patch.stickingOut = endsOfLine(dark);
    return patch;
}

/// The line through what sticks out on both sides of a patch.
std::optional<Line> lineThrough(const std::vector<Place>& places)
{
    if (places.size() < 6)
        return std::nullopt;
    Eigen::Vector2d mean = Eigen::Vector2d::Zero();
    for (const Place& place : places)
        mean += Eigen::Vector2d(place.x, place.y);
    mean /= static_cast<double>(places.size());
    Eigen::Matrix2d scatter = Eigen::Matrix2d::Zero();
    for (const Place& place : places) {
        const Eigen::Vector2d off = Eigen::Vector2d(place.x, place.y) - mean;
        scatter += off * off.transpose();
    }
    scatter /= static_cast<double>(places.size());
    const Eigen::SelfAdjointEigenSolver<Eigen::Matrix2d> axes(scatter);
    // An even spread over a width w has the standard deviation w / sqrt(12).
    Line line{mean, axes.eigenvectors().col(1), std::sqrt(12 * std::max(0.0, axes.eigenvalues()[0]) + 1)};
    if (axes.eigenvalues()[1] < 12 * axes.eigenvalues()[0])
        return std::nullopt; // a blot, not a line
    return line;
}

double distanceFrom(const Line& line, double x, double y)
{
    const Eigen::Vector2d off = Eigen::Vector2d(x, y) - line.middle;
    return std::abs(off.x() * line.along.y() - off.y() * line.along.x());
}

/// The four corners of a rectangle laid along a direction, in pixels of the scan.
QPolygonF rectangle(const Eigen::Vector2d& along, double u0, double u1, double v0, double v1, const Overview& overview)
{
    const Eigen::Vector2d across(-along.y(), along.x());
    QPolygonF corners;
    for (const auto& [u, v] : {std::pair{u0, v0}, {u1, v0}, {u1, v1}, {u0, v1}}) {
        const Eigen::Vector2d corner = u * along + v * across;
        corners << overview.inScan(corner.x(), corner.y());
    }
    return corners;
}

/// A rectangle along a direction that holds most of a patch and stays clear of its edges.
std::optional<QPolygonF> rectangleIn(const Mask& mask, const Eigen::Vector2d& along, const Overview& overview)
{
    const std::vector<float> distance = distanceInside(mask);
    const float margin = 1.5F + 0.12F * *std::ranges::max_element(distance);
    const Eigen::Vector2d across(-along.y(), along.x());
    std::vector<double> us;
    std::vector<double> vs;
    for (int y = 0; y < mask.height(); ++y)
        for (int x = 0; x < mask.width(); ++x)
            if (distance[mask.index(x, y)] > margin) {
                us.push_back(Eigen::Vector2d(x, y).dot(along));
                vs.push_back(Eigen::Vector2d(x, y).dot(across));
            }
    if (us.size() < 12)
        return std::nullopt;
    std::ranges::sort(us);
    std::ranges::sort(vs);
    const auto at = [](const std::vector<double>& values, double share) {
        return values[static_cast<std::size_t>(share * static_cast<double>(values.size() - 1))];
    };
    const double u0 = at(us, 0.03);
    const double u1 = at(us, 0.97);
    const double v0 = at(vs, 0.03);
    const double v1 = at(vs, 0.97);
    const double slack = 0.04;
    return rectangle(along, u0 + slack * (u1 - u0), u1 - slack * (u1 - u0), v0 + slack * (v1 - v0),
                     v1 - slack * (v1 - v0), overview);
}

/// The square inside the largest circle that fits, turned along a direction.
std::optional<QPolygonF> squareIn(const Mask& mask, const Eigen::Vector2d& along, const Overview& overview)
{
    const std::vector<float> distance = distanceInside(mask);
    const auto best = std::ranges::max_element(distance);
    if (*best < 3)
        return std::nullopt;
    const auto place = static_cast<std::size_t>(best - distance.begin());
    const auto width = static_cast<std::size_t>(mask.width());
    const std::size_t row = place / width;
    const Eigen::Vector2d middle(static_cast<double>(place % width), static_cast<double>(row));
    const double half = 0.85 * static_cast<double>(*best) / std::numbers::sqrt2;
    const double u = middle.dot(along);
    const double v = middle.dot(Eigen::Vector2d(-along.y(), along.x()));
    return rectangle(along, u - half, u + half, v - half, v + half, overview);
}

/// The largest patch of a mask.
Mask largestOf(const Mask& mask)
{
    const std::vector<Blob> blobs = blobsOf(mask, 1);
    return blobs.empty() ? mask : blobs.front().mask;
}

/// The piece of the line inside the patch, its middle three fifths.
std::optional<QPolygonF> overBlackOf(const Patch& patch, const Line& line, const Overview& overview)
{
    double least = 1e9;
    double most = -1e9;
    for (int i = -4000; i <= 4000; ++i) {
        const double t = 0.5 * i;
        const Eigen::Vector2d at = line.middle + t * line.along;
        const int x = static_cast<int>(std::lround(at.x()));
        const int y = static_cast<int>(std::lround(at.y()));
        if (x < 0 || y < 0 || x >= patch.body.width() || y >= patch.body.height() || !patch.body.at(x, y))
            continue;
        least = std::min(least, t);
        most = std::max(most, t);
    }
    if (most - least < 6)
        return std::nullopt;
    const double margin = 0.2 * (most - least);
    const double half = 0.26 * line.width;
    const double middle = line.middle.dot(Eigen::Vector2d(-line.along.y(), line.along.x()));
    const double start = line.middle.dot(line.along);
    return rectangle(line.along, start + least + margin, start + most - margin, middle - half, middle + half, overview);
}

Mask without(const Mask& mask, const Line& line, double reach)
{
    Mask result = mask;
    for (int y = 0; y < mask.height(); ++y)
        for (int x = 0; x < mask.width(); ++x)
            if (mask.at(x, y) && distanceFrom(line, x, y) < reach)
                result.set(x, y, false);
    return result;
}

double distanceBetween(const Place& one, const Place& two)
{
    return std::hypot(one.x - two.x, one.y - two.y);
}

/// What is neither paper nor touches the edge of the picture (which would be the table).
std::vector<Patch> patchesOn(const Overview& overview, const BarePaper& paper)
{
    Mask paint(overview.width, overview.height);
    for (int y = 0; y < overview.height; ++y)
        for (int x = 0; x < overview.width; ++x)
            paint.set(x, y, !paper.mask.at(x, y));
    std::vector<Patch> patches;
    for (const Blob& blob :
         blobsOf(paint, static_cast<std::size_t>(smallestPatchShare * static_cast<double>(paint.size()))))
        if (!blob.touchesBorder)
            patches.push_back(patchOf(blob, overview, paper));
    std::erase_if(patches, [](const Patch& patch) { return patch.body.count() == 0; });
    return patches;
}

/// Squares of bare paper all over the card, where it is clear of paint.
std::vector<QPolygonF> paperOf(const Overview& overview, const BarePaper& paper, const Eigen::Vector2d& along)
{
    std::vector<QPolygonF> regions;
    constexpr int columns = 4;
    constexpr int rows = 3;
    for (int row = 0; row < rows; ++row)
        for (int column = 0; column < columns; ++column) {
            Mask part(overview.width, overview.height);
            for (int y = row * overview.height / rows; y < (row + 1) * overview.height / rows; ++y)
                for (int x = column * overview.width / columns; x < (column + 1) * overview.width / columns; ++x)
                    part.set(x, y, paper.mask.at(x, y));
            if (part.count() > part.size() / (std::size_t{columns} * rows * 12))
                if (auto square = squareIn(part, along, overview))
                    regions.push_back(std::move(*square));
        }
    return regions;
}

} // namespace

CardRegions findCard(const Overview& overview, const BarePaper& paper)
{
    CardRegions regions;
    std::vector<Patch> patches = patchesOn(overview, paper);
    const auto crossed = std::ranges::max_element(
        patches, {}, [](const Patch& patch) { return lineThrough(patch.stickingOut) ? patch.stickingOut.size() : 0; });
    const auto line = crossed == patches.end() ? std::nullopt : lineThrough(crossed->stickingOut);
    const Eigen::Vector2d along = line ? line->along : Eigen::Vector2d(1, 0);
    regions.paper = paperOf(overview, paper, along);
    if (!line)
        return regions;
    regions.overBlack = overBlackOf(*crossed, *line, overview);
    regions.full = rectangleIn(largestOf(without(crossed->body, *line, 0.5 * line->width + 1.5)), along, overview);
    const Place from = crossed->centre;
    patches.erase(crossed);
    std::ranges::sort(patches, {}, [&](const Patch& patch) { return distanceBetween(patch.centre, from); });
    if (!patches.empty())
        regions.thin = rectangleIn(patches[0].body, along, overview);
    if (patches.size() > 1)
        regions.lifted = rectangleIn(patches[1].body, along, overview);
    return regions;
}

} // namespace iris
