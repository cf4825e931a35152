#include "app/well/wellacts.h"

#include "app/parts/messages.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "notebook/edits.h"
#include "words/findwords.h"

#include <QDate>
#include <QWidget>

namespace iris {

QString stepWords(const WellStep& step, const Studio& studio)
{
    switch (step.kind) {
    case WellStep::Kind::Paint:
        return QObject::tr("%1 of %2")
            .arg(text(amountWords(step.amount, studio.notebook.handling)),
                 nameInList(studio.names.of(step.tube, step.name)));
    case WellStep::Kind::Water: return QObject::tr("water, to %1 % of the strength").arg(number(100 * step.amount, 0));
    case WellStep::Kind::Blot: return QObject::tr("blotted, %1 % left").arg(number(100 * step.amount, 0));
    case WellStep::Kind::Poured:
        return QObject::tr("poured away into another well, %1 % left").arg(number(100 * step.amount, 0));
    case WellStep::Kind::Seen: return QObject::tr("seen: %1").arg(colourWords(step.seen));
    }
    return {};
}

WellActs::WellActs(Document& document, QWidget* window) : QObject(window), m_document(document), m_window(*window) {}

void WellActs::choose(WellId well)
{
    m_open = well;
    Q_EMIT chosen();
}

void WellActs::keepWithin()
{
    const auto& wells = m_document.notebook().wells;
    if (!record())
        m_open = wells.empty() ? WellId{} : wells.back().id;
}

const WellRecord* WellActs::record() const
{
    return m_document.notebook().well(m_open);
}

void WellActs::begin(WellRecord well, const QString& what)
{
    well.id = {};
    const Notebook& before = m_document.notebook();
    if (const auto done = m_document.apply(beginning(before, well), what))
        choose(done->wells.put.front().id);
}

void WellActs::begin(const StudioPtr& studio, const Recipe& recipe, const std::optional<Lab>& wanted,
                     const QString& name)
{
    begin({{}, name.toStdString(), wanted, stepsFor(recipe, *studio)}, tr("begin a well"));
    Q_EMIT begun();
}

void WellActs::beginEmpty()
{
    const auto wanted = record() ? record()->wanted : std::nullopt;
    begin({{}, record() ? record()->name : std::string(), wanted, {}}, tr("begin a clean well"));
}

void WellActs::change(const WellRecord& well, const QString& what)
{
    if (record())
        m_document.apply(putting(well), what);
    else
        begin(well, what);
}

void WellActs::add(WellStep step, const QString& what)
{
    WellRecord changed = record() ? *record() : WellRecord{};
    if (changed.steps.size() >= mostWellSteps)
        return messages().tell(&m_window, tr("The well is full"),
                               tr("A well keeps %1 steps. Begin a clean one.").arg(mostWellSteps));
    changed.steps.push_back(std::move(step));
    change(changed, what);
}

void WellActs::putIn(TubeId tube, double parts)
{
    const Tube* record = m_document.notebook().tube(tube);
    if (!record)
        return;
    WellStep step;
    step.tube = tube;
    step.name = record->name;
    step.amount = parts;
    add(std::move(step),
        tr("put %1 of %2 in").arg(text(amountWords(parts, m_document.notebook().handling)), text(record->name)));
}

void WellActs::water()
{
    constexpr double step = 0.7071;
    WellStep more;
    more.kind = WellStep::Kind::Water;
    more.amount = step;
    add(more, tr("let a puddle out"));
}

void WellActs::blot()
{
    WellStep half;
    half.kind = WellStep::Kind::Blot;
    half.amount = 0.5;
    add(half, tr("blot half away"));
}

void WellActs::see(const std::vector<Look>& looks)
{
    if (!record() || !record()->wanted)
        return;
    const auto sight = sightOf(looks, {*record()->wanted, {}, false, false});
    if (!sight)
        return messages().tell(&m_window, tr("How it looks"), text(sight.error().message));
    WellStep step;
    step.kind = WellStep::Kind::Seen;
    step.seen = sight->colour;
    step.sd = sight->sd;
    add(step, tr("say how it looks"));
}

void WellActs::seeColour(const Lab& colour, double sd)
{
    WellStep step;
    step.kind = WellStep::Kind::Seen;
    step.seen = colour;
    step.sd = sd;
    add(step, tr("say what it looks like"));
}

void WellActs::backTo(int steps)
{
    if (!record() || steps < 0 || steps >= static_cast<int>(record()->steps.size()))
        return;
    WellRecord shorter = *record();
    shorter.steps.resize(static_cast<std::size_t>(steps));
    change(shorter, tr("take a puddle back"));
}

/// The puddle with what went in as its note; nothing while the well is clean.
std::optional<MixRecord> WellActs::asMix() const
{
    if (!record())
        return std::nullopt;
    const WellState state = stateOf(*record(), *m_document.studio());
    const auto recipe = recipeOf(state.contents, m_document.notebook().handling);
    if (!recipe)
        return std::nullopt;
    MixRecord mix;
    mix.name = record()->name;
    mix.wash = recipe->wash;
    mix.date = today();
    QStringList lineage;
    for (const WellStep& step : record()->steps)
        lineage << stepWords(step, *m_document.studio());
    mix.notes = lineage.join(QStringLiteral("; ")).toStdString();
    mix.parts = mixPartsOf(*recipe, m_document.studio()->notebook);
    return mix;
}

void WellActs::save()
{
    if (const auto mix = asMix())
        m_document.apply(putting(*mix), tr("keep a puddle"));
}

void WellActs::saveDried(const Dab& dab)
{
    auto mix = asMix();
    if (!mix)
        return;
    mix->origin = MixOrigin::Typed;
    mix->painted = dab.colour;
    mix->uncertainty = dab.uncertainty;
    m_document.apply(putting(*mix), tr("learn from a puddle"));
}

void WellActs::markBest()
{
    if (!record())
        return;
    const WellRecord& open = *record();
    std::vector<WellRecord> changed;
    for (WellRecord well : m_document.notebook().wells) {
        const bool best = well.id == open.id ? !open.best : well.best && well.wanted != open.wanted;
        if (std::exchange(well.best, best) != best)
            changed.push_back(std::move(well));
    }
    m_document.apply(putting(changed), open.best ? tr("take a mark off") : tr("mark the best attempt"));
}

void WellActs::pour(WellId from)
{
    const WellRecord* source = m_document.notebook().well(from);
    if (!source || from == m_open || !record())
        return;
    const Poured both = poured(*source, *record(), *m_document.studio());
    if (std::max(both.into.steps.size(), both.from.steps.size()) > mostWellSteps)
        return;
    m_document.apply(putting(std::vector{both.from, both.into}), tr("pour half of another well in"));
}

void WellActs::empty()
{
    if (record())
        m_document.apply(removing<WellRecord>(m_open), tr("wash a well out"));
}

} // namespace iris
