#include "app/theme/theme.h"

#include "app/parts/plainwords.h"

#include <QApplication>
#include <QPalette>
#include <QPushButton>
#include <QStyle>
#include <QStyleFactory>

namespace iris {
namespace {

QColor grey(int level)
{
    return {level, level, level};
}

QPalette paletteOf(const GroundColours& colours)
{
    QPalette palette;
    palette.setColor(QPalette::Window, colours.window);
    palette.setColor(QPalette::WindowText, colours.text);
    palette.setColor(QPalette::Base, colours.card);
    palette.setColor(QPalette::AlternateBase, colours.window);
    palette.setColor(QPalette::Text, colours.text);
    palette.setColor(QPalette::PlaceholderText, colours.quietText);
    palette.setColor(QPalette::Button, colours.card);
    palette.setColor(QPalette::ButtonText, colours.text);
    palette.setColor(QPalette::BrightText, colours.text);
    palette.setColor(QPalette::ToolTipBase, colours.card);
    palette.setColor(QPalette::ToolTipText, colours.text);
    palette.setColor(QPalette::Highlight, colours.selected);
    palette.setColor(QPalette::HighlightedText, colours.selectedText);
    palette.setColor(QPalette::Link, colours.text);
    palette.setColor(QPalette::LinkVisited, colours.text);
    palette.setColor(QPalette::Light, colours.card.lighter(105));
    palette.setColor(QPalette::Midlight, colours.card);
    palette.setColor(QPalette::Mid, colours.line);
    palette.setColor(QPalette::Dark, colours.line);
    palette.setColor(QPalette::Shadow, colours.line);
    for (const auto role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText})
        palette.setColor(QPalette::Disabled, role, colours.quietText);
    return palette;
}

QString styleSheet(const GroundColours& colours)
{
    // Fields and boxes are left to Fusion, whose frames follow the greys of the palette.
    return QStringLiteral(R"(
        QToolTip { color: %1; background: %2; border: 1px solid %3; padding: 4px; }
        QPushButton { background: %2; color: %1; border: 1px solid %3; border-radius: 3px; padding: 5px 12px; }
        QPushButton:hover { border-color: %1; }
        QPushButton:focus { border: 2px solid %1; padding: 4px 11px; }
        QPushButton:checked, QPushButton:pressed { background: %4; color: %5; }
        QPushButton:disabled { color: %6; }
        QPushButton[quiet="true"] { background: transparent; border: 1px solid transparent; text-align: left; }
        QPushButton[quiet="true"]:focus { border: 2px solid %1; }
        QPushButton[quiet="true"]:checked { background: %4; color: %5; }
        QPushButton[main="true"] { background: %4; color: %5; font-weight: 600; padding: 7px 18px; }
        QPushButton[main="true"]:disabled { background: %2; color: %6; }
        QScrollBar:vertical { background: transparent; width: 10px; margin: 0; }
        QScrollBar::handle:vertical { background: %3; border-radius: 4px; min-height: 32px; margin: 0 1px; }
        QScrollBar::handle:vertical:hover { background: %6; }
        QScrollBar::add-line, QScrollBar::sub-line { height: 0; width: 0; }
        QScrollBar::add-page, QScrollBar::sub-page { background: transparent; }
        QLineEdit, QComboBox, QSpinBox { min-height: 25px; }
        QAbstractItemView { border: none; background: %7; outline: 0; }
        QProgressBar { background: %2; border: 1px solid %3; border-radius: 3px; color: %1; text-align: center; }
        QProgressBar::chunk { background: %6; }
        QScrollArea { border: none; background: transparent; }
        QMenuBar { background: %7; color: %1; }
        QMenuBar::item:selected, QMenu::item:selected { background: %4; color: %5; }
        QMenu { background: %2; color: %1; border: 1px solid %3; }
        QMenu::item:disabled, QMenu::item:disabled:selected { background: %2; color: %6; }
        QFrame[card="true"] { background: %2; border: 1px solid %3; border-radius: 4px; }
        QLabel[quiet="true"] { color: %6; }
    )")
        .arg(colours.text.name(), colours.card.name(), colours.line.name(), colours.selected.name(),
             colours.selectedText.name(), colours.quietText.name(), colours.window.name());
}

} // namespace

GroundColours coloursOf(Ground ground)
{
    switch (ground) {
    case Ground::Middle: return {grey(0xa6), grey(0xb4), grey(0x86), grey(0x0a), grey(0x30), grey(0x2c), grey(0xf2)};
    case Ground::Dark: return {grey(0x2a), grey(0x36), grey(0x56), grey(0xf0), grey(0xbc), grey(0xd8), grey(0x14)};
    case Ground::Light: break;
    }
    return {grey(0xe2), grey(0xf3), grey(0xbe), grey(0x18), grey(0x50), grey(0x38), grey(0xf8)};
}

QString nameOf(Ground ground)
{
    switch (ground) {
    case Ground::Light: return QStringLiteral("light");
    case Ground::Middle: return QStringLiteral("middle");
    case Ground::Dark: return QStringLiteral("dark");
    }
    return {};
}

Ground nextGround(Ground ground)
{
    return ground == Ground::Light ? Ground::Middle : ground == Ground::Middle ? Ground::Dark : Ground::Light;
}

QFont textFont(int pixels, QFont::Weight weight)
{
    QFont font{QLatin1String(fontFamily)};
    font.setPixelSize(pixels);
    font.setWeight(weight);
    return font;
}

void makeMain(QPushButton& button)
{
    button.setProperty("main", true);
    button.style()->unpolish(&button);
    button.style()->polish(&button);
}

void applyTheme(QApplication& application, Ground ground)
{
    keepToolTipsPlain(application);
    application.setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
    application.setFont(textFont(textsize::body));
    const GroundColours colours = coloursOf(ground);
    application.setPalette(paletteOf(colours));
    application.setStyleSheet(styleSheet(colours));
}

} // namespace iris
