#include "app/window/keyspage.h"

#include "app/parts/plainlabel.h"
#include "app/theme/theme.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <array>

namespace iris {
namespace {

struct Key {
    const char* keys;
    const char* what;
};
constexpr std::array keys{
    Key{"", QT_TRANSLATE_NOOP("iris::KeysPage", "Everywhere")},
    Key{"1  2  3  4", QT_TRANSLATE_NOOP("iris::KeysPage", "Tubes, Pairs, Sheets, Palette")},
    Key{"V", QT_TRANSLATE_NOOP("iris::KeysPage", "show values only, in greys")},
    Key{"G", QT_TRANSLATE_NOOP("iris::KeysPage", "next ground: light, middle, dark")},
    Key{"Ctrl+Z, Ctrl+Shift+Z", QT_TRANSLATE_NOOP("iris::KeysPage", "undo, redo")},
    Key{"Ctrl+N, Ctrl+O", QT_TRANSLATE_NOOP("iris::KeysPage", "new notebook, open a notebook")},
    Key{"F1", QT_TRANSLATE_NOOP("iris::KeysPage", "this page")},
    Key{"", QT_TRANSLATE_NOOP("iris::KeysPage", "Tubes")},
    Key{"/", QT_TRANSLATE_NOOP("iris::KeysPage", "find")},
    Key{"arrows, Ctrl+Space", QT_TRANSLATE_NOOP("iris::KeysPage", "pick a tube up, pick several")},
    Key{"A", QT_TRANSLATE_NOOP("iris::KeysPage", "add a tube")},
    Key{"E or Enter", QT_TRANSLATE_NOOP("iris::KeysPage", "change the tube, or all the chosen ones")},
    Key{"D, M", QT_TRANSLATE_NOOP("iris::KeysPage", "duplicate, merge the two chosen")},
    Key{"Del", QT_TRANSLATE_NOOP("iris::KeysPage", "remove")},
    Key{"R", QT_TRANSLATE_NOOP("iris::KeysPage", "read a card")},
    Key{"H, S", QT_TRANSLATE_NOOP("iris::KeysPage", "readings so far, strength from a let-down")},
    Key{"P", QT_TRANSLATE_NOOP("iris::KeysPage", "see the two chosen tubes as a pair")},
    Key{"", QT_TRANSLATE_NOOP("iris::KeysPage", "Reading a card")},
    Key{"Page Up, Page Down", QT_TRANSLATE_NOOP("iris::KeysPage", "the place before, the next one")},
    Key{"arrows, Shift+arrows, Del", QT_TRANSLATE_NOOP("iris::KeysPage", "move the mark, size it, take it off")},
    Key{"", QT_TRANSLATE_NOOP("iris::KeysPage", "Colour field")},
    Key{"arrows, Enter", QT_TRANSLATE_NOOP("iris::KeysPage", "walk from dot to dot, pick one")},
    Key{"+  −  0", QT_TRANSLATE_NOOP("iris::KeysPage", "nearer, farther, all of it")},
    Key{"", QT_TRANSLATE_NOOP("iris::KeysPage", "Pairs")},
    Key{"C  L  K  O", QT_TRANSLATE_NOOP("iris::KeysPage", "chart, ladder, what makes it, wheel")},
    Key{"arrows, Home, End", QT_TRANSLATE_NOOP("iris::KeysPage", "walk the squares, the ladder, the wheel")},
    Key{"Enter", QT_TRANSLATE_NOOP("iris::KeysPage", "open the ladder of a square")},
    Key{"X, B", QT_TRANSLATE_NOOP("iris::KeysPage", "swap the tubes of a ladder, and back")},
    Key{".  ,", QT_TRANSLATE_NOOP("iris::KeysPage", "next tube on the wheel, the one before")},
    Key{"+  −", QT_TRANSLATE_NOOP("iris::KeysPage", "nudge a mix warmer, cooler")},
    Key{"Space, M", QT_TRANSLATE_NOOP("iris::KeysPage", "pin to the bench, look through the mask")},
    Key{"N, W", QT_TRANSLATE_NOOP("iris::KeysPage", "note on a mix, write it down as a need")},
    Key{"P", QT_TRANSLATE_NOOP("iris::KeysPage", "print the chart or ladder as a sheet")},
    Key{"", QT_TRANSLATE_NOOP("iris::KeysPage", "Sheets")},
    Key{"S  M  Q", QT_TRANSLATE_NOOP("iris::KeysPage", "sheets, mixes, how good predictions are")},
    Key{"N", QT_TRANSLATE_NOOP("iris::KeysPage", "lay out what is worth painting next")},
    Key{"R, P", QT_TRANSLATE_NOOP("iris::KeysPage", "read a painted sheet, write the PDF again")},
    Key{"A, E, T", QT_TRANSLATE_NOOP("iris::KeysPage", "write a mix down, change it, add a touch")},
    Key{"/", QT_TRANSLATE_NOOP("iris::KeysPage", "find a mix")},
    Key{"Del", QT_TRANSLATE_NOOP("iris::KeysPage", "take the sheet or the mix out")},
    Key{"", QT_TRANSLATE_NOOP("iris::KeysPage", "Palette")},
    Key{"N", QT_TRANSLATE_NOOP("iris::KeysPage", "write a need")},
    Key{"Enter", QT_TRANSLATE_NOOP("iris::KeysPage", "change the chosen need")},
    Key{"Del", QT_TRANSLATE_NOOP("iris::KeysPage", "remove the chosen needs")},
    Key{"C, Esc", QT_TRANSLATE_NOOP("iris::KeysPage", "choose, stop choosing")},
    Key{"[  ]", QT_TRANSLATE_NOOP("iris::KeysPage", "closer set, next set")},
    Key{"K", QT_TRANSLATE_NOOP("iris::KeysPage", "keep the palette")},
};

QGridLayout* addColumn(QHBoxLayout* columns)
{
    auto* grid = new QGridLayout;
    grid->setHorizontalSpacing(6 * gridStep);
    grid->setVerticalSpacing(gridStep / 2);
    columns->addLayout(grid);
    return grid;
}

} // namespace

KeysPage::KeysPage(QWidget* parent) : QDialog(parent)
{
    setWindowTitle(tr("Keys"));
    auto* columns = new QHBoxLayout(this);
    columns->setContentsMargins(6 * gridStep, 5 * gridStep, 6 * gridStep, 5 * gridStep);
    columns->setSpacing(8 * gridStep);
    QGridLayout* grid = nullptr;
    for (const Key& key : keys) {
        const bool heading = *key.keys == 0;
        if (!grid || (heading && QLatin1String(key.what) == QLatin1String("Pairs")))
            grid = addColumn(columns);
        auto* what = new PlainLabel(tr(key.what), this);
        const int row = grid->rowCount();
        if (heading) {
            what->setFont(textFont(textsize::body, QFont::Bold));
            what->setContentsMargins(0, row == 1 ? 0 : 3 * gridStep, 0, 0);
            grid->addWidget(what, row, 0, 1, 2);
        } else {
            auto* name = new PlainLabel(QString::fromUtf8(key.keys), this);
            name->setFont(textFont(textsize::body, QFont::DemiBold));
            grid->addWidget(name, row, 0);
            grid->addWidget(what, row, 1);
        }
    }
    for (int i = 0; i < columns->count(); ++i)
        columns->setAlignment(columns->itemAt(i)->layout(), Qt::AlignTop);
}

} // namespace iris
