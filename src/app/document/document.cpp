#include "app/document/document.h"

#include "app/document/editcommand.h"
#include "app/document/editwords.h"
#include "mixing/ratios.h"
#include "notebook/notebookjson.h"

#include <QFileInfo>

namespace iris {
namespace {

/// Takes a few milliseconds; a frame has sixteen.
constexpr std::size_t mostLearntAtOnce = 200;

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

void Document::close()
{
    if (m_store)
        take(nullptr, {});
}

void Document::take(std::unique_ptr<NotebookStore> store, Notebook notebook)
{
    m_undoStack.clear();
    m_store = std::move(store);
    m_remarks = m_store ? m_store->remarks() : std::vector<std::string>();
    m_studio = studioOf(std::move(notebook), m_films, {}, mostLearntAtOnce);
    catchUp();
    Q_EMIT notebookOpened();
    Q_EMIT changed(everyPart);
}

std::optional<NotebookEdit> Document::apply(const NotebookEdit& edit, const QString& words)
{
    if (!m_store)
        return std::nullopt;
    if (edit == NotebookEdit{})
        return edit;
    const StudioPtr before = m_studio;
    auto done = carryOut(edit);
    if (done)
        m_undoStack.push(new EditCommand([this](const NotebookEdit& step) { return carryOut(step).has_value(); }, *done,
                                         inverseOf(before->notebook, *done),
                                         words.isEmpty() ? wordsFor(edit, before->notebook) : words));
    return done;
}

std::optional<NotebookEdit> Document::carryOut(const NotebookEdit& edit)
{
    auto done = m_store->apply(edit);
    if (!done) {
        Q_EMIT failed(QString::fromStdString(done.error().message));
        return std::nullopt;
    }
    const StudioPtr before = m_studio;
    m_studio = studioOf(edited(before->notebook, *done), m_films, before, mostLearntAtOnce);
    catchUp();
    if (const NotebookParts parts = changedBy(*done, *before, *m_studio))
        Q_EMIT changed(parts);
    return std::move(*done);
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
                         Q_EMIT changed({NotebookPart::Tubes, NotebookPart::Mixes});
                     });
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

} // namespace iris
