#include "app/tubes/typingpanel.h"

#include "app/document/document.h"
#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/maywrite.h"
#include "app/parts/paintcolour.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"
#include "app/theme/viewsettings.h"
#include "base/text.h"
#include "drawing/washpainter.h"
#include "notebook/edits.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QListWidget>
#include <QPainter>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QVBoxLayout>
#include <set>

namespace iris {
namespace {

constexpr QSize washSize(148, 40);
constexpr QSize toldSize(176, 106);
constexpr int mostTold = 120; ///< washes; of a longer list the rest is counted

Paint typicalOf(const Tube& tube)
{
    return typicalPaintOf(tube, ReferenceTable::shipped()).value_or(Paint{});
}

void paintAs(QPainter& painter, const QRectF& place, const Paint& paint, const ViewSettings& settings, bool alone)
{
    WashStyle style;
    style.unevenEdge = alone; // two that are compared touch
    style.valuesOnly = settings.valuesOnly();
    paintWash(painter, place, washColours(paint.film), style);
}

/// The wash of a tube; over that of its twin, without a gap, where there is one.
QIcon washOf(const Tube& tube, const Tube* twin, const ViewSettings& settings, double ratio)
{
    QPixmap pixmap(washSize * ratio);
    pixmap.setDevicePixelRatio(ratio);
    pixmap.fill(Qt::transparent);
    QPainter painter(&pixmap);
    const QRectF all(QPointF(), washSize);
    if (!twin) {
        paintAs(painter, all, typicalOf(tube), settings, true);
    } else {
        const QRectF upper(0, 0, all.width(), all.height() / 2);
        paintAs(painter, upper, typicalOf(tube), settings, false);
        paintAs(painter, upper.translated(0, upper.height()), typicalOf(*twin), settings, false);
    }
    painter.end();
    return paintIcon(pixmap);
}

QString withCodes(const Tube& tube)
{
    const QString maker = tube.maker.empty() ? QString() : QStringLiteral(", ") + nameInList(tube.maker);
    return nameInList(tube.name) + QLatin1Char('\n') + text(textOf(tube.codes)) + maker;
}

} // namespace

TypingPanel::TypingPanel(Document& document, ViewSettings& settings, QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_settings(settings),
      m_edit(new QPlainTextEdit(this)),
      m_told(new QListWidget(this)),
      m_keep(new QPushButton(this)),
      m_words(wordLabel("typingWords", textFont(textsize::small), this))
{
    m_edit->setObjectName(QStringLiteral("typedTubes"));
    m_edit->setAccessibleName(tr("Tubes, as you would write them down"));
    m_edit->setPlaceholderText(tr("PB29, PY175, PR254 from Grey Heron\nfrench ultramarine\npbr 7 burnt sienna"));
    m_edit->setFont(textFont(textsize::title));
    m_edit->setTabChangesFocus(true);
    m_edit->setFixedHeight(96);
    m_edit->installEventFilter(this);
    m_told->setObjectName(QStringLiteral("toldTubes"));
    m_told->setAccessibleName(tr("What they are taken for"));
    m_told->setViewMode(QListView::IconMode);
    m_told->setMovement(QListView::Static);
    m_told->setResizeMode(QListView::Adjust);
    m_told->setIconSize(washSize);
    m_told->setGridSize(toldSize);
    m_told->setWordWrap(true);
    m_told->setSelectionMode(QAbstractItemView::NoSelection);
    m_keep->setObjectName(QStringLiteral("keepTyped"));
    makeMain(*m_keep);
    auto* leave = new QPushButton(tr("Done (Esc)"), this);
    leave->setObjectName(QStringLiteral("leaveTyping"));
    auto* acts = new QHBoxLayout;
    acts->setSpacing(2 * gridStep);
    acts->addWidget(m_words, 1);
    acts->addWidget(leave);
    acts->addWidget(m_keep);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins({});
    layout->setSpacing(2 * gridStep);
    layout->addWidget(m_edit);
    layout->addWidget(m_told);
    layout->addLayout(acts);
    layout->addStretch();
    connect(m_edit, &QPlainTextEdit::textChanged, this, &TypingPanel::read);
    connect(m_keep, &QPushButton::clicked, this, &TypingPanel::keep);
    connect(leave, &QPushButton::clicked, this, &TypingPanel::left);
    whenChanged(document, NotebookPart::Tubes, this, &TypingPanel::read);
    connect(&settings, &ViewSettings::changed, this, &TypingPanel::read);
    read();
}

void TypingPanel::takeFocus()
{
    m_edit->setFocus();
}

void TypingPanel::takeLines(const QString& lines)
{
    const QString before = m_edit->toPlainText();
    m_edit->setPlainText(before.isEmpty() ? lines : before + QLatin1Char('\n') + lines);
    m_edit->moveCursor(QTextCursor::End);
}

bool TypingPanel::eventFilter(QObject* watched, QEvent* event)
{
    if (watched == m_edit && event->type() == QEvent::KeyPress) {
        const auto* key = static_cast<QKeyEvent*>(event);
        if (key->key() == Qt::Key_Escape) {
            Q_EMIT left();
            return true;
        }
        const bool isEnter = key->key() == Qt::Key_Return || key->key() == Qt::Key_Enter;
        if (isEnter && !(key->modifiers() & Qt::ShiftModifier)) {
            keep();
            return true;
        }
    }
    return QWidget::eventFilter(watched, event);
}

void TypingPanel::resizeEvent(QResizeEvent* event)
{
    QWidget::resizeEvent(event);
    fitTold();
}

/// As high as its rows, up to three of them.
void TypingPanel::fitTold()
{
    constexpr int mostRows = 3;
    const int columns = std::max(1, (width() - 2 * gridStep) / toldSize.width());
    const int rows = (m_told->count() + columns - 1) / columns;
    m_told->setFixedHeight(std::clamp(rows, 1, mostRows) * toldSize.height() + gridStep);
}

std::size_t TypingPanel::newTubes() const
{
    std::size_t count = 0;
    for (const TubeLine& line : m_lines)
        count += static_cast<std::size_t>(std::ranges::count(line.tubes, false, &ToldTube::alreadyThere));
    return count;
}

void TypingPanel::read()
{
    m_lines = readTubeLines(m_edit->toPlainText().toStdString(), m_document.notebook());
    m_told->clear();
    for (const TubeLine& line : m_lines) {
        if (m_told->count() >= mostTold)
            break;
        for (const ToldTube& told : line.tubes)
            showTold(told);
        if (!line.why.empty())
            showWhy(line);
    }
    m_told->setVisible(!m_lines.empty());
    fitTold();
    const std::size_t count = newTubes();
    m_keep->setEnabled(count > 0);
    m_keep->setText(count == 0   ? tr("Keep (Enter)")
                    : count == 1 ? tr("Keep it (Enter)")
                                 : tr("Keep %1 (Enter)").arg(text(counted(count, "tube"))));
    m_words->setText(
        m_lines.empty() ? tr("Codes, names, or both, several on a line or one below the other (Shift+Enter); a list "
                             "can be pasted.")
        : m_told->count() < mostTold ? QString()
                                     : tr("The first of %1 are shown.").arg(text(counted(m_lines.size(), "line"))));
}

void TypingPanel::showTold(const ToldTube& told)
{
    const auto& tubes = m_document.notebook().tubes;
    const auto twin = std::ranges::find_if(
        tubes, [&](const Tube& other) { return areTwins(told.tube, other, ReferenceTable::shipped()); });
    const bool hasTwin = twin != tubes.end();
    QString words = withCodes(told.tube);
    if (told.alreadyThere)
        words += tr("\nyou have it");
    else if (hasTwin)
        words += tr("\nas your %1").arg(nameInList(twin->name));
    else if (told.isUnsure)
        words += tr("\na guess: see the label");
    else if (!told.guess.empty())
        words += tr("\ncode by its name");
    auto* item = new QListWidgetItem(washOf(told.tube, hasTwin ? &*twin : nullptr, m_settings, devicePixelRatioF()),
                                     words, m_told);
    item->setToolTip(told.guess.empty() ? words : text(told.guess));
    item->setTextAlignment(Qt::AlignHCenter | Qt::AlignTop);
}

void TypingPanel::showWhy(const TubeLine& line)
{
    auto* item = new QListWidgetItem(nameInList(line.text) + QLatin1Char('\n') + text(line.why), m_told);
    item->setToolTip(text(line.text + "\n" + line.why));
    item->setTextAlignment(Qt::AlignHCenter | Qt::AlignTop);
}

/// What was understood goes into the notebook and out of the line; the rest stays to be put right.
void TypingPanel::keep()
{
    if (newTubes() == 0 || !mayWrite(m_document, this))
        return;
    std::vector<Tube> tubes;
    QStringList rest;
    for (const TubeLine& line : m_lines) {
        for (const ToldTube& told : line.tubes)
            if (!told.alreadyThere)
                tubes.push_back(told.tube);
        if (!line.why.empty())
            rest << text(line.text);
    }
    const QString words = tubes.size() == 1 ? tr("add %1").arg(text(tubes.front().name))
                                            : tr("add %1").arg(text(counted(tubes.size(), "tube")));
    const auto done = m_document.apply(putting(tubes), words);
    if (!done)
        return;
    m_edit->setPlainText(rest.join(QLatin1Char('\n')));
    m_edit->moveCursor(QTextCursor::End);
    Q_EMIT kept(done->tubes.put.back().id);
}

} // namespace iris
