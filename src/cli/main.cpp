#include "cli/cli.h"
#include "files/outputfile.h"

#include <QGuiApplication>
#include <cstdio>
#include <iostream>

namespace {

/// What the toolkit and its readers of pictures remark - a desktop that is not there, a file they stumble over - is
/// told in our own words where it matters, and concerns nobody on a command line.
void withoutRemarks(QtMsgType type, const QMessageLogContext& context, const QString& message)
{
    if (type == QtCriticalMsg || type == QtFatalMsg)
        std::fprintf(stderr, "%s\n", qPrintable(qFormatLogMessage(type, context, message)));
}

} // namespace

int main(int argc, char** argv)
{
    iris::takeNoSignalForFullFiles();
    // Sheets have type on them, which wants fonts, and these an application; never a screen.
    qInstallMessageHandler(withoutRemarks);
    qputenv("QT_QPA_PLATFORM", "offscreen");
    const QGuiApplication application(argc, argv);
    return iris::runCli({argv + 1, argv + argc}, std::cout, std::cerr);
}
