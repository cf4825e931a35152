#pragma once

#include "drawing/washpainter.h"
#include "palette/box.h"

#include <QImage>
#include <QPen>
#include <QWidget>

namespace iris {

class ViewSettings;

/// A picture as large as there is room.
class PaintedPicture : public QWidget {
public:
    explicit PaintedPicture(QWidget* parent);

    QSize sizeHint() const override;

    void setImage(const QImage& image);
    const QImage& image() const { return m_image; }
    /// From now on in the middle of a grey ground, however high, as PictureCanvas shows one.
    void standOnGround();

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QImage m_image;
    bool m_onGround = false;
};

/// A few tubes as small washes, their codes below.
class WashChips : public QWidget {
public:
    WashChips(ViewSettings& settings, QWidget* parent);

    void setPaints(const std::vector<Paint>& paints);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    struct Chip {
        WashColours colours;
        QString code;
    };

    ViewSettings& m_settings;
    std::vector<Chip> m_washes;
};

/// The cleanest mixes of a palette round the wheel, edge to edge, and its greys below, warm to cool.
class WheelChips : public QWidget {
public:
    WheelChips(ViewSettings& settings, QWidget* parent);

    void setReach(const PaletteReach* reach);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    ViewSettings& m_settings;
    PaletteWheel m_wheel;
};

/// How clean each palette is at each value: value upwards, chroma to the right.
class ValueOutlines : public QWidget {
public:
    ValueOutlines(ViewSettings& settings, QWidget* parent);

    QSize sizeHint() const override { return {240, 200}; }

    using Outline = std::pair<QPen, std::array<double, valueSteps>>;
    void setOutlines(std::vector<Outline> outlines);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    ViewSettings& m_settings;
    std::vector<Outline> m_outlines;
};

} // namespace iris
