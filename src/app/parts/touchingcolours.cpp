#include "app/parts/touchingcolours.h"

#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "drawing/displayed.h"

#include <QPainter>

namespace iris {

TouchingColours::TouchingColours(ViewSettings& settings, const char* objectName, QWidget* parent)
    : QWidget(parent),
      m_settings(settings)
{
    setObjectName(QLatin1String(objectName));
    connect(&settings, &ViewSettings::changed, this, qOverload<>(&QWidget::update));
}

void TouchingColours::show(std::vector<CaptionedColour> colours)
{
    m_colours = std::move(colours);
    QStringList words;
    for (const CaptionedColour& one : m_colours)
        words << tr("%1: %2").arg(one.caption, colourWords(one.colour));
    setAccessibleName(words.join(QStringLiteral("; ")));
    update();
}

void TouchingColours::paintEvent(QPaintEvent*)
{
    constexpr int captions = 20;
    QPainter painter(this);
    painter.setFont(textFont(textsize::small));
    painter.setPen(palette().color(QPalette::WindowText));
    const auto count = static_cast<int>(m_colours.size());
    for (int i = 0; i < count; ++i) {
        const CaptionedColour& one = m_colours[static_cast<std::size_t>(i)];
        const int left = width() * i / count;
        const QRect at(left, 0, width() * (i + 1) / count - left, height() - captions);
        painter.fillRect(at, displayed(one.colour, m_settings.valuesOnly()));
        // A word may run on below colours that have none of their own.
        int next = i + 1;
        while (next < count && m_colours[static_cast<std::size_t>(next)].caption.isEmpty())
            ++next;
        const int room = width() * next / count - left - 4;
        painter.drawText(QRect(left, at.bottom() + 1, room, captions), Qt::AlignLeft | Qt::AlignVCenter,
                         fitting(one.caption, painter.fontMetrics(), room));
    }
}

} // namespace iris
