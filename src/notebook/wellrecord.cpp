#include "notebook/wellrecord.h"

#include "notebook/allowed.h"
#include "notebook/studio.h"

#include <algorithm>

namespace iris {

WellState stateOf(const WellRecord& well, const Studio& studio)
{
    WellState state;
    state.belief = firstBelief(studio.paints.size());
    const Spectrum paper = studio.notebook.handling.paper.reflectance();
    for (const WellStep& step : well.steps) {
        switch (step.kind) {
        case WellStep::Kind::Paint:
            if (const auto place = studio.placeOf(step.tube))
                state.puddle.acts.push_back({WellAct::Kind::Paint, *place, step.amount});
            else if (std::ranges::find(state.gone, step.name) == state.gone.end())
                state.gone.push_back(step.name);
            break;
        case WellStep::Kind::Water: state.puddle.acts.push_back({WellAct::Kind::Water, 0, step.amount}); break;
        case WellStep::Kind::Poured: // is less of it, too
        case WellStep::Kind::Blot: state.puddle.acts.push_back({WellAct::Kind::Blot, 0, step.amount}); break;
        case WellStep::Kind::Seen:
            state.belief =
                corrected(state.belief, contentsOf(state.puddle), {step.seen, step.sd}, studio.paints, paper);
            state.off = unexplained(state.belief, contentsOf(state.puddle), {step.seen, step.sd}, studio.paints, paper);
            break;
        }
    }
    state.contents = contentsOf(state.puddle);
    return state;
}

Poured poured(const WellRecord& from, WellRecord into, const Studio& studio)
{
    constexpr double half = 0.5;
    const PuddleContents source = stateOf(from, studio).contents;
    const PuddleContents before = stateOf(into, studio).contents;
    for (const auto& [paint, parts] : source.parts) {
        WellStep step;
        step.tube = studio.notebook.tubes[paint].id;
        step.name = studio.notebook.tubes[paint].name;
        step.amount = std::max(allowed::wellParts.least, parts * half);
        into.steps.push_back(std::move(step));
    }
    // So much wash there is to each part of paint: what was there, and what came.
    const double paint = before.partsInAll() + half * source.partsInAll();
    const double wash = before.partsInAll() / before.wash + half * source.partsInAll() / source.wash;
    if (const double stays = paint / wash / stateOf(into, studio).contents.wash; wash > 0 && stays < 0.999) {
        WellStep water;
        water.kind = WellStep::Kind::Water;
        water.amount = std::max(allowed::wellShare.least, stays);
        into.steps.push_back(std::move(water));
    }
    WellRecord left = from;
    WellStep gone;
    gone.kind = WellStep::Kind::Poured;
    gone.amount = half;
    left.steps.push_back(std::move(gone));
    return {std::move(into), std::move(left)};
}

std::vector<WellStep> stepsFor(const Recipe& recipe, const Studio& studio)
{
    std::vector<WellStep> steps;
    for (const WellAct& act : puddleOf(recipe, studio.paints).acts) {
        WellStep step;
        step.amount = act.amount;
        if (act.kind == WellAct::Kind::Paint) {
            const Tube& tube = studio.notebook.tubes[act.paint];
            step.tube = tube.id;
            step.name = tube.name;
        } else {
            step.kind = WellStep::Kind::Water;
        }
        steps.push_back(std::move(step));
    }
    return steps;
}

} // namespace iris
