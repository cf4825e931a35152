#include "app/parts/tabs.h"

#include "app/theme/theme.h"

#include <QButtonGroup>
#include <QHBoxLayout>
#include <QListWidget>
#include <QPushButton>

namespace iris {

QHBoxLayout* tabRow(QButtonGroup& group, std::initializer_list<Tab> tabs, QWidget* parent)
{
    auto* row = new QHBoxLayout;
    row->setSpacing(gridStep);
    int id = 0;
    for (const Tab& tab : tabs) {
        auto* button = new QPushButton(tab.words, parent);
        button->setObjectName(QLatin1String(tab.objectName));
        button->setCheckable(true);
        button->setProperty("quiet", true);
        group.addButton(button, id++);
        row->addWidget(button);
    }
    group.button(0)->setChecked(true);
    row->addStretch();
    return row;
}

qlonglong chosenRecord(const QListWidget& list)
{
    const QListWidgetItem* item = list.currentItem();
    return item ? item->data(Qt::UserRole).toLongLong() : 0;
}

void chooseRecord(QListWidget& list, qlonglong id)
{
    for (int row = 0; row < list.count(); ++row)
        if (list.item(row)->data(Qt::UserRole).toLongLong() == id)
            list.setCurrentRow(row);
}

} // namespace iris
