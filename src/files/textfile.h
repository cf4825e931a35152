#pragma once

#include "base/named.h"
#include "files/inputfile.h"

#include <string>

namespace iris {

/// How the letters of a text file were written down.
enum class TextEncoding { Utf8, Utf16, Windows1252 };

template <>
inline constexpr std::array enumNames<TextEncoding>{EnumName{TextEncoding::Utf8, "UTF-8"},
                                                    EnumName{TextEncoding::Utf16, "UTF-16"},
                                                    EnumName{TextEncoding::Windows1252, "Windows-1252"}};

/// A text as UTF-8, without a byte order mark, and what it was before.
struct DecodedText {
    std::string text;
    TextEncoding encoding = TextEncoding::Utf8;

    bool operator==(const DecodedText&) const = default;
};

/// Finds out how a text is written and brings it to UTF-8: UTF-8 or UTF-16 by its byte order mark; without one UTF-8
/// when all of it is, UTF-16 when every other byte of its start is zero, else Windows-1252, as spreadsheets in western
/// Europe write it. Sources: RFC 3629, The Unicode Standard 15.0 section 3.10, Microsoft's code page 1252.
/// @return BadText with the line of the first byte that is none of them, or is zero
Result<DecodedText> decoded(const QByteArray& bytes);

/// A text file through the one door.
/// @return FileUnreadable, or BadText with the file and the line
Result<DecodedText> readTextFile(const QString& path, InputKind kind);

/// What to say of a text that was no UTF-8: "it was read as Windows-1252"; empty for UTF-8.
std::string remarkOn(TextEncoding encoding);

} // namespace iris
