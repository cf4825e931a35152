#pragma once

#include "app/document/document.h"

#include <QDialog>

class QCheckBox;
class QComboBox;
class QLineEdit;
class QPlainTextEdit;
class QPushButton;
class QSpinBox;

namespace iris {

class PlainLabel;

/// One mix as it is written down: its tubes and their parts, the wash, how it was laid, its colour when that is
/// known, and the painter's own words.
class MixDialog : public QDialog {
    Q_OBJECT

public:
    MixDialog(Document& document, const MixRecord& mix, QWidget* parent = nullptr);

    /// What stands in the fields, or why it cannot be kept.
    Result<MixRecord> mix() const;
    /// The picture its record names, when it was added here.
    const std::optional<Picture>& newPicture() const { return m_newPicture; }

private:
    void addParts(class QFormLayout* form);
    void addFields(class QFormLayout* form);
    void addButtons(class QFormLayout* form);
    void fill();
    void nameFields();
    class QHBoxLayout* makeLaidRow();
    class QHBoxLayout* makePictureRow();
    void addPicture();
    void removePicture();
    void showPicture();
    void check();
    std::vector<MixPart> parts() const;

    Document& m_document;
    MixRecord m_mix;
    std::vector<QComboBox*> m_tubes;
    std::vector<QSpinBox*> m_counts;
    std::vector<QComboBox*> m_units; ///< of the counts: parts or touches
    QComboBox* m_wash;
    QSpinBox* m_layers;
    QCheckBox* m_wet;
    QLineEdit* m_colour;
    QLineEdit* m_paper;
    QLineEdit* m_date;
    QLineEdit* m_name;
    QComboBox* m_stars;
    QLineEdit* m_tags;
    QPlainTextEdit* m_notes;
    PlainLabel* m_thumbnail;
    QPushButton* m_removePicture;
    PlainLabel* m_trouble;
    std::optional<Picture> m_newPicture;
    QPushButton* m_keep = nullptr;
};

} // namespace iris
