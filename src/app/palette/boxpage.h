#pragma once

#include "app/document/document.h"
#include "app/parts/cellwidget.h"
#include "drawing/boxcontents.h"

#include <QWidget>

class QAction;
class QComboBox;
class QHBoxLayout;
class QScrollArea;
class QSpinBox;

namespace iris {

class ChoiceModel;
class PlainLabel;
class SubjectPicture;
class ViewSettings;

/// The box and its cards as they will be printed. The pans are its cells: the arrow keys walk them.
class BoxCanvas : public CellWidget {
    Q_OBJECT

public:
    explicit BoxCanvas(ViewSettings& settings, QWidget* parent = nullptr);

    void setContents(const BoxContents& contents);
    const BoxContents& contents() const { return m_contents; }

protected:
    int cellCount() const override { return static_cast<int>(m_plan.pans.size()); }
    int cellsInARow() const override { return static_cast<int>(m_contents.layout.columns); }
    QRectF placeOf(int cell) const override;
    QString wordsOf(int cell) const override;
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void lay();
    /// How far down all of it goes, mm.
    double bottomMm() const;

    BoxContents m_contents;
    BoxPlan m_plan;
};

/// The chosen tubes as they lie in a box, a recipe card for each need, what a picture takes of each and how long it
/// takes to swatch them; all of it to print, and the palette's wheel and greys as a sheet to paint.
class BoxPage : public QWidget {
    Q_OBJECT

public:
    /// @param shopping writes the shopping list
    BoxPage(Document& document, SubjectPicture& picture, ChoiceModel& choice, QAction& shopping, ViewSettings& settings,
            QWidget* parent = nullptr);

    void takeFocus();
    BoxCanvas& canvas() { return *m_canvas; }
    /// Writes the box as PDF, SVG or PNG.
    void write();
    /// Lays the wheel and the greys of the palette out as a sheet to paint.
    void printWheel();

protected:
    void showEvent(QShowEvent* event) override;

private:
    QWidget* makeQuestion();
    QHBoxLayout* makeActs(QAction& shopping);
    BoxAsked asked() const;
    std::vector<double> sharesOf(const std::vector<Need>& needs) const;
    void lay();
    void say(const QString& words);

    Document& m_document;
    SubjectPicture& m_picture;
    ChoiceModel& m_choice;
    QComboBox* m_order;
    QComboBox* m_size;
    QComboBox* m_pans;
    QSpinBox* m_width;
    QSpinBox* m_height;
    PlainLabel* m_told;
    BoxCanvas* m_canvas;
    QScrollArea* m_area;
    std::vector<QAction*> m_acts;
    Job<PaletteWheel> m_turning; ///< works out the wheel
    bool m_stale = true;
};

} // namespace iris
