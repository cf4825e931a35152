#pragma once

#include "app/jobs/openpicture.h"
#include "app/parts/picturecanvas.h"
#include "sheet/pickedcolour.h"

#include <QDialog>

class QCheckBox;
class QPushButton;

namespace iris {

class PlainLabel;
class TouchingColours;
class ViewSettings;

/// What a dab out of a puddle looks like, read off a photograph or scan of it: click the dab, then the bare paper
/// beside it. Nothing of the picture is kept.
class DabDialog : public QDialog {
    Q_OBJECT

public:
    /// @param expected what the puddle should look like as it dries; @param dries how much lighter it dries, L*, where
    /// that is known
    DabDialog(ViewSettings& settings, const QString& picture, const Lab& expected, std::optional<double> dries,
              QWidget* parent = nullptr);

    PictureCanvas& canvas() { return *m_canvas; }
    bool isOpen() const { return m_scan != nullptr; }
    /// What was read, as it is when dry; nothing yet, or why it cannot be read.
    std::optional<Dab> dab() const { return m_dab; }
    /// Whether it is to be written down as a painted mix, to be learnt from.
    bool toBeKept() const { return m_keeps; }

private:
    QWidget* makeSide();
    void take(const Result<ScanPtr>& scan);
    void pick(QPoint place);
    void read();
    void showPlaces();
    QString wordsOf(const Dab& dab) const;
    int radius() const;

    Lab m_expected;
    std::optional<double> m_dries;
    Job<Result<ScanPtr>> m_opening;
    ScanPtr m_scan;
    std::optional<QPoint> m_place;
    std::optional<QPoint> m_paper;
    std::optional<Dab> m_dab;
    bool m_keeps = false;
    PictureCanvas* m_canvas;
    PlainLabel* m_words;
    QPushButton* m_paperNext;
    TouchingColours* m_beside;
    PlainLabel* m_told;
    QCheckBox* m_dry;
    QPushButton* m_looks;
    QPushButton* m_learn;
};

} // namespace iris
