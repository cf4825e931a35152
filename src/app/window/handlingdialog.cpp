#include "app/window/handlingdialog.h"

#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/paintcolour.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/theme/theme.h"
#include "drawing/displayed.h"

#include <QButtonGroup>
#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QPainter>
#include <QPushButton>
#include <QRadioButton>
#include <QVBoxLayout>
#include <algorithm>

namespace iris {

namespace {

constexpr int wordsWide = 420;

void addWords(QVBoxLayout& layout, const char* name, const QString& words)
{
    auto* label = wordLabel(name, textFont(textsize::body), layout.parentWidget());
    label->setText(words);
    label->setFixedSize(wordsWide, label->heightForWidth(wordsWide));
    layout.addWidget(label);
}

/// The papers, and the notebook's own besides where it is none of them.
std::vector<NamedPaper> papersWithOwn(const Notebook& notebook)
{
    std::vector<NamedPaper> papers = papersToPaintOn(notebook);
    if (std::ranges::find(papers, notebook.handling.paper, &NamedPaper::paper) == papers.end())
        papers.push_back({ownPaperName(notebook), notebook.handling.paper});
    return papers;
}

} // namespace

HandlingDialog::HandlingDialog(const Notebook& notebook, QWidget* parent)
    : QDialog(parent),
      m_choices(new QButtonGroup(this)),
      m_twice(new QCheckBox(tr("Where one wash is too thin, lay it twice"), this)),
      m_paper(new QComboBox(this)),
      m_papers(papersWithOwn(notebook))
{
    setWindowTitle(tr("How I count and lay paint"));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(6 * gridStep, 5 * gridStep, 6 * gridStep, 5 * gridStep);
    layout->setSpacing(2 * gridStep);
    addTouches(*layout, notebook.handling.touchesAPart);
    layout->addSpacing(2 * gridStep);
    addWords(*layout, "layersWords",
             tr("Some darks and full colours want more paint than one wash lays: creamy, or a second layer when the "
                "first is dry. Those who paint in one go take the tick away."));
    m_twice->setObjectName(QStringLiteral("laysTwice"));
    m_twice->setChecked(!notebook.handling.inOneGo);
    layout->addWidget(m_twice);
    layout->addSpacing(2 * gridStep);
    addPaper(*layout, notebook);
    layout->addSpacing(2 * gridStep);
    layout->addWidget(keepOrLeave(*this, tr("Work so"), "keepTouches").box);
}

void HandlingDialog::addTouches(QVBoxLayout& layout, int touchesAPart)
{
    addWords(layout, "touchesWords",
             tr("A part is a loaded brush, a touch is what its tip takes up. To find out how much that is, put "
                "touches of a dark colour side by side until they are as much as one loaded brush, and count "
                "them. A round brush mostly takes about eight."));
    const std::array<QString, 5> fractions{tr("a quarter of a part"), tr("a sixth"), tr("an eighth"), tr("a tenth"),
                                           tr("a twelfth: a fine tip")};
    for (std::size_t i = 0; i < allTouchesAPart.size(); ++i) {
        auto* choice = new QRadioButton(fractions[i], this);
        choice->setObjectName(QStringLiteral("touches%1").arg(allTouchesAPart[i]));
        choice->setChecked(allTouchesAPart[i] == touchesAPart);
        m_choices->addButton(choice, allTouchesAPart[i]);
        layout.addWidget(choice);
    }
}

void HandlingDialog::addPaper(QVBoxLayout& layout, const Notebook& notebook)
{
    addWords(layout, "paperWords",
             tr("What you paint on shines through thin washes and is the lightest light there is. A paper of your own "
                "is kept when a card is read. Tubes go on being compared on white."));
    m_paper->setObjectName(QStringLiteral("ownPaper"));
    m_paper->setAccessibleName(tr("The paper I paint on"));
    for (const NamedPaper& one : m_papers) {
        QPixmap chip(m_paper->iconSize());
        chip.fill(Qt::gray); // the edge, without which white would be lost on white
        QPainter(&chip).fillRect(chip.rect().adjusted(1, 1, -1, -1), displayed(one.paper.white(), false));
        m_paper->addItem(paintIcon(chip), tr("on %1 paper").arg(nameInList(one.name)));
    }
    const auto own = std::ranges::find(m_papers, notebook.handling.paper, &NamedPaper::paper);
    m_paper->setCurrentIndex(static_cast<int>(own - m_papers.begin()));
    layout.addWidget(m_paper);
}

Handling HandlingDialog::handling() const
{
    return {m_choices->checkedId(), !m_twice->isChecked(),
            m_papers[static_cast<std::size_t>(m_paper->currentIndex())].paper};
}

} // namespace iris
