#pragma once

#include "app/tubes/tubefilter.h"
#include "app/tubes/tubemodel.h"

#include <QWidget>

class QComboBox;
class QHBoxLayout;
class QLabel;
class QLineEdit;
class QListView;
class QStackedWidget;

namespace iris {

class TubeCard;
class TubeDelegate;
class ViewSettings;

/// The tubes as painted washes, to sort, sift, add, change and take away.
class TubesView : public QWidget {
    Q_OBJECT

public:
    TubesView(Document& document, TubeModel& model, ViewSettings& settings, QWidget* parent = nullptr);

    void addTube();
    void editTube();
    void removeChosen();
    void importList();
    void exportList();
    void find();
    void choose(TubeId id);
    std::vector<TubeId> chosen() const;

    /// Reads a list of tubes from a file into the notebook and tells what came of it.
    void importFile(const QString& path);

    bool eventFilter(QObject* watched, QEvent* event) override;

Q_SIGNALS:
    void pairWanted(iris::TubeId first, iris::TubeId second);

private:
    QHBoxLayout* makeSieve();
    QWidget* makeEmptyPage();
    QHBoxLayout* makeActions();
    QComboBox* makeOrder();
    QComboBox* makeSieveBox(const char* name, const QString& everything);
    void updateCount();
    void fitCells();
    void chooseAgain();

    Document& m_document;
    TubeModel& m_model;
    TubeFilter* m_filter;
    QListView* m_list;
    TubeDelegate* m_delegate;
    QStackedWidget* m_pages;
    QLineEdit* m_search = nullptr;
    QLabel* m_count = nullptr;
    TubeCard* m_card;
    std::vector<TubeId> m_chosen; ///< kept while the tubes are read again, which clears the list's own
};

} // namespace iris
