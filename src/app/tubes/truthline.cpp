#include "app/tubes/truthline.h"

#include "app/parts/act.h"
#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/parts/words.h"

#include <QHBoxLayout>
#include <QPushButton>

namespace iris {

TruthLine::TruthLine(Document& document, QAction& another, QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_another(another),
      m_looking(this),
      m_words(wordLabel("truth", textFont(textsize::body), this)),
      m_see(new QPushButton(tr("See it"), this))
{
    m_see->setObjectName(QStringLiteral("seeTruth"));
    auto* next = actButton(another, "nextTruth", this);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2 * gridStep);
    layout->addWidget(m_words, 1);
    layout->addWidget(m_see);
    layout->addWidget(next);
    connect(m_see, &QPushButton::clicked, this, &TruthLine::seeIt);
    whenChanged(document, NotebookPart::Tubes, this, [this] {
        m_isStale = true;
        look();
    });
    tell();
}

void TruthLine::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    look();
}

void TruthLine::look()
{
    if (!m_isStale || !isVisibleTo(window()))
        return;
    m_isStale = false;
    const StudioPtr studio = m_document.studio();
    m_looking.start(
        [studio](const JobTools& tools) {
            return drawerTruths(studio->paints, studio->atHand(), studio->notebook.handling, tools.stop);
        },
        [this, studio](const std::vector<DrawerTruth>& truths) {
            const std::string before = m_shown < m_truths.size() ? m_truths[m_shown].words : std::string();
            m_studio = studio;
            m_truths = truths;
            const auto same = std::ranges::find(m_truths, before, &DrawerTruth::words);
            m_shown = same == m_truths.end() ? 0 : static_cast<std::size_t>(same - m_truths.begin());
            tell();
        });
}

void TruthLine::showNext()
{
    if (!m_truths.empty())
        m_shown = (m_shown + 1) % m_truths.size();
    tell();
}

void TruthLine::tell()
{
    const bool any = m_shown < m_truths.size();
    m_words->setText(any ? text(m_truths[m_shown].words) : QString());
    m_see->setVisible(any && m_truths[m_shown].tubes.size() == 2);
    m_another.setEnabled(m_truths.size() > 1);
    setMaximumHeight(any ? QWIDGETSIZE_MAX : 0); // nothing to say takes no room, and still knows when it is seen
}

void TruthLine::seeIt()
{
    const DrawerTruth& truth = m_truths[m_shown];
    const auto id = [&](std::size_t place) { return m_studio->notebook.tubes[place].id; };
    if (m_document.notebook().tube(id(truth.tubes[0])) && m_document.notebook().tube(id(truth.tubes[1])))
        Q_EMIT pairWanted(id(truth.tubes[0]), id(truth.tubes[1]));
}

} // namespace iris
