#pragma once

#include "notebook/recordtable.h"

namespace iris {

template <> struct Table<Tube> {
    static constexpr auto name = "tube";
    static constexpr std::array columns{"maker",
                                        "name",
                                        "codes",
                                        "form",
                                        "full_l",
                                        "full_a",
                                        "full_b",
                                        "thin_l",
                                        "thin_a",
                                        "thin_b",
                                        "black_l",
                                        "black_a",
                                        "black_b",
                                        "strength",
                                        "staining",
                                        "granulation",
                                        "lightfastness",
                                        "notes",
                                        "line",
                                        "transparency",
                                        "measured_staining",
                                        "measured_granulation",
                                        "container",
                                        "size_ml",
                                        "price",
                                        "left_percent",
                                        "whereabouts",
                                        "bought_on"};

    static Tube read(Row& row)
    {
        Tube tube;
        tube.id = {row.id()};
        tube.maker = row.text();
        tube.name = row.text();
        tube.codes = parsePigmentCodes(row.text()).value_or(std::vector<PigmentCode>{});
        tube.form = row.text();
        tube.swatch = row.maybeSwatch();
        tube.strength = row.maybeReal();
        tube.staining = row.maybeWhole();
        tube.granulation = row.maybeWhole();
        tube.lightfastness = row.maybeWhole();
        tube.notes = row.text();
        tube.line = row.text();
        tube.transparency = parseTransparency(row.text());
        tube.measured.staining = row.maybeWhole();
        tube.measured.granulation = row.maybeWhole();
        tube.stock.container = parseContainer(row.text()).value_or(Container::Tube);
        tube.stock.sizeMl = row.maybeReal();
        tube.stock.price = row.maybeReal();
        tube.stock.leftPercent = row.maybeWhole();
        tube.stock.where = parseWhereabouts(row.text()).value_or(Whereabouts::Drawer);
        tube.stock.boughtOn = row.text();
        return tube;
    }

    static void bind(Binder& to, const Tube& tube)
    {
        to << tube.maker << tube.name << textOf(tube.codes) << tube.form << tube.swatch << tube.strength
           << tube.staining << tube.granulation << tube.lightfastness << tube.notes << tube.line
           << nameOrNothing(tube.transparency) << tube.measured.staining << tube.measured.granulation
           << nameOf(tube.stock.container) << tube.stock.sizeMl << tube.stock.price << tube.stock.leftPercent
           << nameOf(tube.stock.where) << tube.stock.boughtOn;
    }
};

template <> struct Table<SwatchRecord> {
    static constexpr auto name = "swatch";
    static constexpr std::array columns{"tube",
                                        "origin",
                                        "wet",
                                        "date",
                                        "paper",
                                        "paper_l",
                                        "paper_a",
                                        "paper_b",
                                        "painted_full_l",
                                        "painted_full_a",
                                        "painted_full_b",
                                        "painted_thin_l",
                                        "painted_thin_a",
                                        "painted_thin_b",
                                        "painted_black_l",
                                        "painted_black_a",
                                        "painted_black_b",
                                        "full_l",
                                        "full_a",
                                        "full_b",
                                        "thin_l",
                                        "thin_a",
                                        "thin_b",
                                        "black_l",
                                        "black_a",
                                        "black_b",
                                        "uncertainty",
                                        "lifted_l",
                                        "lifted_a",
                                        "lifted_b",
                                        "share_left",
                                        "grain",
                                        "picture",
                                        "notes"};

    static SwatchRecord read(Row& row)
    {
        SwatchRecord swatch;
        swatch.id = {row.id()};
        swatch.tube = {row.id()};
        swatch.origin = parseSwatchOrigin(row.text()).value_or(SwatchOrigin::Typed);
        swatch.wet = row.whole() != 0;
        swatch.date = row.text();
        swatch.paper = row.text();
        swatch.paperWhite = row.lab();
        swatch.painted = row.swatch();
        swatch.onWhite = row.swatch();
        swatch.uncertainty = row.real();
        swatch.lifted = row.maybeLab();
        swatch.shareLeft = row.maybeReal();
        swatch.grain = row.maybeReal();
        swatch.picture = row.text();
        swatch.notes = row.text();
        return swatch;
    }

    static void bind(Binder& to, const SwatchRecord& swatch)
    {
        to << swatch.tube << nameOf(swatch.origin) << int(swatch.wet) << swatch.date << swatch.paper
           << swatch.paperWhite << swatch.painted << swatch.onWhite << swatch.uncertainty << swatch.lifted
           << swatch.shareLeft << swatch.grain << swatch.picture << swatch.notes;
    }
};

} // namespace iris
