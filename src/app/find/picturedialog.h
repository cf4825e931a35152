#pragma once

#include "app/document/document.h"
#include "app/parts/picturecanvas.h"
#include "app/jobs/openpicture.h"

#include <QDialog>

class QListWidget;
class QPushButton;
class QSlider;

namespace iris {

class PlainLabel;

/// Colours out of a photograph or scan: numbered pins, from one pixel to an averaged region; a white can be set by
/// clicking something that is white or grey. Each pin can be matched, all of them written down as needs.
class PictureDialog : public QDialog {
    Q_OBJECT

public:
    PictureDialog(Document& document, const QString& picture, QWidget* parent = nullptr);

    PictureCanvas& canvas() { return *m_canvas; }
    bool isOpen() const { return m_scan != nullptr; }
    void pick(QPoint place);
    /// The colour of each pin.
    std::vector<Lab> colours() const;
    /// The one in hand when the dialog was accepted.
    std::optional<Lab> chosen() const;
    void writeNeeds();

private:
    QWidget* makeSide();
    void take(const Result<ScanPtr>& scan);
    void fill();

    Document& m_document;
    QString m_name;
    Job<Result<ScanPtr>> m_opening;
    ScanPtr m_scan;
    std::vector<Pin> m_pins;
    std::vector<LinearRgb> m_light; ///< one a pin
    std::optional<LinearRgb> m_white;
    PictureCanvas* m_canvas;
    PlainLabel* m_words;
    QSlider* m_size;
    QPushButton* m_setWhite;
    QListWidget* m_list;
    QPushButton* m_match;
    QPushButton* m_needs;
};

} // namespace iris
