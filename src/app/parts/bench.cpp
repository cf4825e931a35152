#include "app/parts/bench.h"

#include "app/parts/act.h"
#include "app/parts/plainlabel.h"
#include "app/parts/words.h"
#include "app/parts/worktable.h"
#include "app/theme/viewsettings.h"
#include "colour/deltae.h"
#include "drawing/displayed.h"
#include "drawing/washpainter.h"
#include "words/sidebyside.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>
#include <cmath>

namespace iris {
namespace {

constexpr double widestPin = 88;
constexpr double labelWidth = 64;
constexpr double buttonsWidth = 232;
constexpr double benchRingRoom = 4;
constexpr double leastForWords = 140;

/// Two holes in the grey.
class Holes : public QWidget {
public:
    Holes(QColor left, QColor right, QWidget* parent) : QWidget(parent), m_left(left), m_right(right)
    {
        setFixedSize(560, 240);
    }

protected:
    void paintEvent(QPaintEvent*) override
    {
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        painter.setPen(Qt::NoPen);
        painter.setBrush(m_left);
        painter.drawEllipse(QPointF(200, 120), 72, 72);
        painter.setBrush(m_right);
        painter.drawEllipse(QPointF(360, 120), 72, 72);
    }

private:
    QColor m_left;
    QColor m_right;
};

} // namespace

Bench::Bench(Worktable& context, QWidget* parent)
    : CellWidget(context.settings(), tr("Bench"), parent),
      m_context(context),
      m_mask(addAct(
          *this, tr("Mask"), Qt::Key_M, [this] { mask(); }, tr("Look through the mask"))),
      m_clear(new QPushButton(tr("Clear the bench"), this))
{
    setFixedHeight(76);
    auto* maskButton = actButton(*m_mask, "mask", this);
    maskButton->setToolTip(tr("The two colours chosen last, seen through two holes in grey"));
    m_clear->setObjectName(QStringLiteral("clearBench"));
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(gridStep);
    layout->addStretch();
    layout->addWidget(maskButton);
    layout->addWidget(m_clear);
    connect(m_clear, &QPushButton::clicked, &context, &Worktable::clearBench);
    connect(this, &CellWidget::cellChosen, this, &Bench::remember);
    const auto changed = [this] {
        const int count = static_cast<int>(m_context.bench().size());
        m_before = count >= 2 ? count - 2 : -1;
        m_latest = count - 1;
        putInHand(m_latest);
        m_mask->setEnabled(count >= 2);
        m_clear->setEnabled(count >= 1);
    };
    connect(&context, &Worktable::benchChanged, this, changed);
    changed();
}

QRectF Bench::placeOf(int index) const
{
    const auto count = static_cast<double>(m_context.bench().size());
    const double wide = std::floor(std::min(widestPin, (width() - labelWidth - buttonsWidth) / std::max(1.0, count)));
    return {labelWidth + index * wide, benchRingRoom, wide, height() - 2 * benchRingRoom};
}

int Bench::cellCount() const
{
    return static_cast<int>(m_context.bench().size());
}

/// The one chosen before is what the one in hand is looked at beside.
void Bench::remember(int place)
{
    if (place == m_latest)
        return;
    m_before = m_latest;
    m_latest = place;
    setAccessibleDescription(words());
}

QString Bench::wordsOf(int index) const
{
    const Pinned& pinned = m_context.bench()[static_cast<std::size_t>(index)];
    return QStringLiteral("%1\n%2").arg(pinned.words, colourWords(pinned.colour));
}

void Bench::paintEvent(QPaintEvent*)
{
    QPainter painter(this);
    const GroundColours colours = m_context.settings().colours();
    painter.setFont(textFont(textsize::body, QFont::DemiBold));
    painter.setPen(colours.text);
    painter.drawText(QRectF(0, 0, labelWidth, height()), Qt::AlignVCenter | Qt::AlignLeft, tr("Bench"));
    const auto& bench = m_context.bench();
    if (bench.empty()) {
        painter.setFont(textFont(textsize::small));
        painter.setPen(colours.quietText);
        painter.drawText(QRectF(labelWidth, 0, width() - labelWidth - buttonsWidth, height()),
                         Qt::AlignVCenter | Qt::AlignLeft | Qt::TextWordWrap,
                         tr("Space pins the mix in hand here, so that two colours touch."));
        return;
    }
    for (std::size_t i = 0; i < bench.size(); ++i)
        painter.fillRect(placeOf(static_cast<int>(i)), displayed(bench[i].colour, m_context.settings().valuesOnly()));
    if (current() < 0)
        return;
    paintSelection(painter, placeOf(current()));
    paintWords(painter);
}

/// What the colour in hand is, and what it looks like beside the one chosen before it.
void Bench::paintWords(QPainter& painter) const
{
    const auto& bench = m_context.bench();
    const double left = placeOf(static_cast<int>(bench.size()) - 1).right() + 4 * gridStep;
    const QRectF room(left, 0, width() - buttonsWidth - left - 2 * gridStep, height());
    if (room.width() < leastForWords)
        return;
    painter.setFont(textFont(textsize::small));
    painter.setPen(m_context.settings().colours().text);
    painter.drawText(room, Qt::AlignVCenter | Qt::AlignLeft | Qt::TextWordWrap, words());
}

QString Bench::words() const
{
    const auto& bench = m_context.bench();
    if (current() < 0)
        return {};
    const Pinned& pinned = bench[static_cast<std::size_t>(current())];
    QStringList lines{pinned.words, colourWords(pinned.colour)};
    const auto other = otherThan(current());
    if (!other)
        return lines.join(QLatin1Char('\n'));
    const Pinned& beside = bench[*other];
    const QString seen = text(seenBeside(pinned.colour, beside.colour));
    const QString distance = apart(deltaE00(pinned.colour, beside.colour));
    lines << (seen.isEmpty() ? tr("much like %1, %2").arg(beside.words, distance)
                             : tr("%1 than %2, %3").arg(seen, beside.words, distance));
    return lines.join(QLatin1Char('\n'));
}

/// The one chosen before, or a neighbour where none was.
std::optional<std::size_t> Bench::otherThan(int place) const
{
    const auto count = static_cast<int>(m_context.bench().size());
    if (count < 2)
        return std::nullopt;
    const bool known = m_before >= 0 && m_before < count && m_before != place;
    return static_cast<std::size_t>(known ? m_before : place == 0 ? 1 : place - 1);
}

void Bench::keyPressEvent(QKeyEvent* event)
{
    if (event->key() == Qt::Key_Delete && current() >= 0)
        m_context.unpin(static_cast<std::size_t>(current()));
    else
        CellWidget::keyPressEvent(event);
}

void Bench::mask()
{
    const auto& bench = m_context.bench();
    if (bench.size() < 2)
        return;
    const int right = current() >= 0 ? current() : static_cast<int>(bench.size()) - 1;
    MaskDialog(m_context, bench[*otherThan(right)], bench[static_cast<std::size_t>(right)], window()).exec();
}

MaskDialog::MaskDialog(Worktable& context, const Pinned& left, const Pinned& right, QWidget* parent) : QDialog(parent)
{
    setWindowTitle(tr("Mask"));
    setObjectName(QStringLiteral("maskDialog"));
    // L* 50: Munsell value 4.9, ASTM D1535.
    const QColor grey = displayed({50, 0, 0});
    setStyleSheet(QStringLiteral("#maskDialog { background: %1; } QLabel { color: white; }").arg(grey.name()));
    const bool values = context.settings().valuesOnly();
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(8 * gridStep, 8 * gridStep, 8 * gridStep, 6 * gridStep);
    layout->addWidget(new Holes(displayed(left.colour, values), displayed(right.colour, values), this), 0,
                      Qt::AlignHCenter);
    QStringList words{apart(deltaE00(left.colour, right.colour))};
    if (const QString seen = text(seenBeside(right.colour, left.colour)); !seen.isEmpty())
        words << tr("the right one is %1").arg(seen);
    auto* label =
        new PlainLabel(tr("%1     |     %2\n%3").arg(left.words, right.words, words.join(QStringLiteral(", "))), this);
    label->setObjectName(QStringLiteral("maskWords"));
    label->setAlignment(Qt::AlignCenter);
    layout->addWidget(label);
}

} // namespace iris
