#include "app/palette/waitingpage.h"

#include "app/parts/act.h"
#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"
#include "palette/firstguess.h"

#include <QProgressBar>
#include <QPushButton>
#include <QVBoxLayout>

namespace iris {

WaitingPage::WaitingPage(QAction& stop, QWidget* parent)
    : QWidget(parent),
      m_words(new PlainLabel(this)),
      m_progress(new QProgressBar(this)),
      m_guess(wordLabel("firstGuess", textFont(textsize::body), this))
{
    m_words->setFont(textFont(textsize::title));
    m_words->setAlignment(Qt::AlignCenter);
    m_guess->setAlignment(Qt::AlignCenter);
    m_progress->setObjectName(QStringLiteral("progress"));
    m_progress->setRange(0, 1000);
    m_progress->setTextVisible(false);
    m_progress->setFixedSize(360, 14);
    auto* layout = new QVBoxLayout(this);
    layout->addStretch();
    layout->addWidget(m_words);
    layout->addWidget(m_progress, 0, Qt::AlignHCenter);
    layout->addWidget(actButton(stop, "stop", this), 0, Qt::AlignHCenter);
    layout->addSpacing(6 * gridStep);
    layout->addWidget(m_guess);
    layout->addStretch();
}

void WaitingPage::begin(const QString& words, const ChoiceQuestionPtr& question)
{
    m_words->setText(words);
    m_progress->setValue(0);
    m_guess->clear();
    m_question = question;
    if (isVisible())
        guess();
}

void WaitingPage::setProgress(double share)
{
    m_progress->setValue(static_cast<int>(1000 * share));
}

void WaitingPage::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    if (m_question)
        guess();
}

void WaitingPage::guess()
{
    m_guessing.start(
        [question = m_question](const JobTools& tools) -> QString {
            const std::vector<Paint>& paints = question->pool.paints;
            const auto guess = firstGuess(paints, question->needs, question->limits,
                                          question->studio->notebook.handling, tools.workOptions());
            if (!guess || guess->tubes.empty())
                return {};
            QStringList names;
            for (const std::size_t tube : guess->tubes)
                names << text(paints[tube].name);
            return tr("These meet at least %1 of %2: %3.\nLooking whether fewer will do.")
                .arg(guess->met)
                .arg(question->needs.size())
                .arg(listed(names));
        },
        [this](const QString& words) { m_guess->setText(words); });
}

} // namespace iris
