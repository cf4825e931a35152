#include "app/theme/theme.h"
#include "app/window/mainwindow.h"
#include "mainviews.h"

#include <QApplication>
#include <QTextStream>

// Pictures of every main view, for the README and to look at.
//     pictures NOTEBOOK FOLDER [small]
int main(int argc, char** argv)
{
    using namespace iris;
    QApplication application(argc, argv);
    const QStringList arguments = QApplication::arguments();
    const auto complain = [](const QString& message) {
        QTextStream(stderr) << message << '\n';
        return 1;
    };
    if (arguments.size() < 3)
        return complain(QStringLiteral("say which notebook, and where to: pictures NOTEBOOK FOLDER [small]"));
    if (!loadFonts())
        return complain(QStringLiteral("the letters that come with the program are missing"));
    applyTheme(application, Ground::Light);
    Document document;
    if (const auto opened = document.open(arguments[1]); !opened)
        return complain(QString::fromStdString(opened.error().message));
    MainWindow window(document);
    window.show();
    const bool small = arguments.mid(3).contains(QStringLiteral("small"));
    const QString trouble = writeMainViews(window, arguments[2], small ? QSize(1024, 700) : QSize(1280, 800));
    return trouble.isEmpty() ? 0 : complain(trouble);
}
