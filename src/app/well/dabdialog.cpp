#include "app/well/dabdialog.h"

#include "app/parts/formfields.h"
#include "app/parts/labels.h"
#include "app/parts/plainlabel.h"
#include "app/parts/touchingcolours.h"
#include "app/parts/words.h"
#include "app/theme/theme.h"
#include "colour/deltae.h"
#include "words/sidebyside.h"

#include <QCheckBox>
#include <QHBoxLayout>
#include <QPushButton>
#include <QVBoxLayout>

namespace iris {
namespace {

constexpr int sideWidth = 300;
constexpr int radiusShare = 120; ///< of the picture's width: small enough for a dab on a whole page

} // namespace

DabDialog::DabDialog(ViewSettings& settings, const QString& picture, const Lab& expected, std::optional<double> dries,
                     QWidget* parent)
    : QDialog(parent),
      m_expected(expected),
      m_dries(dries),
      m_canvas(new PictureCanvas(this)),
      m_words(wordLabel("dabWords", textFont(textsize::body), this)),
      m_paperNext(new QPushButton(tr("Next click is the bare paper"), this)),
      m_beside(new TouchingColours(settings, "dabBeside", this)),
      m_told(wordLabel("dabTold", textFont(textsize::body), this)),
      m_dry(new QCheckBox(tr("The dab is dry"), this)),
      m_looks(new QPushButton(tr("The puddle looks like this"), this)),
      m_learn(new QPushButton(tr("Keep it as a mix and learn from it"), this))
{
    setWindowTitle(tr("A dab out of the well"));
    resize(1040, 700);
    QHBoxLayout* layout = sideBySide(this);
    layout->addWidget(m_canvas, 1);
    layout->addWidget(makeSide());
    connect(m_canvas, &PictureCanvas::picked, this, &DabDialog::pick);
    connect(m_dry, &QCheckBox::toggled, this, &DabDialog::read);
    connect(m_looks, &QPushButton::clicked, this, &QDialog::accept);
    connect(m_learn, &QPushButton::clicked, this, [this] {
        m_keeps = true;
        accept();
    });
    m_words->setText(tr("Opening the picture ..."));
    m_opening.start([picture](const JobTools& tools) { return openPicture(picture, tools); },
                    [this](const Result<ScanPtr>& scan) { take(scan); });
    read();
    m_canvas->setFocus();
}

QWidget* DabDialog::makeSide()
{
    m_paperNext->setObjectName(QStringLiteral("dabPaperNext"));
    m_paperNext->setCheckable(true);
    m_dry->setObjectName(QStringLiteral("dabDry"));
    m_dry->setChecked(true);
    m_looks->setObjectName(QStringLiteral("dabLooks"));
    m_learn->setObjectName(QStringLiteral("dabLearn"));
    makeMain(*m_looks);
    for (QPushButton* button : {m_paperNext, m_looks, m_learn})
        button->setAutoDefault(false); // Enter picks
    auto* side = new QWidget(this);
    side->setFixedWidth(sideWidth);
    auto* layout = new QVBoxLayout(side);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(2 * gridStep);
    layout->addWidget(m_words);
    layout->addWidget(m_paperNext);
    layout->addWidget(m_dry);
    layout->addWidget(m_beside);
    layout->addWidget(m_told);
    layout->addStretch();
    layout->addWidget(m_looks);
    layout->addWidget(m_learn);
    return side;
}

void DabDialog::take(const Result<ScanPtr>& scan)
{
    if (!scan)
        return m_words->setText(sentence(text(scan.error().message)));
    m_scan = *scan;
    m_canvas->setImage(m_scan->image());
    m_canvas->setRadius(radius());
    read();
}

int DabDialog::radius() const
{
    return std::max(1, m_scan->size().width() / radiusShare);
}

void DabDialog::pick(QPoint place)
{
    if (!m_scan)
        return;
    (m_paperNext->isChecked() ? m_paper : m_place) = place;
    m_paperNext->setChecked(!m_paper);
    read();
}

/// What is to be clicked next, and where was clicked.
void DabDialog::showPlaces()
{
    std::vector<Pin> pins;
    for (const auto& place : {m_place, m_paper})
        if (place)
            pins.push_back({*place, radius()});
    m_canvas->setPins(std::move(pins));
    const QString next = !m_place  ? tr("Click the dab.")
                         : m_paper ? tr("1 is the dab, 2 the bare paper. Click again to move the dab.")
                                   : tr("Now click the bare paper beside it: it tells what the light was.");
    m_words->setText(m_scan ? withRemark(*m_scan, next) : next);
}

QString DabDialog::wordsOf(const Dab& dab) const
{
    const QString differs = text(seenBeside(dab.colour, m_expected));
    QStringList lines{
        sentence(colourWords(dab.colour)),
        differs.isEmpty()
            ? tr("As reckoned, as far as an eye would say.")
            : tr("%1 than was reckoned; %2.").arg(sentence(differs), apart(deltaE00(dab.colour, m_expected)))};
    if (!m_paper)
        lines << tr("Without its paper this hangs on the light of the picture.");
    if (!m_dry->isChecked())
        lines << (m_dries ? tr("Taken as %1 of L* lighter than it looks wet.").arg(number(*m_dries, 0))
                          : tr("How much lighter your paint dries is not known yet; taken as it looks."));
    return lines.join(QLatin1Char('\n'));
}

void DabDialog::read()
{
    m_dab.reset();
    m_told->clear();
    std::vector<CaptionedColour> beside{{m_expected, tr("reckoned")}};
    if (m_scan)
        showPlaces();
    if (m_place) {
        const auto lightOf = [this](QPoint at) { return lightAt(*m_scan, at, radius()); };
        auto dab = readDab(lightOf(*m_place), m_paper ? std::optional(lightOf(*m_paper)) : std::nullopt);
        if (dab && !m_dry->isChecked())
            dab->colour.l = std::min(100.0, dab->colour.l + m_dries.value_or(0));
        m_told->setText(dab ? wordsOf(*dab) : sentence(text(dab.error().message)) + QLatin1Char('.'));
        if (dab) {
            m_dab = *dab;
            beside.push_back({dab->colour, tr("the dab")});
        }
    }
    m_beside->show(std::move(beside));
    m_looks->setEnabled(m_dab.has_value());
    m_learn->setEnabled(m_dab && m_paper && m_dry->isChecked());
    m_learn->setToolTip(m_learn->isEnabled() ? QString()
                                             : tr("A dry dab with its bare paper beside it can be learnt from."));
}

} // namespace iris
