#include "app/parts/plainwords.h"

#include <QApplication>
#include <QEvent>
#include <QFontMetrics>
#include <QLabel>

namespace iris {
namespace {

constexpr qsizetype mostLetters = 2000;
constexpr qsizetype longestWord = 18;
constexpr QChar breakHere(0x200B);

/// A name that turns the direction of writing would turn what stands beside it (Unicode, UAX #9).
bool turnsDirection(QChar letter)
{
    return (letter >= QChar(0x202A) && letter <= QChar(0x202E)) || (letter >= QChar(0x2066) && letter <= QChar(0x2069));
}

class PlainToolTips : public QObject {
public:
    using QObject::QObject;

protected:
    bool eventFilter(QObject* watched, QEvent* event) override
    {
        // The toolkit polishes its tooltip before it gives it words, and a name only later.
        if (event->type() == QEvent::Polish && watched->inherits("QTipLabel"))
            if (auto* label = qobject_cast<QLabel*>(watched))
                label->setTextFormat(Qt::PlainText);
        return QObject::eventFilter(watched, event);
    }
};

} // namespace

QString shownWords(const QString& words)
{
    QString shown;
    qsizetype inWord = 0;
    for (const QChar letter : words.left(mostLetters)) {
        const bool blank = letter.isSpace() || letter.category() == QChar::Other_Control || turnsDirection(letter);
        inWord = blank ? 0 : inWord + 1;
        if (inWord > longestWord && !letter.isLowSurrogate() && !letter.isMark()) {
            shown += breakHere;
            inWord = 1;
        }
        shown += blank && letter != QLatin1Char('\n') && letter != QChar(0xA0) ? QLatin1Char(' ') : letter;
    }
    return words.size() > mostLetters ? shown + QChar(0x2026) : shown;
}

QString shortened(const QString& name, int letters)
{
    const QString line =
        shownWords(name.left(letters + 1)).remove(breakHere).replace(QLatin1Char('\n'), QLatin1Char(' '));
    return line.size() > letters ? line.left(letters - 1) + QChar(0x2026) : line;
}

QString fitting(const QString& words, const QFontMetrics& metrics, qreal width)
{
    constexpr int mostOnALine = 400;
    return metrics.elidedText(shortened(words, mostOnALine), Qt::ElideRight, static_cast<int>(width));
}

QString nameInList(const std::string& name)
{
    constexpr int mostInAList = 60;
    return shortened(QString::fromStdString(name), mostInAList);
}

QString buttonWords(const QString& words)
{
    constexpr int mostOnAButton = 80;
    return shortened(words, mostOnAButton).replace(QLatin1Char('&'), QStringLiteral("&&"));
}

void keepToolTipsPlain(QApplication& application)
{
    static bool kept = false;
    if (!kept)
        application.installEventFilter(new PlainToolTips(&application));
    kept = true;
}

} // namespace iris
