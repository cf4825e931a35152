#include "app/window/keyspage.h"

#include "app/theme/theme.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <array>

namespace iris {
namespace {

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
    struct Key {
        const char* keys;
        const char* what;
    };
    static constexpr std::array keys{
        Key{"", QT_TR_NOOP("Everywhere")},
        Key{"1  2  3  4", QT_TR_NOOP("Tubes, Pairs, Sheets, Palette")},
        Key{"V", QT_TR_NOOP("show values only, in greys")},
        Key{"G", QT_TR_NOOP("next ground: light, middle, dark")},
        Key{"Ctrl+Z, Ctrl+Shift+Z", QT_TR_NOOP("undo, redo")},
        Key{"Ctrl+N, Ctrl+O", QT_TR_NOOP("new notebook, open a notebook")},
        Key{"F1", QT_TR_NOOP("this page")},
        Key{"", QT_TR_NOOP("Tubes")},
        Key{"/", QT_TR_NOOP("find")},
        Key{"arrows, Ctrl+Space", QT_TR_NOOP("pick a tube up, pick several")},
        Key{"A", QT_TR_NOOP("add a tube")},
        Key{"E or Enter", QT_TR_NOOP("change the tube, or all the chosen ones")},
        Key{"D, M", QT_TR_NOOP("duplicate, merge the two chosen")},
        Key{"Del", QT_TR_NOOP("remove")},
        Key{"R", QT_TR_NOOP("read a card")},
        Key{"H, S", QT_TR_NOOP("readings so far, strength from a let-down")},
        Key{"P", QT_TR_NOOP("see the two chosen tubes as a pair")},
        Key{"", QT_TR_NOOP("Reading a card")},
        Key{"Page Up, Page Down", QT_TR_NOOP("the place before, the next one")},
        Key{"arrows, Shift+arrows, Del", QT_TR_NOOP("move the mark, size it, take it off")},
        Key{"", QT_TR_NOOP("Colour field")},
        Key{"arrows, Enter", QT_TR_NOOP("walk from dot to dot, pick one")},
        Key{"+  −  0", QT_TR_NOOP("nearer, farther, all of it")},
        Key{"", QT_TR_NOOP("Pairs")},
        Key{"C  L  K  O", QT_TR_NOOP("chart, ladder, what makes it, wheel")},
        Key{"arrows, Home, End", QT_TR_NOOP("walk the squares, the ladder, the wheel")},
        Key{"Enter", QT_TR_NOOP("open the ladder of a square")},
        Key{"X, B", QT_TR_NOOP("swap the tubes of a ladder, and back")},
        Key{".  ,", QT_TR_NOOP("next tube on the wheel, the one before")},
        Key{"+  −", QT_TR_NOOP("nudge a mix warmer, cooler")},
        Key{"Space, M", QT_TR_NOOP("pin to the bench, look through the mask")},
        Key{"N, W", QT_TR_NOOP("note on a mix, write it down as a need")},
        Key{"P", QT_TR_NOOP("print the chart or ladder as a sheet")},
        Key{"", QT_TR_NOOP("Sheets")},
        Key{"S  M  Q", QT_TR_NOOP("sheets, mixes, how good predictions are")},
        Key{"N", QT_TR_NOOP("lay out what is worth painting next")},
        Key{"R, P", QT_TR_NOOP("read a painted sheet, write the PDF again")},
        Key{"A, E, T", QT_TR_NOOP("write a mix down, change it, add a touch")},
        Key{"/", QT_TR_NOOP("find a mix")},
        Key{"Del", QT_TR_NOOP("take the sheet or the mix out")},
        Key{"", QT_TR_NOOP("Palette")},
        Key{"N", QT_TR_NOOP("write a need")},
        Key{"Enter", QT_TR_NOOP("change the chosen need")},
        Key{"Del", QT_TR_NOOP("remove the chosen needs")},
        Key{"C, Esc", QT_TR_NOOP("choose, stop choosing")},
        Key{"[  ]", QT_TR_NOOP("closer set, next set")},
        Key{"K", QT_TR_NOOP("keep the palette")},
    };
    auto* columns = new QHBoxLayout(this);
    columns->setContentsMargins(6 * gridStep, 5 * gridStep, 6 * gridStep, 5 * gridStep);
    columns->setSpacing(8 * gridStep);
    QGridLayout* grid = nullptr;
    for (const Key& key : keys) {
        const bool heading = *key.keys == 0;
        if (!grid || (heading && QLatin1String(key.what) == QLatin1String("Pairs")))
            grid = addColumn(columns);
        auto* what = new QLabel(tr(key.what), this);
        const int row = grid->rowCount();
        if (heading) {
            what->setFont(textFont(textsize::body, QFont::Bold));
            what->setContentsMargins(0, row == 1 ? 0 : 3 * gridStep, 0, 0);
            grid->addWidget(what, row, 0, 1, 2);
        } else {
            auto* name = new QLabel(QString::fromUtf8(key.keys), this);
            name->setFont(textFont(textsize::body, QFont::DemiBold));
            grid->addWidget(name, row, 0);
            grid->addWidget(what, row, 1);
        }
    }
    for (int i = 0; i < columns->count(); ++i)
        columns->setAlignment(columns->itemAt(i)->layout(), Qt::AlignTop);
}

} // namespace iris
