#include "app/tubes/tubecard.h"

#include "app/parts/labels.h"
#include "app/parts/washwidget.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "mixing/ladder.h"
#include "paint/ratings.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>
#include <array>

namespace iris {
namespace {

QString stainingWord(int rating)
{
    constexpr std::array<const char*, 4> words{"lifts clean", "lifts mostly", "stains", "stains heavily"};
    return QLatin1String(words[static_cast<std::size_t>(std::clamp(rating, 0, 3))]);
}

QString granulationWord(int rating)
{
    constexpr std::array<const char*, 4> words{"smooth", "slight grain", "granulates", "granulates strongly"};
    return QLatin1String(words[static_cast<std::size_t>(std::clamp(rating, 0, 3))]);
}

QString lightfastnessWords(const Paint& paint)
{
    const QString word = text(lightfastnessWord(paint.lightfastness));
    return paint.lightfastness >= 4 ? QObject::tr("lightfastness %1: for sketchbooks, not for sale").arg(word)
                                    : QObject::tr("lightfastness %1").arg(word);
}

QString judgementOf(const Paint& paint)
{
    const QStringList lines{colourWords(paint.swatch.full),
                            text(describe(paint.lean())),
                            text(describe(paint.transparency())),
                            QObject::tr("%1, %2").arg(stainingWord(paint.staining), granulationWord(paint.granulation)),
                            lightfastnessWords(paint),
                            QObject::tr("tinting strength %1 (ultramarine is 1)").arg(number(paint.strength, 2))};
    QStringList sentences;
    for (const QString& line : lines)
        sentences << sentence(line);
    return sentences.join(QLatin1Char('\n'));
}

QString numbersOf(const Paint& paint)
{
    const QString source = paint.source == ColourSource::Measured
                               ? QObject::tr("● measured from your own swatch")
                               : QObject::tr("○ typical of the pigment, from memory; paint a swatch to be sure");
    QString text =
        QObject::tr("%1\nL, a, b: full %2\nthin %3\nover black %4")
            .arg(source, labText(paint.swatch.full), labText(paint.swatch.thin), labText(paint.swatch.overBlack));
    if (paint.worstResidual > RebuiltFilm::doubtful)
        text += QObject::tr("\nThese three colours do not fit one paint (%1); measure again")
                    .arg(apart(paint.worstResidual));
    return text;
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

TubeCard::TubeCard(Document& document, ViewSettings& settings, QWidget* parent)
    : QFrame(parent),
      m_document(document),
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
    connect(&document, &Document::tubesChanged, this, [this] { showTubes(m_shown); });
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
    for (QLabel* label : {m_name, m_maker, m_judgement, m_numbers, m_notes, m_caution})
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
    m_pair = new QPushButton(tr("See the pair"), this);
    m_pair->setObjectName(QStringLiteral("seePair"));
    makeMain(*m_pair);
    connect(m_pair, &QPushButton::clicked, this, [this] { Q_EMIT pairWanted(m_shown[0], m_shown[1]); });
    layout->addWidget(m_pair);
    m_greyPartner = new QPushButton(this);
    m_greyPartner->setObjectName(QStringLiteral("greyPartner"));
    connect(m_greyPartner, &QPushButton::clicked, this,
            [this] { Q_EMIT pairWanted(m_shown.front(), {m_greyPartner->property("partner").toLongLong()}); });
    layout->addWidget(m_greyPartner);
    auto* row = new QHBoxLayout;
    m_edit = new QPushButton(tr("Change (E)"), this);
    m_edit->setObjectName(QStringLiteral("editTube"));
    m_remove = new QPushButton(tr("Remove (Del)"), this);
    m_remove->setObjectName(QStringLiteral("removeTube"));
    connect(m_edit, &QPushButton::clicked, this, &TubeCard::editWanted);
    connect(m_remove, &QPushButton::clicked, this, &TubeCard::removeWanted);
    row->addWidget(m_edit);
    row->addWidget(m_remove);
    layout->addLayout(row);
}

void TubeCard::showTubes(std::vector<TubeId> tubes)
{
    std::erase_if(tubes, [this](TubeId id) { return !m_document.placeOf(id); });
    m_shown = std::move(tubes);
    if (m_shown.size() == 1) {
        const std::size_t place = *m_document.placeOf(m_shown.front());
        showOne(m_document.notebook().tubes[place], m_document.paints()[place]);
    } else if (m_shown.size() == 2) {
        showPair(m_shown[0], m_shown[1]);
    } else {
        showNothing();
    }
    m_edit->setEnabled(m_shown.size() == 1);
    m_remove->setEnabled(!m_shown.empty());
    m_pair->setVisible(m_shown.size() == 2);
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
    m_edit->setEnabled(false);
    m_remove->setEnabled(many);
}

void TubeCard::showOne(const Tube& tube, const Paint& paint)
{
    m_wash->show(paint.film, tr("%1, full to thin: %2").arg(text(tube.name), colourWords(paint.swatch.full)),
                 static_cast<unsigned>(tube.id.value));
    m_name->setText(text(tube.name));
    const QString codes = text(textOf(tube.codes));
    m_maker->setText(tube.maker.empty() ? codes : codes + QStringLiteral("   ") + text(tube.maker));
    m_judgement->setText(judgementOf(paint));
    showGreyPartner(tube, paint);
    m_numbers->setText(numbersOf(paint));
    QStringList remarks;
    if (tube.codes.size() > 1)
        remarks << tr("A convenience mix of %1 pigments.").arg(tube.codes.size());
    if (const QString twins = twinsOf(tube); !twins.isEmpty())
        remarks << twins;
    if (!tube.notes.empty())
        remarks << text(tube.notes);
    m_notes->setText(remarks.join(QLatin1Char('\n')));
    m_caution->setText(cautionOf(paint));
    for (QLabel* label : {m_notes, m_caution})
        label->setVisible(!label->text().isEmpty());
}

/// The tube of the drawer that takes this one nearest to grey: the first thing a painter looks for in a new tube.
void TubeCard::showGreyPartner(const Tube& tube, const Paint& paint)
{
    const Tube* partner = nullptr;
    LadderStep greyest;
    for (std::size_t i = 0; i < m_document.paints().size(); ++i) {
        const Tube& other = m_document.notebook().tubes[i];
        const Paint& second = m_document.paints()[i];
        const bool colourless = second.family == HueFamily::Black || second.family == HueFamily::White;
        if (other.id == tube.id || colourless)
            continue;
        const Ladder ladder = ladderBetween(paint, second, 11);
        const LadderStep& step = ladder.steps[ladder.mostNeutral];
        const bool mixed = step.parts[0] > 0 && step.parts[1] > 0;
        if (mixed && (!partner || step.lch.chroma < greyest.lch.chroma)) {
            partner = &other;
            greyest = step;
        }
    }
    m_greyPartner->setVisible(partner != nullptr);
    if (!partner)
        return;
    m_greyPartner->setText(tr("Greys best with %1").arg(text(partner->name)));
    m_greyPartner->setToolTip(tr("%1 parts give %2").arg(text(partsText(greyest)), colourWords(greyest.colour)));
    m_greyPartner->setProperty("partner", static_cast<qlonglong>(partner->id.value));
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
        else if (other.name == tube.name)
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
    const Paint& one = m_document.paints()[*m_document.placeOf(first)];
    const Paint& two = m_document.paints()[*m_document.placeOf(second)];
    const Ladder ladder = ladderBetween(one, two, 21);
    const LadderStep& middle = ladder.steps[10];
    m_wash->show(filmBetween(one, two, 0.5), tr("Half way from %1 to %2").arg(text(one.name), text(two.name)), 1);
    m_name->setText(tr("%1 and %2").arg(text(one.name), text(two.name)));
    m_maker->setText(tr("%1 parts, half way").arg(text(partsText(middle))));
    m_judgement->setText(tr("%1\nThe pair %2.").arg(sentence(colourWords(middle.colour)), text(describe(ladder))));
    m_greyPartner->hide();
    m_numbers->setText(tr("keeps %1 % of its chroma").arg(number(100 * ladder.keepsChroma, 0)));
    m_notes->clear();
    m_caution->clear();
}

} // namespace iris
