#include "app/tubes/tubedelegate.h"

#include "app/parts/plainwords.h"
#include "app/parts/tubemodel.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "words/paintwords.h"

#include <QPainter>

namespace iris {
namespace {

void drawLine(QPainter& painter, const QRect& place, const QFont& font, const QColor& ink, const QString& words)
{
    painter.setFont(font);
    painter.setPen(ink);
    painter.drawText(place, Qt::AlignLeft | Qt::AlignVCenter, fitting(words, QFontMetrics(font), place.width()));
}

} // namespace

TubeCellGeometry tubeCellGeometry(const QRect& cell)
{
    const QRect inner = cell.adjusted(6, 5, -6, -4);
    TubeCellGeometry geometry;
    geometry.wash = QRect(inner.left(), inner.top(), inner.width(), 44);
    geometry.name = QRect(inner.left(), geometry.wash.bottom() + 3, inner.width(), 20);
    geometry.codes = QRect(inner.left(), geometry.name.bottom() + 1, inner.width(), 16);
    geometry.transparency = QRect(inner.left(), geometry.codes.bottom() + 1, inner.width() - 16, 16);
    geometry.mark = QRect(inner.right() - 11, geometry.transparency.top() + 2, 11, 11);
    return geometry;
}

TubeDelegate::TubeDelegate(ViewSettings& settings, QObject* parent) : QStyledItemDelegate(parent), m_settings(settings)
{
}

QSize TubeDelegate::sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const
{
    return m_cellSize;
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
    const QFont bold = textFont(textsize::small, QFont::Bold);
    const QString codes = text(textOf(tube->codes));
    drawLine(*painter, at.codes, bold, colours.text, codes);
    const int codesWidth = codes.isEmpty() ? 0 : QFontMetrics(bold).horizontalAdvance(codes) + 2 * gridStep;
    const QFont plain = textFont(textsize::small);
    drawLine(*painter, at.codes.adjusted(codesWidth, 0, 0, 0), plain, colours.text, text(describeSide(tube->lean())));
    const QString away = index.data(TubeModel::NotAtHandRole).toString();
    drawLine(*painter, at.transparency, plain, colours.text,
             away.isEmpty() ? text(describe(tube->transparency())) : away);
    paintSourceMark(*painter, QRectF(at.mark).center(), tube->source, colours.text);
}

} // namespace iris
