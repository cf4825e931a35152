#pragma once

#include "notebook/lessons.h"

#include <random>

/// So many painted squares of any two tubes of a notebook, in one to six parts of each, for tests and benchmarks: as
/// the given paints mix, whatever the notebook believes of its tubes. The same seed gives the same squares.
/// @param notebook with at least two tubes; @param truth one paint a tube
inline iris::NotebookEdit yearsOfSquares(const iris::Notebook& notebook, std::span<const iris::Paint> truth, int count,
                                         unsigned seed)
{
    std::mt19937 random(seed);
    std::uniform_int_distribution<std::size_t> any(0, truth.size() - 1);
    std::uniform_int_distribution<std::size_t> another(1, truth.size() - 1);
    std::uniform_int_distribution<int> parts(1, 6);
    iris::NotebookEdit edit;
    for (int i = 0; i < count; ++i) {
        const std::size_t first = any(random);
        const std::size_t second = (first + another(random)) % truth.size();
        const iris::Recipe recipe{{{first, parts(random)}, {second, parts(random)}}, iris::wash::full};
        iris::MixRecord mix;
        mix.parts = mixPartsOf(recipe, notebook);
        mix.origin = iris::MixOrigin::Typed;
        mix.painted = colourOf(recipe, truth);
        mix.uncertainty = 1;
        edit.mixes.put.push_back(std::move(mix));
    }
    return edit;
}

/// The tubes of a notebook as paints, before anything is learnt of them.
inline std::vector<iris::Paint> typicalPaints(const iris::Notebook& notebook)
{
    iris::FilmCache films;
    std::vector<iris::Paint> paints;
    for (const iris::Tube& tube : notebook.tubes)
        paints.push_back(paintOf(tube, iris::ReferenceTable::shipped(), films).value());
    return paints;
}
