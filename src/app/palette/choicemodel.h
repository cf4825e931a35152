#pragma once

#include "app/jobs/job.h"
#include "app/palette/needsmodel.h"
#include "app/palette/sessionkeeper.h"
#include "notebook/purchasewishes.h"
#include "notebook/shortfall.h"

namespace iris {

/// Asks for palettes, keeps the one that is on show, and tells when it is another. Pages only show it.
class ChoiceModel : public QObject {
    Q_OBJECT

public:
    /// What is found out about the set on show after it is there.
    struct Beside {
        struct Way {
            RedPrimary red;
            Result<Choice> choice;
        };
        std::vector<double> sure;          ///< how sure each recipe is to come out, 0 to 1; empty until it is known
        std::vector<Shortfall> shortfalls; ///< the tube that would meet what is not met
        std::vector<Way> ways;             ///< a triad with a red and with a magenta
    };
    /// A question without an answer to show: it was stopped, or failed, or there is none.
    struct Unanswered {
        ShownChoice asked;
        Result<Choice> answer;
    };
    /// The staircase, and what it is of.
    struct Stairs {
        ChoiceQuestionPtr question;
        Staircase staircase;
    };

    ChoiceModel(Document& document, NeedsModel& needs, QObject* parent);

    /// What a palette is asked for just now: the needs of the picture, or all.
    std::vector<Need> needs() const { return m_needs.needs(); }
    /// The choice on show; null when there is none.
    const ShownChoicePtr& shown() const { return m_shown; }
    const Beside& beside() const { return m_beside; }
    /// Null until it is worked out.
    const Stairs* stairs() const { return m_stairs ? &*m_stairs : nullptr; }
    bool isChoosing() const { return m_choosing.isRunning(); }
    bool isClimbing() const { return m_climbing.isRunning(); }
    bool isBusy() const;

    /// Asks for what the wishes want.
    void choose();
    /// What is asked for has changed: an answer on show changes with it, while one watches.
    void askAnew();
    void cancel();
    /// The answer on show no longer belongs to any question.
    void forget();
    void showNextSet(int by);
    /// The set of one step of the staircase.
    void showStep(std::size_t step);
    void showKept(const QString& name, PaletteId id, const std::vector<TubeId>& tubes);
    /// The set on show with one tube in the place of another; what it was chosen from stays the question.
    void swap(std::size_t tube, std::size_t other);

    const PurchaseWishes& purchases() const { return m_purchases; }
    /// Asks anew where an answer is on show.
    void setPurchases(PurchaseWishes purchases);

Q_SIGNALS:
    /// A question begins.
    void asked(const iris::ShownChoice& asked);
    void progressed(double share);
    /// Another choice is on show, or another set of it, or none.
    void shownChanged();
    void besideChanged();
    /// The staircase is there, or no longer, or is being worked out.
    void staircaseChanged();
    /// What was on show still is where the question was stopped.
    void unanswered(const iris::ChoiceModel::Unanswered& question);
    /// There is no question any more.
    void forgotten();

private:
    void ask(ShownChoice asked);
    void take(ShownChoice asked, const Result<Choice>& answer);
    void show(ShownChoicePtr shown);
    void findOutMore();
    void climb(const ChoiceQuestionPtr& question);
    void askBothWays(const ChoiceQuestionPtr& question);
    ChoiceQuestion questionNow() const;

    Document& m_document;
    NeedsModel& m_needs;
    PurchaseWishes m_purchases;
    SessionKeeper m_sessions;
    std::shared_ptr<ChoiceSession> m_session; ///< about the tubes and needs of the last question
    ShownChoicePtr m_shown;
    Beside m_beside;
    std::optional<Stairs> m_stairs;
    Job<Result<Choice>> m_choosing;
    Job<Result<Staircase>> m_climbing;
    Job<std::vector<double>> m_weighing;
    Job<std::vector<Shortfall>> m_helping;
    Job<std::vector<Beside::Way>> m_bothWays;
};

} // namespace iris
