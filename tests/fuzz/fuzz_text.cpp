#include "fuzz.h"

#include "base/csvreader.h"
#include "base/text.h"
#include "colour/cielab.h"
#include "colour/srgb.h"
#include "files/textfile.h"
#include "notebook/exports.h"
#include "palette/need.h"

#include <cmath>

using namespace iris;

/// Free text: letters of any encoding, cells of a list, numbers and colours as they are typed.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    const std::string text(reinterpret_cast<const char*>(data), size);
    if (const auto letters = decoded(fuzz::bytesOf(data, size)))
        fuzz::promise(isUtf8(letters->text), "a text that was let in is UTF-8");
    fuzz::promise(isUtf8(asUtf8(text)), "what is made UTF-8 is UTF-8");
    fuzz::promise(isUtf8(shown(text)) && shown(text).find('\n') == std::string::npos, "what is shown is one line");
    fuzz::promise(unguarded(guarded(text)) == text, "a guarded cell comes back");
    if (const auto value = parseNumber(text)) {
        fuzz::promise(std::isfinite(*value), "a number is finite");
        fuzz::promise(parseNumber(shortestNumber(*value)) == value, "a number comes back");
    }
    if (const auto lab = parseLab(text))
        fuzz::promise(std::isfinite(lab->l + lab->a + lab->b), "a colour is finite");
    static_cast<void>(parseHex(text));
    static_cast<void>(parseTolerance(text));
    static_cast<void>(readGimpPalette(text));
    if (isUtf8(text) && text.find('\0') == std::string::npos)
        if (const auto records = readCsv(text); records && !records->empty()) {
            std::string written;
            for (const CsvRecord& record : *records)
                written += csvLine(record.fields);
            const auto again = readCsv(written);
            fuzz::promise(again.has_value(), "a list that was written is read");
        }
    return 0;
}
