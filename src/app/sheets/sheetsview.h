#pragma once

#include "app/document/document.h"
#include "app/jobs/job.h"
#include "app/parts/place.h"

#include <QImage>

class QButtonGroup;
class QFrame;
class QListWidget;
class QStackedWidget;

namespace iris {

class PlainLabel;

class MixesPage;
class SheetPreview;
class ViewSettings;

/// The sheets: laid out, waiting to be painted, painted and read; what is worth painting next; every mix that was
/// written down; and how good predictions have become.
class SheetsView : public Place {
    Q_OBJECT

public:
    SheetsView(Document& document, ViewSettings& settings, QWidget* parent = nullptr);

    void choose(SheetId sheet);
    SheetId chosen() const;
    QString count() const override;
    void turnTo(int page) override { goTo(static_cast<Page>(page)); }
    void takeFocus() override;
    /// What the window's menu offers besides the acts.
    QAction* tryWithoutPaint() const { return m_tryWithoutPaint; }
    QAction* readSheet() const { return m_readSheet; }

    /// Looks for the squares that would teach most, beside the window, and lays them out as a sheet of one sitting.
    void layOutWorthPainting();
    void writePdfAgain();
    /// Reads a scan or photograph; asks for one when none is given.
    void readPainted(const QString& picture = {});
    /// Has a made-up painter fill the chosen sheet in and a made-up flatbed scan it, and reads that: the whole way of a
    /// sheet without paint. The painter's tubes are a little stronger or weaker than anyone thinks.
    void readWithoutPaint();
    void removeChosen();
    enum Page { SheetsPage, RecordPage, Predictions };
    void goTo(Page page);
    Page page() const;
    MixesPage& mixes() { return *m_mixes; }

private:
    /// What is worth painting, counting the studio's tubes.
    struct WorthFound {
        StudioPtr studio;
        std::vector<Recipe> recipes;
        std::optional<std::size_t> card; ///< of a tube that teaches more than the next squares
    };
    void printWorth(const WorthFound& found);
    void showWorthAct();
    void readMadeUp(const QImage& scan);
    QFrame* makeCard();
    void setUpTabs(class QVBoxLayout* column);
    QAction* pageAct(const QString& words, const QKeySequence& key, Page page);
    void fill();
    void showChosen();
    QString stateWords(const SheetRecord& sheet) const;

    Document& m_document;
    ViewSettings& m_settings;
    QButtonGroup* m_tabs;
    QStackedWidget* m_pages;
    QWidget* m_sheetsPage;
    QStackedWidget* m_middle = nullptr;
    QListWidget* m_list;
    SheetPreview* m_preview;
    MixesPage* m_mixes;
    PlainLabel* m_title = nullptr;
    PlainLabel* m_state = nullptr;
    PlainLabel* m_effort = nullptr;
    Job<WorthFound> m_looking;
    Job<QImage> m_painting;            ///< a sheet painted and scanned by nobody
    PlainLabel* m_cardWords = nullptr; ///< which card would teach more than squares; hidden when none would
    QAction* m_worth = nullptr;
    QAction* m_readSheet = nullptr;
    QAction* m_tryWithoutPaint = nullptr;
    std::vector<QAction*> m_sheetActs; ///< of the sheet that is chosen
};

} // namespace iris
