#pragma once

#include "cli/commands.h"

#include <CLI/CLI.hpp>
#include <functional>

namespace iris {

/// Everything the arguments are read into, and the command they ask for.
struct Request {
    bool json = false;
    std::function<Result<Output>()> run;
    PigmentArguments pigment;
    LooksLikeArguments looksLike;
    MixArguments mix;
    LadderArguments ladder;
    ChartArguments chart;
    WhatMakesArguments whatMakes;
    WhatMakesArguments neutrals;
    WhatMakesArguments darks;
    WheelArguments wheel;
    SheetArguments sheet;
    ReadSheetArguments readSheet;
    NextArguments next;
    MatchArguments match;
    NextTouchArguments nextTouch;
    GlazeArguments glaze;
    ReplaceArguments replace;
    MotherArguments mother;
    DiagnoseArguments diagnose;
    PaletteArguments palette;
    PaletteArguments stairs;
    PaletteArguments robust;
    PaletteArguments substitutes;
    BoxArguments box;
    CompareArguments compare;
    PictureArguments picture;
    NotebookArguments notebook;
    TouchesArguments touches;
    TubesArguments tubes;
    MixesArguments mixes;
    CardArguments card;
    MeasurementArguments measurements;
    SimulateArguments simulate;
    ExportArguments exchangeOut;
    ImportArguments exchangeIn;
};

/// Adds every command there is, with its options, which are read into the request. It must outlive the application.
void setUpCommands(CLI::App& app, Request& request);

} // namespace iris
