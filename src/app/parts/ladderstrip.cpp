#include "app/parts/ladderstrip.h"

#include "app/parts/words.h"
#include "app/theme/viewsettings.h"

#include <QPainter>

namespace iris {

namespace {

constexpr double labelHeight = 30;
constexpr double markRow = 16;

} // namespace

LadderGeometry ladderGeometry(const QRectF& bounds, int steps, int markRows)
{
    constexpr double margin = 4; // room for the selection ring
    const QRectF inner = bounds.adjusted(margin, margin, -margin, 0);
    const double words = markRows * markRow;
    const QRectF washes(inner.topLeft(), QSizeF(inner.width(), inner.height() - labelHeight - words));
    return {washes, QRectF(inner.left(), washes.bottom(), inner.width(), labelHeight),
            QRectF(inner.left(), washes.bottom() + labelHeight, inner.width(), words), steps};
}

QRectF LadderGeometry::washOf(int step) const
{
    // Whole pixels, so that neighbours touch without a gap or a seam.
    const double left = std::round(washes.left() + washes.width() * step / steps);
    const double right = std::round(washes.left() + washes.width() * (step + 1) / steps);
    return {left, washes.top(), right - left, washes.height()};
}

int LadderGeometry::stepAt(QPointF place) const
{
    for (int step = 0; step < steps; ++step)
        if (place.x() >= washOf(step).left() && place.x() < washOf(step).right())
            return step;
    return -1;
}

std::vector<StepMark> marksOf(const Ladder& ladder)
{
    std::vector<StepMark> marks;
    const auto add = [&](std::size_t step, const QString& words) {
        const auto same = std::ranges::find(marks, static_cast<int>(step), &StepMark::step);
        if (same == marks.end())
            marks.push_back({static_cast<int>(step), words});
        else
            same->words += QStringLiteral(", ") + words;
    };
    if (ladder.mostNeutral > 0 && ladder.mostNeutral + 1 < ladder.steps.size())
        add(ladder.mostNeutral, QObject::tr("most neutral"));
    if (ladder.steps.size() > 2) {
        add(ladder.cleanest, QObject::tr("cleanest"));
        add(ladder.turningPoint, QObject::tr("turns"));
    }
    std::ranges::sort(marks, {}, &StepMark::step);
    return marks;
}

std::vector<MarkPlace> placesOf(const std::vector<double>& middles, const std::vector<double>& widths, double from,
                                double to)
{
    constexpr double gap = 8;
    std::vector<MarkPlace> places;
    std::array<double, 2> takenTo{from - gap, from - gap};
    for (std::size_t i = 0; i < middles.size(); ++i) {
        const double left = std::max(from, std::min(middles[i] - widths[i] / 2, to - widths[i]));
        const int row = left >= takenTo[0] + gap ? 0 : 1;
        takenTo[static_cast<std::size_t>(row)] = left + widths[i];
        places.push_back({left, row});
    }
    return places;
}

LadderStrip::LadderStrip(ViewSettings& settings, QWidget* parent) : CellWidget(settings, tr("Ladder"), parent) {}

void LadderStrip::show(const Ladder& ladder, const WayBetween& way, const Paint& first, const Paint& second, bool back)
{
    m_steps = back ? thereAndBack(ladder) : ladder.steps;
    m_marks.clear();
    if (way.kind != WayKind::HardlyChanges) // else what is cleanest is chance
        m_marks = marksOf(ladder);
    m_washes.clear();
    for (const LadderStep& step : m_steps)
        m_washes.push_back(washColours(filmBetween(first, second, step.share), step.handling.paper));
    putInHand(std::max(0, current()));
}

std::vector<MarkPlace> LadderStrip::markPlaces(const LadderGeometry& at) const
{
    const QFontMetrics metrics(textFont(textsize::small));
    std::vector<double> middles;
    std::vector<double> widths;
    for (const StepMark& mark : m_marks) {
        middles.push_back(at.washOf(mark.step).center().x());
        widths.push_back(metrics.horizontalAdvance(mark.words) + 1);
    }
    return placesOf(middles, widths, at.washes.left(), at.washes.right());
}

LadderGeometry LadderStrip::geometry() const
{
    const auto steps = static_cast<int>(m_steps.size());
    const LadderGeometry bare = ladderGeometry(rect(), steps);
    if (!m_marksInWords || m_marks.empty())
        return bare;
    const std::vector<MarkPlace> places = markPlaces(bare);
    return ladderGeometry(rect(), steps, 1 + std::ranges::max(places, {}, &MarkPlace::row).row);
}

QString LadderStrip::wordsOf(int step) const
{
    const LadderStep& at = m_steps[static_cast<std::size_t>(step)];
    const auto mark = std::ranges::find(m_marks, step, &StepMark::step);
    return QStringLiteral("%1, %2").arg(text(partsInWords(at)), colourWords(at.colour))
           + (mark == m_marks.end() ? QString() : QStringLiteral("; ") + mark->words);
}

void LadderStrip::paintStep(QPainter& painter, const LadderGeometry& at, int step) const
{
    constexpr int roomyUpTo = 15;
    WashStyle style;
    style.orientation = Qt::Vertical;
    style.unevenEdge = false;
    style.valuesOnly = settings().valuesOnly();
    const QRectF wash = at.washOf(step);
    paintWash(painter, wash, m_washes[static_cast<std::size_t>(step)], style);
    const bool inHand = step == current();
    if (at.steps > roomyUpTo && step % 2 == 1 && !inHand)
        return;
    painter.setFont(textFont(textsize::small, inHand ? QFont::Bold : QFont::Normal));
    painter.setPen(settings().colours().text);
    const QRectF label(wash.left() - 8, at.labels.top() + 8, wash.width() + 16, 18);
    painter.drawText(label, Qt::AlignCenter, text(partsText(m_steps[static_cast<std::size_t>(step)])));
}

/// A tick under each marked step, and its words a line lower, in a second line where the first is taken.
void LadderStrip::paintMarks(QPainter& painter, const LadderGeometry& at) const
{
    const QColor colour = settings().colours().text;
    painter.setFont(textFont(textsize::small));
    painter.setPen(colour);
    const std::vector<MarkPlace> places = markPlaces(at);
    for (std::size_t i = 0; i < m_marks.size(); ++i) {
        const QRectF wash = at.washOf(m_marks[i].step);
        painter.fillRect(QRectF(wash.center().x() - 1, wash.bottom() + 2, 2, 7), colour);
        const QRectF words(places[i].left, at.marks.top() + places[i].row * markRow, at.washes.width(), markRow);
        if (!at.marks.isEmpty())
            painter.drawText(words, Qt::AlignLeft | Qt::AlignVCenter, m_marks[i].words);
    }
}

void LadderStrip::paintEvent(QPaintEvent*)
{
    if (m_steps.empty())
        return;
    QPainter painter(this);
    const LadderGeometry at = geometry();
    for (int step = 0; step < at.steps; ++step)
        paintStep(painter, at, step);
    paintMarks(painter, at);
    paintSelection(painter, at.washOf(current()));
}

} // namespace iris
