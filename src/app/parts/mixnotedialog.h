#pragma once

#include "notebook/mixrecord.h"

#include <QDialog>

class QComboBox;
class QLineEdit;
class QPlainTextEdit;

namespace iris {

/// The painter's own words on a mix: its name, how much it is liked, tags, notes.
class MixNoteDialog : public QDialog {
    Q_OBJECT

public:
    /// @param words what is in it
    MixNoteDialog(const MixRecord& mix, const std::string& words, QWidget* parent = nullptr);

    MixRecord mix() const;

private:
    MixRecord m_mix;
    QLineEdit* m_name;
    QComboBox* m_stars;
    QLineEdit* m_tags;
    QPlainTextEdit* m_notes;
};

} // namespace iris
