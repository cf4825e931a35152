#include "app/parts/labels.h"

#include "app/parts/plainlabel.h"

namespace iris {

PlainLabel* wordLabel(const char* objectName, const QFont& font, QWidget* parent)
{
    auto* label = new PlainLabel(parent);
    label->setObjectName(QLatin1String(objectName));
    label->setFont(font);
    label->setWordWrap(true);
    label->setTextInteractionFlags(Qt::TextSelectableByMouse);
    return label;
}

} // namespace iris
