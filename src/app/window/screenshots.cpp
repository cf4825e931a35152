#include "app/window/screenshots.h"

#include "app/pairs/pairsview.h"
#include "app/palette/choicepanel.h"
#include "app/palette/paletteview.h"
#include "app/tubes/tubesview.h"
#include "app/window/mainwindow.h"

#include <QCoreApplication>
#include <QDir>
#include <QElapsedTimer>
#include <QPixmap>

namespace iris {
namespace {

constexpr int longestChoiceMs = 60000;

/// Lets the window settle, and waits for a choice that is going on.
bool settle(MainWindow& window, bool untilChosen)
{
    QElapsedTimer clock;
    clock.start();
    do {
        QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
        if (clock.elapsed() > longestChoiceMs)
            return false;
    } while (untilChosen && !window.paletteView().choicePanel().choice());
    for (int i = 0; i < 5; ++i)
        QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
    return true;
}

bool save(MainWindow& window, const QString& folder, const char* name)
{
    settle(window, false);
    return window.grab().save(QDir(folder).filePath(QLatin1String(name) + QStringLiteral(".png")));
}

TubeId tubeCalled(const Document& document, const char* name)
{
    for (const Tube& tube : document.notebook().tubes)
        if (tube.name == name)
            return tube.id;
    return document.notebook().tubes.empty() ? TubeId{} : document.notebook().tubes.front().id;
}

} // namespace

QString takeScreenshots(MainWindow& window, const QString& folder)
{
    if (!QDir().mkpath(folder))
        return QObject::tr("the folder %1 cannot be made").arg(folder);
    const Document& document = window.document();
    window.resize(1280, 800);
    bool saved = true;
    window.tubesView().choose(tubeCalled(document, "Ultramarine"));
    window.goTo(MainWindow::Tubes);
    saved = save(window, folder, "tubes") && saved;
    window.pairsView().showPair(tubeCalled(document, "Ultramarine"), tubeCalled(document, "Burnt Sienna"));
    window.goTo(MainWindow::Pairs);
    saved = save(window, folder, "pairs") && saved;
    window.goTo(MainWindow::Palette);
    window.paletteView().choicePanel().choose();
    if (!settle(window, true))
        return QObject::tr("the choice took too long");
    saved = save(window, folder, "palette") && saved;
    window.settings().setGround(Ground::Dark);
    saved = save(window, folder, "palette-dark") && saved;
    window.settings().setGround(Ground::Light);
    return saved ? QString() : QObject::tr("a picture could not be written to %1").arg(folder);
}

} // namespace iris
