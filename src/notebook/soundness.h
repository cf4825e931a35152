#pragma once

#include "base/range.h"
#include "notebook/notebook.h"

#include <array>

namespace iris {

/// What a notebook may hold, in one place: every reader, whatever its format, and the store itself ask here. What these
/// ranges let in can always go out and come back.
namespace allowed {
inline constexpr Range strength{0.001, 100};
inline constexpr Range rating{0, 3}; ///< staining and granulation
inline constexpr Range lightfastness{1, 5};
inline constexpr Range sizeMl{0.01, 1000};
inline constexpr Range price{0, 1e6};
inline constexpr Range percent{0, 100};
inline constexpr Range uncertainty{0, 100}; ///< deltaE00
inline constexpr Range share{0, 1};
inline constexpr Range grain{0, 10};
inline constexpr Range wash{0.001, 4};
inline constexpr Range layers{1, 9};
inline constexpr Range parts{1, 1000};
inline constexpr Range wellParts{0.001, 1000};
inline constexpr Range wellShare{0.001, 1};
inline constexpr Range sightSd{0.1, 100};
inline constexpr Range stars{0, 3};
inline constexpr Range tolerance{0.01, 40};
inline constexpr Range importance{1, 3};
inline constexpr Range power{0.1, 10};
inline constexpr Range gain{-100, 100}; ///< a cell of a device's matrix
inline constexpr Range cellMm{15, 75};
inline constexpr Range columns{1, 100};
inline constexpr Range cell{-1, 9999}; ///< of a sheet; -1 for none
inline constexpr Range pinPlace{0, 1}; ///< of a picture
inline constexpr Range paletteTubes{1, 12};
inline constexpr Range timesIn100{50, 95}; ///< that a recipe is to come out, where that is asked at all
inline constexpr Range id{1, 9e15};        ///< whole numbers a double still tells apart
inline constexpr Range reference{0, 9e15}; ///< an id, or 0 for none
inline constexpr std::size_t textBytes = 100'000;
inline constexpr std::size_t cells = 10'000; ///< of one sheet
inline constexpr std::size_t partsInMix = 100;
} // namespace allowed

/// What was found to be outside what is allowed: "tube 7 (Sap Green): strength is 1e+300, and runs from 0.001 to 100".
using Complaints = std::vector<std::string>;

/// Brings every value of a record into what is allowed: numbers to the nearest end, what may be left open left open,
/// text to UTF-8, and says what was wrong. A record that is sound is not touched.
void mend(Tube& tube, Complaints& complaints);
void mend(SwatchRecord& swatch, Complaints& complaints);
void mend(PaperRecord& paper, Complaints& complaints);
void mend(DeviceRecord& device, Complaints& complaints);
void mend(FilterRecord& filter, Complaints& complaints);
void mend(NeedRecord& need, Complaints& complaints);
void mend(PaletteRecord& palette, Complaints& complaints);
void mend(MixRecord& mix, Complaints& complaints);
void mend(SheetRecord& sheet, Complaints& complaints);
void mend(SubjectRecord& subject, Complaints& complaints);
void mend(WellRecord& well, Complaints& complaints);

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

/// The kinds of records that have numbers, as their tables are called.
inline constexpr std::array kindsWithIds{"tube", "swatch",  "paper", "device", "filter",
                                         "need", "palette", "mix",   "sheet",  "subject"};
bool isKindWithIds(std::string_view kind);

/// Says so of a number of touches that is none of allTouchesAPart.
std::string cannotMakeAPart(int touches);

/// True for the six hexadecimal digits, in capitals, that printed sheets bear.
bool isNotebookCode(std::string_view text);

/// True for the name of a picture: a SHA-256 in hexadecimal.
bool isPictureName(std::string_view text);

} // namespace iris
