#pragma once

#include "notebook/notebook.h"
#include "sheet/sheetlayout.h"
#include "sheet/sheetmarks.h"

#include <QImage>
#include <QString>

class QPainter;

namespace iris {

/// Everything that is printed on a sheet.
struct SheetPage {
    SheetRecord record;
    SheetLayout layout;
    QString code;
    QrCode marks;                    ///< the code, to be read by a machine
    std::vector<QStringList> labels; ///< lines of text under each square
    QString aTouch;                  ///< how much of a part a touch is, in a line
};

/// The page of a record that is in the notebook: tubes with their codes and parts beside each square.
/// @return BadNumber when it does not fit on its paper; BadValue when the notebook has no code to print.
Result<SheetPage> pageOf(const SheetRecord& sheet, const Notebook& notebook);

/// Draws a page, `unitsPerMm` painter units to a mm. Needs a QGuiApplication and loadFonts().
void drawPage(QPainter& painter, const SheetPage& page, double unitsPerMm);

/// Pages as one PDF, true to size when printed at 100 %.
QByteArray pdfOf(const std::vector<SheetPage>& pages);

/// The same as a file. FileUnwritable; the file is whole or as it was.
Result<void> writePdf(const std::vector<SheetPage>& pages, const QString& path);

/// A page as a grey picture, so many pixels to a mm.
QImage pictureOfPage(const SheetPage& page, double pixelsPerMm);

} // namespace iris
