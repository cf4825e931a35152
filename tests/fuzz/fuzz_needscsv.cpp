#include "fuzz.h"

#include "files/textfile.h"
#include "notebook/soundness.h"

using namespace iris;

/// A list of needs.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    const auto text = decoded(fuzz::bytesOf(data, size));
    const auto needs = text ? readNeedsCsv(text->text) : tl::unexpected(Error{});
    if (!needs)
        return 0;
    for (const Need& need : *needs)
        fuzz::promise(checkSound(NeedRecord{{}, need}).has_value(), "a need that came in is one a notebook may hold");
    return 0;
}
