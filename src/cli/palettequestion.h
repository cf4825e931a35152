#pragma once

#include "cli/commands.h"
#include "notebook/pool.h"
#include "palette/choicesession.h"

namespace iris {

/// A question about palettes, asked in full.
struct Question {
    TubePool pool;
    std::vector<Need> needs;
    Limits limits;
    bool surestFirst = false; ///< what is forgiving is preferred
    int sure = 0;             ///< of 100 tries of a recipe so many must come out; 0 for none
    Learned learned;          ///< of the paints
    Handling handling;
    std::vector<std::string> remarks;

    const std::vector<Paint>& paints() const { return pool.paints; }
    bool isOwned(std::size_t place) const { return pool.isOwned(place); }
    bool ownsAny() const;
    /// What is said where no set of tubes meets anything, a line.
    std::string nothingMet() const;

    /// To ask it of; for one thread.
    ChoiceSession session() const;
};

/// What the arguments ask, of which tubes: those that are named, or a notebook's by where they are, or the table's.
Result<Question> paletteQuestion(const PaletteArguments& arguments);

} // namespace iris
