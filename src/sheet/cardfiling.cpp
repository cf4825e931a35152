#include "sheet/cardfiling.h"

#include "sheet/keptpicture.h"

#include <cassert>

namespace iris {

SwatchRecord recordOf(const CardReading& reading, TubeId tube)
{
    assert(reading.painted && reading.swatch);
    SwatchRecord record;
    record.tube = tube;
    record.origin = SwatchOrigin::Card;
    record.paperWhite = reading.paper;
    record.painted = *reading.painted;
    record.onWhite = *reading.swatch;
    record.uncertainty = reading.uncertainty;
    if (reading.lifted && !reading.lifted->refused())
        record.lifted = reading.lifted->colour;
    record.shareLeft = reading.shareLeft;
    if (reading.grain)
        record.grain = reading.grain->total();
    return record;
}

Picture pictureOf(const Scan& scan, const CardRegions& regions)
{
    QRectF bounds;
    for (const auto* region : {&regions.full, &regions.thin, &regions.overBlack, &regions.lifted})
        if (*region)
            bounds = bounds.united((*region)->boundingRect());
    const double margin = 0.12 * std::max(bounds.width(), bounds.height());
    const QRect part =
        bounds.adjusted(-margin, -margin, margin, margin).toAlignedRect().intersected(QRect(QPoint(), scan.size()));
    return pictureOf(scan.image().copy(part.isEmpty() ? scan.image().rect() : part), 900);
}

NotebookEdit filing(const Notebook& notebook, SwatchRecord record, const Picture& picture)
{
    record.picture = picture.name;
    NotebookEdit edit = filing(notebook, std::move(record));
    edit.pictures.push_back(picture);
    return edit;
}

} // namespace iris
