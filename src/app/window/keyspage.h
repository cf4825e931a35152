#pragma once

#include "app/parts/place.h"

#include <QDialog>

namespace iris {

/// The keys that work somewhere.
struct KeySection {
    QString where;
    std::vector<WalkingKey> keys;
};

/// Every key, by where it works, as the acts of the window and of its places say.
std::vector<KeySection> keySections(const QList<QAction*>& everywhere, const std::vector<Place*>& places);

/// Shows them, or words and what they mean in the same way.
class KeysPage : public QDialog {
    Q_OBJECT

public:
    explicit KeysPage(const std::vector<KeySection>& sections, QWidget* parent = nullptr,
                      const QString& title = tr("Keys"));
};

} // namespace iris
