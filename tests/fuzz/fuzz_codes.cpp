#include "fuzz.h"

#include "base/text.h"
#include "notebook/mixrecord.h"
#include "notebook/soundness.h"
#include "pigment/pigmentcode.h"

using namespace iris;

/// Codes of sheets and of pigments, as they are read or typed.
extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    const std::string text(reinterpret_cast<const char*>(data), size);
    if (const auto code = parseSheetCode(text)) {
        const auto again = parseSheetCode(sheetCode(code->notebook, code->sheet));
        fuzz::promise(isNotebookCode(code->notebook), "half of a sheet's code is a notebook's");
        fuzz::promise(again && again->notebook == code->notebook && again->sheet == code->sheet,
                      "a sheet's code comes back equal");
    }
    if (const auto codes = parsePigmentCodes(text)) {
        const auto again = parsePigmentCodes(textOf(*codes));
        fuzz::promise(again && *again == *codes, "pigment codes come back equal");
    } else {
        fuzz::promise(isUtf8(codes.error().message) || !isUtf8(text), "what is said of them is text");
    }
    return 0;
}
