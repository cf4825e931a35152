#include "app/palette/boxpage.h"

#include "app/palette/choicemodel.h"
#include "app/palette/subjectpicture.h"
#include "app/parts/act.h"
#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/messages.h"
#include "app/parts/plainlabel.h"
#include "app/parts/printdialog.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "notebook/paintedmixes.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QPainter>
#include <QPushButton>
#include <QScrollArea>
#include <QSpinBox>
#include <QVBoxLayout>

namespace iris {
namespace {

constexpr double pixelsPerMm = 4; ///< as boxes are drawn: one unit of their type is a pixel then

constexpr std::array<int, 9> boxesMade{6, 8, 10, 12, 14, 16, 18, 20, 24};

} // namespace

BoxCanvas::BoxCanvas(ViewSettings& settings, QWidget* parent) : CellWidget(settings, tr("The box"), parent)
{
    setObjectName(QStringLiteral("boxCanvas"));
}

void BoxCanvas::setContents(const BoxContents& contents)
{
    m_contents = contents;
    lay();
    putInHand(current());
    QStringList words;
    for (int cell = 0; cell < cellCount(); ++cell)
        words << wordsOf(cell);
    setAccessibleDescription(words.join(QStringLiteral("; ")));
    update();
}

/// As wide as there is room for, on one page, in type as large as everywhere: what is margin on paper is none here.
void BoxCanvas::lay()
{
    if (m_contents.pans.empty())
        return;
    constexpr double endless = 1e5;
    const double margins = planOf(m_contents).title.left() * 2;
    const double tin = m_contents.layout.widthMm() + 8;
    m_plan = planOf(m_contents, QSizeF(std::max(width() / pixelsPerMm, tin) + margins, endless));
    setFixedHeight(static_cast<int>(std::ceil((bottomMm() - m_plan.title.top()) * pixelsPerMm)) + gridStep);
}

double BoxCanvas::bottomMm() const
{
    double bottom = m_plan.tin.bottom();
    for (const auto* places : {&m_plan.notes, &m_plan.cards})
        for (const QRectF& place : *places)
            bottom = std::max(bottom, place.bottom());
    return bottom;
}

QRectF BoxCanvas::placeOf(int cell) const
{
    const QRectF& mm = m_plan.pans[static_cast<std::size_t>(cell)];
    const QPointF corner = (mm.topLeft() - m_plan.title.topLeft()) * pixelsPerMm;
    return {corner, mm.size() * pixelsPerMm};
}

QString BoxCanvas::wordsOf(int cell) const
{
    const auto tube = m_contents.layout.pans[static_cast<std::size_t>(cell)];
    if (!tube)
        return tr("empty");
    const PanLook& pan = m_contents.pans[*tube];
    return tr("%1, %2, %3 ml for the picture").arg(pan.name, pan.codes, number(m_contents.uses[*tube].ml, 2));
}

void BoxCanvas::paintEvent(QPaintEvent*)
{
    if (m_contents.pans.empty())
        return;
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const GroundColours colours = settings().colours();
    painter.translate(-m_plan.title.topLeft() * pixelsPerMm);
    drawBox(painter, m_contents, m_plan, pixelsPerMm,
            {colours.text, colours.quietText, colours.line, settings().valuesOnly()});
    painter.resetTransform();
    if (current() >= 0 && hasFocus())
        paintSelection(painter, placeOf(current()).adjusted(2, 2, -2, -2));
}

void BoxCanvas::resizeEvent(QResizeEvent*)
{
    lay();
}

BoxPage::BoxPage(Document& document, SubjectPicture& picture, ChoiceModel& choice, QAction& shopping,
                 ViewSettings& settings, QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_picture(picture),
      m_choice(choice),
      m_order(new QComboBox(this)),
      m_size(new QComboBox(this)),
      m_pans(new QComboBox(this)),
      m_width(new QSpinBox(this)),
      m_height(new QSpinBox(this)),
      m_told(wordLabel("boxTold", textFont(textsize::title), this)),
      m_canvas(new BoxCanvas(settings, this)),
      m_area(new QScrollArea(this))
{
    m_area->setWidget(m_canvas);
    m_area->setWidgetResizable(true);
    m_area->setFrameShape(QFrame::NoFrame);
    m_area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_told->setAlignment(Qt::AlignCenter);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(3 * gridStep);
    layout->addWidget(makeQuestion());
    layout->addWidget(m_told, 1);
    layout->addWidget(m_area, 1);
    layout->addLayout(makeActs(shopping));
    connect(&choice, &ChoiceModel::shownChanged, this, &BoxPage::lay);
    connect(&picture, &SubjectPicture::changed, this, &BoxPage::lay);
    lay();
}

QWidget* BoxPage::makeQuestion()
{
    m_order->setObjectName(QStringLiteral("boxOrder"));
    m_order->setAccessibleName(tr("How the tubes lie"));
    addChoices<BoxOrder>(*m_order, {{BoxOrder::Hue, tr("by hue")},
                                    {BoxOrder::Lean, tr("by lean")},
                                    {BoxOrder::Value, tr("by value")},
                                    {BoxOrder::Habit, tr("as most boxes are")}});
    m_order->setToolTip(tr("By lean: each family above its like, on top what leans onward round the wheel."));
    m_size->setObjectName(QStringLiteral("boxSize"));
    m_size->setAccessibleName(tr("Size of the pans"));
    addChoices<PanSize>(*m_size, {{PanSize::Half, tr("half pans")}, {PanSize::Full, tr("full pans")}});
    m_pans->setObjectName(QStringLiteral("boxPans"));
    m_pans->setAccessibleName(tr("How many pans"));
    m_pans->addItem(tr("smallest box"), 0);
    for (const int pans : boxesMade)
        m_pans->addItem(tr("box for %1").arg(pans), pans);
    for (QSpinBox* side : {m_width, m_height}) {
        side->setRange(1, 500);
        side->setSuffix(tr(" cm"));
        connect(side, &QSpinBox::valueChanged, this, &BoxPage::lay);
    }
    m_width->setObjectName(QStringLiteral("boxPictureWidth"));
    m_width->setAccessibleName(tr("Width of the picture"));
    m_width->setPrefix(tr("picture "));
    m_width->setValue(30);
    m_height->setObjectName(QStringLiteral("boxPictureHeight"));
    m_height->setAccessibleName(tr("Height of the picture"));
    m_height->setPrefix(tr("by "));
    m_height->setValue(20);
    for (QComboBox* box : {m_order, m_size, m_pans})
        connect(box, &QComboBox::activated, this, &BoxPage::lay);
    m_acts = {addAct(
                  *this, tr("Print or picture"), Qt::Key_B, [this] { write(); },
                  tr("Write the box and its cards as PDF, SVG or PNG")),
              addAct(
                  *this, tr("Wheel and greys to paint"), Qt::Key_H, [this] { printWheel(); },
                  tr("The wheel and the greys of the palette as a sheet to paint"))};
    auto* question = new QWidget(this);
    auto* row = new QHBoxLayout(question);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(2 * gridStep);
    for (QWidget* field : std::initializer_list<QWidget*>{m_order, m_size, m_pans, m_width, m_height})
        row->addWidget(field);
    row->addStretch();
    return question;
}

QHBoxLayout* BoxPage::makeActs(QAction& shopping)
{
    auto* row = new QHBoxLayout;
    row->setSpacing(2 * gridStep);
    row->addWidget(actButton(*m_acts[0], "boxWrite", this));
    row->addWidget(actButton(*m_acts[1], "boxWheel", this));
    row->addWidget(actButton(shopping, "boxShopping", this));
    row->addStretch();
    return row;
}

void BoxPage::takeFocus()
{
    m_canvas->setFocus();
}

void BoxPage::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    if (m_stale)
        lay();
}

/// How much of the picture each need is nearest to; nothing where no picture is on show.
std::vector<double> BoxPage::sharesOf(const std::vector<Need>& needs) const
{
    if (!m_picture.loaded())
        return {};
    std::vector<Lab> colours;
    for (const Need& need : needs)
        colours.push_back(need.target);
    return nearestShares(m_picture.loaded()->cells, colours);
}

BoxAsked BoxPage::asked() const
{
    return {{chosenIn<BoxOrder>(*m_order), chosenIn<PanSize>(*m_size),
             static_cast<std::size_t>(m_pans->currentData().toInt())},
            static_cast<double>(m_width->value()),
            static_cast<double>(m_height->value()),
            sharesOf(m_choice.shown()->needs())};
}

void BoxPage::say(const QString& words)
{
    m_told->setText(words);
    m_told->setVisible(!words.isEmpty());
    m_area->setVisible(words.isEmpty());
    for (QAction* act : m_acts)
        act->setEnabled(words.isEmpty());
}

void BoxPage::lay()
{
    m_stale = !isVisible();
    if (m_stale)
        return;
    const ShownChoicePtr& shown = m_choice.shown();
    if (!shown)
        return say(tr("The tubes that are chosen lie here, with a card for each colour. Choose a palette first."));
    const PaletteSet& set = shown->set();
    const QString name =
        shown->isKept() ? text(shown->name) : tr("A box of %1 for %2").arg(set.tubes.size()).arg(m_document.title());
    const auto contents = boxContentsOf(name, set, shown->needs(), shown->pool().paints, asked());
    if (!contents)
        return say(sentence(text(contents.error().message)) + QLatin1Char('.'));
    say({});
    m_canvas->setContents(*contents);
}

void BoxPage::write()
{
    const QString path = messages().fileToSave(this, tr("The box and its cards"),
                                               tr("Pages to print (*.pdf);;Drawings (*.svg);;Pictures (*.png)"),
                                               fileNameFor(m_canvas->contents().title, QStringLiteral(".pdf")));
    if (path.isEmpty())
        return;
    if (const auto done = writeBox(m_canvas->contents(), path); !done)
        messages().tell(this, tr("The box and its cards"), sentence(text(done.error().message)));
}

void BoxPage::printWheel()
{
    const ShownChoicePtr shown = m_choice.shown();
    if (!shown)
        return;
    if (!shown->isAllOwned())
        return messages().tell(this, tr("A sheet to paint"), tr("Some of these tubes are not yours yet."));
    m_turning.start(
        [paints = m_canvas->contents().paints, handling = shown->question->studio->notebook.handling](
            const JobTools& tools) { return paletteWheelOf(reachOf(paints, handling, tools.workOptions())); },
        [this, shown](const PaletteWheel& wheel) {
            const std::vector<std::size_t>& tubes = shown->set().tubes;
            std::vector<SheetCell> cells;
            for (const auto* part : {&wheel.rim, &wheel.greys})
                for (const Reached& one : *part) {
                    Recipe recipe = one.recipe;
                    for (Part& each : recipe.parts)
                        each.paint = tubes[each.paint]; // places of the pool's own tubes are those of the notebook
                    cells.push_back({mixPartsOf(recipe, shown->question->studio->notebook), recipe.wash});
                }
            printSquares(m_document, std::move(cells), 0, tr("Wheel and greys"), this);
        });
}

} // namespace iris
