#include <QDirIterator>
#include <QRegularExpression>
#include <QtTest>

/// The folders under src/, each allowed to include itself and those above it, and what of Qt it may know.
class TestLayers : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void includesRunDownwards_data();
    void includesRunDownwards();
    void ruleCatchesAWrongInclude();
};

namespace {

const QStringList order{"base", "colour", "pigment", "paint", "mixing", "palette", "notebook", "sheet", "cli", "app"};

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
        if ((qt && place < order.indexOf("notebook")) || widgets || drawing)
            wrong << name;
    }
    return wrong;
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

QTEST_APPLESS_MAIN(TestLayers)
#include "tst_layers.moc"
