#include "app/window/wordspage.h"

#include "app/parts/words.h"
#include "palette/need.h"
#include "words/learntwords.h"
#include "words/mixwords.h"
#include "words/paintwords.h"

namespace iris {
namespace {

KeySection washSection()
{
    KeySection section{QObject::tr("How strong a wash is"), {}};
    for (const WashWord& word : washWords())
        section.keys.push_back({text(word.word), text(word.meaning)});
    return section;
}

KeySection liftingSection()
{
    const std::array<QString, 4> meanings{QObject::tr("a damp brush and a tissue leave less than an eighth of it"),
                                          QObject::tr("up to a third stays"), QObject::tr("up to two thirds stay"),
                                          QObject::tr("most of it stays")};
    KeySection section{QObject::tr("How it lifts"), {}};
    for (int rating = 0; rating < 4; ++rating)
        section.keys.push_back({text(stainingWord(rating)), meanings[static_cast<std::size_t>(rating)]});
    return section;
}

KeySection grainSection()
{
    const std::array<QString, 4> meanings{QObject::tr("dries without texture"), QObject::tr("seen on rough paper only"),
                                          QObject::tr("gathers in the hollows of the paper"),
                                          QObject::tr("stands out on any paper")};
    KeySection section{QObject::tr("How it dries"), {}};
    for (int rating = 0; rating < 4; ++rating)
        section.keys.push_back({text(granulationWord(rating)), meanings[static_cast<std::size_t>(rating)]});
    return section;
}

KeySection distanceSection()
{
    return {QObject::tr("How far two colours are apart"),
            {{QObject::tr("1 apart"), text(apartInWords(1))},
             {QObject::tr("close, %1").arg(number(tolerance::close, 0)), text(apartInWords(tolerance::close))},
             {QObject::tr("workable, %1").arg(number(tolerance::workable, 0)), text(apartInWords(tolerance::workable))},
             {QObject::tr("loose, %1").arg(number(tolerance::loose, 0)), text(apartInWords(tolerance::loose))},
             {QObject::tr("away"), QObject::tr("what came out is so far from what was expected")}}};
}

KeySection colourSection()
{
    return {QObject::tr("How strong a colour is"),
            {{QObject::tr("greyed"), QObject::tr("hardly more than a grey with a lean")},
             {QObject::tr("muted"), QObject::tr("quiet, as most of a landscape is")},
             {QObject::tr("rich"), QObject::tr("plainly of its hue")},
             {QObject::tr("bright"), QObject::tr("as strong as single pigments are")},
             {QObject::tr("pale"), QObject::tr("light and little of it, as in a tint")}}};
}

KeySection markSection()
{
    return {
        QObject::tr("Marks and words of the trade"),
        {{QStringLiteral("●"), QObject::tr("measured: your own swatch")},
         {QStringLiteral("○"), QObject::tr("typical: from a table, made from memory")},
         {QObject::tr("leans"), QObject::tr("stands on one side of the middle of its family")},
         {QObject::tr("need"), QObject::tr("a colour the picture asks for, and how near is near enough")},
         {QObject::tr("proof"), QObject::tr("every smaller set was tried, in parts and touches")},
         {QObject::tr("parts"),
          QObject::tr("brush loads of tube paint; a touch is an eighth of one, unless your brush counts otherwise")}}};
}

} // namespace

std::vector<KeySection> wordSections()
{
    return {washSection(), liftingSection(), grainSection(), distanceSection(), colourSection(), markSection()};
}

} // namespace iris
