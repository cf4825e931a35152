#include "app/window/exchange.h"

#include "app/parts/messages.h"
#include "app/parts/words.h"
#include "files/outputfile.h"
#include "files/textfile.h"
#include "notebook/exports.h"
#include "notebook/tubecsv.h"

namespace iris {

namespace {

Result<Exported> plain(std::string text)
{
    return Exported{std::move(text), {}};
}

Result<Exported> wholeNotebook(const Document& document)
{
    return document.wholeText().map([](WholeText whole) {
        const QString remark = whole.picturesLeftOut == 0
                                   ? QString()
                                   : QObject::tr("It is written, but %1 pictures are damaged in the notebook and were "
                                                 "left out.")
                                         .arg(whole.picturesLeftOut);
        return Exported{std::move(whole.text), remark};
    });
}

} // namespace

const std::vector<Exchange>& exchanges()
{
    const auto title = [](const Document& document) { return document.title().toStdString(); };
    static const std::vector<Exchange> formats{
        {QObject::tr("List of &tubes (CSV)"), QObject::tr("Lists (*.csv)"), QStringLiteral(".csv"),
         [](const Document& document) { return plain(writeTubesCsv(document.notebook().tubes)); }},
        {QObject::tr("List of &readings (CSV)"), QObject::tr("Lists (*.csv)"), QStringLiteral(".csv"),
         [](const Document& document) { return plain(writeSwatchesCsv(document.notebook())); }},
        {QObject::tr("&Whole notebook (JSON)"), QObject::tr("JSON (*.json)"), QStringLiteral(".json"), wholeNotebook},
        {QObject::tr("Colours for &image programs (GPL)"), QObject::tr("Palettes (*.gpl)"), QStringLiteral(".gpl"),
         [title](const Document& document) {
             return plain(writeGimpPalette(title(document), document.studio()->paints));
         }},
        {QObject::tr("&Measurements (CGATS)"), QObject::tr("Measurements (*.txt)"), QStringLiteral(".txt"),
         [title](const Document& document) {
             return plain(writeCgats(cgatsOf(title(document), document.studio()->paints)));
         }},
    };
    return formats;
}

QString saveAs(const Document& document, const Exchange& format, QWidget* parent)
{
    const QString path = messages().fileToSave(parent, QString(format.words).remove(QLatin1Char('&')), format.filter,
                                               fileNameFor(document.title(), format.ending));
    if (path.isEmpty())
        return {};
    const auto content = format.make(document);
    if (!content)
        return text(content.error().message);
    const auto done = writeWhole(path, content->text);
    return done ? content->remark : text(done.error().message);
}

} // namespace iris
