#pragma once

#include "app/parts/act.h"

#include <QWidget>

namespace iris {

/// A key that is no act: one that walks or moves things.
struct WalkingKey {
    QString keys;
    QString what;
};

/// One place of the window. The rail, the page of keys and the window itself are made from what it says of itself;
/// what can be done in it are its acts (addAct()), and those of its parts.
class Place : public QWidget {
    Q_OBJECT

public:
    /// @param name as on the rail
    /// @param id for tests and style sheets: "Tubes"
    Place(const QString& name, const char* id, QWidget* parent);

    const QString& name() const { return m_name; }
    /// How much there is, for the rail.
    virtual QString count() const = 0;
    /// Turns to one of its pages, as its tabs number them.
    virtual void turnTo(int page) { Q_UNUSED(page) }
    /// Gives the focus to what is on show, so that its keys work.
    virtual void takeFocus() = 0;
    virtual std::vector<WalkingKey> walkingKeys() const { return {}; }
    /// Takes a picture that was dropped while the place is on show; false when it is none of its.
    virtual bool takePicture(const QString& path)
    {
        Q_UNUSED(path)
        return false;
    }

Q_SIGNALS:
    void countChanged();
    /// Asks to be shown.
    void wanted();

protected:
    /// Escape leaves the field that is typed into; keys of what is on show work from wherever the focus is in the
    /// place.
    void keyPressEvent(QKeyEvent* event) override;

private:
    QString m_name;
};

} // namespace iris
