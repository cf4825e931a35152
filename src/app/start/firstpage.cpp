#include "app/start/firstpage.h"

#include "app/parts/formfields.h"
#include "app/parts/plainlabel.h"
#include "app/parts/plainwords.h"
#include "app/start/door.h"
#include "app/start/waysin.h"
#include "app/theme/theme.h"

#include <QDir>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QPushButton>
#include <QVBoxLayout>

namespace iris {
namespace {

constexpr int widestPage = 1080;
constexpr std::size_t mostRecent = 4;

/// Where a file is, the way one's own folder is called.
QString folderWords(const QString& path)
{
    const QString folder = QDir::toNativeSeparators(QFileInfo(path).absolutePath());
    const QString home = QDir::homePath();
    return folder.startsWith(home)
               ? QObject::tr("in your home folder%1")
                     .arg(folder.size() > home.size() ? QStringLiteral(", ") + folder.mid(home.size() + 1) : QString())
               : QObject::tr("in %1").arg(folder);
}

} // namespace

FirstPage::FirstPage(WaysIn& ways, ViewSettings& settings, QWidget* parent)
    : QWidget(parent),
      m_ways(ways),
      m_settings(settings),
      m_recent(new QWidget(this)),
      m_lines(new QVBoxLayout(m_recent))
{
    setObjectName(QStringLiteral("firstPage"));
    auto* heading = new PlainLabel(tr("Know your paints"), this);
    heading->setFont(textFont(textsize::title, QFont::Bold));
    auto* sentence = new PlainLabel(
        tr("A notebook for your tubes: what they mix, which of them make a colour, and how few a picture needs."),
        this);
    sentence->setWordWrap(true);
    auto* column = new QVBoxLayout;
    column->setSpacing(2 * gridStep);
    column->addStretch(2);
    column->addWidget(heading);
    column->addWidget(sentence);
    column->addSpacing(4 * gridStep);
    column->addWidget(makeDoors());
    column->addSpacing(4 * gridStep);
    column->addWidget(m_recent);
    column->addWidget(makeRecent());
    column->addStretch(3);
    auto* middle = new QWidget(this);
    middle->setMaximumWidth(widestPage);
    middle->setLayout(column);
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(6 * gridStep, 3 * gridStep, 6 * gridStep, 3 * gridStep);
    layout->addStretch();
    layout->addWidget(middle, 100);
    layout->addStretch();
    m_lines->setContentsMargins(0, 0, 0, 0);
    m_lines->setSpacing(gridStep);
    connect(&ways, &WaysIn::changed, this, &FirstPage::showWhatIsThere);
    showWhatIsThere();
}

QWidget* FirstPage::makeDoors()
{
    auto* doors = new QWidget(this);
    auto* row = new QHBoxLayout(doors);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(3 * gridStep);
    const auto add = [&](const char* id, const char* pigment, const QString& does, const QString& sentence, auto act) {
        auto* door = new Door(id, pigment, does, sentence, m_settings, doors);
        connect(door, &Door::clicked, this, act);
        row->addWidget(door);
    };
    const auto inOwn = [this](void (FirstPage::*wanted)()) {
        return [this, wanted] {
            if (m_ways.beginOwn())
                Q_EMIT(this->*wanted)();
        };
    };
    add("lookAround", "PB29", tr("Look around"),
        tr("A painter's week on a salt marsh: 24 tubes, painted sheets and a picture, yours to try things on."),
        [this] { m_ways.lookAround(); });
    add("typeWhatIOwn", "PY150", tr("Type in what I own"),
        tr("Names or codes, as you would write them down. Each is shown as the wash it makes."),
        inOwn(&FirstPage::typingWanted));
    add("readMyCard", "PV19/rose", tr("Read a card I painted"),
        tr("Scan or photograph a swatch card: a tube goes by its own colours from then on."),
        inOwn(&FirstPage::cardWanted));
    add("seeWhatToBuy", "PG18", tr("See what to buy"),
        tr("Bring in a picture you want to paint. The fewest tubes for it become a list."),
        inOwn(&FirstPage::listToBuyWanted));
    return doors;
}

QWidget* FirstPage::makeRecent()
{
    auto* others = new QWidget(this);
    auto* row = new QHBoxLayout(others);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(2 * gridStep);
    const auto add = [&](const char* id, const QString& words, auto act) {
        auto* button = new QPushButton(words, others);
        button->setObjectName(QLatin1String(id));
        connect(button, &QPushButton::clicked, &m_ways, act);
        row->addWidget(button);
    };
    add("openNotebook", tr("Open a notebook (Ctrl+O)"), &WaysIn::openNotebook);
    add("newNotebook", tr("Begin an empty one (Ctrl+N)"), &WaysIn::newNotebook);
    row->addStretch();
    return others;
}

void FirstPage::showWhatIsThere()
{
    findChild<Door*>(QStringLiteral("lookAround"))->setVisible(m_ways.hasDemo());
    while (QLayoutItem* item = m_lines->takeAt(0)) {
        if (item->widget())
            item->widget()->deleteLater();
        delete item;
    }
    const QStringList paths = m_ways.recent().mid(0, mostRecent);
    m_recent->setVisible(!paths.isEmpty());
    if (paths.isEmpty())
        return;
    auto* heading = new PlainLabel(tr("Notebooks you had open"), m_recent);
    heading->setProperty("quiet", true);
    m_lines->addWidget(heading);
    for (const QString& path : paths) {
        auto* row = new QWidget(m_recent);
        auto* button = new QPushButton(buttonWords(shortened(QFileInfo(path).completeBaseName(), 60)), row);
        button->setObjectName(QStringLiteral("recentNotebook"));
        button->setToolTip(shownWords(path));
        connect(button, &QPushButton::clicked, &m_ways, [this, path] { m_ways.open(path); });
        auto* where = new PlainLabel(shortened(folderWords(path), 90), row);
        where->setProperty("quiet", true);
        auto* line = new QHBoxLayout(row);
        line->setContentsMargins(0, 0, 0, 0);
        line->setSpacing(3 * gridStep);
        line->addWidget(button);
        line->addWidget(where, 1);
        m_lines->addWidget(row);
    }
    m_lines->addSpacing(2 * gridStep);
}

} // namespace iris
