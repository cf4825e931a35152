#include "fuzz.h"

#include "sheet/keptpicture.h"
#include "sheet/scan.h"

#include <cmath>
#include <vector>

using namespace iris;

/// A scan or photograph with whatever notes and profile it carries.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    const QString path = fuzz::put("scan.png", fuzz::bytesOf(data, size));
    if (const auto scan = Scan::load(path)) {
        std::vector<QRgba64> pixels(static_cast<std::size_t>(scan->size().width()));
        std::vector<LinearRgb> light(pixels.size());
        scan->row(scan->size().height() / 2, 0, 1, pixels);
        scan->convert(pixels, light);
        for (const LinearRgb& one : light)
            fuzz::promise(std::isfinite(one.red) && std::isfinite(one.green) && std::isfinite(one.blue),
                          "light is a number");
    }
    if (const auto kept = pictureFrom(path, 200))
        fuzz::promise(!kept->bytes.empty(), "a picture that is kept has something in it");
    return 0;
}
