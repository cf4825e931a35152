#include "cli/textinput.h"

namespace iris {

Result<std::string> textOf(const std::string& file, InputKind kind, std::vector<std::string>& remarks)
{
    auto text = readTextFile(QString::fromStdString(file), kind);
    if (!text)
        return tl::unexpected(text.error());
    if (const std::string remark = remarkOn(text->encoding); !remark.empty())
        remarks.push_back(file + ": " + remark);
    return std::move(text->text);
}

Result<Scan> scanOf(const std::string& file, std::vector<std::string>& remarks)
{
    auto scan = Scan::load(QString::fromStdString(file));
    if (scan && !scan->remark().empty())
        remarks.push_back(scan->remark());
    return scan;
}

Error atFile(Error error, const std::string& file)
{
    if (error.file.empty())
        error.file = file;
    return error;
}

} // namespace iris
