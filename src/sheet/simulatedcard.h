#pragma once

#include "paint/rebuild.h"
#include "sheet/cardlayout.h"
#include "sheet/simulatedpaint.h"

#include <vector>

namespace iris {

/// What is painted on a card and how well: everything a made-up painter can do to it.
struct CardPainting {
    Film film;
    Lab paper{96.1, 0.0, 1.2}; ///< white of the sheet, D50
    double shareLeft = 0.3;    ///< of the film after lifting, 0 to 1
    double grain = 0;          ///< standard deviation of the film's thickness as pigment settles, a share of it
    double unevenness = 0.04;  ///< of the wash, over centimetres
    double blooms = 0;         ///< how many cauliflowers, 0 to 3
    int specks = 0;            ///< dust and splashes over the card
    double wetShine = 0;       ///< share of the paint that mirrors the lamp, 0 to 1
    bool withLifted = true;
    unsigned seed = 1;

    bool operator==(const CardPainting&) const = default;
};

/// A swatch card painted from a film: three patches on rough paper, laid out as cardlayout.h says, with grain, blooms,
/// hard edges and specks. The same painting always gives the same card.
class SimulatedCard : public Scene {
public:
    explicit SimulatedCard(const CardPainting& painting);

    double widthMm() const override { return card::widthMm; }
    double heightMm() const override { return card::heightMm; }
    LinearRgb at(double xMm, double yMm) const override;

    /// What an instrument with a wide eye would measure: the mean light of each patch, without blooms and specks.
    Swatch truth() const { return m_truth; }
    Lab paper() const { return m_painting.paper; }

private:
    double thicknessAt(double xMm, double yMm, double nominal, double left) const;
    void measure();

    CardPainting m_painting;
    FilmShades m_onPaper;
    FilmShades m_overLine;
    std::vector<Spot> m_blooms;
    std::vector<Spot> m_specks;
    Swatch m_truth;
};

/// A chart of patches with known colours: `columns` in a row, each 12 mm with 2 mm between, on white card.
class SimulatedChart : public Scene {
public:
    SimulatedChart(std::vector<Lab> patches, int columns);

    double widthMm() const override { return 2 * marginMm + m_columns * pitchMm - gapMm; }
    double heightMm() const override { return 2 * marginMm + rows() * pitchMm - gapMm; }
    LinearRgb at(double xMm, double yMm) const override;

    int columns() const { return m_columns; }
    int rows() const { return static_cast<int>(m_patches.size()) / m_columns; }
    const std::vector<Lab>& patches() const { return m_patches; }
    /// The grid's corners in pixels of a straight scan.
    QPolygonF cornersAt(double pixelsPerMm) const;

    static constexpr double marginMm = 12;
    static constexpr double pitchMm = 14;
    static constexpr double gapMm = 2;

    /// Twelve painters' colours with six greys among them, all inside sRGB; made up for the purpose.
    static std::vector<Lab> twelvePatches();

private:
    std::vector<Lab> m_patches;
    std::vector<LinearRgb> m_light;
    int m_columns;
};

} // namespace iris
