#pragma once

#include "colour/cielab.h"

#include <QWidget>
#include <vector>

namespace iris {

class ViewSettings;

/// A colour and what it is called beside others.
struct CaptionedColour {
    Lab colour;
    QString caption;
};

/// Some colours edge to edge without a gap, as only so they can be compared, with a word below each.
class TouchingColours : public QWidget {
    Q_OBJECT

public:
    TouchingColours(ViewSettings& settings, const char* objectName, QWidget* parent = nullptr);

    void show(std::vector<CaptionedColour> colours);

    QSize sizeHint() const override { return {380, 108}; }
    QSize minimumSizeHint() const override { return {240, 96}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    ViewSettings& m_settings;
    std::vector<CaptionedColour> m_colours;
};

} // namespace iris
