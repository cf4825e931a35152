#include "app/tubes/tubedialog.h"

#include "app/parts/words.h"
#include "app/theme/theme.h"
#include "base/text.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QVBoxLayout>

namespace iris {
namespace {

QLineEdit* lineField(QFormLayout* form, const QString& label, const char* name, const QString& value,
                     const QString& hint)
{
    auto* field = new QLineEdit(value);
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
    field->addItem(QObject::tr("as is typical"), -1);
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

QString plainLab(const Lab& lab)
{
    return text(formatNumber(lab.l, 1) + ", " + formatNumber(lab.a, 1) + ", " + formatNumber(lab.b, 1));
}

} // namespace

TubeDialog::TubeDialog(const Tube& tube, QWidget* parent) : QDialog(parent), m_tube(tube)
{
    setWindowTitle(tube.id.value > 0 ? tr("Change %1").arg(text(tube.name)) : tr("Add a tube"));
    setMinimumWidth(480);
    auto* layout = new QVBoxLayout(this);
    auto* form = new QFormLayout;
    form->setHorizontalSpacing(4 * gridStep);
    form->setVerticalSpacing(2 * gridStep);
    setUpLabelFields(form);
    setUpSwatchFields(form);
    setUpRatingFields(form);
    layout->addLayout(form);
    m_problem = new QLabel(this);
    m_problem->setObjectName(QStringLiteral("problem"));
    m_problem->setWordWrap(true);
    m_problem->setMinimumHeight(36);
    layout->addWidget(m_problem);
    auto* buttons = new QDialogButtonBox(this);
    m_keep = buttons->addButton(tr("Keep"), QDialogButtonBox::AcceptRole);
    m_keep->setObjectName(QStringLiteral("keep"));
    makeMain(*m_keep);
    buttons->addButton(tr("Leave it"), QDialogButtonBox::RejectRole);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    layout->addWidget(buttons);
    read();
}

void TubeDialog::setUpLabelFields(QFormLayout* form)
{
    m_name = lineField(form, tr("Name"), "name", text(m_tube.name), tr("as on the label"));
    m_maker = lineField(form, tr("Maker"), "maker", text(m_tube.maker), {});
    m_codes = lineField(form, tr("Pigment codes"), "codes", text(textOf(m_tube.codes)), tr("PB29, or PG7 + PY150"));
    m_form = lineField(form, tr("Form"), "form", text(m_tube.form), tr("burnt sienna, where a code covers several"));
    m_known = new QLabel(this);
    m_known->setProperty("quiet", true);
    m_known->setFont(textFont(textsize::small));
    m_known->setWordWrap(true);
    form->addRow(QString(), m_known);
    for (QLineEdit* field : {m_name, m_maker, m_codes, m_form})
        connect(field, &QLineEdit::textChanged, this, &TubeDialog::read);
}

void TubeDialog::setUpSwatchFields(QFormLayout* form)
{
    const std::array<QString, 3> labels{tr("Your swatch, full"), tr("Thin"), tr("Over black")};
    const std::array<const char*, 3> names{"full", "thin", "overBlack"};
    const std::array<Lab Swatch::*, 3> colours{&Swatch::full, &Swatch::thin, &Swatch::overBlack};
    for (std::size_t i = 0; i < 3; ++i) {
        m_swatch[i] =
            lineField(form, labels[i], names[i], m_tube.swatch ? plainLab((*m_tube.swatch).*colours[i]) : QString(),
                      i == 0 ? tr("L, a, b measured dry; leave empty for typical values") : tr("L, a, b"));
        connect(m_swatch[i], &QLineEdit::textChanged, this, &TubeDialog::read);
    }
}

void TubeDialog::setUpRatingFields(QFormLayout* form)
{
    m_strength = lineField(form, tr("Tinting strength"), "strength",
                           m_tube.strength ? text(formatNumber(*m_tube.strength, 2)) : QString(),
                           tr("as is typical; ultramarine is 1"));
    connect(m_strength, &QLineEdit::textChanged, this, &TubeDialog::read);
    m_staining =
        ratingField(form, tr("Staining"), "staining",
                    {tr("lifts clean"), tr("lifts mostly"), tr("stains"), tr("stains heavily")}, 0, m_tube.staining);
    m_granulation = ratingField(form, tr("Granulation"), "granulation",
                                {tr("smooth"), tr("slight grain"), tr("granulates"), tr("granulates strongly")}, 0,
                                m_tube.granulation);
    m_lightfastness = ratingField(form, tr("Lightfastness"), "lightfastness",
                                  {tr("excellent"), tr("very good"), tr("fair"), tr("poor"), tr("fugitive")}, 1,
                                  m_tube.lightfastness);
    for (QComboBox* field : {m_staining, m_granulation, m_lightfastness})
        connect(field, &QComboBox::currentIndexChanged, this, &TubeDialog::read);
    m_notes = new QPlainTextEdit(text(m_tube.notes), this);
    m_notes->setObjectName(QStringLiteral("notes"));
    m_notes->setFixedHeight(60);
    m_notes->setTabChangesFocus(true);
    connect(m_notes, &QPlainTextEdit::textChanged, this, &TubeDialog::read);
    form->addRow(tr("Notes"), m_notes);
}

Result<std::optional<Swatch>> TubeDialog::typedSwatch() const
{
    std::array<Lab, 3> colours;
    int given = 0;
    for (std::size_t i = 0; i < 3; ++i) {
        if (m_swatch[i]->text().trimmed().isEmpty())
            continue;
        const auto lab = parseLab(m_swatch[i]->text().toStdString());
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
    tube.name = m_name->text().trimmed().toStdString();
    tube.maker = m_maker->text().trimmed().toStdString();
    tube.form = m_form->text().trimmed().toStdString();
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
    tube.strength.reset();
    if (!m_strength->text().trimmed().isEmpty()) {
        tube.strength = parseNumber(m_strength->text().toStdString());
        if (!tube.strength)
            return failure(ErrorCode::BadNumber, "the tinting strength is a number, such as 0.8");
    }
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
