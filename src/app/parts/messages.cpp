#include "app/parts/messages.h"

#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"

#include <QFileDialog>
#include <QFileInfo>
#include <QInputDialog>
#include <QMessageBox>
#include <QPushButton>
#include <QRegularExpression>
#include <QVBoxLayout>

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

QString fileToSave(QWidget* parent, const QString& title, const QString& filter, const QString& name)
{
    // The ending is added before the dialog looks whether there is such a file, and asks.
    QFileDialog dialog(parent, title, {}, filter);
    dialog.setAcceptMode(QFileDialog::AcceptSave);
    dialog.setDefaultSuffix(QFileInfo(name).suffix());
    dialog.selectFile(name);
    QObject::connect(&dialog, &QFileDialog::filterSelected, &dialog, [&](const QString& kind) {
        const QString ending =
            kind.section(QStringLiteral("*."), 1).section(QRegularExpression(QStringLiteral("[ )]")), 0, 0);
        const QFileInfo chosen(dialog.selectedFiles().value(0, name));
        dialog.setDefaultSuffix(ending);
        dialog.selectFile(chosen.completeBaseName() + QLatin1Char('.') + ending);
    });
    return dialog.exec() == QDialog::Accepted ? dialog.selectedFiles().value(0) : QString();
}

QString askName(QWidget* parent, const QString& title, const QString& label)
{
    return QInputDialog::getText(parent, title, shownWords(label)).trimmed();
}

int choose(QWidget* parent, const QString& title, const QString& question, const QStringList& answers)
{
    QDialog dialog(parent);
    dialog.setWindowTitle(title);
    auto* layout = new QVBoxLayout(&dialog);
    layout->setContentsMargins(20, 16, 20, 16);
    layout->setSpacing(8);
    auto* words = new PlainLabel(question, &dialog);
    words->setWordWrap(true);
    layout->addWidget(words);
    int chosen = -1;
    for (int i = 0; i < answers.size(); ++i) {
        auto* button = new QPushButton(buttonWords(answers[i]), &dialog);
        QObject::connect(button, &QPushButton::clicked, &dialog, [&dialog, &chosen, i] {
            chosen = i;
            dialog.accept();
        });
        layout->addWidget(button);
    }
    dialog.exec();
    return chosen;
}

} // namespace

Messages& messages()
{
    static Messages inUse{tell, fileToOpen, fileToSave, askName, choose};
    return inUse;
}

QString fileNameFor(const QString& title, const QString& ending)
{
    constexpr int most = 60; // letters; 255 bytes are the least that file systems take, four to a letter at most
    QString name;
    for (const QChar letter : title.simplified())
        name += letter.isPrint() && !QStringLiteral("/\\:*?\"<>|").contains(letter) ? letter : QLatin1Char('-');
    name = name.left(most);
    while (!name.isEmpty() && (name.back() == QLatin1Char('.') || name.back().isSpace()))
        name.chop(1);
    if (name.startsWith(QLatin1Char('.')))
        name.prepend(QLatin1Char('-'));
    return (name.isEmpty() ? QObject::tr("Without a name") : name) + ending;
}

QString pictureFiles()
{
    return QObject::tr("Pictures (*.png *.jpg *.jpeg *.tif *.tiff *.webp);;All files (*)");
}

} // namespace iris
