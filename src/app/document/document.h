#pragma once

#include "app/jobs/job.h"
#include "notebook/notebookjson.h"
#include "notebook/notebookstore.h"
#include "notebook/studio.h"
#include "notebook/tubecsv.h"

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

    /// The notebook and what follows from it as of now. What is worked out from it, or outlives the next edit, keeps
    /// it. With many painted mixes it is behind for a moment after they change, until what they teach is worked out
    /// beside the window; then tubesChanged() and mixesChanged() tell.
    const StudioPtr& studio() const { return m_studio; }
    const Notebook& notebook() const { return m_studio->notebook; }

    QUndoStack& undoStack() { return m_undoStack; }
    /// Takes the last change back, or makes it again. What could not be written keeps its place and can be tried again.
    void undo();
    void redo();

    void addTubes(std::vector<Tube> tubes, const QString& what);
    void changeTube(const Tube& tube);
    /// Changes many at once, in one step of undo.
    void changeTubes(std::vector<Tube> tubes, const QString& what);
    /// A copy of a tube beside it, without its readings.
    void duplicateTube(TubeId id);
    /// Makes one entry of two; the first stays.
    void mergeTubes(TubeId kept, TubeId other);
    /// Files a reading; a dry one is what the tube goes by from now on.
    void fileReading(const SwatchRecord& reading, const std::optional<Picture>& picture = {});
    /// Files readings from a list; each tube goes by its last dry one.
    void addReadings(const std::vector<SwatchRecord>& readings);
    /// The tube goes by an earlier reading again.
    void goBy(SwatchId id);
    void removeSwatch(SwatchId id);
    /// Writes a mix down, or changes it when it has an id.
    void keepMix(const MixRecord& mix, const QString& what, const std::optional<Picture>& picture = {});
    void removeMix(MixId id);
    /// Keeps sheets and returns them with the numbers they got; empty when they could not be written.
    std::vector<SheetRecord> keepSheets(std::vector<SheetRecord> sheets);
    void removeSheet(SheetId id);
    /// Files the squares of a sheet.
    void fileSquares(NotebookEdit squares, const QString& title);
    void keepPaper(const PaperRecord& paper);
    void keepDevice(const DeviceRecord& device);
    void keepFilter(const QString& name, const TubeSieve& sieve);
    void removeFilter(FilterId id);
    void setWarmBlue(WarmBlue side);
    /// Sets the wells anew, the last eight of them.
    void setWells(std::vector<WellRecord> wells, const QString& what);
    /// @param touches one of allTouchesAPart
    void setTouchesAPart(int touches);
    void removeTubes(const std::vector<TubeId>& ids);
    /// Keeps a picture to paint from, or changes one that has an id; the number it has, or 0 when it could not be kept.
    SubjectId keepSubject(const SubjectRecord& subject, const QString& what,
                          const std::optional<Picture>& picture = {});
    /// Takes a picture out; its needs stay, for any picture.
    void removeSubject(SubjectId id);
    void addNeed(const Need& need, SubjectId subject = {});
    /// Puts needs, new ones and changed ones, and takes others out, in one step of undo.
    void putNeeds(std::vector<NeedRecord> needs, std::vector<NeedId> removed, const QString& what);
    void changeNeed(const NeedRecord& need);
    void removeNeeds(const std::vector<NeedId>& ids);
    /// @param wished tubes of it that are not in the notebook yet: they come in with it
    void keepPalette(const QString& name, std::vector<TubeId> tubes, std::vector<Tube> wished = {});
    void removePalette(PaletteId id);
    void changeWishes(const PaletteWishes& wishes, const QString& what = {});

    /// Carries an edit out, on disk first. For the undo commands only.
    Result<NotebookEdit> carryOut(NotebookEdit edit);

Q_SIGNALS:
    void notebookOpened();
    /// Tubes or their readings, or how their parts are counted.
    void tubesChanged();
    /// Papers, devices or kept views of the tubes.
    void studioChanged();
    void warmBlueChanged();
    void wellsChanged();
    /// Painted mixes, and with them what is learnt from them.
    void mixesChanged();
    void sheetsChanged();
    void needsChanged();
    /// Pictures to paint from, or the places picked in them.
    void subjectsChanged();
    void palettesChanged();
    void wishesChanged();
    /// An edit could not be written; nothing was changed.
    void failed(const QString& message);

private:
    void push(NotebookEdit edit, const QString& what);
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

} // namespace iris
