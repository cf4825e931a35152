#include "app/jobs/openpicture.h"

namespace iris {

Result<ScanPtr> openPicture(const QString& path, const JobTools& tools)
{
    tools.progress->doing = QT_TRANSLATE_NOOP("QObject", "opening the picture");
    return Scan::load(path).map([](Scan scan) { return std::make_shared<const Scan>(std::move(scan)); });
}

QString withRemark(const Scan& scan, const QString& words)
{
    if (scan.remark().empty())
        return words;
    return QString::fromStdString(scan.remark()) + QStringLiteral(".\n") + words; // begins with the name of a file
}

} // namespace iris
