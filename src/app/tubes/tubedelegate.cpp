#include "app/tubes/tubedelegate.h"

#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "app/tubes/tubemodel.h"

#include <QPainter>

namespace iris {
namespace {

void drawLine(QPainter& painter, const QRect& place, const QFont& font, const QColor& ink, const QString& words)
{
    painter.setFont(font);
    painter.setPen(ink);
    painter.drawText(place, Qt::AlignLeft | Qt::AlignVCenter,
                     QFontMetrics(font).elidedText(words, Qt::ElideRight, place.width()));
}

QString judgementOf(const Paint& paint)
{
    return QStringLiteral("%1, %2").arg(text(nameOf(paint.transparency().kind)), text(describeSide(paint.lean())));
}

} // namespace

TubeCellGeometry tubeCellGeometry(const QRect& cell)
{
    constexpr int margin = 2 * gridStep;
    const QRect inner = cell.adjusted(margin, margin, -margin, -margin);
    TubeCellGeometry geometry;
    geometry.wash = QRect(inner.left(), inner.top(), inner.width(), 50);
    geometry.name = QRect(inner.left(), geometry.wash.bottom() + 3, inner.width(), 20);
    geometry.codes = QRect(inner.left(), geometry.name.bottom() + 1, inner.width() - 16, 16);
    geometry.mark = QRect(inner.right() - 11, geometry.codes.top() + 2, 11, 11);
    geometry.judgement = QRect(inner.left(), geometry.codes.bottom() + 1, inner.width(), 16);
    return geometry;
}

TubeDelegate::TubeDelegate(ViewSettings& settings, QObject* parent) : QStyledItemDelegate(parent), m_settings(settings)
{
}

QSize TubeDelegate::sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const
{
    return cellSize();
}

void TubeDelegate::paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const
{
    const auto* tube = index.data(TubeModel::PaintRole).value<const Paint*>();
    const auto* wash = index.data(TubeModel::WashRole).value<const WashColours*>();
    if (!tube || !wash)
        return;
    const TubeCellGeometry at = tubeCellGeometry(option.rect);
    const GroundColours colours = m_settings.colours();
    WashStyle style;
    style.seed = index.data(TubeModel::IdRole).toUInt();
    style.valuesOnly = m_settings.valuesOnly();
    paintWash(*painter, at.wash, *wash, style);
    if (option.state.testFlag(QStyle::State_Selected))
        paintSelection(*painter, at.wash);
    drawLine(*painter, at.name, textFont(textsize::body, QFont::DemiBold), colours.text, index.data().toString());
    drawLine(*painter, at.codes, textFont(textsize::small, QFont::Bold), colours.text, text(textOf(tube->codes)));
    drawLine(*painter, at.judgement, textFont(textsize::small), colours.text, judgementOf(*tube));
    paintSourceMark(*painter, QRectF(at.mark).center(), tube->source, colours.text);
}

} // namespace iris
