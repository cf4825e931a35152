#include "app/parts/motherdialog.h"

#include "app/parts/choicebox.h"
#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/touchingcolours.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "finding/mother.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QSlider>
#include <QVBoxLayout>

namespace iris {
namespace {

/// More lie too close to be told apart.
constexpr std::size_t mostShown = 16;

} // namespace

MotherDialog::MotherDialog(const StudioPtr& studio, std::vector<Recipe> mixes, ViewSettings& settings, QWidget* parent)
    : QDialog(parent),
      m_studio(studio),
      m_mixes(std::move(mixes)),
      m_tube(new ChoiceBox(24, this)),
      m_share(new QSlider(Qt::Horizontal, this)),
      m_before(new TouchingColours(settings, "motherBefore", this)),
      m_after(new TouchingColours(settings, "motherAfter", this)),
      m_words(wordLabel("motherWords", textFont(textsize::body), this))
{
    setWindowTitle(tr("A mother colour"));
    setMinimumWidth(620);
    m_tube->setObjectName(QStringLiteral("motherTube"));
    m_tube->setAccessibleName(tr("Tube to stir in"));
    for (const std::size_t place : studio->atHand())
        m_tube->addItem(nameInList(studio->notebook.tubes[place].name), static_cast<qulonglong>(place));
    m_share->setObjectName(QStringLiteral("motherShare"));
    m_share->setAccessibleName(tr("How much of it, percent by strength"));
    m_share->setRange(0, 50);
    m_share->setValue(15);
    auto* intro = wordLabel("motherIntro", textFont(textsize::body), this);
    intro->setText(tr("A share of one tube stirred into every mix ties a picture together."));
    auto* buttons = new QDialogButtonBox(this);
    buttons->addButton(tr("Done"), QDialogButtonBox::RejectRole);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(5 * gridStep, 5 * gridStep, 5 * gridStep, 5 * gridStep);
    layout->setSpacing(2 * gridStep);
    for (QWidget* part : std::initializer_list<QWidget*>{intro, m_tube, m_share})
        layout->addWidget(part);
    auto* strips = new QVBoxLayout; // one above the other without a gap
    strips->setSpacing(0);
    strips->addWidget(m_before);
    strips->addWidget(m_after);
    layout->addLayout(strips);
    layout->addWidget(m_words);
    layout->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(m_tube, &QComboBox::currentIndexChanged, this, &MotherDialog::stir);
    connect(m_share, &QSlider::valueChanged, this, &MotherDialog::stir);
    stir();
}

void MotherDialog::stir()
{
    if (m_tube->currentIndex() < 0)
        return m_words->setText(tr("There is no tube at hand to stir in."));
    const double share = m_share->value() / 100.0;
    const MotherColour tied =
        withMother(m_mixes, static_cast<std::size_t>(m_tube->currentData().toULongLong()), share, m_studio->paints);
    std::vector<CaptionedColour> before;
    std::vector<CaptionedColour> after;
    for (std::size_t i = 0; i < tied.mixes.size() && i < mostShown; ++i) {
        before.push_back({tied.mixes[i].before, i == 0 ? tr("as they are") : QString()});
        after.push_back({tied.mixes[i].after, i == 0 ? tr("with %1 % of it").arg(m_share->value()) : QString()});
    }
    m_before->show(std::move(before));
    m_after->show(std::move(after));
    m_words->setText(tr("In %1. Apart in hue and strength %2 before, %3 now. Chroma %4 before, %5 now.")
                         .arg(m_mixes.size() == 1 ? tr("one mix") : tr("%1 mixes").arg(m_mixes.size()),
                              number(tied.spreadBefore, 0), number(tied.spreadAfter, 0), number(tied.chromaBefore, 0),
                              number(tied.chromaAfter, 0)));
}

} // namespace iris
