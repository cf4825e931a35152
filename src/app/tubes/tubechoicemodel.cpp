#include "app/tubes/tubechoicemodel.h"

#include "app/parts/paintcolour.h"
#include "app/parts/words.h"
#include "app/tubes/tubemodel.h"

#include <QIcon>
#include <QPainter>

namespace iris {
namespace {

/// A few colours are enough at this size.
QIcon chip(const WashColours& wash)
{
    QPixmap pixmap(28, 18);
    QLinearGradient gradient(0, 0, pixmap.width(), 0);
    constexpr std::size_t stops = 5;
    for (std::size_t i = 0; i < stops; ++i)
        gradient.setColorAt(static_cast<double>(i) / (stops - 1),
                            displayed(wash.onPaper[i * (WashColours::steps - 1) / (stops - 1)]));
    QPainter(&pixmap).fillRect(pixmap.rect(), gradient);
    QIcon icon(pixmap);
    icon.addPixmap(pixmap, QIcon::Selected); // or the style would tint the paint
    return icon;
}

} // namespace

TubeChoiceModel::TubeChoiceModel(TubeModel& model, QObject* parent) : QIdentityProxyModel(parent), m_model(model)
{
    setSourceModel(&model);
}

QVariant TubeChoiceModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || index.row() >= m_model.rowCount())
        return {};
    switch (role) {
    case Qt::DisplayRole: {
        const TubeFacts& tube = m_model.factsAt(index.row());
        return QStringLiteral("%1   %2").arg(tube.name, text(textOf(tube.codes)));
    }
    case Qt::DecorationRole:
        return chip(*m_model.index(index.row()).data(TubeModel::WashRole).value<const WashColours*>());
    case Qt::UserRole: return m_model.index(index.row()).data(TubeModel::IdRole);
    default: return QIdentityProxyModel::data(index, role);
    }
}

} // namespace iris
