#pragma once

#include "paint/paint.h"

#include <QSortFilterProxyModel>
#include <optional>

namespace iris {

/// What is shown of the tubes, and in which order.
class TubeFilter : public QSortFilterProxyModel {
    Q_OBJECT

public:
    enum class Order { Hue, Name, Code, Transparency, Lean, Value };

    explicit TubeFilter(QObject* parent = nullptr);

    /// Every word of the text must stand in the name, maker or codes.
    void setText(const QString& text);
    void setFamily(std::optional<HueFamily> family);
    void setTransparency(std::optional<TransparencyClass> kind);
    /// The family a tube leans to.
    void setLean(std::optional<HueFamily> towards);
    void setOrder(Order order);

protected:
    bool filterAcceptsRow(int row, const QModelIndex& parent) const override;
    bool lessThan(const QModelIndex& left, const QModelIndex& right) const override;

private:
    bool holdsEveryWord(const QModelIndex& index, const Paint& paint) const;

    QStringList m_words;
    std::optional<HueFamily> m_family;
    std::optional<TransparencyClass> m_transparency;
    std::optional<HueFamily> m_lean;
    Order m_order = Order::Hue;
};

} // namespace iris
