#pragma once

#include "notebook/allowed.h"
#include "notebook/notebook.h"

#include <array>

namespace iris {

/// What was found to be outside what is allowed: "tube 7 (Sap Green): strength is 1e+300, and runs from 0.001 to 100".
using Complaints = std::vector<std::string>;

/// Brings every value of a record into what is allowed: numbers to the nearest end, what may be left open left open,
/// text to UTF-8, and says what was wrong. A record that is sound is not touched.
/// Of the kinds in recordkinds.h, and of wells.
template <typename Record> void mend(Record& record, Complaints& complaints);

/// What a palette is asked for, whatever tubes there are.
void mend(PaletteWishes& wishes, Complaints& complaints);

/// A whole notebook, with what its records say of each other: readings of tubes that are not there, palettes and wishes
/// that name such, two records of one number.
void mend(Notebook& notebook, Complaints& complaints);

/// The first thing wrong with a record; BadValue.
template <typename Record> Result<void> checkSound(Record record)
{
    Complaints complaints;
    mend(record, complaints);
    return complaints.empty() ? Result<void>{} : failure(ErrorCode::BadValue, complaints.front());
}

/// The first thing wrong with what an edit writes; BadValue.
Result<void> checkSound(const NotebookEdit& edit);

/// Says so of a number of touches that is none of allTouchesAPart.
std::string cannotMakeAPart(int touches);

/// True for the six hexadecimal digits, in capitals, that printed sheets bear.
bool isNotebookCode(std::string_view text);

/// True for the name of a picture: a SHA-256 in hexadecimal.
bool isPictureName(std::string_view text);

} // namespace iris
