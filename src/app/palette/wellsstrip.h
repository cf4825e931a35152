#pragma once

#include "app/parts/washpainter.h"

#include <QWidget>
#include <vector>

namespace iris {

class ViewSettings;

/// A tube of the palette in its well.
struct Well {
    QString name;
    QString codes;
    QString reason; ///< "4 needs rest on it"
    QString detail; ///< which ones
    WashColours wash;
    unsigned seed = 1;
};

/// The palette as a row of wells, each with its wash and the reason it is there.
class WellsStrip : public QWidget {
    Q_OBJECT

public:
    explicit WellsStrip(ViewSettings& settings, QWidget* parent = nullptr);

    void setWells(std::vector<Well> wells);
    const std::vector<Well>& wells() const { return m_wells; }

    QSize sizeHint() const override { return {600, height()}; }
    QSize minimumSizeHint() const override { return {300, 118}; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    bool event(QEvent* event) override;

private:
    /// Six wells a row at most; more make a second row.
    int perRow() const;
    QRect wellAt(int index) const;
    void fitHeight();

    ViewSettings& m_settings;
    std::vector<Well> m_wells;
};

} // namespace iris
