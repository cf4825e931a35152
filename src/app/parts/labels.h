#pragma once

#include <QFont>

class QLabel;
class QWidget;

namespace iris {

/// A label for words that may run over several lines and can be copied.
QLabel* wordLabel(const char* objectName, const QFont& font, QWidget* parent);

} // namespace iris
