#include "app/palette/choicewords.h"

#include "app/parts/words.h"
#include "base/text.h"
#include "words/paintwords.h"
#include "words/palettewords.h"

#include <QObject>
#include <QStringList>
#include <ranges>

namespace iris {

QString headlineWords(const PaletteSet& set, const QString& keptName)
{
    const auto met = std::ranges::count_if(set.answers, &NeedAnswer::met);
    const QString tubes = text(counted(set.tubes.size(), "tube"));
    const QString who = keptName.isEmpty() ? tubes : QObject::tr("%1, %2").arg(keptName, tubes);
    const QString average = apart(set.meanApart);
    if (met < std::ssize(set.answers))
        return QObject::tr("%1: %2 of %3, %4 on average")
            .arg(who, QString::number(met), text(counted(set.answers.size(), "colour")), average);
    return met == 1 ? QObject::tr("%1: the one colour, %2").arg(who, average)
                    : QObject::tr("%1: all %2 colours, %3 on average").arg(who, QString::number(met), average);
}

QString nothingWords(bool surely)
{
    return surely ? QObject::tr(
               "No mix of your tubes is sure enough for any of these colours. Ask for less sure ones, or let "
               "the colours be met less closely.")
                  : QObject::tr("None of your tubes reaches any of these colours.");
}

QString wayWords(RedPrimary red, const Result<Choice>& choice, const TubePool& pool)
{
    const QString which = red == RedPrimary::Red ? QObject::tr("With a red") : QObject::tr("With a magenta");
    if (!choice || choice->end != ChoiceEnd::Done || choice->sets.empty())
        return QObject::tr("%1: no triad.").arg(which);
    const PaletteSet& set = choice->sets.front();
    QStringList names;
    for (const std::size_t tube : set.tubes)
        names << text(pool.paints[tube].name);
    return QObject::tr("%1: %2 of %3 with %4.")
        .arg(which)
        .arg(std::ranges::count_if(set.answers, &NeedAnswer::met))
        .arg(set.answers.size())
        .arg(listed(names));
}

QString nearestWords(const Choice& choice, const std::vector<Need>& needs, const TubePool& pool, bool ofKept)
{
    constexpr std::size_t mostTold = 3;
    QStringList words;
    for (const Unreachable& missed : choice.unreachable | std::views::take(mostTold))
        words << text(nearestWords(missed, needs[missed.need], pool.paints, ofKept));
    if (const std::size_t count = choice.unreachable.size(); count > mostTold)
        words << QObject::tr("So it is with %1 more.").arg(text(counted(count - mostTold, "colour")));
    return words.join(QLatin1Char(' '));
}

QString stayAtHomeWords(const PaletteSet& set, const TubePool& pool)
{
    QStringList names;
    for (const TubeReason& reason : set.reasons)
        if (reason.lostWithout.empty())
            names << text(pool.paints[reason.tube].name);
    return names.isEmpty() ? QString()
           : names.size() == 1
               ? QObject::tr("%1 can stay at home: nothing is lost without it.").arg(names.front())
               : QObject::tr("Any one of %1 can stay at home: nothing is lost without it.").arg(listed(names));
}

QString toBuyWords(const PaletteSet& set, const TubePool& pool)
{
    QStringList names;
    for (const std::size_t place : set.tubes)
        if (!pool.isOwned(place))
            names << text(nameAndCodes(pool.paints[place]));
    return names.isEmpty() ? QString() : QObject::tr("To buy: %1.").arg(listed(names));
}

QString lostWords(const TubeReason& reason, const std::vector<Need>& needs)
{
    constexpr std::size_t mostNamed = 4;
    const std::vector<std::size_t>& lost = reason.lostWithout;
    if (lost.empty())
        return QObject::tr("without it nothing is lost");
    if (lost.size() == needs.size() && lost.size() > 1)
        return QObject::tr("without it none of the colours");
    QStringList names;
    for (std::size_t i = 0; i < std::min(lost.size(), mostNamed); ++i)
        names << text(needs[lost[i]].name);
    return lost.size() > mostNamed
               ? QObject::tr("without it no %1 and %2 more")
                     .arg(names.join(QStringLiteral(", ")), QString::number(lost.size() - mostNamed))
               : QObject::tr("without it no %1").arg(listed(names));
}

} // namespace iris
