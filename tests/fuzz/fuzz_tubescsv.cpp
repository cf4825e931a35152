#include "fuzz.h"

#include "files/textfile.h"
#include "notebook/tubecsv.h"

using namespace iris;

/// A list of tubes.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    const auto text = decoded(fuzz::bytesOf(data, size));
    const auto list = text ? readTubesCsv(text->text, ReferenceTable::shipped()) : tl::unexpected(Error{});
    if (!list)
        return 0;
    const auto again = readTubesCsv(writeTubesCsv(list->tubes), ReferenceTable::shipped());
    fuzz::promise(again && again->problems.empty() && again->tubes == list->tubes, "tubes come back equal");
    return 0;
}
