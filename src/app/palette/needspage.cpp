#include "app/palette/needspage.h"

#include "app/palette/compareparts.h"
#include "app/parts/act.h"
#include "app/parts/choicebox.h"
#include "app/parts/colourfield.h"
#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/maywrite.h"
#include "app/parts/messages.h"
#include "app/parts/picturecanvas.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "base/text.h"
#include "colour/deltae.h"
#include "colour/observer.h"
#include "files/textfile.h"
#include "notebook/edits.h"
#include "notebook/papers.h"
#include "palette/needsets.h"
#include "palette/picturecolours.h"
#include "sheet/pickedcolour.h"

#include <QActionGroup>
#include <QComboBox>
#include <QHBoxLayout>
#include <QMenu>
#include <QPushButton>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace iris {
namespace {

constexpr std::size_t mostProposed = 12;
constexpr double theSameNeed = 4; ///< deltaE00 within which a proposed colour is there already
constexpr int aroundAPlace = 6;   ///< pixels of the kept picture that a picked colour is the mean of
constexpr int legendWidth = 292;

/// The mean of some needs, each alike; as near and as important as the strictest of them.
Need meanOf(const std::vector<NeedRecord>& records)
{
    Need mean = records.front().need;
    mean.target = {0, 0, 0};
    for (const NeedRecord& record : records) {
        const double share = 1.0 / static_cast<double>(records.size());
        const Lab& own = record.need.target;
        mean.target = {mean.target.l + share * own.l, mean.target.a + share * own.a, mean.target.b + share * own.b};
        mean.tolerance = std::min(mean.tolerance, record.need.tolerance);
        mean.importance = std::max(mean.importance, record.need.importance);
    }
    return mean;
}

QString fitWords(PictureFit fit)
{
    switch (fit) {
    case PictureFit::ToPaint: return NeedsPage::tr("Values as watercolour has them");
    case PictureFit::ToTubes: return NeedsPage::tr("Values as my tubes have them");
    case PictureFit::AsItIs: break;
    }
    return NeedsPage::tr("Values as the photograph has them");
}

bool isThere(const Lab& colour, const std::vector<NeedRecord>& records)
{
    return std::ranges::any_of(
        records, [&](const NeedRecord& record) { return deltaE00(record.need.target, colour) < theSameNeed; });
}

} // namespace

NeedsPage::NeedsPage(Document& document, NeedsModel& needs, TubeModel& tubes, ViewSettings& settings, QAction& choose,
                     QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_needs(needs),
      m_settings(settings),
      m_picture(document),
      m_panel(new NeedsPanel(document, needs, tubes, settings, this)),
      m_subjects(new ChoiceBox(10, this)),
      m_stage(new QStackedWidget(this)),
      m_canvas(new PictureCanvas(this)),
      m_laid(new PaintedPicture(this)),
      m_laidWords(wordLabel("laidPictureWords", textFont(textsize::small), this)),
      m_field(new ColourField(settings, this)),
      m_words(wordLabel("needsWords", textFont(textsize::body), this))
{
    m_field->setObjectName(QStringLiteral("needsOnField"));
    m_canvas->setAccessibleName(tr("The picture; Enter picks a need at the cross"));
    m_canvas->setRadius(aroundAPlace);
    m_stage->addWidget(m_field);
    m_stage->addWidget(makePictures());
    auto* left = new QVBoxLayout;
    left->setSpacing(2 * gridStep);
    left->addWidget(makeHead());
    left->addWidget(m_stage, 1);
    left->addWidget(m_words);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4 * gridStep);
    layout->addLayout(left, 1);
    layout->addWidget(makeLegend(choose));
    addActions(m_panel->actions());
    connect(&m_picture, &SubjectPicture::changed, this, &NeedsPage::showPicture);
    connect(m_canvas, &PictureCanvas::picked, this,
            [this](QPoint place) { pick(place, QGuiApplication::keyboardModifiers().testFlag(Qt::ShiftModifier)); });
    connect(m_panel, &NeedsPanel::choiceChanged, this, &NeedsPage::showOverlay);
    connect(m_panel, &NeedsPanel::needChosen, this, [this](int row) {
        if (row >= 0)
            m_field->setCurrent(ColourField::Mark{ColourField::Kind::Need, static_cast<std::size_t>(row)});
    });
    connect(m_field, &ColourField::markActivated, this, [this](ColourField::Mark mark) {
        if (mark.kind == ColourField::Kind::Need)
            m_panel->setCurrent(static_cast<int>(mark.index));
    });
    connect(&needs, &QAbstractItemModel::modelReset, this, &NeedsPage::showPicture);
    connect(&needs, &QAbstractItemModel::dataChanged, this, &NeedsPage::showField);
    connect(&settings, &ViewSettings::changed, this, &NeedsPage::showOverlay);
    if (document.isOpen())
        m_picture.showFirst();
    showPicture();
}

QWidget* NeedsPage::makeHead()
{
    m_subjects->setObjectName(QStringLiteral("subjects"));
    m_subjects->setAccessibleName(tr("The picture to paint"));
    m_subjects->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    connect(m_subjects, &QComboBox::activated, this,
            [this](int row) { m_picture.show({m_subjects->itemData(row).toLongLong()}); });
    QAction* take = addAct(
        *this, tr("Bring in"), Qt::Key_O, [this] { askPicture(); }, tr("Bring in a photograph or sketch"));
    m_propose = addAct(
        *this, tr("Propose"), Qt::Key_P, [this] { propose(); }, tr("Write down the colours the picture is made of"));
    m_simplify = addAct(
        *this, tr("Simplify"), Qt::Key_I, [this] { showSimplified(m_simplify->isChecked()); },
        tr("The picture in as many colours as there are needs"));
    m_simplify->setCheckable(true);
    auto* head = new QWidget(this);
    auto* row = new QHBoxLayout(head);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(2 * gridStep);
    row->addWidget(m_subjects, 1);
    row->addWidget(actButton(*take, "bringPicture", head));
    row->addWidget(actButton(*m_propose, "propose", head));
    auto* simplify = actButton(*m_simplify, "simplify", head);
    simplify->setCheckable(true);
    connect(m_simplify, &QAction::toggled, simplify, &QPushButton::setChecked);
    row->addWidget(simplify);
    auto* more = new QPushButton(tr("Picture"), head);
    more->setObjectName(QStringLiteral("pictureMenu"));
    more->setMenu(makePictureMenu());
    row->addWidget(more);
    m_ofPicture.insert(m_ofPicture.end(), {m_propose, m_simplify});
    return head;
}

/// The picture, and beside it how it comes to paper.
QWidget* NeedsPage::makePictures()
{
    m_laid->setObjectName(QStringLiteral("laidPicture"));
    m_laid->standOnGround();
    m_laidSide = new QWidget(this);
    auto* side = new QVBoxLayout(m_laidSide);
    side->setContentsMargins(0, 0, 0, 0);
    side->setSpacing(gridStep);
    side->addWidget(m_laidWords);
    side->addWidget(m_laid, 1);
    auto* both = new QWidget(this);
    m_pictures = new QBoxLayout(QBoxLayout::TopToBottom, both);
    m_pictures->setContentsMargins(0, 0, 0, 0);
    m_pictures->setSpacing(2 * gridStep);
    m_pictures->addWidget(m_canvas, 1);
    m_pictures->addWidget(m_laidSide, 1);
    return both;
}

/// Side by side or one below the other, whichever shows them larger.
void NeedsPage::layOut()
{
    const QSizeF room = m_stage->size();
    const QSizeF picture = m_shown ? QSizeF(m_shown->scan->size()) : QSizeF(3, 2);
    const auto scale = [&](double across, double down) {
        return std::min(room.width() / across / picture.width(), room.height() / down / picture.height());
    };
    m_pictures->setDirection(scale(2, 1) > scale(1, 2) ? QBoxLayout::LeftToRight : QBoxLayout::TopToBottom);
}

void NeedsPage::resizeEvent(QResizeEvent* event)
{
    QWidget::resizeEvent(event);
    layOut();
}

QMenu* NeedsPage::makePictureMenu()
{
    auto* menu = new QMenu(this);
    m_setWhite = menu->addAction(tr("The next click sets the white"));
    m_setWhite->setObjectName(QStringLiteral("setPictureWhite"));
    m_setWhite->setCheckable(true);
    QAction* asItIs = menu->addAction(tr("The white as the camera had it"), this, [this] {
        if (const SubjectRecord* record = m_picture.record(); record && record->white) {
            SubjectRecord changed = *record;
            changed.white.reset();
            m_document.apply(putting(changed), tr("the white as the camera had it"));
        }
    });
    QAction* rename = menu->addAction(tr("Call it ..."), this, [this] { this->rename(); });
    QAction* remove = menu->addAction(tr("Take it out of the notebook"), this, [this] {
        if (const SubjectRecord* record = m_picture.record())
            m_document.apply(removing<SubjectRecord>(record->id),
                             tr("take out the picture %1").arg(text(record->name)));
    });
    menu->addSeparator();
    auto* fits = new QActionGroup(menu);
    for (const PictureFit fit : allPictureFits) {
        QAction* act = menu->addAction(fitWords(fit), this, [this, fit] { m_picture.lay(fit); });
        act->setCheckable(true);
        fits->addAction(act);
        m_fits.push_back({fit, act});
        m_ofPicture.push_back(act);
    }
    m_ofPicture.insert(m_ofPicture.end(), {m_setWhite, asItIs, rename, remove});
    return menu;
}

QWidget* NeedsPage::makeLegend(QAction& choose)
{
    m_merge = addAct(
        *this, tr("Make one"), Qt::Key_M, [this] { merge(); }, tr("Make one need of those that are chosen"));
    m_split = addAct(
        *this, tr("Split"), Qt::Key_S, [this] { split(); }, tr("Make two needs of the chosen one, by the picture"));
    auto* legend = new QWidget(this);
    legend->setFixedWidth(legendWidth);
    auto* layout = new QVBoxLayout(legend);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2 * gridStep);
    auto* acts = new QHBoxLayout;
    acts->setSpacing(2 * gridStep);
    auto* add = new QPushButton(tr("Add"), legend);
    add->setObjectName(QStringLiteral("addNeeds"));
    add->setMenu(makeSources());
    acts->addWidget(add);
    acts->addWidget(actButton(*m_merge, "mergeNeeds", legend));
    acts->addWidget(actButton(*m_split, "splitNeed", legend));
    acts->addStretch();
    layout->addLayout(acts);
    layout->addWidget(m_panel, 1);
    auto* next = actButton(choose, "toChoice", legend);
    makeMain(*next);
    layout->addWidget(next);
    return legend;
}

QMenu* NeedsPage::makeSources()
{
    constexpr double strong = 40;
    auto* menu = new QMenu(this);
    menu->addAction(tr("One, typed or from a tube (N)"), m_panel, &NeedsPanel::writeNew);
    menu->addAction(tr("From a list (CSV)"), this, [this] { askList(); });
    menu->addAction(tr("From painted mixes"), this,
                    [this] {
                        std::vector<Need> needs;
                        for (const MixRecord& mix : m_document.notebook().mixes)
                            if (mix.painted && mix.stars > 0)
                                needs.push_back(
                                    {titleOf(mix, m_document.notebook().handling, m_document.studio()->names),
                                     *onOwnPaper(mix, m_document.notebook(), m_document.studio()->paints)});
                        addSet(std::move(needs), tr("needs from painted mixes"));
                    })
        ->setToolTip(tr("Those that have stars"));
    menu->addAction(tr("Every hue, strong"), this,
                    [this] { addSet(needsAroundTheWheel(strong, 12), tr("needs for every hue")); });
    auto* ranges = menu->addMenu(tr("A range of one family"));
    for (std::size_t i = 0; i < wheelFamilyCount; ++i) {
        const HueFamily family = allHueFamilies[i];
        ranges->addAction(sentence(tr("%1s").arg(text(nameOf(family)))), this, [this, family] {
            addSet(rangeOfFamily(family), tr("a range of %1s").arg(text(nameOf(family))));
        });
    }
    menu->setToolTipsVisible(true);
    return menu;
}

void NeedsPage::takeFocus()
{
    if (m_picture.loaded())
        m_canvas->setFocus();
    else
        m_field->setFocus();
}

void NeedsPage::tell(const QString& words)
{
    m_words->setText(sentence(words));
}

void NeedsPage::addSet(const std::vector<Need>& needs, const QString& what)
{
    std::vector<NeedRecord> records;
    for (const Need& need : needs)
        records.push_back({{}, need, m_picture.subject()});
    addRecords(std::move(records), what);
}

void NeedsPage::addRecords(std::vector<NeedRecord> records, const QString& what)
{
    std::erase_if(records, [this](const NeedRecord& one) { return isThere(one.need.target, m_needs.records()); });
    if (records.empty())
        return tell(tr("There is nothing to add that is not there already."));
    if (m_document.notebook().needs.size() + records.size() > mostNeeds)
        return tell(tr("That would be more than %1 needs.").arg(mostNeeds));
    m_document.apply(putting(records), what);
}

void NeedsPage::askPicture()
{
    const QString path = messages().fileToOpen(this, tr("A photograph or sketch"), pictureFiles());
    if (!path.isEmpty())
        takePicture(path);
}

void NeedsPage::takePicture(const QString& path)
{
    m_picture.take(path);
}

void NeedsPage::askList()
{
    const QString path = messages().fileToOpen(this, tr("A list of needs"), tr("Lists (*.csv)"));
    if (path.isEmpty())
        return;
    const auto file = readTextFile(path, InputKind::List);
    const auto needs = file ? readNeedsCsv(file->text) : tl::unexpected(file.error());
    if (!needs)
        return tell(text(needs.error().message)
                    + (needs.error().line > 0 ? tr(" (line %1)").arg(needs.error().line) : QString()));
    addSet(*needs, tr("needs from a list"));
}

void NeedsPage::rename()
{
    const SubjectRecord* record = m_picture.record();
    const SubjectId id = m_picture.subject();
    const QString name = record && mayWrite(m_document, this)
                             ? messages().askName(this, tr("Call the picture"), tr("What shall it be called?"))
                             : QString();
    record = m_document.notebook().subject(id); // asking lets time pass
    if (name.trimmed().isEmpty() || !record)
        return;
    SubjectRecord changed = *record;
    changed.name = name.trimmed().toStdString();
    m_document.apply(putting(changed), tr("call the picture %1").arg(name.trimmed()));
}

void NeedsPage::propose()
{
    const LoadedSubjectPtr loaded = m_picture.loaded();
    if (!loaded)
        return;
    tell(tr("Looking at the picture ..."));
    m_proposing.start(
        [loaded, subject = m_picture.subject()](const JobTools&) {
            std::vector<NeedRecord> records;
            for (const Need& need : needsFor(pictureColours(loaded->cells, mostProposed)))
                records.push_back({{}, need, subject, seenBefore(loaded->seen, loaded->cells, need.target)});
            return records;
        },
        [this, subject = m_picture.subject()](const std::vector<NeedRecord>& records) {
            if (subject == m_picture.subject()) {
                tell({});
                addRecords(records, tr("propose colours"));
            }
        });
}

void NeedsPage::merge()
{
    const std::vector<NeedRecord> chosen = m_panel->chosen();
    if (chosen.size() < 2)
        return;
    NeedRecord one = chosen.front();
    one.need = meanOf(chosen);
    one.seen.reset(); // of several colours
    NotebookEdit edit = putting(one);
    for (std::size_t i = 1; i < chosen.size(); ++i)
        edit.needs.removed.push_back(chosen[i].id);
    m_document.apply(edit, tr("make one of %1 needs").arg(chosen.size()));
}

void NeedsPage::split()
{
    const LoadedSubjectPtr loaded = m_picture.loaded();
    const auto row = m_panel->current();
    if (!loaded || !row)
        return;
    const std::vector<Lab> two = splitColour(loaded->cells, colours(), *row);
    if (two.size() < 2)
        return tell(tr("There is but one colour of it in the picture."));
    NeedRecord first = m_needs.records()[*row];
    first.need.target = two[0];
    first.seen = seenBefore(loaded->seen, loaded->cells, two[0]);
    NeedRecord second{{}, first.need, first.subject, seenBefore(loaded->seen, loaded->cells, two[1])};
    second.need.target = two[1];
    second.need.name += tr(", the other").toStdString();
    m_document.apply(putting(std::vector{first, second}), tr("split %1").arg(text(first.need.name)));
}

Lab NeedsPage::colourAt(QPoint place) const
{
    std::optional<LinearRgb> white;
    if (const SubjectRecord* record = m_picture.record(); record && record->white)
        white = toLinearRgb(*record->white);
    return pickedColour(lightAt(*m_picture.loaded()->scan, place, aroundAPlace), white);
}

void NeedsPage::pick(QPoint place, bool moves)
{
    const SubjectRecord* record = m_picture.record();
    if (!m_picture.loaded() || !record)
        return;
    if (m_setWhite->isChecked()) {
        m_setWhite->setChecked(false);
        SubjectRecord changed = *record;
        changed.white = pickedColour(lightAt(*m_picture.loaded()->scan, place, aroundAPlace));
        return static_cast<void>(m_document.apply(putting(changed), tr("set the white")));
    }
    const Lab seen = colourAt(place);
    const Lab colour = m_picture.loaded()->fitting.at(seen);
    const auto row = m_panel->current();
    if (moves && row) {
        NeedRecord moved = m_needs.records()[*row];
        moved.need.target = colour;
        moved.seen = seen;
        m_document.apply(putting(moved));
        return m_panel->setCurrent(static_cast<int>(*row));
    }
    if (m_document.notebook().needs.size() >= mostNeeds)
        return tell(tr("There are as many needs as can be met at once."));
    std::vector<Need> one{{{}, colour}};
    nameByColour(one);
    m_document.apply(putting(NeedRecord{{}, one.front(), record->id, seen}));
    m_panel->setCurrent(m_needs.rowCount() - 1);
}

void NeedsPage::showSimplified(bool simplified)
{
    m_simplify->setChecked(simplified);
    showOverlay();
}

std::vector<Lab> NeedsPage::colours() const
{
    std::vector<Lab> colours;
    for (const NeedRecord& record : m_needs.records())
        colours.push_back(record.need.target);
    return colours;
}

void NeedsPage::showPicture()
{
    {
        const QSignalBlocker quiet(m_subjects);
        m_subjects->clear();
        m_subjects->addItem(tr("No picture: every need"), 0);
        for (const SubjectRecord& subject : m_document.notebook().subjects)
            m_subjects->addItem(nameInList(subject.name), static_cast<qlonglong>(subject.id.value));
        m_subjects->setCurrentIndex(
            std::max(0, m_subjects->findData(static_cast<qlonglong>(m_picture.subject().value))));
    }
    const SubjectId subject = m_picture.record() ? m_picture.subject() : SubjectId{}; // it may be gone just now
    if (m_needs.subject() != subject)
        return m_needs.setSubject(subject); // and comes here again
    const bool isThere = m_picture.loaded() != nullptr;
    if (m_shown != m_picture.loaded()) {
        m_shown = m_picture.loaded();
        m_canvas->setImage(isThere ? m_shown->scan->image() : QImage());
    }
    m_stage->setCurrentIndex(isThere ? 1 : 0);
    const PictureFit fit = m_picture.record() ? m_picture.record()->fit : PictureFit::AsItIs;
    for (const auto& [own, act] : m_fits)
        act->setChecked(own == fit);
    m_laidSide->setVisible(isThere && m_shown->isMoved());
    m_laidWords->setText(fit == PictureFit::ToTubes ? tr("As it comes to paper, in values that my tubes have:")
                                                    : tr("As it comes to paper, in values that watercolour has:"));
    layOut();
    for (QAction* act : m_ofPicture)
        act->setEnabled(isThere);
    m_panel->setWriting(!isThere);
    tell(!m_picture.trouble().isEmpty() ? m_picture.trouble()
         : m_picture.isBusy()           ? tr("Opening the picture ...")
         : !isThere                     ? QString()
         : m_needs.records().empty()    ? tr("Click what you want to be able to mix, or let colours be proposed.")
                                     : tr("Click for another need. With Shift, the need in hand takes that colour."));
    showOverlay();
    showField();
}

void NeedsPage::showOverlay()
{
    m_laid->setImage(m_picture.laid(m_settings.valuesOnly()));
    m_merge->setEnabled(m_panel->chosen().size() > 1);
    m_split->setEnabled(m_picture.loaded() && m_panel->chosen().size() == 1);
    const auto row = m_panel->current();
    if (m_simplify->isChecked())
        m_canvas->setOverlay(m_picture.simplified(colours(), m_settings.valuesOnly()));
    else if (row && m_panel->chosen().size() == 1)
        m_canvas->setOverlay(m_picture.veilBut(colours(), *row));
    else
        m_canvas->setOverlay({});
}

void NeedsPage::showField()
{
    FieldContents contents;
    for (const Paint& paint : m_document.studio()->paints)
        contents.tubes.push_back({text(paint.name), paint.swatch.full, paint.swatch.thin, false});
    for (std::size_t i = 0; i < m_needs.records().size(); ++i) {
        const Need& need = m_needs.records()[i].need;
        contents.needs.push_back({tr("%1: %2").arg(text(need.name), colourWords(need.target)), need.target,
                                  m_needs.stateOf(i) == NeedsModel::State::Met});
    }
    m_field->setContents(std::move(contents));
}

} // namespace iris
