#pragma once

#include "app/document/document.h"

#include <QWidget>

class QScrollArea;
class QVBoxLayout;

namespace iris {

class PlainLabel;

class ViewSettings;

/// How good predictions are, told honestly: every painted square left out in turn, the worst of them side by side, what
/// the squares taught about each tube, and which tubes still lack a swatch.
class PredictionsPage : public QWidget {
    Q_OBJECT

public:
    PredictionsPage(Document& document, ViewSettings& settings, QWidget* parent = nullptr);

protected:
    void showEvent(QShowEvent* event) override;

private:
    void rebuild();
    void addHeadline(QVBoxLayout* column);
    void addWorst(QVBoxLayout* column);
    void addTold(QVBoxLayout* column);
    static std::vector<MixId> learnedMixes(const Lessons& lessons, const std::vector<std::size_t>& order);
    void paintAgain(const std::vector<MixId>& mixes);
    void addFigures(QVBoxLayout* column);
    void addStrengths(QVBoxLayout* column);
    std::vector<std::size_t> mostChanged() const;
    void addUnswatched(QVBoxLayout* column);

    Document& m_document;
    ViewSettings& m_settings;
    QScrollArea* m_scroll;
    bool m_stale = true;
    bool m_showsFigures = false;
};

} // namespace iris
