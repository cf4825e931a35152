#pragma once

#include "app/parts/place.h"
#include "app/parts/tubemodel.h"
#include "app/tubes/tubecard.h"
#include "app/tubes/tubefiltermodel.h"

class QHBoxLayout;
class QListView;
class QPushButton;
class QStackedWidget;

namespace iris {

class PlainLabel;

class SiftBar;
class TubeDelegate;
class TruthLine;
class TypingPanel;
class ViewSettings;

/// The tubes as painted washes, to sort, sift, add, change and take away.
class TubesView : public Place {
    Q_OBJECT

public:
    TubesView(Document& document, TubeModel& model, ViewSettings& settings, QWidget* parent = nullptr);

    QString count() const override;
    void takeFocus() override;
    std::vector<WalkingKey> walkingKeys() const override;
    /// What the window's menu offers.
    QAction* bringInList() const { return m_bringIn; }
    QAction* readCardAct() const { return m_acts.card; }

    void addTube();
    /// Opens the line in which tubes are typed as people write them down.
    void typeIn(const QString& lines = {});
    void leaveTyping();
    /// The wall of washes to tick.
    void tickOnes();
    /// Asks for a picture of a card and reads it for the chosen tube.
    void readCard();
    /// Changes the chosen tube, or all the chosen ones at once.
    void editTube();
    void removeChosen();
    void duplicateChosen();
    void mergeChosen();
    void letDownChosen();
    void showReadings();
    void replaceChosen();
    void importList();
    void readCard(const QString& picture);
    bool isNamedAfterATube(const QString& picture) const;
    /// Reads an instrument's measurements for the chosen tube.
    void readMeasurements(const QString& path);
    void choose(TubeId id);
    std::vector<TubeId> chosen() const;

    /// Reads a list of tubes from a file into the notebook and tells what came of it.
    void importFile(const QString& path);

    bool eventFilter(QObject* watched, QEvent* event) override;

Q_SIGNALS:
    /// By a painter who has none yet.
    void whatToBuyAsked();
    void pairWanted(iris::TubeId first, iris::TubeId second);

private:
    void change(const Tube& tube);
    void setUpActs();
    void showWhatCanBeDone();
    void seePair();
    bool addPainted();
    QWidget* makeEmptyPage();
    QHBoxLayout* makeActions();
    void updateCount();
    void fitCells();
    void chooseAgain();

    Document& m_document;
    TubeActs m_acts;
    QAction* m_another = nullptr;
    QAction* m_tick = nullptr;
    QAction* m_add = nullptr;
    QAction* m_type = nullptr;
    QAction* m_bringIn = nullptr;
    TubeModel& m_model;
    TubeFilterModel* m_filter;
    SiftBar* m_sifting;
    QListView* m_list;
    TubeDelegate* m_delegate;
    TypingPanel* m_typing;
    TruthLine* m_truth = nullptr;
    QPushButton* m_typeFirst = nullptr;
    QStackedWidget* m_pages;
    ViewSettings& m_settings;
    PlainLabel* m_count = nullptr;
    TubeCard* m_card;
    std::vector<TubeId> m_chosen; ///< kept while the tubes are read again, which clears the list's own
};

} // namespace iris
