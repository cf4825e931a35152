#pragma once

#include "app/document/document.h"
#include "app/jobs/job.h"
#include "app/theme/viewsettings.h"

#include <QMainWindow>

class QStackedWidget;

namespace iris {

class NeedsModel;
class PairsView;
class PaletteView;
class Rail;
class SheetsView;
class TubeModel;
class TubesView;

/// The window: the rail, and the place that is chosen on it.
class MainWindow : public QMainWindow {
    Q_OBJECT

public:
    enum Place { Tubes, Pairs, Sheets, Palette };

    explicit MainWindow(Document& document, QWidget* parent = nullptr);

    void goTo(Place place);
    const Document& document() const { return m_document; }
    Document& openDocument() { return m_document; }
    ViewSettings& settings() { return m_settings; }
    TubesView& tubesView() { return *m_tubes; }
    PairsView& pairsView() { return *m_pairs; }
    SheetsView& sheetsView() { return *m_sheets; }
    PaletteView& paletteView() { return *m_palette; }

    void newNotebook();
    void openNotebook();
    /// Makes a notebook out of a JSON file and opens it.
    void openJson(const QString& json);
    /// Takes a file in by what it is: a notebook, a list, a picture of a card, measurements.
    void takeFile(const QString& path);

protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;

private:
    void setUpPlaces();
    QWidget* makeNoNotebookPage();
    void showWhetherOpen();
    void setUpFileMenu();
    void setUpEditMenu();
    void setUpViewMenu();
    void setUpKeys();
    void addKey(const QKeySequence& key, std::optional<Place> place, std::function<void()> act);
    void takePicture(const QString& path);
    void updateCounts();
    void showPair();
    void applyGround();
    QString foundWrong() const;
    void tellHowItOpened();
    void askWarmBlue();

    Document& m_document;
    Job<bool> m_looking; ///< whether a picture shows a sheet
    ViewSettings m_settings;
    TubeModel* m_tubeModel;
    NeedsModel* m_needsModel;
    Rail* m_rail;
    QStackedWidget* m_pages;
    QWidget* m_noNotebook = nullptr;
    TubesView* m_tubes = nullptr;
    PairsView* m_pairs = nullptr;
    SheetsView* m_sheets = nullptr;
    PaletteView* m_palette = nullptr;
};

} // namespace iris
