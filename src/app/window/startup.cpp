#include "app/window/startup.h"

#include "app/parts/messages.h"
#include "app/parts/words.h"
#include "app/start/waysin.h"
#include "app/window/mainwindow.h"
#include "app/window/whereleft.h"

#include <QApplication>
#include <QCommandLineParser>
#include <QFileInfo>
#include <QTextStream>

namespace iris {
namespace {

/// What is opened when nobody says what: the notebook that was left, or what older versions made. "" for none, and the
/// first page comes.
QString lastOpen(const WhereLeft& left)
{
    if (const QStringList kept = left.recent(); !kept.isEmpty())
        return QFileInfo::exists(kept.front()) ? kept.front() : QString();
    return QFileInfo::exists(WaysIn::firstOwn()) ? WaysIn::firstOwn() : QString();
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
    QApplication::setApplicationVersion(QStringLiteral(IRIS_VERSION));
    QGuiApplication::setDesktopFileName(QStringLiteral("iris-bianca"));
    QApplication::setWindowIcon(QIcon(QStringLiteral(":/iris-bianca/icons/iris-bianca.svg")));
    QCommandLineParser parser;
    parser.setApplicationDescription(QObject::tr("Iris Bianca: know your paints"));
    parser.addHelpOption();
    parser.addVersionOption();
    parser.addPositionalArgument(QStringLiteral("notebook"), QObject::tr("The notebook to open"));
    parser.process(application);

    if (!loadFonts())
        return complain(QObject::tr("the letters that come with the program are missing"));
    // What the desktop is set to, until the painter chooses.
    const bool isDark = QApplication::palette().color(QPalette::Window).lightness() < 128;
    applyTheme(application, isDark ? Ground::Dark : Ground::Light);
    Document document;
    WhereLeft left;
    const QStringList files = parser.positionalArguments();
    const QString wanted = files.isEmpty() ? lastOpen(left) : files.front();
    const auto opened = wanted.isEmpty() ? Result<void>() : openOrMake(document, wanted);
    MainWindow window(document);
    if (isDark)
        window.settings().setGround(Ground::Dark);
    left.restore(window);
    // At once, so that a crash does not forget it.
    left.keepRecent(window.ways());
    QObject::connect(&window.ways(), &WaysIn::changed, &window, [&] { left.keepRecent(window.ways()); });
    window.show();
    if (!opened)
        messages().tell(&window, QObject::tr("Open a notebook"), text(opened.error().message));
    const int code = QApplication::exec();
    left.keep(window);
    return code;
}

} // namespace iris
