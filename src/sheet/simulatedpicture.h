#pragma once

#include "paint/paint.h"
#include "sheet/simulatedpaint.h"

#include <QPolygonF>
#include <functional>
#include <map>
#include <string_view>
#include <vector>

namespace iris {

/// A made-up painting, told in a script that can be read: a line for the paper, then one for each wash in the order in
/// which it is laid; a later one stands in the place of what was there, as painters reserve it.
///
///     paper WIDTH HEIGHT
///     area NAME, RECIPE, FROM to TO, X/Y X/Y X/Y ...
///     reeds NAME, RECIPE, FROM to TO, COUNT, LEAST to MOST, X/Y X/Y
///     dabs NAME, RECIPE, FROM to TO, COUNT, LEAST to MOST, X/Y X/Y X/Y ...
///
/// Lengths are mm. A recipe is TUBE:PARTS + TUBE:PARTS; the wash is let out from FROM at the top of it to TO at its
/// foot, in film thickness. Reeds are thin strokes of a length that rise from a line; dabs are round, of a radius,
/// within an area. What stands after # is a remark.
class SimulatedPicture : public Scene {
public:
    /// Finds the paint a script calls by a name.
    using FindPaint = std::function<Result<Paint>(const std::string&)>;

    /// @return BadOption with the line of the script that makes no sense
    static Result<SimulatedPicture> from(std::string_view script, const FindPaint& find, unsigned seed);

    double widthMm() const override { return m_width; }
    double heightMm() const override { return m_height; }
    LinearRgb at(double xMm, double yMm) const override;

private:
    /// One wash and where it lies: in any of its shapes.
    struct Wash {
        FilmShades shades;
        double from = 1;
        double to = 1;
        double grain = 0;
        double ragged = 0; ///< mm its edge wanders
        std::vector<QPolygonF> shapes;
        QRectF bounds;

        bool holds(QPointF place) const;
    };

    Result<void> takeLine(const std::string& line, const FindPaint& find);
    Result<Wash> washFrom(const std::vector<std::string>& fields, const FindPaint& find);

    double m_width = 0;
    double m_height = 0;
    unsigned m_seed = 1;
    LinearRgb m_paper;
    std::vector<Wash> m_washes;
};

} // namespace iris
