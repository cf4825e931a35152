#include "app/find/findview.h"

#include "app/find/picturedialog.h"
#include "app/find/targetpanel.h"
#include "app/parts/choicebox.h"
#include "app/parts/labels.h"
#include "app/parts/messages.h"
#include "app/parts/mixcard.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/tubesetbox.h"
#include "app/parts/words.h"
#include "app/parts/worktable.h"
#include "app/theme/viewsettings.h"
#include "finding/reachgrid.h"
#include "finding/simplest.h"
#include "notebook/pool.h"
#include "notebook/prices.h"
#include "paint/ratings.h"
#include "words/findwords.h"
#include "words/mixwords.h"
#include "words/paintwords.h"
#include "words/palettewords.h"

#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QMenu>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

namespace iris {
namespace {

constexpr std::size_t mostTiles = 30;
constexpr double nearEnough = 7;
constexpr std::size_t mostOwn = 4;
constexpr int byPrice = -1; ///< beside the orders of the core, which knows no prices

QString orderWords(CandidateOrder order)
{
    switch (order) {
    case CandidateOrder::AsTried: return QObject::tr("simple ones first");
    case CandidateOrder::Closest: return QObject::tr("closest first");
    case CandidateOrder::FewestTubes: return QObject::tr("fewest tubes first");
    case CandidateOrder::Forgiving: return QObject::tr("most forgiving first");
    case CandidateOrder::Transparent: return QObject::tr("most transparent first");
    }
    return {};
}

} // namespace

FindView::FindView(Worktable& context, QWidget* parent)
    : Place(tr("Find"), "Find", parent),
      m_context(context),
      m_target(new TargetPanel(context.document(), context.settings(), this)),
      m_tiles(new CandidateTiles(context.settings())),
      m_card(new MixCard(context, this)),
      m_headline(wordLabel("findHeadline", textFont(textsize::title, QFont::DemiBold), this)),
      m_why(wordLabel("findWhy", textFont(textsize::body), this)),
      m_start(wordLabel("findStart", textFont(textsize::body), this)),
      m_tubes(new TubeSetBox(context, "findTubes", this)),
      m_most(new ChoiceBox(11, this)),
      m_order(new ChoiceBox(13, this))
{
    m_tiles->setObjectName(QStringLiteral("candidates"));
    m_intoWell = addAct(
        *this, tr("Into the well"), Qt::Key_E, [this] { start(); }, tr("Make the mix in hand in the well"));
    auto* well = actButton(*m_intoWell, "intoWell", m_card);
    makeMain(*well);
    m_card->extras()->addWidget(m_start);
    m_card->extras()->addWidget(well);
    addActions(m_card->actions());
    addActions(m_target->actions());
    addAct(*this, tr("Say a colour"), Qt::Key_Slash, [this] { m_target->sayIt(); });
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(5 * gridStep, 5 * gridStep, 5 * gridStep, 5 * gridStep);
    layout->setSpacing(4 * gridStep);
    layout->addWidget(m_target);
    layout->addWidget(makeMiddle(), 1);
    layout->addWidget(m_card);
    connect(m_target, &TargetPanel::wantedChanged, this, &FindView::search);
    connect(m_target, &TargetPanel::saidInWords, this, &FindView::aim);
    connect(m_target, &TargetPanel::said, m_tiles, qOverload<>(&QWidget::setFocus));
    connect(m_target, &TargetPanel::attemptChosen, this, &FindView::attemptChosen);
    connect(m_target, &TargetPanel::pictureAsked, this, &FindView::askPicture);
    connect(m_tiles, &CellWidget::cellChosen, this, &FindView::showCandidate);
    connect(m_tiles, &CellWidget::cellActivated, this, &FindView::start);
    const auto otherTubes = [this] {
        m_isReachStale = true;
        search();
    };
    connect(m_tubes, &TubeSetBox::changed, this, otherTubes);
    whenChanged(context.document(), {NotebookPart::Tubes, NotebookPart::Mixes}, this, otherTubes);
    tell();
}

QWidget* FindView::makeMiddle()
{
    m_most->setObjectName(QStringLiteral("findMost"));
    m_most->setAccessibleName(tr("Tubes in a mix"));
    for (int tubes = 1; tubes <= 4; ++tubes)
        m_most->addItem(tubes == 1 ? tr("one tube") : tr("up to %1 tubes").arg(tubes), tubes);
    m_most->setCurrentIndex(2);
    m_order->setObjectName(QStringLiteral("findOrder"));
    m_order->setAccessibleName(tr("Order"));
    for (const CandidateOrder order : allCandidateOrders)
        m_order->addItem(orderWords(order), static_cast<int>(order));
    m_order->addItem(tr("cheapest first"), byPrice);
    m_tubes->setAccessibleName(tr("Out of which tubes"));
    m_siftButton = new QPushButton(tr("Sift"), this);
    m_siftButton->setObjectName(QStringLiteral("findSift"));
    m_siftButton->setMenu(makeSift());
    m_choices = new QGridLayout;
    m_choices->setSpacing(2 * gridStep);
    arrange(false);
    auto* scroll = new QScrollArea(this);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidget(m_tiles);
    auto* middle = new QWidget(this);
    auto* layout = new QVBoxLayout(middle);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(3 * gridStep);
    layout->addWidget(m_headline);
    layout->addWidget(m_why);
    layout->addLayout(m_choices);
    layout->addWidget(scroll, 1);
    for (QComboBox* box : {m_most, m_order})
        connect(box, &QComboBox::currentIndexChanged, this, &FindView::search);
    return middle;
}

QMenu* FindView::makeSift()
{
    auto* menu = new QMenu(this);
    m_sifts = addTermActs(*menu, "sift");
    for (QAction* sift : m_sifts)
        connect(sift, &QAction::toggled, this, &FindView::search);
    m_must = menu->addMenu(tr("Only with"));
    m_without = menu->addMenu(tr("Not with"));
    for (QMenu* tubes : {m_must, m_without})
        connect(tubes, &QMenu::aboutToShow, this, [this, tubes] { fillTubeMenu(*tubes); });
    menu->addAction(tr("Sift no more"), this, [this] {
        for (QMenu* tubes : {m_must, m_without})
            tubes->clear();
        for (QAction* sift : m_sifts)
            sift->setChecked(false);
        search();
    });
    return menu;
}

/// The tubes at hand to tick; those that were ticked stay so.
void FindView::fillTubeMenu(QMenu& menu)
{
    QSet<qlonglong> before;
    for (const QAction* act : menu.actions())
        if (act->isChecked())
            before.insert(act->data().toLongLong());
    menu.clear();
    const StudioPtr studio = m_context.document().studio();
    for (const std::size_t place : studio->atHand()) {
        const Tube& tube = studio->notebook.tubes[place];
        QAction* act = menu.addAction(buttonWords(nameInList(tube.name)));
        act->setData(static_cast<qlonglong>(tube.id.value));
        act->setCheckable(true);
        act->setChecked(before.contains(tube.id.value));
        connect(act, &QAction::toggled, this, &FindView::search);
    }
}

std::vector<std::size_t> FindView::ticked(const QMenu& menu) const
{
    std::vector<std::size_t> places;
    for (const QAction* act : menu.actions())
        if (act->isChecked())
            if (const auto place = m_context.document().studio()->placeOf({act->data().toLongLong()}))
                places.push_back(*place);
    return places;
}

Sift FindView::sift() const
{
    return {tickedIn(m_sifts), ticked(*m_must), ticked(*m_without)};
}

std::vector<WalkingKey> FindView::walkingKeys() const
{
    return {{tr("arrows"), tr("from mix to mix; on the field, move the colour")},
            {tr("Page Up, Page Down"), tr("on the field: lighter, darker")}};
}

void FindView::takeFocus()
{
    if (m_target->wanted())
        m_tiles->setFocus();
    else
        m_target->takeFocus();
}

void FindView::wantColour(const Wanted& wanted, const QString& words)
{
    m_target->want(wanted, words);
    Q_EMIT this->wanted();
}

void FindView::showEvent(QShowEvent* event)
{
    Place::showEvent(event);
    if (m_stale)
        search();
}

/// What is asked of the mixes in one row, or where there is little room in two.
void FindView::arrange(bool narrow)
{
    const std::array<QWidget*, 4> choices{m_tubes, m_most, m_siftButton, m_order};
    for (QWidget* choice : choices)
        m_choices->removeWidget(choice);
    for (int i = 0; i < 4; ++i)
        m_choices->addWidget(choices[static_cast<std::size_t>(i)], narrow ? i / 2 : 0, narrow ? i % 2 : i);
    for (ChoiceBox* box : std::initializer_list<ChoiceBox*>{m_tubes, m_most, m_order})
        box->setNarrow(narrow);
    m_narrow = narrow;
    showWhatThereIs();
}

void FindView::resizeEvent(QResizeEvent* event)
{
    constexpr int narrowBelow = 960;
    Place::resizeEvent(event);
    if (const bool narrow = width() < narrowBelow; narrow != m_narrow)
        arrange(narrow);
}

/// While nothing is wanted the field has the room of all that would do nothing yet.
void FindView::showWhatThereIs()
{
    const bool isWanted = m_target->wanted().has_value();
    m_target->fit(m_narrow, !isWanted);
    m_card->setVisible(isWanted);
    m_tiles->setVisible(isWanted);
    for (QWidget* choice : std::initializer_list<QWidget*>{m_most, m_siftButton, m_order})
        choice->setVisible(isWanted);
}

/// What the tubes reach, worked out beside the window.
void FindView::drawReach()
{
    m_isReachStale = false;
    const StudioPtr studio = m_context.document().studio();
    m_reaching.start(
        [studio, places = m_tubes->places()](const JobTools& tools) {
            return std::make_shared<const ReachGrid>(
                ReachGrid::of(studio->paints, places, studio->notebook.handling, tools.workOptions()));
        },
        [this](const std::shared_ptr<const ReachGrid>& reach) {
            m_reach = reach;
            m_target->setReach(reach);
        });
}

/// Words leave room: within them what is easily mixed is wanted.
void FindView::aim(const ColourRange& range, const QString& words)
{
    const StudioPtr studio = m_context.document().studio();
    const Lab middle = range.middle();
    Lab colour = m_reach ? m_reach->nearestTo(middle, range).value_or(middle) : middle;
    if (const auto simplest = simplestWithin(range, studio->paints, m_tubes->places(), studio->notebook.handling))
        colour = colourOf(*simplest, studio->paints);
    m_target->want({colour, {}, false, false}, words, range);
}

void FindView::search()
{
    m_stale = !isVisible();
    if (m_stale)
        return;
    if (m_isReachStale)
        drawReach();
    showWhatThereIs();
    m_search.drop();
    m_helping.drop();
    if (!m_target->wanted())
        return showFound({});
    m_why->hide();
    m_headline->setText(tr("Mixing ..."));
    FoundMixes question;
    question.studio = m_context.document().studio();
    question.wanted = *m_target->wanted();
    question.called = m_target->called().toStdString();
    question.mostTubes = m_most->currentData().toInt();
    // What tubes alone and pairs give is shown at once, and three of them when they are there.
    searchFor(std::move(question), std::min(2, m_most->currentData().toInt()));
}

void FindView::searchFor(FoundMixes question, int most)
{
    std::vector<std::size_t> places = m_tubes->places();
    if (const auto own = question.studio->placeOf(m_target->tube()))
        std::erase(places, *own);
    question.tubes = places.size();
    question.isWhole = most == question.mostTubes;
    CandidateOptions options;
    options.mostTubes = most;
    options.most = mostTiles;
    options.handling = question.studio->notebook.handling;
    options.sift = sift();
    m_search.start(
        [question, places, options](const JobTools& tools) {
            CandidateOptions watched = options;
            watched.work = tools.workOptions();
            FoundMixes found = question;
            found.own = ownMixesNear(question.wanted, *question.studio, nearEnough, mostOwn);
            found.candidates = candidatesFor(question.wanted, question.studio->paints, places, watched);
            return found;
        },
        [this, question](FoundMixes found) {
            const int order = m_order->currentData().toInt();
            if (order == byPrice)
                sortByPrice(found.candidates, found.studio->notebook);
            else
                sortCandidates(found.candidates, static_cast<CandidateOrder>(order));
            showFound(std::make_shared<const FoundMixes>(std::move(found)));
            if (!question.isWhole)
                searchFor(question, question.mostTubes);
        });
}

/// How many one has painted or kept already.
QString FindView::ownWords() const
{
    const std::size_t own = m_found->own.size();
    return own == 0 ? QString() : own == 1 ? tr(" One of your own is near.") : tr(" %1 of your own are near.").arg(own);
}

void FindView::sayHowToBegin()
{
    m_headline->setText(tr("Which colour do you want to mix?"));
    m_why->setText(
        tr("The field shows what your tubes reach: point at a colour there, and choose its value on the strip. "
           "Or say it in words, take it out of a picture, or choose a tube, a need or a mix to match."));
    m_why->show();
}

void FindView::showFound(FoundMixesPtr found)
{
    m_found = std::move(found);
    m_tiles->setFound(m_found);
    if (!m_found || m_found->size() == 0)
        showCandidate(-1);
    if (!m_found || m_found->isWhole)
        tell();
}

void FindView::tell()
{
    m_why->hide();
    if (!m_found)
        return sayHowToBegin();
    if (m_found->candidates.empty())
        return m_headline->setText(tr("No tube is let through."));
    const auto nearest = std::ranges::min_element(m_found->candidates, {}, &Candidate::apart);
    const bool near = nearest->apart <= nearEnough;
    const auto paper = std::ranges::count_if(m_found->candidates,
                                             [](const Candidate& candidate) { return candidate.recipe.isBarePaper(); });
    m_headline->setText(
        paper > 0 ? tr("Leave the paper; %1 mixes come near as well.").arg(std::ssize(m_found->candidates) - paper)
        : near
            ? tr("%1 mixes; the closest is %2.").arg(m_found->candidates.size()).arg(apart(nearest->apart)) + ownWords()
            : tr("Nothing comes near; the closest is %1.").arg(apart(nearest->apart)));
    // Where no paint reaches it no tube would help.
    const BeyondPaint beyond = near ? BeyondPaint::No
                                    : beyondPaint(m_found->wanted.colour, nearEnough,
                                                  PaintRange::ofWatercolour(m_found->studio->notebook.handling.paper));
    QStringList why;
    if (beyond != BeyondPaint::No)
        why << tr("It is %1.").arg(text(beyondWords(beyond)));
    else if (!near)
        why << text(outOfReachWords(outOfReach(m_found->wanted, *nearest)));
    if (const std::string tried = threesWords(m_found->tubes); m_found->mostTubes >= 3 && !tried.empty())
        why << sentence(text(tried)) + QLatin1Char('.');
    why.removeAll(QString());
    m_why->setText(why.join(QLatin1Char(' ')));
    m_why->setVisible(!why.isEmpty());
    if (!near && beyond == BeyondPaint::No)
        look(m_found);
}

/// Which tube of the table would help, when those at hand do not do.
void FindView::look(const FoundMixesPtr& found)
{
    m_helping.start(
        [found](const JobTools& tools) -> std::optional<QString> {
            std::vector<Paint> paints = found->studio->paints;
            const std::vector<std::size_t> others = addToBuy(paints, found->studio->notebook, Shelf::Usual);
            const auto helper = helperFor(found->wanted, paints, found->candidates, others,
                                          found->studio->notebook.handling, tools.workOptions());
            const auto rarer = rarerHelper(found->wanted, paints, found->candidates, helper,
                                           found->studio->notebook.handling, tools.workOptions());
            QStringList words;
            if (helper)
                words << tr("One tube more would help most: %1, to %2.")
                             .arg(text(nameAndCodes(paints[helper->place])), apart(helper->candidate.apart));
            if (rarer)
                words << (fades(paints[rarer->place].lightfastness)
                              ? tr("One that fades would do better: %1, to %2.")
                              : tr("One that is hard to get would do better: %1, to %2."))
                             .arg(text(nameAndCodes(paints[rarer->place])), apart(rarer->candidate.apart));
            return words.isEmpty() ? std::nullopt : std::optional(words.join(QLatin1Char(' ')));
        },
        [this](const std::optional<QString>& words) {
            if (!words)
                return;
            m_why->setText((m_why->text().isEmpty() ? QString() : m_why->text() + QLatin1Char(' ')) + *words);
            m_why->show();
        });
}

/// How near a mix comes, and how far off it may come out where that is more: what may be off is not called the same.
QString FindView::nearWords(std::size_t tile, const FoundMixes& found)
{
    const Candidate& candidate = found.at(tile);
    return tr("%1: %2").arg(sentence(apart(candidate.apart)),
                            text(nearnessWords(candidate.laid.colour, found.wanted.colour, found.missOf(tile))));
}

void FindView::showCandidate(int tile)
{
    const bool any = m_found && tile >= 0 && tile < static_cast<int>(m_found->size());
    m_intoWell->setEnabled(any && !m_found->at(static_cast<std::size_t>(tile)).recipe.isBarePaper());
    m_start->setVisible(any);
    if (!any)
        return m_card->clear();
    const FoundMixes& found = *m_found;
    const Candidate& candidate = found.at(static_cast<std::size_t>(tile));
    m_card->show(found.studio, candidate.recipe);
    m_start->setText(tr("%1.\n%2").arg(nearWords(static_cast<std::size_t>(tile), found),
                                       text(startWords(candidate.recipe, found.studio->paints))));
}

void FindView::start()
{
    // What the mix was found for: something else may be wanted by now, and be searched for still.
    if (m_found && m_card->recipe() && m_card->studio())
        Q_EMIT intoTheWell(m_card->studio(), *m_card->recipe(), m_found->wanted, text(m_found->called));
}

/// One of the pictures that are kept, or another one.
void FindView::askPicture()
{
    const auto askFile = [this] {
        const QString path = messages().fileToOpen(this, tr("A photograph or scan"), pictureFiles());
        if (!path.isEmpty())
            takePicture(path);
    };
    const auto& subjects = m_context.document().notebook().subjects;
    if (subjects.empty())
        return askFile();
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("keptPictures"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    for (const SubjectRecord& subject : subjects)
        menu->addAction(buttonWords(nameInList(subject.name)), this, [this, id = subject.id] { openSubject(id); });
    menu->addSeparator();
    menu->addAction(tr("Another picture ..."), this, askFile);
    menu->popup(m_target->mapToGlobal(QPoint(0, m_target->height() / 2)));
}

bool FindView::takePicture(const QString& path)
{
    PictureDialog dialog(m_context.document(), path, this);
    pickFrom(dialog);
    return true;
}

void FindView::openSubject(SubjectId subject)
{
    PictureDialog dialog(m_context.document(), subject, this);
    pickFrom(dialog);
}

void FindView::pickFrom(PictureDialog& dialog)
{
    if (dialog.exec() == QDialog::Accepted && dialog.chosen())
        wantColour({*dialog.chosen(), {}, false, false}, tr("a place in %1").arg(text(dialog.name())));
}

} // namespace iris
