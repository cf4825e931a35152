#include "app/well/layerswidget.h"

#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "drawing/displayed.h"

#include <QPainter>

namespace iris {

LayersWidget::LayersWidget(ViewSettings& settings, QWidget* parent) : QWidget(parent), m_settings(settings)
{
    setObjectName(QStringLiteral("layers"));
    connect(&settings, &ViewSettings::changed, this, qOverload<>(&QWidget::update));
}

void LayersWidget::show(const Film& film, double wash, const Spectrum& paper)
{
    std::array<Spectrum, 2> below{paper, blackLine()};
    for (std::size_t on = 0; on < below.size(); ++on)
        for (Lab& colour : m_colours[on]) {
            colour = seenLab(film, wash, below[on]);
            below[on] = filmReflectance(film, wash, below[on]);
        }
    m_any = true;
    setAccessibleName(
        tr("laid once: %1; twice: %2; three times: %3")
            .arg(colourWords(m_colours[0][0]), colourWords(m_colours[0][1]), colourWords(m_colours[0][2])));
    update();
}

void LayersWidget::clear()
{
    m_any = false;
    setAccessibleName({});
    update();
}

void LayersWidget::paintEvent(QPaintEvent*)
{
    if (!m_any)
        return;
    constexpr int captions = 20;
    constexpr int line = 7;
    QPainter painter(this);
    const std::array<QString, 3> words{tr("one layer"), tr("two"), tr("three")};
    painter.setFont(textFont(textsize::small));
    painter.setPen(palette().color(QPalette::WindowText));
    const bool grey = m_settings.valuesOnly();
    for (int i = 0; i < 3; ++i) {
        const int left = width() * i / 3;
        const QRect at(left, 0, width() * (i + 1) / 3 - left, height() - captions);
        painter.fillRect(at, displayed(m_colours[0][static_cast<std::size_t>(i)], grey));
        painter.fillRect(QRect(at.left() + 16, at.top(), line, at.height()),
                         displayed(m_colours[1][static_cast<std::size_t>(i)], grey));
        painter.drawText(QRect(left, height() - captions, at.width(), captions), Qt::AlignLeft | Qt::AlignVCenter,
                         words[static_cast<std::size_t>(i)]);
    }
}

} // namespace iris
