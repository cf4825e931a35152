#pragma once

#include "app/document/document.h"
#include "mixing/greypartner.h"

#include <QFrame>

class QAction;
class QPushButton;
class QVBoxLayout;

namespace iris {

class PlainLabel;

class ViewSettings;
class WashWidget;

/// What can be done with the tubes that are chosen.
struct TubeActs {
    QAction* edit = nullptr;
    QAction* readings = nullptr;
    QAction* pair = nullptr;
    QAction* card = nullptr;
    QAction* letDown = nullptr;
    QAction* replace = nullptr;
    QAction* duplicate = nullptr;
    QAction* merge = nullptr;
    QAction* remove = nullptr;
};

/// The card of the chosen tube: its wash, what is known of it in words and numbers, and what to do next.
class TubeCard : public QFrame {
    Q_OBJECT

public:
    TubeCard(Document& document, const TubeActs& acts, ViewSettings& settings, QWidget* parent = nullptr);

    /// Shows one tube, two (the pair they would make), or how many are chosen.
    void showTubes(std::vector<TubeId> tubes);

Q_SIGNALS:
    void pairWanted(iris::TubeId first, iris::TubeId second);

private:
    void setUpWords(QVBoxLayout* layout);
    void setUpButtons(QVBoxLayout* layout);
    void showNothing();
    void showOne(const Tube& tube, const Paint& paint);
    void showPair(TubeId first, TubeId second);
    void findGreyPartner(TubeId id);
    void showGreyPartner(const Studio& studio, const std::optional<GreyPartner>& partner);
    QString twinsOf(const Tube& tube) const;
    QString judgementOf(const Tube& tube, const Paint& paint) const;
    QString readingsOf(const Tube& tube, const Paint& paint) const;

    Document& m_document;
    TubeActs m_acts;
    ViewSettings& m_settings;
    WashWidget* m_wash = nullptr;
    PlainLabel* m_name = nullptr;
    PlainLabel* m_maker = nullptr;
    PlainLabel* m_judgement = nullptr;
    PlainLabel* m_numbers = nullptr;
    PlainLabel* m_caution = nullptr;
    PlainLabel* m_notes = nullptr;
    QPushButton* m_pair = nullptr;
    QPushButton* m_greyPartner = nullptr;
    Job<std::optional<GreyPartner>> m_findPartner;
    QPushButton* m_readings = nullptr;
    QPushButton* m_more = nullptr;
    std::vector<TubeId> m_shown;
};

} // namespace iris
