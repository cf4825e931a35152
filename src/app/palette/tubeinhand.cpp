#include "app/palette/tubeinhand.h"

#include "app/parts/act.h"
#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/theme/theme.h"

#include <QHBoxLayout>
#include <QMenu>
#include <QPushButton>
#include <QSignalBlocker>

namespace iris {

TubeInHand::TubeInHand(QWidget* parent)
    : QWidget(parent),
      m_words(wordLabel("tubeInHand", textFont(textsize::small), this)),
      m_instead(new QPushButton(tr("Instead ..."), this)),
      m_offers(new QMenu(this))
{
    m_stay = addAct(
        *this, tr("Must stay"), Qt::Key_F, [this] { Q_EMIT mustStay(m_stay->isChecked()); },
        tr("The tube in hand must be in every answer, or need no longer"));
    m_stay->setCheckable(true);
    m_out = addAct(
        *this, tr("Leave it out"), Qt::Key_X, [this] { Q_EMIT leftOut(); }, tr("Do without the tube in hand"));
    m_instead->setObjectName(QStringLiteral("insteadOfTube"));
    m_instead->setMenu(m_offers);
    QPushButton* stay = actButton(*m_stay, "tubeMustStay", this);
    stay->setCheckable(true);
    connect(m_stay, &QAction::toggled, stay, &QPushButton::setChecked);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2 * gridStep);
    layout->addWidget(m_words, 1);
    layout->addWidget(stay);
    layout->addWidget(actButton(*m_out, "tubeLeftOut", this));
    layout->addWidget(m_instead);
    showNone({});
}

void TubeInHand::offer(std::vector<Offer> instead, std::vector<Offer> allowed)
{
    m_offers->clear();
    const auto add = [this](const Offer& one) { m_offers->addAction(buttonWords(one.words), this, one.does); };
    std::ranges::for_each(instead, add);
    if (!instead.empty() && !allowed.empty())
        m_offers->addSeparator();
    std::ranges::for_each(allowed, add);
    m_instead->setEnabled(!m_offers->isEmpty());
    m_instead->setText(instead.empty() ? tr("Instead ...") : tr("Instead ... (%1)").arg(instead.size()));
}

void TubeInHand::show(const QString& words, bool stays, std::vector<Offer> instead, std::vector<Offer> allowed)
{
    m_words->setText(words);
    m_stay->setEnabled(true);
    m_stay->setChecked(stays);
    m_out->setEnabled(true);
    offer(std::move(instead), std::move(allowed));
}

void TubeInHand::showNone(std::vector<Offer> allowed)
{
    m_words->setText(tr("Click a tube to keep it in, to do without it, or to put another in its place."));
    m_stay->setEnabled(false);
    m_stay->setChecked(false);
    m_out->setEnabled(false);
    offer({}, std::move(allowed));
}

} // namespace iris
