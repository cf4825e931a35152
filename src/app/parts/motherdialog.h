#pragma once

#include "app/document/document.h"

#include <QDialog>

class QComboBox;
class QSlider;

namespace iris {

class PlainLabel;
class TouchingColours;
class ViewSettings;

/// A share of one tube stirred into every mix on show: the mixes before and after, touching, how far it ties them and
/// what it costs.
class MotherDialog : public QDialog {
    Q_OBJECT

public:
    /// @param mixes of the studio's tubes, at least one
    MotherDialog(const StudioPtr& studio, std::vector<Recipe> mixes, ViewSettings& settings, QWidget* parent = nullptr);

private:
    void stir();

    StudioPtr m_studio;
    std::vector<Recipe> m_mixes;
    QComboBox* m_tube;
    QSlider* m_share;
    TouchingColours* m_before;
    TouchingColours* m_after;
    PlainLabel* m_words;
};

} // namespace iris
