#include "app/tubes/tubecard.h"

#include "app/parts/act.h"
#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/washwidget.h"
#include "app/parts/words.h"
#include "app/reading/readingwords.h"
#include "app/theme/viewsettings.h"
#include "base/text.h"
#include "mixing/waybetween.h"
#include "paint/ratings.h"
#include "words/mixwords.h"
#include "words/paintwords.h"

#include <QAction>
#include <QHBoxLayout>
#include <QMenu>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>
#include <array>

namespace iris {
namespace {

constexpr int hardToGet = 1;

QString lightfastnessWords(const Paint& paint)
{
    const QString word = text(lightfastnessWord(paint.lightfastness));
    return fades(paint.lightfastness) ? QObject::tr("lightfastness %1: for sketchbooks, not for sale").arg(word)
                                      : QObject::tr("lightfastness %1").arg(word);
}

/// A rating with where it comes from: what was measured, and what the label says when that is something else.
QString ratingWords(std::string_view used, bool isMeasured, const std::optional<std::string_view>& label)
{
    const QString word = sentence(text(used));
    if (isMeasured)
        return label && *label != used ? QObject::tr("%1, measured; the label says %2").arg(word, text(*label))
                                       : QObject::tr("%1, measured").arg(word);
    return label ? QObject::tr("%1, by the label").arg(word) : word;
}

template <typename Word> std::optional<std::string_view> labelWord(const std::optional<int>& rating, Word&& word)
{
    return rating ? std::optional<std::string_view>(word(*rating)) : std::nullopt;
}

QString stockWords(const Stock& stock)
{
    QStringList words{sentence(text(nameOf(stock.where)))};
    if (stock.sizeMl)
        words << QObject::tr("%1 of %2 ml").arg(text(nameOf(stock.container)), number(*stock.sizeMl, 0));
    if (stock.leftPercent)
        words << QObject::tr("%1 % left").arg(*stock.leftPercent);
    if (const auto price = stock.pricePerMl())
        words << QObject::tr("%1 a ml").arg(number(*price, 2));
    return words.join(QStringLiteral(", "));
}

QString cautionOf(const Paint& paint)
{
    QStringList what;
    QString handling;
    for (const std::string& token : paint.cautions) {
        if (const Caution* caution = ReferenceTable::shipped().caution(token)) {
            what << text(caution->what);
            handling = text(caution->handling);
        }
    }
    return what.isEmpty() ? QString() : what.join(QLatin1Char(' ')) + QLatin1Char(' ') + handling;
}

} // namespace

TubeCard::TubeCard(Document& document, const TubeActs& acts, ViewSettings& settings, QWidget* parent)
    : QFrame(parent),
      m_document(document),
      m_acts(acts),
      m_settings(settings)
{
    setObjectName(QStringLiteral("tubeCard"));
    setProperty("card", true);
    setFixedWidth(312);
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(15, 15, 15, 15);
    outer->setSpacing(2 * gridStep);
    m_wash = new WashWidget(settings, {280, 120}, this);
    outer->addWidget(m_wash);
    setUpWords(outer);
    setUpButtons(outer);
    whenChanged(document, {NotebookPart::Tubes, NotebookPart::WarmBlue}, this, [this] { showTubes(m_shown); });
    showNothing();
}

void TubeCard::setUpWords(QVBoxLayout* layout)
{
    auto* words = new QWidget(this);
    auto* column = new QVBoxLayout(words);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(2 * gridStep);
    m_name = wordLabel("cardName", textFont(textsize::title, QFont::DemiBold), words);
    m_maker = wordLabel("cardMaker", textFont(textsize::body, QFont::Bold), words);
    m_judgement = wordLabel("cardJudgement", textFont(textsize::body), words);
    m_numbers = wordLabel("cardNumbers", textFont(textsize::small), words);
    m_notes = wordLabel("cardNotes", textFont(textsize::small), words);
    m_caution = wordLabel("cardCaution", textFont(textsize::small), words);
    for (PlainLabel* label : {m_name, m_maker, m_judgement, m_numbers, m_notes, m_caution})
        column->addWidget(label);
    column->addStretch();
    auto* scroll = new QScrollArea(this);
    scroll->setWidget(words);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->viewport()->setAutoFillBackground(false);
    words->setAutoFillBackground(false);
    layout->addWidget(scroll, 1);
}

void TubeCard::setUpButtons(QVBoxLayout* layout)
{
    m_pair = actButton(*m_acts.pair, "seePair", this);
    makeMain(*m_pair);
    layout->addWidget(m_pair);
    m_greyPartner = new QPushButton(this);
    m_greyPartner->setObjectName(QStringLiteral("greyPartner"));
    connect(m_greyPartner, &QPushButton::clicked, this,
            [this] { Q_EMIT pairWanted(m_shown.front(), {m_greyPartner->property("partner").toLongLong()}); });
    layout->addWidget(m_greyPartner);
    m_readings = actButton(*m_acts.readings, "readingsOfTube", this);
    layout->addWidget(m_readings);
    auto* row = new QHBoxLayout;
    auto* edit = actButton(*m_acts.edit, "editTube", this);
    m_more = new QPushButton(tr("More"), this);
    m_more->setObjectName(QStringLiteral("moreOfTube"));
    auto* menu = new QMenu(m_more);
    menu->addActions({m_acts.card, m_acts.letDown, m_acts.replace});
    menu->addSeparator();
    menu->addActions({m_acts.duplicate, m_acts.merge, m_acts.remove});
    m_more->setMenu(menu);
    row->addWidget(edit, 1);
    row->addWidget(m_more);
    layout->addLayout(row);
}

void TubeCard::showTubes(std::vector<TubeId> tubes)
{
    std::erase_if(tubes, [this](TubeId id) { return !m_document.studio()->placeOf(id); });
    m_shown = std::move(tubes);
    if (m_shown.size() == 1) {
        const std::size_t place = *m_document.studio()->placeOf(m_shown.front());
        showOne(m_document.notebook().tubes[place], m_document.studio()->paints[place]);
    } else if (m_shown.size() == 2) {
        showPair(m_shown[0], m_shown[1]);
    } else {
        showNothing();
    }
    m_more->setEnabled(!m_shown.empty());
    m_pair->setVisible(m_shown.size() == 2);
    m_readings->setVisible(m_shown.size() == 1);
}

void TubeCard::showNothing()
{
    m_wash->clear();
    const bool many = m_shown.size() > 2;
    m_name->setText(many ? tr("%1 tubes").arg(m_shown.size()) : QString());
    m_maker->clear();
    m_judgement->setText(many ? QString()
                              : tr("Click a wash to pick the tube up. Hold Ctrl and click a second to see the pair."));
    m_numbers->clear();
    m_notes->clear();
    m_caution->clear();
    m_pair->hide();
    m_greyPartner->hide();
    m_readings->hide();
}

void TubeCard::showOne(const Tube& tube, const Paint& paint)
{
    m_wash->show(paint.film, tr("%1, full to thin: %2").arg(text(tube.name), colourWords(paint.swatch.full)),
                 static_cast<unsigned>(tube.id.value));
    m_name->setText(text(tube.name));
    const QString codes = text(textOf(tube.codes));
    const QString maker = (text(tube.maker) + QLatin1Char(' ') + text(tube.line)).trimmed();
    m_maker->setText(maker.isEmpty() ? codes : codes + QStringLiteral("   ") + maker);
    m_judgement->setText(judgementOf(tube, paint));
    findGreyPartner(tube.id);
    m_numbers->setText(readingsOf(tube, paint));
    const std::size_t count = m_document.notebook().swatchesOf(tube.id).size();
    m_acts.readings->setText(text(counted(count, "reading")));
    m_readings->setVisible(count > 0);
    QStringList remarks{stockWords(tube.stock)};
    if (tube.codes.size() > 1)
        remarks << tr("A convenience mix of %1 pigments.").arg(tube.codes.size());
    if (const std::string differ = makersDifferWords(paint); !differ.empty())
        remarks << text(differ);
    if (const QString twins = twinsOf(tube); !twins.isEmpty())
        remarks << twins;
    if (!tube.notes.empty())
        remarks << text(tube.notes);
    m_notes->setText(remarks.join(QLatin1Char('\n')));
    m_caution->setText(cautionOf(paint));
    for (PlainLabel* label : {m_notes, m_caution})
        label->setVisible(!label->text().isEmpty());
}

/// The tube of the drawer that takes this one nearest to grey: the first thing a painter looks for in a new tube.
void TubeCard::findGreyPartner(TubeId id)
{
    const StudioPtr studio = m_document.studio();
    const auto own = studio->placeOf(id);
    if (!own)
        return;
    if (m_greyPartner->property("of") != static_cast<qlonglong>(id.value))
        m_greyPartner->hide();
    m_greyPartner->setProperty("of", static_cast<qlonglong>(id.value));
    m_findPartner.start(
        [studio, own = *own](const JobTools&) {
            return greyPartnerOf(
                studio->paints, own, [&](std::size_t i) { return isAtHand(studio->notebook.tubes[i]); },
                studio->notebook.handling);
        },
        [this, studio, id](const std::optional<GreyPartner>& partner) {
            if (m_shown == std::vector{id})
                showGreyPartner(*studio, partner);
        });
}

void TubeCard::showGreyPartner(const Studio& studio, const std::optional<GreyPartner>& partner)
{
    m_greyPartner->setVisible(partner.has_value());
    if (!partner)
        return;
    const Tube& tube = studio.notebook.tubes[partner->place];
    m_greyPartner->setText(buttonWords(tr("Greys best with %1").arg(shortened(text(tube.name), 24))));
    m_greyPartner->setToolTip(
        tr("%1 parts give %2").arg(text(partsText(partner->step)), colourWords(partner->step.colour)));
    m_greyPartner->setProperty("partner", static_cast<qlonglong>(tube.id.value));
}

/// What the painter would say of it, each judgement with where it comes from.
QString TubeCard::judgementOf(const Tube& tube, const Paint& paint) const
{
    const bool measured = paint.source == ColourSource::Measured;
    const auto warm = temperatureOf(paint.lean(), m_document.notebook().warmBlue);
    QString lean = sentence(text(describe(paint.lean())));
    if (!warm.empty())
        lean = tr("%1: a %2 %3").arg(lean, text(warm), text(nameOf(paint.family)));
    const std::string transparency = describe(paint.transparency());
    const auto claimed = tube.transparency ? std::optional(nameOf(*tube.transparency)) : std::nullopt;
    QString clear = sentence(text(transparency));
    if (claimed && *claimed != nameOf(paint.transparency().kind))
        clear = tr("%1, %2; the label says %3").arg(clear, measured ? tr("measured") : tr("typical"), text(*claimed));
    QStringList lines{sentence(colourWords(paint.swatch.full)), lean, clear};
    lines << ratingWords(stainingWord(paint.staining), tube.measured.staining.has_value(),
                         labelWord(tube.staining, stainingWord));
    lines << ratingWords(granulationWord(paint.granulation), tube.measured.granulation.has_value(),
                         labelWord(tube.granulation, granulationWord));
    lines << sentence(lightfastnessWords(paint));
    if (paint.sold <= hardToGet)
        lines << sentence(text(soldWords(paint.sold)));
    lines << tr("Tinting strength %1%2 (ultramarine is 1)")
                 .arg(number(paint.strength, 2), tube.strength ? tr(", your own") : QString());
    return lines.join(QLatin1Char('\n'));
}

/// The numbers, and how the reading they come from differs from what is typical and from the one before.
QString TubeCard::readingsOf(const Tube& tube, const Paint& paint) const
{
    QStringList lines;
    const auto swatches = m_document.notebook().swatchesOf(tube.id);
    if (paint.source == ColourSource::Measured) {
        lines << tr("● measured from your own swatch");
        if (const auto typical = typicalPaintOf(tube, ReferenceTable::shipped()))
            lines << comparison(paint.swatch, typical->swatch, tr("the typical value"));
    } else {
        const StudioPtr& studio = m_document.studio();
        const auto place = studio->placeOf(tube.id);
        const bool taught = place && studio->unlearnt[*place].film != studio->paints[*place].film;
        lines
            << (taught ? tr(
                    "○ typical of the pigment, as your painted squares have changed it; a card of your own tells more")
                       : tr("○ typical of the pigment, from memory; read a card of your own to be sure"));
    }
    if (const auto shift = dryingShift(m_document.notebook().swatches, tube.id))
        lines << tr("Dries %1 %2 in L, %3")
                     .arg(number(std::abs(shift->lighter)), shift->lighter > 0 ? tr("lighter") : tr("darker"),
                          apart(shift->apart));
    lines << tr("L, a, b: full %1").arg(labText(paint.swatch.full)) << tr("thin %1").arg(labText(paint.swatch.thin))
          << tr("over black %1").arg(labText(paint.swatch.overBlack));
    if (!paint.looksLikeItsLabel) {
        const double noise = ReadingNoises(m_document.notebook().swatches).of(tube);
        const auto likely = likelyPigments(paint.swatch, noise, ReferenceTable::shipped(), 1);
        lines << text(doubtedLabel(tube.codes, *likely.front().pigment));
    }
    if (!paint.swatchFits)
        lines << tr("These three colours do not fit one paint (%1); measure again").arg(apart(paint.worstResidual));
    return lines.join(QLatin1Char('\n'));
}

QString TubeCard::twinsOf(const Tube& tube) const
{
    QStringList twins;
    QStringList namesakes;
    for (const Tube& other : m_document.notebook().tubes) {
        if (other.id == tube.id)
            continue;
        if (areTwins(tube, other, ReferenceTable::shipped()))
            twins << text(other.name);
        else if (areFalseTwins(tube, other, ReferenceTable::shipped()))
            namesakes << text(textOf(other.codes));
    }
    QStringList lines;
    if (!twins.isEmpty())
        lines << tr("The same pigments as %1.").arg(listed(twins));
    if (!namesakes.isEmpty())
        lines << tr("Not the same paint as your other %1 (%2).").arg(text(tube.name), listed(namesakes));
    return lines.join(QLatin1Char('\n'));
}

void TubeCard::showPair(TubeId first, TubeId second)
{
    const Paint& one = m_document.studio()->paints[*m_document.studio()->placeOf(first)];
    const Paint& two = m_document.studio()->paints[*m_document.studio()->placeOf(second)];
    const LadderStep middle = ladderBetween(one, two, 3, wash::full, m_document.notebook().handling).steps[1];
    const WayBetween way = wayBetween(one, two);
    m_wash->show(filmBetween(one, two, middle.share), tr("Half way from %1 to %2").arg(text(one.name), text(two.name)),
                 1);
    m_name->setText(tr("%1 and %2").arg(text(one.name), text(two.name)));
    const Recipe halfWay{{{0, middle.parts[0]}, {1, middle.parts[1]}}, wash::full, middle.handling};
    m_maker->setText(tr("Half way: %1").arg(recipeText(halfWay, std::array{one, two})));
    m_judgement->setText(tr("%1\nThe pair %2.").arg(sentence(colourWords(middle.colour)), text(describe(way))));
    m_greyPartner->hide();
    m_readings->hide();
    m_numbers->setText(tr("keeps %1 % of its chroma").arg(number(100 * way.keepsChroma, 0)));
    m_notes->clear();
    m_caution->clear();
}

} // namespace iris
