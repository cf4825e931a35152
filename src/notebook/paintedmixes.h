#pragma once

#include "mixing/recipe.h"
#include "notebook/notebook.h"

#include <map>
#include <memory>
#include <mutex>

namespace iris {

/// The painted dry mixes of a notebook by the tubes in them, for whoever asks of many recipes. Counts mixes by their
/// place, so it is right for the notebook it was made of and for copies of it.
class PaintedMixes {
public:
    PaintedMixes() = default;
    /// Takes note of the mixes alone; they are sorted when somebody asks, which is not after every edit.
    explicit PaintedMixes(const Notebook& notebook) : m_mixes(notebook.mixes) {}

    /// The latest painted record of a recipe: the same tubes in the same proportions at the same wash, in one layer.
    const MixRecord* as(const Notebook& notebook, const Recipe& recipe) const;

    /// The parts in which a pair was painted at this wash, when its share by tinting strength comes within 0.15 of the
    /// recipe's: what stands in a chart for the pair. Nothing when it was not painted, or in quite other amounts. The
    /// share counts by the strengths known today or by those before learning, whichever is nearer: a square that was
    /// laid out as equally strong stays one, also when it taught that it was not.
    std::optional<Recipe> near(const Notebook& notebook, const Recipe& recipe, std::span<const Paint> paints,
                               std::span<const Paint> unlearnt) const;

    /// Calls with the two tubes of every painted pair.
    template <typename Function> void forEachPair(Function&& call) const
    {
        for (const auto& [tubes, mixes] : byTubes())
            if (tubes.size() == 2)
                call(tubes[0], tubes[1]);
    }

private:
    using ByTubes = std::map<std::vector<TubeId>, std::vector<std::size_t>>;

    /// Once somebody has asked.
    struct Sorted {
        std::once_flag once;
        ByTubes byTubes; ///< tubes in the order of their ids
    };

    const ByTubes& byTubes() const;
    const std::vector<std::size_t>* of(const Notebook& notebook, const Recipe& recipe) const;

    SharedRecords<MixRecord> m_mixes;
    std::shared_ptr<Sorted> m_sorted = std::make_shared<Sorted>();
};

} // namespace iris
