#include "app/window/keyspage.h"

#include "app/parts/plainlabel.h"
#include "app/theme/theme.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QScrollArea>
#include <QVBoxLayout>

namespace iris {
namespace {

constexpr std::size_t columnCount = 3;

QString withoutCapital(const QString& words)
{
    return words.left(1).toLower() + words.mid(1);
}

QString keysOf(const QAction& act)
{
    QStringList names;
    for (const QKeySequence& key : act.shortcuts())
        names << keyWords(key);
    return names.join(QStringLiteral(", "));
}

void addSection(QGridLayout& grid, const KeySection& section, QWidget* parent)
{
    auto* heading = new PlainLabel(section.where, parent);
    heading->setFont(textFont(textsize::small, QFont::Bold));
    int row = grid.rowCount();
    heading->setContentsMargins(0, row == 1 ? 0 : 3 * gridStep, 0, 0);
    grid.addWidget(heading, row, 0, 1, 2);
    for (const WalkingKey& key : section.keys) {
        auto* name = new PlainLabel(key.keys, parent);
        name->setFont(textFont(textsize::small, QFont::DemiBold));
        grid.addWidget(name, ++row, 0);
        auto* what = new PlainLabel(key.what, parent);
        what->setFont(textFont(textsize::small));
        grid.addWidget(what, row, 1);
    }
}

} // namespace

std::vector<WalkingKey> keysOf(const QList<QAction*>& acts)
{
    std::vector<WalkingKey> keys;
    for (const QAction* act : acts) {
        const WalkingKey key{keysOf(*act), withoutCapital(act->statusTip())};
        const bool told = std::ranges::any_of(keys, [&](const WalkingKey& one) { return one.what == key.what; });
        if (!key.keys.isEmpty() && !key.what.isEmpty() && !told) // several cards may offer the same
            keys.push_back(key);
    }
    return keys;
}

std::vector<KeySection> keySections(const QList<QAction*>& everywhere, const std::vector<Place*>& places)
{
    std::vector<KeySection> sections{{QObject::tr("Everywhere"), keysOf(everywhere)}};
    sections.front().keys.push_back({QObject::tr("Esc"), QObject::tr("leave the field that is typed into")});
    for (const Place* place : places) {
        KeySection section{place->name(), keysOf(place->findChildren<QAction*>())};
        const std::vector<WalkingKey> walking = place->walkingKeys();
        section.keys.insert(section.keys.end(), walking.begin(), walking.end());
        sections.push_back(std::move(section));
    }
    return sections;
}

KeysPage::KeysPage(const std::vector<KeySection>& sections, QWidget* parent, const QString& title) : QDialog(parent)
{
    setWindowTitle(title);
    auto* content = new QWidget(this);
    auto* columns = new QHBoxLayout(content);
    columns->setContentsMargins(5 * gridStep, 4 * gridStep, 5 * gridStep, 4 * gridStep);
    columns->setSpacing(6 * gridStep);
    std::size_t rows = 0;
    for (const KeySection& section : sections)
        rows += section.keys.size() + 1;
    std::size_t placed = 0;
    QGridLayout* grid = nullptr;
    for (const KeySection& section : sections) {
        const std::size_t middle = placed + section.keys.size() / 2;
        if (!grid || middle * columnCount >= rows * static_cast<std::size_t>(columns->count())) {
            grid = new QGridLayout;
            grid->setHorizontalSpacing(3 * gridStep);
            grid->setVerticalSpacing(gridStep / 2);
            columns->addLayout(grid);
            columns->setAlignment(grid, Qt::AlignTop);
        }
        addSection(*grid, section, content);
        placed += section.keys.size() + 1;
    }
    auto* scroll = new QScrollArea(this);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidget(content);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(scroll);
    const QSize room = parent ? parent->size() : QSize(1024, 680); // no larger than the window it explains
    resize(content->sizeHint().boundedTo(room) + QSize(2 + style()->pixelMetric(QStyle::PM_ScrollBarExtent), 2));
}

} // namespace iris
