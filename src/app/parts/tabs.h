#pragma once

#include <initializer_list>

class QAction;
class QButtonGroup;
class QHBoxLayout;
class QWidget;

namespace iris {

/// The pages of a place as a row of words, each with the key of the act that turns to it; the group numbers them from
/// 0.
struct Tab {
    QAction* act;
    const char* objectName;
};
QHBoxLayout* tabRow(QButtonGroup& group, std::initializer_list<Tab> tabs, QWidget* parent);

} // namespace iris
