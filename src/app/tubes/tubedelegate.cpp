#include "app/tubes/tubedelegate.h"

#include "app/parts/plainwords.h"
#include "app/parts/tubemodel.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "paint/ratings.h"
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

/// How clear it is, and that it fades, which is never left out.
QString clearWords(const Paint& paint)
{
    const QString clear = text(describe(paint.transparency()));
    return fades(paint.lightfastness) ? QObject::tr("%1, fades").arg(clear) : clear;
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

/// A wash takes longer to paint than all the words beside it, and mostly has not changed.
const QPixmap& TubeDelegate::washOf(qlonglong tube, const WashColours& colours, const QSize& size, double ratio) const
{
    constexpr std::size_t mostKept = 400;
    if (m_painted.size() > mostKept)
        m_painted.clear();
    const bool values = m_settings.valuesOnly();
    Painted& own = m_painted[tube];
    if (own.pixmap.isNull() || own.colours != colours || own.values != values || own.size != size
        || own.pixmap.devicePixelRatio() != ratio) {
        own = {colours, size, values, QPixmap(size * ratio)};
        own.pixmap.setDevicePixelRatio(ratio);
        own.pixmap.fill(Qt::transparent);
        QPainter painter(&own.pixmap);
        WashStyle style;
        style.seed = static_cast<unsigned>(tube);
        style.valuesOnly = values;
        paintWash(painter, QRect(QPoint(0, 0), size), colours, style);
    }
    return own.pixmap;
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
    painter->drawPixmap(at.wash.topLeft(), washOf(index.data(TubeModel::IdRole).toLongLong(), *wash, at.wash.size(),
                                                  painter->device()->devicePixelRatioF()));
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
    drawLine(*painter, at.transparency, plain, colours.text, away.isEmpty() ? clearWords(*tube) : away);
    paintSourceMark(*painter, QRectF(at.mark).center(), tube->source, colours.text);
}

} // namespace iris
