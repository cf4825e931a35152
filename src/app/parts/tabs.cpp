#include "app/parts/tabs.h"

#include "app/theme/theme.h"

#include <QButtonGroup>
#include <QHBoxLayout>
#include <QPushButton>

namespace iris {

QHBoxLayout* tabRow(QButtonGroup& group, std::initializer_list<Tab> tabs, QWidget* parent)
{
    auto* row = new QHBoxLayout;
    row->setSpacing(gridStep);
    int id = 0;
    for (const Tab& tab : tabs) {
        auto* button = new QPushButton(tab.words, parent);
        button->setObjectName(QLatin1String(tab.objectName));
        button->setCheckable(true);
        button->setProperty("quiet", true);
        group.addButton(button, id++);
        row->addWidget(button);
    }
    group.button(0)->setChecked(true);
    row->addStretch();
    return row;
}

} // namespace iris
