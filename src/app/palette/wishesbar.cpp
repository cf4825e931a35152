#include "app/palette/wishesbar.h"

#include "app/palette/wishesdialog.h"
#include "app/parts/plainwords.h"
#include "app/theme/theme.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QMenu>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>

namespace iris {

WishesBar::WishesBar(Document& document, QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_school(new QComboBox(this)),
      m_most(new QSpinBox(this)),
      m_from(new QComboBox(this)),
      m_terms(new QPushButton(this)),
      m_mustNever(new QPushButton(this)),
      m_acts(new QHBoxLayout)
{
    setUpFields();
    setUpTerms();
    auto* limits = new QHBoxLayout;
    limits->setSpacing(2 * gridStep);
    for (QWidget* field :
         {static_cast<QWidget*>(m_school), static_cast<QWidget*>(m_most), static_cast<QWidget*>(m_from)})
        limits->addWidget(field);
    limits->addStretch();
    m_acts->setSpacing(2 * gridStep);
    m_acts->addWidget(m_terms);
    m_acts->addWidget(m_mustNever);
    auto* rows = new QVBoxLayout(this);
    rows->setContentsMargins(0, 0, 0, 0);
    rows->setSpacing(2 * gridStep);
    rows->addLayout(limits);
    rows->addLayout(m_acts);
    connect(&document, &Document::wishesChanged, this, &WishesBar::read);
    read();
}

void WishesBar::setUpFields()
{
    m_school->setObjectName(QStringLiteral("school"));
    m_school->setAccessibleName(tr("School"));
    m_school->addItems({tr("As few as will do"), tr("Triad"), tr("Split primary"), tr("Split primary and more")});
    m_school->setToolTip(
        tr("Triad: one yellow, one red, one blue.\nSplit primary: each of them twice, once leaning each way.\n"
           "And more: as few others beside the six as will do."));
    m_most->setObjectName(QStringLiteral("mostTubes"));
    m_most->setRange(1, 12);
    m_most->setPrefix(tr("up to "));
    m_from->setObjectName(QStringLiteral("poolOfTubes"));
    m_from->setAccessibleName(tr("Out of which tubes"));
    m_from->addItems({tr("from the palette"), tr("from the drawer"), tr("from all I own"), tr("and what I wish for"),
                      tr("and everything there is")});
    keepNarrow(*m_from, 16);
    m_mustNever->setObjectName(QStringLiteral("mustNever"));
    for (QComboBox* box : {m_school, m_from})
        connect(box, &QComboBox::activated, this, &WishesBar::write);
    connect(m_most, &QSpinBox::editingFinished, this, &WishesBar::write);
    connect(m_mustNever, &QPushButton::clicked, this, &WishesBar::askMustAndNever);
}

/// What every tube must be, to be ticked.
void WishesBar::setUpTerms()
{
    m_terms->setObjectName(QStringLiteral("paletteTerms"));
    auto* menu = new QMenu(m_terms);
    m_asked = addTermActs(*menu, "paletteTerm");
    for (QAction* asked : m_asked)
        connect(asked, &QAction::triggered, this, &WishesBar::write);
    m_terms->setMenu(menu);
}

void WishesBar::read()
{
    const PaletteWishes& wishes = m_document.notebook().wishes;
    const QSignalBlocker quietSchool(m_school);
    const QSignalBlocker quietMost(m_most);
    m_school->setCurrentIndex(static_cast<int>(wishes.school));
    m_most->setValue(static_cast<int>(wishes.mostTubes));
    m_most->setEnabled(wishes.school == School::Free || wishes.school == School::SplitPlus);
    m_most->setSuffix(wishes.mostTubes == 1 ? tr(" tube") : tr(" tubes"));
    m_from->setCurrentIndex(static_cast<int>(wishes.pool));
    const TubeTerms& only = wishes.only;
    const std::array asked{only.singlePigments, only.transparent, only.nothingFugitive, only.noListedMetals,
                           only.noTubeBlack};
    for (std::size_t i = 0; i < m_asked.size(); ++i)
        m_asked[i]->setChecked(asked[i]);
    const auto terms = std::ranges::count(asked, true);
    m_terms->setText(terms == 0 ? tr("Only ...") : tr("Only ... (%1)").arg(terms));
    QStringList said;
    if (!wishes.must.empty())
        said << tr("%1 must").arg(wishes.must.size());
    if (!wishes.never.empty())
        said << tr("%1 never").arg(wishes.never.size());
    m_mustNever->setText(said.isEmpty() ? tr("Must and never") : said.join(QStringLiteral(", ")));
}

void WishesBar::write()
{
    PaletteWishes wishes = m_document.notebook().wishes;
    wishes.school = static_cast<School>(m_school->currentIndex());
    wishes.mostTubes = static_cast<std::size_t>(m_most->value());
    wishes.pool = static_cast<Pool>(m_from->currentIndex());
    wishes.only = tickedIn(m_asked);
    m_document.changeWishes(wishes);
}

void WishesBar::askMustAndNever()
{
    WishesDialog dialog(m_document.notebook(), this);
    if (dialog.exec() == QDialog::Accepted)
        m_document.changeWishes(dialog.wishes());
}

} // namespace iris
