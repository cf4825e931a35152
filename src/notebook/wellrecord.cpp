#include "notebook/wellrecord.h"

#include "notebook/studio.h"

#include <algorithm>

namespace iris {
WellState stateOf(const WellRecord& well, const Studio& studio)
{
    WellState state;
    state.belief = firstBelief(studio.paints.size());
    for (const WellStep& step : well.steps) {
        switch (step.kind) {
        case WellStep::Kind::Paint:
            if (const auto place = studio.placeOf(step.tube))
                state.puddle.acts.push_back({WellAct::Kind::Paint, *place, step.amount});
            else if (std::ranges::find(state.gone, step.name) == state.gone.end())
                state.gone.push_back(step.name);
            break;
        case WellStep::Kind::Water: state.puddle.acts.push_back({WellAct::Kind::Water, 0, step.amount}); break;
        case WellStep::Kind::Blot: state.puddle.acts.push_back({WellAct::Kind::Blot, 0, step.amount}); break;
        case WellStep::Kind::Seen:
            state.belief = corrected(state.belief, contentsOf(state.puddle), {step.seen, step.sd}, studio.paints);
            state.off = unexplained(state.belief, contentsOf(state.puddle), {step.seen, step.sd}, studio.paints);
            break;
        }
    }
    state.contents = contentsOf(state.puddle);
    return state;
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
