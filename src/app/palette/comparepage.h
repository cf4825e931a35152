#pragma once

#include "app/document/document.h"
#include "app/palette/subjectpicture.h"
#include "palette/closeness.h"
#include "palette/reach.h"

#include <QWidget>

class QComboBox;
class QGridLayout;

namespace iris {

class ChoiceModel;
class ColourField;
class PaintedPicture;
class PlainLabel;
class ViewSettings;
class ValueOutlines;
class WashChips;
class WheelChips;

/// Two to four palettes side by side, on the same axes: the picture painted with each, what each reaches by hue as an
/// outline, and by value, its twelve cleanest mixes round the wheel, its greys, darks and tints, and what it does for
/// the needs.
class ComparePage : public QWidget {
    Q_OBJECT

public:
    /// @param picture what is painted with each; @param choice whose set on show can be compared, too
    ComparePage(Document& document, SubjectPicture& picture, ChoiceModel& choice, ViewSettings& settings,
                QWidget* parent = nullptr);

    void takeFocus();
    bool isBusy() const;
    /// What came of a column; nothing while it is worked out, or nothing is chosen.
    struct Compared {
        std::vector<Paint> paints;
        PaletteReach reach;
        std::optional<Redrawn> drawn;
        NeedsMet needs;
        std::size_t asked = 0;       ///< so many needs there were
        std::optional<double> price; ///< of the tubes whose price is known, together
    };
    const std::optional<Compared>& compared(std::size_t column) const { return m_columns[column].compared; }
    void choose(std::size_t column, int row);

protected:
    void showEvent(QShowEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    static constexpr std::size_t columns = 4;

    /// One palette: what is chosen, and how it shows.
    struct Column {
        QComboBox* choice = nullptr;
        WashChips* wells = nullptr;
        PaintedPicture* picture = nullptr;
        WheelChips* wheel = nullptr;
        PlainLabel* facts = nullptr;
        std::unique_ptr<Job<Compared>> job;
        std::optional<Compared> compared;
    };

    void makeColumn(std::size_t column, QGridLayout& grid);
    void fillChoices();
    std::vector<Paint> paintsOf(const QComboBox& choice) const;
    std::optional<double> priceOf(const QComboBox& choice) const;
    std::vector<TubeId> tubesOf(const QComboBox& choice) const;
    void work(std::size_t column);
    void workAll();
    void show(std::size_t column);
    void showField();
    QString factsOf(const Compared& compared) const;

    Document& m_document;
    SubjectPicture& m_picture;
    ChoiceModel& m_choice;
    ViewSettings& m_settings;
    std::array<Column, columns> m_columns;
    QGridLayout* m_grid;
    ColourField* m_field;
    ValueOutlines* m_values;
    PlainLabel* m_legend;
    bool m_stale = true;
};

} // namespace iris
