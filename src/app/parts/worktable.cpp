#include "app/parts/worktable.h"

#include "app/parts/maywrite.h"
#include "app/parts/mixnotedialog.h"
#include "app/parts/words.h"
#include "notebook/edits.h"

#include <algorithm>

namespace iris {
namespace {

constexpr std::size_t mostPinned = 16;

} // namespace

Worktable::Worktable(Document& document, TubeModel& model, ViewSettings& settings, QObject* parent)
    : QObject(parent),
      m_document(document),
      m_model(model),
      m_settings(settings)
{
    whenChanged(document, NotebookPart::Tubes, this, [this] { m_reach.reset(); });
    connect(&document, &Document::notebookOpened, this, &Worktable::clearBench);
}

const CleanReach& Worktable::reach(double wash)
{
    if (!m_reach || m_reachWash != wash) {
        std::vector<Paint> paints;
        for (const std::size_t place : m_document.studio()->atHand())
            paints.push_back(m_document.studio()->paints[place]);
        m_reach.emplace(paints, wash);
        m_reachWash = wash;
    }
    return *m_reach;
}

void Worktable::pin(const Pinned& colour)
{
    if (m_bench.size() == mostPinned)
        m_bench.erase(m_bench.begin());
    m_bench.push_back(colour);
    Q_EMIT benchChanged();
}

void Worktable::unpin(std::size_t place)
{
    if (place >= m_bench.size())
        return;
    m_bench.erase(m_bench.begin() + static_cast<std::ptrdiff_t>(place));
    Q_EMIT benchChanged();
}

void Worktable::clearBench()
{
    m_bench.clear();
    Q_EMIT benchChanged();
}

void Worktable::noteOn(const StudioPtr& studio, const Recipe& recipe, QWidget* parent)
{
    const Notebook& notebook = studio->notebook;
    const MixRecord* before = recordOf(*studio, recipe);
    MixRecord mix = before ? *before : MixRecord();
    if (!before) {
        mix.parts = mixPartsOf(recipe, notebook);
        mix.wash = recipe.wash;
    }
    if (!mayWrite(m_document, parent))
        return;
    MixNoteDialog dialog(mix, partsText(mix.parts, m_document.notebook().handling, m_document.studio()->names), parent);
    if (dialog.exec() == QDialog::Accepted && dialog.mix() != mix)
        m_document.apply(putting(dialog.mix()), tr("note on %1")
                                                    .arg(text(partsText(mix.parts, m_document.notebook().handling,
                                                                        m_document.studio()->names))));
}

const MixRecord* recordOf(const Studio& studio, const Recipe& recipe)
{
    const Notebook& notebook = studio.notebook;
    if (const MixRecord* painted = studio.painted.as(notebook, recipe))
        return painted;
    const auto noted =
        std::ranges::find_if(notebook.mixes, [&](const MixRecord& mix) { return isMixOf(mix, recipe, notebook); });
    return noted == notebook.mixes.end() ? nullptr : &*noted;
}

} // namespace iris
