#include "app/palette/staircasestrip.h"

#include "app/parts/words.h"
#include "app/theme/viewsettings.h"

#include <QPainter>

namespace iris {
namespace {

constexpr double wordsBelow = 20;
constexpr double wordsAbove = 18;
constexpr double widestStep = 64;

} // namespace

StaircaseStrip::StaircaseStrip(ViewSettings& settings, QWidget* parent)
    : CellWidget(settings, tr("What each tube more buys"), parent)
{
    setObjectName(QStringLiteral("staircase"));
}

void StaircaseStrip::setStairs(std::vector<Stair> stairs)
{
    m_stairs = std::move(stairs);
    putInHand(current());
    update();
}

void StaircaseStrip::stand(int tubes)
{
    for (std::size_t i = 0; i < m_stairs.size(); ++i)
        if (m_stairs[i].tubes == tubes)
            putInHand(static_cast<int>(i));
    update();
}

QRectF StaircaseStrip::placeOf(int stair) const
{
    const double each = std::min(widestStep, (width() - 8.0) / std::max(1, cellCount()));
    return {4 + each * stair, 0, each, static_cast<double>(height())};
}

QRectF StaircaseStrip::blockOf(int stair) const
{
    const Stair& one = m_stairs[static_cast<std::size_t>(stair)];
    const QRectF place = placeOf(stair).adjusted(1, wordsAbove, -1, -wordsBelow);
    const double high = place.height() * one.met / std::max(1, one.needs);
    return {place.left(), place.bottom() - high, place.width(), high};
}

QString StaircaseStrip::wordsOf(int stair) const
{
    return m_stairs[static_cast<std::size_t>(stair)].words;
}

void StaircaseStrip::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    const GroundColours colours = settings().colours();
    painter.setFont(textFont(textsize::small));
    for (int i = 0; i < cellCount(); ++i) {
        const Stair& stair = m_stairs[static_cast<std::size_t>(i)];
        const QRectF place = placeOf(i);
        const QRectF block = blockOf(i);
        const bool inHand = i == current();
        painter.fillRect(block, inHand ? colours.selected : colours.line);
        painter.setPen(colours.text);
        painter.drawText(QRectF(place.left(), block.top() - wordsAbove, place.width(), wordsAbove), Qt::AlignCenter,
                         QString::number(stair.met));
        painter.setFont(textFont(textsize::small, inHand ? QFont::Bold : QFont::Normal));
        painter.drawText(QRectF(place.left(), place.bottom() - wordsBelow, place.width(), wordsBelow), Qt::AlignCenter,
                         QString::number(stair.tubes));
        painter.setFont(textFont(textsize::small));
        if (inHand && hasFocus()) {
            painter.setPen(QPen(colours.text, 2));
            painter.setBrush(Qt::NoBrush);
            painter.drawRect(block.adjusted(-1, -1, 1, 0));
        }
    }
}

} // namespace iris
