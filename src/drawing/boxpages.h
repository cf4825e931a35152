#pragma once

#include "drawing/washpainter.h"
#include "notebook/mixrecord.h"
#include "palette/box.h"

#include <QFont>
#include <QImage>
#include <QStringList>

namespace iris {

/// One tube in its pan.
struct PanLook {
    QString name;
    QString codes;
    WashColours wash;
    unsigned seed = 1;
};

/// One colour that is needed, and what mixes it.
struct CardLook {
    QString name;
    QString words;  ///< the recipe
    QString result; ///< "2.4 apart"
    Lab target;
    Lab full;                ///< the mix at full strength
    Lab laid;                ///< and at its wash
    bool isAnswered = false; ///< there is a recipe, which may be bare paper
    Recipe recipe;
};

/// A palette as it lies on the table, and how its colours are mixed: what is printed and what is shown.
struct BoxContents {
    QString title;
    QStringList notes; ///< below the box: paint, minutes
    BoxLayout layout;  ///< its paints are places in `pans`
    std::vector<PanLook> pans;
    std::vector<Paint> paints; ///< the recipes count these
    std::vector<CardLook> cards;
    std::vector<PaintUse> uses; ///< what a picture takes of each, in the order of the paints
    SwatchingTime time;
};

/// Where everything stands, in mm from the upper left corner of the first page; pages lie below one another.
struct BoxPlan {
    QSizeF page;
    std::size_t pages = 1;
    QRectF title;
    QRectF tin;                ///< the box with its rim
    std::vector<QRectF> pans;  ///< one a pan of the layout, true to size
    std::vector<QRectF> rails; ///< the words below each
    std::vector<QRectF> notes; ///< beside the tin where there is room, else below; as high as their words take
    std::vector<QRectF> cards;
};

/// @param page mm, at least as wide as the tin with its margins
BoxPlan planOf(const BoxContents& contents, const QSizeF& page);
/// On paper that lies on its long side.
BoxPlan planOf(const BoxContents& contents, SheetFormat format = SheetFormat::A4);

/// The greys it is drawn in.
struct BoxInk {
    QColor text = Qt::black;
    QColor quiet = QColor(90, 90, 90);
    QColor line = QColor(120, 120, 120);
    bool valuesOnly = false;
};

/// Draws all of it, `unitsPerMm` painter units to a mm. Needs a QGuiApplication and loadFonts().
void drawBox(QPainter& painter, const BoxContents& contents, const BoxPlan& plan, double unitsPerMm,
             const BoxInk& ink = {});

/// As a PDF, a page after the other, true to size when printed at 100 %; as one drawing; as one picture.
QByteArray boxPdf(const BoxContents& contents, SheetFormat format = SheetFormat::A4);
QByteArray boxSvg(const BoxContents& contents, SheetFormat format = SheetFormat::A4);
QImage boxPicture(const BoxContents& contents, double pixelsPerMm, SheetFormat format = SheetFormat::A4);

/// Writes it as what the name ends in: .pdf, .svg or .png (300 dots to the inch).
/// @return BadOption for another ending; FileUnwritable, and the file is whole or as it was
Result<void> writeBox(const BoxContents& contents, const QString& path, SheetFormat format = SheetFormat::A4);

} // namespace iris
