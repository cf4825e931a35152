#pragma once

#include "app/theme/theme.h"
#include "colour/cielab.h"

#include <QPen>
#include <QPointF>
#include <QRectF>
#include <QWidget>
#include <vector>

namespace iris {

class ViewSettings;

/// How a*b* is laid out on a rectangle; plain numbers, tested alone.
class FieldGeometry {
public:
    /// @param radius the chroma that just fits, @param centre the a* and b* in the middle
    FieldGeometry(const QRectF& bounds, double radius, QPointF centre);

    QPointF toScreen(double a, double b) const;
    QPointF toScreen(const Lab& lab) const { return toScreen(lab.a, lab.b); }
    /// a* and b* of a place on the screen.
    QPointF toField(QPointF place) const;
    double pixels(double chroma) const { return chroma * m_scale; }

private:
    QPointF m_middle;
    QPointF m_centre;
    double m_scale;
};

/// A tube on the field: its full wash as a dot, with a tail to the thin one.
struct FieldTube {
    QString words;
    Lab full;
    Lab thin;
    bool strong = true; ///< false for tubes that are only there for company
};

/// A wanted colour: a ring, filled when it is met.
struct FieldNeed {
    QString words;
    Lab target;
    bool met = false;
};

/// A mix or any other place, as a dot.
struct FieldDot {
    QString words;
    Lab colour;
};

/// What a palette reaches, as a line around it.
struct FieldOutline {
    std::vector<Lab> points;
    QPen pen;
};

struct FieldContents {
    std::vector<FieldTube> tubes;
    std::vector<FieldNeed> needs;
    std::vector<FieldDot> dots;
    std::vector<Lab> path; ///< the way a mix takes, drawn as a line
    std::vector<FieldOutline> outlines;
};

/// Rings at chroma 20, 40, 60 and 80, and the families named around with a hairline at the middle of each.
void paintFieldGrid(QPainter& painter, const FieldGeometry& at, const GroundColours& colours);

/// The a*b* plane on the chosen ground: hue around, chroma outwards, rings at 20, 40, 60 and 80, the families named
/// around it with a hairline at the middle of each. Wheel or + and - zoom, dragging pans, 0 brings it back; hover or
/// the arrow keys tell what stands where.
class ColourField : public QWidget {
    Q_OBJECT

public:
    enum class Kind { Tube, Need, Dot };
    /// Something that can be pointed at.
    struct Mark {
        Kind kind = Kind::Tube;
        std::size_t index = 0;

        bool operator==(const Mark&) const = default;
    };

    explicit ColourField(ViewSettings& settings, QWidget* parent = nullptr);

    void setContents(FieldContents contents);
    const FieldContents& contents() const { return m_contents; }

    /// The mark with the double ring; nothing when it is out of range.
    void setCurrent(std::optional<Mark> mark);
    std::optional<Mark> current() const { return m_current; }

    QSize sizeHint() const override { return {360, 360}; }
    QSize minimumSizeHint() const override { return {220, 220}; }

Q_SIGNALS:
    void markActivated(iris::ColourField::Mark mark);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool event(QEvent* event) override;

private:
    FieldGeometry geometry() const;
    std::vector<Mark> marks() const;
    QPointF placeOf(Mark mark) const;
    QString wordsOf(Mark mark) const;
    std::optional<Mark> markNear(QPointF place) const;
    void walk(QPointF direction);
    void zoom(double factor, QPointF around);
    void paintContents(QPainter& painter) const;
    void paintDot(QPainter& painter, QPointF place, const Lab& lab, double radius) const;

    ViewSettings& m_settings;
    FieldContents m_contents;
    std::optional<Mark> m_current;
    double m_radius = 96;
    QPointF m_centre;
    std::optional<QPointF> m_dragFrom;
};

} // namespace iris
