#include "app/window/rail.h"

#include "app/theme/theme.h"

#include <QButtonGroup>
#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QUndoStack>
#include <QVBoxLayout>

namespace iris {

Rail::Rail(QUndoStack& undoStack, QWidget* parent)
    : QWidget(parent), m_undoStack(undoStack), m_notebook(new QLabel(this)), m_places(new QButtonGroup(this)),
      m_undo(makeUndoButton("undo")), m_redo(makeUndoButton("redo"))
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

    connect(m_places, &QButtonGroup::idClicked, this, &Rail::placeChosen);
    connect(m_undo, &QPushButton::clicked, &undoStack, &QUndoStack::undo);
    connect(m_redo, &QPushButton::clicked, &undoStack, &QUndoStack::redo);
    const auto update = [this] {
        m_undo->setEnabled(m_undoStack.canUndo());
        m_redo->setEnabled(m_undoStack.canRedo());
        // What will be undone is named in full on hover; the rail is too narrow for long names.
        m_undo->setToolTip(tr("Undo: %1").arg(m_undoStack.undoText()));
        m_redo->setToolTip(tr("Redo: %1").arg(m_undoStack.redoText()));
        const auto label = [this](const QString& verb, const QString& what) {
            return what.isEmpty() ? verb : fontMetrics().elidedText(verb + QLatin1Char(' ') + what, Qt::ElideRight, 132);
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

void Rail::addPlace(const QString& name, const char* objectName)
{
    auto* button = new QPushButton(name, this);
    button->setObjectName(QLatin1String(objectName));
    button->setCheckable(true);
    button->setProperty("quiet", true);
    button->setFixedHeight(38);
    auto* count = new QLabel(button);
    count->setObjectName(QStringLiteral("count"));
    count->setAttribute(Qt::WA_TransparentForMouseEvents);
    auto* row = new QHBoxLayout(button);
    row->setContentsMargins(0, 0, 12, 0);
    row->addWidget(count, 0, Qt::AlignRight);
    const int id = static_cast<int>(m_names.size());
    m_names.push_back(name);
    m_places->addButton(button, id);
    static_cast<QVBoxLayout*>(layout())->insertWidget(id + 1, button);
}

void Rail::setCount(int place, const QString& count)
{
    auto* button = m_places->button(place);
    auto* label = button->findChild<QLabel*>(QStringLiteral("count"));
    label->setText(count);
    button->setAccessibleName(tr("%1, %2").arg(m_names[static_cast<std::size_t>(place)], count));
}

void Rail::setCurrent(int place)
{
    m_places->button(place)->setChecked(true);
    for (QAbstractButton* button : m_places->buttons()) {
        auto* label = button->findChild<QLabel*>(QStringLiteral("count"));
        QPalette colours = label->palette();
        colours.setColor(QPalette::WindowText, palette().color(button->isChecked() ? QPalette::HighlightedText : QPalette::WindowText));
        label->setPalette(colours);
    }
}

void Rail::setNotebook(const QString& name)
{
    m_notebook->setText(name);
}

} // namespace iris
