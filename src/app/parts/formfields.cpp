#include "app/parts/formfields.h"

#include "app/theme/theme.h"
#include "base/text.h"

#include <QDialog>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QPushButton>

namespace iris {
namespace {

constexpr const char* shownProperty = "shown";

/// The widgets of a layout that Tab stops at, in its order; a form's fields in their rows.
void collect(const QLayout& layout, QList<QWidget*>& fields)
{
    for (int i = 0; i < layout.count(); ++i) {
        QLayoutItem* item = layout.itemAt(i);
        if (const QLayout* inner = item->layout())
            collect(*inner, fields);
        QWidget* widget = item->widget();
        if (!widget)
            continue;
        if ((widget->focusPolicy() & Qt::TabFocus))
            fields << widget;
        else if (widget->layout())
            collect(*widget->layout(), fields);
    }
}

} // namespace

std::optional<double> typedNumber(const QString& words)
{
    return parseNumber(words.trimmed().replace(QLatin1Char(','), QLatin1Char('.')).toStdString());
}

QString typedLab(const Lab& lab)
{
    return QStringLiteral("%1, %2, %3").arg(lab.l, 0, 'f', 1).arg(lab.a, 0, 'f', 1).arg(lab.b, 0, 'f', 1);
}

void showIn(QLineEdit& field, const QString& words)
{
    field.setProperty(shownProperty, words);
    field.setText(words);
}

bool untouched(const QLineEdit& field)
{
    const QVariant shown = field.property(shownProperty);
    return shown.isValid() && shown.toString() == field.text();
}

void followReadingOrder(QWidget& form)
{
    QList<QWidget*> fields;
    if (form.layout())
        collect(*form.layout(), fields);
    for (int i = 1; i < fields.size(); ++i)
        QWidget::setTabOrder(fields[i - 1], fields[i]);
    if (!fields.isEmpty())
        fields.front()->setFocus();
}

QHBoxLayout* sideBySide(QDialog* dialog)
{
    auto* layout = new QHBoxLayout(dialog);
    layout->setContentsMargins(4 * gridStep, 4 * gridStep, 4 * gridStep, 4 * gridStep);
    layout->setSpacing(5 * gridStep);
    return layout;
}

KeepOrLeave keepOrLeave(QDialog& form, const QString& words, const char* objectName)
{
    auto* box = new QDialogButtonBox(&form);
    QPushButton* keep = box->addButton(words, QDialogButtonBox::AcceptRole);
    keep->setObjectName(QLatin1String(objectName));
    makeMain(*keep);
    box->addButton(QObject::tr("Leave it"), QDialogButtonBox::RejectRole);
    QObject::connect(box, &QDialogButtonBox::accepted, &form, &QDialog::accept);
    QObject::connect(box, &QDialogButtonBox::rejected, &form, &QDialog::reject);
    return {box, keep};
}

} // namespace iris
