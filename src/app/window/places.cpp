#include "app/window/places.h"

#include "app/find/findview.h"
#include "app/pairs/pairsview.h"
#include "app/palette/needspage.h"
#include "app/palette/paletteview.h"
#include "app/parts/messages.h"
#include "app/parts/tubemodel.h"
#include "app/parts/worktable.h"
#include "app/sheets/sheetsview.h"
#include "app/tubes/tubesview.h"
#include "app/well/wellacts.h"
#include "app/well/wellpage.h"
#include "sheet/scan.h"
#include "sheet/sheetmarks.h"

#include <QFileInfo>

namespace iris {

Places::Places(Document& document, ViewSettings& settings, QWidget* parent)
    : QObject(parent),
      m_document(document),
      m_window(*parent),
      m_tubes(new TubeModel(document, this)),
      m_needs(new NeedsModel(document, this)),
      m_table(new Worktable(document, *m_tubes, settings, this)),
      m_list{
          new TubesView(document, *m_tubes, settings, parent),
          new PairsView(*m_table, parent),
          new FindView(*m_table, parent),
          new SheetsView(document, settings, parent),
          new PaletteView(document, *m_needs, *m_tubes, settings, parent),
      },
      m_well(new WellPage(*m_table, parent))
{
    connectPlaces();
}

std::vector<Place*> Places::all() const
{
    std::vector<Place*> all = m_list;
    all.push_back(m_well);
    return all;
}

/// How one place leads to another.
void Places::connectPlaces()
{
    auto& tubes = the<TubesView>();
    auto& pairs = the<PairsView>();
    auto& sheets = the<SheetsView>();
    connect(&tubes, &TubesView::pairWanted, &pairs, &PairsView::showPair);
    connect(&tubes, &TubesView::whatToBuyAsked, this, &Places::seeWhatToBuy);
    connect(&pairs, &PairsView::sheetPrinted, &sheets, &Place::wanted);
    connect(&the<FindView>(), &FindView::attemptChosen, m_well, [this](WellId well) {
        m_well->acts().choose(well);
        Q_EMIT m_well->wanted();
    });
    connect(&the<FindView>(), &FindView::intoTheWell, m_well,
            [this](const StudioPtr& studio, const Recipe& recipe, const Wanted& wanted, const QString& words) {
                m_well->acts().begin(studio, recipe, wanted.colour, words);
            });
    m_fileActs = {tubes.bringInList(), tubes.readCardAct(), sheets.readSheet(), sheets.tryWithoutPaint()};
}

void Places::seeWhatToBuy()
{
    auto& palette = the<PaletteView>();
    Q_EMIT palette.wanted();
    palette.goTo(PaletteView::NeedsOfThePicture);
    if (m_document.notebook().subjects.empty())
        palette.needsPage().askPicture();
}

void Places::takeList(const QString& path)
{
    Q_EMIT the<TubesView>().wanted();
    the<TubesView>().importFile(path);
}

void Places::takeMeasurements(const QString& path)
{
    Q_EMIT the<TubesView>().wanted();
    the<TubesView>().readMeasurements(path);
}

void Places::takePicture(const QString& path, Place* shown)
{
    if (shown && shown->takePicture(path))
        return;
    if (m_document.notebook().sheets.empty())
        return askWhatItIs(path);
    m_window.setCursor(Qt::BusyCursor);
    m_looking.start(
        [path](const JobTools&) {
            const auto scan = Scan::load(path);
            return scan && !findTags(scan->image()).empty();
        },
        [this, path](bool showsSheet) {
            m_window.unsetCursor();
            if (!showsSheet)
                return askWhatItIs(path);
            Q_EMIT the<SheetsView>().wanted();
            the<SheetsView>().readPainted(path);
        });
}

/// Plain where its name is that of a tube: a card.
void Places::askWhatItIs(const QString& path)
{
    const auto readCard = [&] {
        Q_EMIT the<TubesView>().wanted();
        the<TubesView>().readCard(path);
    };
    if (the<TubesView>().isNamedAfterATube(path))
        return readCard();
    switch (messages().choose(
        &m_window, tr("A picture"), tr("What is %1?").arg(QFileInfo(path).fileName()),
        {tr("A card of one tube"), tr("A picture I want to paint"), tr("A colour to mix is in it")})) {
    case 0: return readCard();
    case 1:
        Q_EMIT the<PaletteView>().wanted();
        the<PaletteView>().takePicture(path);
        return;
    case 2:
        Q_EMIT the<FindView>().wanted();
        the<FindView>().takePicture(path);
        return;
    default: return;
    }
}

} // namespace iris
