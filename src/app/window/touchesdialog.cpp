#include "app/window/touchesdialog.h"

#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/theme/theme.h"
#include "mixing/ratios.h"

#include <QButtonGroup>
#include <QDialogButtonBox>
#include <QPushButton>
#include <QRadioButton>
#include <QVBoxLayout>

namespace iris {

TouchesDialog::TouchesDialog(int touches, QWidget* parent) : QDialog(parent), m_choices(new QButtonGroup(this))
{
    setWindowTitle(tr("How much a touch is"));
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
        choice->setChecked(allTouchesAPart[i] == touches);
        m_choices->addButton(choice, allTouchesAPart[i]);
        layout->addWidget(choice);
    }
    QDialogButtonBox* buttons = keepOrLeave(*this, tr("Count so"), "keepTouches").box;
    layout->addSpacing(2 * gridStep);
    layout->addWidget(buttons);
}

int TouchesDialog::touches() const
{
    return m_choices->checkedId();
}

} // namespace iris
