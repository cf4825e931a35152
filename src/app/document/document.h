#pragma once

#include "notebook/notebook.h"
#include "notebook/notebookstore.h"
#include "notebook/tubecsv.h"

#include <QObject>
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

    /// Opens or makes a notebook in place of the one that is open, which stays open when it fails.
    Result<void> open(const QString& path);
    Result<void> create(const QString& path);

    const Notebook& notebook() const { return m_notebook; }
    /// One paint for each tube, in the same order.
    const std::vector<Paint>& paints() const { return m_paints; }
    /// The place of a tube in the notebook and in paints(); nothing when it is gone.
    std::optional<std::size_t> placeOf(TubeId id) const;

    QUndoStack& undoStack() { return m_undoStack; }

    void addTubes(std::vector<Tube> tubes, const QString& what);
    void changeTube(const Tube& tube);
    void removeTubes(const std::vector<TubeId>& ids);
    void addNeed(const Need& need);
    void changeNeed(const NeedRecord& need);
    void removeNeeds(const std::vector<NeedId>& ids);
    void keepPalette(const QString& name, std::vector<TubeId> tubes);
    void removePalette(PaletteId id);
    void changeWishes(const PaletteWishes& wishes);

    /// Carries an edit out, on disk first. For the undo commands only.
    Result<NotebookEdit> carryOut(NotebookEdit edit);

Q_SIGNALS:
    void notebookOpened();
    void tubesChanged();
    void needsChanged();
    void palettesChanged();
    void wishesChanged();
    /// An edit could not be written; nothing was changed.
    void failed(const QString& message);

private:
    void push(NotebookEdit edit, const QString& what);
    void take(std::unique_ptr<NotebookStore> store, Notebook notebook);
    void rebuildPaints();

    std::unique_ptr<NotebookStore> m_store;
    Notebook m_notebook;
    std::vector<Paint> m_paints;
    FilmCache m_films;
    QUndoStack m_undoStack;
};

} // namespace iris
