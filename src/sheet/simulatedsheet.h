#pragma once

#include "mixing/recipe.h"
#include "notebook/notebook.h"
#include "sheet/sheetpage.h"
#include "sheet/simulatedpaint.h"

namespace iris {

/// How a made-up painter fills a sheet in.
struct SheetPainting {
    Lab paper{96.1, 0.0, 1.2};      ///< white of the sheet, D50
    double thicknessSpread = 0.15;  ///< standard deviation of ln(thickness) from square to square
    double unevenness = 0.04;       ///< of a wash, over centimetres
    double grain = 0.05;            ///< share of the film's thickness
    int specks = 0;                 ///< dust and splashes over the sheet
    std::vector<std::size_t> blank; ///< squares left unpainted
    std::vector<QRectF> smears;     ///< dark paint where none should be, mm
    double printedScale = 1;        ///< how large the printer really printed
    double lineRuns = 0;            ///< mm in which ink that is not waterproof fades into the wash below its line
    unsigned seed = 1;

    bool operator==(const SheetPainting&) const = default;
};

/// A printed sheet painted square by square: what its record says, mixed from given paints on rough paper over the
/// printed lines. The same painting always gives the same sheet. Needs a QGuiApplication.
class SimulatedSheet : public Scene {
public:
    /// @param paints one a tube of the notebook: what the tubes really are, whatever the notebook believes
    SimulatedSheet(const SheetPage& page, const Notebook& notebook, std::span<const Paint> paints,
                   const SheetPainting& painting);

    double widthMm() const override { return m_page.layout.page.width() * m_painting.printedScale; }
    double heightMm() const override { return m_page.layout.page.height() * m_painting.printedScale; }
    LinearRgb at(double xMm, double yMm) const override;

    /// What an instrument with a wide eye would measure in a square; nothing for one that is not painted.
    std::optional<Lab> truth(std::size_t cell) const;

private:
    struct Square {
        std::size_t cell = 0;
        double thickness = 1;
        FilmShades onPaper;
        FilmShades overLine;
        Lab truth;
    };

    double inkAt(double xMm, double yMm) const;
    const Square* squareAt(double xMm, double yMm) const;
    double ranInto(const Square& square, double yMm) const;
    Square squareOf(std::size_t cell, const Recipe& recipe, std::span<const Paint> paints, double thickness) const;

    SheetPage m_page;
    SheetPainting m_painting;
    QImage m_print;
    LinearRgb m_paper;
    std::vector<Square> m_squares;
    std::vector<QRectF> m_places; ///< of the squares, side by side in memory: every pixel asks
    std::vector<Spot> m_specks;
};

} // namespace iris
