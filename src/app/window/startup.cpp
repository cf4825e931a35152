#include "app/window/startup.h"

#include "app/parts/messages.h"
#include "app/parts/words.h"
#include "app/window/mainwindow.h"
#include "app/window/screenshots.h"
#include "app/window/whereleft.h"

#include <QApplication>
#include <QCommandLineParser>
#include <QDir>
#include <QFileInfo>
#include <QStandardPaths>
#include <QTextStream>

namespace iris {
namespace {

QString ownNotebook()
{
    const QString folder = QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation);
    QDir().mkpath(folder);
    return QDir(folder).filePath(QStringLiteral("My paints.iris"));
}

Result<void> openOrMake(Document& document, const QString& path)
{
    return QFileInfo::exists(path) ? document.open(path) : document.create(path);
}

int complain(const QString& message)
{
    QTextStream(stderr) << message << '\n';
    return 1;
}

} // namespace

int runApplication(QApplication& application)
{
    QApplication::setApplicationName(QStringLiteral("iris-bianca"));
    QApplication::setApplicationDisplayName(QStringLiteral("Iris Bianca"));
    QCommandLineParser parser;
    parser.setApplicationDescription(QObject::tr("Iris Bianca: know your paints"));
    parser.addHelpOption();
    parser.addPositionalArgument(QStringLiteral("notebook"), QObject::tr("The notebook to open"));
    const QCommandLineOption pictures(QStringLiteral("screenshots"), QObject::tr("Write pictures of the views and end"),
                                      QStringLiteral("folder"));
    parser.addOption(pictures);
    const QCommandLineOption small(QStringLiteral("small"), QObject::tr("Take them of the smallest window there is"));
    parser.addOption(small);
    parser.process(application);

    if (!loadFonts())
        return complain(QObject::tr("the letters that come with the program are missing"));
    applyTheme(application, Ground::Light);
    Document document;
    const QStringList files = parser.positionalArguments();
    const auto opened = openOrMake(document, files.isEmpty() ? ownNotebook() : files.front());
    if (!opened && parser.isSet(pictures))
        return complain(text(opened.error().message));
    MainWindow window(document);
    WhereLeft left;
    if (!parser.isSet(pictures))
        left.restore(window);
    window.show();
    if (parser.isSet(pictures)) {
        const QString trouble =
            takeScreenshots(window, parser.value(pictures), parser.isSet(small) ? QSize(1024, 700) : QSize(1280, 800));
        return trouble.isEmpty() ? 0 : complain(trouble);
    }
    if (!opened)
        messages().tell(&window, QObject::tr("Open a notebook"), text(opened.error().message));
    const int code = QApplication::exec();
    left.keep(window);
    return code;
}

} // namespace iris
