#pragma once

#include "finding/diagnosis.h"

#include <QDialog>

namespace iris {

struct Studio;
class ViewSettings;

/// Why a mix is as dull as it is: the tube that leans the wrong way, the mix and the mended one touching, and the way
/// between the two tubes before and after.
class DiagnosisDialog : public QDialog {
    Q_OBJECT

public:
    /// @param paints those the diagnosis counts
    DiagnosisDialog(ViewSettings& settings, const Recipe& recipe, const Diagnosis& diagnosis,
                    std::span<const Paint> paints, QWidget* parent = nullptr);
};

/// Shows what went wrong with a mix, with what may be used to mend it.
/// @return the mended mix when the painter wants to look at it
std::optional<Recipe> askWhatWentWrong(std::span<const Paint> paints, const std::vector<std::size_t>& usable,
                                       const Recipe& recipe, ViewSettings& settings, QWidget* parent);
/// The same with the tubes of a studio that are at hand.
std::optional<Recipe> askWhatWentWrong(const Studio& studio, const Recipe& recipe, ViewSettings& settings,
                                       QWidget* parent);

} // namespace iris
