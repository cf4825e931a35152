#include "app/palette/choosepage.h"

#include "app/palette/choicepanel.h"
#include "app/parts/colourfield.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"

#include <QHBoxLayout>
#include <algorithm>

namespace iris {

ChoosePage::ChoosePage(Document& document, NeedsModel& needs, ViewSettings& settings, QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_needs(needs),
      m_field(new ColourField(settings, this)),
      m_choice(new ChoicePanel(document, needs, settings, this))
{
    m_field->setObjectName(QStringLiteral("needsField"));
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4 * gridStep);
    layout->addWidget(m_field, 2);
    layout->addWidget(m_choice, 3);
    connect(m_choice, &ChoicePanel::answersChanged, this, &ChoosePage::showField);
    addActions(m_choice->actions());
    showField();
}

void ChoosePage::showField()
{
    const std::vector<TubeId> chosen = m_choice->shownTubes();
    FieldContents contents;
    for (std::size_t i = 0; i < m_document.studio()->paints.size(); ++i) {
        const Paint& paint = m_document.studio()->paints[i];
        const bool strong = std::ranges::find(chosen, m_document.notebook().tubes[i].id) != chosen.end();
        contents.tubes.push_back({text(paint.name), paint.swatch.full, paint.swatch.thin, strong});
    }
    for (std::size_t i = 0; i < m_needs.records().size(); ++i) {
        const Need& need = m_needs.records()[i].need;
        contents.needs.push_back({QStringLiteral("%1: %2").arg(text(need.name), colourWords(need.target)), need.target,
                                  m_needs.stateOf(i) == NeedsModel::State::Met});
    }
    m_field->setContents(std::move(contents));
}

} // namespace iris
