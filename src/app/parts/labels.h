#pragma once

#include <QFont>

class QWidget;

namespace iris {

class PlainLabel;

/// A label for words that may run over several lines and can be copied.
PlainLabel* wordLabel(const char* objectName, const QFont& font, QWidget* parent);

} // namespace iris
