#include "fuzz.h"

#include "files/textfile.h"
#include "notebook/notebookjson.h"

using namespace iris;

/// A whole notebook as JSON.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    const auto text = decoded(fuzz::bytesOf(data, size));
    const auto dump = text ? readNotebookJson(text->text) : tl::unexpected(Error{});
    if (!dump)
        return 0;
    const auto again = readNotebookJson(writeNotebookJson(*dump));
    fuzz::promise(again && *again == *dump, "a notebook comes back equal");
    return 0;
}
