#pragma once

#include "app/palette/needspanel.h"
#include "app/palette/subjectpicture.h"

class QBoxLayout;
class QComboBox;
class QMenu;
class QStackedWidget;

namespace iris {

class ColourField;
class PaintedPicture;
class PictureCanvas;

/// What the picture needs: the picture itself, with each need's places in it, and the needs as its legend. Without a
/// picture the colour field stands in its stead.
class NeedsPage : public QWidget {
    Q_OBJECT

public:
    /// @param choose the act that goes on to the choice
    NeedsPage(Document& document, NeedsModel& needs, TubeModel& tubes, ViewSettings& settings, QAction& choose,
              QWidget* parent = nullptr);

    NeedsPanel& panel() { return *m_panel; }
    PictureCanvas& canvas() { return *m_canvas; }
    SubjectPicture& picture() { return m_picture; }
    bool isProposing() const { return m_proposing.isRunning(); }
    void takeFocus();

    void askPicture();
    /// Brings in a photograph or sketch.
    void takePicture(const QString& path);
    /// Writes the colours the picture is made of down as needs, but those that are there already.
    void propose();
    /// The chosen needs become one, or the chosen one two.
    void merge();
    void split();
    /// A place of the picture: a new need, or with `moves` the colour of the need in hand.
    void pick(QPoint place, bool moves);
    void showSimplified(bool simplified);

private:
    QWidget* makeHead();
    QWidget* makeLegend(QAction& choose);
    QMenu* makeSources();
    QMenu* makePictureMenu();
    QWidget* makePictures();
    void layOut();
    void addSet(const std::vector<Need>& needs, const QString& what);
    void addRecords(std::vector<NeedRecord> records, const QString& what);
    void askList();
    void rename();
    Lab colourAt(QPoint place) const;
    void resizeEvent(QResizeEvent* event) override;
    std::vector<Lab> colours() const;
    void showPicture();
    void showOverlay();
    void showField();
    void tell(const QString& words);

    Document& m_document;
    NeedsModel& m_needs;
    ViewSettings& m_settings;
    SubjectPicture m_picture;
    Job<std::vector<NeedRecord>> m_proposing;
    NeedsPanel* m_panel;
    QComboBox* m_subjects;
    QStackedWidget* m_stage;
    PictureCanvas* m_canvas;
    PaintedPicture* m_laid; ///< the picture with its values laid, beside it
    QWidget* m_laidSide = nullptr;
    PlainLabel* m_laidWords;
    QBoxLayout* m_pictures = nullptr;
    ColourField* m_field;
    PlainLabel* m_words;
    LoadedSubjectPtr m_shown; ///< what the canvas shows
    QAction* m_propose = nullptr;
    QAction* m_simplify = nullptr;
    QAction* m_merge = nullptr;
    QAction* m_split = nullptr;
    QAction* m_setWhite = nullptr;
    std::vector<std::pair<PictureFit, QAction*>> m_fits;
    std::vector<QAction*> m_ofPicture; ///< that need one on show
};

} // namespace iris
