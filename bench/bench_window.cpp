// The window on the demo tubes: start to first paint, the longest the interface thread is held while it chooses, and
// memory.

#include "app/palette/choicemodel.h"
#include "app/palette/paletteview.h"
#include "app/window/mainwindow.h"
#include "app/window/places.h"
#include "examples.h"
#include "notebook/edits.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QFile>
#include <QTemporaryDir>
#include <QTimer>
#include <cstdio>
#include <sys/resource.h>

using namespace iris;

namespace {

void fill(Document& document, std::size_t tubeCount)
{
    std::vector<Tube> tubes;
    for (const ReferencePigment& row : ReferenceTable::shipped().pigments()) {
        Tube tube;
        tube.name = row.commonName;
        tube.codes = {row.code};
        tube.form = row.form;
        tubes.push_back(std::move(tube));
    }
    tubes.resize(tubeCount);
    document.apply(putting(std::move(tubes)), {});
    QFile file(QStringLiteral(IRIS_SOURCE_DIR "/data/demo/needs.csv"));
    if (!file.open(QIODevice::ReadOnly))
        return;
    const auto needs = readNeedsCsv(file.readAll().toStdString());
    if (needs)
        for (const Need& need : *needs)
            document.apply(putting(NeedRecord{{}, need, {}}));
}

} // namespace

int main(int argc, char** argv)
{
    QElapsedTimer sinceStart;
    sinceStart.start();
    QApplication application(argc, argv);
    QTemporaryDir folder;
    {
        Document made;
        if (!made.create(folder.filePath(QStringLiteral("bench.iris"))))
            return 1;
        fill(made, 60);
    }
    const qint64 prepared = sinceStart.elapsed();
    loadFonts();
    applyTheme(application, Ground::Light);
    Document document;
    if (!document.open(folder.filePath(QStringLiteral("bench.iris"))))
        return 1;
    MainWindow window(document);
    window.show();
    window.grab();
    std::printf("60 tubes, opened to first paint   %lld ms\n", static_cast<long long>(sinceStart.elapsed() - prepared));

    window.places().the<PaletteView>().wanted();
    qint64 longest = 0;
    QElapsedTimer sinceTurn;
    QTimer turns;
    QObject::connect(&turns, &QTimer::timeout, [&] {
        longest = std::max(longest, sinceTurn.restart());
        if (window.places().the<PaletteView>().choice().shown())
            application.quit();
    });
    QElapsedTimer choosing;
    choosing.start();
    sinceTurn.start();
    window.places().the<PaletteView>().choice().choose();
    turns.start(0);
    application.exec();
    std::printf("choice in the window              %lld ms, longest without a turn %lld ms\n",
                static_cast<long long>(choosing.elapsed()), static_cast<long long>(longest));
    rusage usage{};
    getrusage(RUSAGE_SELF, &usage);
    std::printf("most memory                       %ld MB\n", usage.ru_maxrss / 1024);
}
