#include "app/find/targetpanel.h"

#include "app/find/reachfield.h"
#include "app/parts/act.h"
#include "app/parts/choicebox.h"
#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/paintcolour.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "colour/deltae.h"
#include "colour/srgb.h"
#include "notebook/papers.h"
#include "words/findwords.h"

#include <QCheckBox>
#include <QComboBox>
#include <QGridLayout>
#include <QLineEdit>
#include <QListWidget>
#include <QPainter>
#include <QPushButton>
#include <QSignalBlocker>
#include <QVBoxLayout>

namespace iris {
namespace {

constexpr int panelWidth = 288;
constexpr int narrowWidth = 216;
constexpr int patchHeight = 60;
constexpr int narrowPatchHeight = 44;
constexpr int fieldHeight = 224;
constexpr int narrowFieldHeight = 150;
constexpr int largeWidth = 520;
constexpr int largeFieldHeight = 400;
constexpr int idRole = Qt::UserRole;
constexpr int kindRole = Qt::UserRole + 1;
enum SourceKind { OfNothing, OfTube, OfNeed, OfMix, OfPin };
constexpr int pinRole = Qt::UserRole + 2;

/// The colour that is wanted: its thin wash below, and on the left what it was before the last move.
class Patch : public QWidget {
public:
    Patch(const std::optional<Wanted>& wanted, const std::optional<Lab>& before, ViewSettings& settings,
          QWidget* parent)
        : QWidget(parent),
          m_wanted(wanted),
          m_before(before),
          m_settings(settings)
    {
        setFixedHeight(patchHeight);
        setObjectName(QStringLiteral("wantedPatch"));
        connect(&settings, &ViewSettings::changed, this, qOverload<>(&QWidget::update));
    }

protected:
    void paintEvent(QPaintEvent*) override
    {
        QPainter painter(this);
        if (!m_wanted) {
            painter.setPen(m_settings.colours().line);
            painter.drawRect(rect().adjusted(0, 0, -1, -1));
            return;
        }
        const bool grey = m_settings.valuesOnly();
        painter.fillRect(rect(), displayed(m_wanted->colour, grey));
        if (m_wanted->thin)
            painter.fillRect(QRect(0, height() * 2 / 3, width(), height()), displayed(*m_wanted->thin, grey));
        if (m_before)
            painter.fillRect(QRect(0, 0, width() / 2, m_wanted->thin ? height() * 2 / 3 : height()),
                             displayed(*m_before, grey));
    }

private:
    const std::optional<Wanted>& m_wanted;
    const std::optional<Lab>& m_before;
    ViewSettings& m_settings;
};

} // namespace

TargetPanel::TargetPanel(Document& document, ViewSettings& settings, QWidget* parent)
    : QFrame(parent),
      m_document(document),
      m_settings(settings),
      m_field(new ReachField(settings, this)),
      m_patch(new Patch(m_wanted, m_before, settings, this)),
      m_words(wordLabel("wantedWords", textFont(textsize::body), this)),
      m_typed(new QLineEdit(this)),
      m_sources(new ChoiceBox(12, this)),
      m_valueFirst(new QCheckBox(tr("Value before hue"), this)),
      m_thinMatters(new QCheckBox(tr("The thin wash counts double"), this)),
      m_trouble(wordLabel("wantedTrouble", textFont(textsize::small, QFont::DemiBold), this)),
      m_tried(new PlainLabel(tr("Tried already:"), this)),
      m_attempts(new QListWidget(this))
{
    setProperty("card", true);
    setFixedWidth(panelWidth);
    m_typed->setObjectName(QStringLiteral("wantedTyped"));
    m_typed->setPlaceholderText(tr("dull olive, dark (/)"));
    m_typed->setAccessibleName(tr("The colour in words, a tube or need, L, a, b or #hex"));
    m_typed->setToolTip(tr("In words: dull olive, dark. Or the name of a tube or need, L, a, b or #hex."));
    m_sources->setObjectName(QStringLiteral("wantedSource"));
    m_sources->setAccessibleName(tr("A tube, a need or a painted mix"));
    m_valueFirst->setObjectName(QStringLiteral("valueFirst"));
    m_thinMatters->setObjectName(QStringLiteral("thinMatters"));
    auto* picture = actButton(*addAct(
                                  *this, tr("Out of a picture"), Qt::Key_O, [this] { Q_EMIT pictureAsked(); },
                                  tr("Pick a colour out of a photograph or scan")),
                              "wantedPicture", this);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(15, 15, 15, 15);
    layout->setSpacing(2 * gridStep);
    layout->addWidget(m_field);
    layout->addWidget(m_patch);
    layout->addWidget(m_words);
    layout->addWidget(m_typed);
    layout->addWidget(m_trouble);
    m_moves = makeMoves();
    for (QWidget* part : {m_moves, static_cast<QWidget*>(m_valueFirst), static_cast<QWidget*>(m_thinMatters),
                          static_cast<QWidget*>(m_tried)})
        layout->addWidget(part);
    layout->addWidget(m_attempts, 1);
    layout->addStretch();
    layout->addWidget(m_sources);
    layout->addWidget(picture);
    m_trouble->hide();
    m_attempts->setObjectName(QStringLiteral("attempts"));
    m_attempts->setAccessibleName(tr("What was tried for this colour"));
    m_attempts->setIconSize({40, 24});
    m_attempts->setWordWrap(true);
    m_attempts->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    connect(m_attempts, &QListWidget::itemActivated, this,
            [this](QListWidgetItem* item) { Q_EMIT attemptChosen({item->data(idRole).toLongLong()}); });
    connect(m_attempts, &QListWidget::itemClicked, this,
            [this](QListWidgetItem* item) { Q_EMIT attemptChosen({item->data(idRole).toLongLong()}); });
    whenChanged(document, NotebookPart::Wells, this, &TargetPanel::fillAttempts);
    connect(m_field, &ReachField::moved, this, [this] {
        m_wanted = Wanted{*m_field->wanted(), {}, false, false};
        m_before.reset();
        m_range.reset();
        m_called.clear();
        show();
    });
    connect(m_field, &ReachField::picked, this, [this] { want({*m_field->wanted(), {}, false, false}, {}); });
    connect(m_typed, &QLineEdit::returnPressed, this, &TargetPanel::takeTyped);
    connect(m_sources, &QComboBox::activated, this, &TargetPanel::takeSource);
    for (QCheckBox* box : {m_valueFirst, m_thinMatters})
        connect(box, &QCheckBox::toggled, this, &TargetPanel::weighAnew);
    whenChanged(document, {NotebookPart::Tubes, NotebookPart::Needs, NotebookPart::Mixes, NotebookPart::Subjects}, this,
                &TargetPanel::fillSources);
    connect(&document, &Document::notebookOpened, this, [this] {
        m_wanted.reset();
        m_before.reset();
        m_range.reset();
        m_typed->clear();
        show();
    });
    fillSources();
    show();
}

QWidget* TargetPanel::makeMoves()
{
    static constexpr std::array<Qt::Key, 6> keys{Qt::Key_W, Qt::Key_C, Qt::Key_L, Qt::Key_D, Qt::Key_B, Qt::Key_U};
    auto* moves = new QWidget(this);
    auto* grid = new QGridLayout(moves); // filled where it is known how much room there is
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setSpacing(gridStep);
    for (std::size_t i = 0; i < allMoves.size(); ++i) {
        const Move one = allMoves[i];
        QAction* act = addAct(
            *this, sentence(text(nameOf(one))), Qt::SHIFT | keys[i], [this, one] { move(one); },
            tr("This, but %1").arg(text(nameOf(one))));
        auto* button = new QPushButton(sentence(text(nameOf(one))), moves);
        button->setObjectName(QStringLiteral("move_") + text(nameOf(one)));
        button->setToolTip(tr("This, but %1 (%2)").arg(text(nameOf(one)), keyWords(act->shortcut())));
        connect(button, &QPushButton::clicked, act, &QAction::trigger);
        m_moveButtons.push_back(button);
    }
    return moves;
}

void TargetPanel::showEvent(QShowEvent* event)
{
    QFrame::showEvent(event);
    if (m_sourcesStale)
        fillSources();
}

void TargetPanel::fillSources()
{
    m_sourcesStale = !isVisible();
    if (m_sourcesStale)
        return;
    const QSignalBlocker quiet(m_sources);
    m_sources->clear();
    m_sources->addItem(tr("a tube, need or mix ..."));
    const auto add = [&](const QString& words, std::int64_t id, SourceKind kind) {
        m_sources->addItem(words, static_cast<qlonglong>(id));
        m_sources->setItemData(m_sources->count() - 1, kind, kindRole);
    };
    const Notebook& notebook = m_document.notebook();
    for (const NeedRecord& need : notebook.needs)
        add(tr("need: %1").arg(nameInList(need.need.name)), need.id.value, OfNeed);
    for (const Tube& tube : notebook.tubes)
        add(tr("tube: %1").arg(nameInList(tube.name)), tube.id.value, OfTube);
    for (const MixRecord& mix : notebook.mixes)
        if (mix.painted)
            add(tr("painted: %1")
                    .arg(nameInList(titleOf(mix, m_document.notebook().handling, m_document.studio()->names))),
                mix.id.value, OfMix);
    for (const SubjectRecord& subject : notebook.subjects)
        for (std::size_t pin = 0; pin < subject.pins.size(); ++pin) {
            add(tr("picture: %1, place %2").arg(nameInList(subject.name), QString::number(pin + 1)), subject.id.value,
                OfPin);
            m_sources->setItemData(m_sources->count() - 1, static_cast<int>(pin), pinRole);
        }
}

void TargetPanel::takeSource(int row)
{
    const std::int64_t id = m_sources->itemData(row, idRole).toLongLong();
    const Notebook& notebook = m_document.notebook();
    switch (m_sources->itemData(row, kindRole).toInt()) {
    case OfTube:
        if (const auto place = m_document.studio()->placeOf({id})) {
            want(wantedLike(m_document.studio()->paints[*place], notebook.handling.paper),
                 text(notebook.tubes[*place].name));
            m_tube = {id};
            Q_EMIT wantedChanged();
        }
        break;
    case OfNeed:
        if (const NeedRecord* need = notebook.need({id}))
            want({need->need.target, {}, false, false}, text(need->need.name));
        break;
    case OfMix:
        if (const MixRecord* mix = notebook.mix({id}); mix && mix->painted)
            want({*onOwnPaper(*mix, notebook, m_document.studio()->paints), {}, false, false},
                 text(titleOf(*mix, m_document.notebook().handling, m_document.studio()->names)));
        break;
    case OfPin: {
        const SubjectRecord* subject = notebook.subject({id});
        const auto pin = static_cast<std::size_t>(m_sources->itemData(row, pinRole).toInt());
        if (subject && pin < subject->pins.size())
            want({subject->pins[pin].colour, {}, false, false}, m_sources->itemText(row));
        break;
    }
    default: break;
    }
}

/// A number, a name, or words, whichever it is.
void TargetPanel::takeTyped()
{
    const std::string typed = m_typed->text().trimmed().toStdString();
    m_trouble->hide();
    if (takeNamed(text(typed)))
        return Q_EMIT said();
    const bool isHex = typed.starts_with('#');
    const auto colour = isHex ? parseHex(typed).map([](const Srgb& hex) { return toLab(hex); }) : parseLab(typed);
    if (colour) {
        want({*colour, {}, false, false}, {});
        return Q_EMIT said();
    }
    const bool isNumbers = isHex || typed.find_first_of("0123456789") != std::string::npos;
    const auto range = colourMeant(typed);
    if (range && !isNumbers) {
        Q_EMIT saidInWords(*range, text(typed));
        return Q_EMIT said();
    }
    m_trouble->setText(sentence(text(isNumbers ? colour.error().message : range.error().message)) + QLatin1Char('.'));
    m_trouble->show();
}

/// The colour of the tube or need that is called so.
bool TargetPanel::takeNamed(const QString& name)
{
    const Notebook& notebook = m_document.notebook();
    const auto isIt = [&](const std::string& other) { return text(other).compare(name, Qt::CaseInsensitive) == 0; };
    for (int row = 1; row < m_sources->count(); ++row) {
        const std::int64_t id = m_sources->itemData(row, idRole).toLongLong();
        const int kind = m_sources->itemData(row, kindRole).toInt();
        const Tube* tube = kind == OfTube ? notebook.tube({id}) : nullptr;
        const NeedRecord* need = kind == OfNeed ? notebook.need({id}) : nullptr;
        if ((tube && isIt(tube->name)) || (need && isIt(need->need.name))) {
            takeSource(row);
            return true;
        }
    }
    return false;
}

void TargetPanel::setReach(std::shared_ptr<const ReachGrid> reach)
{
    m_field->setReach(std::move(reach));
}

void TargetPanel::want(const Wanted& wanted, const QString& words, const std::optional<ColourRange>& range)
{
    m_wanted = wanted;
    m_before.reset();
    m_range = range;
    m_called = words;
    m_tube = {};
    m_trouble->hide();
    weighAnew();
}

void TargetPanel::move(Move move)
{
    if (!m_wanted)
        return;
    m_before = m_wanted->colour;
    m_range.reset();
    m_wanted = moved(*m_wanted, move);
    m_tube = {};
    show();
    Q_EMIT wantedChanged();
}

void TargetPanel::weighAnew()
{
    if (m_wanted) {
        m_wanted->valueFirst = m_valueFirst->isChecked();
        m_wanted->thinMatters = m_thinMatters->isChecked();
    }
    show();
    Q_EMIT wantedChanged();
}

void TargetPanel::show()
{
    m_thinMatters->setVisible(m_wanted && m_wanted->thin);
    for (QWidget* part : {m_patch, m_moves, static_cast<QWidget*>(m_valueFirst)})
        part->setVisible(m_wanted.has_value());
    m_field->setWanted(m_wanted ? std::optional(m_wanted->colour) : std::nullopt, m_range);
    if (!m_wanted)
        m_words->setText(tr("Point at a colour, or say it in words:"));
    else
        m_words->setText((m_called.isEmpty() ? QString() : m_called + QLatin1Char('\n'))
                         + sentence(colourWords(m_wanted->colour)) + QLatin1Char('\n') + labText(m_wanted->colour)
                         + (m_before ? tr("\nOn the left as it was before.") : QString()));
    m_patch->setAccessibleName(m_words->text());
    m_patch->update();
    fillAttempts();
}

/// The wells that were begun for this colour, numbered, each with what is in it.
void TargetPanel::fillAttempts()
{
    constexpr double same = 0.5;
    const QSignalBlocker quiet(m_attempts);
    m_attempts->clear();
    const StudioPtr studio = m_document.studio();
    for (const WellRecord& well : studio->notebook.wells) {
        if (!m_wanted || !well.wanted || deltaE00(*well.wanted, m_wanted->colour) > same)
            continue;
        const PuddleContents contents = stateOf(well, *studio).contents;
        if (contents.isEmpty())
            continue;
        QPixmap patch(m_attempts->iconSize());
        patch.fill(displayed(
            seenLab(filmOf(contents, studio->paints), contents.wash, studio->notebook.handling.paper.reflectance()),
            m_settings.valuesOnly()));
        const QString words = text(contentsWords(contents, studio->paints, studio->notebook.handling));
        auto* item = new QListWidgetItem(
            paintIcon(patch),
            (well.best ? tr("%1, the best: %2") : tr("%1: %2")).arg(m_attempts->count() + 1).arg(words), m_attempts);
        item->setData(idRole, static_cast<qlonglong>(well.id.value));
    }
    for (QWidget* part : {static_cast<QWidget*>(m_tried), static_cast<QWidget*>(m_attempts)})
        part->setVisible(m_attempts->count() > 0);
}

void TargetPanel::fit(bool narrow, bool large)
{
    setFixedWidth(large ? largeWidth : narrow ? narrowWidth : panelWidth);
    m_patch->setFixedHeight(narrow ? narrowPatchHeight : patchHeight);
    m_field->setFixedHeight(large ? largeFieldHeight : narrow ? narrowFieldHeight : fieldHeight);
    auto* grid = static_cast<QGridLayout*>(m_moves->layout());
    for (int i = 0; i < static_cast<int>(m_moveButtons.size()); ++i) { // warmer above cooler, or beside it
        grid->removeWidget(m_moveButtons[static_cast<std::size_t>(i)]);
        grid->addWidget(m_moveButtons[static_cast<std::size_t>(i)], narrow ? i / 2 : i % 2, narrow ? i % 2 : i / 2);
    }
    m_attempts->setIconSize(narrow ? QSize(20, 20) : QSize(40, 24));
}

void TargetPanel::takeFocus()
{
    m_field->setFocus();
}

void TargetPanel::sayIt()
{
    m_typed->setFocus();
    m_typed->selectAll();
}

} // namespace iris
