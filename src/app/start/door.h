#pragma once

#include "drawing/washpainter.h"

#include <QAbstractButton>

namespace iris {

class ViewSettings;

/// A large way in: a wash, what one does there, and a sentence on it.
class Door : public QAbstractButton {
    Q_OBJECT

public:
    /// @param id for tests: "lookAround"
    /// @param pigment a row of the shipped table, whose wash stands on the door
    Door(const char* id, const char* pigment, const QString& does, const QString& sentence, ViewSettings& settings,
         QWidget* parent = nullptr);

    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void enterEvent(QEnterEvent* event) override;
    void leaveEvent(QEvent* event) override;

private:
    ViewSettings& m_settings;
    QString m_sentence;
    WashColours m_wash;
    unsigned m_seed;
};

} // namespace iris
