#include "app/parts/messages.h"

#include "app/parts/plainwords.h"

#include <QFileDialog>
#include <QInputDialog>
#include <QMessageBox>

namespace iris {
namespace {

void tell(QWidget* parent, const QString& title, const QString& message)
{
    QMessageBox box(parent);
    box.setWindowTitle(title);
    box.setTextFormat(Qt::PlainText); // names may look like markup
    box.setText(shownWords(message));
    box.exec();
}

QString fileToOpen(QWidget* parent, const QString& title, const QString& filter)
{
    return QFileDialog::getOpenFileName(parent, title, {}, filter);
}

QString fileToSave(QWidget* parent, const QString& title, const QString& filter, const QString& ending)
{
    // The ending is added before the dialog looks whether there is such a file, and asks.
    QFileDialog dialog(parent, title, {}, filter);
    dialog.setAcceptMode(QFileDialog::AcceptSave);
    dialog.setDefaultSuffix(ending);
    return dialog.exec() == QDialog::Accepted ? dialog.selectedFiles().value(0) : QString();
}

QString askName(QWidget* parent, const QString& title, const QString& label)
{
    return QInputDialog::getText(parent, title, shownWords(label)).trimmed();
}

} // namespace

Messages& messages()
{
    static Messages inUse{tell, fileToOpen, fileToSave, askName};
    return inUse;
}

QString pictureFiles()
{
    return QObject::tr("Pictures (*.png *.jpg *.jpeg *.tif *.tiff *.webp);;All files (*)");
}

} // namespace iris
