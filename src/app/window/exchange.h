#pragma once

#include "app/document/document.h"

#include <functional>

class QWidget;

namespace iris {

/// What is to be written, and what the painter should know of it.
struct Exported {
    std::string text;
    QString remark;
};

/// An open format a notebook can be written in.
struct Exchange {
    QString words;  ///< for the menu
    QString filter; ///< for the file dialog
    QString ending;
    std::function<Result<Exported>(const Document&)> make;
};
const std::vector<Exchange>& exchanges();

/// Asks where, and writes. Returns what went wrong or is worth knowing, or nothing.
QString saveAs(const Document& document, const Exchange& format, QWidget* parent);

} // namespace iris
