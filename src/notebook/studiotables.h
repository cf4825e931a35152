#pragma once

#include "notebook/recordtable.h"

namespace iris {

template <> struct Table<PaperRecord> {
    static constexpr auto name = "paper";
    static constexpr std::array columns{"name", "l", "a", "b", "notes"};

    static PaperRecord read(Row& row)
    {
        PaperRecord paper;
        paper.id = {row.id()};
        paper.name = row.text();
        paper.white = row.lab();
        paper.notes = row.text();
        return paper;
    }

    static void bind(Binder& to, const PaperRecord& paper) { to << paper.name << paper.white << paper.notes; }
};

template <> struct Table<DeviceRecord> {
    static constexpr auto name = "device";
    static constexpr std::array columns{"name", "date", "power_r", "power_g", "power_b", "m11", "m12",        "m13",
                                        "m21",  "m22",  "m23",     "m31",     "m32",     "m33", "uncertainty"};

    static DeviceRecord read(Row& row)
    {
        DeviceRecord device;
        device.id = {row.id()};
        device.name = row.text();
        device.date = row.text();
        for (double& power : device.correction.power)
            power = row.real();
        for (double& cell : device.correction.matrix)
            cell = row.real();
        device.correction.uncertainty = row.real();
        return device;
    }

    static void bind(Binder& to, const DeviceRecord& device)
    {
        to << device.name << device.date;
        for (const double power : device.correction.power)
            to << power;
        for (const double cell : device.correction.matrix)
            to << cell;
        to << device.correction.uncertainty;
    }
};

template <> struct Table<FilterRecord> {
    static constexpr auto name = "filter";
    static constexpr std::array columns{"name", "words", "family", "transparency", "leans_to", "whereabouts"};

    static FilterRecord read(Row& row)
    {
        FilterRecord filter;
        filter.id = {row.id()};
        filter.name = row.text();
        filter.sieve.words = row.text();
        filter.sieve.family = hueFamilyNamed(row.text());
        filter.sieve.transparency = parseTransparency(row.text());
        filter.sieve.leansTo = hueFamilyNamed(row.text());
        filter.sieve.where = parseWhereabouts(row.text());
        return filter;
    }

    static void bind(Binder& to, const FilterRecord& filter)
    {
        to << filter.name << filter.sieve.words << nameOrNothing(filter.sieve.family)
           << nameOrNothing(filter.sieve.transparency) << nameOrNothing(filter.sieve.leansTo)
           << nameOrNothing(filter.sieve.where);
    }
};

} // namespace iris
