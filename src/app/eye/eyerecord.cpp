#include "app/eye/eyerecord.h"

#include "app/parts/words.h"

#include <QStringList>

namespace iris {
namespace {

constexpr std::size_t mostKept = 1000;
const QString answersKey = QStringLiteral("eye/answers");

/// "warmer|3.10|right|red", "darker|2.00|wrong|-".
QString lineOf(const Answered& answer)
{
    const QStringList parts{text(nameOf(answer.question)), QString::number(answer.apart, 'f', 2),
                            answer.right ? QStringLiteral("right") : QStringLiteral("wrong"),
                            answer.family ? text(nameOf(*answer.family)) : QStringLiteral("-")};
    return parts.join(QLatin1Char('|'));
}

std::optional<Answered> answerOf(const QString& line)
{
    const QStringList parts = line.split(QLatin1Char('|'));
    const auto question = named<EyeQuestion>(parts.value(0).toStdString());
    bool isNumber = false;
    const double apart = parts.value(1).toDouble(&isNumber);
    constexpr double most = 200;
    if (!question || !isNumber || !(apart > 0 && apart < most))
        return std::nullopt;
    return Answered{*question, apart, parts.value(2) == QLatin1String("right"),
                    named<HueFamily>(parts.value(3).toStdString())};
}

} // namespace

EyeRecord::EyeRecord()
    : m_settings(QSettings::IniFormat, QSettings::UserScope, QStringLiteral("iris-bianca"), QStringLiteral("eye"))
{
    read();
}

EyeRecord::EyeRecord(const QString& file) : m_settings(file, QSettings::IniFormat)
{
    read();
}

void EyeRecord::read()
{
    for (const QString& line : m_settings.value(answersKey).toStringList())
        if (const auto answer = answerOf(line))
            m_answers.push_back(*answer);
}

void EyeRecord::add(const Answered& answer)
{
    m_answers.push_back(answer);
    if (m_answers.size() > mostKept)
        m_answers.erase(m_answers.begin(), m_answers.end() - static_cast<std::ptrdiff_t>(mostKept));
    QStringList lines;
    for (const Answered& one : m_answers)
        lines << lineOf(one);
    m_settings.setValue(answersKey, lines);
}

} // namespace iris
