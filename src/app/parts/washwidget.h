#pragma once

#include "drawing/washpainter.h"

#include <QWidget>
#include <optional>

namespace iris {

class ViewSettings;

/// One big wash, as on the card of a tube or a mix.
class WashWidget : public QWidget {
    Q_OBJECT

public:
    WashWidget(ViewSettings& settings, QSize size, QWidget* parent = nullptr);

    /// @param words what the wash shows, for those who cannot see it
    void show(const Film& film, const QString& words, unsigned seed, const Paper& paper = {});
    void clear();

    QSize sizeHint() const override { return m_size; }
    QSize minimumSizeHint() const override { return m_size; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    ViewSettings& m_settings;
    QSize m_size;
    std::optional<WashColours> m_colours;
    unsigned m_seed = 1;
};

} // namespace iris
