#include "app/window/touchesdialog.h"

#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/theme/theme.h"
#include "mixing/ratios.h"

#include <QButtonGroup>
#include <QCheckBox>
#include <QDialogButtonBox>
#include <QPushButton>
#include <QRadioButton>
#include <QVBoxLayout>

namespace iris {

TouchesDialog::TouchesDialog(Brush brush, QWidget* parent)
    : QDialog(parent),
      m_choices(new QButtonGroup(this)),
      m_twice(new QCheckBox(tr("Where one wash is too thin, lay it twice"), this))
{
    setWindowTitle(tr("How I count and lay paint"));
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(6 * gridStep, 5 * gridStep, 6 * gridStep, 5 * gridStep);
    layout->setSpacing(2 * gridStep);
    auto* words = wordLabel("touchesWords", textFont(textsize::body), this);
    words->setText(tr("A part is a loaded brush, a touch is what its tip takes up. To find out how much that is, put "
                      "touches of a dark colour side by side until they are as much as one loaded brush, and count "
                      "them. A round brush mostly takes about eight."));
    words->setFixedWidth(420);
    layout->addWidget(words);
    const std::array<QString, 5> fractions{tr("a quarter of a part"), tr("a sixth"), tr("an eighth"), tr("a tenth"),
                                           tr("a twelfth: a fine tip")};
    for (std::size_t i = 0; i < allTouchesAPart.size(); ++i) {
        auto* choice = new QRadioButton(fractions[i], this);
        choice->setObjectName(QStringLiteral("touches%1").arg(allTouchesAPart[i]));
        choice->setChecked(allTouchesAPart[i] == brush.touchesAPart);
        m_choices->addButton(choice, allTouchesAPart[i]);
        layout->addWidget(choice);
    }
    auto* layers = wordLabel("layersWords", textFont(textsize::body), this);
    layers->setText(
        tr("Some darks and full colours want more paint than one wash lays: creamy, or a second layer when the "
           "first is dry. Those who paint in one go take the tick away."));
    layers->setFixedWidth(420);
    m_twice->setObjectName(QStringLiteral("laysTwice"));
    m_twice->setChecked(!brush.inOneGo);
    layout->addSpacing(2 * gridStep);
    layout->addWidget(layers);
    layout->addWidget(m_twice);
    QDialogButtonBox* buttons = keepOrLeave(*this, tr("Work so"), "keepTouches").box;
    layout->addSpacing(2 * gridStep);
    layout->addWidget(buttons);
}

Brush TouchesDialog::brush() const
{
    return {m_choices->checkedId(), !m_twice->isChecked()};
}

} // namespace iris
