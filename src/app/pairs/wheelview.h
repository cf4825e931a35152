#pragma once

#include "app/document/document.h"
#include "app/pairs/wheeldisc.h"

#include <QWidget>

class QComboBox;
class QHBoxLayout;

namespace iris {

class PlainLabel;

class MixCard;
class Worktable;
class TubeChoiceModel;

/// Twelve even steps of hue from any three tubes, with the parts for each, neutralised inwards.
class WheelView : public QWidget {
    Q_OBJECT

public:
    WheelView(Worktable& context, QWidget* parent = nullptr);

    WheelDisc& disc() { return *m_disc; }
    MixCard& card() { return *m_card; }

protected:
    void showEvent(QShowEvent* event) override;

private:
    QHBoxLayout* makeChoices();
    void chooseFirst();
    void rebuild();
    void showSpot(WheelSpot spot);
    void showDot(std::size_t other);

    Worktable& m_context;
    TubeChoiceModel* m_choices;
    std::array<QComboBox*, 3> m_boxes{};
    std::array<TubeId, 3> m_tubes{};
    PlainLabel* m_headline;
    WheelDisc* m_disc;
    MixCard* m_card;
    bool m_stale = true;
};

} // namespace iris
