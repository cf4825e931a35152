#pragma once

#include <QSettings>

namespace iris {

class MainWindow;
class WaysIn;

/// Where the window was left: its size, its place on the screen, its ground, which of its places was on show and which
/// notebooks were open. Kept for the desktop's user, not in the notebook.
class WhereLeft {
public:
    WhereLeft();
    /// @param file an ini file of one's own
    explicit WhereLeft(const QString& file);

    /// Puts the window there again; what was kept of a screen that is gone, or makes no sense, changes nothing.
    void restore(MainWindow& window) const;
    void keep(const MainWindow& window);

    /// The notebooks that were open, the one that was left first.
    QStringList recent() const;
    void keepRecent(const WaysIn& ways);

private:
    QSettings m_settings;
};

} // namespace iris
