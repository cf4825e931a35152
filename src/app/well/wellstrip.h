#pragma once

#include "app/document/document.h"
#include "app/parts/cellwidget.h"

namespace iris {

/// The wells at hand in every place: each puddle as it lies there, beside what it is to become. Choosing one opens it.
class WellStrip : public CellWidget {
    Q_OBJECT

public:
    WellStrip(Document& document, ViewSettings& settings, QWidget* parent = nullptr);

    WellId wellIn(int cell) const { return m_shown[static_cast<std::size_t>(cell)].well; }

    QSize sizeHint() const override { return {600, 52}; }
    QSize minimumSizeHint() const override { return {200, 52}; }

protected:
    int cellCount() const override;
    QRectF placeOf(int cell) const override;
    QString wordsOf(int cell) const override;
    void paintEvent(QPaintEvent* event) override;

private:
    struct Shown {
        WellId well;
        std::optional<Lab> colour;
        std::optional<Lab> wanted;
        QString words;
    };
    void fill();

    Document& m_document;
    std::vector<Shown> m_shown;
};

} // namespace iris
