#include "finding/nexttouch.h"

#include "colour/deltae.h"
#include "finding/finetune.h"
#include "mixing/ratios.h"

#include <Eigen/Dense>

#include <algorithm>
#include <cmath>
#include <functional>
#include <limits>

namespace iris {
namespace {

constexpr double strengthSd = 0.4; ///< ln 1.5
constexpr double brushSd = 0.2;
constexpr double nineInTen = 1.25; ///< standard deviations
constexpr double worthATube = 0.3; ///< deltaE00 that a tube must gain
constexpr double worthTwo = 1;     ///< and each one more that is put in with it
constexpr double movesAtAll = 0.1; ///< deltaE00 that a touch must gain by itself
constexpr int mostTouches = 4;
constexpr std::size_t mostTubes = 3; ///< put in at once

/// How strongly each paint of a puddle counts: parts times strength, as believed.
double weightOf(const std::pair<std::size_t, double>& part, std::span<const Paint> paints, const Belief& belief)
{
    return part.second * paints[part.first].strength * std::exp(belief.logFactor[part.first]);
}

Film believedFilm(const PuddleContents& contents, std::span<const Paint> paints, const Belief& belief)
{
    std::vector<WeightedFilm> films;
    for (const auto& part : contents.parts)
        films.push_back({&paints[part.first].film, weightOf(part, paints, belief)});
    return mixedFilm(films);
}

PuddleContents withStep(PuddleContents contents, const TouchStep& step)
{
    const auto in = std::ranges::find(contents.parts, step.paint, [](const auto& part) { return part.first; });
    if (in != contents.parts.end())
        in->second += step.parts;
    else
        contents.parts.emplace_back(step.paint, step.parts);
    return contents;
}

double wholeWeight(const PuddleContents& contents, std::span<const Paint> paints, const Belief& belief)
{
    double sum = 0;
    for (const auto& part : contents.parts)
        sum += weightOf(part, paints, belief);
    return sum;
}

/// The puddle as if it were one paint, with the paints that may go into it: what a Finetuner can work on.
class Trials {
public:
    Trials(const Wanted& wanted, std::span<const Paint> paints, const TouchOptions& options)
        : m_wanted(wanted),
          m_paper(options.handling.paper),
          m_places(options.places),
          m_paints(1)
    {
        for (const std::size_t place : options.places)
            m_paints.push_back(paints[place]);
    }

    void setPuddle(const Film& film) { m_paints[0].film = film; }
    /// @param strength of a part of what lies in it
    void setStrength(double strength) { m_meanStrength = strength; }

    std::size_t count() const { return m_paints.size(); }
    std::size_t placeOf(std::size_t tried) const { return m_places[tried - 1]; }
    double takesOver(std::size_t tried) const { return iris::takesOver(m_paints[tried]); }

    /// The puddle alone, let out as it comes nearest.
    Tuned asItIs() const { return asItIs(m_paints[0].film); }
    Tuned asItIs(const Film& film) const
    {
        std::vector<Paint> alone(1);
        alone[0].film = film;
        const Finetuner tuner(m_wanted, alone, m_paper);
        return tuner.washOf(std::array{std::size_t{0}}, {{1}, 0.5, 0});
    }

    /// With some paints put in besides.
    Tuned with(const std::vector<std::size_t>& added, const Tuned& before) const
    {
        const Finetuner tuner(m_wanted, m_paints, m_paper);
        std::vector<std::size_t> set{0};
        set.insert(set.end(), added.begin(), added.end());
        Tuned start = before;
        start.shares.push_back(0.1);
        return tuner.tuned(set, start);
    }

    /// How much tube paint is put in, over what lies in the puddle.
    double partsBeside(const std::vector<std::size_t>& added, const Tuned& tuned) const
    {
        double parts = 0;
        for (std::size_t i = 0; i < added.size(); ++i)
            parts += tuned.shares[i + 1] / tuned.shares[0] / m_paints[added[i]].strength;
        return parts * m_meanStrength;
    }

private:
    const Wanted& m_wanted;
    Paper m_paper;
    std::vector<std::size_t> m_places;
    std::vector<Paint> m_paints;
    double m_meanStrength = 1;
};

/// Which paints to put in, and what shares they then have beside the puddle's.
struct Plan {
    std::vector<std::size_t> added; ///< among the trials
    Tuned tuned;
};

/// Plans what goes into a puddle, one paint after the other as long as each gains enough. All paints are tried when the
/// first plan is made; what helps then is what further paints and later plans are chosen from.
class Planner {
public:
    /// What a puddle comes to, deltaE00, when what is planned is put in as it can be counted out.
    using Made = std::function<double(const Plan& plan)>;

    explicit Planner(const Trials& trials) : m_trials(trials)
    {
        for (std::size_t one = 1; one < trials.count(); ++one)
            m_tried.push_back(one);
    }

    /// A first tube has to help by itself as it is counted out; where none does, two have to together.
    Plan planFor(const Tuned& now, const Made& made)
    {
        Plan plan = oneMore({{}, now}, [&](const Plan& one) { return made(one) < now.apart - movesAtAll; });
        if (plan.added.empty() || plan.tuned.apart > now.apart - worthATube) {
            plan = oneMore({{}, now}, [](const Plan&) { return true; });
            if (plan.added.empty() || plan.tuned.apart > now.apart - worthATube)
                return {{}, now};
            m_tooMuch = plan.added.front();
            plan = oneMore(plan, [&](const Plan& two) { return made(two) < now.apart - worthTwo; });
            return plan.added.size() == 2 ? plan : Plan{{}, now};
        }
        while (plan.added.size() < mostTubes) {
            const Plan best = oneMore(plan, [](const Plan&) { return true; });
            if (best.tuned.apart > plan.tuned.apart - worthTwo)
                break;
            plan = best;
        }
        return plan;
    }

    /// What would help, were a touch of it not too much for the puddle.
    std::optional<std::size_t> tooMuch() const { return m_tooMuch; }

private:
    static constexpr std::size_t mostTried = 8;
    /// deltaE00 that as much tube paint as lies in the puddle has to gain: of what does as well, a touch is taken.
    static constexpr double againstMuch = 1.5;

    Plan oneMore(const Plan& plan, const std::function<bool(const Plan&)>& does)
    {
        Plan best = plan;
        double least = std::numeric_limits<double>::infinity();
        std::vector<std::pair<double, std::size_t>> ranked;
        for (const std::size_t one : m_tried) {
            if (std::ranges::find(plan.added, one) != plan.added.end())
                continue;
            std::vector<std::size_t> added = plan.added;
            added.push_back(one);
            Tuned tuned = m_trials.with(added, plan.tuned);
            const double cost = tuned.apart + againstMuch * m_trials.partsBeside(added, tuned);
            ranked.emplace_back(cost, one);
            Plan larger{std::move(added), std::move(tuned)};
            if (larger.tuned.apart < plan.tuned.apart && cost < least && does(larger)) {
                least = cost;
                best = std::move(larger);
            }
        }
        if (m_tried.size() > mostTried)
            keepBest(std::move(ranked));
        return best;
    }

    void keepBest(std::vector<std::pair<double, std::size_t>> ranked)
    {
        std::ranges::sort(ranked);
        m_tried.clear();
        for (const auto& [apart, one] : ranked)
            if (m_tried.size() < mostTried)
                m_tried.push_back(one);
    }

    const Trials& m_trials;
    std::vector<std::size_t> m_tried;
    std::optional<std::size_t> m_tooMuch;
};

/// Parts in whole touches, a little less than would be right; above a part in half parts. At least a touch.
double carefully(double parts, double sd, Handling handling)
{
    const double careful = parts * std::exp(-nineInTen * sd);
    const double aTouch = 1.0 / handling.touchesAPart;
    const double step = careful < 1 ? aTouch : 0.5;
    return std::max(aTouch, std::floor(careful / step + 1e-9) * step);
}

Sight moved(const Wanted& wanted, double l, double a, double b, double chroma)
{
    Lab colour = wanted.colour;
    colour.l = std::clamp(colour.l + l, 0.0, 100.0);
    colour.a += a;
    colour.b += b;
    if (chroma != 0) {
        Lch lch = toLch(colour);
        lch.chroma = std::max(0.0, lch.chroma + chroma);
        colour = toLab(lch);
    }
    return {colour, 4};
}

} // namespace

Belief firstBelief(std::size_t paints)
{
    return {std::vector<double>(paints, 0), std::vector<double>(paints, std::hypot(strengthSd, brushSd))};
}

Result<Sight> sightOf(const std::vector<Look>& looks, const Wanted& wanted)
{
    constexpr double hueStep = 9;
    constexpr double lightStep = 7;
    const auto said = [&](Look look) { return std::ranges::find(looks, look) != looks.end() ? 1.0 : 0.0; };
    static constexpr std::array<std::pair<Look, Look>, 4> opposites{{{Look::TooRed, Look::TooGreen},
                                                                     {Look::TooYellow, Look::TooBlue},
                                                                     {Look::TooLight, Look::TooDark},
                                                                     {Look::TooDull, Look::TooClean}}};
    for (const auto& [one, other] : opposites)
        if (said(one) > 0 && said(other) > 0)
            return failure(ErrorCode::BadValue, "it cannot be " + std::string(nameOf(one)) + " and "
                                                    + std::string(nameOf(other)) + " at once");
    // Where colours are strong the same step is hardly seen: what is remarked on is at least so far off.
    constexpr double leastRemarked = 5;
    constexpr double mostTimes = 4;
    Sight sight;
    for (double times = 1; times <= mostTimes; times *= 1.25) {
        sight = moved(wanted, times * lightStep * (said(Look::TooLight) - said(Look::TooDark)),
                      times * hueStep * (said(Look::TooRed) - said(Look::TooGreen)),
                      times * hueStep * (said(Look::TooYellow) - said(Look::TooBlue)),
                      times * hueStep * (said(Look::TooClean) - said(Look::TooDull)));
        if (deltaE00(sight.colour, wanted.colour) >= leastRemarked)
            break;
    }
    return sight;
}

Lab unexplained(const Belief& belief, const PuddleContents& contents, const Sight& sight, std::span<const Paint> paints,
                const Spectrum& paper)
{
    constexpr double mixingSd = 4;
    if (contents.isEmpty())
        return {};
    std::vector<WeightedFilm> films;
    for (const auto& part : contents.parts)
        films.push_back({&paints[part.first].film, weightOf(part, paints, belief)});
    const Film film = mixedFilm(films);
    Lab reckoned = seenLab(film, contents.wash, paper);
    for (double wash = wash::full; wash > thinnestWash; wash *= 0.97)
        if (const Lab colour = seenLab(film, wash, paper);
            deltaE00(colour, sight.colour) < deltaE00(reckoned, sight.colour))
            reckoned = colour;
    const double share = mixingSd * mixingSd / (mixingSd * mixingSd + sight.sd * sight.sd);
    return {share * (sight.colour.l - reckoned.l), share * (sight.colour.a - reckoned.a),
            share * (sight.colour.b - reckoned.b)};
}

Wanted aimedAt(const Wanted& wanted, const Lab& off)
{
    const auto less = [&](const Lab& colour) {
        return Lab{std::clamp(colour.l - off.l, 0.0, 100.0), colour.a - off.a, colour.b - off.b};
    };
    Wanted aimed = wanted;
    aimed.colour = less(wanted.colour);
    if (aimed.thin)
        aimed.thin = less(*aimed.thin);
    return aimed;
}

Belief corrected(const Belief& belief, const PuddleContents& contents, const Sight& sight,
                 std::span<const Paint> paints, const Spectrum& paper)
{
    constexpr double washSd = 0.7;
    constexpr double lengthOfTry = 1e-4;
    const auto count = static_cast<Eigen::Index>(contents.parts.size());
    if (count == 0)
        return belief;
    // What is off by so many standard deviations: each paint, and the wash last.
    const auto missAt = [&](const Eigen::VectorXd& off) -> Eigen::VectorXd {
        std::vector<WeightedFilm> films;
        for (Eigen::Index i = 0; i < count; ++i) {
            const auto& part = contents.parts[static_cast<std::size_t>(i)];
            films.push_back(
                {&paints[part.first].film, weightOf(part, paints, belief) * std::exp(off(i) * belief.sd[part.first])});
        }
        const double wash = std::clamp(contents.wash * std::exp(off(count) * washSd), 1e-3, 4.0);
        const auto terms = deltaE00Terms(sight.colour, seenLab(mixedFilm(films), wash, paper));
        Eigen::VectorXd miss(3 + count + 1);
        for (int i = 0; i < 3; ++i)
            miss(i) = terms[static_cast<std::size_t>(i)] / sight.sd;
        miss.tail(count + 1) = off;
        return miss;
    };
    Eigen::VectorXd off = Eigen::VectorXd::Zero(count + 1);
    Eigen::MatrixXd normal;
    for (int step = 0; step < 12; ++step) {
        const Eigen::VectorXd miss = missAt(off);
        Eigen::MatrixXd slope(miss.size(), count + 1);
        for (Eigen::Index i = 0; i <= count; ++i) {
            Eigen::VectorXd beside = off;
            beside(i) += lengthOfTry;
            slope.col(i) = (missAt(beside) - miss) / lengthOfTry;
        }
        normal = slope.transpose() * slope;
        Eigen::VectorXd move = normal.ldlt().solve(-slope.transpose() * miss);
        while (missAt(off + move).squaredNorm() > miss.squaredNorm() && move.norm() > 1e-6)
            move /= 2;
        off += move;
        if (move.norm() < 1e-5)
            break;
    }
    const Eigen::MatrixXd covariance = normal.inverse();
    Belief result = belief;
    for (Eigen::Index i = 0; i < count; ++i) {
        const std::size_t paint = contents.parts[static_cast<std::size_t>(i)].first;
        result.logFactor[paint] += off(i) * belief.sd[paint];
        // What the brush takes up next time is as uncertain as ever.
        result.sd[paint] = std::max(brushSd / 2, belief.sd[paint] * std::sqrt(covariance(i, i)));
    }
    return result;
}

TouchAdvice nextTouch(const PuddleContents& contents, const Wanted& wanted, std::span<const Paint> paints,
                      const Belief& belief, const TouchOptions& options)
{
    TouchAdvice advice;
    advice.handling = options.handling;
    if (contents.isEmpty())
        return advice;
    Trials trials(wanted, paints, options);
    Planner planner(trials);
    PuddleContents expected = contents;
    Belief later = belief;
    for (int step = 0; step <= mostTouches; ++step) {
        const Film film = believedFilm(expected, paints, later);
        trials.setPuddle(film);
        trials.setStrength(wholeWeight(expected, paints, later) / expected.partsInAll());
        const Tuned now = trials.asItIs();
        if (step == 0) {
            advice.apartNow = now.apart;
            advice.washNow = now.wash;
            advice.laidNow = laidOut(film, now.wash, options.handling.paper);
        } else {
            TouchStep& last = advice.steps.back();
            last.wash = now.wash;
            last.laid = laidOut(film, now.wash, options.handling.paper);
            last.apart = now.apart;
            last.transparency = transparencyOf(film);
        }
        if (now.apart <= options.tolerance || step == mostTouches)
            break;
        const double whole = wholeWeight(expected, paints, later);
        const auto stepOf = [&](const Plan& plan, std::size_t at) {
            TouchStep made;
            made.paint = trials.placeOf(plan.added[at]);
            const double parts = plan.tuned.shares[at + 1] / plan.tuned.shares[0] * whole
                                 / (paints[made.paint].strength * std::exp(later.logFactor[made.paint]));
            made.parts = carefully(parts, later.sd[made.paint], options.handling);
            return made;
        };
        const auto apartAfter = [&](const PuddleContents& then) {
            return trials.asItIs(believedFilm(then, paints, later)).apart;
        };
        const Plan plan = planner.planFor(now, [&](const Plan& planned) {
            PuddleContents then = expected;
            for (std::size_t at = 0; at < planned.added.size(); ++at)
                then = withStep(std::move(then), stepOf(planned, at));
            return apartAfter(then);
        });
        if (plan.added.empty())
            break;
        // What helps most by itself goes in first.
        std::vector<TouchStep> steps;
        for (std::size_t at = 0; at < plan.added.size(); ++at)
            steps.push_back(stepOf(plan, at));
        const auto apartWith = [&](const TouchStep& one) { return apartAfter(withStep(expected, one)); };
        const TouchStep next = *std::ranges::min_element(steps, {}, apartWith);
        advice.twoAtOnce = advice.twoAtOnce || (step == 0 && apartWith(next) > now.apart - movesAtAll);
        advice.steps.push_back(next);
        expected = withStep(std::move(expected), next);
        later.sd[next.paint] /= 2; // it will have been looked at by then
    }
    if (advice.steps.empty() && planner.tooMuch())
        advice.tooMuch = trials.placeOf(*planner.tooMuch());
    if (advice.steps.empty() && !advice.tooMuch && advice.apartNow > options.tolerance) {
        double gain = 0;
        for (const auto& part : contents.parts) {
            PuddleContents less = contents;
            std::ranges::find(less.parts, part)->second *= 0.8;
            trials.setPuddle(believedFilm(less, paints, belief));
            if (const double better = advice.apartNow - trials.asItIs().apart; better > gain) {
                gain = better;
                advice.leansWrong = part.first;
            }
        }
    }
    return advice;
}

} // namespace iris
