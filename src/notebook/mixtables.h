#pragma once

#include "notebook/mixjson.h"
#include "notebook/recordtable.h"
#include "notebook/subjectjson.h"

namespace iris {

template <> struct Table<NeedRecord> {
    static constexpr auto name = "need";
    static constexpr std::array columns{"name",        "l",         "a",     "b",           "tolerance", "importance",
                                        "transparent", "lightfast", "lifts", "value_first", "subject"};

    static NeedRecord read(Row& row)
    {
        NeedRecord record;
        record.id = {row.id()};
        record.need.name = row.text();
        record.need.target = row.lab();
        record.need.tolerance = row.real();
        record.need.importance = row.whole();
        record.need.terms = {row.flag(), row.flag(), row.flag(), row.flag()};
        record.subject = {row.id()};
        return record;
    }

    static void bind(Binder& to, const NeedRecord& record)
    {
        to << record.need.name << record.need.target << record.need.tolerance << record.need.importance
           << int(record.need.terms.transparent) << int(record.need.terms.lightfast) << int(record.need.terms.lifts)
           << int(record.need.terms.valueFirst) << record.subject;
    }
};

template <> struct Table<SubjectRecord> {
    static constexpr auto name = "subject";
    static constexpr std::array columns{"name", "picture", "white_l", "white_a", "white_b", "pins"};

    static SubjectRecord read(Row& row)
    {
        SubjectRecord subject;
        subject.id = {row.id()};
        subject.name = row.text();
        subject.picture = row.text();
        subject.white = row.maybeLab();
        subject.pins = pinsFromText(row.text());
        return subject;
    }

    static void bind(Binder& to, const SubjectRecord& subject)
    {
        to << subject.name << subject.picture << subject.white << textFrom(subject.pins);
    }
};

template <> struct Table<MixRecord> {
    static constexpr auto name = "mix";
    static constexpr std::array columns{"name",    "parts",   "wash",        "layers",  "wet",       "origin",
                                        "date",    "paper",   "l",           "a",       "b",         "black_l",
                                        "black_a", "black_b", "uncertainty", "picture", "grew_from", "stars",
                                        "tags",    "notes",   "sheet",       "cell"};

    static MixRecord read(Row& row)
    {
        MixRecord mix;
        mix.id = {row.id()};
        mix.name = row.text();
        mix.parts = partsFromText(row.text());
        mix.wash = row.real();
        mix.layers = row.whole();
        mix.wet = row.whole() != 0;
        mix.origin = parseMixOrigin(row.text()).value_or(MixOrigin::Noted);
        mix.date = row.text();
        mix.paper = row.text();
        mix.painted = row.maybeLab();
        mix.overBlack = row.maybeLab();
        mix.uncertainty = row.real();
        mix.picture = row.text();
        mix.from = {row.id()};
        mix.stars = row.whole();
        mix.tags = row.text();
        mix.notes = row.text();
        mix.sheet = {row.id()};
        mix.cell = row.whole();
        return mix;
    }

    static void bind(Binder& to, const MixRecord& mix)
    {
        to << mix.name << textFrom(mix.parts) << mix.wash << mix.layers << int(mix.wet) << nameOf(mix.origin)
           << mix.date << mix.paper << mix.painted << mix.overBlack << mix.uncertainty << mix.picture << mix.from
           << mix.stars << mix.tags << mix.notes << mix.sheet << mix.cell;
    }
};

template <> struct Table<SheetRecord> {
    static constexpr auto name = "sheet";
    static constexpr std::array columns{"title",   "date",       "format", "cell_mm",
                                        "columns", "black_line", "cells",  "finished"};

    static SheetRecord read(Row& row)
    {
        SheetRecord sheet;
        sheet.id = {row.id()};
        sheet.title = row.text();
        sheet.date = row.text();
        sheet.format = parseSheetFormat(row.text()).value_or(SheetFormat::A4);
        sheet.cellMm = row.real();
        sheet.columns = row.whole();
        sheet.blackLine = row.whole() != 0;
        sheet.cells = cellsFromText(row.text());
        sheet.finished = row.whole() != 0;
        return sheet;
    }

    static void bind(Binder& to, const SheetRecord& sheet)
    {
        to << sheet.title << sheet.date << nameOf(sheet.format) << sheet.cellMm << sheet.columns << int(sheet.blackLine)
           << textFrom(sheet.cells) << int(sheet.finished);
    }
};

} // namespace iris
