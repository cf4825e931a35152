#pragma once

#include <QComboBox>

namespace iris {

/// A box of names to choose from, which asks for so many letters of room and no more, however long the names are. A
/// chosen one that does not fit is cut short with three dots, and told whole when the pointer rests on it.
class ChoiceBox : public QComboBox {
    Q_OBJECT

public:
    explicit ChoiceBox(int letters, QWidget* parent = nullptr);

    /// For a window with little room: six letters, however many it asks for else.
    void setNarrow(bool narrow);

protected:
    bool event(QEvent* event) override;
    void paintEvent(QPaintEvent* event) override;

private:
    /// The chosen name as there is room for it.
    QString fittingName() const;

    int m_letters;
};

} // namespace iris
