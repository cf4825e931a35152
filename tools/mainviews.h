#pragma once

#include <QSize>
#include <QString>

namespace iris {

class MainWindow;

/// Writes a 1280 x 800 picture of every main view into a folder, from the notebook that is open. Returns what went
/// wrong, or nothing.
QString writeMainViews(MainWindow& window, const QString& folder, QSize size = {1280, 800});

} // namespace iris
