#pragma once

#include <QWidget>

class QComboBox;
class QHBoxLayout;
class QLineEdit;

namespace iris {

class Document;
class TubeFilterModel;
struct TubeFilter;

/// What is looked for among the tubes, what they are sifted by, the views that were kept, and the order.
class SiftBar : public QWidget {
    Q_OBJECT

public:
    SiftBar(Document& document, TubeFilterModel& filter, QWidget* parent = nullptr);

    void find();

Q_SIGNALS:
    void sifted();

private:
    QHBoxLayout* makeFind();
    QHBoxLayout* makeFilter();
    QComboBox* makeOrder();
    QComboBox* makeFilterBox(const char* name, const QString& everything);
    QComboBox* makeKeptViews();
    void fillKeptViews();
    void keptViewPicked(int index);
    void sift();
    void showFilter(const TubeFilter& filter);

    Document& m_document;
    TubeFilterModel& m_filter;
    QLineEdit* m_search = nullptr;
    QComboBox* m_family = nullptr;
    QComboBox* m_transparency = nullptr;
    QComboBox* m_lean = nullptr;
    QComboBox* m_where = nullptr;
    QComboBox* m_keptViews = nullptr;
};

} // namespace iris
