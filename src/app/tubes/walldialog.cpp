#include "app/tubes/walldialog.h"

#include "app/parts/formfields.h"
#include "app/parts/paintcolour.h"
#include "app/parts/plainlabel.h"
#include "app/parts/words.h"
#include "app/theme/viewsettings.h"
#include "drawing/washpainter.h"
#include "notebook/pool.h"
#include "paint/paint.h"

#include <QCheckBox>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QListWidget>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

namespace iris {
namespace {

constexpr QSize brick(148, 112);
constexpr QSize washOnIt(132, 44);
constexpr int rowRole = Qt::UserRole; ///< place in the table
constexpr int commonRole = Qt::UserRole + 1;
constexpr int searchedRole = Qt::UserRole + 2;

const std::vector<ReferencePigment>& table()
{
    return ReferenceTable::shipped().pigments();
}

/// What it is asked for by: its usual name, or that of the pigment.
QString nameOn(const ReferencePigment& pigment)
{
    return sentence(text(pigment.usualName.empty() ? pigment.commonName : pigment.usualName));
}

/// All that somebody may look for it by.
QString searched(const ReferencePigment& pigment)
{
    QString words = text(pigment.id() + ' ' + pigment.commonName + ' ' + pigment.usualName);
    for (const std::string& other : pigment.alsoCalled)
        words += QLatin1Char(' ') + text(other);
    return words;
}

QIcon washIcon(const Paint& paint, unsigned seed, bool valuesOnly)
{
    QPixmap picture(washOnIt);
    picture.fill(Qt::transparent);
    QPainter painter(&picture);
    painter.setRenderHint(QPainter::Antialiasing);
    WashStyle style;
    style.seed = seed;
    style.valuesOnly = valuesOnly;
    paintWash(painter, QRectF(QPointF(), QSizeF(washOnIt)), washColours(paint.film), style);
    return paintIcon(picture);
}

/// Family by family around the wheel, earths, blacks and whites last; within one by hue.
bool comesBefore(const Paint& one, const Paint& other)
{
    const auto order = [](const Paint& paint) {
        const double hue = toLch(paint.swatch.thin).hueDegrees;
        return std::pair(paint.family, paint.family == HueFamily::Red && hue > 180 ? hue - 360 : hue);
    };
    return order(one) < order(other);
}

} // namespace

WallDialog::WallDialog(Document& document, ViewSettings& settings, QWidget* parent)
    : QDialog(parent),
      m_document(document),
      m_settings(settings),
      m_find(new QLineEdit(this)),
      m_all(new QCheckBox(tr("Also what few makers have"), this)),
      m_wall(new QListWidget(this)),
      m_keep(new QPushButton(this))
{
    setWindowTitle(tr("Tick what you own"));
    m_find->setObjectName(QStringLiteral("wallFind"));
    m_find->setPlaceholderText(tr("Look for a name or a code"));
    m_all->setObjectName(QStringLiteral("wallAll"));
    m_wall->setObjectName(QStringLiteral("wall"));
    m_wall->setAccessibleName(tr("Washes to tick"));
    m_wall->setViewMode(QListView::IconMode);
    m_wall->setMovement(QListView::Static);
    m_wall->setResizeMode(QListView::Adjust);
    m_wall->setUniformItemSizes(true);
    m_wall->setSelectionMode(QAbstractItemView::MultiSelection); // a click or the space bar ticks
    m_wall->setGridSize(brick);
    m_wall->setIconSize(washOnIt);
    m_wall->setWordWrap(true);
    m_wall->setFont(textFont(textsize::small));
    m_keep->setObjectName(QStringLiteral("wallKeep"));
    makeMain(*m_keep);
    auto* top = new QHBoxLayout;
    top->addWidget(m_find, 1);
    top->addWidget(m_all);
    auto* bottom = new QHBoxLayout;
    bottom->addWidget(new PlainLabel(
        tr("A click or the space bar ticks one. Names are those it mostly goes by; the code decides."), this));
    bottom->addStretch();
    bottom->addWidget(m_keep);
    auto* layout = new QVBoxLayout(this);
    layout->setSpacing(3 * gridStep);
    layout->addLayout(top);
    layout->addWidget(m_wall, 1);
    layout->addLayout(bottom);
    resize(parent ? parent->window()->size() * 0.92 : QSize(1100, 720));
    connect(m_find, &QLineEdit::textChanged, this, &WallDialog::sift);
    connect(m_all, &QCheckBox::toggled, this, &WallDialog::sift);
    connect(m_wall, &QListWidget::itemSelectionChanged, this, &WallDialog::count);
    connect(m_keep, &QPushButton::clicked, this, &QDialog::accept);
    fill();
    sift();
    count();
    m_wall->setFocus();
}

void WallDialog::fill()
{
    std::vector<std::pair<Paint, std::size_t>> rows;
    for (std::size_t i = 0; i < table().size(); ++i)
        rows.emplace_back(paintOf(table()[i]), i);
    std::ranges::stable_sort(rows,
                             [](const auto& one, const auto& other) { return comesBefore(one.first, other.first); });
    for (const auto& [paint, row] : rows) {
        const ReferencePigment& pigment = table()[row];
        const auto isIt = [&, codes = std::vector{pigment.code}](const Tube& tube) {
            return tube.codes == codes && (pigment.form.empty() || tube.form == pigment.form);
        };
        const bool owned = std::ranges::any_of(m_document.notebook().tubes, isIt);
        auto* item = new QListWidgetItem(
            washIcon(paint, static_cast<unsigned>(row + 1), m_settings.valuesOnly()),
            tr("%1\n%2%3").arg(nameOn(pigment), text(pigment.code.text()), owned ? tr(", there already") : QString()),
            m_wall);
        item->setToolTip(searched(pigment));
        item->setData(rowRole, static_cast<int>(row));
        item->setData(commonRole, standsOn(Shelf::Usual, paint));
        item->setData(searchedRole, searched(pigment));
    }
}

/// What is ticked stays on show.
void WallDialog::sift()
{
    const QStringList words = m_find->text().split(QLatin1Char(' '), Qt::SkipEmptyParts);
    for (int row = 0; row < m_wall->count(); ++row) {
        QListWidgetItem* item = m_wall->item(row);
        const QString where = item->data(searchedRole).toString();
        const bool found =
            std::ranges::all_of(words, [&](const QString& word) { return where.contains(word, Qt::CaseInsensitive); });
        const bool common = m_all->isChecked() || item->data(commonRole).toBool() || !words.isEmpty();
        item->setHidden(!item->isSelected() && !(found && common));
    }
}

void WallDialog::count()
{
    const std::size_t ticked = tubes().size();
    m_keep->setEnabled(ticked > 0);
    m_keep->setText(ticked == 1 ? tr("Keep one tube") : tr("Keep %1 tubes").arg(ticked));
}

std::vector<Tube> WallDialog::tubes() const
{
    std::vector<Tube> ticked;
    for (int row = 0; row < m_wall->count(); ++row) {
        const QListWidgetItem* item = m_wall->item(row);
        if (!item->isSelected())
            continue;
        const ReferencePigment& pigment = table()[static_cast<std::size_t>(item->data(rowRole).toInt())];
        Tube tube;
        tube.name = nameOn(pigment).toStdString();
        tube.codes = {pigment.code};
        tube.form = pigment.form;
        ticked.push_back(std::move(tube));
    }
    return ticked;
}

} // namespace iris
