#include "app/find/candidatetiles.h"

#include "app/parts/mixtiles.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "drawing/dabs.h"
#include "drawing/displayed.h"
#include "drawing/washpainter.h"
#include "words/findwords.h"
#include "words/mixwords.h"

#include <QPainter>

namespace iris {
namespace {

constexpr double narrowest = 184;
constexpr double pairHeight = 76;
constexpr double thinHeight = 26;
constexpr double dabHeight = 20;
constexpr double wordsHeight = 68;

TileGeometry candidateGeometry(int width)
{
    return tileGeometry(width, narrowest, pairHeight + dabHeight + wordsHeight);
}

} // namespace

CandidateTiles::CandidateTiles(ViewSettings& settings, QWidget* parent)
    : CellWidget(settings, tr("Mixes that come near"), parent)
{
    connect(this, &CellWidget::cellChosen, this, &CandidateTiles::keepInSight);
}

void CandidateTiles::setFound(FoundMixesPtr found)
{
    // The same mix stays in hand while a longer list comes in.
    const auto recipeIn = [before = current()](const FoundMixesPtr& list) -> const Recipe* {
        const auto place = static_cast<std::size_t>(before);
        return list && before >= 0 && place < list->size() ? &list->at(place).recipe : nullptr;
    };
    const Recipe* was = recipeIn(m_found);
    const Recipe* is = recipeIn(found);
    const bool same = was && is && found->studio == m_found->studio && *was == *is;
    const int before = current();
    m_found = std::move(found);
    m_miss.clear();
    for (std::size_t i = 0; m_found && i < m_found->size(); ++i)
        m_miss.push_back(m_found->missOf(i));
    fitHeight();
    putInHand(-1);
    update();
    setCurrent(same ? before : 0);
}

int CandidateTiles::cellsInARow() const
{
    return candidateGeometry(width()).columns;
}

QRectF CandidateTiles::placeOf(int tile) const
{
    return candidateGeometry(width()).tileAt(tile);
}

/// "2.1 apart, a touch bluer"; "painted: 2.1 apart, a touch bluer" of one's own.
QString CandidateTiles::nearWords(int tile) const
{
    const auto place = static_cast<std::size_t>(tile);
    const Candidate& candidate = m_found->at(place);
    const QString words = tr("%1, %2").arg(
        apart(candidate.apart), text(nearnessWords(candidate.laid.colour, m_found->wanted.colour, m_miss[place])));
    const OwnMix* own = m_found->ownAt(place);
    return !own ? words : own->isPainted ? tr("painted, %1").arg(words) : tr("kept, %1").arg(words);
}

QString CandidateTiles::wordsOf(int tile) const
{
    const Candidate& candidate = m_found->at(static_cast<std::size_t>(tile));
    return tr("%1\n%2").arg(text(laidWords(candidate.recipe, m_found->studio->paints)), nearWords(tile));
}

void CandidateTiles::paintTile(QPainter& painter, int tile) const
{
    const Candidate& candidate = m_found->at(static_cast<std::size_t>(tile));
    const QRectF at = placeOf(tile);
    const bool grey = settings().valuesOnly();
    const double half = std::floor(at.width() / 2);
    const QRectF pair(at.left(), at.top(), at.width(), pairHeight);
    const QRectF own(pair.left() + half, pair.top(), pair.width() - half, pairHeight);
    painter.fillRect(QRectF(pair.left(), pair.top(), half, pairHeight), displayed(m_found->wanted.colour, grey));
    painter.fillRect(own, displayed(candidate.laid.colour, grey));
    // Let out below: beside the thin wash that is wanted, or on its own half where only one colour is.
    painter.fillRect(own.adjusted(0, pairHeight - thinHeight, 0, 0), displayed(candidate.laid.thin, grey));
    if (m_found->wanted.thin)
        painter.fillRect(QRectF(pair.left(), pair.bottom() - thinHeight, half, thinHeight),
                         displayed(*m_found->wanted.thin, grey));
    paintDabs(painter, QRectF(at.left(), pair.bottom() + 4, at.width(), dabHeight - 6), candidate.recipe,
              m_found->studio->paints, grey);
    painter.setPen(settings().colours().text);
    painter.setFont(textFont(textsize::small));
    painter.drawText(
        QRectF(at.left(), pair.bottom() + dabHeight, at.width(), wordsHeight),
        Qt::AlignLeft | Qt::AlignTop | Qt::TextWordWrap,
        tr("%1\n%2").arg(text(shortLaidWords(candidate.recipe, m_found->studio->paints)), nearWords(tile)));
    if (const OwnMix* mix = m_found->ownAt(static_cast<std::size_t>(tile)))
        paintSourceMark(painter, pair.bottomRight() + QPointF(-6, dabHeight - 8),
                        mix->isPainted ? ColourSource::Measured : ColourSource::Typical, settings().colours().text);
    if (tile == current())
        paintSelection(painter, pair);
}

void CandidateTiles::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    for (int tile = 0; tile < cellCount(); ++tile)
        paintTile(painter, tile);
}

void CandidateTiles::resizeEvent(QResizeEvent*)
{
    fitHeight();
}

void CandidateTiles::fitHeight()
{
    setMinimumHeight(candidateGeometry(width()).heightFor(cellCount()));
}

} // namespace iris
