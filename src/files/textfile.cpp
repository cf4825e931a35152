#include "files/textfile.h"

#include "base/text.h"
#include "files/filewords.h"

#include <QStringDecoder>
#include <algorithm>
#include <array>

namespace iris {
namespace {

/// What 0x80 to 0x9F mean, 0 where nothing does; the rest is as in Latin-1. Source: Microsoft's code page 1252.
constexpr std::array<char16_t, 32> windowsLetters{0x20AC, 0,      0x201A, 0x0192, 0x201E, 0x2026, 0x2020, 0x2021,
                                                  0x02C6, 0x2030, 0x0160, 0x2039, 0x0152, 0,      0x017D, 0,
                                                  0,      0x2018, 0x2019, 0x201C, 0x201D, 0x2022, 0x2013, 0x2014,
                                                  0x02DC, 0x2122, 0x0161, 0x203A, 0x0153, 0,      0x017E, 0x0178};

tl::unexpected<Error> badAt(qsizetype place, const QByteArray& bytes, const char* what)
{
    const auto lines = std::count(bytes.begin(), bytes.begin() + place, '\n');
    return tl::unexpected(Error{ErrorCode::BadText, what, {}, static_cast<int>(lines) + 1, 0});
}

Result<DecodedText> fromUtf16(const QByteArray& bytes, QStringConverter::Encoding encoding)
{
    QStringDecoder decoder(encoding);
    const QString text = decoder(bytes);
    if (decoder.hasError() || bytes.size() % 2 != 0 || !text.isValidUtf16() || text.contains(QChar(0)))
        return failure(ErrorCode::BadText, "the text begins as UTF-16, but is damaged further on");
    const std::string utf8 = text.toStdString();
    return DecodedText{utf8, TextEncoding::Utf16};
}

Result<DecodedText> fromWindows(const QByteArray& bytes)
{
    QString text;
    text.reserve(bytes.size());
    for (qsizetype i = 0; i < bytes.size(); ++i) {
        const auto byte = static_cast<unsigned char>(bytes[i]);
        const bool special = byte >= 0x80 && byte < 0xA0;
        const char16_t letter = special ? windowsLetters[byte - 0x80U] : byte;
        const bool control = byte < 0x20 && byte != '\n' && byte != '\r' && byte != '\t';
        if (letter == 0 || control)
            return badAt(i, bytes,
                         "there are letters here that are neither UTF-8, UTF-16 nor Windows-1252; save the "
                         "list as UTF-8");
        text += QChar(letter);
    }
    return DecodedText{text.toStdString(), TextEncoding::Windows1252};
}

/// How many of the first bytes at even and at odd places are zero: letters of the Latin alphabet in UTF-16 have half of
/// theirs zero, and no other text has any.
std::optional<QStringConverter::Encoding> utf16WithoutMark(const QByteArray& bytes)
{
    const qsizetype looked = std::min<qsizetype>(bytes.size(), 400) & ~qsizetype{1};
    std::array<qsizetype, 2> zeros{};
    for (qsizetype i = 0; i < looked; ++i)
        zeros[static_cast<std::size_t>(i % 2)] += bytes[i] == 0;
    if (looked >= 4 && zeros[1] > looked / 3 && zeros[0] == 0)
        return QStringConverter::Utf16LE;
    if (looked >= 4 && zeros[0] > looked / 3 && zeros[1] == 0)
        return QStringConverter::Utf16BE;
    return std::nullopt;
}

} // namespace

Result<DecodedText> decoded(const QByteArray& bytes)
{
    if (bytes.startsWith("\xFF\xFE"))
        return fromUtf16(bytes.mid(2), QStringConverter::Utf16LE);
    if (bytes.startsWith("\xFE\xFF"))
        return fromUtf16(bytes.mid(2), QStringConverter::Utf16BE);
    if (const auto encoding = utf16WithoutMark(bytes))
        return fromUtf16(bytes, *encoding);
    const bool marked = bytes.startsWith("\xEF\xBB\xBF");
    const std::string_view text(bytes.constData() + (marked ? 3 : 0),
                                static_cast<std::size_t>(bytes.size() - (marked ? 3 : 0)));
    if (const auto zero = bytes.indexOf('\0'); zero >= 0)
        return badAt(zero, bytes, "there is a zero byte here; this is no text");
    if (const auto wrong = firstNotUtf8(text); wrong && marked)
        return badAt(static_cast<qsizetype>(*wrong) + 3, bytes, "the text says it is UTF-8, but is not here");
    else if (wrong)
        return fromWindows(bytes);
    return DecodedText{std::string(text), TextEncoding::Utf8};
}

Result<DecodedText> readTextFile(const QString& path, InputKind kind)
{
    const auto bytes = readWhole(path, kind);
    if (!bytes)
        return tl::unexpected(bytes.error());
    auto text = decoded(*bytes);
    if (!text) {
        Error error = text.error();
        error.file = path.toStdString();
        return tl::unexpected(error);
    }
    return text;
}

std::string remarkOn(TextEncoding encoding)
{
    return encoding == TextEncoding::Utf8 ? std::string() : "it was read as " + std::string(nameOf(encoding));
}

} // namespace iris
