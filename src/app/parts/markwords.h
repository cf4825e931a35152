#pragma once

#include <QCoreApplication>
#include <QStringList>

namespace iris {

/// How much a painter likes a mix, in words, by its stars from 0 to 3.
inline QStringList markWords()
{
    const auto tr = [](const char* words) { return QCoreApplication::translate("marks", words); };
    return {tr("no mark"), tr("worth keeping"), tr("good"), tr("a favourite")};
}

} // namespace iris
