#pragma once

#include "app/document/document.h"
#include "app/jobs/openpicture.h"
#include "app/parts/picturecanvas.h"

#include <QDialog>

class QListWidget;
class QPushButton;
class QSlider;

namespace iris {

class PlainLabel;

/// Colours out of a photograph or scan: numbered pins, from one pixel to an averaged region; a white can be set by
/// clicking something that is white or grey. Each pin can be matched, all of them written down as needs. With its first
/// pin the picture is kept in the notebook, and every pin with it; the same picture opened again has them all.
class PictureDialog : public QDialog {
    Q_OBJECT

public:
    /// A picture in a file.
    PictureDialog(Document& document, const QString& picture, QWidget* parent = nullptr);
    /// One that is kept.
    PictureDialog(Document& document, SubjectId subject, QWidget* parent = nullptr);

    PictureCanvas& canvas() { return *m_canvas; }
    bool isOpen() const { return m_scan != nullptr && !m_fitting.isRunning(); }
    void pick(QPoint place);
    /// The colour of each pin, as it comes to paper.
    std::vector<Lab> colours() const;
    /// The one in hand when the dialog was accepted.
    std::optional<Lab> chosen() const;
    void writeNeeds();
    /// What the picture is called.
    const std::string& name() const { return m_subject.name; }

private:
    PictureDialog(Document& document, QWidget* parent);
    QWidget* makeSide();
    void take(const Result<ScanPtr>& scan);
    void takeKept(const Result<Picture>& kept);
    Lab colourAt(const SubjectPin& pin) const;
    void fit();
    void keep(const QString& what);
    void fill();

    Document& m_document;
    Job<Result<ScanPtr>> m_opening;
    Job<Result<Picture>> m_shrinking; ///< to what is kept; pins need not wait for it
    Job<PictureFitting> m_fitting;
    PictureFitting m_laid; ///< how its values come to paper
    ScanPtr m_scan;
    SubjectRecord m_subject; ///< without a number until it is kept
    std::optional<Picture> m_notYetKept;
    PictureCanvas* m_canvas;
    PlainLabel* m_words;
    QSlider* m_size;
    QPushButton* m_setWhite;
    QListWidget* m_list;
    QPushButton* m_match;
    QPushButton* m_needs;
};

} // namespace iris
