#pragma once

#include <QWidget>
#include <functional>
#include <vector>

class QAction;
class QMenu;
class QPushButton;

namespace iris {

class PlainLabel;

/// What can be done with the tube of a palette that is in hand: it must stay, it is left out, another takes its place.
/// What that does is asked anew at once.
class TubeInHand : public QWidget {
    Q_OBJECT

public:
    explicit TubeInHand(QWidget* parent = nullptr);

    /// Another tube, or one that is allowed again.
    struct Offer {
        QString words;
        std::function<void()> does;
    };
    /// @param words what there is to say of it, and why it is there
    /// @param stays it must stay already
    void show(const QString& words, bool stays, std::vector<Offer> instead, std::vector<Offer> allowed);
    /// No tube is in hand.
    void showNone(std::vector<Offer> allowed);

Q_SIGNALS:
    void mustStay(bool stays);
    void leftOut();

private:
    void offer(std::vector<Offer> instead, std::vector<Offer> allowed);

    PlainLabel* m_words;
    QAction* m_stay;
    QAction* m_out;
    QPushButton* m_instead;
    QMenu* m_offers;
};

} // namespace iris
