#include "app/document/editwords.h"

#include "notebook/recordedits.h"
#include "notebook/recordkinds.h"

#include <QObject>

namespace iris {
namespace {

/// A record as undo calls it: a tube by its name, others by what they are as well; a reading by its tube.
template <typename OneKind, typename Record>
QString called(const OneKind& kind, const Record& record, const Notebook& notebook)
{
    const Tube* owner = notebook.tube(ownerOf(record));
    if (owner)
        return QObject::tr("a %1 of %2").arg(QLatin1String(kind.word), QString::fromStdString(owner->name));
    const QString name = QString::fromStdString(calledIn(record));
    if (std::is_same_v<Record, Tube>)
        return name;
    return name.isEmpty() ? QObject::tr("a %1").arg(QLatin1String(kind.word)) : QLatin1String(kind.word) + u' ' + name;
}

template <typename OneKind, typename Records, typename Record>
QString wordsFor(const OneKind& kind, const Changes<Record>& changes, const Records& records, const Notebook& notebook)
{
    const auto several = [&](const QString& act, std::size_t count) {
        return act + u' ' + QString::number(count) + u' ' + QLatin1String(kind.words);
    };
    if (changes.put.size() == 1) {
        const Record& record = changes.put.front();
        const QString act = find(records, record.id) ? QObject::tr("change") : QObject::tr("add");
        return act + u' ' + called(kind, record, notebook);
    }
    if (!changes.put.empty())
        return several(find(records, changes.put.front().id) ? QObject::tr("change") : QObject::tr("add"),
                       changes.put.size());
    if (changes.removed.size() != 1)
        return changes.removed.empty() ? QString() : several(QObject::tr("remove"), changes.removed.size());
    const Record* gone = find(records, changes.removed.front());
    return QObject::tr("remove") + u' ' + (gone ? called(kind, *gone, notebook) : QLatin1String(kind.word));
}

} // namespace

QString wordsFor(const NotebookEdit& edit, const Notebook& before)
{
    QString words = edit.wishes ? QObject::tr("change the limits") : QString();
    forEachKind([&](const auto& kind) {
        if (words.isEmpty())
            words = wordsFor(kind, edit.*kind.changes, before.*kind.records, before);
    });
    return words;
}

} // namespace iris
