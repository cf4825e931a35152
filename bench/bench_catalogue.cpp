// A catalogue of 1,000 tubes in the window: sorting, sifting, scrolling, and one change, against a frame of 16 ms.

#include "app/theme/theme.h"
#include "app/tubes/tubesview.h"
#include "app/window/mainwindow.h"
#include "notebook/edits.h"
#include "stopwatch.h"

#include <QApplication>
#include <QComboBox>
#include <QElapsedTimer>
#include <QLineEdit>
#include <QListView>
#include <QScrollBar>
#include <QTemporaryDir>
#include <cstdio>

using namespace iris;

namespace {

constexpr double frameMs = 16;

std::vector<Tube> thousandTubes()
{
    const auto& rows = ReferenceTable::shipped().pigments();
    std::vector<Tube> tubes;
    for (int i = 0; i < 1000; ++i) {
        const ReferencePigment& row = rows[static_cast<std::size_t>(i) % rows.size()];
        Tube tube;
        tube.name = row.commonName + " " + std::to_string(i);
        tube.maker = i % 3 ? "Lower Quay" : "Grey Heron Mill";
        tube.codes = {row.code};
        tube.form = row.form;
        tube.stock.sizeMl = 5 + i % 15;
        tube.stock.price = 3 + i % 11;
        tubes.push_back(std::move(tube));
    }
    return tubes;
}

void tell(const char* what, double seconds)
{
    std::printf("%-34s %6.1f ms, %.2f of a frame\n", what, 1e3 * seconds, 1e3 * seconds / frameMs);
}

} // namespace

int main(int argc, char** argv)
{
    QApplication application(argc, argv);
    loadFonts();
    applyTheme(application, Ground::Light);
    const QTemporaryDir folder;
    Document document;
    if (!document.create(folder.filePath(QStringLiteral("bench.iris"))))
        return 1;
    MainWindow window(document);
    window.show();
    QElapsedTimer bringing;
    bringing.start();
    document.apply(putting(thousandTubes()), {});
    tell("bring in 1,000 tubes, once", 1e-3 * static_cast<double>(bringing.elapsed()));
    auto* list = window.findChild<QListView*>(QStringLiteral("tubes"));
    auto* order = window.findChild<QComboBox*>(QStringLiteral("order"));
    auto* search = window.findChild<QLineEdit*>(QStringLiteral("find"));
    const auto paint = [&] { (void)list->grab(); };
    paint();
    int next = 0;
    tell("sort another way and paint", medianSeconds(14, [&] {
             order->setCurrentIndex(++next % order->count());
             paint();
         }));
    tell("one more letter and paint", medianSeconds(14, [&] {
             search->setText(QStringLiteral("granulates heron").left(++next % 16));
             paint();
         }));
    search->clear();
    tell("scroll a page and paint", medianSeconds(30, [&] {
             auto* bar = list->verticalScrollBar();
             bar->setValue((bar->value() + list->viewport()->height()) % std::max(1, bar->maximum()));
             paint();
         }));
    tell("change one tube and paint", medianSeconds(8, [&] {
             Tube tube = document.notebook().tubes[10];
             tube.notes += "x";
             document.apply(changing(document.notebook(), tube, "2026-10-03"));
             paint();
             QCoreApplication::processEvents();
         }));
    tell("pick up another tube", medianSeconds(8, [&] {
             list->setCurrentIndex(list->model()->index(++next, 0));
             paint();
             QCoreApplication::processEvents();
         }));
}
