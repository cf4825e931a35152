#pragma once

#include "../cli/clirun.h"
#include "../testfiles.h"

#include <QDir>
#include <QtTest>

/// What the commands that write into a notebook are tried with: two notebooks and files of every kind that comes in.
inline void makeSamples(const QString& path)
{
    const QDir folder(path);
    QFile::copy(QStringLiteral(IRIS_SOURCE_DIR "/tests/data/schema-4.iris"), folder.filePath("a.iris"));
    QFile::setPermissions(folder.filePath("a.iris"), QFile::ReadOwner | QFile::WriteOwner);
    QFile::copy(QStringLiteral(IRIS_SOURCE_DIR "/tests/fuzz/seeds/json/small.json"), folder.filePath("full.json"));
    putFile(folder.filePath("t.csv"), "name,codes\nReed,PG7\nMud,PBr7\n");
    QFile::copy(QStringLiteral(IRIS_SOURCE_DIR "/tests/fuzz/seeds/readingscsv/small.csv"), folder.filePath("r.csv"));
    QDir::setCurrent(folder.path());
    const std::initializer_list<QStringList> painted = {
        {"simulate", "measurement", "--tube", "PB29", "--out", "m.txt"},
        {"simulate", "card", "--tube", "PB29", "--dpi", "60", "--out", "card.png"},
        {"notebook", "empty.iris"},
        {"notebook", "painted.iris", "--tubes", IRIS_SOURCE_DIR "/data/demo/tubes.csv"},
        {"sheet", "--notebook", "painted.iris", "--ladder", "Ultramarine,Hull Red", "--steps", "5", "--out", "s.pdf"},
        {"simulate", "sheet", "--notebook", "painted.iris", "--sheet", "1", "--dpi", "140", "--out", "sheet.png"}};
    for (const QStringList& arguments : painted) {
        const Run done = runRow(arguments);
        if (done.code != 0)
            qFatal("%s", done.err.c_str());
    }
    QFile::remove("s.pdf");
}

inline void copyFiles(const QString& from, const QString& to, const QString& named = "*")
{
    const QDir samples(from);
    for (const QString& name : samples.entryList({named}, QDir::Files))
        QFile::copy(samples.filePath(name), QDir(to).filePath(name));
}

/// Every command that changes a notebook of the samples, as rows of a test's table.
inline void addWritingCommands()
{
    QTest::newRow("import tubes") << QStringList{"import", "a.iris", "tubes", "t.csv"};
    QTest::newRow("read measurements") << QStringList{"read-measurements", "m.txt", "--into", "a.iris", "--tube",
                                                      "Ultramarine"};
    QTest::newRow("sheet") << QStringList{"sheet", "--notebook", "a.iris", "--rows", "Ultramarine", "--out", "s.pdf"};
    QTest::newRow("import swatches") << QStringList{"import", "a.iris", "swatches", "r.csv"};
    QTest::newRow("import json") << QStringList{"import", "empty.iris", "json", "full.json"};
    QTest::newRow("read a card") << QStringList{"read-card", "card.png", "--dpi",  "60",
                                                "--into",    "a.iris",   "--tube", "Ultramarine"};
    QTest::newRow("read a sheet") << QStringList{"read-sheet", "sheet.png", "--into", "painted.iris", "--doubtful"};
    QTest::newRow("needs of a picture") << QStringList{"needs-from-picture", "card.png", "--into", "a.iris"};
    QTest::newRow("touches") << QStringList{"touches", "a.iris", "6"};
}

/// The notebook that a command's arguments name.
inline QString notebookOf(const QStringList& arguments)
{
    return *std::ranges::find_if(arguments, [](const QString& one) { return one.endsWith(".iris"); });
}
