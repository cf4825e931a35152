#include "mainviews.h"

#include "app/find/findview.h"
#include "app/pairs/chartview.h"
#include "app/pairs/makesview.h"
#include "app/pairs/pairsview.h"
#include "app/pairs/wheelview.h"
#include "app/palette/choicemodel.h"
#include "app/palette/choicepanel.h"
#include "app/palette/comparepage.h"
#include "app/palette/needspage.h"
#include "app/palette/needspanel.h"
#include "app/palette/paletteview.h"
#include "app/parts/mixcard.h"
#include "app/parts/mixtiles.h"
#include "app/parts/tubesetbox.h"
#include "app/reading/carddialog.h"
#include "app/sheets/sheetsview.h"
#include "app/tubes/tubesview.h"
#include "app/well/wellacts.h"
#include "app/well/wellpage.h"
#include "app/window/mainwindow.h"
#include "app/window/places.h"
#include "sheet/picturefile.h"

#include <QCoreApplication>
#include <QDir>
#include <QElapsedTimer>
#include <QFileInfo>
#include <QPixmap>
#include <QPlainTextEdit>

namespace iris {
namespace {

constexpr int longestChoiceMs = 60000;

/// Waits for a choice that is going on.
bool waitForChoice(MainWindow& window)
{
    QElapsedTimer clock;
    clock.start();
    do {
        QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
        if (clock.elapsed() > longestChoiceMs)
            return false;
    } while (!window.places().the<PaletteView>().choice().shown()
             || window.places().the<PaletteView>().choice().isBusy());
    return true;
}

TubeId tubeCalled(const Document& document, const char* name)
{
    for (const Tube& tube : document.notebook().tubes)
        if (tube.name == name)
            return tube.id;
    return document.notebook().tubes.empty() ? TubeId{} : document.notebook().tubes.front().id;
}

bool save(QWidget& widget, const QString& folder, const char* name)
{
    for (int i = 0; i < 5; ++i)
        QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
    const QString path = QDir(folder).filePath(QLatin1String(name) + QStringLiteral(".png"));
    return writePicture(widget.grab().toImage(), path).has_value();
}

/// Reading a card that lies beside the notebook in Scans.
bool saveReading(MainWindow& window, const QString& folder)
{
    const Document& document = window.document();
    const QDir scans(QFileInfo(document.path()).dir().filePath(QStringLiteral("Scans")));
    const QStringList waiting = scans.entryList({QStringLiteral("Cobalt Blue, not read yet*")}, QDir::Files);
    bool saved = true;
    if (!waiting.isEmpty()) {
        CardDialog card(window.document(), window.settings(), scans.filePath(waiting.front()),
                        tubeCalled(document, "Cobalt Blue"), &window);
        card.show();
        QElapsedTimer clock;
        clock.start();
        while (!card.reading() && clock.elapsed() < longestChoiceMs)
            QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
        saved = save(card, folder, "card");
    }
    return saved;
}

/// Runs the event loop until something holds; false when it takes too long.
bool waitUntil(const std::function<bool()>& holds)
{
    QElapsedTimer clock;
    clock.start();
    while (!holds() && clock.elapsed() < longestChoiceMs)
        QCoreApplication::processEvents(QEventLoop::AllEvents, 20);
    return holds();
}

bool savePairs(MainWindow& window, const QString& folder)
{
    PairsView& pairs = window.places().the<PairsView>();
    const Document& document = window.document();
    window.places().the<PairsView>().wanted();
    pairs.goTo(PairsView::Chart);
    pairs.chartView().rowTubes().choose(QObject::tr("Yellows"));
    pairs.chartView().columnTubes().choose(QObject::tr("Blues"));
    pairs.chartView().grid().setCurrent(1);
    pairs.card().pin();
    pairs.chartView().grid().setCurrent(2);
    pairs.card().pin();
    bool saved = save(window, folder, "chart");
    pairs.showPair(tubeCalled(document, "Ultramarine"), tubeCalled(document, "Burnt Sienna"));
    saved = save(window, folder, "pairs") && saved;
    pairs.makesView().choose(MixKind::Greys);
    pairs.goTo(PairsView::Makes);
    saved = waitUntil([&] { return !pairs.makesView().tiles().tiles().empty(); }) && saved;
    saved = save(window, folder, "what-makes") && saved;
    pairs.goTo(PairsView::WheelPage);
    pairs.wheelView().disc().setCurrent({0, 3});
    return save(window, folder, "wheel") && saved;
}

/// A colour of the marsh, what comes near it, and a puddle of it that came out too blue. The well is taken back
/// afterwards.
bool saveFinding(MainWindow& window, const QString& folder)
{
    FindView& find = window.places().the<FindView>();
    Document& document = window.document();
    find.wantColour({{50, -22, 34}, {}, false, false}, QObject::tr("Reeds in the sun"));
    bool saved = waitUntil([&] { return !find.isBusy() && !find.found()->candidates.empty(); });
    find.tiles().setCurrent(2);
    saved = save(window, folder, "find") && saved;
    const QUndoStack& stack = document.undoStack();
    const int before = stack.index();
    find.start();
    window.places().well().acts().see({Look::TooBlue});
    saved = save(window, folder, "well") && saved;
    while (stack.index() > before && document.readOnlyReason().isEmpty())
        document.undo();
    return saved;
}

/// The picture to paint, and where in it one of its needs lies.
bool saveNeeds(MainWindow& window, const QString& folder)
{
    PaletteView& palette = window.places().the<PaletteView>();
    palette.wanted();
    palette.goTo(PaletteView::NeedsOfThePicture);
    bool saved = waitUntil([&] { return !palette.needsPage().picture().isBusy(); });
    palette.needsPanel().setCurrent(2);
    return save(window, folder, "needs") && saved;
}

bool saveSheets(MainWindow& window, const QString& folder)
{
    const Document& document = window.document();
    window.places().the<SheetsView>().wanted();
    if (!document.notebook().sheets.empty())
        window.places().the<SheetsView>().choose(document.notebook().sheets.front().id);
    bool saved = save(window, folder, "sheets");
    window.places().the<SheetsView>().goTo(SheetsView::RecordPage);
    saved = save(window, folder, "mixes") && saved;
    window.places().the<SheetsView>().goTo(SheetsView::Predictions);
    saved = save(window, folder, "predictions") && saved;
    window.places().the<SheetsView>().goTo(SheetsView::SheetsPage);
    return saved;
}

/// The page with the ways in, as it is when no notebook is open.
bool saveFirstPage(const QString& folder, QSize size)
{
    Document none;
    MainWindow window(none);
    window.resize(size);
    window.show();
    return save(window, folder, "first-page");
}

/// Tubes as they are typed in, one of them there already.
bool saveTyping(MainWindow& window, const QString& folder)
{
    TubesView& tubes = window.places().the<TubesView>();
    tubes.wanted();
    tubes.typeIn(QStringLiteral("PB29, PO62 from Grey Heron\nquinacridone gold\npbr 7 burnt sienna x2\nmystery green"));
    const bool saved = save(window, folder, "typing-in");
    auto* typed = window.findChild<QPlainTextEdit*>(QStringLiteral("typedTubes"));
    typed->clear();
    tubes.leaveTyping();
    return saved;
}

} // namespace

QString writeMainViews(MainWindow& window, const QString& folder, QSize size)
{
    if (!QDir().mkpath(folder))
        return QObject::tr("the folder %1 cannot be made").arg(folder);
    const Document& document = window.document();
    window.resize(size);
    bool saved = true;
    window.places().the<TubesView>().choose(tubeCalled(document, "Ultramarine"));
    window.places().the<TubesView>().wanted();
    saved = save(window, folder, "tubes") && saved;
    saved = saveTyping(window, folder) && saveFirstPage(folder, size) && saved;
    saved = saveReading(window, folder) && saved;
    saved = savePairs(window, folder) && saved;
    saved = saveSheets(window, folder) && saved;
    saved = saveNeeds(window, folder) && saved;
    window.places().the<PaletteView>().choicePanel().chooseAct()->trigger();
    if (!waitForChoice(window))
        return QObject::tr("the choice took too long");
    saved = save(window, folder, "palette") && saved;
    PaletteView& view = window.places().the<PaletteView>();
    view.goTo(PaletteView::Comparing);
    saved = waitUntil([&] { return !view.comparePage().isBusy(); }) && saved;
    saved = save(window, folder, "compare") && saved;
    view.goTo(PaletteView::Boxing);
    saved = save(window, folder, "box") && saved;
    view.goTo(PaletteView::Choosing);
    window.settings().setGround(Ground::Dark);
    saved = save(window, folder, "palette-dark") && saved;
    window.settings().setGround(Ground::Light);
    // Last: what is taken back can be made again, and the rail would say so in every picture.
    saved = saveFinding(window, folder) && saved;
    return saved ? QString() : QObject::tr("a picture could not be written to %1").arg(folder);
}

} // namespace iris
