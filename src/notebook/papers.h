#pragma once

#include "notebook/notebook.h"

#include <string>
#include <string_view>
#include <vector>

namespace iris {

/// A paper that can be chosen to paint on, and what it is called in a sentence: "white", "cream", "my rough".
struct NamedPaper {
    std::string name;
    Paper paper;
};

/// White first, then the usual kinds (their colours from memory, as such papers mostly are), then those of the
/// notebook.
std::vector<NamedPaper> papersToPaintOn(const Notebook& notebook);

/// What the notebook's own paper is called; its colour where none of these is it.
std::string ownPaperName(const Notebook& notebook);

/// A paper by its name or by its white as L,a,b.
/// @return NotFound, or BadColour for what is no paper
Result<Paper> paperCalled(std::string_view text, const Notebook& notebook);

/// A painted mix, which is kept as on white paper, as it would be on the notebook's own: moved by as much as its recipe
/// is. Nothing without a colour.
std::optional<Lab> onOwnPaper(const MixRecord& mix, const Notebook& notebook, std::span<const Paint> paints);

} // namespace iris
