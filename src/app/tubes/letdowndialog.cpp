#include "app/tubes/letdowndialog.h"

#include "app/parts/choicebox.h"
#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLineEdit>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>

namespace iris {
namespace {

constexpr double doubtful = 4;

QSpinBox* parts(const char* name, int value, QWidget* parent)
{
    auto* box = new QSpinBox(parent);
    box->setObjectName(QLatin1String(name));
    box->setRange(1, 40);
    box->setValue(value);
    return box;
}

} // namespace

LetDownDialog::LetDownDialog(Document& document, TubeId tube, QWidget* parent)
    : QDialog(parent),
      m_document(document),
      m_tube(*document.notebook().tube(tube)),
      m_known(new ChoiceBox(24, this)),
      m_ownParts(parts("ownParts", 1, this)),
      m_knownParts(parts("knownParts", 4, this)),
      m_colour(new QLineEdit(this)),
      m_words(wordLabel("letDownWords", textFont(textsize::body), this)),
      m_keep(nullptr)
{
    setWindowTitle(tr("Strength of %1").arg(text(m_tube.name)));
    setMinimumWidth(440);
    m_known->setObjectName(QStringLiteral("knownTube"));
    for (const Tube& other : document.notebook().tubes)
        if (other.id != tube)
            m_known->addItem(nameInList(other.name), static_cast<qlonglong>(other.id.value));
    m_colour->setObjectName(QStringLiteral("letDownColour"));
    m_colour->setPlaceholderText(tr("L, a, b of the dry mix"));
    auto* form = new QFormLayout;
    form->setVerticalSpacing(2 * gridStep);
    form->addRow(new PlainLabel(tr("Parts of %1").arg(nameInList(m_tube.name)), this), m_ownParts);
    form->addRow(tr("let down with parts"), m_knownParts);
    form->addRow(tr("of"), m_known);
    form->addRow(tr("Colour"), m_colour);
    m_words->setMinimumHeight(48);
    const auto [buttons, keep] = keepOrLeave(*this, tr("Keep"), "keepStrength");
    m_keep = keep;
    auto* layout = new QVBoxLayout(this);
    layout->setSpacing(3 * gridStep);
    layout->addLayout(form);
    layout->addWidget(m_words);
    layout->addWidget(buttons);
    connect(m_known, &QComboBox::currentIndexChanged, this, &LetDownDialog::work);
    connect(m_ownParts, &QSpinBox::valueChanged, this, &LetDownDialog::work);
    connect(m_knownParts, &QSpinBox::valueChanged, this, &LetDownDialog::work);
    connect(m_colour, &QLineEdit::textChanged, this, &LetDownDialog::work);
    work();
    followReadingOrder(*this);
}

void LetDownDialog::work()
{
    m_keep->setEnabled(false);
    const auto known = m_document.studio()->placeOf({m_known->currentData().toLongLong()});
    const auto own = m_document.studio()->placeOf(m_tube.id);
    const auto colour = parseLab(m_colour->text().toStdString());
    if (!known || !own || !colour) {
        m_words->setText(m_colour->text().isEmpty() || !known ? tr(
                             "Mix a little of the tube into one whose strength you trust, paint it at full strength, "
                             "let it dry and measure it.")
                                                              : sentence(text(colour.error().message)));
        return;
    }
    const Paint& with = m_document.studio()->paints[*known];
    const LetDown result = strengthFromLetDown(m_document.studio()->paints[*own].film, with.film, with.strength,
                                               m_ownParts->value(), m_knownParts->value(), *colour);
    m_tube.strength = result.strength;
    m_words->setText(
        result.apart > doubtful
            ? tr("No strength gives this colour; the nearest is %1. Is it the right tube?").arg(apart(result.apart))
            : tr("Tinting strength %1; it was %2. The best mix is %3.")
                  .arg(number(result.strength, 2), number(m_document.studio()->paints[*own].strength, 2),
                       apart(result.apart)));
    m_keep->setEnabled(result.apart <= doubtful && result.strength <= 20);
}

} // namespace iris
