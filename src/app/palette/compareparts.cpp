#include "app/palette/compareparts.h"

#include "app/parts/picturecanvas.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "drawing/displayed.h"

#include <QPainter>

namespace iris {
namespace {

constexpr int leastPicture = 100;
constexpr int mostPicture = 260;
constexpr int chipHeight = 28;

/// Whole pixels, so that no seam shows.
QRect stretch(double from, double to, int top)
{
    return {QPoint(qRound(from), top), QPoint(qRound(to) - 1, top + chipHeight - 5)};
}

} // namespace

PaintedPicture::PaintedPicture(QWidget* parent) : QWidget(parent)
{
    setMinimumHeight(leastPicture);
    setMaximumHeight(mostPicture);
}

QSize PaintedPicture::sizeHint() const
{
    return {300, mostPicture};
}

void PaintedPicture::setImage(const QImage& image)
{
    m_image = image;
    update();
}

void PaintedPicture::standOnGround()
{
    m_onGround = true;
    setMaximumHeight(QWIDGETSIZE_MAX);
}

void PaintedPicture::paintEvent(QPaintEvent*)
{
    if (m_image.isNull())
        return;
    QPainter painter(this);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    const QSizeF fitted = QSizeF(m_image.size()).scaled(size(), Qt::KeepAspectRatio);
    QRectF target(QPointF(0, 0), fitted);
    if (m_onGround) {
        painter.fillRect(rect(), pictureGround());
        target.moveCenter(QRectF(rect()).center());
    }
    painter.drawImage(target, m_image, QRectF(m_image.rect()));
}

WashChips::WashChips(ViewSettings& settings, QWidget* parent) : QWidget(parent), m_settings(settings)
{
    setFixedHeight(chipHeight + 18);
}

void WashChips::setPaints(const std::vector<Paint>& paints)
{
    m_washes.clear();
    QStringList names;
    for (const Paint& paint : paints) {
        m_washes.push_back({washColours(paint.film), text(textOf(paint.codes))});
        names << text(paint.name);
    }
    setToolTip(listed(names));
    setAccessibleName(listed(names));
    update();
}

void WashChips::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.setFont(textFont(textsize::small));
    const double each = std::min(120.0, static_cast<double>(width()) / std::max<std::size_t>(1, m_washes.size()));
    for (std::size_t i = 0; i < m_washes.size(); ++i) {
        const QRectF place(each * static_cast<double>(i), 0, each - 4, chipHeight);
        WashStyle style;
        style.seed = static_cast<unsigned>(i + 1);
        style.valuesOnly = m_settings.valuesOnly();
        paintWash(painter, place, m_washes[i].colours, style);
        painter.setPen(m_settings.colours().text);
        painter.drawText(QRectF(place.left(), chipHeight, place.width(), 18), Qt::AlignVCenter | Qt::AlignLeft,
                         fitting(m_washes[i].code, painter.fontMetrics(), static_cast<int>(place.width())));
    }
}

WheelChips::WheelChips(ViewSettings& settings, QWidget* parent) : QWidget(parent), m_settings(settings)
{
    setFixedHeight(2 * chipHeight);
}

void WheelChips::setReach(const PaletteReach* reach)
{
    m_wheel = reach ? paletteWheelOf(*reach) : PaletteWheel{};
    QStringList words;
    for (const Reached& one : m_wheel.rim)
        words << colourWords(one.colour);
    setToolTip(words.isEmpty() ? QString() : tr("Its cleanest mixes round the wheel, and its greys from warm to cool"));
    setAccessibleName(words.join(QStringLiteral(", ")));
    update();
}

void WheelChips::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    const double each = width() / 12.0;
    for (const Reached& one : m_wheel.rim) {
        const auto step = static_cast<int>(toLch(one.colour).hueDegrees / 30);
        painter.fillRect(stretch(each * step, each * (step + 1), 0), displayed(one.colour, m_settings.valuesOnly()));
    }
    for (std::size_t i = 0; i < m_wheel.greys.size(); ++i)
        painter.fillRect(stretch(each * static_cast<double>(i), each * static_cast<double>(i + 1), chipHeight + 4),
                         displayed(m_wheel.greys[i].colour, m_settings.valuesOnly()));
}

ValueOutlines::ValueOutlines(ViewSettings& settings, QWidget* parent) : QWidget(parent), m_settings(settings)
{
    setAccessibleName(tr("How clean each is at each value"));
}

void ValueOutlines::setOutlines(std::vector<Outline> outlines)
{
    m_outlines = std::move(outlines);
    update();
}

void ValueOutlines::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(textFont(textsize::small));
    const QRectF plot = QRectF(rect()).adjusted(44, 24, -10, -20);
    constexpr double mostChroma = 100;
    const auto at = [&](double chroma, double value) {
        return QPointF(plot.left() + plot.width() * std::min(1.0, chroma / mostChroma),
                       plot.bottom() - plot.height() * value / 100);
    };
    painter.setPen(m_settings.colours().quietText);
    painter.drawText(QRectF(0, 0, width(), 18), Qt::AlignLeft | Qt::AlignVCenter, tr("How clean at each value:"));
    for (const int value : {0, 50, 100}) {
        painter.drawText(QRectF(0, at(0, value).y() - 9, 38, 18), Qt::AlignRight | Qt::AlignVCenter,
                         tr("L %1").arg(value));
        painter.drawLine(at(0, value), at(mostChroma, value));
    }
    for (const int chroma : {20, 40, 60, 80})
        painter.drawText(QRectF(at(chroma, 0).x() - 15, plot.bottom() + 2, 30, 16), Qt::AlignCenter,
                         QString::number(chroma));
    for (const auto& [pen, chroma] : m_outlines) {
        painter.setPen(pen);
        QPolygonF line;
        for (std::size_t i = 0; i < valueSteps; ++i)
            if (chroma[i] > 0)
                line << at(chroma[i], 10 * static_cast<double>(i) + 5);
        painter.drawPolyline(line);
    }
}

} // namespace iris
