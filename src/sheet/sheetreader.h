#pragma once

#include "notebook/notebook.h"
#include "sheet/lineink.h"
#include "sheet/patchreading.h"
#include "sheet/sheetfinder.h"
#include "sheet/sheetlight.h"

#include <functional>
#include <stop_token>

namespace iris {

/// Why a square is shown for a yes or no instead of being filed at once.
enum class SquareDoubt {
    Blank,      ///< not painted: bare paper
    OutOfSight, ///< refused: not in the picture
    Unreadable, ///< refused: its patch cannot be read; the patch says why
    Patchy,     ///< two colours, glare or shine in it
    LineRan,    ///< ink of the black lines is in the washes of this sheet
    OddLight,   ///< the squares that are known came out another colour on this sheet
    LightEdge,  ///< the edge of a shadow, or some other step of the light, lies in or beside it
    TooBright,  ///< the paper of this sheet is as bright as the device can go
    FarOff,     ///< nothing like what these parts should give: another mix, or a tube that is not what it seems
};

/// What a doubt means, in a sentence a painter can act on.
std::string describe(SquareDoubt doubt);

/// One square as it was read.
struct SquareReading {
    std::size_t cell = 0; ///< of the sheet
    PatchReading wash;
    std::optional<PatchReading> overLine;
    Lab painted; ///< moved to the white paper of the reference table
    std::optional<Lab> overBlack;
    Lab expected;         ///< by the strengths known today, at the wash that comes nearest
    double thickness = 1; ///< that wash
    double apart = 0;     ///< deltaE00 between painted and expected
    double uncertainty = 0;
    std::vector<SquareDoubt> doubts;

    bool refused() const;
    bool blank() const;
    /// True when nobody needs to be asked.
    bool certain() const { return doubts.empty(); }
};

/// A sheet as it was read.
struct SheetReading {
    FoundSheet found;
    SheetId sheet;
    Lab paper;
    bool paperAssumed = false;
    bool paperOdd = false;  ///< through the device's correction it looked like no paper: the light is another
    InkShare ink;           ///< of the black lines in the washes
    LightJudgement light;   ///< by the squares that are known
    bool tooBright = false; ///< the paper is as bright as the device can go
    std::vector<SquareReading> squares; ///< one for each cell of the record that holds a mix
};

/// What there is to say of a sheet as a whole, a sentence each: what was set right, and what is to be doubted.
std::vector<std::string> remarksOn(const SheetReading& reading);

struct SheetOptions {
    std::optional<DeviceCorrection> device;
    std::optional<Lab> paperWhite;
    std::string typedCode; ///< used when neither QR code can be read
    std::stop_token stop;
    std::function<void(const char* doing)> progress; ///< called from the reading thread
};

/// Finds a sheet in a scan or photo and reads every square of it. Which square is which mix follows from the printed
/// code and the corner tags alone, never from the colours.
/// @param paints one a tube of the notebook
/// @return BadPicture with the reason, NotFound when the sheet is not of this notebook, Stopped.
Result<SheetReading> readSheet(const Scan& scan, const Notebook& notebook, std::span<const Paint> paints,
                               const SheetOptions& options);

} // namespace iris
