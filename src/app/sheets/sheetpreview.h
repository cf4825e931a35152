#pragma once

#include "sheet/sheetpage.h"

#include <QWidget>
#include <optional>

namespace iris {

class Document;
class ViewSettings;

/// A sheet as it lies on the table: as printed, with the squares that were painted filled in and a corner of what is
/// expected in those that were not.
class SheetPreview : public QWidget {
    Q_OBJECT

public:
    SheetPreview(Document& document, ViewSettings& settings, QWidget* parent = nullptr);

    void show(SheetId sheet);
    void clear();

    QSize sizeHint() const override { return {480, 640}; }
    QSize minimumSizeHint() const override { return {240, 320}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void paintSquares(QPainter& painter, double scale) const;

    Document& m_document;
    ViewSettings& m_settings;
    std::optional<SheetPage> m_page;
};

} // namespace iris
