#include "app/window/warmbluedialog.h"

#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/theme/theme.h"

#include <QDialogButtonBox>
#include <QPushButton>
#include <QRadioButton>
#include <QVBoxLayout>

namespace iris {

WarmBlueDialog::WarmBlueDialog(WarmBlue side, QWidget* parent)
    : QDialog(parent),
      m_violet(new QRadioButton(tr("Blues that lean violet, such as ultramarine"), this)),
      m_green(new QRadioButton(tr("Blues that lean green, such as phthalo and cerulean"), this))
{
    setWindowTitle(tr("Which blue is warm"));
    m_violet->setObjectName(QStringLiteral("warmViolet"));
    m_green->setObjectName(QStringLiteral("warmGreen"));
    (side == WarmBlue::VioletSide ? m_violet : m_green)->setChecked(true);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(6 * gridStep, 5 * gridStep, 6 * gridStep, 5 * gridStep);
    layout->setSpacing(2 * gridStep);
    auto* words = wordLabel("warmBlueWords", textFont(textsize::body), this);
    words->setText(
        tr("Painters agree which way a blue leans, but not which one to call warm. The lean is what counts in "
           "mixing and is always shown; only the word changes."));
    words->setFixedWidth(420);
    layout->addWidget(words);
    const auto explain = [&](QRadioButton* button, const QString& why) {
        layout->addSpacing(gridStep);
        layout->addWidget(button);
        auto* reason = wordLabel("warmBlueReason", textFont(textsize::small), this);
        reason->setText(why);
        reason->setIndent(24);
        reason->setFixedWidth(420);
        layout->addWidget(reason);
    };
    explain(m_violet, tr("There is red in them, and red is warm."));
    explain(m_green, tr("There is yellow in them, and yellow is nearer to the sun than violet."));
    QDialogButtonBox* buttons = keepOrLeave(*this, tr("Call it so"), "keepWarmBlue").box;
    layout->addSpacing(2 * gridStep);
    layout->addWidget(buttons);
}

WarmBlue WarmBlueDialog::side() const
{
    return m_violet->isChecked() ? WarmBlue::VioletSide : WarmBlue::GreenSide;
}

} // namespace iris
