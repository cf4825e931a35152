#include "app/sheets/mixdialog.h"

#include "app/parts/choicebox.h"
#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/markwords.h"
#include "app/parts/messages.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"
#include "notebook/soundness.h"
#include "sheet/keptpicture.h"
#include "words/mixwords.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QSpinBox>
#include <cmath>

namespace iris {
namespace {

const std::array<std::pair<const char*, double>, 3> washes{
    {{QT_TR_NOOP("full"), wash::full}, {QT_TR_NOOP("middle"), wash::middle}, {QT_TR_NOOP("thin"), wash::thin}}};

constexpr int nameRole = Qt::UserRole + 1;
constexpr std::size_t leastRows = 3;

/// With its codes, as two tubes may have one name.
void addTube(QComboBox& box, TubeId id, const std::string& name, const std::string& codes)
{
    const QString words =
        codes.empty() ? nameInList(name) : QStringLiteral("%1   %2").arg(nameInList(name), text(codes));
    box.addItem(words, static_cast<qlonglong>(id.value));
    box.setItemData(box.count() - 1, text(name), nameRole);
}

/// The same tubes in the same proportion, whatever the numbers.
bool inProportion(const std::vector<MixPart>& one, const std::vector<MixPart>& other)
{
    const auto amount = [](const MixPart& part) { return static_cast<long long>(part.parts); };
    return std::ranges::equal(one, other, [&](const MixPart& a, const MixPart& b) {
        return a.tube == b.tube && amount(a) * amount(other[0]) == amount(b) * amount(one[0]);
    });
}

} // namespace

MixDialog::MixDialog(Document& document, const MixRecord& mix, QWidget* parent)
    : QDialog(parent),
      m_document(document),
      m_mix(mix),
      m_wash(new QComboBox(this)),
      m_layers(new QSpinBox(this)),
      m_wet(new QCheckBox(tr("not dry yet"), this)),
      m_colour(new QLineEdit(this)),
      m_paper(new QLineEdit(text(mix.paper), this)),
      m_date(new QLineEdit(text(mix.date), this)),
      m_name(new QLineEdit(text(mix.name), this)),
      m_stars(new QComboBox(this)),
      m_tags(new QLineEdit(text(mix.tags), this)),
      m_notes(new QPlainTextEdit(text(mix.notes), this)),
      m_thumbnail(new PlainLabel(this)),
      m_removePicture(new QPushButton(tr("Take it off"), this)),
      m_trouble(wordLabel("mixTrouble", textFont(textsize::body, QFont::DemiBold), this))
{
    setWindowTitle(mix.id.value > 0 ? tr("Change a mix") : tr("Write a mix down"));
    setMinimumWidth(520);
    auto* form = new QFormLayout(this);
    form->setContentsMargins(5 * gridStep, 5 * gridStep, 5 * gridStep, 5 * gridStep);
    form->setVerticalSpacing(2 * gridStep);
    fill();
    nameFields();
    addParts(form);
    addFields(form);
    addButtons(form);
    connect(m_colour, &QLineEdit::textChanged, this, &MixDialog::check);
    connect(m_date, &QLineEdit::textChanged, this, &MixDialog::check);
    followReadingOrder(*this);
    check();
}

void MixDialog::fill()
{
    for (const auto& [words, thickness] : washes)
        m_wash->addItem(tr(words), thickness);
    if (std::ranges::none_of(washes, [&](const auto& known) { return std::abs(known.second - m_mix.wash) < 0.01; }))
        m_wash->addItem(text(washWord(m_mix.wash)), m_mix.wash);
    for (int i = 0; i < m_wash->count(); ++i)
        if (std::abs(m_wash->itemData(i).toDouble() - m_mix.wash) < 0.01)
            m_wash->setCurrentIndex(i);
    m_layers->setRange(1, 9);
    m_layers->setValue(m_mix.layers);
    m_wet->setChecked(m_mix.wet);
    m_stars->addItems(markWords());
    m_stars->setCurrentIndex(m_mix.stars);
    showIn(*m_colour, m_mix.painted ? typedLab(*m_mix.painted) : QString());
    m_colour->setPlaceholderText(tr("L, a, b of the dry mix, when it was measured"));
    m_date->setPlaceholderText(tr("as in 2026-10-03"));
    m_notes->setTabChangesFocus(true);
    m_notes->setFixedHeight(72);
}

void MixDialog::nameFields()
{
    const std::initializer_list<std::pair<QWidget*, const char*>> names{
        {m_wash, "recordWash"},   {m_layers, "recordLayers"},       {m_colour, "recordColour"},
        {m_paper, "recordPaper"}, {m_date, "recordDate"},           {m_name, "recordName"},
        {m_stars, "recordStars"}, {m_tags, "recordTags"},           {m_notes, "recordNotes"},
        {m_wet, "recordWet"},     {m_thumbnail, "recordThumbnail"}, {m_removePicture, "removePicture"}};
    for (const auto& [widget, name] : names)
        widget->setObjectName(QLatin1String(name));
}

void MixDialog::addFields(QFormLayout* form)
{
    form->addRow(tr("Wash"), makeLaidRow());
    form->addRow(tr("Colour"), m_colour);
    form->addRow(tr("Paper"), m_paper);
    form->addRow(tr("Day"), m_date);
    form->addRow(tr("Name"), m_name);
    form->addRow(tr("Mark"), m_stars);
    form->addRow(tr("Tags"), m_tags);
    form->addRow(tr("Notes"), m_notes);
    form->addRow(tr("Picture"), makePictureRow());
    form->addRow(m_trouble);
}

QHBoxLayout* MixDialog::makeLaidRow()
{
    auto* laid = new QHBoxLayout;
    laid->setSpacing(2 * gridStep);
    laid->addWidget(m_wash);
    laid->addWidget(new PlainLabel(tr("layers"), this));
    laid->addWidget(m_layers);
    laid->addWidget(m_wet);
    laid->addStretch();
    return laid;
}

QHBoxLayout* MixDialog::makePictureRow()
{
    auto* add = new QPushButton(tr("Add a picture ..."), this);
    add->setObjectName(QStringLiteral("addPicture"));
    connect(add, &QPushButton::clicked, this, &MixDialog::addPicture);
    connect(m_removePicture, &QPushButton::clicked, this, &MixDialog::removePicture);
    for (QPushButton* button : {add, m_removePicture})
        button->setAutoDefault(false); // Enter keeps the mix
    auto* row = new QHBoxLayout;
    row->setSpacing(2 * gridStep);
    row->addWidget(m_thumbnail);
    row->addWidget(add);
    row->addWidget(m_removePicture);
    row->addStretch();
    showPicture();
    return row;
}

void MixDialog::addButtons(QFormLayout* form)
{
    const auto [buttons, keep] = keepOrLeave(*this, tr("Keep"), "keepMix");
    m_keep = keep;
    form->addRow(buttons);
}

void MixDialog::addPicture()
{
    constexpr int widest = 900;
    const QString path = messages().fileToOpen(this, tr("A picture of the mix"), pictureFiles());
    if (path.isEmpty())
        return;
    auto picture = pictureFrom(path, widest);
    if (!picture)
        return messages().tell(this, tr("That picture was not added"), text(picture.error().message));
    m_mix.picture = picture->name;
    m_newPicture = std::move(*picture);
    showPicture();
}

void MixDialog::removePicture()
{
    m_mix.picture.clear();
    m_newPicture.reset();
    showPicture();
}

void MixDialog::showPicture()
{
    constexpr int side = 56;
    const QByteArray bytes =
        m_newPicture ? QByteArray::fromStdString(m_newPicture->bytes) : m_document.picture(m_mix.picture);
    QPixmap picture;
    const bool shown = picture.loadFromData(bytes);
    m_thumbnail->setPixmap(shown ? picture.scaledToHeight(side, Qt::SmoothTransformation) : QPixmap());
    m_thumbnail->setVisible(shown);
    m_removePicture->setVisible(shown);
}

/// A row for each tube and its parts, three at least; a tube that is gone keeps its place by the name that was kept.
void MixDialog::addParts(QFormLayout* form)
{
    const std::size_t rows = std::max(leastRows, m_mix.parts.size());
    const Counted amounts = countedParts(m_mix.parts, m_document.notebook().handling);
    for (std::size_t i = 0; i < rows; ++i) {
        auto* box = new ChoiceBox(24, this);
        box->setObjectName(QStringLiteral("recordTube%1").arg(i + 1));
        box->addItem(tr("none"), 0);
        for (const Tube& tube : m_document.notebook().tubes)
            addTube(*box, tube.id, tube.name, textOf(tube.codes));
        auto* count = new QSpinBox(this);
        count->setObjectName(QStringLiteral("recordParts%1").arg(i + 1));
        count->setRange(1, static_cast<int>(allowed::parts.most));
        auto* unit = new QComboBox(this);
        unit->setObjectName(QStringLiteral("recordUnit%1").arg(i + 1));
        unit->addItems({tr("parts"), tr("touches")});
        if (i < m_mix.parts.size()) {
            const MixPart& part = m_mix.parts[i];
            int place = box->findData(static_cast<qlonglong>(part.tube.value));
            if (place <= 0) {
                addTube(*box, part.tube, part.name, {});
                place = box->count() - 1;
            }
            box->setCurrentIndex(place);
            const bool inTouches = amounts.touches > 0 && amounts.amounts[i] < amounts.touches;
            count->setValue(amounts.touches > 0 && !inTouches ? amounts.amounts[i] / amounts.touches
                                                              : amounts.amounts[i]);
            unit->setCurrentIndex(inTouches ? 1 : 0);
        }
        auto* row = new QHBoxLayout;
        row->setSpacing(2 * gridStep);
        row->addWidget(count);
        row->addWidget(unit);
        row->addWidget(box, 1);
        form->addRow(i == 0 ? tr("Paint") : QString(), row);
        connect(box, &QComboBox::currentIndexChanged, this, [this] { check(); });
        connect(unit, &QComboBox::currentIndexChanged, this, [this] { check(); });
        connect(count, &QSpinBox::valueChanged, this, [this] { check(); });
        m_tubes.push_back(box);
        m_counts.push_back(count);
        m_units.push_back(unit);
    }
}

std::vector<MixPart> MixDialog::parts() const
{
    std::vector<MixPart> parts;
    bool anyTouches = false;
    for (std::size_t i = 0; i < m_tubes.size(); ++i)
        anyTouches = anyTouches || (m_tubes[i]->currentIndex() > 0 && m_units[i]->currentIndex() == 1);
    for (std::size_t i = 0; i < m_tubes.size(); ++i) {
        if (m_tubes[i]->currentIndex() <= 0)
            continue;
        const int touches =
            anyTouches && m_units[i]->currentIndex() == 0 ? m_document.notebook().handling.touchesAPart : 1;
        parts.push_back({{m_tubes[i]->currentData().toLongLong()},
                         m_tubes[i]->currentData(nameRole).toString().toStdString(),
                         m_counts[i]->value() * touches});
    }
    // Two touches in five parts may stand as 20 to 1: what nobody changed stays as it was.
    if (inProportion(parts, m_mix.parts))
        for (std::size_t i = 0; i < parts.size(); ++i)
            parts[i].parts = m_mix.parts[i].parts;
    return parts;
}

Result<MixRecord> MixDialog::mix() const
{
    MixRecord mix = m_mix;
    mix.parts = parts();
    mix.wash = m_wash->currentData().toDouble();
    mix.layers = m_layers->value();
    mix.wet = m_wet->isChecked();
    mix.paper = m_paper->text().trimmed().toStdString();
    mix.date = m_date->text().trimmed().toStdString();
    mix.name = m_name->text().trimmed().toStdString();
    mix.stars = m_stars->currentIndex();
    mix.tags = m_tags->text().trimmed().toStdString();
    mix.notes = m_notes->toPlainText().trimmed().toStdString();
    const QString colour = m_colour->text().trimmed();
    if (colour.isEmpty()) {
        mix.painted.reset();
    } else if (!untouched(*m_colour)) {
        const auto lab = parseLab(colour.toStdString());
        if (!lab)
            return tl::unexpected(lab.error());
        mix.painted = *lab;
        mix.origin = MixOrigin::Typed;
        mix.uncertainty = 0;
    }
    if (const auto fine = validate(mix); !fine)
        return tl::unexpected(fine.error());
    return mix;
}

void MixDialog::check()
{
    if (!m_keep)
        return;
    const auto made = mix();
    m_trouble->setText(made ? QString() : sentence(text(made.error().message)));
    m_keep->setEnabled(made.has_value());
}

} // namespace iris
