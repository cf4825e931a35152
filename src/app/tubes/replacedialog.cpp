#include "app/tubes/replacedialog.h"

#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/parts/touchingcolours.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "notebook/pool.h"
#include "words/mixwords.h"
#include "words/paintwords.h"

#include <QCheckBox>
#include <QDialogButtonBox>
#include <QListWidget>
#include <QVBoxLayout>
#include <numeric>

namespace iris {
namespace {

constexpr std::size_t mostListed = 12;
constexpr double suffers = 5;

/// The painted and written down mixes that have a tube in them, as far as their tubes are there.
std::vector<Recipe> mixesWith(std::size_t tube, const Studio& studio)
{
    std::vector<Recipe> mixes = recipesOf(studio.notebook);
    std::erase_if(mixes, [&](const Recipe& recipe) {
        return std::ranges::find(recipe.parts, tube, &Part::paint) == recipe.parts.end();
    });
    return mixes;
}

} // namespace

ReplaceDialog::ReplaceDialog(const StudioPtr& studio, TubeId tube, ViewSettings& settings, QWidget* parent)
    : QDialog(parent),
      m_studio(studio),
      m_tube(studio->placeOf(tube).value_or(0)),
      m_paints(studio->paints),
      m_mixes(mixesWith(m_tube, *studio)),
      m_headline(wordLabel("replaceHeadline", textFont(textsize::body), this)),
      m_table(new QCheckBox(tr("Also pigments that are not in the drawer"), this)),
      m_rare(new QCheckBox(tr("And what is hard to get, or fades"), this)),
      m_list(new QListWidget(this)),
      m_beside(new TouchingColours(settings, "replaceColours", this)),
      m_words(wordLabel("replaceWords", textFont(textsize::body), this))
{
    setWindowTitle(tr("What replaces %1?").arg(text(studio->paints[m_tube].name)));
    setMinimumSize(560, 520);
    for (const std::size_t place : addToBuy(m_paints, studio->notebook, Shelf::Everything))
        m_paints[place].name = nameAndCodes(m_paints[place]);
    m_table->setObjectName(QStringLiteral("replaceTable"));
    m_rare->setObjectName(QStringLiteral("replaceRare"));
    m_rare->setEnabled(false);
    m_list->setObjectName(QStringLiteral("standIns"));
    m_list->setWordWrap(true);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_list->setAccessibleName(tr("What could stand in"));
    auto* buttons = new QDialogButtonBox(this);
    buttons->addButton(tr("Done"), QDialogButtonBox::RejectRole);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(5 * gridStep, 5 * gridStep, 5 * gridStep, 5 * gridStep);
    layout->setSpacing(2 * gridStep);
    for (QWidget* part : std::initializer_list<QWidget*>{m_headline, m_table, m_rare})
        layout->addWidget(part);
    layout->addWidget(m_list, 1);
    for (QWidget* part : std::initializer_list<QWidget*>{m_beside, m_words, buttons})
        layout->addWidget(part);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(m_table, &QCheckBox::toggled, m_rare, &QWidget::setEnabled);
    for (QCheckBox* box : {m_table, m_rare})
        connect(box, &QCheckBox::toggled, this, &ReplaceDialog::search);
    connect(m_list, &QListWidget::currentRowChanged, this, &ReplaceDialog::showChosen);
    search();
}

void ReplaceDialog::search()
{
    m_headline->setText(tr("Mixing ..."));
    ReplaceOptions options;
    options.most = mostListed;
    options.handling = m_studio->notebook.handling;
    options.places = m_studio->atHand();
    if (m_table->isChecked())
        for (std::size_t place = m_studio->paints.size(); place < m_paints.size(); ++place)
            if (standsOn(m_rare->isChecked() ? Shelf::Everything : Shelf::Usual, m_paints[place]))
                options.places.push_back(place);
    // A few mixes of one's own do not tell how it mixes with everything else.
    std::vector<Recipe> mixes = m_mixes;
    std::ranges::move(halfAndHalf(m_tube, m_paints, m_studio->atHand(), options.handling), std::back_inserter(mixes));
    m_search.start(
        [paints = m_paints, mixes = std::move(mixes), tube = m_tube, options](const JobTools& tools) {
            ReplaceOptions watched = options;
            watched.work = tools.workOptions();
            return standInsFor(tube, mixes, paints, watched);
        },
        [this](const std::vector<StandIn>& found) { take(found); });
}

void ReplaceDialog::take(const std::vector<StandIn>& found)
{
    m_found = found;
    m_headline->setText(found.empty() ? tr("There is no other tube to stand in for it.")
                        : m_mixes.empty()
                            ? tr("Tried half and half with each of your tubes, best first.")
                            : tr("Tried in %1 of your mixes and half and half with each of your tubes, best first.")
                                  .arg(m_mixes.size() == 1 ? tr("one") : QString::number(m_mixes.size())));
    m_list->clear();
    for (const StandIn& one : found)
        m_list->addItem(tr("%1 in mixes, %2 by itself:  %3")
                            .arg(apart(one.apartInMixes), number(one.apartAlone), recipeText(one.recipe, m_paints)));
    m_list->setCurrentRow(found.empty() ? -1 : 0);
}

QString ReplaceDialog::sufferWords(const StandIn& standIn) const
{
    QStringList suffering;
    for (std::size_t i = 0; i < m_mixes.size() && i < standIn.apartOf.size(); ++i)
        if (standIn.apartOf[i] > suffers)
            suffering << tr("%1 (%2)").arg(recipeText(m_mixes[i], m_paints), apart(standIn.apartOf[i]));
    if (suffering.isEmpty())
        return m_mixes.empty() ? QString() : tr("None of those mixes suffers.");
    constexpr int mostTold = 3;
    const int more = static_cast<int>(suffering.size()) - mostTold;
    return tr("These suffer: %1%2")
        .arg(suffering.mid(0, mostTold).join(QStringLiteral("; ")),
             more > 0 ? tr("; and %1 more").arg(more) : QString());
}

void ReplaceDialog::showChosen(int row)
{
    if (row < 0 || row >= static_cast<int>(m_found.size())) {
        m_beside->show({});
        return m_words->clear();
    }
    const StandIn& one = m_found[static_cast<std::size_t>(row)];
    const Film own = m_paints[m_tube].film;
    const Film other = mixedFilm(one.recipe, m_paints);
    m_beside->show({{seenLab(own, wash::full, whitePaper()), tr("full")},
                    {seenLab(other, wash::full, whitePaper()), tr("stand-in")},
                    {seenLab(own, wash::thin, whitePaper()), tr("thin")},
                    {seenLab(other, wash::thin, whitePaper()), tr("stand-in")}});
    m_words->setText(tr("%1 parts of it for one. %2").arg(number(one.strength), sufferWords(one)));
}

} // namespace iris
