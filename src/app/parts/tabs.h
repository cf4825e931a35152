#pragma once

#include <QString>
#include <initializer_list>

class QButtonGroup;
class QHBoxLayout;
class QListWidget;
class QWidget;

namespace iris {

/// The pages of a place as a row of words, each with its key; the group numbers them from 0.
struct Tab {
    QString words;
    const char* objectName;
};
QHBoxLayout* tabRow(QButtonGroup& group, std::initializer_list<Tab> tabs, QWidget* parent);

/// Lists whose rows stand for records: the number of the current row's record, 0 for none; and the row of a record made
/// current, when it is there.
qlonglong chosenRecord(const QListWidget& list);
void chooseRecord(QListWidget& list, qlonglong id);

} // namespace iris
