#pragma once

#include "app/document/document.h"
#include "app/theme/viewsettings.h"

#include <QMainWindow>

class QStackedWidget;

namespace iris {

class FirstPage;
class ManualWindow;
class Place;
class Places;
class Rail;
class WaysIn;
class WellStrip;

/// The window: the rail, and the place that is chosen on it.
class MainWindow : public QMainWindow {
    Q_OBJECT

public:
    explicit MainWindow(Document& document, QWidget* parent = nullptr);

    Places& places() { return *m_places; }
    void goTo(Place& place);
    /// The place on show; null while no notebook is open.
    Place* shownPlace() const;
    Document& document() { return m_document; }
    ViewSettings& settings() { return m_settings; }
    const ViewSettings& settings() const { return m_settings; }

    WaysIn& ways() { return *m_ways; }
    const WaysIn& ways() const { return *m_ways; }
    /// Takes a file in by what it is: a notebook, a list, a picture of a card, measurements.
    void takeFile(const QString& path);

protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    void setUpPlaces();
    void setUpFirstPage();
    void showWhetherOpen();
    void setUpFileMenu();
    void setUpEditMenu();
    void setUpViewMenu();
    void setUpHelpMenu();
    void openManual();
    void trainTheEye();
    QAction* addKey(const QString& words, const QKeySequence& key, std::function<void()> does);
    void applyGround();
    QString foundWrong() const;
    void tellHowItOpened();
    void askWarmBlue();
    void askHandling();

    Document& m_document;
    ViewSettings m_settings;
    WaysIn* m_ways;
    Places* m_places;
    Rail* m_rail;
    QStackedWidget* m_pages;
    FirstPage* m_firstPage = nullptr; ///< while no notebook is open
    WellStrip* m_wells = nullptr;
    ManualWindow* m_manual = nullptr; ///< once it was asked for
    Place* m_before = nullptr;        ///< the place the well was opened from
};

} // namespace iris
