#include "app/palette/choosepage.h"

#include "app/palette/choicepanel.h"
#include "app/palette/staircasestrip.h"
#include "app/parts/colourfield.h"
#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"
#include "base/text.h"

#include <QHBoxLayout>
#include <QVBoxLayout>
#include <algorithm>

namespace iris {

ChoosePage::ChoosePage(Document& document, NeedsModel& needs, ChoiceModel& choice, ViewSettings& settings,
                       QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_needs(needs),
      m_field(new ColourField(settings, this)),
      m_stairs(new StaircaseStrip(settings, this)),
      m_stairWords(wordLabel("stairWords", textFont(textsize::small), this)),
      m_choice(choice),
      m_panel(new ChoicePanel(document, needs, choice, settings, this))
{
    m_field->setObjectName(QStringLiteral("needsField"));
    auto* left = new QVBoxLayout;
    left->setSpacing(2 * gridStep);
    left->addWidget(m_field, 1);
    left->addWidget(m_stairs);
    left->addWidget(m_stairWords);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4 * gridStep);
    layout->addLayout(left, 2);
    layout->addWidget(m_panel, 3);
    connect(&choice, &ChoiceModel::shownChanged, this, &ChoosePage::showField);
    connect(&choice, &ChoiceModel::staircaseChanged, this, &ChoosePage::showStairs);
    connect(m_stairs, &CellWidget::cellChosen, this, [this](int step) {
        m_choice.showStep(static_cast<std::size_t>(step));
        m_stairWords->setText(wordsOf(static_cast<std::size_t>(step)));
    });
    addActions(m_panel->actions());
    showField();
    showStairs();
}

/// "4 tubes: 12 of 13 colours. Cobalt Blue adds 2: far bank and rain."
QString ChoosePage::wordsOf(std::size_t step) const
{
    const ChoiceModel::Stairs& stairs = *m_choice.stairs();
    const std::vector<StairStep>& steps = stairs.staircase.steps;
    const StairStep& one = steps[step];
    const auto names = [&](const std::vector<std::size_t>& tubes) {
        QStringList words;
        for (const std::size_t tube : tubes)
            words << text(stairs.question->pool.paints[tube].name);
        return listed(words);
    };
    const std::size_t before = step > 0 ? steps[step - 1].met() : 0;
    const QString counts = tr("%1: %2 of %3 colours, %4 on average.")
                               .arg(text(counted(one.set.tubes.size(), "tube")))
                               .arg(one.met())
                               .arg(one.set.answers.size())
                               .arg(apart(one.set.meanApart));
    const QString change = one.left.empty()
                               ? tr("%1 adds %2.").arg(names(one.added), QString::number(one.met() - before))
                               : tr("%1 instead of %2: %3 more.")
                                     .arg(names(one.added), names(one.left), QString::number(one.met() - before));
    return counts + QLatin1Char(' ') + change;
}

void ChoosePage::showStairs()
{
    std::vector<Stair> stairs;
    const ChoiceModel::Stairs* climbed = m_choice.stairs();
    for (std::size_t i = 0; climbed && i < climbed->staircase.steps.size(); ++i) {
        const StairStep& step = climbed->staircase.steps[i];
        const PaletteSet& set = step.set;
        stairs.push_back({static_cast<int>(set.tubes.size()), static_cast<int>(step.met()),
                          static_cast<int>(set.answers.size()), set.meanApart, wordsOf(i)});
    }
    const bool any = !stairs.empty();
    m_stairs->setStairs(std::move(stairs));
    if (any)
        m_stairs->stand(static_cast<int>(m_choice.shown() ? m_choice.shown()->answer->sets.front().tubes.size() : 0));
    m_stairs->setVisible(any);
    m_stairWords->setVisible(any || m_choice.isClimbing());
    m_stairWords->setText(any ? tr("What each tube more buys: how many colours that many tubes mix. Click a step.")
                              : tr("Working out what each tube more buys ... Escape stops it."));
}

void ChoosePage::showField()
{
    const ShownChoicePtr& shown = m_choice.shown();
    const std::vector<TubeId> chosen = shown ? shown->ownTubes() : std::vector<TubeId>();
    FieldContents contents;
    for (std::size_t i = 0; i < m_document.studio()->paints.size(); ++i) {
        const Paint& paint = m_document.studio()->paints[i];
        const bool strong = std::ranges::find(chosen, m_document.notebook().tubes[i].id) != chosen.end();
        contents.tubes.push_back({text(paint.name), paint.swatch.full, paint.swatch.thin, strong});
    }
    if (shown)
        for (const std::size_t place : shown->set().tubes)
            if (!shown->pool().isOwned(place)) {
                const Paint& paint = shown->pool().paints[place];
                contents.tubes.push_back({text(paint.name), paint.swatch.full, paint.swatch.thin, true});
            }
    for (std::size_t i = 0; i < m_needs.records().size(); ++i) {
        const Need& need = m_needs.records()[i].need;
        contents.needs.push_back({QStringLiteral("%1: %2").arg(text(need.name), colourWords(need.target)), need.target,
                                  m_needs.stateOf(i) == NeedsModel::State::Met});
    }
    m_field->setContents(std::move(contents));
}

} // namespace iris
