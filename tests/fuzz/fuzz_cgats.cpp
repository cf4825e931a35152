#include "fuzz.h"

#include "colour/deltae.h"
#include "files/textfile.h"
#include "notebook/measuredswatch.h"
#include "notebook/soundness.h"

#include <cmath>

using namespace iris;

namespace {

bool nearly(const CgatsFile& one, const CgatsFile& other)
{
    if (one.samples.size() != other.samples.size())
        return false;
    for (std::size_t i = 0; i < one.samples.size(); ++i) {
        const Lab& first = *one.samples[i].lab;
        const Lab& second = *other.samples[i].lab;
        // Eight digits of a reflectance are a hair of L* near black.
        if (std::abs(first.l - second.l) > 1e-3 || std::abs(first.a - second.a) > 1e-2
            || std::abs(first.b - second.b) > 1e-2)
            return false;
    }
    return true;
}

} // namespace

/// Measurements of an instrument.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    const auto text = decoded(fuzz::bytesOf(data, size));
    const auto file = text ? readCgats(text->text) : tl::unexpected(Error{});
    if (!file)
        return 0;
    const auto again = readCgats(writeCgats(*file));
    fuzz::promise(again && nearly(*file, *again), "measurements come back nearly equal");
    if (const auto reading = readingFrom(*file))
        fuzz::promise(checkSound(*reading).has_value(), "a reading that came in is one a notebook may hold");
    return 0;
}
