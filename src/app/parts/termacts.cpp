#include "app/parts/termacts.h"

#include <QMenu>

namespace iris {

TermActs addTermActs(QMenu& menu, const char* objectName)
{
    const std::array<QString, 5> words{QObject::tr("Only tubes of one pigment"), QObject::tr("Only transparent tubes"),
                                       QObject::tr("Nothing that fades"),
                                       QObject::tr("No cadmium, cobalt and other listed metals"),
                                       QObject::tr("No tube of black")};
    TermActs acts{};
    for (std::size_t i = 0; i < words.size(); ++i) {
        acts[i] = menu.addAction(words[i]);
        acts[i]->setCheckable(true);
        acts[i]->setObjectName(QLatin1String(objectName) + QString::number(i));
    }
    return acts;
}

TubeTerms tickedIn(const TermActs& acts)
{
    return {acts[0]->isChecked(), acts[1]->isChecked(), acts[2]->isChecked(), acts[3]->isChecked(),
            acts[4]->isChecked()};
}

} // namespace iris
