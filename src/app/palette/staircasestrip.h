#pragma once

#include "app/parts/cellwidget.h"

#include <vector>

namespace iris {

/// One stair: so many tubes and what they meet.
struct Stair {
    int tubes = 1;
    int met = 0;
    int needs = 1;
    double meanApart = 0;
    QString words; ///< what the last tube adds, for who reads
};

/// What each tube more buys, as stairs: each as high as the needs it meets, with its number of tubes below and its mean
/// miss above. A click goes to the set of that size.
class StaircaseStrip : public CellWidget {
    Q_OBJECT

public:
    explicit StaircaseStrip(ViewSettings& settings, QWidget* parent = nullptr);

    void setStairs(std::vector<Stair> stairs);
    const std::vector<Stair>& stairs() const { return m_stairs; }
    /// Takes the stair of so many tubes in hand, quietly.
    void stand(int tubes);

    QSize sizeHint() const override { return {320, 150}; }
    QSize minimumSizeHint() const override { return {200, 120}; }

protected:
    int cellCount() const override { return static_cast<int>(m_stairs.size()); }
    QRectF placeOf(int stair) const override;
    QString wordsOf(int stair) const override;
    void paintEvent(QPaintEvent* event) override;

private:
    /// The stair itself, within its place.
    QRectF blockOf(int stair) const;

    std::vector<Stair> m_stairs;
};

} // namespace iris
