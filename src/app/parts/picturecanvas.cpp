#include "app/parts/picturecanvas.h"

#include "app/theme/theme.h"

#include <QMouseEvent>
#include <QPainter>
#include <cmath>

namespace iris {
namespace {

constexpr double mostScale = 32;
constexpr int loupeSide = 132;
constexpr int loupePixels = 11;

} // namespace

PictureCanvas::PictureCanvas(QWidget* parent) : QWidget(parent)
{
    setObjectName(QStringLiteral("pictureCanvas"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setAccessibleName(tr("Picture to pick colours from"));
}

void PictureCanvas::setImage(const QImage& image)
{
    constexpr int smallest = 1200;
    m_image = image;
    m_overlay = {};
    m_levels = {image};
    while (m_levels.back().width() > smallest && m_levels.back().height() > smallest / 2)
        m_levels.push_back(
            m_levels.back().scaled(m_levels.back().size() / 2, Qt::IgnoreAspectRatio, Qt::SmoothTransformation));
    m_cross = QPoint(image.width() / 2, image.height() / 2);
    showAll();
}

void PictureCanvas::setPins(std::vector<Pin> pins)
{
    m_pins = std::move(pins);
    update();
}

void PictureCanvas::setOverlay(const QImage& overlay)
{
    m_overlay = overlay;
    update();
}

void PictureCanvas::setRadius(int radius)
{
    m_radius = radius;
    update();
}

void PictureCanvas::showAll()
{
    m_fitted = true;
    if (m_image.isNull() || width() == 0 || height() == 0)
        return;
    m_at = PictureGeometry::fitted(size(), m_image.size());
    update();
}

void PictureCanvas::zoom(double factor, QPointF around)
{
    const double least = std::min(1.0, PictureGeometry::fitted(size(), m_image.size()).scale);
    m_at = m_at.zoomed(std::clamp(m_at.scale * factor, least, mostScale) / m_at.scale, around);
    m_fitted = false;
    update();
}

bool PictureCanvas::isWithin(QPoint place) const
{
    return QRect(QPoint(0, 0), m_image.size()).contains(place);
}

void PictureCanvas::resizeEvent(QResizeEvent*)
{
    if (m_fitted)
        showAll();
}

void PictureCanvas::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.fillRect(rect(), pictureGround());
    if (m_image.isNull())
        return;
    paintPicture(painter);
    if (!m_overlay.isNull())
        painter.drawImage(QRectF(toWidget({0, 0}), toWidget(QPointF(m_image.width(), m_image.height()))), m_overlay,
                          QRectF(m_overlay.rect()));
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(textFont(textsize::small, QFont::DemiBold));
    for (std::size_t i = 0; i < m_pins.size(); ++i) {
        const QPointF at = toWidget(QPointF(m_pins[i].place) + QPointF(0.5, 0.5));
        const double ring = std::max(5.0, (m_pins[i].radius + 0.5) * m_at.scale);
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(Qt::black, 3));
        painter.drawEllipse(at, ring, ring);
        painter.setPen(QPen(Qt::white, 1.5));
        painter.drawEllipse(at, ring, ring);
        const QRectF number(at.x() + ring, at.y() - ring - 14, 20, 16);
        painter.fillRect(number, Qt::white);
        painter.setPen(Qt::black);
        painter.drawText(number, Qt::AlignCenter, QString::number(i + 1));
    }
    if (hasFocus()) {
        const QPointF at = toWidget(QPointF(m_cross) + QPointF(0.5, 0.5));
        painter.setPen(QPen(Qt::white, 1));
        painter.drawLine(at - QPointF(9, 0), at + QPointF(9, 0));
        painter.drawLine(at - QPointF(0, 9), at + QPointF(0, 9));
    }
    if (m_pointing && isWithin(m_cross))
        paintLoupe(painter);
}

/// Only what is seen of it, out of the smallest copy that still has a pixel for each of the screen: a large photograph
/// scaled as a whole takes longer than a frame.
void PictureCanvas::paintPicture(QPainter& painter) const
{
    std::size_t level = 0;
    while (level + 1 < m_levels.size() && m_at.scale * static_cast<double>(2U << level) <= 1)
        ++level;
    const QImage& copy = m_levels[level];
    const double across = static_cast<double>(copy.width()) / m_image.width();
    const double down = static_cast<double>(copy.height()) / m_image.height();
    const QRectF seen =
        QRectF(toPicture({0, 0}), toPicture(QPointF(width(), height()))).intersected(QRectF(m_image.rect()));
    painter.setRenderHint(QPainter::SmoothPixmapTransform, m_at.scale < 1);
    painter.drawImage(QRectF(toWidget(seen.topLeft()), toWidget(seen.bottomRight())), copy,
                      QRectF(seen.left() * across, seen.top() * down, seen.width() * across, seen.height() * down));
}

void PictureCanvas::paintLoupe(QPainter& painter) const
{
    painter.setRenderHint(QPainter::Antialiasing, false);
    painter.setRenderHint(QPainter::SmoothPixmapTransform, false);
    const QRect loupe(width() - loupeSide - 8, 8, loupeSide, loupeSide);
    const QRect source(m_cross.x() - loupePixels / 2, m_cross.y() - loupePixels / 2, loupePixels, loupePixels);
    painter.fillRect(loupe.adjusted(-2, -2, 2, 2), Qt::white);
    painter.fillRect(loupe, pictureGround());
    painter.drawImage(loupe, m_image, source);
    const int cell = loupeSide / loupePixels;
    painter.setPen(Qt::black);
    painter.drawRect(QRect(loupe.left() + cell * (loupePixels / 2) - 1, loupe.top() + cell * (loupePixels / 2) - 1,
                           cell + 1, cell + 1));
}

void PictureCanvas::mousePressEvent(QMouseEvent* event)
{
    m_pressedAt = event->position();
    m_dragging = false;
}

void PictureCanvas::mouseMoveEvent(QMouseEvent* event)
{
    constexpr double still = 4;
    m_pointing = true;
    m_cross = toPicture(event->position()).toPoint();
    if (event->buttons() & Qt::LeftButton) {
        const QPointF by = event->position() - m_pressedAt;
        if (m_dragging || by.manhattanLength() > still) {
            m_dragging = true;
            m_at.target.translate(by);
            m_pressedAt = event->position();
            m_fitted = false;
        }
    }
    update();
}

void PictureCanvas::mouseReleaseEvent(QMouseEvent* event)
{
    const QPointF place = toPicture(event->position());
    const QPoint pixel(static_cast<int>(std::floor(place.x())), static_cast<int>(std::floor(place.y())));
    if (!m_dragging && isWithin(pixel))
        Q_EMIT picked(pixel);
    m_dragging = false;
}

void PictureCanvas::leaveEvent(QEvent* event)
{
    QWidget::leaveEvent(event);
    m_pointing = false;
    update();
}

void PictureCanvas::wheelEvent(QWheelEvent* event)
{
    zoom(std::pow(1.2, event->angleDelta().y() / 120.0), event->position());
    event->accept();
}

void PictureCanvas::keyPressEvent(QKeyEvent* event)
{
    const int step = event->modifiers() & Qt::ShiftModifier ? 10 : 1;
    const int far = std::max(1, static_cast<int>(step / std::min(1.0, m_at.scale)));
    const auto walk = [&](int x, int y) {
        m_pointing = true;
        m_cross = QPoint(std::clamp(m_cross.x() + x * far, 0, std::max(0, m_image.width() - 1)),
                         std::clamp(m_cross.y() + y * far, 0, std::max(0, m_image.height() - 1)));
        update();
    };
    switch (event->key()) {
    case Qt::Key_Left: return walk(-1, 0);
    case Qt::Key_Right: return walk(1, 0);
    case Qt::Key_Up: return walk(0, -1);
    case Qt::Key_Down: return walk(0, 1);
    case Qt::Key_Plus: return zoom(1.5, toWidget(m_cross));
    case Qt::Key_Minus: return zoom(1 / 1.5, toWidget(m_cross));
    case Qt::Key_0: return showAll();
    case Qt::Key_Return:
    case Qt::Key_Enter:
        if (isWithin(m_cross))
            Q_EMIT picked(m_cross);
        return;
    default: QWidget::keyPressEvent(event);
    }
}

} // namespace iris
