#pragma once

#include "sheet/sheetfont.h"

#include <QColor>

class QApplication;
class QPushButton;

namespace iris {

/// What lies around the paint. Every colour of it has R = G = B, so that no swatch is shifted by its surroundings.
enum class Ground { Light, Middle, Dark };

/// The greys of a ground. Text on window and on card stands out 7:1 or better.
struct GroundColours {
    QColor window;
    QColor card;
    QColor line;
    QColor text;
    QColor quietText; ///< 4.5:1 or better
    QColor selected;
    QColor selectedText;
};
GroundColours coloursOf(Ground ground);
QString nameOf(Ground ground);
Ground nextGround(Ground ground);

namespace textsize {
inline constexpr int small = 12;
inline constexpr int body = 14;
inline constexpr int title = 20;
} // namespace textsize

/// Spacing goes in steps of this many pixels.
inline constexpr int gridStep = 4;

QFont textFont(int pixels, QFont::Weight weight = QFont::Normal);

/// Makes a button stand out as the one to press, also when it has been styled already.
void makeMain(QPushButton& button);

/// Fusion style, the shipped font and the greys of a ground for the whole application.
void applyTheme(QApplication& application, Ground ground);

} // namespace iris
