#include "app/window/rail.h"

#include "app/parts/place.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/theme/theme.h"

#include <QButtonGroup>
#include <QPainter>
#include <QPushButton>
#include <QUndoStack>
#include <QVBoxLayout>

namespace iris {
namespace {

/// A place on the rail: its word, and at the right its count.
class PlaceButton : public QPushButton {
public:
    PlaceButton(const QString& name, QWidget* parent) : QPushButton(name, parent), m_name(name)
    {
        setCheckable(true);
        setProperty("quiet", true);
        setFixedHeight(38);
    }

    void setCount(const QString& count)
    {
        m_count = count;
        setAccessibleName(QObject::tr("%1, %2").arg(m_name, count));
        update();
    }

protected:
    void paintEvent(QPaintEvent* event) override
    {
        QPushButton::paintEvent(event);
        QPainter painter(this);
        painter.setPen(palette().color(isChecked() ? QPalette::HighlightedText : QPalette::WindowText));
        painter.drawText(rect().adjusted(0, 0, -12, 0), Qt::AlignRight | Qt::AlignVCenter, m_count);
    }

private:
    QString m_name;
    QString m_count;
};

/// Broken where a word ends, the second line cut with dots where both are too narrow.
QString inTwoLines(const QString& words, const QFontMetrics& metrics, int width)
{
    if (metrics.horizontalAdvance(words) <= width)
        return words;
    qsizetype end = 0;
    for (qsizetype space = words.indexOf(QLatin1Char(' ')); space > 0;
         space = words.indexOf(QLatin1Char(' '), space + 1))
        if (metrics.horizontalAdvance(words.left(space)) <= width)
            end = space;
    if (end == 0)
        return metrics.elidedText(words, Qt::ElideRight, width);
    return words.left(end) + QLatin1Char('\n') + metrics.elidedText(words.mid(end + 1), Qt::ElideRight, width);
}

} // namespace

Rail::Rail(QUndoStack& undoStack, QWidget* parent)
    : QWidget(parent),
      m_undoStack(undoStack),
      m_notebook(new PlainLabel(this)),
      m_buttons(new QButtonGroup(this)),
      m_undo(makeUndoButton("undo")),
      m_redo(makeUndoButton("redo"))
{
    setFixedWidth(168);
    m_notebook->setObjectName(QStringLiteral("notebookName"));
    m_notebook->setFont(textFont(textsize::body, QFont::Bold));
    m_notebook->setWordWrap(true);
    m_notebook->setContentsMargins(13, 2 * gridStep, 0, 2 * gridStep);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(2 * gridStep, 3 * gridStep, 0, 3 * gridStep);
    layout->setSpacing(gridStep);
    layout->addWidget(m_notebook);
    layout->addStretch();
    layout->addWidget(m_undo);
    layout->addWidget(m_redo);

    connect(m_buttons, &QButtonGroup::idClicked, this,
            [this](int id) { Q_EMIT placeChosen(m_places[static_cast<std::size_t>(id)]); });
    connect(m_undo, &QPushButton::clicked, this, &Rail::undoAsked);
    connect(m_redo, &QPushButton::clicked, this, &Rail::redoAsked);
    const auto update = [this] {
        m_undo->setEnabled(m_undoStack.canUndo());
        m_redo->setEnabled(m_undoStack.canRedo());
        // What will be undone is named in full on hover, should even two lines be too narrow for a name.
        m_undo->setToolTip(tr("Undo: %1").arg(m_undoStack.undoText()));
        m_redo->setToolTip(tr("Redo: %1").arg(m_undoStack.redoText()));
        const auto label = [this](const QString& verb, const QString& what) {
            const QString whole = what.isEmpty() ? verb : shownWords(verb + QLatin1Char(' ') + what);
            QStringList lines = inTwoLines(whole, fontMetrics(), 132).split(QLatin1Char('\n'));
            for (QString& line : lines)
                line = buttonWords(line); // which leaves no line break in a name
            return lines.join(QLatin1Char('\n'));
        };
        m_undo->setText(label(tr("Undo"), m_undoStack.undoText()));
        m_redo->setText(label(tr("Redo"), m_undoStack.redoText()));
    };
    connect(&undoStack, &QUndoStack::indexChanged, this, update);
    connect(&undoStack, &QUndoStack::canUndoChanged, this, update);
    update();
}

QPushButton* Rail::makeUndoButton(const char* name)
{
    auto* button = new QPushButton(this);
    button->setObjectName(QLatin1String(name));
    button->setProperty("quiet", true);
    return button;
}

void Rail::addPlace(Place& place)
{
    auto* button = new PlaceButton(place.name(), this);
    button->setObjectName(place.objectName());
    const auto id = static_cast<int>(m_places.size());
    m_places.push_back(&place);
    m_buttons->addButton(button, id);
    static_cast<QVBoxLayout*>(layout())->insertWidget(id + 1, button);
    const auto follow = [button, &place] { button->setCount(place.count()); };
    connect(&place, &Place::countChanged, button, follow);
    follow();
}

void Rail::setCurrent(const Place& place)
{
    const auto at = std::ranges::find(m_places, &place);
    m_buttons->button(static_cast<int>(at - m_places.begin()))->setChecked(true);
}

void Rail::setNotebook(const QString& name)
{
    m_notebook->setText(name);
}

} // namespace iris
