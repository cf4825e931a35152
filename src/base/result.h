#pragma once

#include <string>
#include <tl/expected.hpp>

namespace iris {

/// What kind of thing went wrong, to branch on. The words for people are in Error::message.
enum class ErrorCode {
    BadPigmentCode,
    UnknownPigment,
    BadColour,
    BadNumber,
    BadRecipe,
    BadNeed,
    BadOption,
    BadText,
    BadValue,
    BadCsv,
    BadCgats,
    BadJson,
    BadPicture,
    BadSheetCode, ///< what tells which sheet it is
    FileUnreadable,
    FileUnwritable,
    NotANotebook,
    DamagedNotebook,
    NewerNotebook,
    NotFound,
    Stopped,
};

/// An expected failure: what happened, in plain words, and where.
struct Error {
    ErrorCode code;
    std::string message;
    std::string file; ///< empty when no file is involved
    int line = 0;     ///< 1-based line of `file`; 0 when it does not apply
    int column = 0;   ///< 1-based character position in a typed text; 0 when it does not apply

    bool operator==(const Error&) const = default;
};

template <typename T> using Result = tl::expected<T, Error>;

inline tl::unexpected<Error> failure(ErrorCode code, std::string message)
{
    return tl::unexpected<Error>(Error{code, std::move(message), {}, 0, 0});
}

} // namespace iris
