#include "app/sheets/mixespage.h"

#include "app/parts/act.h"
#include "app/parts/diagnosisdialog.h"
#include "app/parts/labels.h"
#include "app/parts/markwords.h"
#include "app/parts/maywrite.h"
#include "app/parts/messages.h"
#include "app/parts/motherdialog.h"
#include "app/parts/paintcolour.h"
#include "app/parts/plainlabel.h"
#include "app/parts/recordlist.h"
#include "app/parts/words.h"
#include "app/sheets/mixdialog.h"
#include "app/theme/viewsettings.h"
#include "colour/deltae.h"
#include "drawing/washpainter.h"
#include "notebook/edits.h"
#include "notebook/ownmixes.h"
#include "words/mixwords.h"

#include <QDate>
#include <QFrame>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QListWidget>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>
#include <ranges>

namespace iris {
namespace {

constexpr int pictureSide = 128;

} // namespace

MixesPage::MixesPage(Document& document, ViewSettings& settings, QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_settings(settings),
      m_find(new QLineEdit(this)),
      m_list(new QListWidget(this))
{
    m_find->setObjectName(QStringLiteral("findMix"));
    m_find->setPlaceholderText(tr("Find a mix by tube, tag, word or colour (/)"));
    m_list->setObjectName(QStringLiteral("mixRecords"));
    m_list->setAccessibleName(tr("Mixes"));
    m_list->setIconSize({88, 36});
    m_list->setSpacing(2);
    auto* left = new QVBoxLayout;
    left->setSpacing(2 * gridStep);
    left->addWidget(m_find);
    left->addWidget(m_list, 1);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4 * gridStep);
    layout->addLayout(left, 1);
    layout->addWidget(makeCard());
    connect(m_find, &QLineEdit::textChanged, this, &MixesPage::fill);
    connect(m_list, &QListWidget::currentRowChanged, this, &MixesPage::showChosen);
    connect(m_list, &QListWidget::itemActivated, this, &MixesPage::changeChosen);
    whenChanged(document, NotebookPart::Mixes, this, &MixesPage::changed);
    whenChanged(document, NotebookPart::Tubes, this, &MixesPage::showChosen);
    connect(&settings, &ViewSettings::changed, this, &MixesPage::changed);
    changed();
}

QFrame* MixesPage::makeCard()
{
    auto* card = new QFrame(this);
    card->setProperty("card", true);
    card->setFixedWidth(312);
    auto* layout = new QVBoxLayout(card);
    layout->setContentsMargins(15, 15, 15, 15);
    layout->setSpacing(2 * gridStep);
    m_picture = new PlainLabel(card);
    m_picture->setFixedHeight(pictureSide);
    m_title = wordLabel("recordTitle", textFont(textsize::title, QFont::DemiBold), card);
    m_details = wordLabel("recordDetails", textFont(textsize::body), card);
    m_lineage = wordLabel("recordLineage", textFont(textsize::body), card);
    for (PlainLabel* label : {m_picture, m_title, m_details, m_lineage})
        layout->addWidget(label);
    layout->addStretch();
    const auto add = [&](const QString& words, const QKeySequence& key, const char* name, void (MixesPage::*does)(),
                         const QString& what) {
        QAction* act = addAct(
            *this, words, key, [this, does] { (this->*does)(); }, what);
        layout->addWidget(actButton(*act, name, card));
        return act;
    };
    m_mixActs = {add(tr("And a touch of ..."), Qt::Key_T, "touchMix", &MixesPage::addTouch,
                     tr("Begin a mix from this one and a touch")),
                 add(tr("What went wrong?"), Qt::Key_Y, "diagnoseRecord", &MixesPage::diagnoseChosen,
                     tr("Why a mix is dull, and what mends it")),
                 add(tr("Change it"), Qt::Key_E, "changeMix", &MixesPage::changeChosen, tr("Change the mix")),
                 add(tr("Take it out"), Qt::Key_Delete, "removeMix", &MixesPage::removeChosen, tr("Take the mix out"))};
    add(tr("Write a mix down"), Qt::Key_A, "newMix", &MixesPage::writeNew, {});
    add(tr("A mother colour"), Qt::Key_O, "motherColour", &MixesPage::stirMother,
        tr("Stir one tube into every mix on show"));
    addAct(*this, tr("Find a mix"), Qt::Key_Slash, [this] { find(); });
    return card;
}

void MixesPage::stirMother()
{
    fillIfStale();
    std::vector<Recipe> mixes;
    for (const qlonglong id : shownRecords(*m_list))
        if (const MixRecord* record = m_document.notebook().mix({id}))
            if (auto recipe = recipeOf(record->parts, record->wash, m_document.notebook()))
                mixes.push_back(std::move(*recipe));
    if (mixes.empty())
        return messages().tell(this, tr("A mother colour"),
                               tr("There is no mix on show whose tubes are all in the notebook."));
    MotherDialog(m_document.studio(), std::move(mixes), m_settings, this).exec();
}

void MixesPage::diagnoseChosen()
{
    fillIfStale();
    const MixRecord* record = m_document.notebook().mix(chosen());
    if (!record)
        return;
    const auto recipe = recipeOf(record->parts, record->wash, m_document.notebook());
    if (!recipe)
        return messages().tell(this, tr("What went wrong?"), tr("One of its tubes is no longer in the notebook."));
    askWhatWentWrong(*m_document.studio(), *recipe, m_settings, this);
}

QIcon MixesPage::chipOf(const MixRecord& mix) const
{
    QPixmap chip(m_list->iconSize());
    chip.fill(Qt::transparent);
    const auto own = colourOf(mix, *m_document.studio());
    if (!own)
        return paintIcon(chip);
    const bool values = m_settings.valuesOnly();
    chip.fill(
        displayed(m_document.notebook().handling.paper.white(), values)); // a dark mix would be lost in a selected row
    QPainter painter(&chip);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.fillRect(chip.rect().adjusted(2, 2, -2, -2), displayed(own->colour, values));
    constexpr double light = 60;
    paintSourceMark(painter, QPointF(chip.width() - 9, chip.height() - 9),
                    own->isPainted ? ColourSource::Measured : ColourSource::Typical,
                    own->colour.l > light ? Qt::black : Qt::white);
    return paintIcon(chip);
}

/// The picture that was kept, or else the colour that was read.
QPixmap MixesPage::pictureOf(const MixRecord& mix) const
{
    const QSize room(2 * pictureSide, pictureSide);
    const auto kept = QImage::fromData(m_document.picture(mix.picture));
    if (!kept.isNull())
        return QPixmap::fromImage(
            displayed(kept.scaled(room, Qt::KeepAspectRatio, Qt::SmoothTransformation), m_settings.valuesOnly()));
    QPixmap plain(room);
    const auto own = colourOf(mix, *m_document.studio());
    plain.fill(own ? displayed(own->colour, m_settings.valuesOnly()) : QColor(Qt::transparent));
    return plain;
}

/// Thousands of mixes are listed when they can be seen.
void MixesPage::changed()
{
    m_stale = true;
    if (isVisible())
        fill();
}

void MixesPage::fillIfStale()
{
    if (m_stale)
        fill();
}

void MixesPage::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    fillIfStale();
}

void MixesPage::fill()
{
    m_stale = false;
    std::vector<RecordRow> rows;
    MixSearch search(m_find->text().toStdString());
    for (const MixRecord& mix : m_document.notebook().mixes | std::views::reverse) {
        if (!search.finds(mix, *m_document.studio()))
            continue;
        QStringList second;
        for (const std::string& words : {mix.name, mix.tags, mix.date})
            if (!words.empty())
                second << text(words);
        rows.push_back({mix.id.value,
                        text(partsText(mix.parts, m_document.notebook().handling, m_document.studio()->names))
                            + QLatin1Char('\n') + second.join(QStringLiteral("; ")),
                        chipOf(mix)});
    }
    refill(*m_list, rows);
    showChosen();
}

MixId MixesPage::chosen() const
{
    return {chosenRecord(*m_list)};
}

void MixesPage::choose(MixId mix)
{
    fillIfStale();
    chooseRecord(*m_list, mix.value);
}

void MixesPage::find()
{
    m_find->setFocus();
    m_find->selectAll();
}

void MixesPage::takeFocus()
{
    m_list->setFocus();
}

QString MixesPage::detailWords(const MixRecord& mix) const
{
    QStringList lines;
    QString laid = tr("%1 wash").arg(sentence(text(washWord(mix.wash))));
    if (mix.layers > 1)
        laid += tr(", %1 layers").arg(mix.layers);
    if (mix.wet)
        laid += tr(", not dry yet");
    lines << laid;
    if (const auto own = colourOf(mix, *m_document.studio()))
        lines << (own->isPainted ? sentence(colourWords(own->colour))
                                 : tr("Not painted; expected %1").arg(colourWords(own->colour)));
    if (const auto recipe = recipeOf(mix.parts, mix.wash, m_document.notebook()); recipe && mix.painted)
        lines << tr("%1 away from what is expected of a %2 wash")
                     .arg(number(deltaE00(*mix.painted, colourOf(*recipe, m_document.studio()->paints))),
                          text(washWord(mix.wash)));
    QStringList where;
    for (const std::string& words : {mix.date, mix.paper})
        if (!words.empty())
            where << text(words);
    if (!where.isEmpty())
        lines << where.join(QStringLiteral(", "));
    if (const SheetRecord* sheet = m_document.notebook().sheet(mix.sheet))
        lines << tr("Square %1 of %2").arg(mix.cell + 1).arg(text(sheet->title));
    if (mix.stars > 0)
        lines << sentence(markWords()[mix.stars]);
    if (!mix.tags.empty())
        lines << text(mix.tags);
    if (!mix.notes.empty())
        lines << text(mix.notes);
    return lines.join(QLatin1Char('\n'));
}

QString MixesPage::lineageWords(const MixRecord& mix) const
{
    QStringList lines;
    const auto called = [this](const MixRecord& other) {
        return text(titleOf(other, m_document.notebook().handling, m_document.studio()->names));
    };
    if (mix.from.value > 0) {
        const MixRecord* from = m_document.notebook().mix(mix.from);
        lines << (from ? tr("Grew out of %1.").arg(called(*from)) : tr("Grew out of a mix that was taken out."));
    }
    for (const MixRecord& other : m_document.notebook().mixes)
        if (mix.id.value > 0 && other.from == mix.id)
            lines << tr("Became %1.").arg(called(other));
    return lines.join(QLatin1Char('\n'));
}

void MixesPage::showChosen()
{
    if (m_stale)
        return; // what is chosen is of a list that was
    const MixRecord* mix = m_document.notebook().mix(chosen());
    for (QAction* act : m_mixActs)
        act->setEnabled(mix != nullptr);
    m_picture->clear();
    if (!mix) {
        m_title->setText(m_document.notebook().mixes.empty() ? tr("No mix is written down yet")
                                                             : tr("No mix of that kind"));
        m_details->setText(tr("Squares read off a sheet come here by themselves."));
        m_lineage->clear();
        return;
    }
    m_picture->setPixmap(pictureOf(*mix));
    m_title->setText(text(titleOf(*mix, m_document.notebook().handling, m_document.studio()->names)));
    m_details->setText((mix->name.empty()
                            ? QString()
                            : text(partsText(mix->parts, m_document.notebook().handling, m_document.studio()->names))
                                  + QLatin1Char('\n'))
                       + detailWords(*mix));
    m_lineage->setText(lineageWords(*mix));
}

void MixesPage::writeNew()
{
    if (!mayWrite(m_document, window()))
        return;
    MixRecord fresh;
    fresh.date = today();
    MixDialog dialog(m_document, fresh, window());
    if (dialog.exec() == QDialog::Accepted && dialog.mix()) {
        write(dialog, tr("write down %1"));
        m_list->setCurrentRow(0);
    }
}

/// @param what undo calls it, with a place for the parts
void MixesPage::write(const MixDialog& dialog, const QString& what)
{
    m_document.apply(
        putting(*dialog.mix(), dialog.newPicture()),
        what.arg(text(partsText(dialog.mix()->parts, m_document.notebook().handling, m_document.studio()->names))));
}

void MixesPage::changeChosen()
{
    if (!mayWrite(m_document, window()))
        return;
    fillIfStale();
    const MixRecord* mix = m_document.notebook().mix(chosen());
    if (!mix)
        return;
    MixDialog dialog(m_document, *mix, window());
    if (dialog.exec() == QDialog::Accepted && dialog.mix() && *dialog.mix() != *mix)
        write(dialog, tr("change the mix %1"));
}

void MixesPage::addTouch()
{
    if (!mayWrite(m_document, window()))
        return;
    fillIfStale();
    const MixRecord* mix = m_document.notebook().mix(chosen());
    if (!mix)
        return;
    MixRecord grown = grownFrom(*mix);
    grown.date = today();
    MixDialog dialog(m_document, grown, window());
    dialog.setWindowTitle(tr("%1 and a touch of ...")
                              .arg(text(titleOf(*mix, m_document.notebook().handling, m_document.studio()->names))));
    if (dialog.exec() == QDialog::Accepted && dialog.mix()) {
        write(dialog, tr("write down %1"));
        m_list->setCurrentRow(0);
    }
}

void MixesPage::removeChosen()
{
    fillIfStale();
    if (const MixRecord* mix = m_document.notebook().mix(chosen()))
        m_document.apply(
            removing<MixRecord>(mix->id),
            tr("remove the mix %1")
                .arg(text(partsText(mix->parts, m_document.notebook().handling, m_document.studio()->names))));
}

} // namespace iris
