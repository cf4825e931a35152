#include "app/parts/messages.h"

#include <QFileDialog>
#include <QInputDialog>
#include <QMessageBox>

namespace iris {
namespace {

void tell(QWidget* parent, const QString& title, const QString& message)
{
    QMessageBox box(parent);
    box.setWindowTitle(title);
    box.setText(message);
    box.exec();
}

QString fileToOpen(QWidget* parent, const QString& title, const QString& filter)
{
    return QFileDialog::getOpenFileName(parent, title, {}, filter);
}

QString fileToSave(QWidget* parent, const QString& title, const QString& filter, const QString& ending)
{
    QString path = QFileDialog::getSaveFileName(parent, title, {}, filter);
    if (!path.isEmpty() && !path.endsWith(ending))
        path += ending;
    return path;
}

QString askName(QWidget* parent, const QString& title, const QString& label)
{
    return QInputDialog::getText(parent, title, label).trimmed();
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
