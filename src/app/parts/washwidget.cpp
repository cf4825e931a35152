#include "app/parts/washwidget.h"

#include "app/theme/viewsettings.h"

#include <QPainter>

namespace iris {

WashWidget::WashWidget(ViewSettings& settings, QSize size, QWidget* parent)
    : QWidget(parent),
      m_settings(settings),
      m_size(size)
{
    setSizePolicy(QSizePolicy::Fixed, QSizePolicy::Fixed);
    connect(&settings, &ViewSettings::changed, this, qOverload<>(&QWidget::update));
}

void WashWidget::show(const Film& film, const QString& words, unsigned seed, const Paper& paper)
{
    m_colours = washColours(film, paper);
    m_seed = seed;
    setAccessibleName(words);
    setToolTip(words);
    update();
}

void WashWidget::clear()
{
    m_colours.reset();
    setAccessibleName({});
    setToolTip({});
    update();
}

void WashWidget::paintEvent(QPaintEvent*)
{
    if (!m_colours)
        return;
    QPainter painter(this);
    WashStyle style;
    style.valuesOnly = m_settings.valuesOnly();
    style.seed = m_seed;
    paintWash(painter, rect(), *m_colours, style);
}

} // namespace iris
