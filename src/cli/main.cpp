#include "cli/cli.h"

#include <QGuiApplication>
#include <cstdio>
#include <iostream>

namespace {

/// The toolkit's remarks about a desktop that is not there concern nobody on a command line.
void withoutRemarksOnTheDesktop(QtMsgType type, const QMessageLogContext& context, const QString& message)
{
    if (!message.startsWith(QLatin1String("QStandardPaths: XDG_RUNTIME_DIR")))
        std::fprintf(stderr, "%s\n", qPrintable(qFormatLogMessage(type, context, message)));
}

} // namespace

int main(int argc, char** argv)
{
    // Sheets have type on them, which wants fonts, and these an application; never a screen.
    qInstallMessageHandler(withoutRemarksOnTheDesktop);
    qputenv("QT_QPA_PLATFORM", "offscreen");
    const QGuiApplication application(argc, argv);
    return iris::runCli({argv + 1, argv + argc}, std::cout, std::cerr);
}
