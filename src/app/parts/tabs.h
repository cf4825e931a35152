#pragma once

#include <QString>
#include <initializer_list>

class QButtonGroup;
class QHBoxLayout;
class QWidget;

namespace iris {

/// The pages of a place as a row of words, each with its key; the group numbers them from 0.
struct Tab {
    QString words;
    const char* objectName;
};
QHBoxLayout* tabRow(QButtonGroup& group, std::initializer_list<Tab> tabs, QWidget* parent);

} // namespace iris
