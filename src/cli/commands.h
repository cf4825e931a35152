#pragma once

#include "base/result.h"

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
};

/// Where tubes come from: a notebook, or the reference table when there is none.
struct SourceArguments {
    std::string notebook;
    bool reference = false;
};

struct PigmentArguments {
    std::string code;
};
Result<Output> pigmentCommand(const PigmentArguments& arguments);

struct MixArguments {
    SourceArguments source;
    std::vector<std::string> parts; ///< TUBE:PARTS
    double wash = 1.0;
};
Result<Output> mixCommand(const MixArguments& arguments);

struct LadderArguments {
    SourceArguments source;
    std::string first;
    std::string second;
    int steps = 11;
    double wash = 1.0;
};
Result<Output> ladderCommand(const LadderArguments& arguments);

struct MatchArguments {
    SourceArguments source;
    std::string lab;
    std::string hex;
    std::string tolerance = "workable";
    int mostTubes = 3;
    int most = 12;
    std::vector<std::string> only;
};
Result<Output> matchCommand(const MatchArguments& arguments);

struct PaletteArguments {
    SourceArguments source;
    std::string needsFile;
    std::string school = "free";
    std::vector<std::string> must;
    std::vector<std::string> never;
    std::vector<std::string> only;
    int mostTubes = 12;
    int mostSets = 5;
};
Result<Output> paletteCommand(const PaletteArguments& arguments);

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
    std::string what; ///< card, photo, chart or measurement
    std::string tube;
    std::string out;
    double dpi = 300;
    unsigned seed = 1;
    unsigned device = 1;
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
