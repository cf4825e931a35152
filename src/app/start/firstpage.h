#pragma once

#include <QWidget>

class QVBoxLayout;

namespace iris {

class ViewSettings;
class WaysIn;

/// What is on show while no notebook is open: ways in that are one act each, and below them the notebooks one had open.
class FirstPage : public QWidget {
    Q_OBJECT

public:
    FirstPage(WaysIn& ways, ViewSettings& settings, QWidget* parent = nullptr);

Q_SIGNALS:
    // Where one goes once there is a notebook of one's own.
    void typingWanted();
    void cardWanted();
    void listToBuyWanted();

private:
    QWidget* makeDoors();
    QWidget* makeRecent();
    void showWhatIsThere();

    WaysIn& m_ways;
    ViewSettings& m_settings;
    QWidget* m_recent;
    QVBoxLayout* m_lines;
};

} // namespace iris
