#pragma once

#include "app/document/document.h"
#include "notebook/shownchoice.h"

#include <QWidget>

class QAction;
class QMenu;
class QPushButton;

namespace iris {

class ChoiceModel;
class PlainLabel;

/// The tube of a palette that is in hand, and what can be done with it: it must stay, it is left out, another takes its
/// place. Wishes about the painter's own tubes stand in the notebook; those about tubes to be bought are kept by
/// the model for as long as the window is open.
class TubeInHand : public QWidget {
    Q_OBJECT

public:
    TubeInHand(Document& document, ChoiceModel& model, QWidget* parent = nullptr);

    /// @param tube its place in the pool; nothing when none is in hand
    void show(const ShownChoicePtr& shown, std::optional<std::size_t> tube);

Q_SIGNALS:
    /// One tube is to stand in the place of another.
    void swapped(std::size_t tube, std::size_t other);

private:
    QString wordsOf(const ShownChoice& shown, std::size_t tube) const;
    void offerInstead(const ShownChoice& shown, std::size_t tube);
    void offerAllowed();
    void keep(bool stays);
    void leaveOut();

    Document& m_document;
    ChoiceModel& m_model;
    /// The tube in hand: its number in the notebook, or its key where it is not the painter's yet.
    TubeId m_own;
    std::string m_toBuy;
    QString m_name;
    PlainLabel* m_words;
    QAction* m_stay;
    QAction* m_out;
    QPushButton* m_instead;
    QMenu* m_offers;
};

} // namespace iris
