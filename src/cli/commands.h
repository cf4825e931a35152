#pragma once

#include "base/result.h"
#include "finding/sift.h"

#include <nlohmann/json.hpp>
#include <optional>
#include <string>
#include <vector>

namespace iris {

using Json = nlohmann::ordered_json;

/// What a command has to say, for people and for programs.
struct Output {
    std::string text;
    Json json;
    std::vector<std::string> remarks = {}; ///< what is worth knowing beside it: printed on standard error
    std::string data = {};                 ///< a file's contents, printed as they are; there is no text then
};

/// Where tubes come from: a notebook, or the reference table when there is none.
struct SourceArguments {
    std::string notebook;
    bool reference = false;
    bool rare = false; ///< what is hard to get, or fades, may be bought too

    Shelf shelf() const { return rare ? Shelf::Everything : Shelf::Usual; }
};

struct PigmentArguments {
    std::string code;
};
Result<Output> pigmentCommand(const PigmentArguments& arguments);

struct LooksLikeArguments {
    SourceArguments source;
    std::string tube;
    int most = 5;
};
/// The pigments of the table that a tube of a notebook looks like most, by its own swatch.
Result<Output> looksLikeCommand(const LooksLikeArguments& arguments);

struct MixArguments {
    SourceArguments source;
    std::vector<std::string> parts; ///< TUBE:PARTS
    double wash = 1.0;
    std::vector<std::string> over; ///< TUBE:PARTS of a dry wash below, when it is a glaze
    double overWash = 1.0;
};
/// The colour of a mix, on paper or as a glaze over a dry wash of another.
Result<Output> mixCommand(const MixArguments& arguments);

struct LadderArguments {
    SourceArguments source;
    std::string first;
    std::string second;
    int steps = 11;
    double wash = 1.0;
    std::string spacing = "strength";
    bool back = false; ///< and back again to the first tube
};
Result<Output> ladderCommand(const LadderArguments& arguments);

struct ChartArguments {
    SourceArguments source;
    std::vector<std::string> rows;
    std::vector<std::string> columns; ///< the rows again when empty
    double rowShare = 0.5;
    bool byParts = false;
    double wash = 1.0;
    bool water = false;
    std::string order = "by hand";
};
/// Every tube of the rows with every tube of the columns.
Result<Output> chartCommand(const ChartArguments& arguments, bool asJson);

struct WhatMakesArguments {
    SourceArguments source;
    std::string kind;
    std::string order = "best";
    std::string with;
    std::vector<std::string> only;
    int mostTubes = 2;
    int most = 20;
};
/// Which of the tubes make greens, oranges, violets, browns, greys or darks.
Result<Output> whatMakesCommand(const WhatMakesArguments& arguments);

/// Greys, cool and warm, and each tube's mixing complement.
Result<Output> neutralsCommand(const WhatMakesArguments& arguments);

/// The darkest mixes, and whether a tube black is worth its well.
Result<Output> darksCommand(const WhatMakesArguments& arguments);

struct WheelArguments {
    SourceArguments source;
    std::vector<std::string> primaries;
    std::vector<std::string> others;
    double wash = 1.0;
};
/// Twelve even steps around three tubes.
Result<Output> wheelCommand(const WheelArguments& arguments);

struct SheetArguments {
    std::string notebook;
    std::string out;
    std::string title;
    std::string date;
    std::string format = "A4";
    double cellMm = 25;
    bool noLine = false;
    bool noChecks = false;
    ChartArguments chart; ///< rows and columns, when they are named
    std::vector<std::string> ladder;
    std::string spacing = "appearance";
    int steps = 9;
    bool back = false; ///< the ladder and back again
    int worth = 0;     ///< so many squares worth painting
};
/// Lays a sheet out, keeps it in the notebook and writes it as a PDF.
Result<Output> sheetCommand(const SheetArguments& arguments);

struct ReadSheetArguments {
    std::string picture;
    std::string notebook;
    std::string device;
    std::string paper;
    std::string paperName;
    std::string code;
    std::string date;
    bool wet = false;
    bool doubtful = false; ///< file doubtful squares as well
    bool look = false;     ///< file nothing
};
/// Reads a painted sheet and files its squares.
Result<Output> readSheetCommand(const ReadSheetArguments& arguments);

struct NextArguments {
    std::string notebook;
    int squares = 12;
};
/// The squares worth painting next, and how good predictions are today.
Result<Output> nextCommand(const NextArguments& arguments);

/// The ways to say a colour; one of the first five.
struct WantedArguments {
    std::string lab;
    std::string hex;
    std::string words; ///< "dull olive, dark"
    std::string tube;  ///< matched full and thin together
    std::string need;
    std::string mix;
    std::string thin; ///< the thin wash of it, L,a,b
    bool valueFirst = false;
    bool thinMatters = false;
    std::vector<std::string> but; ///< warmer, cooler, ...
};

struct MatchArguments {
    SourceArguments source;
    WantedArguments wanted;
    std::string tolerance = "workable";
    std::string order = "as tried";
    int mostTubes = 3;
    int most = 12;
    std::vector<std::string> onlyTubes;
    std::vector<std::string> with;
    std::vector<std::string> without;
    TubeTerms only;
    bool helper = false; ///< and the tube of the table that would help most
};
Result<Output> matchCommand(const MatchArguments& arguments);

struct NextTouchArguments {
    SourceArguments source;
    WantedArguments wanted;
    std::vector<std::string> parts;
    double wash = 1.0;
    std::string seen;               ///< the puddle as it was read, L,a,b
    std::vector<std::string> looks; ///< or as it looks: "too green"
    double tolerance = 2;
    std::vector<std::string> only;
};
/// What to put into a puddle next.
Result<Output> nextTouchCommand(const NextTouchArguments& arguments);

struct GlazeArguments {
    SourceArguments source;
    std::vector<std::string> parts;
    double wash = 1.0;
    std::vector<std::string> over;
    double overWash = 1.0;
    int layers = 2;
    std::string paper; ///< L,a,b of a toned one
};
/// A wash laid once and again, over a dry wash, a pen line, on toned paper.
Result<Output> glazeCommand(const GlazeArguments& arguments);

struct ReplaceArguments {
    TubeTerms terms;
    SourceArguments source;
    std::string tube;
    std::vector<std::string> only;
    int most = 10;
};
/// What replaces a tube best, by how it mixes.
Result<Output> replaceCommand(const ReplaceArguments& arguments);

struct MotherArguments {
    SourceArguments source;
    std::string tube;
    double share = 0.15;
    std::vector<std::string> mixes; ///< TUBE:PARTS+TUBE:PARTS; those of the notebook when empty
    double wash = 1.0;
};
/// A share of one tube stirred into every mix.
Result<Output> motherCommand(const MotherArguments& arguments);

struct DiagnoseArguments {
    SourceArguments source;
    std::vector<std::string> parts;
    double wash = 1.0;
};
/// Why a mix disappoints, and what mends it.
Result<Output> diagnoseCommand(const DiagnoseArguments& arguments);

struct PaletteArguments {
    SourceArguments source;
    std::string needsFile; ///< those of the notebook when empty
    std::string picture;   ///< only the needs of this one of the notebook's pictures
    std::string school = "free";
    std::vector<std::string> must;
    std::vector<std::string> never;
    std::vector<std::string> onlyTubes;
    std::string from; ///< palette, drawer, owned, wished or table; owned when empty
    TubeTerms only;
    std::string red = "either"; ///< of a triad: either, red, magenta
    std::string places;         ///< one's own, "yellow leans green, red, blue"
    std::string prefer;         ///< what decides between equals, with commas
    int sure = 0;               ///< of 100 tries of a recipe so many must come out; 0 for none
    bool bothWays = false;      ///< a triad with a red and with a magenta, side by side
    int mostTubes = 12;
    int mostSets = 5;
};
Result<Output> paletteCommand(const PaletteArguments& arguments);
struct CompareArguments {
    SourceArguments source;
    std::vector<std::string> palettes; ///< kept ones by name, or classic triads: bright, traditional, muted
    std::vector<std::string> sets;     ///< "A,B,C" tubes of the source
    std::string picture;               ///< a file to paint with each
};
/// Two to four palettes on the same axes.
Result<Output> compareCommand(const CompareArguments& arguments);

/// How sure each recipe of the smallest palettes is, the surest palette first.
Result<Output> robustCommand(const PaletteArguments& arguments);
/// What may stand in the place of each tube of the smallest palette, and which further tube would help where it falls
/// short.
Result<Output> substitutesCommand(const PaletteArguments& arguments);

struct BoxArguments {
    PaletteArguments palette;
    std::string kept; ///< a kept palette in place of a choice
    std::string order = "hue";
    std::string size = "half";
    int pans = 0;
    double widthCm = 30;
    double heightCm = 20;
    std::string out; ///< .pdf, .svg or .png
};
/// The chosen palette as it lies in a box, its recipe cards, and what a picture takes of it.
Result<Output> boxCommand(const BoxArguments& arguments);

/// What each tube more buys.
Result<Output> staircaseCommand(const PaletteArguments& arguments);

struct PictureArguments {
    std::string picture;
    int most = 12;
    std::string white;            ///< X,Y of a place that is white or grey
    std::string out;              ///< a CSV of needs to write
    std::string into;             ///< a notebook to keep picture and needs in
    std::string name;             ///< of the picture; that of its file when empty
    std::string values = "paint"; ///< how they come to paper: paint, tubes (those of `into`) or as-is
};
/// The colours a picture is made of, as needs.
Result<Output> needsFromPictureCommand(const PictureArguments& arguments);

struct NotebookArguments {
    std::string file;
    std::string tubesFile;
    std::string needsFile;
    std::string palettesFile;
};
/// Makes a new notebook out of CSV files.
Result<Output> notebookCommand(const NotebookArguments& arguments);

struct TubesArguments {
    std::string notebook;
};
/// Lists a notebook's tubes; as text, CSV.
Result<Output> tubesCommand(const TubesArguments& arguments);

struct TouchesArguments {
    std::string notebook;
    std::string number; ///< to set; empty to ask
    std::string layers; ///< one or two, to set
    std::string paper;  ///< by its name or its white, to set
};
/// How a painter counts and lays paint: how many touches make a part, whether a wash is laid twice, and on what paper.
/// Says it, or sets it in the notebook.
Result<Output> touchesCommand(const TouchesArguments& arguments);

struct MixesArguments {
    std::string notebook;
    std::string lab;
    std::string hex;
    std::string tolerance = "loose";
    std::string with;
    std::string find;
    int most = 100;
};
/// Lists the mixes a notebook keeps, the latest first, or those near a colour, nearest first.
Result<Output> mixesCommand(const MixesArguments& arguments);

/// Where a reading is to be filed; nowhere when no notebook is named.
struct FileArguments {
    std::string notebook;
    std::string tube;
    std::string date;
    std::string paperName;
    bool wet = false;
};

struct CardArguments {
    std::string picture;
    std::string chart;
    std::string chartFile;
    std::string chartBox;
    int chartColumns = 0;
    std::string device;     ///< one kept in the notebook
    std::string keepDevice; ///< keep the device the chart sets right under this name
    std::string paper;
    double dpi = 0;
    FileArguments target;
};
/// Reads a swatch card from a scan or photograph.
Result<Output> readCardCommand(const CardArguments& arguments);

struct MeasurementArguments {
    std::string file;
    FileArguments target;
};
/// Reads an instrument's measurements of a swatch.
Result<Output> readMeasurementsCommand(const MeasurementArguments& arguments);

struct SimulateArguments {
    std::string what;   ///< card, photo, chart, measurement, sheet, picture or snapshot
    std::string script; ///< of a picture
    std::string tube;
    std::string out;
    std::optional<double> dpi; ///< 300 when left out
    std::optional<unsigned> seed;
    std::optional<unsigned> device;
    std::optional<long long> sheet;     ///< the number of a sheet in the notebook
    std::optional<double> strengthsOff; ///< how many times off the painter's tubes are at most
    std::optional<double> coloursOff;   ///< how far their colours are off, in standard deviations of what is in doubt
    std::optional<double> lineRuns;     ///< mm the black lines run, when their ink is not waterproof
    SourceArguments source;
};
/// The stand-ins: a made-up scanner, camera, chart and instrument.
Result<Output> simulateCommand(const SimulateArguments& arguments);

struct ExportArguments {
    std::string notebook;
    std::string format;
    std::string out;
};
Result<Output> exportCommand(const ExportArguments& arguments);

struct ImportArguments {
    std::string notebook;
    std::string format;
    std::string file;
};
Result<Output> importCommand(const ImportArguments& arguments);

} // namespace iris
