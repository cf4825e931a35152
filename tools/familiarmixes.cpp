#include "colour/colourname.h"
#include "colour/srgb.h"
#include "mixing/ladder.h"
#include "mixing/waybetween.h"
#include "words/pairwords.h"

#include <QFontDatabase>
#include <QGuiApplication>
#include <QImage>
#include <QPainter>

using namespace iris;

/// Draws docs/screenshots/familiar-mixes.png: twenty mixes that every painter knows, as the typical table and the
/// mixing model give them, beside what painters say of them (common practice, in our words). familiarmixes FILE.png

namespace {

struct Familiar {
    const char* first;
    const char* second;
    const char* known; ///< what painters see
};

constexpr std::array<Familiar, 20> familiar{{
    {"PY43", "PB29", "a soft earthy green, close to grey"},
    {"PY43", "PB28", "a soft grey green"},
    {"PY150", "PB29", "deep olive to sap green"},
    {"PY3", "PB15:3", "the cleanest green there is"},
    {"PY35/light", "PB29", "olive, then sap green"},
    {"PY35/light", "PB28", "a subdued leaf green"},
    {"PY153", "PB35", "a bright warm green"},
    {"PY83", "PB29", "an earthy green"},
    {"PY3", "PBk9", "olive green, from a black"},
    {"PBr7/burnt sienna", "PB29", "browns, a true grey, blue greys"},
    {"PBr7/burnt umber", "PB29", "nearly black in the middle"},
    {"PV19/rose", "PB29", "clean violets"},
    {"PR108/light", "PB29", "brown and dull purple, no violet"},
    {"PR108/light", "PB15:3", "brown, grey, slate"},
    {"PR83", "PG18", "a grey"},
    {"PR83", "PG7", "nearly black"},
    {"PY35/light", "PR108/light", "a clean strong orange"},
    {"PY3", "PV19/rose", "peach and coral"},
    {"PR101/light red", "PB29", "grey, then greyed violet"},
    {"PY3", "PV15", "a grey"},
}};

constexpr int steps = 11;
constexpr int rowHeight = 66;
constexpr int left = 306;
constexpr int cell = 42;
constexpr int stripHeight = 52;
constexpr int fullHeight = 30;
constexpr int width = 1520;
constexpr int top = 64;

QColor shownAs(const Lab& lab)
{
    const Srgb shown = toSrgb(lab);
    return QColor(shown.red, shown.green, shown.blue);
}

void drawRow(QPainter& painter, const Familiar& mix, int y)
{
    const Paint first = paintOf(*ReferenceTable::shipped().find(mix.first).value());
    const Paint second = paintOf(*ReferenceTable::shipped().find(mix.second).value());
    const Ladder full = smoothLadder(first, second, steps, wash::full);
    const Ladder thin = smoothLadder(first, second, steps, wash::middle);
    QFont font(QStringLiteral("Open Sans"));
    font.setPixelSize(14);
    painter.setFont(font);
    painter.setPen(QColor(0x22, 0x22, 0x22));
    const auto name = [](const Paint& paint) {
        return QString::fromStdString(paint.codes.front().text() + "  " + paint.name);
    };
    painter.drawText(QRect(20, y, left - 24, 24), Qt::AlignVCenter, name(first));
    painter.drawText(QRect(20, y + 22, left - 24, 24), Qt::AlignVCenter, name(second));
    for (int i = 0; i < steps; ++i) {
        const auto at = static_cast<std::size_t>(i);
        painter.fillRect(left + i * cell, y, cell, fullHeight, shownAs(full.steps[at].colour));
        painter.fillRect(left + i * cell, y + fullHeight, cell, stripHeight - fullHeight,
                         shownAs(thin.steps[at].colour));
    }
    const int words = left + steps * cell + 24;
    QFont strong = font;
    strong.setWeight(QFont::DemiBold);
    painter.setFont(strong);
    painter.drawText(QRect(words, y, width - words - 10, 22), Qt::AlignVCenter, QString::fromUtf8(mix.known));
    font.setPixelSize(12);
    painter.setFont(font);
    painter.setPen(QColor(0x50, 0x50, 0x50));
    const auto named = [&](std::size_t step) { return colourName(thin.steps[step].colour); };
    painter.drawText(QRect(words, y + 20, width - words - 10, 18), Qt::AlignVCenter,
                     QString::fromStdString(named(2) + " - " + named(5) + " - " + named(8)));
    painter.drawText(QRect(words, y + 36, width - words - 10, 18), Qt::AlignVCenter,
                     QString::fromStdString(explain(first, second, wayBetween(first, second))));
}

} // namespace

int main(int argc, char** argv)
{
    const QGuiApplication app(argc, argv);
    if (argc != 2)
        return 2;
    for (const char* weight : {"Regular", "Semibold"})
        QFontDatabase::addApplicationFont(QStringLiteral(IRIS_SOURCE_DIR "/data/fonts/OpenSans-%1.ttf").arg(weight));
    QImage page(width, top + static_cast<int>(familiar.size()) * rowHeight + 12, QImage::Format_RGB32);
    page.fill(QColor(0xf4, 0xf4, 0xf4));
    QPainter painter(&page);
    QFont font(QStringLiteral("Open Sans"));
    font.setPixelSize(14);
    painter.setFont(font);
    painter.setPen(QColor(0x50, 0x50, 0x50));
    painter.drawText(QRect(20, 12, left, 40), Qt::AlignVCenter, QStringLiteral("the two tubes"));
    painter.drawText(QRect(left, 12, 500, 40), Qt::AlignVCenter,
                     QStringLiteral("eleven steps even in strength, a full wash over a middling one"));
    painter.drawText(QRect(left + steps * cell + 24, 12, 520, 40), Qt::AlignVCenter,
                     QStringLiteral("what painters see; how the program names and explains the way"));
    for (std::size_t i = 0; i < familiar.size(); ++i)
        drawRow(painter, familiar[i], top + static_cast<int>(i) * rowHeight);
    painter.end();
    return page.save(QString::fromLocal8Bit(argv[1])) ? 0 : 1;
}
