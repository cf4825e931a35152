#include "app/palette/wishesbar.h"

#include "app/palette/wishesdialog.h"
#include "app/parts/choicebox.h"
#include "app/parts/formfields.h"
#include "app/parts/maywrite.h"
#include "app/parts/messages.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"
#include "notebook/edits.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>
#include <set>

namespace iris {

WishesBar::WishesBar(Document& document, QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_school(new QComboBox(this)),
      m_most(new QSpinBox(this)),
      m_red(new QComboBox(this)),
      m_places(new QLineEdit(this)),
      m_from(new ChoiceBox(16, this)),
      m_sure(new QComboBox(this)),
      m_terms(new QPushButton(this)),
      m_prefer(new QPushButton(this)),
      m_mustNever(new QPushButton(this)),
      m_acts(new QHBoxLayout)
{
    setUpFields();
    setUpTerms();
    setUpPreferences();
    auto* limits = new QHBoxLayout;
    limits->setSpacing(2 * gridStep);
    for (QWidget* field : std::initializer_list<QWidget*>{m_school, m_most, m_red, m_places, m_from, m_sure})
        limits->addWidget(field, field == m_places ? 1 : 0);
    limits->addStretch();
    m_acts->setSpacing(2 * gridStep);
    m_acts->addWidget(m_terms);
    m_acts->addWidget(m_prefer);
    m_acts->addWidget(m_mustNever);
    auto* rows = new QVBoxLayout(this);
    rows->setContentsMargins(0, 0, 0, 0);
    rows->setSpacing(2 * gridStep);
    rows->addLayout(limits);
    rows->addLayout(m_acts);
    whenChanged(document, {NotebookPart::Wishes, NotebookPart::Tubes}, this, &WishesBar::read);
    read();
}

void WishesBar::setUpFields()
{
    m_school->setObjectName(QStringLiteral("school"));
    m_school->setAccessibleName(tr("School"));
    addChoices<School>(*m_school, {{School::Free, tr("As few as will do")},
                                   {School::Triad, tr("Triad")},
                                   {School::SplitPrimary, tr("Split primary")},
                                   {School::SplitPlus, tr("Split primary and more")},
                                   {School::Own, tr("My own places")}});
    m_school->setToolTip(
        tr("Triad: one yellow, one red, one blue.\nSplit primary: each of them twice, once leaning each way.\n"
           "And more: as few others beside the six as will do.\nMy own places: say what each place is for."));
    m_red->setObjectName(QStringLiteral("redPrimary"));
    m_red->setAccessibleName(tr("The red of the triad"));
    addChoices<RedPrimary>(*m_red, {{RedPrimary::Either, tr("red or magenta")},
                                    {RedPrimary::Red, tr("with a red")},
                                    {RedPrimary::Magenta, tr("with a magenta")}});
    m_places->setObjectName(QStringLiteral("ownPlaces"));
    m_places->setAccessibleName(tr("My own places"));
    m_places->setPlaceholderText(tr("yellow leans green, red, blue, earth, any"));
    connect(m_places, &QLineEdit::editingFinished, this, &WishesBar::writePlaces);
    m_most->setObjectName(QStringLiteral("mostTubes"));
    m_most->setRange(1, 12);
    m_most->setPrefix(tr("up to "));
    m_from->setObjectName(QStringLiteral("poolOfTubes"));
    m_from->setAccessibleName(tr("Out of which tubes"));
    addChoices<Pool>(*m_from, {{Pool::Palette, tr("from the palette")},
                               {Pool::Drawer, tr("from the drawer")},
                               {Pool::Owned, tr("from all I own")},
                               {Pool::Wished, tr("and what I wish for")},
                               {Pool::Table, tr("and what shops have")},
                               {Pool::Everything, tr("and what is hard to get")}});
    m_sure->setObjectName(QStringLiteral("howSure"));
    m_sure->setAccessibleName(tr("How sure its mixes are"));
    m_sure->setToolTip(
        tr("A colour counts as mixed when its recipe is near enough as it is counted,\n"
           "or only when it comes out so often though parts, tubes and washes are never quite the same."));
    m_mustNever->setObjectName(QStringLiteral("mustNever"));
    for (QComboBox* box : {m_school, m_from, m_red, m_sure})
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

/// What decides between sets that do equally well.
void WishesBar::setUpPreferences()
{
    const std::array<QString, allPreferences.size()> words{
        tr("Rather what I own"),         tr("Rather what costs little"), tr("Rather what does not fade"),
        tr("Rather transparent tubes"),  tr("Rather no listed metals"),  tr("Rather single pigments"),
        tr("Rather few mixes of three"), tr("Rather mixes that forgive")};
    m_prefer->setObjectName(QStringLiteral("palettePrefer"));
    m_prefer->setToolTip(tr("What comes first among sets that do equally well."));
    auto* menu = new QMenu(m_prefer);
    for (std::size_t i = 0; i < words.size(); ++i) {
        m_preferred[i] = menu->addAction(words[i]);
        m_preferred[i]->setCheckable(true);
        m_preferred[i]->setObjectName(QStringLiteral("palettePrefer") + QString::number(i));
        connect(m_preferred[i], &QAction::triggered, this, &WishesBar::write);
    }
    m_prefer->setMenu(menu);
}

void WishesBar::read()
{
    const PaletteWishes& wishes = m_document.notebook().wishes;
    const QSignalBlocker quietSchool(m_school);
    const QSignalBlocker quietMost(m_most);
    chooseIn(*m_school, wishes.school);
    m_most->setValue(static_cast<int>(wishes.mostTubes));
    m_most->setVisible(wishes.school == School::Free || wishes.school == School::SplitPlus);
    const QSignalBlocker quietRed(m_red);
    chooseIn(*m_red, wishes.red);
    m_red->setVisible(wishes.school == School::Triad);
    m_places->setText(QString::fromStdString(wordsOf(wishes.places)));
    m_places->setVisible(wishes.school == School::Own);
    m_most->setSuffix(wishes.mostTubes == 1 ? tr(" tube") : tr(" tubes"));
    const bool noTubes = m_document.notebook().tubes.empty(); // what is not owned is bought
    chooseIn(*m_from, noTubes && !shelfOf(wishes.pool) ? Pool::Table : wishes.pool);
    readSure(wishes.sure);
    const TubeTerms& only = wishes.only;
    const std::array asked{only.singlePigments, only.transparent, only.nothingFugitive, only.noListedMetals,
                           only.noTubeBlack};
    for (std::size_t i = 0; i < m_asked.size(); ++i)
        m_asked[i]->setChecked(asked[i]);
    const auto terms = std::ranges::count(asked, true);
    m_terms->setText(terms == 0 ? tr("Only ...") : tr("Only ... (%1)").arg(terms));
    for (std::size_t i = 0; i < m_preferred.size(); ++i)
        m_preferred[i]->setChecked(std::ranges::find(wishes.prefer, allPreferences[i]) != wishes.prefer.end());
    m_prefer->setText(wishes.prefer.empty() ? tr("Rather ...") : tr("Rather ... (%1)").arg(wishes.prefer.size()));
    QStringList said;
    if (!wishes.must.empty())
        said << tr("%1 must").arg(wishes.must.size());
    if (!wishes.never.empty())
        said << tr("%1 never").arg(wishes.never.size());
    m_mustNever->setText(said.isEmpty() ? tr("Must and never") : said.join(QStringLiteral(", ")));
}

/// How sure mixes must be; of another number, as the command line may write it down, there is one line more.
void WishesBar::readSure(int sure)
{
    const QSignalBlocker quiet(m_sure);
    std::set<int> all{0, 80, 90};
    all.insert(sure);
    m_sure->clear();
    for (const int one : all)
        m_sure->addItem(one == 0        ? tr("mixes as counted")
                        : one % 10 == 0 ? tr("sure %1 times in 10").arg(one / 10)
                                        : tr("sure %1 times in 100").arg(one),
                        one);
    m_sure->setCurrentIndex(m_sure->findData(sure));
}

void WishesBar::write()
{
    PaletteWishes wishes = m_document.notebook().wishes;
    wishes.school = chosenIn<School>(*m_school);
    wishes.mostTubes = static_cast<std::size_t>(m_most->value());
    wishes.pool = chosenIn<Pool>(*m_from);
    wishes.only = tickedIn(m_asked);
    wishes.sure = m_sure->currentData().toInt();
    wishes.red = chosenIn<RedPrimary>(*m_red);
    wishes.prefer.clear();
    for (std::size_t i = 0; i < m_preferred.size(); ++i)
        if (m_preferred[i]->isChecked())
            wishes.prefer.push_back(allPreferences[i]);
    m_document.apply(wishing(m_document.notebook(), wishes));
}

void WishesBar::writePlaces()
{
    auto places = parsePlaces(m_places->text().toStdString());
    if (!places)
        return messages().tell(this, tr("My own places"), sentence(text(places.error().message)) + QLatin1Char('.'));
    PaletteWishes wishes = m_document.notebook().wishes;
    if (wishes.places == *places)
        return;
    wishes.places = std::move(*places);
    m_document.apply(wishing(m_document.notebook(), wishes));
}

void WishesBar::askMustAndNever()
{
    if (!mayWrite(m_document, this))
        return;
    WishesDialog dialog(m_document.notebook(), this);
    if (dialog.exec() == QDialog::Accepted)
        m_document.apply(wishing(m_document.notebook(), dialog.wishes()));
}

} // namespace iris
