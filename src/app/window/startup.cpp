#include "app/window/startup.h"

#include "app/parts/messages.h"
#include "app/parts/words.h"
#include "app/window/mainwindow.h"
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
    parser.process(application);

    if (!loadFonts())
        return complain(QObject::tr("the letters that come with the program are missing"));
    applyTheme(application, Ground::Light);
    Document document;
    const QStringList files = parser.positionalArguments();
    const auto opened = openOrMake(document, files.isEmpty() ? ownNotebook() : files.front());
    MainWindow window(document);
    WhereLeft left;
    left.restore(window);
    window.show();
    if (!opened)
        messages().tell(&window, QObject::tr("Open a notebook"), text(opened.error().message));
    const int code = QApplication::exec();
    left.keep(window);
    return code;
}

} // namespace iris
