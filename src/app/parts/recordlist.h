#pragma once

#include <QIcon>
#include <QString>
#include <vector>

class QListWidget;

namespace iris {

/// A row of a list whose rows stand for records.
struct RecordRow {
    qlonglong id = 0;
    QString words;
    QIcon icon;
};

/// Puts rows in place of those there are. What was chosen stays so, without a signal; when it is gone, the first is.
void refill(QListWidget& list, const std::vector<RecordRow>& rows);

/// The number of the current row's record; 0 for none.
qlonglong chosenRecord(const QListWidget& list);

/// The numbers of all the records on show, in order.
std::vector<qlonglong> shownRecords(const QListWidget& list);

/// Makes the row of a record current, when it is there.
void chooseRecord(QListWidget& list, qlonglong id);

} // namespace iris
