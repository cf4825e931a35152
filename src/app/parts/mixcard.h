#pragma once

#include "drawing/washpainter.h"
#include "notebook/studio.h"

#include <QFrame>

class QVBoxLayout;

namespace iris {

class PlainLabel;

class Worktable;

/// The mix that is expected, and beside it, touching, the one that was painted.
class MixSwatch : public QWidget {
    Q_OBJECT

public:
    MixSwatch(Worktable& context, QWidget* parent = nullptr);

    void show(const Film& film, const Paper& paper, const Lab& expected, const std::optional<Lab>& painted);
    void clear();

    QSize sizeHint() const override { return {280, 120}; }
    QSize minimumSizeHint() const override { return {280, 72}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    Worktable& m_context;
    std::optional<WashColours> m_wash;
    Lab m_expected;
    std::optional<Lab> m_painted;
};

/// Everything there is to say of one mix, and what can be done with it.
class MixCard : public QFrame {
    Q_OBJECT

public:
    MixCard(Worktable& context, QWidget* parent = nullptr);

    /// Shows a mix of the studio's tubes, as far as they are still in the notebook, and follows it through later edits.
    /// @param beside a colour to set the temperature against, when there is one
    void show(const StudioPtr& studio, const Recipe& recipe, const std::optional<Lab>& beside = {});
    void clear();
    const std::optional<Recipe>& recipe() const { return m_recipe; }
    /// The studio whose tubes recipe() counts.
    const StudioPtr& studio() const { return m_studio; }

    /// Room for what a view can do with the mix besides.
    QVBoxLayout* extras() const { return m_extras; }

    void showPaper();
    void pin();
    void copy();
    void note();
    void want();
    /// Why it is as dull as it is, and which tube would mend it.
    void diagnose();

private:
    void follow();
    QString judgementWords(const MixJudgement& judgement) const;
    QString paintedWords() const;
    QString laidWords(const MixRecord& record) const;
    QString besideWords(const Lab& beside) const;

    Worktable& m_context;
    StudioPtr m_studio;
    std::optional<Recipe> m_recipe; ///< counts m_studio's tubes
    std::optional<Lab> m_beside;
    Lab m_colour;
    MixSwatch* m_swatch;
    PlainLabel* m_title;
    PlainLabel* m_words;
    PlainLabel* m_painted;
    PlainLabel* m_numbers;
    QVBoxLayout* m_extras;
};

} // namespace iris
