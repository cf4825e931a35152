#include "app/palette/choicemodel.h"

namespace iris {

ChoiceModel::ChoiceModel(Document& document, NeedsModel& needs, QObject* parent)
    : QObject(parent),
      m_document(document),
      m_needs(needs)
{
    connect(&m_choosing, &JobBase::progressed, this, &ChoiceModel::progressed);
    whenChanged(document, NotebookPart::Tubes, this, &ChoiceModel::forget);
    whenChanged(document, NotebookPart::Wishes, this, &ChoiceModel::askAnew);
    whenChanged(document, NotebookPart::Palettes, this, [this] { // what is on show may be kept no longer
        if (m_shown && m_shown->kept.value != 0 && !m_document.notebook().palette(m_shown->kept))
            forget();
    });
    connect(&needs, &QAbstractItemModel::modelReset, this, &ChoiceModel::forget);
}

bool ChoiceModel::isBusy() const
{
    return m_choosing.isRunning() || m_climbing.isRunning() || m_weighing.isRunning() || m_helping.isRunning()
           || m_bothWays.isRunning();
}

ChoiceQuestion ChoiceModel::questionNow() const
{
    ChoiceQuestion question = questionOf(m_document.studio(), m_needs.needs());
    m_purchases.apply(question.limits, question.pool);
    return question;
}

void ChoiceModel::choose()
{
    m_climbing.drop();
    m_stairs.reset();
    Q_EMIT staircaseChanged();
    ask({std::make_shared<ChoiceQuestion>(questionNow()), {}, 0, ChoiceOrigin::Chosen, {}, {}, {}});
}

void ChoiceModel::askAnew()
{
    if (!m_shown || m_shown->isKept())
        return forget();
    choose();
}

void ChoiceModel::setPurchases(PurchaseWishes purchases)
{
    m_purchases = std::move(purchases);
    askAnew();
}

void ChoiceModel::showKept(const QString& name, PaletteId id, const std::vector<TubeId>& tubes)
{
    std::vector<std::size_t> places;
    for (const TubeId tube : tubes)
        if (const auto place = m_document.studio()->placeOf(tube))
            places.push_back(*place);
    ask({std::make_shared<ChoiceQuestion>(questionOfJust(places, questionNow())),
         {},
         0,
         ChoiceOrigin::Kept,
         name.toStdString(),
         id,
         {}});
}

void ChoiceModel::showStep(std::size_t step)
{
    if (!m_stairs || step >= m_stairs->staircase.steps.size())
        return;
    const std::vector<std::size_t>& tubes = m_stairs->staircase.steps[step].set.tubes;
    ask({std::make_shared<ChoiceQuestion>(questionOfJust(tubes, *m_stairs->question)),
         {},
         0,
         ChoiceOrigin::Step,
         {},
         {},
         {}});
}

void ChoiceModel::swap(std::size_t tube, std::size_t other)
{
    if (!m_shown)
        return;
    std::vector<std::size_t> tubes = m_shown->set().tubes;
    std::ranges::replace(tubes, tube, other);
    std::ranges::sort(tubes);
    const ShownChoicePtr from = m_shown->from ? m_shown->from : m_shown;
    const auto& sets = from->answer->sets;
    if (const auto listed = std::ranges::find(sets, tubes, &PaletteSet::tubes); listed != sets.end()) {
        ShownChoice there = *from;
        there.place = static_cast<std::size_t>(listed - sets.begin());
        return show(std::make_shared<const ShownChoice>(std::move(there)));
    }
    ask({std::make_shared<ChoiceQuestion>(questionOfJust(tubes, *from->question)),
         {},
         0,
         ChoiceOrigin::Swapped,
         {},
         {},
         from});
}

void ChoiceModel::showNextSet(int by)
{
    if (!m_shown)
        return;
    const auto last = static_cast<int>(m_shown->answer->sets.size()) - 1;
    ShownChoice next = *m_shown;
    next.place = static_cast<std::size_t>(std::clamp(static_cast<int>(next.place) + by, 0, last));
    show(std::make_shared<const ShownChoice>(std::move(next)));
}

void ChoiceModel::ask(ShownChoice asked)
{
    const ChoiceQuestion& question = *asked.question;
    const Learned& learned = question.studio->learned;
    m_session = m_sessions.session(question, learned);
    m_choosing.start(
        [session = m_session, question = asked.question](const JobTools& tools) {
            Result<Choice> choice = session->choose(question->limits, tools.workOptions());
            if (choice && question->prefersForgiving())
                surestFirst(*choice, question->needs, question->pool.paints,
                            learnedOf(question->pool, question->studio->learned), tools.stop);
            return choice;
        },
        [this, asked](const Result<Choice>& answer) { take(asked, answer); });
    Q_EMIT this->asked(asked);
}

void ChoiceModel::take(ShownChoice asked, const Result<Choice>& answer)
{
    if (!answer || answer->end != ChoiceEnd::Done || answer->sets.empty()) {
        if (!answer || answer->end != ChoiceEnd::Stopped)
            show({}); // what was on show was for another question
        return Q_EMIT unanswered({asked, answer});
    }
    asked.answer = std::make_shared<const Choice>(*answer);
    const auto question = asked.question;
    const bool isChosen = asked.origin == ChoiceOrigin::Chosen;
    show(std::make_shared<const ShownChoice>(std::move(asked)));
    if (isChosen && question->limits.school == School::Free)
        climb(question);
    if (isChosen && question->limits.school == School::Triad && question->limits.red == RedPrimary::Either)
        askBothWays(question);
}

void ChoiceModel::show(ShownChoicePtr shown)
{
    if (!shown || !m_shown || shown->answer != m_shown->answer) {
        m_bothWays.drop();
        m_beside.ways.clear();
    }
    m_shown = std::move(shown);
    m_beside.sure.clear();
    m_beside.shortfalls.clear();
    findOutMore();
    std::vector<NeedsModel::State> states;
    if (m_shown)
        for (const NeedAnswer& answer : m_shown->set().answers)
            states.push_back(answer.met ? NeedsModel::State::Met : NeedsModel::State::Missed);
    m_needs.setStates(std::move(states));
    Q_EMIT shownChanged();
}

void ChoiceModel::findOutMore()
{
    m_weighing.drop();
    m_helping.drop();
    if (!m_shown)
        return;
    m_weighing.start(
        [shown = m_shown](const JobTools& tools) {
            const ChoiceQuestion& question = *shown->question;
            return surenessOf(shown->set(), question.needs, question.pool.paints,
                              learnedOf(question.pool, question.studio->learned), {}, tools.stop);
        },
        [this](const std::vector<double>& sure) {
            m_beside.sure = sure;
            Q_EMIT besideChanged();
        });
    if (std::ranges::all_of(m_shown->set().answers, &NeedAnswer::met))
        return;
    m_helping.start([shown = m_shown](const JobTools& tools) { return shortfallsOf(*shown, tools.stop); },
                    [this](const std::vector<Shortfall>& shortfalls) {
                        m_beside.shortfalls = shortfalls;
                        Q_EMIT besideChanged();
                    });
}

/// What the other school of the red primary would choose.
void ChoiceModel::askBothWays(const ChoiceQuestionPtr& question)
{
    m_bothWays.start(
        [session = m_session, question](const JobTools& tools) {
            std::vector<Beside::Way> ways;
            for (const RedPrimary red : {RedPrimary::Red, RedPrimary::Magenta}) {
                Limits way = question->limits;
                way.red = red;
                way.mostSets = 1;
                ways.push_back({red, session->choose(way, tools.workOptions())});
            }
            return ways;
        },
        [this](const std::vector<Beside::Way>& ways) {
            m_beside.ways = ways;
            Q_EMIT besideChanged();
        });
}

/// The staircase, beside the choice that is there already.
void ChoiceModel::climb(const ChoiceQuestionPtr& question)
{
    constexpr std::size_t highest = 12;
    m_climbing.start(
        [session = m_session, question](const JobTools& tools) {
            Limits all = question->limits;
            all.mostTubes = highest;
            return session->staircase(all, tools.workOptions());
        },
        [this, question](const Result<Staircase>& stairs) {
            if (stairs && stairs->end == ChoiceEnd::Done)
                m_stairs = Stairs{question, *stairs};
            Q_EMIT staircaseChanged();
        });
    Q_EMIT staircaseChanged();
}

void ChoiceModel::cancel()
{
    m_choosing.stop();
    m_climbing.stop();
}

void ChoiceModel::forget()
{
    m_choosing.drop();
    m_climbing.drop();
    m_stairs.reset();
    Q_EMIT staircaseChanged();
    show({});
    Q_EMIT forgotten();
}

} // namespace iris
