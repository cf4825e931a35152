#include "app/palette/tubeinhand.h"

#include "app/palette/choicemodel.h"
#include "app/palette/choicewords.h"
#include "app/parts/act.h"
#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"
#include "colour/deltae.h"
#include "notebook/edits.h"
#include "palette/partners.h"

#include <QHBoxLayout>
#include <QMenu>
#include <QPushButton>

namespace iris {
TubeInHand::TubeInHand(Document& document, ChoiceModel& model, QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_model(model),
      m_words(wordLabel("tubeInHand", textFont(textsize::small), this)),
      m_instead(new QPushButton(this)),
      m_offers(new QMenu(this))
{
    m_stay = addAct(
        *this, tr("Must stay"), Qt::Key_F, [this] { keep(m_stay->isChecked()); },
        tr("The tube in hand must be in every answer, or need no longer"));
    m_stay->setCheckable(true);
    m_out = addAct(
        *this, tr("Leave it out"), Qt::Key_X, [this] { leaveOut(); }, tr("Do without the tube in hand"));
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
    show({}, std::nullopt);
}

void TubeInHand::show(const ShownChoicePtr& shown, std::optional<std::size_t> tube)
{
    m_own = {};
    m_toBuy.clear();
    m_stay->setEnabled(tube.has_value());
    m_out->setEnabled(tube.has_value());
    m_offers->clear();
    if (tube) {
        const TubePool& pool = shown->pool();
        m_name = text(pool.paints[*tube].name);
        if (pool.isOwned(*tube))
            m_own = pool.tubes[*tube];
        else
            m_toBuy = PurchaseWishes::keyOf(pool, *tube);
        const auto& must = m_document.notebook().wishes.must;
        m_stay->setChecked(m_own.value != 0 ? std::ranges::find(must, m_own) != must.end()
                                            : m_model.purchases().must(m_toBuy));
        m_words->setText(wordsOf(*shown, *tube));
        offerInstead(*shown, *tube);
    } else {
        m_stay->setChecked(false);
        m_words->setText(tr("Click a tube to keep it in, to do without it, or to put another in its place."));
    }
    const auto instead = m_offers->actions().size();
    m_instead->setText(instead == 0 ? tr("Instead ...") : tr("Instead ... (%1)").arg(instead));
    offerAllowed();
    m_instead->setEnabled(!m_offers->isEmpty());
}

QString TubeInHand::wordsOf(const ShownChoice& shown, std::size_t tube) const
{
    const auto reason = std::ranges::find(shown.set().reasons, tube, &TubeReason::tube);
    QString words = tr("%1: %2.").arg(m_name, lostWords(*reason, shown.needs()));
    if (const School school = shown.question->school(); school != School::SplitPrimary && school != School::SplitPlus)
        return words;
    const auto& paints = shown.pool().paints;
    for (const Partners& partners : partnersOf(paints, shown.set().tubes))
        if (partners.tube == tube)
            words += tr(" Cleanest with %1, greyest with %2.")
                         .arg(text(paints[partners.cleanest].name), text(paints[partners.greyest].name));
    return words;
}

/// What does as well in its place; what looks most like it comes first, since of a whole table there may be dozens.
void TubeInHand::offerInstead(const ShownChoice& shown, std::size_t tube)
{
    constexpr std::size_t mostOffered = 20;
    const auto& paints = shown.pool().paints;
    for (TubeSwap& swap : swapsOf(shown.set().tubes, shown.equals())) {
        if (swap.tube != tube)
            continue;
        std::ranges::stable_sort(swap.instead, {}, [&](std::size_t other) {
            return deltaE00(paints[other].swatch.full, paints[tube].swatch.full);
        });
        swap.instead.resize(std::min(swap.instead.size(), mostOffered));
        for (const std::size_t other : swap.instead)
            m_offers->addAction(buttonWords(tr("%1 in its place").arg(nameInList(paints[other].name))), this,
                                [this, tube, other] { Q_EMIT swapped(tube, other); });
    }
}

/// What was left out can be allowed again.
void TubeInHand::offerAllowed()
{
    if (!m_offers->isEmpty())
        m_offers->addSeparator();
    for (const TubeId id : m_document.notebook().wishes.never)
        if (const Tube* left = m_document.notebook().tube(id))
            m_offers->addAction(buttonWords(tr("Allow %1 again").arg(nameInList(left->name))), this, [this, id] {
                PaletteWishes wishes = m_document.notebook().wishes;
                std::erase(wishes.never, id);
                m_document.apply(wishing(m_document.notebook(), wishes));
            });
    for (const PurchaseWishes::Left& left : m_model.purchases().leftOut())
        m_offers->addAction(buttonWords(tr("Allow %1 again").arg(text(left.name))), this, [this, key = left.key] {
            PurchaseWishes purchases = m_model.purchases();
            purchases.allow(key);
            m_model.setPurchases(std::move(purchases));
        });
}

void TubeInHand::keep(bool stays)
{
    if (m_own.value == 0) {
        PurchaseWishes purchases = m_model.purchases();
        purchases.setMust(m_toBuy, stays);
        return m_model.setPurchases(std::move(purchases));
    }
    PaletteWishes wishes = m_document.notebook().wishes;
    std::erase(wishes.must, m_own);
    if (stays)
        wishes.must.push_back(m_own);
    m_document.apply(wishing(m_document.notebook(), wishes),
                     stays ? tr("keep %1 in").arg(m_name) : tr("let %1 go").arg(m_name));
}

void TubeInHand::leaveOut()
{
    if (m_own.value == 0) {
        PurchaseWishes purchases = m_model.purchases();
        purchases.leaveOut(m_toBuy, m_name.toStdString());
        return m_model.setPurchases(std::move(purchases));
    }
    PaletteWishes wishes = m_document.notebook().wishes;
    std::erase(wishes.must, m_own);
    wishes.never.push_back(m_own);
    m_document.apply(wishing(m_document.notebook(), wishes), tr("do without %1").arg(m_name));
}

} // namespace iris
