#include "fuzz.h"

#include "files/textfile.h"
#include "notebook/exports.h"

using namespace iris;

namespace {

Notebook withTubes()
{
    Notebook notebook;
    for (const char* name : {"Ultramarine", "=Mud", "'Reed"}) {
        Tube tube;
        tube.id = {static_cast<std::int64_t>(notebook.tubes.size()) + 1};
        tube.name = name;
        notebook.tubes.push_back(tube);
    }
    return notebook;
}

} // namespace

/// A list of readings.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    static const Notebook empty = withTubes();
    const auto text = decoded(fuzz::bytesOf(data, size));
    const auto list = text ? readSwatchesCsv(text->text, empty) : tl::unexpected(Error{});
    if (!list)
        return 0;
    Notebook notebook = empty;
    notebook.swatches = list->swatches;
    const auto again = readSwatchesCsv(writeSwatchesCsv(notebook), notebook);
    fuzz::promise(again && again->problems.empty() && again->swatches == list->swatches, "readings come back equal");
    return 0;
}
