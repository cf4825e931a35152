#include "app/reading/readingwords.h"

#include "app/parts/words.h"
#include "colour/deltae.h"

#include <QCoreApplication>
#include <QDate>
#include <QLocale>

namespace iris {
namespace {

QString translated(const char* words)
{
    return QCoreApplication::translate("readings", words);
}

QString originWords(SwatchOrigin origin)
{
    switch (origin) {
    case SwatchOrigin::Card: return translated("off a card");
    case SwatchOrigin::Instrument: return translated("by an instrument");
    case SwatchOrigin::Picture: return translated("off a picture");
    case SwatchOrigin::Typed: break;
    }
    return translated("typed in");
}

/// How one colour differs from another in the words of the studio: the larger of lighter and stronger.
QString difference(const Lab& own, const Lab& other)
{
    const double lighter = own.l - other.l;
    const double stronger = toLch(own).chroma - toLch(other).chroma;
    if (std::abs(lighter) < 1 && std::abs(stronger) < 1.5)
        return translated("much the same");
    if (std::abs(lighter) >= std::abs(stronger) / 2)
        return lighter > 0 ? translated("lighter") : translated("darker");
    return stronger > 0 ? translated("stronger") : translated("duller");
}

} // namespace

QString dayInWords(const std::string& day)
{
    const QDate date = QDate::fromString(text(day), Qt::ISODate);
    return date.isValid()
               ? QLocale(QLocale::English, QLocale::UnitedKingdom).toString(date, QStringLiteral("d MMM yyyy"))
               : translated("no date");
}

QString describe(const SwatchRecord& swatch)
{
    QStringList words{dayInWords(swatch.date), originWords(swatch.origin)};
    if (!swatch.paper.empty())
        words << text(swatch.paper);
    if (swatch.wet)
        words << translated("wet");
    return words.join(QStringLiteral(", "));
}

QString comparison(const Swatch& own, const Swatch& other, const QString& otherName)
{
    const double apart = deltaE00(own.full, other.full);
    return translated("Full %1 away from %2: %3").arg(number(apart), otherName, difference(own.full, other.full));
}

} // namespace iris
