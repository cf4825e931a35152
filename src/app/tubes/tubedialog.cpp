#include "app/tubes/tubedialog.h"

#include "app/parts/formfields.h"
#include "app/parts/plainlabel.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"
#include "base/text.h"
#include "paint/ratings.h"
#include "words/paintwords.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QVBoxLayout>
#include <cmath>

namespace iris {
namespace {

QLineEdit* lineField(QFormLayout* form, const QString& label, const char* name, const QString& value,
                     const QString& hint)
{
    auto* field = new QLineEdit;
    showIn(*field, value);
    field->setObjectName(QLatin1String(name));
    field->setPlaceholderText(hint);
    form->addRow(label, field);
    return field;
}

QComboBox* ratingField(QFormLayout* form, const QString& label, const char* name, const QStringList& words, int first,
                       std::optional<int> value)
{
    auto* field = new QComboBox;
    field->setObjectName(QLatin1String(name));
    field->addItem(QObject::tr("it does not say"), -1);
    for (int i = 0; i < words.size(); ++i)
        field->addItem(words[i], first + i);
    field->setCurrentIndex(field->findData(value.value_or(-1)));
    form->addRow(label, field);
    return field;
}

std::optional<int> chosen(const QComboBox* field)
{
    const int value = field->currentData().toInt();
    return value < 0 ? std::nullopt : std::optional(value);
}

/// What stands in a field that may be empty: the value it came with while nobody touched it. False when what is typed
/// is no number.
bool readNumber(const QLineEdit& field, const std::optional<double>& before, std::optional<double>& value)
{
    if (untouched(field) || field.text().trimmed().isEmpty()) {
        value = untouched(field) ? before : std::nullopt;
        return true;
    }
    value = typedNumber(field.text());
    return value.has_value();
}

/// The same for words.
std::string readWords(const QLineEdit& field, const std::string& before)
{
    return untouched(field) ? before : field.text().trimmed().toStdString();
}

} // namespace

TubeDialog::TubeDialog(const Tube& tube, QWidget* parent) : QDialog(parent), m_tube(tube), m_original(tube)
{
    setWindowTitle(tube.id.value > 0 ? tr("Change %1").arg(text(tube.name)) : tr("Add a tube"));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(5 * gridStep, 4 * gridStep, 5 * gridStep, 4 * gridStep);
    auto* columns = new QHBoxLayout;
    columns->setSpacing(8 * gridStep);
    const auto column = [&] {
        auto* form = new QFormLayout;
        form->setHorizontalSpacing(3 * gridStep);
        form->setVerticalSpacing(2 * gridStep);
        auto* top = new QVBoxLayout;
        top->addLayout(form);
        top->addStretch(1);
        columns->addLayout(top, 1);
        return form;
    };
    QFormLayout* left = column();
    QFormLayout* right = column();
    setUpLabelFields(left);
    setUpRatingFields(left);
    setUpSwatchFields(right);
    setUpStockFields(right);
    setUpNotes(right);
    setMinimumWidth(900);
    layout->addLayout(columns);
    m_problem = new PlainLabel(this);
    m_problem->setObjectName(QStringLiteral("problem"));
    m_problem->setWordWrap(true);
    m_problem->setMinimumHeight(36);
    layout->addWidget(m_problem);
    const auto [buttons, keep] = keepOrLeave(*this, tr("Keep"), "keep");
    m_keep = keep;
    layout->addWidget(buttons);
    followReadingOrder(*this);
    read();
}

void TubeDialog::setUpLabelFields(QFormLayout* form)
{
    m_name = lineField(form, tr("Name"), "name", text(m_tube.name), tr("as on the label"));
    m_maker = lineField(form, tr("Maker"), "maker", text(m_tube.maker), {});
    m_line = lineField(form, tr("Range"), "line", text(m_tube.line), tr("the maker's, if it has several"));
    m_codes = lineField(form, tr("Pigment codes"), "codes", text(textOf(m_tube.codes)), tr("PB29, or PG7 + PY150"));
    m_form = lineField(form, tr("Form"), "form", text(m_tube.form), tr("burnt sienna, where a code covers several"));
    m_known = new PlainLabel(this);
    m_known->setProperty("quiet", true);
    m_known->setFont(textFont(textsize::small));
    m_known->setWordWrap(true);
    form->addRow(QString(), m_known);
    for (QLineEdit* field : {m_name, m_maker, m_line, m_codes, m_form})
        connect(field, &QLineEdit::textChanged, this, &TubeDialog::read);
}

void TubeDialog::setUpSwatchFields(QFormLayout* form)
{
    const std::array<QString, 3> labels{tr("Your swatch, full"), tr("Thin"), tr("Over black")};
    const std::array<const char*, 3> names{"full", "thin", "overBlack"};
    const std::array<Lab Swatch::*, 3> colours{&Swatch::full, &Swatch::thin, &Swatch::overBlack};
    for (std::size_t i = 0; i < 3; ++i) {
        m_swatch[i] =
            lineField(form, labels[i], names[i], m_tube.swatch ? typedLab((*m_tube.swatch).*colours[i]) : QString(),
                      i == 0 ? tr("L, a, b, dry; empty: typical values") : tr("L, a, b"));
        connect(m_swatch[i], &QLineEdit::textChanged, this, &TubeDialog::read);
    }
}

void TubeDialog::setUpRatingFields(QFormLayout* form)
{
    auto* heading = new PlainLabel(tr("What the label says"), this);
    heading->setFont(textFont(textsize::body, QFont::DemiBold));
    form->addRow(heading);
    std::optional<int> transparency;
    if (m_tube.transparency)
        transparency = static_cast<int>(*m_tube.transparency);
    QStringList clear;
    for (int i = 0; i < 4; ++i)
        clear << text(nameOf(static_cast<TransparencyClass>(i)));
    QStringList staining;
    QStringList granulation;
    QStringList lightfastness;
    for (int i = 0; i < 4; ++i) {
        staining << text(stainingWord(i));
        granulation << text(granulationWord(i));
    }
    for (int i = 1; i <= 5; ++i)
        lightfastness << text(lightfastnessWord(i));
    m_transparency = ratingField(form, tr("Transparency"), "labelTransparency", clear, 0, transparency);
    m_staining = ratingField(form, tr("Staining"), "staining", staining, 0, m_tube.staining);
    m_granulation = ratingField(form, tr("Granulation"), "granulation", granulation, 0, m_tube.granulation);
    m_lightfastness = ratingField(form, tr("Lightfastness"), "lightfastness", lightfastness, 1, m_tube.lightfastness);
    for (QComboBox* field : {m_transparency, m_staining, m_granulation, m_lightfastness})
        connect(field, &QComboBox::currentIndexChanged, this, &TubeDialog::read);
}

void TubeDialog::setUpStockFields(QFormLayout* form)
{
    m_strength = lineField(form, tr("Tinting strength"), "strength",
                           m_tube.strength ? text(formatNumber(*m_tube.strength, 2)) : QString(),
                           tr("as is typical; ultramarine is 1"));
    const auto box = [&](const QString& label, const char* name, int count, const auto& nameAt, int value) {
        auto* field = new QComboBox(this);
        field->setObjectName(QLatin1String(name));
        for (int i = 0; i < count; ++i)
            field->addItem(text(nameAt(i)), i);
        field->setCurrentIndex(value);
        form->addRow(label, field);
        connect(field, &QComboBox::currentIndexChanged, this, &TubeDialog::read);
        return field;
    };
    const Stock& stock = m_tube.stock;
    m_where = box(
        tr("Where it is"), "whereabouts", 4, [](int i) { return nameOf(static_cast<Whereabouts>(i)); },
        static_cast<int>(stock.where));
    m_container = box(
        tr("Tube or pan"), "container", 2, [](int i) { return nameOf(static_cast<Container>(i)); },
        static_cast<int>(stock.container));
    const auto plain = [](const std::optional<double>& value) {
        return value ? QString::number(*value, 'g', 8) : QString();
    };
    m_size = lineField(form, tr("Size in ml"), "sizeMl", plain(stock.sizeMl), tr("15"));
    m_price = lineField(form, tr("Price"), "price", plain(stock.price), tr("what it cost, full"));
    m_left = lineField(form, tr("Left, in %"), "leftPercent",
                       stock.leftPercent ? QString::number(*stock.leftPercent) : QString(), tr("100"));
    m_boughtOn = lineField(form, tr("Bought on"), "boughtOn", text(stock.boughtOn), tr("2026-10-03"));
    for (QLineEdit* field : {m_strength, m_size, m_price, m_left, m_boughtOn})
        connect(field, &QLineEdit::textChanged, this, &TubeDialog::read);
}

void TubeDialog::setUpNotes(QFormLayout* form)
{
    m_notes = new QPlainTextEdit(text(m_tube.notes), this);
    m_notes->setObjectName(QStringLiteral("notes"));
    m_notes->setFixedHeight(60);
    m_notes->setTabChangesFocus(true);
    connect(m_notes, &QPlainTextEdit::textChanged, this, &TubeDialog::read);
    form->addRow(tr("Notes"), m_notes);
}

/// What stands in the fields of the stock; the complaint names the field.
Result<Stock> TubeDialog::typedStock() const
{
    Stock stock;
    stock.where = static_cast<Whereabouts>(m_where->currentData().toInt());
    stock.container = static_cast<Container>(m_container->currentData().toInt());
    const Stock& before = m_original.stock;
    stock.boughtOn = readWords(*m_boughtOn, before.boughtOn);
    std::optional<double> left = before.leftPercent;
    if (!readNumber(*m_size, before.sizeMl, stock.sizeMl))
        return failure(ErrorCode::BadNumber, "the size is a number of ml, such as 15");
    if (!readNumber(*m_price, before.price, stock.price))
        return failure(ErrorCode::BadNumber, "the price is a number, such as 8.50");
    if (!readNumber(*m_left, left, left) || (left && (*left < 0 || *left > 100 || *left != std::floor(*left))))
        return failure(ErrorCode::BadNumber, "what is left is a whole number from 0 to 100");
    if (left)
        stock.leftPercent = static_cast<int>(*left);
    return stock;
}

Result<std::optional<Swatch>> TubeDialog::typedSwatch() const
{
    std::array<Lab, 3> colours;
    int given = 0;
    const std::array<Lab Swatch::*, 3> places{&Swatch::full, &Swatch::thin, &Swatch::overBlack};
    for (std::size_t i = 0; i < 3; ++i) {
        if (m_swatch[i]->text().trimmed().isEmpty())
            continue;
        // What was not touched keeps its last digits, which the fields do not show.
        const auto lab = untouched(*m_swatch[i]) ? Result<Lab>((*m_original.swatch).*places[i])
                                                 : parseLab(m_swatch[i]->text().toStdString());
        if (!lab)
            return tl::unexpected(lab.error());
        colours[i] = *lab;
        ++given;
    }
    if (given == 0)
        return std::optional<Swatch>();
    if (given < 3)
        return failure(ErrorCode::BadColour, "a swatch needs all three colours: full, thin and over black");
    return std::optional(Swatch{colours[0], colours[1], colours[2]});
}

Result<Tube> TubeDialog::typed() const
{
    Tube tube = m_tube;
    tube.name = readWords(*m_name, m_original.name);
    tube.maker = readWords(*m_maker, m_original.maker);
    tube.line = readWords(*m_line, m_original.line);
    tube.form = readWords(*m_form, m_original.form);
    tube.notes = m_notes->toPlainText().toStdString();
    tube.codes.clear();
    if (!m_codes->text().trimmed().isEmpty()) {
        auto codes = parsePigmentCodes(m_codes->text().toStdString());
        if (!codes)
            return tl::unexpected(codes.error());
        tube.codes = std::move(*codes);
    }
    auto swatch = typedSwatch();
    if (!swatch)
        return tl::unexpected(swatch.error());
    tube.swatch = *swatch;
    if (!readNumber(*m_strength, m_original.strength, tube.strength))
        return failure(ErrorCode::BadNumber, "the tinting strength is a number, such as 0.8");
    const auto stock = typedStock();
    if (!stock)
        return tl::unexpected(stock.error());
    tube.stock = *stock;
    const auto transparency = chosen(m_transparency);
    tube.transparency = transparency ? std::optional(static_cast<TransparencyClass>(*transparency)) : std::nullopt;
    tube.staining = chosen(m_staining);
    tube.granulation = chosen(m_granulation);
    tube.lightfastness = chosen(m_lightfastness);
    if (const auto fine = validate(tube, ReferenceTable::shipped()); !fine)
        return tl::unexpected(fine.error());
    return tube;
}

void TubeDialog::read()
{
    if (!m_notes || !m_problem)
        return; // still being set up
    auto tube = typed();
    const bool fresh = m_name->text().isEmpty() && m_codes->text().isEmpty();
    m_problem->setText(tube || fresh ? QString() : sentence(text(tube.error().message)));
    m_keep->setEnabled(tube.has_value());
    QStringList known;
    if (tube) {
        for (const ReferencePigment* row : typicalRows(*tube, ReferenceTable::shipped()))
            known << tr("%1 is %2").arg(text(row->code.text()), text(row->commonName));
        m_tube = std::move(*tube);
    }
    m_known->setText(known.join(QStringLiteral("; ")));
}

} // namespace iris
