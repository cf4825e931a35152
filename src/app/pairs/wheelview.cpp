#include "app/pairs/wheelview.h"

#include "app/parts/choicebox.h"
#include "app/parts/labels.h"
#include "app/parts/mixcard.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/tubechoicemodel.h"
#include "app/parts/tubemodel.h"
#include "app/parts/words.h"
#include "app/parts/worktable.h"
#include "app/theme/viewsettings.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QSignalBlocker>
#include <QVBoxLayout>
#include <cmath>

namespace iris {

WheelView::WheelView(Worktable& context, QWidget* parent)
    : QWidget(parent),
      m_context(context),
      m_choices(new TubeChoiceModel(context.model(), context.settings(), this)),
      m_headline(wordLabel("wheelHeadline", textFont(textsize::title, QFont::DemiBold), this)),
      m_disc(new WheelDisc(context, this)),
      m_card(new MixCard(context, this))
{
    m_disc->setObjectName(QStringLiteral("wheel"));
    addActions(m_card->actions());
    auto* middle = new QVBoxLayout;
    middle->setSpacing(3 * gridStep);
    middle->addLayout(makeChoices());
    middle->addWidget(m_headline);
    middle->addWidget(m_disc, 1);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4 * gridStep);
    layout->addLayout(middle, 1);
    layout->addWidget(m_card);
    connect(m_disc, &WheelDisc::spotChosen, this, &WheelView::showSpot);
    connect(m_disc, &WheelDisc::dotChosen, this, &WheelView::showDot);
    connect(m_choices, &QAbstractItemModel::modelReset, this, &WheelView::rebuild);
    connect(&context.model(), &QAbstractItemModel::dataChanged, this, &WheelView::rebuild);
}

QHBoxLayout* WheelView::makeChoices()
{
    auto* row = new QHBoxLayout;
    row->setSpacing(2 * gridStep);
    row->addWidget(new PlainLabel(tr("From"), this));
    for (std::size_t i = 0; i < m_boxes.size(); ++i) {
        auto* box = new ChoiceBox(10, this);
        box->setObjectName(QStringLiteral("wheelTube%1").arg(i + 1));
        box->setAccessibleName(tr("Tube %1 of the wheel").arg(i + 1));
        box->setIconSize({28, 18});
        box->setMaxVisibleItems(24);
        box->setModel(m_choices);
        connect(box, &QComboBox::activated, this, [this, box, i] {
            m_tubes[i] = {box->currentData().toLongLong()};
            rebuild();
        });
        m_boxes[i] = box;
        row->addWidget(box, 1);
    }
    return row;
}

/// A yellow, a red and a blue to begin with: the three that reach farthest around lean green, violet and green, so of
/// each family the tube nearest to such a hue, and strong in colour.
void WheelView::chooseFirst()
{
    const std::array families{HueFamily::Yellow, HueFamily::Red, HueFamily::Blue};
    constexpr std::array hues{100.0, 355.0, 240.0};
    const auto& paints = m_context.document().studio()->paints;
    const auto& tubes = m_context.document().notebook().tubes;
    for (std::size_t i = 0; i < 3; ++i) {
        if (m_context.document().studio()->placeOf(m_tubes[i]))
            continue;
        double most = -1000;
        for (const std::size_t place : m_context.document().studio()->atHand()) {
            const bool taken = std::ranges::find(m_tubes, tubes[place].id) != m_tubes.end();
            const Lch thin = toLch(paints[place].swatch.thin);
            const double fits = (paints[place].family == families[i] ? 1000 : 0)
                                + toLch(paints[place].swatch.full).chroma / 3
                                - std::abs(signedDegreesBetween(thin.hueDegrees, hues[i]));
            if (!taken && fits > most) {
                most = fits;
                m_tubes[i] = tubes[place].id;
            }
        }
    }
}

void WheelView::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    if (m_stale)
        rebuild();
}

void WheelView::rebuild()
{
    m_stale = !isVisible();
    if (m_stale)
        return;
    chooseFirst();
    std::array<std::size_t, 3> primaries{};
    bool complete = true;
    for (std::size_t i = 0; i < 3; ++i) {
        const QSignalBlocker quiet(m_boxes[i]);
        m_boxes[i]->setCurrentIndex(m_context.model().rowOf(m_tubes[i]));
        const auto place = m_context.document().studio()->placeOf(m_tubes[i]);
        complete = complete && place;
        primaries[i] = place.value_or(0);
    }
    complete = complete && primaries[0] != primaries[1] && primaries[1] != primaries[2] && primaries[0] != primaries[2];
    if (!complete) {
        m_headline->setText(tr("A wheel is mixed from three different tubes."));
        m_disc->show({}, {});
        m_card->clear();
        return;
    }
    const StudioPtr studio = m_context.document().studio();
    std::vector<std::size_t> others;
    for (const std::size_t place : studio->atHand())
        if (std::ranges::find(primaries, place) == primaries.end())
            others.push_back(place);
    const Wheel wheel = wheelOf(studio->paints, primaries, others, wash::full, studio->notebook.handling);
    m_headline->setText(wheel.missing() == 0
                            ? tr("All twelve hues can be mixed; your other tubes stand where their dots are.")
                            : tr("%1 of the twelve hues cannot be mixed from these three.").arg(wheel.missing()));
    m_disc->show(studio, wheel);
    m_disc->setCurrent(m_disc->current());
}

void WheelView::showSpot(WheelSpot spot)
{
    const Wheel& wheel = m_disc->wheel();
    const auto& ring = spot.ring == 0 ? wheel.rim : wheel.rings[static_cast<std::size_t>(spot.ring - 1)];
    m_card->show(m_disc->studio(), ring[static_cast<std::size_t>(spot.step)].recipe);
}

void WheelView::showDot(std::size_t other)
{
    m_card->show(m_disc->studio(), Recipe{{{m_disc->wheel().others[other].paint, 1}}, wash::full});
}

} // namespace iris
