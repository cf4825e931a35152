#include "notebook/notebook.h"

#include <algorithm>

namespace iris {
namespace {

template <typename Record, typename Id>
const Record* find(const std::vector<Record>& records, Id id)
{
    const auto found = std::ranges::find(records, id, &Record::id);
    return found == records.end() ? nullptr : &*found;
}

} // namespace

const Tube* Notebook::tube(TubeId id) const
{
    return find(tubes, id);
}

const NeedRecord* Notebook::need(NeedId id) const
{
    return find(needs, id);
}

const PaletteRecord* Notebook::palette(PaletteId id) const
{
    return find(palettes, id);
}

} // namespace iris
