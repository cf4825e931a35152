#include "app/tubes/manytubesdialog.h"

#include "app/parts/formfields.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"
#include "paint/ratings.h"
#include "words/paintwords.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

namespace iris {
namespace {

QComboBox* choices(const char* name, QWidget* parent)
{
    auto* box = new QComboBox(parent);
    box->setObjectName(QLatin1String(name));
    box->addItem(QObject::tr("as it is"), -1);
    return box;
}

QLineEdit* words(const char* name, QWidget* parent)
{
    auto* field = new QLineEdit(parent);
    field->setObjectName(QLatin1String(name));
    field->setPlaceholderText(QObject::tr("as it is"));
    return field;
}

} // namespace

ManyTubesDialog::ManyTubesDialog(std::vector<Tube> tubes, QWidget* parent)
    : QDialog(parent),
      m_tubes(std::move(tubes)),
      m_where(choices("manyWhere", this)),
      m_container(choices("manyContainer", this)),
      m_maker(words("manyMaker", this)),
      m_line(words("manyLine", this)),
      m_lightfastness(choices("manyLightfastness", this))
{
    setWindowTitle(tr("Change %1 tubes").arg(m_tubes.size()));
    setMinimumWidth(380);
    for (int i = 0; i < 4; ++i)
        m_where->addItem(text(nameOf(static_cast<Whereabouts>(i))), i);
    for (int i = 0; i < 2; ++i)
        m_container->addItem(text(nameOf(static_cast<Container>(i))), i);
    for (int i = 1; i <= 5; ++i)
        m_lightfastness->addItem(text(lightfastnessWord(i)), i);
    auto* form = new QFormLayout;
    form->setVerticalSpacing(2 * gridStep);
    form->addRow(tr("Where they are"), m_where);
    form->addRow(tr("Tube or pan"), m_container);
    form->addRow(tr("Maker"), m_maker);
    form->addRow(tr("Range"), m_line);
    form->addRow(tr("Lightfastness by the label"), m_lightfastness);
    auto* buttons = new QDialogButtonBox(this);
    auto* change = buttons->addButton(tr("Change them"), QDialogButtonBox::AcceptRole);
    change->setObjectName(QStringLiteral("changeMany"));
    makeMain(*change);
    buttons->addButton(tr("Leave them"), QDialogButtonBox::RejectRole);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->setSpacing(4 * gridStep);
    layout->addLayout(form);
    layout->addWidget(buttons);
    followReadingOrder(*this);
}

std::vector<Tube> ManyTubesDialog::tubes() const
{
    std::vector<Tube> changed = m_tubes;
    for (Tube& tube : changed) {
        if (const int where = m_where->currentData().toInt(); where >= 0)
            tube.stock.where = static_cast<Whereabouts>(where);
        if (const int container = m_container->currentData().toInt(); container >= 0)
            tube.stock.container = static_cast<Container>(container);
        if (!m_maker->text().trimmed().isEmpty())
            tube.maker = m_maker->text().trimmed().toStdString();
        if (!m_line->text().trimmed().isEmpty())
            tube.line = m_line->text().trimmed().toStdString();
        if (const int rating = m_lightfastness->currentData().toInt(); rating >= 0)
            tube.lightfastness = rating;
    }
    return changed;
}

} // namespace iris
