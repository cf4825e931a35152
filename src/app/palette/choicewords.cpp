#include "app/palette/choicewords.h"

#include "app/parts/words.h"
#include "base/text.h"

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

QString proofWords(const Choice& choice, School school)
{
    if (school != School::Free)
        return QObject::tr("Every set this school allows was weighed; none meets more.");
    if (choice.ruledOut.empty())
        return QObject::tr("No smaller set is possible.");
    QStringList sizes;
    for (const SizeRuledOut& size : choice.ruledOut)
        sizes << QString::number(size.size);
    return QObject::tr("Fewer will not do: every set of %1 %2 was tried and falls short.")
        .arg(listed(sizes), sizes.last() == QLatin1String("1") ? QObject::tr("tube") : QObject::tr("tubes"));
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

namespace {

QString nearestWords(const Unreachable& missed, const Need& need, const TubePool& pool, bool ofKept)
{
    const QString name = text(need.name);
    if (missed.nearest.recipe.parts.empty())
        return QObject::tr("No tube here is what %1 asks for.").arg(name);
    const QString nearest =
        QObject::tr("%1 with %2").arg(apart(missed.nearest.apart), recipeText(missed.nearest.recipe, pool.paints));
    if (missed.nearest.apart <= need.tolerance)
        return QObject::tr("No mix is sure enough for %1; nearest is %2.").arg(name, nearest);
    return ofKept ? QObject::tr("It does not reach %1; nearest is %2.").arg(name, nearest)
                  : QObject::tr("No tubes of yours reach %1; nearest is %2.").arg(name, nearest);
}

} // namespace

QString nearestWords(const Choice& choice, const std::vector<Need>& needs, const TubePool& pool, bool ofKept)
{
    constexpr std::size_t mostTold = 3;
    QStringList words;
    for (const Unreachable& missed : choice.unreachable | std::views::take(mostTold))
        words << nearestWords(missed, needs[missed.need], pool, ofKept);
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
            names << QObject::tr("%1 (%2)").arg(text(pool.paints[place].name), text(textOf(pool.paints[place].codes)));
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
