#pragma once

#include "notebook/notebook.h"

#include <QSortFilterProxyModel>
#include <optional>

namespace iris {

class TubeModel;

/// What is shown of the tubes, and in which order.
class TubeFilterModel : public QSortFilterProxyModel {
    Q_OBJECT

public:
    enum class Order { Hue, Name, Code, Transparency, Lean, Value, PricePerMl };

    explicit TubeFilterModel(TubeModel& model, QObject* parent = nullptr);

    /// Every word must stand in something written on the tube or judged of it, and every choice must hold.
    void setFilter(const TubeFilter& filter);
    const TubeFilter& filter() const { return m_filter; }
    void setOrder(Order order);

protected:
    bool filterAcceptsRow(int row, const QModelIndex& parent) const override;
    bool lessThan(const QModelIndex& left, const QModelIndex& right) const override;

private:
    TubeModel& m_model;
    TubeFilter m_filter;
    QStringList m_words;
    Order m_order = Order::Hue;
};

} // namespace iris
