#include "app/start/waysin.h"

#include "app/parts/messages.h"
#include "app/parts/plainwords.h"
#include "app/parts/words.h"
#include "files/outputfile.h"
#include "notebook/newnotebook.h"

#include <QCoreApplication>
#include <QDir>
#include <QFileInfo>
#include <QStandardPaths>
#include <QWidget>

namespace iris {
namespace {

constexpr qsizetype mostRemembered = 8;
const QString notebookEnding = QStringLiteral(".iris");

/// Beside the program, both where it was built and where it was installed.
QString shippedDemo()
{
    const QString path = QDir(QCoreApplication::applicationDirPath())
                             .filePath(QStringLiteral("../share/iris-bianca/Salt marsh in autumn.iris"));
    return QFileInfo::exists(path) ? QDir::cleanPath(path) : QString();
}

/// "My paints.iris", "My paints 2.iris" ... in a folder, the first that is free.
QString freeName(const QString& folder, const QString& name)
{
    QString path = QDir(folder).filePath(name + notebookEnding);
    for (int number = 2; QFileInfo::exists(path); ++number)
        path = QDir(folder).filePath(QStringLiteral("%1 %2").arg(name).arg(number) + notebookEnding);
    return path;
}

} // namespace

QString notebookFiles()
{
    return QObject::tr("Notebooks (*.iris)");
}

WaysIn::WaysIn(Document& document, QWidget& window)
    : QObject(&window),
      m_document(document),
      m_window(window),
      m_folder(ownFolder()),
      m_demo(shippedDemo())
{
    connect(&document, &Document::notebookOpened, this, &WaysIn::noteOpen);
    noteOpen();
}

QString WaysIn::ownFolder()
{
    return QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation);
}

QString WaysIn::firstOwn()
{
    return QDir(ownFolder()).filePath(QStringLiteral("My paints") + notebookEnding);
}

void WaysIn::setPlaces(const QString& folder, const QString& demo)
{
    m_folder = folder;
    m_demo = demo;
    Q_EMIT changed();
}

QStringList WaysIn::recent() const
{
    QStringList there;
    for (const QString& path : m_remembered)
        if (QFileInfo::exists(path))
            there << path;
    return there;
}

void WaysIn::remember(const QStringList& paths)
{
    m_remembered += paths;
    m_remembered.removeDuplicates();
    m_remembered = m_remembered.mid(0, mostRemembered);
    Q_EMIT changed();
}

void WaysIn::noteOpen()
{
    if (!m_document.isOpen())
        return;
    const QStringList before = std::exchange(m_remembered, {QFileInfo(m_document.path()).absoluteFilePath()});
    remember(before);
}

bool WaysIn::told(const Result<void>& done, const QString& what)
{
    if (!done)
        messages().tell(&m_window, what, text(done.error().message));
    return done.has_value();
}

bool WaysIn::open(const QString& path)
{
    return told(m_document.open(path), tr("Open a notebook"));
}

void WaysIn::openNotebook()
{
    const QString path = messages().fileToOpen(&m_window, tr("Open a notebook"), notebookFiles());
    if (!path.isEmpty())
        open(path);
}

void WaysIn::newNotebook()
{
    const QString path =
        messages().fileToSave(&m_window, tr("New notebook"), notebookFiles(), freeName(m_folder, tr("My paints")));
    if (!path.isEmpty())
        told(m_document.create(path), tr("New notebook"));
}

void WaysIn::openJson(const QString& json)
{
    const QString path =
        messages().fileToSave(&m_window, tr("Make a notebook out of %1").arg(QFileInfo(json).fileName()),
                              notebookFiles(), fileNameFor(QFileInfo(json).completeBaseName(), notebookEnding));
    if (path.isEmpty())
        return;
    const auto made = notebookFromJson(json, path);
    told(made ? m_document.open(path) : made, tr("Make a notebook"));
}

bool WaysIn::beginOwn()
{
    QDir().mkpath(m_folder);
    return told(m_document.create(freeName(m_folder, tr("My paints"))), tr("New notebook"));
}

bool WaysIn::lookAround()
{
    QDir().mkpath(m_folder);
    const QString copy = QDir(m_folder).filePath(QFileInfo(m_demo).fileName());
    const bool isThere = QFileInfo::exists(copy) || told(copyWhole(m_demo, copy), tr("Look around"));
    return isThere && open(copy);
}

} // namespace iris
