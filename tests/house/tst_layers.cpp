#include "../testprogram.h"

#include <QDir>
#include <QDirIterator>
#include <QFileInfo>
#include <QHash>
#include <QProcess>
#include <QRegularExpression>
#include <QtTest>

/// The folders under src/, each allowed to include itself and those above it, and what of Qt it may know; and no
/// function that two of them define, each in its own way.
class TestLayers : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void includesRunDownwards_data();
    void includesRunDownwards();
    void ruleCatchesAWrongInclude();
    void placesStandOnParts();
    void namesAreNotTakenForPlaceholders();
    void theReadmeListsEveryLayer();
    void linesOfProseAreShort();
    void functionsHaveOneHome();
    void ruleCatchesASecondHome();
};

namespace {

const QStringList order{"base",  "colour", "pigment", "paint",    "mixing", "finding", "learning", "palette",
                        "words", "eye",    "files",   "notebook", "sheet",  "drawing", "cli",      "app"};

/// What is wrong with the includes of a source in a layer.
QStringList wrongIncludes(const QString& layer, const QString& source)
{
    static const QRegularExpression include(QStringLiteral("#include [<\"]([^>\"]+)[>\"]"));
    QStringList wrong;
    const qsizetype place = order.indexOf(layer);
    auto matches = include.globalMatch(source);
    while (matches.hasNext()) {
        const QString name = matches.next().captured(1);
        const qsizetype other = order.indexOf(name.section('/', 0, 0));
        const bool besideIt = layer == "app" && name.startsWith("cli/"); // neither knows the other
        if ((other > place) || besideIt)
            wrong << name;
        const bool qt = name.startsWith('Q');
        static const QRegularExpression widgetHeader("^Q(Widget|Application|Dialog|Pixmap)|^QtWidgets");
        static const QRegularExpression drawingHeader("^Q(Painter|Color|Image|Polygon|Rgba)|^QtGui");
        const bool widgets = widgetHeader.match(name).hasMatch() && layer != "app";
        const bool drawing = drawingHeader.match(name).hasMatch() && place < order.indexOf("sheet");
        if ((qt && place < order.indexOf("files")) || widgets || drawing)
            wrong << name;
    }
    return wrong;
}

/// Which libraries define a symbol: as a function of their own, or as one that every includer of a header has a copy
/// of.
struct Homes {
    QStringList own;
    QStringList shared;
};

/// Notes down what nm -P says of a library.
void note(QHash<QString, Homes>& homes, const QString& library, const QString& listing)
{
    for (const QString& line : listing.split('\n')) {
        const QStringList fields = line.split(' ', Qt::SkipEmptyParts);
        if (fields.size() < 2)
            continue;
        QStringList* list = fields[1] == "T"   ? &homes[fields[0]].own
                            : fields[1] == "W" ? &homes[fields[0]].shared
                                               : nullptr;
        if (list && !list->contains(library))
            list->append(library);
    }
}

/// Symbols that one library defines as its own and another defines as well: the linker would keep one without a word.
QStringList clashes(const QHash<QString, Homes>& homes)
{
    QStringList found;
    for (auto symbol = homes.begin(); symbol != homes.end(); ++symbol) {
        const Homes& at = symbol.value();
        const bool elsewhere =
            at.own.size() > 1 || (!at.own.isEmpty() && at.shared.size() > (at.shared.contains(at.own.front()) ? 1 : 0));
        if (elsewhere)
            found << symbol.key() + " in " + (at.own + at.shared).join(" and ");
    }
    return found;
}

} // namespace

void TestLayers::includesRunDownwards_data()
{
    QTest::addColumn<QString>("layer");
    for (const QString& layer : order)
        QTest::newRow(qPrintable(layer)) << layer;
}

void TestLayers::includesRunDownwards()
{
    QFETCH(QString, layer);
    QDirIterator files(QStringLiteral(IRIS_SOURCE_DIR "/src/") + layer, {"*.h", "*.cpp"}, QDir::Files,
                       QDirIterator::Subdirectories);
    int count = 0;
    while (files.hasNext()) {
        QFile file(files.next());
        QVERIFY(file.open(QIODevice::ReadOnly));
        const QStringList wrong = wrongIncludes(layer, QString::fromUtf8(file.readAll()));
        QVERIFY2(wrong.isEmpty(), qPrintable(file.fileName() + " includes " + wrong.join(' ')));
        ++count;
    }
    QVERIFY(count > 0);
}

void TestLayers::ruleCatchesAWrongInclude()
{
    QCOMPARE(wrongIncludes("paint", "#include \"mixing/recipe.h\"\n"), QStringList{"mixing/recipe.h"});
    QCOMPARE(wrongIncludes("colour", "#include <QString>\n"), QStringList{"QString"});
    QCOMPARE(wrongIncludes("notebook", "#include <QPainter>\n"), QStringList{"QPainter"});
    QVERIFY(wrongIncludes("notebook", "#include <QString>\n#include \"paint/film.h\"\n").isEmpty());
}

/// In the window what all places use knows none of them, no place knows the window, and no place another but that a
/// tube is read from its place.
void TestLayers::placesStandOnParts()
{
    // Whatever is no ground that places stand on is one.
    const QStringList ground{"document", "jobs", "parts", "theme", "window"};
    QStringList places = QDir(QStringLiteral(IRIS_SOURCE_DIR "/src/app")).entryList(QDir::Dirs | QDir::NoDotAndDotDot);
    for (const QString& folder : ground)
        QVERIFY(places.removeOne(folder));
    QVERIFY(places.contains("find") && places.contains("well"));
    static const QRegularExpression include(QStringLiteral("#include \"app/([a-z]+)/"));
    QStringList wrong;
    QDirIterator files(QStringLiteral(IRIS_SOURCE_DIR "/src/app"), {"*.h", "*.cpp"}, QDir::Files,
                       QDirIterator::Subdirectories);
    int looked = 0;
    while (files.hasNext()) {
        const QString path = files.next();
        const QString own = path.section("/app/", -1).section('/', 0, 0);
        QFile file(path);
        QVERIFY(file.open(QIODevice::ReadOnly));
        auto matches = include.globalMatch(QString::fromUtf8(file.readAll()));
        ++looked;
        while (own != "window" && own != "main.cpp" && matches.hasNext()) {
            const QString other = matches.next().captured(1);
            const bool readsTubes = own == "tubes" && other == "reading";
            if (other == "window" || (places.contains(other) && other != own && !readsTubes))
                wrong << own + " includes " + other;
        }
    }
    QVERIFY(looked > 100);
    QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join('\n')));
}

/// "%1 by %2" filled one after the other: a name that holds "%2" takes the second word, and the sentence is mangled.
/// Names go in together with what follows them.
void TestLayers::namesAreNotTakenForPlaceholders()
{
    static const QRegularExpression chain(
        R"(\.arg\((?:names|nameInList|text|quoted|listed)\b(?:[^()]|\((?:[^()]|\([^()]*\))*\))*\)\s*\.arg\()");
    static const QRegularExpression counted("^\\.arg\\(text\\(counted\\(");
    QStringList wrong;
    QDirIterator files(QStringLiteral(IRIS_SOURCE_DIR "/src/app"), {"*.cpp"}, QDir::Files,
                       QDirIterator::Subdirectories);
    while (files.hasNext()) {
        QFile file(files.next());
        QVERIFY(file.open(QIODevice::ReadOnly));
        auto matches = chain.globalMatch(QString::fromUtf8(file.readAll()));
        while (matches.hasNext())
            if (const QString found = matches.next().captured(); !counted.match(found).hasMatch())
                wrong << QFileInfo(file).fileName() + ": " + found;
    }
    QVERIFY2(wrong.isEmpty(), qPrintable(wrong.join('\n')));
    QVERIFY(chain.match("tr(\"%1 %2\").arg(text(tube.name)).arg(2)").hasMatch());
}

void TestLayers::theReadmeListsEveryLayer()
{
    QFile readme(QStringLiteral(IRIS_SOURCE_DIR "/README.md"));
    QVERIFY(readme.open(QIODevice::ReadOnly));
    static const QRegularExpression line("\n    src/([a-z]+)/ ");
    QStringList listed;
    auto matches = line.globalMatch(QString::fromUtf8(readme.readAll()));
    while (matches.hasNext())
        listed << matches.next().captured(1);
    QCOMPARE(listed, order);
    QStringList folders = QDir(QStringLiteral(IRIS_SOURCE_DIR "/src")).entryList(QDir::Dirs | QDir::NoDotAndDotDot);
    QStringList known = order;
    folders.sort();
    known.sort();
    QCOMPARE(folders, known);
}

/// A line of a page, a script or a comment that nobody can read at a glance; tables, links and lists of packages are as
/// long as they are.
void TestLayers::linesOfProseAreShort()
{
    constexpr qsizetype longest = 140;
    static const QRegularExpression comment("^\\s*(//|#)");
    int pages = 0;
    QDirIterator files(QStringLiteral(IRIS_SOURCE_DIR), {"*.md", "*.cpp", "*.h", "*.txt", "*.sh", "run-*"}, QDir::Files,
                       QDirIterator::Subdirectories);
    while (files.hasNext()) {
        const QString path = files.next();
        if (path.contains("/build/") || path.contains("/.git/"))
            continue;
        QFile file(path);
        QVERIFY(file.open(QIODevice::ReadOnly));
        const bool isPage = path.endsWith(".md");
        pages += isPage;
        int number = 0;
        for (const QString& line : QString::fromUtf8(file.readAll()).split('\n')) {
            ++number;
            const bool isProse =
                isPage ? !line.trimmed().startsWith('|') && !line.startsWith("    ") : comment.match(line).hasMatch();
            QVERIFY2(!isProse || line.size() <= longest, qPrintable(QString("%1:%2").arg(path).arg(number)));
        }
    }
    QVERIFY(pages > 8);
}

void TestLayers::functionsHaveOneHome()
{
    QHash<QString, Homes> homes;
    for (const QString& layer : order) {
        const QString library = QStringLiteral(IRIS_BINARY_DIR "/src/%1/libiris_%1.a").arg(layer);
        QProcess nm;
        nm.start("nm", {"-P", "--defined-only", library});
        QVERIFY2(nm.waitForFinished(60000) && nm.exitCode() == 0, qPrintable(library));
        note(homes, layer, QString::fromUtf8(nm.readAllStandardOutput()));
    }
    QVERIFY(homes.size() > 1000);
    QVERIFY2(clashes(homes).isEmpty(), qPrintable(clashes(homes).join('\n')));
}

void TestLayers::ruleCatchesASecondHome()
{
    QHash<QString, Homes> homes;
    note(homes, "cli", "json.o:\ntoJson T 0 10\nhelp T 10 4\ntable r 0 8\n");
    note(homes, "notebook", "table r 0 8\nsize W 0 4\n");
    note(homes, "app", "size W 0 4\n");
    QVERIFY(clashes(homes).isEmpty());
    note(homes, "notebook", "toJson W 0 10\n"); // inline in a header
    QCOMPARE(clashes(homes), QStringList{"toJson in cli and notebook"});
    note(homes, "app", "help T 0 4\n");
    QCOMPARE(clashes(homes).size(), 2);
}

IRIS_TEST(TestLayers, iris::NoApplication)
#include "tst_layers.moc"
