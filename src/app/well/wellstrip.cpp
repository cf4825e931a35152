#include "app/well/wellstrip.h"

#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "drawing/displayed.h"
#include "drawing/washpainter.h"
#include "words/findwords.h"

#include <QPainter>

namespace iris {
namespace {

constexpr double wide = 96;
constexpr double margin = 8;
constexpr double edge = 20; // as the places above
constexpr double lead = 56;

} // namespace

WellStrip::WellStrip(Document& document, ViewSettings& settings, QWidget* parent)
    : CellWidget(settings, tr("Wells"), parent),
      m_document(document)
{
    setObjectName(QStringLiteral("wellStrip"));
    whenChanged(document, {NotebookPart::Wells, NotebookPart::Tubes}, this, &WellStrip::fill);
    fill();
}

void WellStrip::fill()
{
    m_shown.clear();
    const StudioPtr studio = m_document.studio();
    for (const WellRecord& well : m_document.notebook().wells) {
        Shown shown{well.id,
                    {},
                    well.wanted,
                    well.name.empty() ? tr("well %1").arg(m_shown.size() + 1) : nameInList(well.name)};
        if (const WellState state = stateOf(well, *studio); !state.contents.isEmpty()) {
            shown.colour = seenLab(filmOf(state.contents, studio->paints), state.contents.wash,
                                   studio->notebook.handling.paper.reflectance());
            shown.words +=
                QStringLiteral(": ") + text(contentsWords(state.contents, studio->paints, studio->notebook.handling));
        }
        m_shown.push_back(std::move(shown));
    }
    putInHand(-1);
    setVisible(!m_shown.empty());
    update();
}

int WellStrip::cellCount() const
{
    return static_cast<int>(m_shown.size());
}

QRectF WellStrip::placeOf(int cell) const
{
    return {edge + lead + cell * (wide + margin), margin, wide, height() - 2 * margin};
}

QString WellStrip::wordsOf(int cell) const
{
    return m_shown[static_cast<std::size_t>(cell)].words;
}

void WellStrip::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(textFont(textsize::body));
    painter.setPen(settings().colours().text);
    painter.drawText(QRectF(edge, 0, lead, height()), Qt::AlignLeft | Qt::AlignVCenter, tr("Wells"));
    for (int cell = 0; cell < cellCount(); ++cell) {
        const Shown& shown = m_shown[static_cast<std::size_t>(cell)];
        const QRectF at = placeOf(cell);
        const bool both = shown.colour && shown.wanted;
        if (shown.wanted)
            painter.fillRect(both ? at.adjusted(at.width() * 2 / 3, 0, 0, 0) : at,
                             displayed(*shown.wanted, settings().valuesOnly()));
        if (shown.colour)
            painter.fillRect(both ? at.adjusted(0, 0, -at.width() / 3, 0) : at,
                             displayed(*shown.colour, settings().valuesOnly()));
        painter.setPen(QPen(settings().colours().line, 1));
        painter.setBrush(Qt::NoBrush);
        painter.drawRect(at);
        if (cell == current() && hasFocus())
            paintSelection(painter, at);
    }
}

} // namespace iris
