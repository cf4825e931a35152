#pragma once

#include <QSqlDatabase>
#include <QSqlError>
#include <QSqlQuery>
#include <QtTest>

/// Runs SQL on a notebook's file behind the program's back, as a careless hand might.
inline void meddle(const QString& path, const QString& statement)
{
    {
        QSqlDatabase database = QSqlDatabase::addDatabase("QSQLITE", "meddler");
        database.setDatabaseName(path);
        QVERIFY(database.open());
        QSqlQuery query(database);
        QVERIFY2(query.exec(statement), qPrintable(query.lastError().text()));
    }
    QSqlDatabase::removeDatabase("meddler");
}
