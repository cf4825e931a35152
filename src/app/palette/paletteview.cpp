#include "app/palette/paletteview.h"

#include "app/palette/choicepanel.h"
#include "app/palette/needspanel.h"
#include "app/parts/colourfield.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"

#include <QHBoxLayout>
#include <QVBoxLayout>
#include <algorithm>

namespace iris {

PaletteView::PaletteView(Document& document, NeedsModel& needs, TubeModel& tubes, ViewSettings& settings,
                         QWidget* parent)
    : Place(tr("Palette"), "Palette", parent),
      m_document(document),
      m_needs(needs),
      m_field(new ColourField(settings, this)),
      m_needsPanel(new NeedsPanel(document, needs, tubes, settings, this)),
      m_choice(new ChoicePanel(document, needs, settings, this))
{
    m_field->setObjectName(QStringLiteral("needsField"));
    auto* left = new QVBoxLayout;
    left->setSpacing(2 * gridStep);
    left->addWidget(m_field, 5);
    left->addWidget(m_needsPanel, 4);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(4 * gridStep, 3 * gridStep, 4 * gridStep, 3 * gridStep);
    layout->setSpacing(4 * gridStep);
    layout->addLayout(left, 2);
    layout->addWidget(m_choice, 3);

    connect(m_needsPanel, &NeedsPanel::needChosen, this, [this](int row) {
        if (row >= 0)
            m_field->setCurrent(ColourField::Mark{ColourField::Kind::Need, static_cast<std::size_t>(row)});
    });
    connect(m_field, &ColourField::markActivated, this, [this](ColourField::Mark mark) {
        if (mark.kind == ColourField::Kind::Need)
            m_needsPanel->setCurrent(static_cast<int>(mark.index));
    });
    connect(m_choice, &ChoicePanel::answersChanged, this, &PaletteView::showField);
    connect(&needs, &QAbstractItemModel::modelReset, this, &Place::countChanged);
    connect(&needs, &QAbstractItemModel::dataChanged, this, &Place::countChanged);
    addActions(m_choice->actions());
    addAction(m_needsPanel->writeNewAct());
    showField();
}

QString PaletteView::count() const
{
    return tr("%1 of %2").arg(m_needs.metCount()).arg(m_needs.rowCount());
}

void PaletteView::takeFocus()
{
    m_choice->takeFocus();
}

std::vector<WalkingKey> PaletteView::walkingKeys() const
{
    return {{tr("Enter"), tr("change the chosen need")},
            {tr("arrows, Enter"), tr("on the colour field: walk from dot to dot, pick one")},
            {tr("+  −  0"), tr("on the colour field: nearer, farther, all of it")}};
}

void PaletteView::showField()
{
    const std::vector<TubeId> chosen = m_choice->shownTubes();
    FieldContents contents;
    for (std::size_t i = 0; i < m_document.studio()->paints.size(); ++i) {
        const Paint& paint = m_document.studio()->paints[i];
        const bool strong = std::ranges::find(chosen, m_document.notebook().tubes[i].id) != chosen.end();
        contents.tubes.push_back({text(paint.name), paint.swatch.full, paint.swatch.thin, strong});
    }
    for (std::size_t i = 0; i < m_document.notebook().needs.size(); ++i) {
        const Need& need = m_document.notebook().needs[i].need;
        contents.needs.push_back({QStringLiteral("%1: %2").arg(text(need.name), colourWords(need.target)), need.target,
                                  m_needs.stateOf(i) == NeedsModel::State::Met});
    }
    m_field->setContents(std::move(contents));
}

} // namespace iris
