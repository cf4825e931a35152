#include "app/parts/tubechoicemodel.h"

#include "app/parts/paintcolour.h"
#include "app/parts/plainwords.h"
#include "app/parts/tubemodel.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"

#include <QIcon>
#include <QPainter>

namespace iris {
namespace {

/// A few colours are enough at this size.
QIcon washIcon(const WashColours& wash, bool valuesOnly)
{
    QPixmap pixmap(28, 18);
    QLinearGradient gradient(0, 0, pixmap.width(), 0);
    constexpr std::size_t stops = 5;
    for (std::size_t i = 0; i < stops; ++i)
        gradient.setColorAt(static_cast<double>(i) / (stops - 1),
                            displayed(wash.onPaper[i * (WashColours::steps - 1) / (stops - 1)], valuesOnly));
    QPainter(&pixmap).fillRect(pixmap.rect(), gradient);
    return paintIcon(pixmap);
}

} // namespace

TubeChoiceModel::TubeChoiceModel(TubeModel& model, ViewSettings& settings, QObject* parent)
    : QIdentityProxyModel(parent),
      m_model(model),
      m_settings(settings)
{
    setSourceModel(&model);
    connect(&settings, &ViewSettings::changed, this, [this] {
        if (m_model.rowCount() > 0)
            Q_EMIT dataChanged(index(0, 0), index(m_model.rowCount() - 1, 0), {Qt::DecorationRole});
    });
}

QVariant TubeChoiceModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || index.row() >= m_model.rowCount())
        return {};
    switch (role) {
    case Qt::DisplayRole: {
        const TubeFacts& tube = m_model.factsAt(index.row());
        return QStringLiteral("%1   %2").arg(shortened(tube.name, 60), text(textOf(tube.codes)));
    }
    case Qt::DecorationRole:
        return washIcon(*m_model.index(index.row()).data(TubeModel::WashRole).value<const WashColours*>(),
                        m_settings.valuesOnly());
    case Qt::UserRole: return m_model.index(index.row()).data(TubeModel::IdRole);
    default: return QIdentityProxyModel::data(index, role);
    }
}

} // namespace iris
