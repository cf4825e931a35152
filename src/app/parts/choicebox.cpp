#include "app/parts/choicebox.h"

#include "app/parts/plainwords.h"

#include <QHelpEvent>
#include <QListView>
#include <QStylePainter>
#include <QToolTip>

namespace iris {

ChoiceBox::ChoiceBox(int letters, QWidget* parent) : QComboBox(parent), m_letters(letters)
{
    setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    setNarrow(false);
    // Else the list that opens measures every one of its rows whenever its style is touched, a thousand for a thousand.
    if (auto* list = qobject_cast<QListView*>(view()))
        list->setUniformItemSizes(true);
}

void ChoiceBox::setNarrow(bool narrow)
{
    constexpr int narrowLetters = 6;
    setMinimumContentsLength(narrow ? narrowLetters : m_letters);
}

QString ChoiceBox::fittingName() const
{
    QStyleOptionComboBox option;
    initStyleOption(&option);
    const QRect field = style()->subControlRect(QStyle::CC_ComboBox, &option, QStyle::SC_ComboBoxEditField, this);
    constexpr int roomBeside = 2; // the style leaves a pixel on either side
    const int icon = option.currentIcon.isNull() ? 0 : option.iconSize.width() + 4;
    const QString name = fitting(currentText(), fontMetrics(), field.width() - icon - roomBeside);
    return name == currentText() ? name : name.chopped(1).trimmed() + name.back();
}

bool ChoiceBox::event(QEvent* event)
{
    if (event->type() == QEvent::ToolTip && toolTip().isEmpty() && fittingName() != currentText()) {
        QToolTip::showText(static_cast<QHelpEvent*>(event)->globalPos(), currentText(), this);
        return true;
    }
    return QComboBox::event(event);
}

void ChoiceBox::paintEvent(QPaintEvent* event)
{
    const QString name = fittingName();
    if (name == currentText())
        return QComboBox::paintEvent(event);
    QStylePainter painter(this);
    painter.setPen(palette().color(QPalette::Text));
    QStyleOptionComboBox option;
    initStyleOption(&option);
    option.currentText = name;
    painter.drawComplexControl(QStyle::CC_ComboBox, option);
    painter.drawControl(QStyle::CE_ComboBoxLabel, option);
}

} // namespace iris
