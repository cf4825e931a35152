#pragma once

#include "app/jobs/job.h"
#include "notebook/notebookjson.h"
#include "notebook/notebookparts.h"
#include "notebook/notebookstore.h"

#include <QObject>
#include <QTimer>
#include <QUndoStack>

namespace iris {

/// The open notebook: what it holds, the paints its tubes stand for, and every change to it, which is on disk before it
/// shows. Alone emits changes.
class Document : public QObject {
    Q_OBJECT

public:
    explicit Document(QObject* parent = nullptr);

    bool isOpen() const { return m_store != nullptr; }
    QString path() const;
    /// The file's name without its ending, for headings.
    QString title() const;

    /// Why nothing can be changed; empty when it can.
    QString readOnlyReason() const { return m_store ? m_store->readOnlyReason() : QString(); }
    /// Where the notebook as it was before an update is kept; empty when it needed none.
    QString keptCopy() const { return m_store ? m_store->keptCopy() : QString(); }
    /// What was found wrong in the notebook when it was opened, and mended in what is on show; one sentence each.
    const std::vector<std::string>& remarks() const { return m_remarks; }
    /// The bytes of a picture of a reading; empty when it is gone.
    QByteArray picture(const std::string& name) const;
    /// Everything in the notebook as JSON, its pictures with it.
    Result<WholeText> wholeText() const;

    /// Opens or makes a notebook in place of the one that is open, which stays open when it fails.
    Result<void> open(const QString& path);
    Result<void> create(const QString& path);
    /// Leaves it; none is open then.
    void close();

    /// The notebook and what follows from it as of now. What is worked out from it, or outlives the next edit, keeps
    /// it. With many painted mixes it is behind for a moment after they change, until what they teach is worked out
    /// beside the window; then changed() tells.
    const StudioPtr& studio() const { return m_studio; }
    const Notebook& notebook() const { return m_studio->notebook; }

    QUndoStack& undoStack() { return m_undoStack; }
    /// Takes the last change back, or makes it again. What could not be written keeps its place and can be tried again.
    void undo();
    void redo();

    /// Carries an edit out, on disk first, and makes it a step of undo; one that holds nothing is none.
    /// @param words what undo calls the step; wordsFor() it when empty
    /// @return the edit with the numbers its new records got; nothing when it could not be written, which failed()
    /// tells
    std::optional<NotebookEdit> apply(const NotebookEdit& edit, const QString& words = {});

Q_SIGNALS:
    /// Another notebook is open than before, or none.
    void notebookOpened();
    /// What is another than before; all of it when a notebook was opened. See whenChanged().
    void changed(NotebookParts parts);
    /// An edit could not be written; nothing was changed.
    void failed(const QString& message);

private:
    std::optional<NotebookEdit> carryOut(const NotebookEdit& edit);
    void catchUp();
    void learn();
    void take(std::unique_ptr<NotebookStore> store, Notebook notebook);

    std::unique_ptr<NotebookStore> m_store;
    std::vector<std::string> m_remarks;
    StudioPtr m_studio;
    FilmCache m_films;
    Job<StudioPtr> m_learning;
    QTimer m_quiet; ///< until it is learnt from
    QUndoStack m_undoStack;
};

/// Calls a function of a receiver, or any other that lives as long as it, after every edit that changed one of some
/// parts of the notebook: once, however many they are.
template <typename Receiver, typename Function>
void whenChanged(const Document& document, NotebookParts parts, Receiver* receiver, Function function)
{
    QObject::connect(&document, &Document::changed, receiver, [parts, receiver, function](NotebookParts changed) {
        if (!(changed & parts))
            return;
        if constexpr (std::is_member_function_pointer_v<Function>)
            (receiver->*function)();
        else
            function();
    });
}

} // namespace iris
