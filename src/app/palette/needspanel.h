#pragma once

#include "app/palette/needsmodel.h"

#include <QWidget>

class QAction;
class QComboBox;
class QGridLayout;
class QLineEdit;
class QListView;
class QPushButton;

namespace iris {

class PlainLabel;

class TubeModel;
class ViewSettings;

/// The needs as a list, and folded away below it the lines where one is written: a name, a colour by Lab or hex or
/// taken from a tube, how near is near enough, how much it matters and what it must be. Enter or a double click on a
/// need brings it back to be changed.
class NeedsPanel : public QWidget {
    Q_OBJECT

public:
    NeedsPanel(Document& document, NeedsModel& model, TubeModel& tubes, ViewSettings& settings,
               QWidget* parent = nullptr);

    void removeChosen();
    /// The needs that are chosen, in their order.
    std::vector<NeedRecord> chosen() const;
    /// The one in hand; none without any.
    std::optional<std::size_t> current() const;
    void setCurrent(int row);
    void writeNew();
    /// Unfolds the lines to write in, or folds them away.
    void setWriting(bool writing);

Q_SIGNALS:
    void needChosen(int row);
    void choiceChanged();

private:
    void setUpList(ViewSettings& settings);
    void setUpWriting(QGridLayout* grid, ViewSettings& settings);
    QPushButton* makeTerms();
    NeedTerms terms() const;
    void setTerms(const NeedTerms& terms);
    void takeFromTube(int row);
    void keep();
    void change(const QModelIndex& index);
    void startAfresh();
    void tell(const QString& problem);
    Result<Need> typed() const;

    Document& m_document;
    NeedsModel& m_model;
    TubeModel& m_tubes;
    QListView* m_list = nullptr;
    QLineEdit* m_name = nullptr;
    QLineEdit* m_colour = nullptr;
    QComboBox* m_tube = nullptr;
    QComboBox* m_tolerance = nullptr;
    QComboBox* m_importance = nullptr;
    std::array<QAction*, 4> m_terms{};
    QWidget* m_writing = nullptr;
    QPushButton* m_keep = nullptr;
    NeedId m_changing; ///< the need that is being changed; 0 for a new one
    PlainLabel* m_problem = nullptr;
};

} // namespace iris
