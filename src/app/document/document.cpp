#include "app/document/document.h"

#include "app/document/editcommand.h"
#include "app/parts/words.h"
#include "base/text.h"
#include "notebook/edits.h"
#include "sheet/cardfiling.h"

#include <QDate>
#include <QFileInfo>
#include <algorithm>

namespace iris {
namespace {

QString quoted(const std::string& name)
{
    return QString::fromStdString(name);
}

/// Takes a few milliseconds; a frame has sixteen.
constexpr std::size_t mostLearntAtOnce = 200;

bool touchesTubes(const NotebookEdit& edit)
{
    return !edit.tubes.put.empty() || !edit.tubes.removed.empty() || !edit.swatches.put.empty()
           || !edit.swatches.removed.empty();
}

bool touchesStudio(const NotebookEdit& edit)
{
    return !edit.papers.put.empty() || !edit.papers.removed.empty() || !edit.devices.put.empty()
           || !edit.devices.removed.empty() || !edit.filters.put.empty() || !edit.filters.removed.empty();
}

} // namespace

Document::Document(QObject* parent) : QObject(parent), m_studio(studioOf({}, m_films)), m_learning(this)
{
    constexpr int quietMs = 150;
    m_quiet.setSingleShot(true);
    m_quiet.setInterval(quietMs);
    connect(&m_quiet, &QTimer::timeout, this, &Document::learn);
}

QString Document::path() const
{
    return m_store ? m_store->path() : QString();
}

QString Document::title() const
{
    return QFileInfo(path()).completeBaseName();
}

Result<void> Document::open(const QString& path)
{
    const bool ours = m_store && !m_store->isReadOnly() && areOneFile(path, m_store->path());
    if (ours && m_store->isAsLeft())
        return {};
    auto store = NotebookStore::open(path);
    if (store && ours) {
        // Somebody wrote into it. Its own lock is in the way, and goes once the file is known to open.
        m_store.reset();
        if (auto again = NotebookStore::open(path))
            store = std::move(again);
    }
    if (!store)
        return tl::unexpected(store.error());
    auto notebook = (*store)->load();
    if (!notebook)
        return tl::unexpected(notebook.error());
    take(std::move(*store), std::move(*notebook));
    return {};
}

Result<void> Document::create(const QString& path)
{
    auto store = NotebookStore::create(path);
    if (!store)
        return tl::unexpected(store.error());
    auto notebook = (*store)->load();
    if (!notebook)
        return tl::unexpected(notebook.error());
    take(std::move(*store), std::move(*notebook));
    return {};
}

void Document::take(std::unique_ptr<NotebookStore> store, Notebook notebook)
{
    m_undoStack.clear();
    m_store = std::move(store);
    m_remarks = m_store->remarks();
    m_studio = studioOf(std::move(notebook), m_films, {}, mostLearntAtOnce);
    iris::setTouchesAPart(m_studio->notebook.touchesAPart);
    catchUp();
    Q_EMIT notebookOpened();
    Q_EMIT tubesChanged();
    Q_EMIT needsChanged();
    Q_EMIT subjectsChanged();
    Q_EMIT palettesChanged();
    Q_EMIT wishesChanged();
    Q_EMIT studioChanged();
    Q_EMIT warmBlueChanged();
    Q_EMIT wellsChanged();
    Q_EMIT mixesChanged();
    Q_EMIT sheetsChanged();
}

Result<NotebookEdit> Document::carryOut(NotebookEdit edit)
{
    auto done = m_store->apply(std::move(edit));
    if (!done) {
        Q_EMIT failed(QString::fromStdString(done.error().message));
        return done;
    }
    const StudioPtr old = m_studio;
    m_studio = studioOf(edited(old->notebook, *done), m_films, old, mostLearntAtOnce);
    catchUp();
    const Notebook& before = old->notebook;
    const Notebook& now = m_studio->notebook;
    iris::setTouchesAPart(now.touchesAPart);
    const bool samePaints = old->parts.paints == m_studio->parts.paints || old->paints == m_studio->paints;
    if (touchesTubes(*done) || !samePaints || before.touchesAPart != now.touchesAPart)
        Q_EMIT tubesChanged();
    if (before.mixes != now.mixes)
        Q_EMIT mixesChanged();
    if (before.sheets != now.sheets)
        Q_EMIT sheetsChanged();
    if (touchesStudio(*done))
        Q_EMIT studioChanged();
    if (before.warmBlue != now.warmBlue)
        Q_EMIT warmBlueChanged();
    if (before.wells != now.wells)
        Q_EMIT wellsChanged();
    if (before.needs != now.needs)
        Q_EMIT needsChanged();
    if (before.subjects != now.subjects)
        Q_EMIT subjectsChanged();
    if (before.palettes != now.palettes)
        Q_EMIT palettesChanged();
    if (before.wishes != now.wishes)
        Q_EMIT wishesChanged();
    return done;
}

/// What many painted mixes teach is worked out beside the window, once it has been quiet for a while: until then what
/// is to be painted has the machine for itself, and edits that follow each other are learnt from together.
void Document::catchUp()
{
    m_learning.drop(); // at once: what it learns is of a notebook that is no more
    if (m_studio->behind)
        m_quiet.start();
    else
        m_quiet.stop();
}

void Document::learn()
{
    m_learning.start([studio = m_studio](const JobTools& tools) { return learnt(studio, tools.stop); },
                     [this](const StudioPtr& studio) {
                         m_studio = studio;
                         Q_EMIT tubesChanged();
                         Q_EMIT mixesChanged();
                     });
}

void Document::push(NotebookEdit edit, const QString& what)
{
    if (m_store)
        m_undoStack.push(new EditCommand(*this, std::move(edit), what));
}

void Document::undo()
{
    m_undoStack.undo();
    const auto* command = static_cast<const EditCommand*>(m_undoStack.command(m_undoStack.index()));
    if (command && command->isInFile())
        m_undoStack.redo(); // it could not be taken back: only its place is
}

void Document::redo()
{
    m_undoStack.redo();
    const auto* command = static_cast<const EditCommand*>(m_undoStack.command(m_undoStack.index() - 1));
    if (command && !command->isInFile())
        m_undoStack.undo();
}

void Document::addTubes(std::vector<Tube> tubes, const QString& what)
{
    NotebookEdit edit;
    edit.tubes.put = std::move(tubes);
    push(std::move(edit), what);
}

void Document::changeTube(const Tube& tube)
{
    const std::string today = QDate::currentDate().toString(Qt::ISODate).toStdString();
    push(changing(notebook(), tube, today), tr("change %1").arg(quoted(tube.name)));
}

void Document::changeTubes(std::vector<Tube> tubes, const QString& what)
{
    if (tubes.empty())
        return;
    NotebookEdit edit;
    edit.tubes.put = std::move(tubes);
    push(std::move(edit), what);
}

void Document::duplicateTube(TubeId id)
{
    if (const Tube* tube = notebook().tube(id))
        push(duplicating(notebook(), id), tr("duplicate %1").arg(quoted(tube->name)));
}

void Document::mergeTubes(TubeId kept, TubeId other)
{
    const Tube* tube = notebook().tube(kept);
    NotebookEdit edit = merging(notebook(), kept, other);
    if (tube && edit != NotebookEdit{})
        push(std::move(edit), tr("merge into %1").arg(quoted(tube->name)));
}

void Document::fileReading(const SwatchRecord& reading, const std::optional<Picture>& picture)
{
    const Tube* tube = notebook().tube(reading.tube);
    if (!tube)
        return;
    NotebookEdit edit = picture ? filing(notebook(), reading, *picture) : filing(notebook(), reading);
    push(std::move(edit), tr("reading of %1").arg(quoted(tube->name)));
}

void Document::addReadings(const std::vector<SwatchRecord>& readings)
{
    if (!readings.empty())
        push(filing(notebook(), readings), tr("bring in %1").arg(text(counted(readings.size(), "reading"))));
}

void Document::goBy(SwatchId id)
{
    const NotebookEdit edit = goingBy(notebook(), id);
    if (!edit.tubes.put.empty())
        push(edit, tr("go by another reading of %1").arg(quoted(edit.tubes.put.front().name)));
}

void Document::removeSwatch(SwatchId id)
{
    const SwatchRecord* swatch = notebook().swatch(id);
    const Tube* tube = swatch ? notebook().tube(swatch->tube) : nullptr;
    if (!tube)
        return;
    NotebookEdit edit;
    edit.swatches.removed = {id};
    push(std::move(edit), tr("remove a reading of %1").arg(quoted(tube->name)));
}

void Document::keepMix(const MixRecord& mix, const QString& what, const std::optional<Picture>& picture)
{
    NotebookEdit edit;
    edit.mixes.put = {mix};
    if (picture)
        edit.pictures = {*picture};
    push(std::move(edit), what);
}

void Document::removeMix(MixId id)
{
    NotebookEdit edit;
    edit.mixes.removed = {id};
    const MixRecord* mix = notebook().mix(id);
    push(std::move(edit), tr("remove the mix %1").arg(mix ? QString::fromStdString(partsText(mix->parts)) : QString()));
}

std::vector<SheetRecord> Document::keepSheets(std::vector<SheetRecord> sheets)
{
    if (sheets.empty() || !m_store)
        return {};
    const SheetId last = notebook().sheets.empty() ? SheetId{} : notebook().sheets.back().id;
    NotebookEdit edit;
    const QString title = QString::fromStdString(sheets.front().title);
    edit.sheets.put = std::move(sheets);
    push(std::move(edit), tr("lay out %1").arg(title));
    std::vector<SheetRecord> kept;
    for (const SheetRecord& sheet : notebook().sheets)
        if (sheet.id > last)
            kept.push_back(sheet);
    return kept;
}

void Document::removeSheet(SheetId id)
{
    NotebookEdit edit;
    edit.sheets.removed = {id};
    const SheetRecord* sheet = notebook().sheet(id);
    push(std::move(edit), tr("remove sheet %1").arg(sheet ? quoted(sheet->title) : QString()));
}

void Document::fileSquares(NotebookEdit squares, const QString& title)
{
    push(std::move(squares), tr("file squares of %1").arg(title));
}

void Document::keepPaper(const PaperRecord& paper)
{
    NotebookEdit edit;
    edit.papers.put = {paper};
    push(std::move(edit), tr("keep paper %1").arg(quoted(paper.name)));
}

void Document::keepDevice(const DeviceRecord& device)
{
    NotebookEdit edit;
    edit.devices.put = {device};
    push(std::move(edit), tr("keep device %1").arg(quoted(device.name)));
}

void Document::keepFilter(const QString& name, const TubeSieve& sieve)
{
    NotebookEdit edit;
    edit.filters.put = {{{}, name.toStdString(), sieve}};
    push(std::move(edit), tr("keep view %1").arg(name));
}

void Document::removeFilter(FilterId id)
{
    NotebookEdit edit;
    edit.filters.removed = {id};
    push(std::move(edit), tr("forget a view"));
}

void Document::setWarmBlue(WarmBlue side)
{
    if (side == notebook().warmBlue)
        return;
    NotebookEdit edit;
    edit.warmBlue = side;
    push(std::move(edit), tr("call the other blue warm"));
}

void Document::setWells(std::vector<WellRecord> wells, const QString& what)
{
    if (wells.size() > mostWells)
        wells.erase(wells.begin(), wells.end() - static_cast<std::ptrdiff_t>(mostWells));
    NotebookEdit edit;
    edit.wells = std::move(wells);
    push(std::move(edit), what);
}

void Document::setTouchesAPart(int touches)
{
    if (touches == notebook().touchesAPart)
        return;
    NotebookEdit edit;
    edit.touchesAPart = touches;
    push(std::move(edit), tr("count %1 touches a part").arg(touches));
}

QByteArray Document::picture(const std::string& name) const
{
    if (!m_store || name.empty())
        return {};
    const auto picture = m_store->picture(name);
    return picture ? QByteArray::fromStdString(picture->bytes) : QByteArray();
}

Result<WholeText> Document::wholeText() const
{
    return wholeNotebookJson(*m_store, notebook());
}

void Document::removeTubes(const std::vector<TubeId>& ids)
{
    if (ids.empty())
        return;
    NotebookEdit edit;
    edit.tubes.removed = ids;
    const Tube* first = notebook().tube(ids.front());
    push(std::move(edit),
         ids.size() == 1 && first ? tr("remove %1").arg(quoted(first->name)) : tr("remove %1 tubes").arg(ids.size()));
}

SubjectId Document::keepSubject(const SubjectRecord& subject, const QString& what,
                                const std::optional<Picture>& picture)
{
    const SubjectId last = notebook().subjects.empty() ? SubjectId{} : notebook().subjects.back().id;
    NotebookEdit edit;
    edit.subjects.put = {subject};
    if (picture)
        edit.pictures = {*picture};
    push(std::move(edit), what);
    if (subject.id.value > 0 || notebook().subjects.empty())
        return subject.id;
    const SubjectId now = notebook().subjects.back().id;
    return now > last ? now : SubjectId{};
}

void Document::removeSubject(SubjectId id)
{
    const SubjectRecord* subject = notebook().subject(id);
    if (!subject)
        return;
    NotebookEdit edit;
    edit.subjects.removed = {id};
    push(std::move(edit), tr("take out the picture %1").arg(quoted(subject->name)));
}

void Document::addNeed(const Need& need, SubjectId subject)
{
    putNeeds({{{}, need, subject}}, {}, tr("add need %1").arg(quoted(need.name)));
}

void Document::putNeeds(std::vector<NeedRecord> needs, std::vector<NeedId> removed, const QString& what)
{
    NotebookEdit edit;
    edit.needs.put = std::move(needs);
    edit.needs.removed = std::move(removed);
    if (edit != NotebookEdit{})
        push(std::move(edit), what);
}

void Document::changeNeed(const NeedRecord& need)
{
    NotebookEdit edit;
    edit.needs.put = {need};
    push(std::move(edit), tr("change need %1").arg(quoted(need.need.name)));
}

void Document::removeNeeds(const std::vector<NeedId>& ids)
{
    if (ids.empty())
        return;
    NotebookEdit edit;
    edit.needs.removed = ids;
    const NeedRecord* first = notebook().need(ids.front());
    push(std::move(edit), ids.size() == 1 && first ? tr("remove need %1").arg(quoted(first->need.name))
                                                   : tr("remove %1 needs").arg(ids.size()));
}

void Document::keepPalette(const QString& name, std::vector<TubeId> tubes, std::vector<Tube> wished)
{
    NotebookEdit edit;
    if (!wished.empty()) {
        const auto next = m_store->nextTube();
        if (!next) {
            Q_EMIT failed(QString::fromStdString(next.error().message));
            return;
        }
        std::int64_t number = next->value;
        for (Tube& tube : wished) {
            tube.id = {number++};
            tubes.push_back(tube.id);
        }
        edit.tubes.put = std::move(wished);
    }
    edit.palettes.put = {{{}, name.toStdString(), std::move(tubes)}};
    push(std::move(edit), tr("keep palette %1").arg(name));
}

void Document::removePalette(PaletteId id)
{
    NotebookEdit edit;
    edit.palettes.removed = {id};
    const PaletteRecord* palette = notebook().palette(id);
    push(std::move(edit), tr("remove palette %1").arg(palette ? quoted(palette->name) : QString()));
}

void Document::changeWishes(const PaletteWishes& wishes, const QString& what)
{
    if (wishes == notebook().wishes)
        return;
    NotebookEdit edit;
    edit.wishes = wishes;
    push(std::move(edit), what.isEmpty() ? tr("change the limits") : what);
}

} // namespace iris
