#include "app/palette/wishesdialog.h"

#include "app/parts/formfields.h"
#include "app/parts/plainlabel.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QHeaderView>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>
#include <algorithm>

namespace iris {
namespace {

enum Wish { MayBe, Must, Never };

bool holds(const std::vector<TubeId>& ids, TubeId id)
{
    return std::ranges::find(ids, id) != ids.end();
}

} // namespace

WishesDialog::WishesDialog(const Notebook& notebook, QWidget* parent)
    : QDialog(parent),
      m_notebook(notebook),
      m_table(new QTableWidget(static_cast<int>(notebook.tubes.size()), 3, this))
{
    setWindowTitle(tr("Must and never"));
    resize(520, 560);
    auto* layout = new QVBoxLayout(this);
    auto* words = new PlainLabel(tr("Tubes the palette must hold, and tubes to leave at home."), this);
    layout->addWidget(words);
    m_table->setObjectName(QStringLiteral("wishes"));
    m_table->setHorizontalHeaderLabels({tr("Tube"), tr("Codes"), tr("In the palette")});
    m_table->horizontalHeader()->setSectionResizeMode(0, QHeaderView::Stretch);
    m_table->verticalHeader()->hide();
    m_table->setSelectionMode(QAbstractItemView::NoSelection);
    m_table->setShowGrid(false);
    for (int row = 0; row < m_table->rowCount(); ++row) {
        const Tube& tube = notebook.tubes[static_cast<std::size_t>(row)];
        for (const auto& [column, content] : {std::pair(0, text(tube.name)), std::pair(1, text(textOf(tube.codes)))}) {
            auto* item = new QTableWidgetItem(content);
            item->setFlags(Qt::ItemIsEnabled);
            m_table->setItem(row, column, item);
        }
        auto* wish = new QComboBox(m_table);
        wish->addItems({tr("may be"), tr("must"), tr("never")});
        wish->setAccessibleName(text(tube.name));
        wish->setCurrentIndex(holds(notebook.wishes.must, tube.id)    ? Must
                              : holds(notebook.wishes.never, tube.id) ? Never
                                                                      : MayBe);
        m_table->setCellWidget(row, 2, wish);
        m_table->setRowHeight(row, 36);
    }
    layout->addWidget(m_table, 1);
    QDialogButtonBox* buttons = keepOrLeave(*this, tr("Keep")).box;
    layout->addWidget(buttons);
    followReadingOrder(*this);
}

PaletteWishes WishesDialog::wishes() const
{
    PaletteWishes wishes = m_notebook.wishes;
    wishes.must.clear();
    wishes.never.clear();
    for (int row = 0; row < m_table->rowCount(); ++row) {
        const auto* wish = qobject_cast<const QComboBox*>(m_table->cellWidget(row, 2));
        const TubeId id = m_notebook.tubes[static_cast<std::size_t>(row)].id;
        if (wish->currentIndex() == Must)
            wishes.must.push_back(id);
        else if (wish->currentIndex() == Never)
            wishes.never.push_back(id);
    }
    return wishes;
}

} // namespace iris
