#include "drawing/boxcontents.h"

#include "base/text.h"
#include "mixing/matching.h"
#include "paint/paper.h"
#include "pigment/referencetable.h"
#include "words/mixwords.h"
#include "words/paintwords.h"

#include <QObject>

namespace iris {
namespace {

constexpr double largestCm = 500;

QString asText(const std::string& words)
{
    return QString::fromStdString(words);
}

QString number(double value, int decimals)
{
    return asText(formatNumber(value, decimals));
}

/// A set counted by the places of its own tubes.
PaletteSet recounted(PaletteSet set)
{
    const std::vector<std::size_t> tubes = set.tubes;
    const auto placeOf = [&](std::size_t tube) {
        return static_cast<std::size_t>(std::ranges::find(tubes, tube) - tubes.begin());
    };
    for (std::size_t& tube : set.tubes)
        tube = placeOf(tube);
    for (NeedAnswer& answer : set.answers)
        for (Part& part : answer.match.recipe.parts)
            part.paint = placeOf(part.paint);
    return set;
}

CardLook cardOf(const Need& need, const NeedAnswer& answer, std::span<const Paint> paints)
{
    CardLook card;
    card.name = asText(need.name);
    card.target = need.target;
    card.recipe = answer.match.recipe;
    card.isAnswered = answer.match.isThere();
    if (!card.isAnswered) {
        card.words = QObject::tr("No tube of the box is what it asks for.");
        return card;
    }
    card.words = asText(laidWords(card.recipe, paints));
    card.laid = colourOf(card.recipe, paints);
    Recipe full = card.recipe;
    full.wash = wash::full;
    card.full = colourOf(full, paints);
    card.result = answer.met ? QObject::tr("%1 apart").arg(number(answer.match.apart, 1))
                             : QObject::tr("not met, %1 apart").arg(number(answer.match.apart, 1));
    return card;
}

QString usesWords(const BoxContents& contents, const BoxAsked& asked)
{
    std::vector<std::string> amounts;
    for (const PaintUse& use : contents.uses)
        amounts.push_back(formatNumber(use.ml, 2) + " " + contents.paints[use.tube].name);
    return QObject::tr("One layer on %1 by %2 cm takes about, in ml: %3.")
        .arg(number(asked.widthCm, 0), number(asked.heightCm, 0), asText(joinedInWords(amounts)));
}

QString timeWords(const SwatchingTime& time)
{
    return QObject::tr("To swatch it, each tube and each pair: %1, %2 to %3 minutes and half an hour to dry.")
        .arg(asText(counted(time.squares, "square")), number(time.fewestMinutes, 0), number(time.mostMinutes, 0));
}

/// What is to be minded with some of the tubes.
QString cautionWords(std::span<const Paint> paints)
{
    std::vector<std::string> names;
    std::string handling;
    for (const Paint& paint : paints)
        for (const std::string& token : paint.cautions)
            if (const Caution* caution = ReferenceTable::shipped().caution(token)) {
                if (names.empty() || names.back() != paint.name)
                    names.push_back(paint.name);
                handling = caution->handling;
            }
    return names.empty() ? QString() : QObject::tr("Mind %1. %2").arg(asText(joinedInWords(names)), asText(handling));
}

/// "Only Glasswort has Rose in it: it may look foreign. A little of it in others ties it to them."
QString strangerWords(const PaletteSet& own, std::span<const Need> needs, std::span<const Paint> paints)
{
    std::vector<std::string> words;
    for (const Stranger& stranger : strangersIn(own))
        words.push_back(paints[stranger.tube].name + " is only in " + needs[stranger.need].name);
    return words.empty() ? QString()
                         : QObject::tr("%1: that may look foreign. A little of it stirred into others ties it to them.")
                               .arg(asText(joinedInWords(words)));
}

} // namespace

Result<BoxContents> boxContentsOf(const QString& title, const PaletteSet& set, std::span<const Need> needs,
                                  std::span<const Paint> paints, const BoxAsked& asked)
{
    for (const double side : {asked.widthCm, asked.heightCm})
        if (!(side >= 1 && side <= largestCm))
            return failure(ErrorCode::BadNumber, "a picture is 1 to 500 cm wide and high");
    BoxContents contents;
    contents.title = title;
    for (const std::size_t tube : set.tubes)
        contents.paints.push_back(paints[tube]);
    auto layout = laidOut(contents.paints, asked.options);
    if (!layout)
        return tl::unexpected(layout.error());
    contents.layout = std::move(*layout);
    for (std::size_t i = 0; i < contents.paints.size(); ++i) {
        const Paint& paint = contents.paints[i];
        contents.pans.push_back(
            {asText(paint.name), asText(textOf(paint.codes)), washColours(paint.film), static_cast<unsigned>(i + 1)});
    }
    const PaletteSet own = recounted(set);
    for (std::size_t n = 0; n < needs.size(); ++n)
        contents.cards.push_back(cardOf(needs[n], own.answers[n], contents.paints));
    const std::vector<double> alike(needs.size());
    contents.uses = paintFor(own, asked.shares.empty() ? alike : asked.shares, asked.widthCm * asked.heightCm);
    contents.time = swatchingTimeOf(contents.paints.size());
    contents.notes = {usesWords(contents, asked), timeWords(contents.time)};
    if (const QString foreign = strangerWords(own, needs, contents.paints); !foreign.isEmpty())
        contents.notes << foreign;
    if (const QString mind = cautionWords(contents.paints); !mind.isEmpty())
        contents.notes << mind;
    return contents;
}

} // namespace iris
