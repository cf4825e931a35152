#include "app/parts/recordlist.h"

#include <QListWidget>
#include <QSignalBlocker>

namespace iris {

void refill(QListWidget& list, const std::vector<RecordRow>& rows)
{
    const qlonglong before = chosenRecord(list);
    const QSignalBlocker quiet(list);
    list.clear();
    for (const RecordRow& row : rows) {
        auto* item = new QListWidgetItem(row.icon, row.words, &list);
        item->setData(Qt::UserRole, row.id);
    }
    chooseRecord(list, before);
    if (list.currentRow() < 0 && list.count() > 0)
        list.setCurrentRow(0);
}

qlonglong chosenRecord(const QListWidget& list)
{
    const QListWidgetItem* item = list.currentItem();
    return item ? item->data(Qt::UserRole).toLongLong() : 0;
}

std::vector<qlonglong> shownRecords(const QListWidget& list)
{
    std::vector<qlonglong> ids;
    for (int row = 0; row < list.count(); ++row)
        ids.push_back(list.item(row)->data(Qt::UserRole).toLongLong());
    return ids;
}

void chooseRecord(QListWidget& list, qlonglong id)
{
    for (int row = 0; row < list.count(); ++row)
        if (list.item(row)->data(Qt::UserRole).toLongLong() == id)
            list.setCurrentRow(row);
}

} // namespace iris
