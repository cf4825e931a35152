// Years of painting in the window: 1,000 tubes and 5,000 painted mixes. How long until something is on show, until what
// was learnt is, and how long the interface thread is held by one edit.

#include "../tests/notebook/yearsofsquares.h"
#include "app/document/document.h"
#include "app/pairs/chartview.h"
#include "app/pairs/pairsview.h"
#include "app/parts/tubesetbox.h"
#include "app/sheets/sheetsview.h"
#include "app/theme/theme.h"
#include "app/window/mainwindow.h"
#include "app/window/places.h"
#include "notebook/edits.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QTemporaryDir>
#include <QTimer>
#include <cstdio>
#include <random>

using namespace iris;

namespace {

constexpr int tubeCount = 1000;
constexpr int mixCount = 5000;

NotebookEdit yearsOfPainting()
{
    const auto& rows = ReferenceTable::shipped().pigments();
    NotebookEdit edit;
    for (int i = 0; i < tubeCount; ++i) {
        const ReferencePigment& row = rows[static_cast<std::size_t>(i) % rows.size()];
        Tube tube;
        tube.name = row.commonName + " " + std::to_string(i);
        tube.codes = {row.code};
        tube.form = row.form;
        edit.tubes.put.push_back(std::move(tube));
    }
    return edit;
}

NotebookEdit squaresOf(const Notebook& notebook)
{
    std::mt19937 random(6);
    std::uniform_real_distribution<double> off(-0.7, 0.7);
    std::vector<Paint> truth = typicalPaints(notebook);
    for (Paint& paint : truth)
        paint.strength *= std::exp(off(random));
    return yearsOfSquares(notebook, truth, mixCount, 7);
}

/// Tells when the window has been painted.
class PaintWatch : public QObject {
public:
    bool eventFilter(QObject*, QEvent* event) override
    {
        painted = painted || event->type() == QEvent::UpdateRequest;
        return false;
    }
    bool painted = false;
};

/// How long it takes until something done is on show, and the longest the interface thread goes without a turn
/// meanwhile and while it settles.
struct Held {
    double shown = 0; ///< ms
    double longest = 0;
};

template <typename Work> Held held(Work&& work, int settleMs = 400)
{
    PaintWatch watch;
    qApp->installEventFilter(&watch);
    QElapsedTimer sinceTurn;
    QElapsedTimer all;
    Held held;
    sinceTurn.start();
    all.start();
    work();
    held.longest = 1e-6 * static_cast<double>(sinceTurn.nsecsElapsed());
    sinceTurn.restart();
    while (all.elapsed() < settleMs) {
        QCoreApplication::processEvents();
        if (watch.painted && held.shown == 0)
            held.shown = 1e-6 * static_cast<double>(all.nsecsElapsed());
        held.longest = std::max(held.longest, 1e-6 * static_cast<double>(sinceTurn.nsecsElapsed()));
        sinceTurn.restart();
    }
    return held;
}

} // namespace

int main(int argc, char** argv)
{
    QApplication application(argc, argv);
    const QTemporaryDir folder;
    const QString path = folder.filePath(QStringLiteral("bench.iris"));
    {
        auto store = NotebookStore::create(path).value();
        (void)store->apply(yearsOfPainting());
        (void)store->apply(squaresOf(store->load().value()));
    }
    loadFonts();
    applyTheme(application, Ground::Light);
    QElapsedTimer opening;
    opening.start();
    Document document;
    if (!document.open(path))
        return 1;
    std::printf("opened                            %5lld ms\n", static_cast<long long>(opening.elapsed()));
    MainWindow window(document);
    window.show();
    window.grab();
    std::printf("first paint                       %5lld ms\n", static_cast<long long>(opening.elapsed()));
    if (argc > 1) // to be looked at by a profiler
        return 0;
    double longest = held([] {}, 1).longest;
    while (document.studio()->behind)
        longest = std::max(longest, held([] {}, 20).longest);
    std::printf("all learnt                        %5lld ms, longest held %.0f ms\n",
                static_cast<long long>(opening.elapsed()), longest);
    const auto tell = [&](const char* what, auto&& work) {
        const Held one = held(work, 1500);
        std::printf("%-34s%5.0f ms until shown, %3.0f ms held at most\n", what, one.shown, one.longest);
        std::fflush(stdout);
    };
    tell("a note on a tube", [&] {
        Tube tube = document.notebook().tubes[10];
        tube.notes += "x";
        document.apply(changing(document.notebook(), tube, "2026-10-03"));
    });
    tell("a strength set by hand", [&] {
        Tube tube = document.notebook().tubes[11];
        tube.strength = 2;
        document.apply(changing(document.notebook(), tube, "2026-10-03"));
    });
    tell("a mix written down", [&] {
        MixRecord mix = document.notebook().mixes[4];
        mix.id = {};
        document.apply(putting(mix), {});
    });
    tell("undone", [&] { document.undo(); });
    tell("Pairs", [&] {
        window.places().the<PairsView>().wanted();
        window.grab();
    });
    tell("a chart of 1,000 by 1,000", [&] {
        ChartView& chart = window.places().the<PairsView>().chartView();
        std::vector<std::size_t> all(tubeCount);
        for (std::size_t i = 0; i < all.size(); ++i)
            all[i] = i;
        chart.rowTubes().chooseByHand(all);
        chart.columnTubes().chooseByHand(all);
        window.grab();
    });
    tell("Sheets", [&] {
        window.places().the<SheetsView>().wanted();
        window.grab();
    });
}
