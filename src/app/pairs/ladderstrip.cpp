#include "app/pairs/ladderstrip.h"

#include "app/parts/words.h"
#include "app/theme/viewsettings.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

namespace iris {

LadderGeometry ladderGeometry(const QRectF& bounds, int steps)
{
    constexpr double labelHeight = 30;
    constexpr double margin = 4; // room for the selection ring
    const QRectF inner = bounds.adjusted(margin, margin, -margin, 0);
    return {QRectF(inner.topLeft(), QSizeF(inner.width(), inner.height() - labelHeight)),
            QRectF(inner.left(), inner.bottom() - labelHeight, inner.width(), labelHeight), steps};
}

QRectF LadderGeometry::washOf(int step) const
{
    // Whole pixels, so that neighbours touch without a gap or a seam.
    const double left = std::round(washes.left() + washes.width() * step / steps);
    const double right = std::round(washes.left() + washes.width() * (step + 1) / steps);
    return {left, washes.top(), right - left, washes.height()};
}

int LadderGeometry::stepAt(QPointF place) const
{
    for (int step = 0; step < steps; ++step)
        if (place.x() >= washOf(step).left() && place.x() < washOf(step).right())
            return step;
    return -1;
}

LadderStrip::LadderStrip(ViewSettings& settings, QWidget* parent) : QWidget(parent), m_settings(settings)
{
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Ladder"));
    connect(&settings, &ViewSettings::changed, this, qOverload<>(&QWidget::update));
}

void LadderStrip::show(const Ladder& ladder, const Paint& first, const Paint& second)
{
    m_ladder = ladder;
    m_washes.clear();
    for (const LadderStep& step : ladder.steps)
        m_washes.push_back(washColours(filmBetween(first, second, step.share)));
    m_current = std::clamp(m_current, 0, static_cast<int>(m_washes.size()) - 1);
    update();
}

void LadderStrip::setCurrent(int step)
{
    if (step < 0 || step >= static_cast<int>(m_washes.size()))
        return;
    m_current = step;
    const LadderStep& at = m_ladder.steps[static_cast<std::size_t>(step)];
    setAccessibleDescription(QStringLiteral("%1, %2").arg(text(partsText(at)), colourWords(at.colour)));
    update();
    Q_EMIT stepChosen(step);
}

void LadderStrip::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    const LadderGeometry at = ladderGeometry(rect(), static_cast<int>(m_washes.size()));
    const GroundColours colours = m_settings.colours();
    WashStyle style;
    style.orientation = Qt::Vertical;
    style.unevenEdge = false;
    style.valuesOnly = m_settings.valuesOnly();
    const bool narrow = at.steps > 15;
    for (int step = 0; step < at.steps; ++step) {
        const QRectF wash = at.washOf(step);
        paintWash(painter, wash, m_washes[static_cast<std::size_t>(step)], style);
        const bool current = step == m_current;
        painter.setFont(textFont(textsize::small, current ? QFont::Bold : QFont::Normal));
        painter.setPen(colours.text);
        const QRectF label(wash.left() - 8, at.labels.top() + 8, wash.width() + 16, 18);
        if (!narrow || step % 2 == 0 || current)
            painter.drawText(label, Qt::AlignCenter, text(partsText(m_ladder.steps[static_cast<std::size_t>(step)])));
    }
    if (at.steps == 0)
        return;
    const QRectF dullest = at.washOf(static_cast<int>(m_ladder.mostNeutral));
    painter.fillRect(QRectF(dullest.center().x() - 1, dullest.bottom() + 2, 2, 7), colours.text);
    paintSelection(painter, at.washOf(m_current));
}

void LadderStrip::mousePressEvent(QMouseEvent* event)
{
    setCurrent(ladderGeometry(rect(), static_cast<int>(m_washes.size())).stepAt(event->position()));
}

void LadderStrip::keyPressEvent(QKeyEvent* event)
{
    switch (event->key()) {
    case Qt::Key_Left: return setCurrent(m_current - 1);
    case Qt::Key_Right: return setCurrent(m_current + 1);
    case Qt::Key_Home: return setCurrent(0);
    case Qt::Key_End: return setCurrent(static_cast<int>(m_washes.size()) - 1);
    default: QWidget::keyPressEvent(event);
    }
}

} // namespace iris
