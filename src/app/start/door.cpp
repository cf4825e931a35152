#include "app/start/door.h"

#include "app/parts/plainwords.h"
#include "app/theme/theme.h"
#include "app/theme/viewsettings.h"
#include "paint/paint.h"
#include "pigment/referencetable.h"

#include <QKeyEvent>
#include <QPainter>

namespace iris {
namespace {

constexpr int washHeight = 96;
constexpr int margin = 4 * gridStep;

} // namespace

Door::Door(const char* id, const char* pigment, const QString& does, const QString& sentence, ViewSettings& settings,
           QWidget* parent)
    : QAbstractButton(parent),
      m_settings(settings),
      m_sentence(sentence),
      m_wash(washColours(paintOf(**ReferenceTable::shipped().find(pigment)).film)),
      m_seed(static_cast<unsigned>(qHash(QLatin1String(id))))
{
    setObjectName(QLatin1String(id));
    setText(does);
    setAccessibleName(QStringLiteral("%1. %2").arg(does, sentence));
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setCursor(Qt::PointingHandCursor);
    connect(&settings, &ViewSettings::changed, this, qOverload<>(&QWidget::update));
}

QSize Door::sizeHint() const
{
    return {224, 268};
}

void Door::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const GroundColours colours = coloursOf(m_settings.ground());
    const QRectF card = QRectF(rect()).adjusted(3, 3, -3, -3);
    painter.setPen(QPen(underMouse() ? colours.text : colours.line, 1));
    painter.setBrush(isDown() ? colours.window : colours.card);
    painter.drawRoundedRect(card, gridStep, gridStep);
    if (hasFocus())
        paintSelection(painter, card);
    const QRectF inside = card.adjusted(margin, margin, -margin, -margin);
    WashStyle style;
    style.seed = m_seed;
    style.valuesOnly = m_settings.valuesOnly();
    paintWash(painter, {inside.topLeft(), QSizeF(inside.width(), washHeight)}, m_wash, style);
    painter.setPen(colours.text);
    painter.setFont(textFont(textsize::title));
    const QRectF below = inside.adjusted(0, washHeight + 3 * gridStep, 0, 0);
    QRectF taken;
    painter.drawText(below, Qt::TextWordWrap, text(), &taken);
    painter.setFont(textFont(textsize::body));
    painter.setPen(colours.quietText);
    painter.drawText(below.adjusted(0, taken.height() + 2 * gridStep, 0, 0), Qt::TextWordWrap, m_sentence);
}

void Door::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter)
        return click();
    QAbstractButton::keyPressEvent(event);
}

void Door::enterEvent(QEnterEvent*)
{
    update();
}

void Door::leaveEvent(QEvent*)
{
    update();
}

} // namespace iris
