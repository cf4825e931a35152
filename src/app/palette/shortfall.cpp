#include "app/palette/shortfall.h"

#include "app/parts/words.h"

#include <QObject>
#include <QStringList>

namespace iris {
namespace {

constexpr std::size_t mostTold = 3;

/// The best closer of some paints, and its name.
std::optional<Closer> bestOf(const Need& need, const std::vector<Paint>& paints, const std::vector<std::size_t>& set,
                             const std::vector<std::size_t>& others, std::stop_token stop, QString& name)
{
    WorkOptions work;
    work.stop = stop;
    const std::vector<Closer> closers = closersOf(need, paints, set, others, work);
    if (closers.empty())
        return std::nullopt;
    const Paint& paint = paints[closers.front().paint];
    name = QObject::tr("%1 (%2)").arg(text(paint.name), text(textOf(paint.codes)));
    return closers.front();
}

QString oneWords(const QString& name, const Closer& closer, double tolerance, bool surely)
{
    if (surely && closer.match.apart <= tolerance) // whether it would be sure enough was not tried
        return QObject::tr("%1 comes near enough as it is counted, %2").arg(name, apart(closer.match.apart));
    return closer.match.apart <= tolerance ? QObject::tr("%1 would meet it, %2").arg(name, apart(closer.match.apart))
                                           : QObject::tr("%1 comes nearest, %2").arg(name, apart(closer.match.apart));
}

} // namespace

std::vector<Shortfall> shortfallsOf(const PaletteSet& set, const std::vector<Need>& needs, const TubePool& pool,
                                    std::stop_token stop)
{
    std::vector<Paint> paints = pool.paints;
    std::vector<std::size_t> owned, table;
    for (std::size_t place = 0; place < pool.paints.size(); ++place)
        (pool.isOwned(place) ? owned : table).push_back(place);
    if (table.empty())
        for (const ReferencePigment& row : ReferenceTable::shipped().pigments()) {
            table.push_back(paints.size());
            paints.push_back(paintOf(row));
            paints.back().name = row.commonName;
        }
    std::vector<Shortfall> shortfalls;
    for (std::size_t n = 0; n < needs.size() && shortfalls.size() < mostTold; ++n) {
        if (set.answers[n].met || set.answers[n].isUnsure(needs[n]))
            continue;
        Shortfall one{n, {}, {}, {}, {}};
        one.owned = bestOf(needs[n], paints, set.tubes, owned, stop, one.ownedName);
        if (!one.owned || one.owned->match.apart > needs[n].tolerance)
            one.bought = bestOf(needs[n], paints, set.tubes, table, stop, one.boughtName);
        if (stop.stop_requested())
            return {};
        shortfalls.push_back(std::move(one));
    }
    return shortfalls;
}

QString shortfallWords(const std::vector<Shortfall>& shortfalls, const std::vector<Need>& needs, bool surely)
{
    QStringList words;
    for (const Shortfall& one : shortfalls) {
        const Need& need = needs[one.need];
        QStringList helps;
        if (one.owned)
            helps << QObject::tr("of yours %1").arg(oneWords(one.ownedName, *one.owned, need.tolerance, surely));
        if (one.bought && (!one.owned || one.bought->match.apart < one.owned->match.apart))
            helps << QObject::tr("to buy, %1").arg(oneWords(one.boughtName, *one.bought, need.tolerance, surely));
        if (helps.isEmpty())
            helps << QObject::tr("no one tube brings it nearer");
        words << QObject::tr("%1 is not met: %2.").arg(sentence(text(need.name)), helps.join(QStringLiteral("; ")));
    }
    return words.join(QLatin1Char(' '));
}

} // namespace iris
