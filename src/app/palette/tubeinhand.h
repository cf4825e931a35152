#pragma once

#include "app/document/document.h"
#include "notebook/pool.h"

#include <QWidget>

class QAction;
class QMenu;
class QPushButton;

namespace iris {

class PlainLabel;

/// The tube of a palette that is in hand, and what can be done with it: it must stay, it is left out, another takes its
/// place. Wishes about the painter's own tubes stand in the notebook; those about tubes to be bought are kept here for
/// as long as the window is open.
class TubeInHand : public QWidget {
    Q_OBJECT

public:
    explicit TubeInHand(Document& document, QWidget* parent = nullptr);

    /// What it is about.
    struct Shown {
        const PaletteSet* set = nullptr;
        const std::vector<Need>* needs = nullptr;
        const TubePool* pool = nullptr;
        School school = School::Free;
        const std::vector<std::vector<std::size_t>>* equals = nullptr; ///< sets that do as well
    };
    /// @param tube its place in the pool; nothing when none is in hand
    void show(const Shown& shown, std::optional<std::size_t> tube);

    /// Adds what is wished of tubes that are not the painter's yet.
    void apply(Limits& limits, const TubePool& pool) const;

Q_SIGNALS:
    /// What is asked for has changed, and the notebook does not tell.
    void changed();
    /// One tube is to stand in the place of another.
    void swapped(std::size_t tube, std::size_t other);

private:
    QString wordsOf(const Shown& shown, std::size_t tube) const;
    void offerInstead(const Shown& shown, std::size_t tube);
    void offerAllowed();
    void keep(bool stays);
    void leaveOut();

    Document& m_document;
    /// The tube in hand: its number in the notebook, or its key where it is not the painter's yet.
    TubeId m_own;
    std::string m_toBuy;
    QString m_name;
    std::vector<std::string> m_mustBuy;
    std::vector<std::pair<std::string, QString>> m_neverBuy; ///< with the name, for who reads
    PlainLabel* m_words;
    QAction* m_stay;
    QAction* m_out;
    QPushButton* m_instead;
    QMenu* m_offers;
};

} // namespace iris
