#include "app/window/exchange.h"

#include "app/parts/messages.h"
#include "app/parts/words.h"
#include "notebook/exports.h"
#include "notebook/tubecsv.h"

#include <QFile>
#include <QFileInfo>
#include <QSaveFile>

namespace iris {

const std::vector<Exchange>& exchanges()
{
    const auto title = [](const Document& document) { return document.title().toStdString(); };
    static const std::vector<Exchange> formats{
        {QObject::tr("List of &tubes (CSV)"), QObject::tr("Lists (*.csv)"), QStringLiteral(".csv"),
         [](const Document& document) -> Result<std::string> { return writeTubesCsv(document.notebook().tubes); }},
        {QObject::tr("List of &readings (CSV)"), QObject::tr("Lists (*.csv)"), QStringLiteral(".csv"),
         [](const Document& document) -> Result<std::string> { return writeSwatchesCsv(document.notebook()); }},
        {QObject::tr("&Whole notebook (JSON)"), QObject::tr("JSON (*.json)"), QStringLiteral(".json"),
         [](const Document& document) { return document.dump().map(writeNotebookJson); }},
        {QObject::tr("Colours for &image programs (GPL)"), QObject::tr("Palettes (*.gpl)"), QStringLiteral(".gpl"),
         [title](const Document& document) -> Result<std::string> {
             return writeGimpPalette(title(document), document.paints());
         }},
        {QObject::tr("&Measurements (CGATS)"), QObject::tr("Measurements (*.txt)"), QStringLiteral(".txt"),
         [title](const Document& document) -> Result<std::string> {
             return writeCgats(cgatsOf(title(document), document.paints()));
         }},
    };
    return formats;
}

QString saveAs(const Document& document, const Exchange& format, QWidget* parent)
{
    const QString path =
        messages().fileToSave(parent, QString(format.words).remove(QLatin1Char('&')), format.filter, format.ending);
    if (path.isEmpty())
        return {};
    const auto content = format.text(document);
    if (!content)
        return text(content.error().message);
    QSaveFile file(path);
    if (!file.open(QIODevice::WriteOnly) || file.write(content->data(), static_cast<qint64>(content->size())) < 0
        || !file.commit())
        return QObject::tr("%1 cannot be written: %2").arg(path, file.errorString());
    return {};
}

Result<void> notebookFromJson(const QString& json, const QString& path)
{
    QFile file(json);
    if (!file.open(QIODevice::ReadOnly))
        return failure(ErrorCode::FileUnreadable, QFileInfo(json).fileName().toStdString() + " cannot be read");
    const auto dump = readNotebookJson(file.readAll().toStdString(), ReferenceTable::shipped());
    if (!dump)
        return tl::unexpected(dump.error());
    auto store = NotebookStore::create(path);
    if (!store)
        return tl::unexpected(store.error());
    const auto done = (*store)->apply(filling(*dump));
    store->reset();
    if (!done)
        QFile::remove(path);
    return done ? Result<void>{} : tl::unexpected(done.error());
}

} // namespace iris
