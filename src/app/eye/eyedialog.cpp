#include "app/eye/eyedialog.h"

#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "drawing/displayed.h"
#include "eye/weakspots.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

namespace iris {

/// Colours side by side, touching, as large as there is room.
class FilledPage : public QWidget {
public:
    using QWidget::QWidget;

    void show(std::vector<Lab> colours)
    {
        m_colours = std::move(colours);
        update();
    }

protected:
    void paintEvent(QPaintEvent*) override
    {
        QPainter painter(this);
        const int count = static_cast<int>(m_colours.size());
        for (int i = 0; i < count; ++i) // in their own colours, also while values alone are looked at elsewhere
            painter.fillRect(QRect(width() * i / count, 0, width() * (i + 1) / count - width() * i / count, height()),
                             displayed(m_colours[static_cast<std::size_t>(i)]));
    }

private:
    std::vector<Lab> m_colours;
};

EyeDialog::EyeDialog(StudioPtr studio, EyeRecord& record, ViewSettings& settings, unsigned seed, QWidget* parent)
    : QDialog(parent),
      m_studio(std::move(studio)),
      m_record(record),
      m_random(seed),
      m_page(new FilledPage(this)),
      m_question(wordLabel("eyeQuestion", textFont(textsize::title, QFont::DemiBold), this)),
      m_told(wordLabel("eyeTold", textFont(textsize::body), this)),
      m_buttons(new QHBoxLayout)
{
    Q_UNUSED(settings)
    setWindowTitle(tr("The eye"));
    m_question->setAlignment(Qt::AlignCenter);
    m_told->setAlignment(Qt::AlignCenter);
    m_page->setMinimumHeight(240);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(6 * gridStep, 5 * gridStep, 6 * gridStep, 5 * gridStep);
    layout->setSpacing(4 * gridStep);
    layout->addWidget(m_question);
    layout->addWidget(m_page, 1);
    layout->addWidget(m_told);
    layout->addLayout(m_buttons);
    resize(parent ? parent->size() * 0.86 : QSize(1100, 690));
    begin();
}

void EyeDialog::begin()
{
    m_round = roundOfTen(m_random);
    askNext();
}

/// The next of the round that the tubes have a question for.
void EyeDialog::askNext()
{
    const EyePaints own{m_studio->paints, m_studio->atHand(), m_studio->learned, m_studio->notebook.handling};
    m_asked.reset();
    m_isAnswered = false;
    while (!m_asked && !m_round.empty()) {
        const EyeQuestion question = m_round.back();
        m_round.pop_back();
        constexpr double easier = 1.5, least = 3;
        double apart = worthAsking(question, m_record.answers());
        m_asked = ask(question, apart, own, m_random);
        for (; !m_asked && apart > least; apart /= easier) // few tubes have few mixes that are so far from each other
            m_asked = ask(question, apart, own, m_random);
        if (!m_asked)
            m_asked = ask(EyeQuestion::Darker, worthAsking(EyeQuestion::Darker, m_record.answers()), own, m_random);
    }
    if (m_asked)
        showAsked();
    else
        showEnd();
}

void EyeDialog::setButtons(const QStringList& words)
{
    while (QLayoutItem* item = m_buttons->takeAt(0)) {
        if (item->widget())
            item->widget()->deleteLater();
        delete item;
    }
    m_buttons->addStretch();
    for (qsizetype i = 0; i < words.size(); ++i) {
        auto* button = new QPushButton(buttonWords(words[i]), this);
        button->setObjectName(QStringLiteral("eyeAnswer%1").arg(i + 1));
        button->setAutoDefault(false);
        button->setFocusPolicy(Qt::TabFocus);
        connect(button, &QPushButton::clicked, this, [this, i] {
            if (m_asked && !m_isAnswered)
                answer(static_cast<std::size_t>(i));
            else if (m_asked)
                goOn();
            else if (i == 0)
                begin();
            else
                accept();
        });
        m_buttons->addWidget(button);
    }
    m_buttons->addStretch();
}

void EyeDialog::showAsked()
{
    m_page->show(m_asked->colours);
    m_question->setText(text(m_asked->words));
    m_told->setText(tr("%1 more after this one").arg(m_round.size()));
    QStringList words;
    for (std::size_t i = 0; i < m_asked->answers.size(); ++i)
        words << tr("%1 (%2)").arg(sentence(text(m_asked->answers[i]))).arg(i + 1);
    setButtons(words);
    setFocus();
}

void EyeDialog::answer(std::size_t answer)
{
    if (!m_asked || m_isAnswered || answer >= m_asked->answers.size())
        return;
    const bool right = answer == m_asked->right;
    m_isAnswered = true;
    m_record.add({m_asked->question, m_asked->apart, right, m_asked->family});
    m_told->setText((right ? tr("Yes. %1") : tr("No. %1")).arg(text(m_asked->told)));
    setButtons({tr("Go on (Return)")});
    setFocus();
}

void EyeDialog::goOn()
{
    if (m_asked && m_isAnswered)
        askNext();
}

void EyeDialog::showEnd()
{
    m_page->show({});
    QStringList lines;
    for (const auto& words : {toldWords(m_record.answers()), weakWords(m_record.answers())})
        for (const std::string& one : words)
            lines << text(one);
    m_question->setText(m_studio->atHand().empty() ? tr("Bring in your tubes first") : tr("That was the round"));
    m_told->setText(m_studio->atHand().empty() ? tr("Questions are made of the tubes you have.")
                    : lines.isEmpty()
                        ? tr("After a few more rounds it is told here what your eye can tell, and where it is weak.")
                        : lines.join(QLatin1Char('\n')));
    setButtons({tr("Another round"), tr("Done (Esc)")});
}

void EyeDialog::keyPressEvent(QKeyEvent* event)
{
    const int number = event->key() - Qt::Key_1;
    if (number >= 0 && number < 3)
        return answer(static_cast<std::size_t>(number));
    if (event->key() == Qt::Key_Left || event->key() == Qt::Key_Right)
        return answer(event->key() == Qt::Key_Left ? 0 : 1);
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter || event->key() == Qt::Key_Space)
        return goOn();
    QDialog::keyPressEvent(event);
}

} // namespace iris
