#include "app/parts/tabs.h"

#include "app/parts/act.h"
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
        auto* button = new QPushButton(actWords(*tab.act), parent);
        button->setObjectName(QLatin1String(tab.objectName));
        button->setCheckable(true);
        button->setProperty("quiet", true);
        QObject::connect(button, &QPushButton::clicked, tab.act, &QAction::trigger);
        group.addButton(button, id++);
        row->addWidget(button);
    }
    group.button(0)->setChecked(true);
    row->addStretch();
    return row;
}

} // namespace iris
