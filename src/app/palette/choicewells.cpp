#include "app/palette/choicewells.h"

#include "app/parts/words.h"
#include "paint/ratings.h"

#include <QObject>

namespace iris {

std::vector<Well> wellsOf(const PaletteSet& set, const std::vector<Need>& needs, const TubePool& pool)
{
    std::vector<Well> wells;
    for (const TubeReason& reason : set.reasons) {
        const Paint& paint = pool.paints[reason.tube];
        QStringList lost;
        for (const std::size_t need : reason.lostWithout)
            lost << text(needs[need].name);
        Well well;
        well.name = text(paint.name);
        well.codes = text(textOf(paint.codes));
        if (fades(paint.lightfastness))
            well.codes += QObject::tr(", fades");
        if (!pool.isOwned(reason.tube))
            well.codes += QObject::tr(", to buy");
        well.reason = lost.isEmpty()     ? QObject::tr("nothing rests on it")
                      : lost.size() == 1 ? QObject::tr("for %1").arg(lost.front())
                                         : QObject::tr("%1 colours need it").arg(lost.size());
        well.detail = lost.isEmpty() ? QObject::tr("Without it nothing is lost")
                                     : QObject::tr("Without it no %1").arg(listed(lost));
        well.wash = washColours(paint.film);
        well.seed = static_cast<unsigned>(pool.isOwned(reason.tube) ? pool.tubes[reason.tube].value
                                                                    : static_cast<std::int64_t>(reason.tube));
        wells.push_back(std::move(well));
    }
    return wells;
}

} // namespace iris
