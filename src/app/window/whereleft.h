#pragma once

#include <QSettings>

namespace iris {

class MainWindow;

/// Where the window was left: its size, its place on the screen, its ground and which of its places was on show. Kept
/// for the desktop's user, not in the notebook.
class WhereLeft {
public:
    WhereLeft();
    /// @param file an ini file of one's own
    explicit WhereLeft(const QString& file);

    /// Puts the window there again; what was kept of a screen that is gone, or makes no sense, changes nothing.
    void restore(MainWindow& window) const;
    void keep(const MainWindow& window);

private:
    QSettings m_settings;
};

} // namespace iris
