#pragma once

#include "paint/film.h"
#include "paint/paper.h"

#include <QWidget>
#include <array>
#include <optional>

namespace iris {

class ViewSettings;

/// What a puddle does laid once, twice and a third time, each layer dry before the next, on paper and over a pen line.
class LayersWidget : public QWidget {
    Q_OBJECT

public:
    explicit LayersWidget(ViewSettings& settings, QWidget* parent = nullptr);

    /// @param paper what lies below, under its surface: a paper, or a dry wash on one
    void show(const Film& film, double wash, const Spectrum& paper);
    void clear();
    /// On paper, then over the line, each after one, two and three layers.
    const std::array<std::array<Lab, 3>, 2>& colours() const { return m_colours; }

    QSize sizeHint() const override { return {380, 84}; }
    QSize minimumSizeHint() const override { return {240, 76}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    ViewSettings& m_settings;
    bool m_any = false;
    std::array<std::array<Lab, 3>, 2> m_colours{};
};

} // namespace iris
