#pragma once

#include "notebook/tube.h"

#include <QDialog>
#include <array>

class QCheckBox;
class QComboBox;
class QFormLayout;
class QLineEdit;
class QPlainTextEdit;
class QPushButton;

namespace iris {

class PlainLabel;

/// Writing a tube down: what stands on the label, and the painter's own swatch if there is one. What is wrong is told
/// beneath as it is typed; a tube that does not make sense cannot be kept.
class TubeDialog : public QDialog {
    Q_OBJECT

public:
    explicit TubeDialog(const Tube& tube, QWidget* parent = nullptr);

    /// The tube as written, with the id it came with.
    Tube tube() const { return m_tube; }

private:
    void setUpLabelFields(QFormLayout* form);
    void setUpSwatchFields(QFormLayout* form);
    void setUpRatingFields(QFormLayout* form);
    void setUpStockFields(QFormLayout* form);
    void setUpNotes(QFormLayout* form);
    Result<Stock> typedStock() const;
    void read();
    Result<Tube> typed() const;
    Result<std::optional<Swatch>> typedSwatch() const;

    Tube m_tube;
    Tube m_original;
    QLineEdit* m_name = nullptr;
    QLineEdit* m_maker = nullptr;
    QLineEdit* m_codes = nullptr;
    QLineEdit* m_form = nullptr;
    QLineEdit* m_strength = nullptr;
    std::array<QLineEdit*, 3> m_swatch{};
    QLineEdit* m_line = nullptr;
    QLineEdit* m_size = nullptr;
    QLineEdit* m_price = nullptr;
    QLineEdit* m_left = nullptr;
    QLineEdit* m_boughtOn = nullptr;
    QComboBox* m_container = nullptr;
    QComboBox* m_where = nullptr;
    QComboBox* m_transparency = nullptr;
    QComboBox* m_staining = nullptr;
    QComboBox* m_granulation = nullptr;
    QComboBox* m_lightfastness = nullptr;
    QPlainTextEdit* m_notes = nullptr;
    PlainLabel* m_problem = nullptr;
    PlainLabel* m_known = nullptr;
    QPushButton* m_keep = nullptr;
};

} // namespace iris
