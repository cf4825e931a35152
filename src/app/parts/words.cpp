#include "app/parts/words.h"

#include "base/text.h"
#include "colour/colourname.h"
#include "colour/srgb.h"
#include "words/mixwords.h"

#include <QCoreApplication>
#include <QDate>
#include <QStringList>

namespace iris {

QString text(const std::string& value)
{
    return QString::fromStdString(value);
}

QString text(std::string_view value)
{
    return QString::fromUtf8(value.data(), static_cast<qsizetype>(value.size()));
}

QString number(double value, int decimals)
{
    // A real minus sign lines up with the tabular figures.
    return text(formatNumber(value, decimals)).replace(QLatin1Char('-'), QChar(0x2212));
}

QString apart(double deltaE)
{
    return QCoreApplication::translate("words", "%1 apart").arg(number(deltaE));
}

QString labText(const Lab& lab)
{
    return QStringLiteral("%1, %2, %3").arg(number(lab.l), number(lab.a), number(lab.b));
}

QString recipeText(const Recipe& recipe, std::span<const Paint> paints)
{
    return text(recipeWords(recipe, paints));
}

QString colourWords(const Lab& lab)
{
    const QString name = text(colourName(lab));
    if (toSrgb(lab).outside)
        return QCoreApplication::translate("words", "%1; stronger than a screen can show").arg(name);
    return name;
}

std::string today()
{
    return QDate::currentDate().toString(Qt::ISODate).toStdString();
}

QString sentence(QString words)
{
    if (!words.isEmpty())
        words[0] = words[0].toUpper();
    return words;
}

QString listed(const QStringList& words)
{
    std::vector<std::string> plain;
    for (const QString& word : words)
        plain.push_back(word.toStdString());
    return text(joinedInWords(plain));
}

} // namespace iris
