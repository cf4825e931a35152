#pragma once

#include "app/parts/washpainter.h"
#include "mixing/recipe.h"
#include "notebook/mixrecord.h"

#include <QFrame>

class QPushButton;
class QVBoxLayout;

namespace iris {

class PlainLabel;

class PairContext;

/// The mix that is expected, and beside it, touching, the one that was painted.
class MixSwatch : public QWidget {
    Q_OBJECT

public:
    MixSwatch(PairContext& context, QWidget* parent = nullptr);

    void show(const Film& film, const Lab& expected, const std::optional<Lab>& painted);
    void clear();

    QSize sizeHint() const override { return {280, 120}; }
    QSize minimumSizeHint() const override { return {280, 72}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    PairContext& m_context;
    std::optional<WashColours> m_wash;
    Lab m_expected;
    std::optional<Lab> m_painted;
};

/// Everything there is to say of one mix, and what can be done with it.
class MixCard : public QFrame {
    Q_OBJECT

public:
    MixCard(PairContext& context, QWidget* parent = nullptr);

    /// @param beside a colour to set the temperature against, when there is one
    void show(const Recipe& recipe, const std::optional<Lab>& beside = {});
    void clear();
    const std::optional<Recipe>& recipe() const { return m_recipe; }

    /// Room for what a view can do with the mix besides.
    QVBoxLayout* extras() const { return m_extras; }

    void pin();
    void note();
    void want();

private:
    void followTubes();
    QString judgementWords(const MixJudgement& judgement) const;
    QString paintedWords() const;
    QString laidWords(const MixRecord& record) const;
    QString besideWords(const Lab& beside) const;

    PairContext& m_context;
    std::optional<Recipe> m_recipe;
    std::vector<TubeId> m_tubes; ///< of its parts, whose places change when tubes come and go
    Lab m_colour;
    MixSwatch* m_swatch;
    PlainLabel* m_title;
    PlainLabel* m_words;
    PlainLabel* m_painted;
    PlainLabel* m_numbers;
    QVBoxLayout* m_extras;
    std::vector<QPushButton*> m_buttons;
};

} // namespace iris
